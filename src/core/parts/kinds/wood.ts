import { mm, say } from '../../say/said.ts'
import { maybe, lengthOf, other } from '../dimensionSpec.ts'
import { WOOD_NAMES } from '../woods.ts'
import { maybeTrait, trait, type PartKindSpec } from './partKindSpec.ts'

const woodTrait = trait('wood', WOOD_NAMES, 'red alder')

/** Body, neck and what goes between them. Typical values [from memory]: the user overrides them. */
export const WOOD_KINDS = {
  body: {
    label: 'Body',
    outline: true,
    features: [
      'neck-pocket',
      'pickup-rout',
      'control-cavity',
      'pot-hole',
      'switch-hole',
      'jack-hole',
      'screw-hole',
      'stud-hole',
      'tremolo-rout',
      'spring-cavity',
      'battery-box',
      'ferrule-hole',
      'channel',
      'rod-notch',
      'sound-hole',
      'chamber',
    ],
    dims: {
      thickness: lengthOf('body thickness', 15, 120, 44, 'Calliper at the edge, three places.'),
      topRadius: maybe(
        lengthOf(
          'radius of an arched top',
          100,
          20000,
          3000,
          'Radius gauge, or the rise of a straightedge over a known span.',
        ),
      ),
      edgeRadius: maybe(
        lengthOf('radius that its edges are eased to', 0.2, 40, 3, 'Radius gauge, where face and side meet.'),
      ),
      contourRadius: maybe(
        lengthOf('radius where it is contoured', 5, 120, 25, 'Card cut to a curve, held across.'),
      ),
      mass: maybe(other('mass', 'mass', 100, 8000, 1900, 'Kitchen scale.')),
    },
    look: [
      'Cracks at the pocket’s corners and between pocket and neck pickup',
      'Knots, filled places and glue lines on the faces',
      'Whether it rocks on a flat table: warp',
      'Whether surface is bare wood: a drop of water soaks in',
    ],
    traits: {
      wood: woodTrait,
      surface: trait('surface', ['bare', 'sealed', 'finished']),
      contours: maybeTrait('contours', ['none', 'forearm', 'belly', 'forearm and belly']),
      rodNotch: maybeTrait('notch for a rod’s tool', ['none', 'there']),
    },
  },
  neck: {
    label: 'Neck',
    outline: true,
    features: ['tuner-hole', 'screw-hole'],
    dims: {
      scaleLength: lengthOf(
        'scale length',
        300,
        1200,
        648,
        'Steel rule from nut edge to fret 12’s crown, doubled.',
      ),
      frets: other('count', 'frets', 0, 36, 22, 'Count them.'),
      nutToHeelEnd: lengthOf(
        'nut to heel end',
        150,
        900,
        470,
        'Steel rule from the nut’s fingerboard edge to the end of the heel.',
      ),
      heelLength: lengthOf(
        'heel length',
        20,
        150,
        76,
        'Calliper from the heel’s end to where its sides start to curve.',
      ),
      heelWidth: lengthOf(
        'heel width at the mouth',
        20,
        90,
        56,
        'Calliper over the heel where the pocket’s mouth will be.',
      ),
      heelWidthEnd: lengthOf('heel width at its end', 20, 90, 56, say`Calliper over the heel’s last ${mm(5, 0)}.`),
      heelThickness: lengthOf(
        'heel thickness with fingerboard',
        10,
        50,
        25,
        'Calliper over heel and fingerboard, between two frets.',
      ),
      fingerboardThickness: lengthOf(
        'fingerboard thickness at the heel',
        2,
        15,
        6,
        'Rule at the heel’s end, along the glue line.',
      ),
      fretHeight: lengthOf('fret crown above fingerboard', 0.3, 3, 1.1, 'Calliper depth rod on two crowns.'),
      widthAtNut: lengthOf('width at the nut', 20, 90, 42, 'Calliper over the fingerboard at the nut.'),
      widthAtLastFret: lengthOf(
        'fingerboard width at the last fret',
        25,
        110,
        56,
        'Calliper over the fingerboard at the last fret.',
      ),
      radius: lengthOf('fingerboard radius', 100, 1000, 305, 'Radius gauge across the frets.'),
      slotWidth: lengthOf('nut slot width', 1, 15, 3.2, 'Feeler gauges or drill shanks pushed into the slot.'),
      slotDepth: lengthOf('nut slot depth below the fingerboard', 0, 12, 3, 'Calliper depth rod.'),
      headThickness: lengthOf('headstock thickness', 6, 35, 14.5, 'Calliper at the tuner holes.'),
      headDrop: lengthOf(
        'headstock face below the fingerboard',
        0,
        40,
        11,
        'Straightedge over the frets, rule down to the face.',
      ),
      headAngle: maybe(
        other(
          'angle',
          'headstock’s angle back',
          0,
          25,
          0,
          'Bevel gauge between fingerboard and head; 0 when the face is parallel.',
        ),
      ),
      rodWidth: maybe(lengthOf('truss rod channel, width', 3, 16, 6, 'Calliper at the rod’s mouth.')),
      rodDepth: maybe(
        lengthOf(
          'truss rod channel below the fingerboard',
          3,
          18,
          11,
          'Depth rod at the rod’s mouth, less the fingerboard.',
        ),
      ),
      shelfDepth: maybe(
        lengthOf(
          'shelf for a locking nut below the fingerboard',
          0,
          15,
          5.5,
          'Straightedge over the frets, depth rod to the shelf.',
        ),
      ),
      shelfLength: maybe(lengthOf('shelf along the strings', 3, 40, 16, 'Calliper along the strings.')),
      lockSpread: maybe(
        lengthOf('locking nut’s screw holes, centre to centre', 5, 60, 20, 'Rule between the holes’ centres.'),
      ),
      rodReach: maybe(
        lengthOf(
          'room that the rod’s tool needs behind the heel',
          0,
          80,
          15,
          'Put the tool on, rule from the heel’s end to the tool’s end.',
        ),
      ),
      mass: maybe(other('mass', 'mass', 50, 3000, 580, 'Kitchen scale.')),
    },
    look: [
      'Sight along both edges: a straight, slightly hollow curve, no twist',
      'Fret ends: sharp, lifted, or sunk',
      'Rod turns half a turn both ways, then back',
      'Tuner holes: drilled square, no splinters',
      'Heel: straight sides, flat bottom, no finish run',
    ],
    traits: {
      wood: trait('wood', WOOD_NAMES, 'hard maple'),
      surface: maybeTrait('surface', ['bare', 'sealed', 'finished'], 'finished'),
      rod: trait('truss rod reached', ['at the head', 'at the heel', 'none']),
      nutSeat: maybeTrait('nut sits', ['in a slot', 'on a shelf', 'at the board’s end']),
      tilt: maybeTrait('tilted by a screw under the heel', ['no', 'asks for it']),
    },
  },
  shim: {
    label: 'Neck shim',
    outline: false,
    features: [],
    look: ['Flat on glass, no curl; thick end marked'],
    dims: {
      thick: lengthOf('thick end', 0.05, 5, 0.5, 'Calliper at the thick end.'),
      thin: lengthOf('thin end', 0, 5, 0, 'Calliper at the thin end.'),
      length: lengthOf('length along the strings', 5, 150, 76, 'Steel rule, along its edge.'),
      width: lengthOf('width across', 10, 90, 56, 'Steel rule, along its edge.'),
    },
    traits: { sort: trait('sort', ['full-contact wedge', 'strip']) },
  },
} as const satisfies Record<string, PartKindSpec>

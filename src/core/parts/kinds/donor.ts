import { maybe, lengthOf, other } from '../dimensionSpec.ts'
import { WOOD_NAMES } from '../woods.ts'
import { trait, type PartKindSpec } from './partKindSpec.ts'

/** A whole instrument that gives its parts. Its places are taken from the nut and stay with it as a template. */
export const DONOR_KINDS = {
  donor: {
    label: 'Donor instrument',
    outline: false,
    features: [
      'pickup-rout',
      'control-cavity',
      'pot-hole',
      'switch-hole',
      'jack-hole',
      'screw-hole',
      'stud-hole',
      'tuner-hole',
    ],
    look: [
      'Play every fret before it comes apart',
      'Note string height at fret 12 and saddle places',
      'Photograph wires before the first is cut',
    ],
    dims: {
      scaleLength: lengthOf(
        'scale length',
        300,
        1200,
        648,
        'Steel rule from nut edge to fret 12’s crown, doubled.',
      ),
      frets: other('count', 'frets', 0, 36, 22, 'Count them.'),
      strings: other('count', 'strings', 1, 18, 6, 'Count them.'),
      nutToHeelEnd: lengthOf(
        'nut to heel end',
        150,
        900,
        470,
        'Rule from the nut to the end of the neck in its pocket.',
      ),
      nutToBridge: lengthOf(
        'nut to the bridge plate’s front edge',
        200,
        1300,
        630,
        'Rule from the nut along the centre line.',
      ),
      stringSpread: lengthOf(
        'string spread at the bridge',
        15,
        200,
        52,
        'Calliper between the outer saddles’ slots.',
      ),
      widthAtNut: lengthOf('width at the nut', 20, 90, 42, 'Calliper.'),
      widthAtLastFret: lengthOf('fingerboard width at the last fret', 25, 110, 56, 'Calliper.'),
      bodyThickness: lengthOf('body thickness', 15, 120, 44, 'Calliper at the edge.'),
      mass: maybe(other('mass', 'mass', 500, 9000, 3400, 'Bathroom scale: you with it, less you.')),
    },
    traits: { wood: trait('body wood', WOOD_NAMES, 'red alder') },
  },
} as const satisfies Record<string, PartKindSpec>

import { maybe, lengthOf, type DimensionSpec } from './dimensionSpec.ts'

const HOLE_HOW = 'Calliper, inside jaws, across two directions; or the largest bit shank that slips in.'
const place = {
  x: lengthOf('place along the centre line', -800, 1200, 0, 'Steel rule along the centre line from the datum.'),
  y: lengthOf(
    'place off the centre line',
    -400,
    400,
    0,
    'Steel rule square to the centre line, towards the treble side.',
  ),
}
const hole = {
  ...place,
  diameter: lengthOf('diameter', 0.5, 60, 8, HOLE_HOW),
  depth: maybe(lengthOf('depth', 0, 80, 10, 'Depth rod of the calliper.')),
  farX: maybe(lengthOf('far mouth, along', -800, 1200, 0, 'Steel rule on the other face, from the same datum.')),
  farY: maybe(
    lengthOf(
      'far mouth, off the centre line',
      -400,
      400,
      0,
      'Steel rule on the other face, square to the centre line, towards the treble side.',
    ),
  ),
}
const controlHole = {
  ...hole,
  topThickness: maybe(
    lengthOf('top at this hole, if recessed', 0.5, 40, 6, 'Calliper through the hole, over the top.'),
  ),
}
const rout = {
  ...place,
  length: lengthOf('length along the strings', 3, 400, 40, 'Calliper, inside jaws, along the strings.'),
  width: lengthOf('width across the strings', 3, 400, 70, 'Calliper, inside jaws, across the strings.'),
  corner: lengthOf('corner radius', 0, 60, 4, 'Lay drill shanks into the corner until one touches all along.'),
  depth: lengthOf('depth', 0.5, 80, 18, 'Depth rod of the calliper, at three places.'),
}
const { depth: _depth, ...opening } = rout
void _depth

/**
 * Places on a part where another part goes in or through, and their dimensions. Datum: the body's is the pocket's
 * end wall on the centre line, the neck's the fingerboard edge of the nut, the bridge's its foremost saddle point,
 * a guard's its neck notch where the body's pocket ends; a donor's the fingerboard edge of the nut;
 * x runs towards the bridge, y to the treble side.
 */
export const FEATURE_ROLES = {
  'neck-pocket': {
    label: 'Neck pocket',
    dims: {
      ...rout,
      length: lengthOf('length', 20, 200, 76, 'Calliper, inside jaws, from the mouth to the end wall.'),
      width: lengthOf('width at the mouth', 20, 90, 56, 'Calliper, inside jaws, right at the mouth.'),
      widthEnd: lengthOf('width at the end', 20, 90, 56, 'Calliper, inside jaws, just before the end wall.'),
      floorDip: lengthOf('dip in the floor', 0, 5, 0.05, 'Straightedge across the floor, feeler gauge under it.'),
    },
  },
  'pickup-rout': { label: 'Pickup rout', dims: rout },
  'control-cavity': {
    label: 'Control cavity',
    dims: {
      ...rout,
      topThickness: lengthOf(
        'top left over the cavity',
        1,
        40,
        6,
        'Body thickness less cavity depth, or calliper through a control hole.',
      ),
    },
  },
  'pot-hole': { label: 'Control hole', dims: controlHole },
  'switch-hole': { label: 'Switch hole', dims: controlHole },
  'jack-hole': {
    label: 'Jack hole',
    dims: { ...hole, depth: maybe(lengthOf('depth', 0, 80, 25, 'Depth rod of the calliper.')) },
  },
  'tuner-hole': { label: 'Tuner hole', dims: hole },
  'screw-hole': { label: 'Screw hole', dims: hole },
  'stud-hole': { label: 'Post hole', dims: hole },
  'ferrule-hole': { label: 'Ferrule hole', dims: hole },
  'tremolo-rout': { label: 'Tremolo rout', dims: rout },
  'spring-cavity': { label: 'Spring cavity', dims: rout },
  'battery-box': { label: 'Battery box', dims: rout },
  chamber: {
    label: 'Chamber',
    dims: { ...rout, topThickness: lengthOf('top left over it', 1, 40, 5, 'Calliper at a sound hole’s edge.') },
  },
  'sound-hole': {
    label: 'Sound hole',
    dims: {
      ...opening,
      depth: maybe(lengthOf('thickness of the top there', 1, 80, 6, 'Calliper at the hole’s edge.')),
    },
  },
  channel: {
    label: 'Wire channel',
    dims: {
      ...place,
      diameter: hole.diameter,
      depth: maybe(
        lengthOf('its middle below the face', 0, 80, 15, 'Depth rod to its upper edge, plus half its diameter.'),
      ),
      toX: maybe(
        lengthOf('place along where it ends', -800, 1200, 0, 'Steel rule along the centre line from the datum.'),
      ),
      toY: maybe(
        lengthOf(
          'place off the centre line where it ends',
          -400,
          400,
          0,
          'Steel rule square to the centre line, towards the treble side.',
        ),
      ),
      toDepth: maybe(
        lengthOf(
          'its middle below the face where it ends',
          0,
          80,
          15,
          'Depth rod to its upper edge there, plus half its diameter.',
        ),
      ),
    },
  },
  'rod-notch': {
    label: 'Truss rod notch',
    dims: {
      ...place,
      length: lengthOf('length along the strings', 0, 80, 15, 'Rule from the pocket’s end wall.'),
      width: lengthOf('width', 2, 60, 12, 'Calliper, inside jaws.'),
    },
  },
  'cut-out': { label: 'Cut-out', dims: opening },
} as const satisfies Record<string, { label: string; dims: Record<string, DimensionSpec> }>

export type FeatureRole = keyof typeof FEATURE_ROLES
export const FEATURE_ROLE_NAMES = Object.keys(FEATURE_ROLES) as FeatureRole[]

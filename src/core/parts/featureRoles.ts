import { maybe, lengthOf, type DimensionSpec } from './dimensionSpec.ts'

/** What is known of a hole, rout or pocket before any is at hand; `spreads` as those of a kind of part. */
export interface FeatureRoleSpec {
  label: string
  dims: Record<string, DimensionSpec>
  spreads?: Readonly<Record<string, number>>
}

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
    spreads: { x: 0, y: 0, length: 5, width: 2, widthEnd: 2, corner: 2, depth: 1.5, floorDip: 0.1 },
  },
  'pickup-rout': {
    label: 'Pickup rout',
    dims: rout,
    spreads: { x: 8, y: 1, length: 3, width: 4, corner: 3, depth: 2.5 },
  },
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
    spreads: { x: 15, y: 12, length: 20, width: 12, corner: 8, depth: 5, topThickness: 2 },
  },
  'pot-hole': {
    label: 'Control hole',
    dims: controlHole,
    spreads: { x: 12, y: 10, diameter: 0.7, topThickness: 2 },
  },
  'switch-hole': {
    label: 'Switch hole',
    dims: controlHole,
    spreads: { x: 15, y: 12, diameter: 0.8, topThickness: 2 },
  },
  'jack-hole': {
    label: 'Jack hole',
    dims: { ...hole, depth: maybe(lengthOf('depth', 0, 80, 25, 'Depth rod of the calliper.')) },
    spreads: { x: 20, y: 15, diameter: 1.5, depth: 3 },
  },
  'tuner-hole': { label: 'Tuner hole', dims: hole, spreads: { x: 5, y: 3, diameter: 0.8 } },
  'screw-hole': { label: 'Screw hole', dims: hole, spreads: { x: 3, y: 3, diameter: 0.4 } },
  'stud-hole': { label: 'Post hole', dims: hole, spreads: { x: 4, y: 2, diameter: 0.8, depth: 4 } },
  'ferrule-hole': { label: 'Ferrule hole', dims: hole, spreads: { x: 4, y: 1.5, diameter: 0.8 } },
  'tremolo-rout': {
    label: 'Tremolo rout',
    dims: rout,
    spreads: { x: 5, y: 2, length: 4, width: 4, corner: 3, depth: 4 },
  },
  'spring-cavity': {
    label: 'Spring cavity',
    dims: rout,
    spreads: { x: 10, y: 3, length: 12, width: 6, corner: 4, depth: 3 },
  },
  'battery-box': {
    label: 'Battery box',
    dims: rout,
    spreads: { x: 15, y: 15, length: 4, width: 3, corner: 2, depth: 4 },
  },
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
    spreads: { x: 12, y: 12, toX: 12, toY: 12, diameter: 2, depth: 4 },
  },
  'rod-notch': {
    label: 'Truss rod notch',
    dims: {
      ...place,
      length: lengthOf('length along the strings', 0, 80, 15, 'Rule from the pocket’s end wall.'),
      width: lengthOf('width', 2, 60, 12, 'Calliper, inside jaws.'),
    },
    spreads: { x: 1, y: 1, length: 6, width: 4 },
  },
  'cut-out': { label: 'Cut-out', dims: opening, spreads: { x: 6, y: 1, length: 1, width: 1.5, corner: 1.5 } },
} as const satisfies Record<string, FeatureRoleSpec>

export type FeatureRole = keyof typeof FEATURE_ROLES
export const FEATURE_ROLE_NAMES = Object.keys(FEATURE_ROLES) as FeatureRole[]

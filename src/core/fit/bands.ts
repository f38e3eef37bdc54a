/** What happens outside a joint's snug band, and where it stops going at all. */
export interface Band {
  label: string
  /** Which clearance is compared, in words. */
  compared: string
  /** Snug from low to high, mm; no high: more never hurts. */
  low: number
  high?: number
  /** Below this it won't go; between this and low it is tight. */
  never: number
  /** Above this it won't go either; between high and this it is loose. */
  neverAbove?: number
  source: string
}

const C = 'common practice'
const LIMIT = 'common practice; where it stops going is from memory'

/** Snug bands of all joint families, mm. The handbook's table of joints; a build may change low and high. */
export const BANDS = {
  'heel width': { label: 'Heel width in pocket', compared: 'pocket − heel', low: 0.05, high: 0.25, never: -0.1, source: LIMIT },
  'heel length': { label: 'Heel end to pocket end', compared: 'pocket length − heel length', low: 0, high: 0.4, never: -0.5, source: LIMIT },
  'pocket floor': { label: 'Pocket floor', compared: '0.10 − dip under the heel', low: 0, never: -0.4, source: LIMIT },
  'bridge line': { label: 'Bridge line', compared: 'scale length − foremost saddle', low: 0, high: 5, never: -1, neverAbove: 6, source: LIMIT },
  'tuner bushing pressed': { label: 'Tuner bushing, pressed', compared: 'hole − bushing', low: -0.12, high: -0.02, never: -0.25, source: LIMIT },
  'tuner bushing threaded': { label: 'Tuner bushing, threaded', compared: 'hole − bushing', low: 0.1, high: 0.5, never: 0, source: LIMIT },
  'tuner pitch': { label: 'Tuner bodies side by side', compared: 'pitch − body width', low: 0.1, never: 0, source: C },
  'tuner edge': { label: 'Tuner hole to headstock edge', compared: 'edge − hole radius', low: 3, never: 1.5, source: LIMIT },
  'head thickness': { label: 'Headstock in the tuner’s range', compared: 'room to the nearer end of the range', low: 0, never: -0.5, source: LIMIT },
  'string margin': { label: 'String to fingerboard edge', compared: 'edge − string surface at the last fret', low: 2.5, high: 4.5, never: 1, source: 'common practice: about 3 mm, under 2.5 mm the string falls off; the rest from memory' },
  'nut thickness': { label: 'Nut in its slot', compared: 'slot − nut', low: 0, high: 0.05, never: -0.6, source: LIMIT },
  'nut length': { label: 'Nut against neck width', compared: 'nut − neck width', low: 0, high: 0.3, never: -1, source: LIMIT },
  'pickup rout': { label: 'Pickup in its rout', compared: 'distance between outlines, per side', low: 0.3, high: 2, never: 0, source: C },
  'pickup depth': { label: 'Pickup depth', compared: 'rout depth − pickup at its lowest', low: 1, never: 0, source: C },
  'pole spread': { label: 'Strings over poles', compared: 'outer pole − its string', low: -1, high: 1, never: -4, neverAbove: 4, source: 'common practice: ±1 mm is fine, 2 mm is audible; the limits from memory' },
  'control thread': { label: 'Thread through the top', compared: 'thread − (top + washer + nut)', low: 1, high: 4, never: 0, source: C },
  'control hole': { label: 'Bushing in its hole', compared: 'hole − thread', low: 0.1, high: 0.6, never: 0, source: C },
  'cavity depth': { label: 'Case under the cover', compared: 'cavity depth − case', low: 2, never: 0, source: C },
  'saddle height': { label: 'Saddle height from neck angle', compared: 'needed height − lowest saddle', low: 0.5, high: 4, never: 0, neverAbove: 5, source: 'geometry; reserves from memory' },
  'screw bite': { label: 'Neck screw bite', compared: 'length in the heel', low: 12, never: 8, source: LIMIT },
  'screw tip': { label: 'Neck screw under the fingerboard', compared: 'wood left before the fingerboard', low: 3, never: 0.5, source: LIMIT },
  'neck screw hole': { label: 'Neck screw through the body', compared: 'body hole − screw', low: 0.3, high: 0.8, never: 0, source: C },
  'neck screw pattern': { label: 'Neck screw pattern', compared: '0.3 − offset of body hole and heel hole', low: 0, never: -1, source: LIMIT },
  'tuner screw beside old hole': { label: 'Tuner screw beside an old hole', compared: 'centre distance − both radii', low: 1, never: 0, source: C },
  'nut height': { label: 'Nut above the board', compared: 'nut height − slot floor needed', low: 0.2, high: 2.5, never: -1.5, source: 'geometry; limits from memory' },
  'locking nut': { label: 'Locking nut on its shelf', compared: 'nut − shelf', low: -0.2, high: 0.2, never: -1, neverAbove: 1, source: LIMIT },
  'post bushing': { label: 'Post bushing pressed in', compared: 'hole − bushing', low: -0.15, high: -0.05, never: -0.4, source: LIMIT },
  'post spacing': { label: 'Post spacing', compared: 'body − bridge', low: -0.2, high: 0.2, never: -1, neverAbove: 1, source: LIMIT },
  'bridge screws': { label: 'Bridge screw pattern', compared: 'holes in the body − holes in the bridge', low: -0.25, high: 0.25, never: -1.5, neverAbove: 1.5, source: LIMIT },
  'tremolo block': { label: 'Tremolo block', compared: 'cavity − swing', low: 2, never: 0, source: C },
  'pickup in cut-out': { label: 'Pickup in its cut-out', compared: 'distance between outlines, per side', low: 0.1, high: 0.5, never: -0.3, source: LIMIT },
  'guard over routs': { label: 'Guard cut-out over its rout', compared: '0.5 − offset of centres', low: 0, never: -3, source: 'common practice: beyond 1 mm it is visible; where it stops going is from memory' },
  'guard gap': { label: 'Guard against its neighbours', compared: 'gap', low: 0.2, high: 1, never: 0, source: C },
  'guard edge': { label: 'Guard inside the body’s edge', compared: 'distance to the body’s edge', low: 1, never: 0, source: 'from memory' },
  'mounting bite': { label: 'Mounting screw’s bite', compared: 'length − what it holds', low: 5, never: 2, source: LIMIT },
  'mounting tab': { label: 'Mounting screw through its tab', compared: 'tab hole − screw', low: 0.3, high: 1, never: 0, source: C },
  'pickup spring': { label: 'Spring on a pickup screw', compared: 'free length − solid length − travel', low: 2, never: 0, source: LIMIT },
  'ring opening': { label: 'Pickup in its ring', compared: 'distance between outlines, per side', low: 0.1, high: 0.6, never: 0, source: 'from memory' },
  'ring foot': { label: 'Ring over its rout', compared: 'ring beyond the rout, per side', low: 1, never: 0, source: 'from memory' },
  'ring curve': { label: 'Ring’s foot on the top', compared: '0.5 − gap under the foot', low: 0, never: -4, source: 'common practice: curve and slope match the top; limits from memory' },
  'ring slope': { label: 'Tall ring to the bridge', compared: 'bridge ring − neck ring', low: 0, never: -6, source: C },
  'knob bore': { label: 'Knob on its shaft', compared: 'bore − shaft', low: -0.1, high: 0.1, never: -0.5, neverAbove: 1.5, source: LIMIT },
  'control neighbours': { label: 'Cases side by side', compared: 'distance − both cases', low: 1, never: 0, source: C },
  'control wall': { label: 'Case beside the cavity’s wall', compared: 'wall − case', low: 0.5, never: 0, source: 'from memory' },
  'blade slot': { label: 'Lever in its slot', compared: 'slot − lever’s travel', low: 0.5, never: 0, source: 'from memory' },
  'jack wall': { label: 'Jack through its wall or plate', compared: 'thread − (wall + washer + nut)', low: 1, high: 6, never: 0, source: LIMIT },
  'jack bore': { label: 'Jack in its bore', compared: 'bore − thread', low: 0.1, high: 0.8, never: 0, source: LIMIT },
  'jack barrel': { label: 'Barrel jack through its wall', compared: 'barrel − wall', low: 3, never: -2, source: 'from memory: the lugs have to stand free behind the wall' },
  battery: { label: 'Battery in its box', compared: 'box − battery, tightest way', low: 0.5, high: 4, never: 0, source: 'from memory' },
  'string hole': { label: 'String through its hole', compared: 'hole − string', low: 0.1, never: 0, source: C },
  ferrule: { label: 'Ferrule pressed in', compared: 'hole − ferrule', low: -0.12, high: -0.02, never: -0.3, source: 'from memory, as pressed bushings' },
  'ball in ferrule': { label: 'String ball in its ferrule', compared: 'bore − ball', low: 0.1, never: 0, source: 'common practice; ball 3.9 mm from memory' },
  'truss rod': { label: 'Truss rod within reach', compared: 'notch − room for the tool', low: 0, never: -12, source: 'from memory' },
  'service length': { label: 'Service length of leads', compared: 'lead − way', low: 30, never: 0, source: 'common practice: 150 mm where a guard has to lie beside the body; the rest from memory' },
} as const satisfies Record<string, Band>

export type FamilyId = keyof typeof BANDS

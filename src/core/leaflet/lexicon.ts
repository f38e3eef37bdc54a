import type { FeatureRole } from '../parts/featureRoles.ts'
import type { PartKind } from '../parts/partKinds.ts'

/** Words that mean the same on a leaflet [common practice]. Everything is lower case and in the singular. */
const SAME: Readonly<Record<string, string>> = {
  wide: 'width',
  w: 'width',
  thick: 'thickness',
  t: 'thickness',
  deep: 'depth',
  d: 'depth',
  long: 'length',
  l: 'length',
  high: 'height',
  tall: 'height',
  h: 'height',
  dia: 'diameter',
  diam: 'diameter',
  weigh: 'mass',
  weight: 'mass',
  fretboard: 'fingerboard',
  head: 'headstock',
  peghead: 'headstock',
  spacing: 'spread',
  machine: 'tuner',
  machinehead: 'tuner',
  potentiometer: 'pot',
  scratchplate: 'guard',
  pickguard: 'guard',
  humbucker: 'pickup',
  route: 'rout',
  routing: 'rout',
  cavity: 'cavity',
  fingerrest: 'guard',
  cap: 'capacitor',
  cable: 'lead',
  wire: 'lead',
  socket: 'jack',
  stud: 'post',
  dcr: 'resistance',
  housing: 'housing',
  mount: 'mounting',
}

const STOP = new Set([
  'the',
  'of',
  'a',
  'an',
  'in',
  'is',
  'it',
  'its',
  'to',
  'and',
  'with',
  'for',
  'about',
  'approx',
  'ca',
  'at',
  'on',
  'has',
  'mm',
  'inch',
  'set',
  'pcs',
  'pieces',
  'piece',
  'each',
  'i',
  'x',
])

/** Singular of a plain English noun, as far as leaflets need it. */
const singular = (w: string): string =>
  w.length > 3 && w.endsWith('s') && !w.endsWith('ss') && !w.endsWith('us') ? w.slice(0, -1) : w

/** The words of a text that carry meaning, in order. */
export const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .split(' ')
    .filter(w => w && !STOP.has(w))
    .map(w => SAME[singular(w)] ?? SAME[w] ?? singular(w))

/** What a line speaks of: a part by its slot or kind, or a place on one. */
export interface Subject {
  kind: PartKind
  slot?: string
  role?: FeatureRole
  serves?: string
}

const pickups = ['bridge', 'middle', 'neck'] as const

/** Phrases that name a part or a place; the first that is found in a line takes its words. */
export const SUBJECTS: readonly (readonly [phrase: string, subject: Subject])[] = [
  ...pickups.flatMap((p): [string, Subject][] => [
    [`${p} pickup rout`, { kind: 'body', role: 'pickup-rout', serves: `pickup-${p}` }],
    [`${p} pickup cavity`, { kind: 'body', role: 'pickup-rout', serves: `pickup-${p}` }],
    [`${p} rout`, { kind: 'body', role: 'pickup-rout', serves: `pickup-${p}` }],
    [`${p} ring`, { kind: 'ring', slot: `ring-${p}` }],
    [`${p} pickup`, { kind: 'pickup', slot: `pickup-${p}` }],
  ]),
  ['pickup rout', { kind: 'body', role: 'pickup-rout' }],
  ['pickup cavity', { kind: 'body', role: 'pickup-rout' }],
  ['pickup ring', { kind: 'ring' }],
  ['neck pocket', { kind: 'body', role: 'neck-pocket' }],
  ['pocket', { kind: 'body', role: 'neck-pocket' }],
  ['mortise', { kind: 'body', role: 'neck-pocket' }],
  ['control cavity', { kind: 'body', role: 'control-cavity' }],
  ['electronic cavity', { kind: 'body', role: 'control-cavity' }],
  ['tuner headstock hole', { kind: 'neck', role: 'tuner-hole' }],
  ['tuner hole', { kind: 'neck', role: 'tuner-hole' }],
  ['neck screw', { kind: 'screws', slot: 'neck-screws' }],
  ['bridge screw', { kind: 'screws', slot: 'bridge-screws' }],
  ['tuner screw', { kind: 'screws', slot: 'tuner-screws' }],
  ['guard screw', { kind: 'screws', slot: 'guard-screws' }],
  ['pickup screw', { kind: 'screws', slot: 'pickup-screws' }],
  ['strap button screw', { kind: 'screws', slot: 'button-screws' }],
  ['button screw', { kind: 'screws', slot: 'button-screws' }],
  ['neck plate', { kind: 'plate', slot: 'neck-plate' }],
  ['jack plate', { kind: 'plate', slot: 'jack-plate' }],
  ['control plate', { kind: 'plate', slot: 'control-plate' }],
  ['back cover', { kind: 'plate', slot: 'back-cover' }],
  ['back plate', { kind: 'plate', slot: 'back-cover' }],
  ['strap button', { kind: 'buttons' }],
  ['locking nut', { kind: 'locking-nut' }],
  ['string tree', { kind: 'trees' }],
  ['volume pot', { kind: 'pot', slot: 'pot-volume' }],
  ['tone pot', { kind: 'pot', slot: 'pot-tone' }],
  ['output jack', { kind: 'jack' }],
  ['tuner headstock', { kind: 'tuners' }],
  ['volume', { kind: 'pot', slot: 'pot-volume' }],
  ['tone', { kind: 'pot', slot: 'pot-tone' }],
  ['pickup', { kind: 'pickup' }],
  ['pot', { kind: 'pot' }],
  ['capacitor', { kind: 'capacitor' }],
  ['jack', { kind: 'jack' }],
  ['knob', { kind: 'knob' }],
  ['switch', { kind: 'switch' }],
  ['toggle', { kind: 'switch' }],
  ['tuner', { kind: 'tuners' }],
  ['tailpiece', { kind: 'tailpiece' }],
  ['bridge', { kind: 'bridge' }],
  ['body', { kind: 'body' }],
  ['neck', { kind: 'neck' }],
  ['guard', { kind: 'guard' }],
  ['ferrule', { kind: 'ferrules' }],
  ['spring', { kind: 'springs' }],
  ['post', { kind: 'studs' }],
  ['battery', { kind: 'battery' }],
  ['nut', { kind: 'nut' }],
]

/** A dimension's names: those that name it by themselves, and those that need its part beside them. */
interface Names {
  alone?: readonly string[]
  beside?: readonly string[]
}

/** Names of dimensions beside their labels' own words [common practice]. */
export const NAMES: Partial<Record<PartKind, Readonly<Record<string, Names>>>> = {
  neck: {
    scaleLength: { alone: ['scale', 'scale length'] },
    frets: { alone: ['fret', 'number fret', 'fret count'] },
    nutToHeelEnd: { alone: ['nut heel', 'nut heel end', 'nut end heel'] },
    heelLength: { alone: ['heel length'] },
    heelWidth: { alone: ['heel width'] },
    heelThickness: { alone: ['heel thickness', 'heel depth', 'heel height'] },
    fingerboardThickness: { alone: ['fingerboard thickness', 'fingerboard thickness heel'] },
    fretHeight: { alone: ['fret height', 'fret crown height', 'fret wire height'] },
    widthAtNut: { alone: ['nut width', 'width nut'] },
    widthAtLastFret: { alone: ['last fret', 'width last fret', 'width end fingerboard'] },
    radius: { alone: ['fingerboard radius'], beside: ['radius'] },
    slotWidth: { alone: ['nut slot width', 'nut slot'] },
    slotDepth: { alone: ['nut slot depth'] },
    headThickness: { alone: ['headstock thickness', 'headstock'] },
  },
  body: {
    thickness: { alone: ['body thickness', 'body depth'], beside: ['thickness'] },
    mass: { beside: ['mass'] },
  },
  bridge: {
    plateLength: { beside: ['length', 'plate length'] },
    plateWidth: { beside: ['width', 'plate width'] },
    plateThickness: { beside: ['plate thickness', 'thickness'] },
    stringSpread: { alone: ['string spread', 'string spread bridge'], beside: ['spread'] },
    saddleTravel: { alone: ['saddle travel', 'intonation travel'], beside: ['travel'] },
    stringHole: { beside: ['string hole'] },
    postSpacing: { alone: ['post spread'] },
    blockDepth: { alone: ['block height', 'block depth', 'tremolo block depth'] },
    blockWidth: { alone: ['block width'] },
    blockLength: { alone: ['block thickness', 'block length'] },
    screwSpread: { beside: ['mounting hole', 'screw spread', 'mounting spread'] },
  },
  tuners: {
    bushingDiameter: { beside: ['bushing diameter', 'bushing', 'ferrule diameter'] },
    bodyWidth: { beside: ['housing width', 'body width', 'housing'] },
    postHeight: { alone: ['string post height'], beside: ['post height'] },
    postDiameter: { beside: ['post diameter', 'shaft diameter'] },
    stringHole: { beside: ['post hole', 'string hole'] },
    screwOffset: { beside: ['screw offset'] },
  },
  pickup: {
    poleSpread: { alone: ['pole spread', 'magnet spread', 'pole piece spread'] },
    leadLength: { beside: ['lead', 'lead length'] },
    mountSpread: { beside: ['mounting hole', 'mounting spread', 'screw spread'] },
    dcResistance: { beside: ['resistance'] },
    length: { beside: ['length'] },
    width: { beside: ['width'] },
  },
  pot: {
    shaftDiameter: { beside: ['shaft', 'shaft diameter'] },
    threadDiameter: { beside: ['thread', 'thread diameter', 'bushing diameter'] },
    threadLength: { beside: ['thread length', 'bushing length'] },
    caseWidth: { beside: ['diameter', 'case diameter', 'case width'] },
  },
  switch: {
    threadDiameter: { beside: ['thread', 'thread diameter'] },
    threadLength: { beside: ['thread length'] },
  },
  jack: {
    threadDiameter: { beside: ['thread', 'thread diameter'] },
    threadLength: { beside: ['thread length'] },
  },
  knob: { outsideDiameter: { beside: ['diameter', 'outer diameter'] }, bore: { beside: ['bore', 'hole'] } },
  screws: { diameter: { beside: ['diameter'] }, length: { beside: ['length'] } },
  nut: { length: { beside: ['length'] }, thickness: { beside: ['thickness'] }, height: { beside: ['height'] } },
  studs: { postDiameter: { beside: ['diameter'] }, bushingDiameter: { beside: ['bushing diameter', 'bushing'] } },
}

/** Two dimensions that a range fills, by the words that name them. */
export const RANGES: readonly { kind: PartKind; names: readonly string[]; keys: readonly [string, string] }[] = [
  {
    kind: 'tuners',
    names: ['headstock thickness', 'headstock', 'thickness'],
    keys: ['reachMin', 'reachMax'],
  },
  { kind: 'bridge', names: ['saddle height', 'height adjustment', 'height'], keys: ['saddleLow', 'saddleHigh'] },
]

/** Dimensions that a figure like 56 x 76 x 16 fills, for a part or a place. */
export const BOXES: Partial<Record<PartKind | FeatureRole, readonly string[]>> = {
  'neck-pocket': ['width', 'length', 'depth'],
  'pickup-rout': ['length', 'width', 'depth'],
  'control-cavity': ['length', 'width', 'depth'],
  'battery-box': ['length', 'width', 'depth'],
  plate: ['length', 'width', 'thickness'],
  screws: ['diameter', 'length'],
  nut: ['length', 'thickness', 'height'],
  bridge: ['plateLength', 'plateWidth', 'plateThickness'],
  pickup: ['length', 'width', 'depthBelowTop'],
  ring: ['length', 'width', 'tall'],
  battery: ['length', 'width', 'height'],
  springs: ['outsideDiameter', 'freeLength'],
  knob: ['outsideDiameter', 'boreDepth'],
  'locking-nut': ['width', 'length', 'height'],
}

/** The dimension that is meant when a leaflet names only the part or place. */
export const BARE: Partial<Record<PartKind | FeatureRole, { kind: PartKind; key: string }>> = {
  nut: { kind: 'neck', key: 'widthAtNut' },
  'tuner-hole': { kind: 'neck', key: 'diameter' },
}

/** Key of a place's dimension by the letter or word that stands for it. */
export const PLACE_NAMES: Readonly<Record<string, readonly string[]>> = {
  length: ['length'],
  width: ['width', 'width mouth'],
  widthEnd: ['width end'],
  depth: ['depth'],
  corner: ['corner radius', 'radius'],
  diameter: ['diameter'],
}

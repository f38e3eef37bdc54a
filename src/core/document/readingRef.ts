import { GRIT_NAMES, type GritName } from '../parts/grits.ts'
import { ZONES, type Zone } from './finishNames.ts'

/** What a reading is of, as a record; documents keep it as one line of text. */
export type ReadingRef =
  | { kind: 'dimension'; of: string }
  | { kind: 'setup'; what: string }
  | { kind: 'meter'; setting: string }
  /** Ohms between two lugs at a setting of switches and knobs. */
  | { kind: 'probe'; a: string; b: string; setting: string }
  /** Something listened to, or a needle watched, at a setting; of one component or of all. */
  | { kind: 'heard'; what: HeardSort; of?: string; setting: string }
  | { kind: 'frets'; low: number; high: number }
  | { kind: 'edge'; station: EdgeStationName; edge: EdgeName }
  | { kind: 'hole'; hole: string; axis: HoleAxis }
  /** A neck clamped dry: how high a straightedge on its frets passes over the body's top at the bridge. */
  | { kind: 'dry' }
  /** A note held at a fret, off what it should sound, cents: sharp +; fret 0 is the open string. */
  | { kind: 'cents'; string: number; fret: number }
  /** Turns that were made of a screw: the rod tightened, both claw screws let out, a side's saddle screws raised. */
  | { kind: 'turned'; what: TurnedWhat }
  /** How far off a string comes back, cents, after the bar was pushed down or pulled up. */
  | { kind: 'stick'; string: number; way: StickWay }
  /** A fret's crown over those beside it, mm: high +. */
  | { kind: 'fret'; fret: number }
  /** Film of so many coats of a layer, µm: the step on a test panel, or a gauge on a zone; or what left the can for them, g. */
  | { kind: 'film'; how: 'panel' | 'weight'; layer: string; coats: number }
  | { kind: 'film'; how: 'gauge'; zone: Zone; layer: string; coats: number }
  /** Strokes of a grit until the peel was gone. */
  | { kind: 'strokes'; grit: GritName }
  /** Air and surface where coats are put on: °C, and humidity in %. */
  | { kind: 'air'; what: AirWhat }

export const STICK_WAYS = ['dive', 'pull'] as const
export type StickWay = (typeof STICK_WAYS)[number]
export const TURNED = ['rod', 'claw', 'saddle-bass', 'saddle-treble'] as const
export type TurnedWhat = (typeof TURNED)[number]
export const AIR_WHAT = ['room', 'surface', 'humidity'] as const
export type AirWhat = (typeof AIR_WHAT)[number]

/** A zone's name as a reference has it, and back. */
const zoneName = (z: Zone): string => z.replaceAll(' ', '-')
const BY_ZONE_NAME = new Map(ZONES.map(z => [zoneName(z), z]))

/** What is listened to, or watched. */
export const HEARD = ['level', 'treble', 'tap', 'swing', 'hum', 'touch', 'crackle'] as const
export type HeardSort = (typeof HEARD)[number]

export const EDGE_STATIONS = ['mouth', 'bridge'] as const
export type EdgeStationName = (typeof EDGE_STATIONS)[number]
/** Both edges at a station, and where the station is. */
export const EDGES = ['at', 'treble', 'bass'] as const
export type EdgeName = (typeof EDGES)[number]
export const HOLE_AXES = ['along', 'across'] as const
export type HoleAxis = (typeof HOLE_AXES)[number]

/** The form in which a document keeps a reference. */
export function readingText(r: ReadingRef): string {
  switch (r.kind) {
    case 'dimension':
      return `part/${r.of}`
    case 'setup':
      return `setup.${r.what}`
    case 'meter':
      return `meter.${r.setting}`
    case 'probe':
      return `probe.${r.a}/${r.b}@${r.setting}`
    case 'heard':
      return `heard.${r.what}${r.of === undefined ? '' : `.${r.of}`}@${r.setting}`
    case 'frets':
      return `layout.frets.${r.low}-${r.high}`
    case 'edge':
      return `layout.edge.${r.station}.${r.edge}`
    case 'dry':
      return 'layout.dry'
    case 'film':
      return `film.${r.how}.${r.how === 'gauge' ? `${zoneName(r.zone)}.` : ''}${r.layer}.${r.coats}`
    case 'cents':
      return `cents.${r.string}.${r.fret}`
    case 'stick':
      return `stick.${r.string}.${r.way}`
    case 'turned':
      return `turned.${r.what}`
    case 'fret':
      return `fret.${r.fret}`
    case 'strokes':
      return `strokes.${r.grit}`
    case 'air':
      return `air.${r.what}`
    case 'hole':
      return `hole.${r.hole}.${r.axis}`
  }
}

const FORMS: readonly [RegExp, (m: RegExpExecArray) => ReadingRef][] = [
  [/^part\/([a-z0-9-]+\/.+)$/, m => ({ kind: 'dimension', of: m[1]! })],
  [/^setup\.([a-z][a-z0-9.-]*)$/i, m => ({ kind: 'setup', what: m[1]! })],
  [/^meter\.(.+)$/, m => ({ kind: 'meter', setting: m[1]! })],
  [
    /^probe\.([a-z0-9-]+\.[a-z0-9-]+)\/([a-z0-9-]+\.[a-z0-9-]+)@(.+)$/,
    m => ({ kind: 'probe', a: m[1]!, b: m[2]!, setting: m[3]! }),
  ],
  [
    new RegExp(`^heard\\.(${HEARD.join('|')})(?:\\.([a-z0-9-]+))?@(.+)$`),
    m => ({ kind: 'heard', what: m[1] as HeardSort, ...(m[2] ? { of: m[2] } : {}), setting: m[3]! }),
  ],
  [/^layout\.frets\.(\d{1,2})-(\d{1,2})$/, m => ({ kind: 'frets', low: Number(m[1]), high: Number(m[2]) })],
  [
    new RegExp(`^layout\\.edge\\.(${EDGE_STATIONS.join('|')})\\.(${EDGES.join('|')})$`),
    m => ({ kind: 'edge', station: m[1] as EdgeStationName, edge: m[2] as EdgeName }),
  ],
  [/^layout\.dry$/, () => ({ kind: 'dry' })],
  [
    /^cents\.([1-9]|1[0-8])\.(\d|[12]\d|3[0-6])$/,
    m => ({ kind: 'cents', string: Number(m[1]), fret: Number(m[2]) }),
  ],
  [
    new RegExp(`^stick\\.([1-9]|1[0-8])\\.(${STICK_WAYS.join('|')})$`),
    m => ({ kind: 'stick', string: Number(m[1]), way: m[2] as StickWay }),
  ],
  [new RegExp(`^turned\\.(${TURNED.join('|')})$`), m => ({ kind: 'turned', what: m[1] as TurnedWhat })],
  [/^fret\.([1-9]|[12]\d|3[0-6])$/, m => ({ kind: 'fret', fret: Number(m[1]) })],
  [
    /^film\.(panel|weight)\.([a-z0-9-]+)\.([1-9]\d?)$/,
    m => ({ kind: 'film', how: m[1] as 'panel' | 'weight', layer: m[2]!, coats: Number(m[3]) }),
  ],
  [
    new RegExp(`^film\\.gauge\\.(${[...BY_ZONE_NAME.keys()].join('|')})\\.([a-z0-9-]+)\\.([1-9]\\d?)$`),
    m => ({ kind: 'film', how: 'gauge', zone: BY_ZONE_NAME.get(m[1]!)!, layer: m[2]!, coats: Number(m[3]) }),
  ],
  [new RegExp(`^strokes\\.(${GRIT_NAMES.join('|')})$`), m => ({ kind: 'strokes', grit: m[1] as GritName })],
  [new RegExp(`^air\\.(${AIR_WHAT.join('|')})$`), m => ({ kind: 'air', what: m[1] as AirWhat })],
  [
    new RegExp(`^hole\\.([a-z0-9-]+)\\.(${HOLE_AXES.join('|')})$`),
    m => ({ kind: 'hole', hole: m[1]!, axis: m[2] as HoleAxis }),
  ],
]

/** What a document says that was read; undefined when no form of reference fits. */
export function readingRef(text: string): ReadingRef | undefined {
  for (const [form, make] of FORMS) {
    const m = form.exec(text)
    if (m) return make(m)
  }
  return undefined
}

/** How a number's trail names a reading that is no part's dimension, and what such a name stands for. */
const SOURCE = 'reading/'
export const readingSource = (of: string): string => SOURCE + of
export const readingInSource = (id: string): ReadingRef | undefined =>
  id.startsWith(SOURCE) ? readingRef(id.slice(SOURCE.length)) : undefined
/** Both edges of the neck at both stations: what is not read yet goes by one name. */
export const EDGES_UNREAD = readingSource('layout.edge')

/** What would be accepted, in words. */
export const READING_FORMS =
  'part/<id>/<dimension>, setup.<what>, meter.<position>, probe.<lug>/<lug>@<position>, heard.<what>.<component>@<position>, layout.frets.<low>-<high>, layout.edge.<mouth or bridge>.<at, treble or bass>, layout.dry, cents.<string>.<fret>, stick.<string>.<dive or pull>, turned.<rod, claw, saddle-bass or saddle-treble>, fret.<number>, film.<panel or weight>.<layer>.<coats>, film.gauge.<zone>.<layer>.<coats>, strokes.<grit>, air.<room, surface or humidity>, hole.<id>.<along or across>'

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
  'part/<id>/<dimension>, setup.<what>, meter.<position>, probe.<lug>/<lug>@<position>, heard.<what>.<component>@<position>, layout.frets.<low>-<high>, layout.edge.<mouth or bridge>.<at, treble or bass>, layout.dry, hole.<id>.<along or across>'

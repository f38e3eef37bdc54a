import { labelAt } from '../parts/dimensionAt.ts'
import type { Part } from '../parts/part.ts'
import { dimensionRead, splitRef } from './quantityAt.ts'
import type { Build } from './build.ts'
import { slotsOf } from './slots.ts'
import { wordsOfReading } from './wordsOfReading.ts'

/** What an act did to the document, in the builder's words. */
export interface Edit {
  title: string
  /** Typing and dragging: acts of the same title that follow at once are one act. */
  continuous: boolean
}

type Describer = (before: Build, after: Build) => Edit | undefined

const once = (title: string): Edit => ({ title, continuous: false })
const flowing = (title: string): Edit => ({ title, continuous: true })

const labelOf = (build: Build, ref: string): string => {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  return part ? `${part.name}: ${labelAt(part, path)}` : 'a part that is gone'
}

const words = (kebab: string): string => kebab.replace(/-/g, ' ')

const readings: Describer = (a, b) => {
  const added = b.readings.filter(r => !a.readings.some(x => x.id === r.id))
  const first = added[0]
  if (first) {
    const ref = dimensionRead(first.of)
    return once(ref ? `Reading of ${labelOf(b, ref)}` : `Reading: ${wordsOfReading(b, first.of)}`)
  }
  return b.readings.length < a.readings.length ? once('A reading taken away') : once('A reading changed')
}

const fixes: Describer = (a, b) => {
  const has = (x: Build, f: Build['fixes'][number]) =>
    x.fixes.some(y => y.joint === f.joint && y.method === f.method)
  const added = b.fixes.filter(f => !has(a, f)),
    gone = a.fixes.filter(f => !has(b, f))
  if (added.length > 1) return once(`${added.length} fixes chosen`)
  if (added[0]) return once(`Fix chosen: ${words(added[0].method)}`)
  return gone[0] ? once(`Fix dropped: ${words(gone[0].method)}`) : once('Fixes')
}

const slots: Describer = (a, b) => {
  const labels = new Map([...slotsOf(a.instrument), ...slotsOf(b.instrument)].map(s => [s.id, s.label]))
  const moved = [...labels.keys()].filter(s => a.slots[s] !== b.slots[s])
  const [first] = moved
  if (!first) return undefined
  const part = b.parts.find(p => p.id === b.slots[first])
  if (moved.length > 1) return once(`${moved.length} parts chosen`)
  return once(part ? `${labels.get(first)}: ${part.name}` : `${labels.get(first)} left empty`)
}

const instrument: Describer = (a, b) => {
  const keys = (Object.keys(b.instrument) as (keyof Build['instrument'])[]).filter(
    k => JSON.stringify(a.instrument[k]) !== JSON.stringify(b.instrument[k]),
  )
  return once(`Instrument: ${keys.length ? keys.map(k => NAMES[k] ?? k).join(', ') : 'described again'}`)
}
const NAMES: Partial<Record<keyof Build['instrument'], string>> = {
  handedness: 'hand',
  neckJoint: 'neck joint',
  perCourse: 'courses',
  mounting: 'what pickups hang on',
  extras: 'what else it has',
  unsure: 'open questions',
}

const changedDims = (x: Part, y: Part): string[] => {
  const paths = new Set<string>()
  for (const k of new Set([...Object.keys(x.dims), ...Object.keys(y.dims)]))
    if (x.dims[k] !== y.dims[k] && JSON.stringify(x.dims[k]) !== JSON.stringify(y.dims[k])) paths.add(`dims.${k}`)
  for (const f of y.features) {
    const g = x.features.find(o => o.id === f.id)
    if (g && g !== f)
      for (const k of Object.keys(f.dims))
        if (JSON.stringify(f.dims[k]) !== JSON.stringify(g.dims[k])) paths.add(`features.${f.id}.${k}`)
  }
  return [...paths]
}

const parts: Describer = (a, b) => {
  const added = b.parts.filter(p => !a.parts.some(x => x.id === p.id)),
    gone = a.parts.filter(p => !b.parts.some(x => x.id === p.id))
  if (added[0]) return once(added.length > 1 ? `${added.length} parts added` : `${added[0].name} added`)
  if (gone[0]) return once(gone.length > 1 ? `${gone.length} parts taken out` : `${gone[0].name} taken out`)
  const changed = b.parts.flatMap(p => {
    const before = a.parts.find(x => x.id === p.id)
    return before && before !== p && JSON.stringify(before) !== JSON.stringify(p) ? [{ before, p }] : []
  })
  const [first] = changed
  if (!first) return undefined
  if (changed.length > 1) return once(`${changed.length} parts changed`)
  const dims = changedDims(first.before, first.p)
  return once(
    dims[0]
      ? `${first.p.name}: ${labelAt(first.p, dims[0])}${dims.length > 1 ? ` and ${dims.length - 1} more` : ''}`
      : first.p.name,
  )
}

const steps: Describer = (a, b) => {
  const states = (x: Build) => new Map(x.steps.map(s => [s.step, s.state]))
  const before = states(a),
    after = states(b)
  const done = [...after].filter(([s, v]) => before.get(s) !== v)
  if (done.length > 1) return once(`${done.length} steps ticked`)
  if (done[0]) return once(done[0][1] === 'done' ? 'Step done' : 'Step left out')
  return once('Step opened again')
}

const log: Describer = (a, b) => {
  const added = b.log.find(x => !a.log.some(y => y.id === x.id))
  return added ? once(`Log: ${added.text.split('\n')[0]}`) : once('Log')
}

/** One describer for each field of the document, in the order in which an act that touches several is named. */
const DESCRIBERS: Record<Exclude<keyof Build, 'format' | 'version' | 'id'>, Describer> = {
  readings,
  instrument,
  trials: () => once('Trial assembly done'),
  fixes,
  slots,
  steps,
  parts,
  ownSteps: (a, b) =>
    once(
      b.ownSteps.length > a.ownSteps.length
        ? 'Step of your own'
        : b.ownSteps.length < a.ownSteps.length
          ? 'Own step taken out'
          : 'Own step changed',
    ),
  placements: () => flowing('Place moved'),
  cuts: () => once('Cutting work'),
  circuit: () => flowing('Circuit'),
  finish: () => flowing('Finish'),
  setup: () => flowing('Set-up targets'),
  bands: () => flowing('Snug band'),
  calendar: () => flowing('Hours at the bench'),
  climate: () => flowing('Air'),
  budget: () => flowing('Budget'),
  costs: () => once('Cost sheet'),
  attachments: (a, b) => {
    const had = a.attachments?.length ?? 0,
      has = b.attachments?.length ?? 0
    return once(has > had ? 'Photo or file added' : has < had ? 'Photo or file taken out' : 'Photo or file')
  },
  client: () => flowing('What was agreed'),
  log,
  preferences: () => once('Units, bits or printer'),
  name: (_, b) => flowing(`Name: ${b.name}`),
  note: () => flowing('Note'),
}

/** What an act did, from the documents before and after it; undefined when they say the same. */
export function describeEdit(before: Build, after: Build): Edit | undefined {
  for (const k of Object.keys(DESCRIBERS) as (keyof typeof DESCRIBERS)[]) {
    if (before[k] === after[k]) continue
    if (JSON.stringify(before[k]) === JSON.stringify(after[k])) continue
    const edit = DESCRIBERS[k](before, after)
    if (edit) return edit
  }
  return undefined
}

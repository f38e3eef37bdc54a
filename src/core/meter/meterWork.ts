import { memo } from '../memo/memo.ts'
import type { Build } from '../document/build.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import type { Observation } from './belief.ts'
import { diagnose, type Answer } from './diagnose.ts'
import type { Fault } from './faults.ts'
import { FAULT_SORTS } from './faultSorts.ts'
import { HEARD_ASKS } from './heardWords.ts'
import { agreesWith, spanOf } from './meters.ts'
import { answersOf, outcomeGroups } from './next.ts'
import { ACCESS, type Access } from './places.ts'
import type { HeardSort } from '../document/readingRef.ts'
import type { Model, Probe, Table } from './table.ts'
import { partsRead, type PartRead } from './partsRead.ts'
import { testSheet, type TestSheet } from './testSheet.ts'
import { probeText, takenFrom } from './taken.ts'

/** What a reading would come out as, and what that would mean. */
export interface Outcome {
  /** Ω or dB; both NOTHING where it shows nothing. */
  from: number
  to: number
  chance: number
  /** What would then be likeliest. */
  means: string[]
}

/** A reading to take, or one that was taken. */
export interface ProbeView {
  /** How the document names it. */
  id: string
  title: string
  /** How the switches and knobs stand. */
  setting: string
  access: Access
  /** Both places, black first; of what is heard none. */
  at: readonly string[]
  plug: boolean
  heard: { what: HeardSort; how: string } | undefined
  /** What the circuit as it is meant gives: from and to, Ω or dB; NOTHING where it shows nothing. */
  from: number
  to: number
  value: number | undefined
  agrees: boolean | undefined
  /** Bits it is expected to tell, of those that are proposed. */
  bits: number | undefined
  seconds: number
  outcomes: Outcome[]
}

export interface AnswerView {
  key: string
  says: string
  mend: string
  chance: number
  minutes: number
  at: readonly string[]
  /** Readings that speak for and against it, by the probes' names. */
  for: string[]
  against: { id: string; value: number; from: number; to: number }[]
  /** What no allowed reading tells from it. */
  alike: string[]
  /** The reading that proves it, and what that shows if it is the next likeliest instead. */
  proof:
    | {
        id: string
        title: string
        setting: string
        from: number
        to: number
        otherFrom: number
        otherTo: number
        heard: HeardSort | undefined
      }
    | undefined
}

/** Everything that the station shows. */
export interface MeterWork {
  next: ProbeView[]
  taken: ProbeView[]
  /** What can be listened to with everything at rest: where a complaint begins. */
  listen: ProbeView[]
  /** Tip to sleeve at every place of the switches that was not read. */
  jack: ProbeView[]
  answers: AnswerView[]
  other: number
  settled: boolean
  /** Readings whose place the circuit no longer has. */
  lost: string[]
  sheet: SheetView
  /** What the readings tell of the parts. */
  parts: PartRead[]
}

/** The test sheet as it stands: as few readings as prove every joint and contact. */
export interface SheetView {
  rows: { v: ProbeView; proves: string[] }[]
  /** Joints, wires and contacts that a reading has proven by now, of how many. */
  proven: number
  of: number
  /** No smaller number of readings would do. */
  least: boolean
  unseen: string[]
  /** What is to be heard before anything is closed: each pickup's knock at each place of the switches, and the hum under a hand. */
  heard: ProbeView[]
}

/** Answers that are told [our choice]. */
const TOLD = 6
/** Less chance than this is not told. */
const LEAST = 0.005
const FINE = 'the circuit is as it is meant'

const says = (a: Pick<Answer, 'faults'>): string =>
  a.faults.length ? a.faults.map(f => f.says).join('; and ') : 'Nothing is wrong'

const thing = (f: Fault): string => f.thing ?? f.says

/** Model and table of a circuit, made once. */
export interface Prepared {
  model: Model
  table: Table
}
/** A test sheet hangs on the circuit and on what may be opened, and on no reading. */
const sheetOf = memo(
  (t: Table, m: Model, allowed: (access: Access) => boolean): TestSheet => testSheet(m, t, allowed),
  { on: (_, m, allowed) => [m, ...ACCESS.map(allowed)], weak: true },
)

/** What was read, what explains it, and what to read next. */
export function meterWork(
  { model: m, table: t }: Prepared,
  readings: Build['readings'],
  allowed: (access: Access) => boolean,
  wanted?: string,
): MeterWork {
  const { seen, lost } = takenFrom(m, readings),
    d = diagnose(m, t, seen, allowed),
    w = d.chances
  const view = viewer(m, t, seen, w)
  const taken = seen.map(o => view(o.probe)).reverse(),
    proposed = d.next.map(c => ({ ...view(c.probe, true), bits: c.bits })),
    has = new Set([...seen.map(o => o.probe)])
  const jack = m.probes.flatMap((p, i) => (p.kind === 'ohms' && p.plug && !has.has(i) ? [view(i, true)] : []))
  const listen = m.probes.flatMap((p, i) =>
    p.kind === 'heard' && p.of === undefined && p.stand === 0 && !has.has(i) ? [view(i, true)] : [],
  )
  const asked = m.probes.findIndex(p => wanted !== undefined && probeText(m, p) === wanted)
  const shown = new Set([...taken, ...proposed, ...listen, ...jack].map(v => v.id))
  if (asked >= 0 && !shown.has(wanted!)) proposed.push({ ...view(asked, true), bits: 0 })
  const named = (i: number) => {
    const { id, title, setting, heard } = view(i)
    return { id, title, setting, heard: heard?.what }
  }
  const answers = d.answers
    .filter((a, i) => i === 0 || a.chance > LEAST)
    .slice(0, TOLD)
    .map((a): AnswerView => {
      const id = (probe: number) => probeText(m, m.probes[probe]!)
      return {
        key: a.key,
        says: says(a),
        mend: a.faults.map(f => FAULT_SORTS[f.sort].mend).join(' '),
        chance: a.chance,
        minutes: a.minutes,
        at: [...new Set(a.faults.flatMap(f => f.at))],
        for: a.evidence.filter(e => e.agrees).map(e => id(e.probe)),
        against: a.evidence
          .filter(e => !e.agrees)
          .map(e => ({ id: id(e.probe), value: e.value, from: e.from, to: e.to })),
        proof: a.proof && { ...a.proof, ...named(a.proof.probe) },
        alike: a.alike.map(k => {
          const other = d.answers.find(x => x.key === k)
          return other ? says(other) : k
        }),
      }
    })
  const sheet = sheetOf(t, m, allowed),
    rows = sheet.readings.map(r => ({ v: view(r.probe), proves: r.proves.map(thing), faults: r.proves })),
    proven = new Set(rows.filter(r => r.v.agrees).flatMap(r => r.faults.map(f => f.id))),
    all = new Set(rows.flatMap(r => r.faults.map(f => f.id)))
  return {
    sheet: {
      rows: rows.map(({ v, proves }) => ({ v, proves })),
      proven: proven.size,
      of: all.size,
      least: sheet.proven,
      unseen: sheet.unseen.map(thing),
      heard: m.probes.flatMap((p, i) =>
        p.kind === 'heard' && (p.what === 'tap' || (p.what === 'touch' && p.stand === 0)) ? [view(i)] : [],
      ),
    },
    parts: partsRead(m, t, d),
    next: proposed,
    taken,
    listen,
    jack,
    answers,
    other: d.other,
    settled: d.settled,
    lost: lost.map(r => r.of),
  }
}

/** How a probe is shown: where it goes, what it should give, what each outcome would mean. */
function viewer(m: Model, t: Table, seen: readonly Observation[], w: Float64Array) {
  const values = new Map(seen.map(o => [o.probe, o])),
    { of: answer } = answersOf(m),
    words = (terminal: string) => lugWords(m.build.circuit, terminal)
  return (i: number, outcomes = false): ProbeView => {
    const p = m.probes[i]!,
      o = values.get(i),
      [from, to] = spanAt(t, 0, i)
    return {
      id: probeText(m, p),
      title: titleOf(m, p, words),
      setting: m.stands[p.stand]!.label,
      access: p.access,
      at: p.kind === 'ohms' ? [p.a, p.b] : [],
      plug: p.kind === 'ohms' && p.plug,
      heard: p.kind === 'heard' ? { what: p.what, how: HEARD_ASKS[p.what].how } : undefined,
      from,
      to,
      value: o?.value,
      agrees: o && agreesWith(from, to, o),
      bits: undefined,
      seconds: p.seconds,
      outcomes: outcomes ? outcomesOf(m, t, i, w, answer) : [],
    }
  }
}

/** From and to of what a hypothesis gives. */
const spanAt = (t: Table, h: number, probe: number): [number, number] =>
  spanOf(t.mean[h * t.probes + probe]!, t.sd[h * t.probes + probe]!)

function titleOf(m: Model, p: Probe, words: (t: string) => string): string {
  if (p.kind === 'ohms') return p.plug ? 'At the plug, tip to sleeve' : `${words(p.a)} – ${words(p.b)}`
  const { title } = HEARD_ASKS[p.what],
    of = m.build.circuit.components.find(c => c.id === p.of)
  return of ? `${of.label}: ${title[0]!.toLowerCase()}${title.slice(1)}` : title
}

/** What a reading may come out as: hypotheses that predict alike are one outcome. */
function outcomesOf(m: Model, t: Table, probe: number, w: Float64Array, answer: Int32Array): Outcome[] {
  const alive = [...w.keys()].filter(h => w[h]! > LEAST / 20)
  if (!alive.length) return []
  const at = (h: number) => h * t.probes + probe,
    group: number[] = []
  const last = outcomeGroups(
    [...alive.keys()],
    alive.map(h => t.mean[at(h)]!),
    alive.map(h => t.sd[at(h)]!),
    group,
  )
  const groups = Array.from({ length: last + 1 }, (_, k) => alive.filter((_h, i) => group[i] === k))
  return groups
    .map((g): Outcome => {
      const spans = g.map(h => spanAt(t, h, probe)),
        by = new Map<number, { chance: number; h: number }>()
      for (const h of g) {
        const have = by.get(answer[h]!)
        by.set(answer[h]!, { chance: (have?.chance ?? 0) + w[h]!, h: have?.h ?? h })
      }
      const ranked = [...by.values()].sort((a, b) => b.chance - a.chance)
      return {
        from: Math.min(...spans.map(s => s[0])),
        to: Math.max(...spans.map(s => s[1])),
        chance: g.reduce((s, h) => s + w[h]!, 0),
        means: ranked.slice(0, 1).map(r => (m.hypotheses[r.h]!.faults.length ? says(m.hypotheses[r.h]!) : FINE)),
      }
    })
    .sort((a, b) => b.chance - a.chance)
    .slice(0, 5)
}

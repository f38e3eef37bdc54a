import type { Access } from './places.ts'
import { ANY_HEARD, anyOhms, believed, type Belief, type Observation } from './belief.ts'
import type { Fault } from './faults.ts'
import { FAULT_SORTS } from './faultSorts.ts'
import { agreesWith, isNothing, spanOf } from './meters.ts'
import { ALIKE, answersOf, distinct, nextProbes, type Choice } from './next.ts'
import type { Model, Table } from './table.ts'

/** A reading beside what it should be under an answer. */
export interface Evidence {
  probe: number
  value: number
  /** Expected from and to, two standard deviations either way; both NOTHING where it should show nothing. */
  from: number
  to: number
  agrees: boolean
}

/** One thing that may have to be mended, with all that is known of it. */
export interface Answer {
  key: string
  chance: number
  /** What is wrong, by the likeliest of its hypotheses; nothing when the circuit is as it should be. */
  faults: readonly Fault[]
  evidence: readonly Evidence[]
  minutes: number
  /** The reading that tells it best from whatever else is likeliest. */
  proof: Proof | undefined
  /** Answers of any chance that no allowed reading tells from this one, by key. */
  alike: readonly string[]
}

/** A reading that proves an answer: what it shows if it is this, and if it is the other. */
export interface Proof {
  probe: number
  from: number
  to: number
  otherFrom: number
  otherTo: number
}

export interface Diagnosis {
  /** What is known of every hypothesis after the readings. */
  belief: Belief
  answers: Answer[]
  /** Chance of every hypothesis. */
  chances: Float64Array
  /** Chance that it is nothing of what was thought of. */
  other: number
  /** The next readings that settle most for their time. */
  next: Choice[]
  /** The first answer stands so firm that nothing more has to be read. */
  settled: boolean
}

/** From here on an answer is settled. */
export const SETTLED = 0.9
/** Chance that something is wrong that no fault in the list stands for [from memory]. */
const OTHER = 0.01
/** What such a thing shows, by itself: nothing so often, else anything. */
const SHOWS_NOTHING = 0.3
/** How many answers are worked out in words, and how many are told apart [our choice]. */
const TOLD = 12

function otherLog(m: Model, seen: readonly Observation[]): number {
  let log = Math.log(OTHER)
  for (const o of seen)
    log += Math.log(
      m.probes[o.probe]!.kind !== 'ohms'
        ? ANY_HEARD
        : isNothing(m.meter, o.value)
          ? SHOWS_NOTHING
          : (1 - SHOWS_NOTHING) * anyOhms(o.value),
    )
  return log
}

/** Chances of all hypotheses and of something else; together they are one. */
export function chancesOf(m: Model, b: Belief, seen: readonly Observation[]): { of: Float64Array; other: number } {
  const other = otherLog(m, seen),
    most = Math.max(
      other,
      b.log.reduce((x, y) => Math.max(x, y), -Infinity),
    ),
    each = b.log.map(x => Math.exp(x - most)),
    rest = Math.exp(other - most),
    sum = each.reduce((s, x) => s + x, rest)
  return { of: each.map(x => x / sum), other: rest / sum }
}

/** What explains the readings, what to read next. */
export function diagnose(
  m: Model,
  t: Table,
  seen: readonly Observation[],
  allowed: (access: Access) => boolean = () => true,
): Diagnosis {
  const b = believed(m, t, seen),
    { of: w, other } = chancesOf(m, b, seen),
    { of: answer, keys } = answersOf(m)
  const sum = new Float64Array(keys.length),
    best = new Int32Array(keys.length).fill(-1)
  w.forEach((x, h) => {
    const a = answer[h]!
    sum[a]! += x
    if (best[a] === -1 || x > w[best[a]!]!) best[a] = h
  })
  const done = new Set(seen.map(o => o.probe))
  const ranked = [...keys.keys()].sort((x, y) => sum[y]! - sum[x]! || x - y),
    top = ranked.slice(0, TOLD)
  const answers = top.map((a, place): Answer => {
    const h = best[a]!,
      { faults } = m.hypotheses[h]!
    return {
      key: keys[a]!,
      chance: sum[a]!,
      faults,
      evidence: seen.map(o => evidence(m, t, h, o)),
      minutes: faults.reduce((s, f) => s + FAULT_SORTS[f.sort].minutes, 0),
      proof:
        place < PROVEN && faults.length
          ? proofOf(m, t, h, best[top.find(o => o !== a) ?? a]!, allowed, done)
          : undefined,
      alike: place < 3 ? top.filter(o => o !== a && !distinct(m, t, h, best[o]!, allowed)).map(o => keys[o]!) : [],
    }
  })
  const next = nextProbes(m, t, answer, w, allowed, done)
  const first = answers[0],
    class_ = first ? first.chance + top.reduce((s, a) => s + (first.alike.includes(keys[a]!) ? sum[a]! : 0), 0) : 0
  return {
    belief: b,
    answers,
    chances: w,
    other,
    next,
    settled: class_ >= SETTLED || (seen.length > 0 && next.length === 0),
  }
}

/** For so many answers it is said how to prove them [our choice]. */
const PROVEN = 3

/** Of all readings that keep two hypotheses apart the quickest; undefined where none does. */
function proofOf(
  m: Model,
  t: Table,
  h: number,
  other: number,
  allowed: (access: Access) => boolean,
  done: ReadonlySet<number>,
): Proof | undefined {
  if (h === other) return undefined
  let best: { probe: number; seconds: number; apart: number } | undefined
  m.probes.forEach((p, i) => {
    if (done.has(i) || !allowed(p.access)) return
    const a = h * t.probes + i,
      b = other * t.probes + i,
      apart = Math.abs(t.mean[a]! - t.mean[b]!) / (t.sd[a]! + t.sd[b]!)
    if (!(apart >= ALIKE)) return
    if (!best || p.seconds < best.seconds || (p.seconds === best.seconds && apart > best.apart))
      best = { probe: i, seconds: p.seconds, apart }
  })
  if (!best) return undefined
  const at = (x: number) => x * t.probes + best!.probe
  const [from, to] = spanOf(t.mean[at(h)]!, t.sd[at(h)]!),
    [otherFrom, otherTo] = spanOf(t.mean[at(other)]!, t.sd[at(other)]!)
  return { probe: best.probe, from, to, otherFrom, otherTo }
}

function evidence(m: Model, t: Table, h: number, o: Observation): Evidence {
  const at = h * t.probes + o.probe,
    mean = t.mean[at]!,
    sd = t.sd[at]!
  const [from, to] = spanOf(mean, sd)
  return { probe: o.probe, value: o.value, from, to, agrees: agreesWith(from, to, o) }
}

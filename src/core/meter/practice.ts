import { randomOf } from '../chance/random.ts'
import { Belief, type Observation } from './belief.ts'
import { chancesOf, SETTLED } from './diagnose.ts'
import type { Fault } from './faults.ts'
import { answersOf, distinct, nextProbes } from './next.ts'
import { standIn } from './standIn.ts'
import type { Model, Table } from './table.ts'

/** How hard a hidden fault is to find: heard or read from outside; only with the cavity open; only by ear or at half travel, or by a joint that is merely cold. */
export const DIFFICULTIES = ['easy', 'middling', 'hard'] as const
export type Difficulty = (typeof DIFFICULTIES)[number]

/** Which difficulty a single fault has; undefined where no reading at all shows it. */
export function difficultyOf(m: Model, t: Table, h: number): Difficulty | undefined {
  if (!distinct(m, t, 0, h, () => true)) return undefined
  if (distinct(m, t, 0, h, a => a === 'outside')) return 'easy'
  return m.hypotheses[h]!.faults.some(f => f.spread !== undefined || f.sort === 'cold' || f.sort === 'lug cold')
    ? 'hard'
    : 'middling'
}

/** Hides a fault of a difficulty, by chance as they are met; undefined where the circuit has none of that sort. */
export function hideFault(m: Model, t: Table, wanted: Difficulty, seed: number): Fault | undefined {
  const all = m.hypotheses.flatMap((h, i) =>
      h.faults.length === 1 && difficultyOf(m, t, i) === wanted ? [h] : [],
    ),
    total = all.reduce((s, h) => s + h.prior, 0)
  let left = randomOf(seed)() * total
  for (const h of all) if ((left -= h.prior) <= 0) return h.faults[0]
  return all.at(-1)?.faults[0]
}

/** Place of the hypothesis that one fault alone stands for; −1 when the circuit has no such fault. */
const placeOf = (m: Model, fault: string): number =>
  m.hypotheses.findIndex(h => h.faults.length === 1 && h.faults[0]!.id === fault)

/** Whether what was named is what is hidden, or is mended alike, or cannot be told from it by any reading. */
export function namedRight(m: Model, t: Table, named: string, hidden: string): boolean {
  const a = placeOf(m, named),
    b = placeOf(m, hidden)
  if (a < 0 || b < 0) return false
  return (
    m.hypotheses[a]!.faults[0]!.mends === m.hypotheses[b]!.faults[0]!.mends || !distinct(m, t, a, b, () => true)
  )
}

/** At most so many readings are tried. */
const MOST = 20

/** How many readings would have done, taken by the program's own choice from the same instrument. */
export function fewestReadings(m: Model, t: Table, hidden: Fault, seed: number): number {
  const s = standIn(m, [hidden], seed),
    b = new Belief(m, t),
    { of: answer } = answersOf(m),
    seen: Observation[] = [],
    done = new Set<number>()
  for (let n = 0; n < MOST; n++) {
    const { of: w } = chancesOf(m, b, seen),
      sums = new Map<number, number>()
    w.forEach((x, h) => sums.set(answer[h]!, (sums.get(answer[h]!) ?? 0) + x))
    if (Math.max(...sums.values()) >= SETTLED) return n
    const [best] = nextProbes(m, t, answer, w, () => true, done, 1)
    if (!best) return n
    const o = { probe: best.probe, value: s.take(m.probes[best.probe]!) }
    b.observe(o)
    seen.push(o)
    done.add(best.probe)
  }
  return MOST
}

import type { Fault } from './faults.ts'

/** A way in which the circuit may be: nothing wrong, one thing, or two at once. */
export interface Hypothesis {
  id: string
  faults: readonly Fault[]
  /** Chance before anything is read; those of all sum to one. */
  prior: number
}

/** Chance that nothing is wrong, before anything is read, and that where something is, a second thing is too [from memory]. */
export const NOTHING_WRONG = 0.3
export const TWO_AT_ONCE = 0.1
/** How many of the likeliest faults are looked at in pairs [our choice: 20 make 190]. */
const PAIRED = 12

export const NONE = 'none'

/** Nothing wrong, every fault alone, and pairs of the likeliest that are mended in different places. */
export function hypothesesOf(faults: readonly Fault[], paired = PAIRED): Hypothesis[] {
  const likeliest = [...faults].sort((a, b) => b.share - a.share || (a.id < b.id ? -1 : 1)).slice(0, paired)
  const pairs = likeliest.flatMap((a, i) =>
    likeliest.slice(i + 1).flatMap(b => (a.mends === b.mends ? [] : [{ a, b, share: a.share * b.share }])),
  )
  const total = pairs.reduce((s, p) => s + p.share, 0),
    wrong = faults.length ? 1 - NOTHING_WRONG : 0,
    two = pairs.length ? TWO_AT_ONCE * wrong : 0
  return [
    { id: NONE, faults: [], prior: 1 - wrong },
    ...faults.map(f => ({ id: f.id, faults: [f], prior: (wrong - two) * f.share })),
    ...pairs.map(({ a, b, share }) => ({ id: `${a.id} + ${b.id}`, faults: [a, b], prior: (two * share) / total })),
  ]
}

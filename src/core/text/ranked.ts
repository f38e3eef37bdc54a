import { type Said } from '../say/said.ts'

/** A cause as it is known before anything is read: how often it is met, and what readings make of it. */
export interface Likely<F> {
  weight: number
  /** How many times more or less likely the facts make it, and in what words; undefined where they say nothing of it. */
  told?: (f: F) => { times: number; says: Said } | undefined
}

/** A cause with its chance among all of them, and what made it so. */
export interface Ranked<C> {
  cause: C
  chance: number
  because: Said | undefined
}

/** Causes by their chances, the likeliest first: weight times what the facts make of each, over the sum of all [published: Bayes]. */
export function ranked<F, C extends Likely<F>>(causes: readonly C[], facts: F): Ranked<C>[] {
  const all = causes.map(cause => {
    const told = cause.told?.(facts)
    return { cause, because: told?.says, weight: cause.weight * (told?.times ?? 1) }
  })
  const sum = all.reduce((s, x) => s + x.weight, 0)
  return all
    .map(({ cause, because, weight }) => ({ cause, because, chance: weight / sum }))
    .sort((a, b) => b.chance - a.chance)
}

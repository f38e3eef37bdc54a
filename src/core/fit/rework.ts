import type { FamilyId } from './bands.ts'

type Minutes = number | ((strings: number) => number)

/** Minutes of the cheapest way to mend a joint that is short of its band, or over it; none where nothing mends it. */
export interface Rework {
  under?: Minutes
  over?: Minutes
}

/**
 * What mending costs, by family, in minutes at the bench [from memory]. The families' own fixes name the same minutes;
 * the search for sets, which meets thousands of parts, reads them here.
 */
export const REWORK: Partial<Record<FamilyId, Rework>> = {
  'heel width': { under: 25, over: 30 },
  'heel length': { under: 20, over: 20 },
  'pocket floor': { under: 30 },
  'bridge line': { under: 5, over: 5 },
  'saddle height': { under: 10, over: 30 },
  'tuner bushing pressed': { under: n => 4 * n + 5, over: n => 8 * n },
  'tuner bushing threaded': { under: n => 4 * n + 5, over: n => 8 * n },
  'tuner pitch': { under: n => 10 * n },
  'head thickness': { under: 10 },
  'nut thickness': { under: 10, over: 15 },
  'nut length': { over: 10 },
  'nut height': { under: 20, over: 15 },
  'pickup rout': { under: 25 },
  'pickup depth': { under: 20 },
  'pickup in cut-out': { under: 15 },
  'guard over routs': { under: 35 },
  'guard gap': { under: 15 },
  'control thread': { under: 25, over: 5 },
  'control hole': { under: 5, over: 15 },
  'jack wall': { under: 25, over: 5 },
  'jack bore': { under: 8, over: 5 },
  'screw bite': { under: 5 },
  'screw tip': { under: 5 },
  'mounting bite': { under: 5 },
  'mounting tab': { under: 12 },
  'post bushing': { under: 15, over: 30 },
  'post spacing': { under: 80, over: 80 },
  'tremolo block': { under: 40 },
  'string hole': { under: 15 },
}

/** Counted for a joint that is tight or loose and that nothing mends: one lives with it [our choice]. */
export const LIVE_WITH = 15
/** Counted for the share of chance that a joint will not go and nothing mends it: another part, post and all [our choice]. */
export const ANOTHER_PART = 600

/** Minutes of one side of a family's rework for an instrument of so many strings; undefined when nothing mends it. */
export const reworkMinutes = (family: FamilyId, side: 'under' | 'over', strings: number): number | undefined => {
  const m = REWORK[family]?.[side]
  return typeof m === 'function' ? m(strings) : m
}

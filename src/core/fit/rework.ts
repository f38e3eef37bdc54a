import type { FamilyId } from '../document/families.ts'
import { FAMILIES } from './bands.ts'
import { reworkMinutes as minutesOf } from './family.ts'

/** Counted for a joint that is tight or loose and that nothing mends: one lives with it [our choice]. */
export const LIVE_WITH = 15
/** Counted for the share of chance that a joint will not go and nothing mends it: another part, post and all [our choice]. */
export const ANOTHER_PART = 600

/** Minutes of one side of a family's rework for an instrument of so many strings; undefined when nothing mends it. */
export const reworkMinutes = (family: FamilyId, side: 'under' | 'over', strings: number): number | undefined =>
  minutesOf(FAMILIES[family], side, strings)

import { normalBelow } from '../chance/normal.ts'
import type { FamilyId } from '../document/families.ts'
import { ANOTHER_PART, LIVE_WITH, reworkMinutes } from '../fit/rework.ts'
import { CERTAIN, type Limits } from '../fit/verdict.ts'

/** What a joint may cost to mend, from the chances of its states. */
export interface Side {
  under: number | undefined
  over: number | undefined
}

export const sidesOf = (family: FamilyId, strings: number): Side => ({
  under: reworkMinutes(family, 'under', strings),
  over: reworkMinutes(family, 'over', strings),
})

/** Beyond so many standard deviations a limit is as good as certain. */
const FAR = 6

const below = (limit: number, value: number, u: number): number => {
  if (u === 0) return value < limit ? 1 : 0
  const z = (limit - value) / u
  return z > FAR ? 1 : z < -FAR ? 0 : normalBelow(z)
}

/**
 * Expected minutes of rework of a joint: the chance of each state times what mends it. A joint that certainly will not
 * go and that nothing mends is no part of any set: infinite.
 * @param doubt combined half-width, read with coverage factor 2 as the verdict does
 */
export function jointMinutes(value: number, doubt: number, limits: Limits, side: Side): number {
  const u = doubt / 2
  const low = below(limits.low, value, u),
    never = below(limits.never, value, u)
  let high = 0,
    neverAbove = 0
  if (limits.high !== undefined)
    high = 1 - (u === 0 ? (value <= limits.high ? 1 : 0) : below(limits.high, value, u))
  if (limits.neverAbove !== undefined)
    neverAbove = 1 - (u === 0 ? (value <= limits.neverAbove ? 1 : 0) : below(limits.neverAbove, value, u))
  if (high < neverAbove) high = neverAbove
  if ((side.under === undefined && never >= CERTAIN) || (side.over === undefined && neverAbove >= CERTAIN))
    return Infinity
  const under = side.under === undefined ? (low - never) * LIVE_WITH + never * ANOTHER_PART : low * side.under
  const over =
    side.over === undefined ? (high - neverAbove) * LIVE_WITH + neverAbove * ANOTHER_PART : high * side.over
  return under + over
}

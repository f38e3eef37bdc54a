import type { Fields } from '../document/view.ts'
import type { Family } from './family.ts'
import type { Season } from './season.ts'
import type { Limits } from './verdict.ts'

/** Band that the seasons leave at least, mm: what is left of it must still be a place to aim at. */
const LEAST_BAND = 0.1

/** Limits of a joint: the build's own band, else the one its parts give, else the family's; raised by what the seasons take. */
export function limitsOf(
  family: Family,
  build: Pick<Fields, 'bands'>,
  given: Limits | undefined,
  season: Season | undefined,
): Limits {
  const { low, high, never, neverAbove } = family.band
  const base: Limits = given ?? { low, high, never, neverAbove }
  const own = build.bands[family.id]
  const limits = own ? { ...base, low: own.low, high: own.high, never: Math.min(base.never, own.low) } : base
  if (!season || (season.loses === 0 && season.gains === 0)) return limits
  const raised = limits.low + season.loses
  return {
    ...limits,
    low: raised,
    never: limits.never + season.loses,
    ...(limits.high === undefined ? {} : { high: Math.max(limits.high, raised + LEAST_BAND) }),
  }
}

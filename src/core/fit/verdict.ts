import { normalBelow } from '../chance/normal.ts'
import { assumedShare, doubtOf, type Quantity } from '../units/quantity.ts'

export const STATES = ["won't go", 'tight', 'snug', 'loose', "can't tell"] as const
export type State = (typeof STATES)[number]
type Settled = Exclude<State, "can't tell">

/** The limits against which a clearance is judged, mm. */
export interface Limits {
  low: number
  high?: number | undefined
  never: number
  neverAbove?: number | undefined
}

export interface Verdict {
  state: State
  /** Chance of each settled state, summing to 1. */
  chances: Record<Settled, number>
}

/** A state is called when it has at least this chance; below it the joint can't be told yet [our choice]. */
export const CERTAIN = 0.9

/**
 * Chance of each state and the verdict. The combined half-width of doubt is read as an expanded uncertainty with
 * coverage factor 2 (JCGM 100:2008 §6.2) [published]; with no doubt the value alone decides.
 */
export const judge = (clearance: Quantity, limits: Limits): Verdict =>
  judgeNumbers(clearance.value, doubtOf(clearance), limits)

/** When assumptions bring this share of a clearance's squared doubt, a misfit is not called [our choice]. */
export const GUESSED = 0.5

/** A verdict that hangs on what was only assumed is none: it can't be told until something is measured or claimed. */
export function withoutGuessing(v: Verdict, clearance: Quantity): Verdict {
  const misfit = v.state !== 'snug' && v.state !== "can't tell"
  return misfit && assumedShare(clearance) >= GUESSED ? { ...v, state: "can't tell" } : v
}

/** The same from a value and its combined half-width of doubt. */
export function judgeNumbers(c: number, doubt: number, limits: Limits): Verdict {
  const u = doubt / 2
  const below = (x: number | undefined): number =>
    x === undefined ? 1 : u === 0 ? Number(c < x) : normalBelow((x - c) / u)
  const upTo = (x: number | undefined): number => (x === undefined ? 1 : u === 0 ? Number(c <= x) : below(x))
  const top = upTo(limits.neverAbove),
    high = Math.min(upTo(limits.high), top),
    low = below(limits.low),
    never = below(limits.never)
  const chances: Record<Settled, number> = {
    "won't go": never + (1 - top),
    tight: low - never,
    snug: high - low,
    loose: top - high,
  }
  const best = (Object.keys(chances) as Settled[]).reduce((a, b) => (chances[b] > chances[a] ? b : a))
  return { state: chances[best] >= CERTAIN ? best : "can't tell", chances }
}

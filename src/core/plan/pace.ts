import type { StepState } from '../document/build.ts'
import type { Step } from './step.ts'

/** What work is alike: its kind, of the plan's own. */
export type Work = Step['ref']['kind']

/** How many timed steps what is usual weighs as much as [our choice]. */
const PRIOR = 2

export interface Pace {
  /** Share of the usual minutes that this person takes. */
  factor: number
  /** Steps that tell so. */
  from: number
}

/**
 * A person's own pace for each kind of work, from what timed steps took against what is usual: the mean of the logarithms,
 * with the usual time as so many readings beside them [published: shrinkage of a mean towards its prior].
 */
export function paceOf(
  steps: readonly { id: string; ref: Step['ref']; minutes: number }[],
  states: readonly StepState[],
): Map<Work, Pace> {
  const usual = new Map(steps.map(s => [s.id, s])),
    sums = new Map<Work, { sum: number; n: number }>()
  for (const s of states) {
    const u = usual.get(s.step)
    if (!u || s.state !== 'done' || !s.minutes || u.minutes <= 0) continue
    const own = sums.get(u.ref.kind) ?? { sum: 0, n: 0 }
    sums.set(u.ref.kind, { sum: own.sum + Math.log(s.minutes / u.minutes), n: own.n + 1 })
  }
  return new Map([...sums].map(([k, { sum, n }]) => [k, { factor: Math.exp(sum / (n + PRIOR)), from: n }]))
}

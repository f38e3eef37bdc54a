import type { Joint } from '../../core/fit/joint.ts'
import type { State } from '../../core/fit/verdict.ts'
import type { useLength } from '../hooks/useLength.ts'

type Shown = Pick<Joint, 'counts' | 'state'> & { clearance: { value: number } }

/** A joint's number as it is shown: a length in the user's display, or how many pieces are missing. */
export const clearanceFigure = (j: Shown, l: ReturnType<typeof useLength>): { figure: string; unit: string } =>
  j.counts
    ? { figure: j.state === "can't tell" ? '?' : String(Math.max(0, -j.clearance.value)), unit: 'missing' }
    : l.fineFigure(j.clearance.value)

const COUNTED: Partial<Record<State, string>> = { "won't go": 'missing', snug: 'is there' }

/** The state in words: what is counted is there or missing. */
export const stateWord = (j: Pick<Joint, 'counts' | 'state'>): string =>
  (j.counts ? COUNTED[j.state] : undefined) ?? j.state

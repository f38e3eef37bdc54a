import type { Hole } from '../../../core/drill/hole.ts'
import type { PlannedStep } from '../../../core/plan/step.ts'

/** The plan's step in which a hole is drilled, together with its group: the one that is open, where some of it is over. */
export function groupStep(steps: readonly PlannedStep[], h: Hole): PlannedStep | undefined {
  const own = steps.filter(
    ({ ref }) => ref.kind === 'drill' && ref.group === h.group && ref.after === (h.when === 'after finish'),
  )
  return own.find(s => s.status !== 'done') ?? own[0]
}

import { stepText } from '../../../core/build/stepRef.ts'
import type { Hole } from '../../../core/drill/hole.ts'

/** Id of the plan's step in which a hole is drilled, together with its group. */
export const groupStep = (h: Hole): string =>
  stepText({ kind: 'drill', group: h.group, after: h.when === 'after finish' })

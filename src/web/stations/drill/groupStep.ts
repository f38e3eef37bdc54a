import type { Hole } from '../../../core/drill/hole.ts'

/** Id of the plan's step in which a hole is drilled, together with its group. */
export const groupStep = (h: Hole): string => `drill/${h.group}${h.when === 'after finish' ? '/after' : ''}`

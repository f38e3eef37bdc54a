import { memo } from '../memo/memo.ts'
import type { Part } from './part.ts'

/** A part as it is hollow today: a plugged hole is wood again. The same part where nothing is plugged. */
export const hollowed = memo(
  (part: Part): Part =>
    part.features.some(f => f.plugged) ? { ...part, features: part.features.filter(f => !f.plugged) } : part,
  { weak: true },
)

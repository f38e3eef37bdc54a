import type { Fitted } from '../../build/docs.ts'
import { splitRef } from '../../build/quantityAt.ts'
import { labelAt } from '../../parts/dimensionAt.ts'

/** What a dimension is called. */
export const labelOf = (build: Fitted, ref: string): string => {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  return part ? labelAt(part, path) : ref
}

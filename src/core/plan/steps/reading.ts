import type { Fitted } from '../../build/docs.ts'
import { splitRef } from '../../build/quantityAt.ts'
import { labelAt, specAt } from '../../parts/dimensionAt.ts'

/** What a dimension is called. */
export const labelOf = (build: Fitted, ref: string): string => {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  return part ? labelAt(part, path) : ref
}

/** Range that a dimension's reading must keep to, as the document does. */
export function rangeOf(build: Fitted, ref: string): { min: number; max: number } {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  const spec = part && specAt(part, path)
  return { min: spec?.min ?? -2000, max: spec?.max ?? 2000 }
}

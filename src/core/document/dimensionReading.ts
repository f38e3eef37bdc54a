import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import { readWith } from '../tools/tools.ts'

/**
 * How well a dimension is known by a reading of which nobody says more, and with what it is taken: a count is sure, a length
 * is a calliper's, all else a meter's. A dimension that is not known is a length.
 */
export const asRead = (spec: DimensionSpec | undefined, value: number): { doubt: number; with: string } => {
  const quantity = spec?.quantity ?? 'length'
  if (quantity === 'count') return readWith('eye', 'count')
  if (quantity === 'length') return readWith('calliper', 'length')
  return quantity === 'mass' ? readWith('scale', 'mass', value) : readWith('meter', 'value', value)
}

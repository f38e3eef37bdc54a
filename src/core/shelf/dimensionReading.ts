import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import { DEFAULT_DOUBT } from '../units/doubt.ts'

/** A meter's share of what it reads, and a scale's [from memory]. */
const METER = 0.01

/**
 * How well a dimension is known by a reading of which nobody says more, and with what it is taken: a count is sure, a length
 * is a calliper's, all else a meter's. A dimension that is not known is a length.
 */
export const asRead = (spec: DimensionSpec | undefined, value: number): { doubt: number; with: string } => {
  const quantity = spec?.quantity ?? 'length'
  if (quantity === 'count') return { doubt: 0, with: 'eye' }
  if (quantity === 'length') return { doubt: DEFAULT_DOUBT.calliper(), with: 'calliper' }
  return { doubt: Math.abs(value) * METER, with: quantity === 'mass' ? 'scale' : 'meter' }
}

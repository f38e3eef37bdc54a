import { registerDecorator } from 'class-validator'
import { SPANS } from '../spans.ts'

const isBand = (b: unknown): boolean => {
  if (typeof b !== 'object' || b === null || Object.keys(b).some(k => k !== 'low' && k !== 'high')) return false
  const { low, high } = b as { low?: unknown; high?: unknown }
  return (
    typeof low === 'number' &&
    typeof high === 'number' &&
    Number.isFinite(low) &&
    Number.isFinite(high) &&
    low >= SPANS.band.min &&
    high <= SPANS.band.max &&
    low < high
  )
}

/** Accepts a table of snug bands { low, high } in mm by joint family, low below high. */
export const IsBandTable = (): PropertyDecorator => (target, propertyName) =>
  registerDecorator({
    name: 'isBandTable',
    target: target.constructor,
    propertyName: String(propertyName),
    validator: {
      validate: (v: unknown) =>
        typeof v === 'object' &&
        v !== null &&
        !Array.isArray(v) &&
        Object.keys(v).length <= 100 &&
        Object.values(v).every(isBand),
      defaultMessage: () => `each band must be { low, high } in mm within ±${SPANS.band.max}, low below high`,
    },
  })

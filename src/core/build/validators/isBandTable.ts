import { registerDecorator } from 'class-validator'

const isBand = (b: unknown): boolean => {
  if (typeof b !== 'object' || b === null || Object.keys(b).some(k => k !== 'low' && k !== 'high')) return false
  const { low, high } = b as { low?: unknown; high?: unknown }
  return (
    typeof low === 'number' &&
    typeof high === 'number' &&
    Number.isFinite(low) &&
    Number.isFinite(high) &&
    Math.abs(low) <= 1000 &&
    Math.abs(high) <= 1000 &&
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
      defaultMessage: () => 'each band must be { low, high } in mm within ±1000, low below high',
    },
  })

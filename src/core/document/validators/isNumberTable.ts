import { registerDecorator } from 'class-validator'

/** Accepts a table from names to numbers within ±1e6. */
export const IsNumberTable = (): PropertyDecorator => (target, propertyName) =>
  registerDecorator({
    name: 'isNumberTable',
    target: target.constructor,
    propertyName: String(propertyName),
    validator: {
      validate: (v: unknown) =>
        typeof v === 'object' &&
        v !== null &&
        !Array.isArray(v) &&
        Object.keys(v).length <= 500 &&
        Object.values(v).every(x => typeof x === 'number' && Number.isFinite(x) && Math.abs(x) <= 1e6),
      defaultMessage: () => 'must name a number within ±1e6 for each entry, at most 500 of them',
    },
  })

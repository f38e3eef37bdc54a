import { registerDecorator } from 'class-validator'
import type { Span } from '../spans.ts'

/** Holds the value of a dimension to a span; whether it is a dimension at all is its own class's matter. */
export const HeldTo =
  ({ min, max }: Span): PropertyDecorator =>
  (target, propertyName) =>
    registerDecorator({
      name: 'heldTo',
      target: target.constructor,
      propertyName: String(propertyName),
      constraints: [min, max],
      validator: {
        validate: (d: unknown) => {
          const value = (d as { value?: unknown } | undefined)?.value
          return typeof value !== 'number' || (value >= min && value <= max)
        },
        defaultMessage: () => `its value must lie between ${min} and ${max}`,
      },
    })

import { registerDecorator } from 'class-validator'

const isPoint = (p: unknown): boolean =>
  Array.isArray(p) &&
  p.length === 2 &&
  p.every(c => typeof c === 'number' && Number.isFinite(c) && Math.abs(c) <= 2000)

/** Accepts 3 to 2000 points [x, y] in mm, each within 2 m of the datum. */
export const IsOutlinePoints = (): PropertyDecorator => (target, propertyName) =>
  registerDecorator({
    name: 'isOutlinePoints',
    target: target.constructor,
    propertyName: String(propertyName),
    validator: {
      validate: (v: unknown) => Array.isArray(v) && v.length >= 3 && v.length <= 2000 && v.every(isPoint),
      defaultMessage: () => 'points must be 3 to 2000 pairs [x, y] in mm, each within 2000 of the datum',
    },
  })

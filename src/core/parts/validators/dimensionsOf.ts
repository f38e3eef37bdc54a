import { plainToInstance } from 'class-transformer'
import { registerDecorator, validateSync, type ValidationArguments } from 'class-validator'
import { Dimension } from '../../units/dimension.ts'
import type { DimensionSpec } from '../dimensionSpec.ts'

type Table = Record<string, DimensionSpec>

/** Why a record of dimensions is refused, by key; empty when it is accepted. */
export function dimensionProblems(value: unknown, table: Table | undefined): string[] {
  if (!table) return []
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return ['must be an object of dimensions']
  const dims = value as Record<string, unknown>
  const out: string[] = []
  for (const key of Object.keys(dims)) {
    const spec = table[key]
    if (!spec) {
      out.push(`${key}: unknown dimension; accepted: ${Object.keys(table).join(', ') || 'none'}`)
      continue
    }
    const d = dims[key]
    if (typeof d !== 'object' || d === null || Array.isArray(d)) {
      out.push(`${key}: must be an object with value, doubt and basis`)
      continue
    }
    const errors = validateSync(plainToInstance(Dimension, d), { whitelist: true, forbidNonWhitelisted: true })
    for (const e of errors) out.push(`${key}.${e.property}: ${Object.values(e.constraints ?? {}).join('; ')}`)
    const v = (d as Dimension).value
    if (!errors.length && (v < spec.min || v > spec.max))
      out.push(`${key}.value: ${spec.label} of ${v} is outside ${spec.min} to ${spec.max}`)
    if (!errors.length && spec.quantity === 'count' && !Number.isInteger(v))
      out.push(`${key}.value: ${spec.label} must be a whole number`)
  }
  for (const [key, spec] of Object.entries(table))
    if (!spec.optional && !(key in dims)) out.push(`${key}: ${spec.label} is missing`)
  return out
}

/** Accepts only the dimensions of the table that belongs to the object, each in its range. */
export const DimensionsOf =
  (tableFor: (owner: object) => Table | undefined): PropertyDecorator =>
  (target, propertyName) =>
    registerDecorator({
      name: 'dimensionsOf',
      target: target.constructor,
      propertyName: String(propertyName),
      validator: {
        validate: (value: unknown, args: ValidationArguments) =>
          dimensionProblems(value, tableFor(args.object)).length === 0,
        defaultMessage: (args: ValidationArguments) =>
          dimensionProblems(args.value, tableFor(args.object)).join(' | '),
      },
    })

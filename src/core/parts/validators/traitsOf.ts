import { registerDecorator, type ValidationArguments } from 'class-validator'
import type { TraitSpec } from '../partKinds.ts'

type Table = Record<string, TraitSpec>

function problems(value: unknown, table: Table | undefined): string[] {
  if (!table) return []
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return ['must be an object of choices']
  const out: string[] = []
  const traits = value as Record<string, unknown>
  for (const [key, v] of Object.entries(traits)) {
    const spec = table[key]
    if (!spec) out.push(`${key}: unknown choice; accepted: ${Object.keys(table).join(', ') || 'none'}`)
    else if (!spec.values.includes(v as string))
      out.push(`${key}: ${spec.label} must be one of ${spec.values.join(', ')}`)
  }
  for (const [key, spec] of Object.entries(table))
    if (!spec.optional && !(key in traits))
      out.push(`${key}: ${spec.label} is missing; one of ${spec.values.join(', ')}`)
  return out
}

/** Accepts only the choices of the table that belongs to the object. */
export const TraitsOf =
  (tableFor: (owner: object) => Table | undefined): PropertyDecorator =>
  (target, propertyName) =>
    registerDecorator({
      name: 'traitsOf',
      target: target.constructor,
      propertyName: String(propertyName),
      validator: {
        validate: (value: unknown, args: ValidationArguments) =>
          problems(value, tableFor(args.object)).length === 0,
        defaultMessage: (args: ValidationArguments) => problems(args.value, tableFor(args.object)).join(' | '),
      },
    })

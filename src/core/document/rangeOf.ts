import { getMetadataStorage } from 'class-validator'

type Class = abstract new (...args: never[]) => object

/** What a number of the document may be. */
export interface Range {
  min: number
  max: number
  /** Whether only whole numbers go. */
  whole: boolean
}

/**
 * The range that a field of the document's classes is held to, from the very rules that refuse it.
 * Throws a RangeError for a field without both ends: a field that is shown must say what goes.
 */
export function rangeOf<C extends Class>(of: C, field: keyof InstanceType<C> & string): Range {
  const rules = getMetadataStorage()
    .getTargetValidationMetadatas(of, '', false, false)
    .filter(m => m.propertyName === field)
  const end = (name: string): number | undefined =>
    (rules.find(m => m.name === name)?.constraints as [number] | undefined)?.[0]
  const held = rules.find(m => m.name === 'heldTo')?.constraints as [number, number] | undefined
  const min = held?.[0] ?? end('min'),
    max = held?.[1] ?? end('max')
  if (min === undefined || max === undefined) throw new RangeError(`${of.name}.${field} has no range`)
  return { min, max, whole: rules.some(m => m.name === 'isInt') }
}

/** Most characters that a text of the document's classes may have, from the rule that refuses more. */
export function longest<C extends Class>(of: C, field: keyof InstanceType<C> & string): number {
  const rule = getMetadataStorage()
    .getTargetValidationMetadatas(of, '', false, false)
    .find(m => m.propertyName === field && m.name === 'maxLength')
  const n = (rule?.constraints as [number] | undefined)?.[0]
  if (n === undefined) throw new RangeError(`${of.name}.${field} has no greatest length`)
  return n
}

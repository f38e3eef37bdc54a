import { getMetadataStorage } from 'class-validator'
import type { Problem } from './problem.ts'

/** Values that one document may hold, lists and objects among them: thirty times those of the largest demo build [our choice]. */
export const MOST_VALUES = 150_000
/** Problems that are named of one document: whoever mends it begins with these. */
export const MOST_PROBLEMS = 50

/** Whether a value holds more values than a number; it is looked at no further than that. */
export function holdsMore(x: unknown, than: number): boolean {
  let left = than
  const open: unknown[] = [x]
  while (open.length) {
    const v = open.pop()
    if (typeof v !== 'object' || v === null) continue
    const inside = Array.isArray(v) ? v : Object.values(v)
    if ((left -= inside.length) < 0) return true
    for (const i of inside) if (typeof i === 'object' && i !== null) open.push(i)
  }
  return false
}

/**
 * What in a raw document is longer than it may be, before anything is made of it: the whole, and each list of its class by
 * the rule that would refuse it after its elements were read one by one.
 */
export function tooLong(of: abstract new (...args: never[]) => object, input: Record<string, unknown>): Problem[] {
  const rules = getMetadataStorage()
    .getTargetValidationMetadatas(of, '', false, false)
    .filter(m => m.name === 'arrayMaxSize')
  const lists = rules.flatMap((m): Problem[] => {
    const list = input[m.propertyName],
      [most] = m.constraints as [number]
    return Array.isArray(list) && list.length > most
      ? [{ path: m.propertyName, reason: `has ${list.length} entries; up to ${most} are taken` }]
      : []
  })
  if (lists.length) return lists
  return holdsMore(input, MOST_VALUES)
    ? [{ path: '', reason: `holds more than ${MOST_VALUES} values; no document is that large` }]
    : []
}

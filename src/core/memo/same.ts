/** Whether two pieces of plain data, maps and sets of names among them, are equal all through. What is the same object is not looked into. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) || Array.isArray(b)) {
    if (!Array.isArray(a) || !Array.isArray(b) || a.length !== b.length) return false
    for (let i = 0; i < a.length; i++) if (!same(a[i], b[i])) return false
    return true
  }
  // What a quantity was made from is a map: its doubt may move while its value stays.
  if (a instanceof Map || b instanceof Map) {
    if (!(a instanceof Map) || !(b instanceof Map) || a.size !== b.size) return false
    for (const [k, v] of a) if (!b.has(k) || !same(v, b.get(k))) return false
    return true
  }
  if (a instanceof Set || b instanceof Set) {
    if (!(a instanceof Set) || !(b instanceof Set) || a.size !== b.size) return false
    for (const v of a) if (!b.has(v)) return false
    return true
  }
  // Asked at every edit of all that was computed: keys are walked, no list of them is made.
  let left = 0
  for (const k in a) {
    left++
    if (!same((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k])) return false
  }
  for (const _ in b) left--
  return left === 0
}

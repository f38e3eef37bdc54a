/** Whether two pieces of plain data are equal all through. What is the same object is not looked into. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) || Array.isArray(b)) {
    if (!Array.isArray(a) || !Array.isArray(b) || a.length !== b.length) return false
    for (let i = 0; i < a.length; i++) if (!same(a[i], b[i])) return false
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

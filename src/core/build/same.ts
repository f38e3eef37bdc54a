/** Whether two pieces of plain data are equal all through. What is the same object is not looked into. */
export const same = (a: unknown, b: unknown): boolean =>
  a === b ||
  (typeof a === 'object' &&
    typeof b === 'object' &&
    a !== null &&
    b !== null &&
    Object.keys(a).length === Object.keys(b).length &&
    Object.entries(a).every(([k, v]) => same(v, (b as Record<string, unknown>)[k])))

/** A short id that nothing in a list has yet. */
export const freshId = (prefix: string, taken: readonly { id: string }[]): string => {
  const ids = new Set(taken.map(t => t.id))
  let n = taken.length + 1
  while (ids.has(`${prefix}-${n}`)) n++
  return `${prefix}-${n}`
}

/** An id that none has yet: the stem with a number behind it. @param from the first number that is tried */
export function freshId(stem: string, taken: Iterable<string>, from?: number): string {
  const ids = new Set(taken)
  let n = from ?? ids.size + 1
  while (ids.has(`${stem}${n}`)) n++
  return `${stem}${n}`
}

/** The same for a list's next member. */
export const nextId = (prefix: string, list: readonly { id: string }[]): string =>
  freshId(
    `${prefix}-`,
    list.map(x => x.id),
  )

/** An id itself where it is free, else with the first free number behind it, from 2. */
export function freeId(id: string, taken: Iterable<string>): string {
  const ids = new Set(taken)
  return ids.has(id) ? freshId(`${id}-`, ids, 2) : id
}

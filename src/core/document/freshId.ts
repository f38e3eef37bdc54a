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

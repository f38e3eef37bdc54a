/** How many states of what a result hangs on are kept: a joint's or two, as they stand and as planned. */
const KEPT = 16

/**
 * A function whose results are kept while the objects it hangs on are the same: for what several places ask of parts
 * that an edit leaves alone.
 */
export function kept<A extends readonly unknown[], T>(
  on: (...a: A) => readonly unknown[],
  compute: (...a: A) => T,
): (...a: A) => T {
  const known: { on: readonly unknown[]; result: T }[] = []
  return (...a) => {
    const objects = on(...a)
    let hit = known.find(k => k.on.length === objects.length && k.on.every((x, i) => x === objects[i]))
    if (!hit) {
      known.unshift((hit = { on: objects, result: compute(...a) }))
      known.length = Math.min(known.length, KEPT)
    }
    return hit.result
  }
}

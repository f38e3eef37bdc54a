import { same } from './same.ts'

const isPlain = (x: unknown): x is Record<string, unknown> =>
  typeof x === 'object' && x !== null && !(x instanceof Map) && !(x instanceof Set)

/**
 * When plain data has been computed again and equals one of the last results, gives back that earlier object. Where it
 * differs, those of its fields (or members, of a list) that are equal are the earlier ones. So `memo` can tell by the
 * object whether anything changed. Compares by value, as deep as the data goes.
 */
export function steady<T>(keep = 3): (made: T) => T {
  const known: T[] = []
  const settle = (made: T): T => {
    let own = made
    for (const last of known) {
      if (!isPlain(own) || !isPlain(last)) {
        if (same(own, last)) return last
        continue
      }
      if (Array.isArray(own) !== Array.isArray(last)) continue
      let all = true,
        shared: Record<string, unknown> | undefined
      for (const k in own)
        if (own[k] !== last[k]) {
          if (same(own[k], last[k])) {
            shared ??= (Array.isArray(own) ? [...(own as readonly unknown[])] : { ...own }) as Record<
              string,
              unknown
            >
            shared[k] = last[k]
          } else all = false
        }
      // A field that is left out now is another result too.
      if (all && Object.keys(last).length === Object.keys(own).length) return last
      if (shared) own = shared as T & Record<string, unknown>
    }
    return own
  }
  return made => {
    if (typeof made !== 'object' || made === null) return made
    const own = settle(made),
      i = known.indexOf(own)
    if (i > 0) known.splice(i, 1)
    if (i !== 0) known.unshift(own)
    known.length = Math.min(known.length, keep)
    return own
  }
}

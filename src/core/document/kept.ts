import { same } from './same.ts'

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

/** A function of one object, computed once for it and kept as long as it lives. */
export function perObject<O extends object, T extends object>(compute: (o: O) => T): (o: O) => T {
  const known = new WeakMap<O, T>()
  return o => {
    let own = known.get(o)
    if (!own) known.set(o, (own = compute(o)))
    return own
  }
}

/** States whose results are kept where their data are compared all through: as it stands and as planned. */
const ALIKE = 3

/**
 * A function that keeps its last results while the objects it hangs on are the same and the plain data it hangs on,
 * though made anew, is equal all through: most edits leave it as it is.
 */
export function lastAlike<A, T>(
  on: (a: A) => readonly unknown[],
  alike: (a: A) => unknown,
  compute: (a: A) => T,
): (a: A) => T {
  const known: { on: readonly unknown[]; alike: unknown; result: T }[] = []
  return a => {
    const now = { on: on(a), alike: alike(a) }
    const i = known.findIndex(k => now.on.every((x, n) => x === k.on[n]) && same(now.alike, k.alike)),
      hit = i < 0 ? { ...now, result: compute(a) } : known[i]!
    if (i > 0) known.splice(i, 1)
    if (i !== 0) known.unshift(hit)
    known.length = Math.min(known.length, ALIKE)
    return hit.result
  }
}

/**
 * A function whose newest results share what is equal: fields of a result that are, though made anew, what they were in
 * one of the last are those very objects, and a result that is equal all through is the last one itself. What hangs on
 * a part of it can then tell by the object whether that part is another.
 */
export function sharing<A, T extends object>(compute: (a: A) => T | undefined): (a: A) => T | undefined {
  const known: T[] = []
  return a => {
    const own = compute(a)
    if (!own) return own
    for (const last of known) {
      let all = true
      for (const k in own)
        if (own[k] !== last[k]) {
          if (same(own[k], last[k])) own[k] = last[k]
          else all = false
        }
      // A field that is left out now is another result too.
      if (all && Object.keys(last).length === Object.keys(own).length) return last
    }
    known.unshift(own)
    known.length = Math.min(known.length, ALIKE)
    return own
  }
}

/** A list or record made anew, as the object that it was when it was last equal all through. */
export const steady = <T extends object>(): ((made: T) => T) =>
  lastAlike(
    () => [],
    (made: T) => made,
    made => made,
  )

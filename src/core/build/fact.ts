import type { Build } from './build.ts'

/** How many states of the document a fact is kept for: before and after an act, as planned, and between. */
const KEPT = 6

/**
 * A fact derived from some fields of the document, computed once for each state of them. Documents are not changed in
 * place: an edit makes a new one that shares what it leaves alone, so that an edit of the log leaves the layout as it
 * is. What is not named cannot be read: the compiler holds `compute` to it.
 */
export function fact<K extends keyof Build, T>(
  reads: readonly K[],
  compute: (doc: Pick<Build, K>) => T,
): (doc: Pick<Build, K>) => T {
  const whole = new WeakMap<object, { result: T }>()
  const kept: { of: Pick<Build, K>; hit: { result: T } }[] = []
  return doc => {
    const known = whole.get(doc)
    if (known) return known.result
    const i = kept.findIndex(k => reads.every(r => k.of[r] === doc[r]))
    const own = i < 0 ? { of: doc, hit: { result: compute(doc) } } : kept[i]!
    if (i > 0) kept.splice(i, 1)
    if (i !== 0) kept.unshift(own)
    kept.length = Math.min(kept.length, KEPT)
    whole.set(doc, own.hit)
    return own.hit.result
  }
}

import type { Part } from '../parts/part.ts'
import type { PartKind } from '../parts/partKinds.ts'
import type { Build } from './build.ts'

/** How many states of the document a fact is kept for: before and after an act, as planned, and between. */
const KEPT = 6

/** What is computed from a document, once for each state of what it hangs on: the last few states are kept. */
function perState<D extends object, T>(alike: (a: D, b: D) => boolean, compute: (doc: D) => T): (doc: D) => T {
  const whole = new WeakMap<D, { result: T }>()
  const kept: { of: D; hit: { result: T } }[] = []
  return doc => {
    const known = whole.get(doc)
    if (known) return known.result
    const i = kept.findIndex(k => alike(k.of, doc))
    const own = i < 0 ? { of: doc, hit: { result: compute(doc) } } : kept[i]!
    if (i > 0) kept.splice(i, 1)
    if (i !== 0) kept.unshift(own)
    kept.length = Math.min(kept.length, KEPT)
    whole.set(doc, own.hit)
    return own.hit.result
  }
}

/**
 * A fact derived from some fields of the document, computed once for each state of them. Documents are not changed in
 * place: an edit makes a new one that shares what it leaves alone, so that an edit of the log leaves the layout as it
 * is. What is not named cannot be read: the compiler holds `compute` to it.
 */
export const fact = <K extends keyof Build, T>(
  reads: readonly K[],
  compute: (doc: Pick<Build, K>) => T,
): ((doc: Pick<Build, K>) => T) => perState((a, b) => reads.every(r => a[r] === b[r]), compute)

/** A fact that hangs on parts of some kinds alone, with the bare computation that it is held against. */
export interface FactOfKinds<K extends keyof Build, T> {
  (doc: Pick<Build, K>): T
  /** The same from every part, kept nowhere. */
  plainly: (doc: Pick<Build, K>) => T
}

/**
 * A fact that hangs on parts of some kinds: an edit of any other part leaves it as it is. It is computed from a document
 * that holds no others, so that it cannot read them; whether the kinds suffice is for a test to hold against `plainly`.
 */
export function factOfKinds<K extends keyof Build, T>(
  kinds: readonly PartKind[],
  reads: readonly K[],
  compute: (doc: Pick<Build, K | 'parts'>) => T,
): FactOfKinds<K | 'parts', T> {
  const inner = fact<K | 'parts', T>([...reads, 'parts'], compute),
    narrowed = only(kinds, reads)
  return Object.assign((doc: Pick<Build, K | 'parts'>) => inner(narrowed(doc)), { plainly: compute })
}

/**
 * The document with those fields, and of its parts only some kinds: the same object while all of that is the same.
 */
export function only<K extends keyof Build>(
  kinds: readonly PartKind[],
  reads: readonly K[],
): (doc: Pick<Build, K | 'parts'>) => Pick<Build, K | 'parts'> {
  const among = new Set<PartKind>(kinds),
    beside = reads.filter(r => r !== 'parts'),
    lists = new WeakMap<readonly Part[], Part[]>()
  const partsOf = (doc: Pick<Build, K | 'parts'>): Part[] => {
    let own = lists.get(doc.parts)
    if (!own) lists.set(doc.parts, (own = doc.parts.filter(p => among.has(p.kind))))
    return own
  }
  return perState(
    (a, b) => {
      const [own, other] = [partsOf(a), partsOf(b)]
      return beside.every(r => a[r] === b[r]) && own.length === other.length && own.every((p, i) => p === other[i])
    },
    doc =>
      ({ ...Object.fromEntries(beside.map(r => [r, doc[r]])), parts: partsOf(doc) }) as Pick<Build, K | 'parts'>,
  )
}

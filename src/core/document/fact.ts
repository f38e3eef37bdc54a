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
    if (kept[0]?.of === doc) return kept[0].hit.result
    const known = whole.get(doc)
    if (known) return known.result
    const i = kept.findIndex(k => alike(k.of, doc))
    const own = i < 0 ? { of: doc, hit: { result: compute(doc) } } : kept[i]!
    // The newest document stands for the state: it is asked about again.
    own.of = doc
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

/** A list of parts, by their kinds. */
interface Kinds {
  /** The same object for lists whose parts are of the same kinds in the same order. */
  shape: object
  of: ReadonlyMap<PartKind, readonly Part[]>
}
const indexed = new WeakMap<readonly Part[], Kinds>(),
  recent: (readonly Part[])[] = []

/**
 * Parts by their kind. In lists of one shape the list of a kind is the object that it was in one of the last ones while
 * it is made of the same parts: what hangs on kinds tells by it.
 */
function byKind(parts: readonly Part[]): Kinds {
  const known = indexed.get(parts)
  if (known) return known
  const of = new Map<PartKind, readonly Part[]>()
  for (const p of parts) {
    const list = of.get(p.kind) as Part[] | undefined
    if (list) list.push(p)
    else of.set(p.kind, [p])
  }
  let shape: object = of
  for (const last of recent)
    if (last.length === parts.length && last.every((p, i) => p.kind === parts[i]!.kind)) {
      const was = byKind(last)
      shape = was.shape
      for (const [kind, list] of of) {
        const before = was.of.get(kind)!
        if (before !== list && before.every((p, i) => p === list[i])) of.set(kind, before)
      }
    }
  recent.unshift(parts)
  recent.length = Math.min(recent.length, KEPT)
  const own = { shape, of }
  indexed.set(parts, own)
  return own
}

/**
 * The document with those fields, and of its parts only some kinds: the same object while all of that is the same.
 */
export function only<K extends keyof Build>(
  kinds: readonly PartKind[],
  reads: readonly K[],
): (doc: Pick<Build, K | 'parts'>) => Pick<Build, K | 'parts'> {
  const among = new Set<PartKind>(kinds),
    named = [...among],
    beside = reads.filter(r => r !== 'parts'),
    partsOf = (doc: Pick<Build, 'parts'>) => doc.parts.filter(p => among.has(p.kind))
  return perState(
    (a, b) => {
      if (!beside.every(r => a[r] === b[r])) return false
      const own = byKind(a.parts),
        other = byKind(b.parts)
      if (own.shape === other.shape) return named.every(k => own.of.get(k) === other.of.get(k))
      const [left, right] = [partsOf(a), partsOf(b)]
      return left.length === right.length && left.every((p, i) => p === right[i])
    },
    doc =>
      ({ ...Object.fromEntries(beside.map(r => [r, doc[r]])), parts: partsOf(doc) }) as Pick<Build, K | 'parts'>,
  )
}

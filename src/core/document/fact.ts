import { memo } from '../memo/memo.ts'
import type { Part } from '../parts/part.ts'
import type { PartKind } from '../parts/partKinds.ts'
import type { Build } from './build.ts'

/**
 * A fact derived from some fields of the document, computed once for each state of them. Documents are not changed in
 * place: an edit makes a new one that shares what it leaves alone, so that an edit of the log leaves the layout as it
 * is. What is not named cannot be read: the compiler holds `compute` to it.
 */
export const fact = <K extends keyof Build, T>(
  reads: readonly K[],
  compute: (doc: Pick<Build, K>) => T,
): ((doc: Pick<Build, K>) => T) => memo(compute, { on: doc => reads.map(r => doc[r]) })

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

/** The document with those fields, and of its parts only some kinds: the same object while all of that is the same. */
export function only<K extends keyof Build>(
  kinds: readonly PartKind[],
  reads: readonly K[],
): (doc: Pick<Build, K | 'parts'>) => Pick<Build, K | 'parts'> {
  const among = new Set<PartKind>(kinds),
    beside = reads.filter(r => r !== 'parts'),
    partsOf = memo((parts: readonly Part[]) => parts.filter(p => among.has(p.kind)), { weak: true })
  return memo(
    doc =>
      ({ ...Object.fromEntries(beside.map(r => [r, doc[r]])), parts: [...partsOf(doc.parts)] }) as Pick<
        Build,
        K | 'parts'
      >,
    { on: doc => [...partsOf(doc.parts), ...beside.map(r => doc[r])] },
  )
}

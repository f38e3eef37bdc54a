import { SHAPED, type Shaped } from '../build/docs.ts'
import { only } from '../build/fact.ts'
import { kept } from '../build/kept.ts'
import type { PartKind } from '../parts/partKinds.ts'
import type { Layout } from './layOut.ts'

/** Something derived from parts of some kinds and their places, with the bare computation that it is held against. */
export interface PerKinds<A extends readonly unknown[], T> {
  (build: Shaped, l: Layout, ...rest: A): T
  /** The same from every part, kept nowhere. */
  plainly: (build: Shaped, l: Layout, ...rest: A) => T
}

/**
 * What is derived from a build and where its parts lie, and hangs on parts of some kinds alone: kept while those parts,
 * where everything lies and the fields beside them are the same objects. It is given a build that holds no other parts,
 * and pickups' places only where it names pickups, so that it cannot read what it does not name.
 */
export function perKinds<A extends readonly unknown[], T>(
  kinds: readonly PartKind[],
  compute: (build: Shaped, l: Layout, ...rest: A) => T,
): PerKinds<A, T> {
  const narrowed = only(kinds, SHAPED),
    pickups = kinds.includes('pickup')
  const own = kept(
    (build: Shaped, l: Layout, ...rest: A) => [build, ...frameOf(l), pickups ? l.pickups : undefined, ...rest],
    (build, l, ...rest) => compute(build, pickups ? l : { ...l, pickups: [] }, ...rest),
  )
  return Object.assign((build: Shaped, l: Layout, ...rest: A) => own(narrowed(build), l, ...rest), {
    plainly: compute,
  })
}

/** Everything that a layout tells but its pickups. */
function frameOf(l: Layout): readonly unknown[] {
  const { pickups: _, ...frame } = l
  void _
  return Object.values(frame)
}

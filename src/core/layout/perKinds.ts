import { memo } from '../memo/memo.ts'
import type { Build } from '../document/build.ts'
import { only } from '../document/fact.ts'
import type { PartKind } from '../parts/partKinds.ts'
import type { Layout } from './layOut.ts'

/** Something derived from parts of some kinds and their places, with the bare computation that it is held against. */
export interface PerKinds<K extends keyof Build, A extends readonly unknown[], T> {
  (build: Pick<Build, K | 'parts'>, l: Layout, ...rest: A): T
  /** The same from every part, kept nowhere. */
  plainly: (build: Pick<Build, K | 'parts'>, l: Layout, ...rest: A) => T
}

/**
 * What is derived from a build and where its parts lie, and hangs on parts of some kinds alone: kept while those parts,
 * where everything lies and the fields that it reads are the same objects. It is given a build that holds no others, and
 * pickups' places only where it names pickups, so that it cannot read what it does not name.
 */
export function perKinds<K extends keyof Build, A extends readonly unknown[], T>(
  kinds: readonly PartKind[],
  reads: readonly K[],
  compute: (build: Pick<Build, K | 'parts'>, l: Layout, ...rest: A) => T,
): PerKinds<K, A, T> {
  type Read = Pick<Build, K | 'parts'>
  const narrowed = only(kinds, reads),
    pickups = kinds.includes('pickup')
  const own = memo(
    (build: Read, l: Layout, ...rest: A) => compute(build, pickups ? l : { ...l, pickups: [] }, ...rest),
    { on: (build, l, ...rest) => [build, ...(pickups ? wholeOf(l) : frameOf(l)), ...rest], keep: 16 },
  )
  return Object.assign((build: Read, l: Layout, ...rest: A) => own(narrowed(build), l, ...rest), {
    plainly: compute,
  })
}

/** What a layout tells, field by field. */
const wholeOf = memo((l: Layout): readonly unknown[] => Object.values(l), { weak: true })
/** The same but its pickups. */
const frameOf = memo(
  ({ pickups: _, ...frame }: Layout): readonly unknown[] => {
    void _
    return Object.values(frame)
  },
  { weak: true },
)

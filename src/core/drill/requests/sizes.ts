import { SHAPED, type Shaped } from '../../document/docs.ts'
import type { Layout, PlacedFeature } from '../../layout/layOut.ts'
import { perKinds, type PerKinds } from '../../layout/perKinds.ts'
import type { Part } from '../../parts/part.ts'
import type { PartKind } from '../../parts/partKinds.ts'
import type { AnyCut } from '../channelsWanted.ts'
import type { HoleRequest } from '../hole.ts'

/** A dimension of a part, mm; 0 when it has none. */
export const v = (p: Part | undefined, k: string): number => p?.dims[k]?.value ?? 0

/** One of a set of screws. */
export const screwOf = (set: Part) => ({ diameter: v(set, 'diameter'), length: v(set, 'length'), part: set })

/** Holes of a purpose that the part came with: what the plan drilled since is known hole by hole. */
export const drilledFor = (
  l: Layout,
  part: Part | undefined,
  role: PlacedFeature['role'],
  serves: string,
): PlacedFeature[] => holesFor(l, part, role, serves).filter(f => f.drilled === undefined)

/** Every hole of a purpose that is in a part. */
export const holesFor = (
  l: Layout,
  part: Part | undefined,
  role: PlacedFeature['role'],
  serves: string,
): PlacedFeature[] => l.features.filter(f => f.partId === part?.id && f.role === role && f.serves === serves)

/** Holes that something fitted asks for; `cuts` is all cutting work. */
export type Requests = PerKinds<keyof Shaped, [cuts: readonly AnyCut[]], readonly HoleRequest[]>

/** Requests that hang on parts of some kinds alone: an edit of any other part leaves them as they are. */
export const requestsOf = (
  kinds: readonly PartKind[],
  find: (build: Shaped, l: Layout, cuts: readonly AnyCut[]) => HoleRequest[],
): Requests => perKinds(kinds, SHAPED, find)

import type { Shaped } from '../../build/docs.ts'
import { partIn } from '../../build/references.ts'
import type { Layout, PlacedFeature } from '../../layout/layOut.ts'
import type { Part } from '../../parts/part.ts'
import type { AnyCut } from '../channelsWanted.ts'
import type { HoleRequest } from '../hole.ts'

/** A dimension of a part, mm; 0 when it has none. */
export const v = (p: Part | undefined, k: string): number => p?.dims[k]?.value ?? 0

/** The screw of a slot, or one of a usual size when nobody chose any [from memory]. */
export const screwIn = (build: Shaped, slot: string, usual: { diameter: number; length: number }) => {
  const part = partIn(build, slot)
  return part ? { diameter: v(part, 'diameter'), length: v(part, 'length'), part } : { ...usual, part: undefined }
}

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
export type Requests = (build: Shaped, l: Layout, cuts: readonly AnyCut[]) => HoleRequest[]

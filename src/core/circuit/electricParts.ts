import type { Part } from '../parts/part.ts'
import { PART_KINDS } from '../parts/partKinds.ts'
import type { DimensionSpec, QuantityKind } from '../parts/dimensionSpec.ts'

/** What a calliper or a scale reads: no circuit hangs on it. */
const MECHANICAL: readonly QuantityKind[] = ['length', 'angle', 'mass']

const known = new WeakMap<Part, Part>()

/** A part with what a circuit may read of it. */
function electric(part: Part): Part {
  let own = known.get(part)
  if (!own) {
    const specs = PART_KINDS[part.kind].dims as Record<string, DimensionSpec>
    own = {
      ...part,
      dims: Object.fromEntries(
        Object.entries(part.dims).filter(([k]) => !MECHANICAL.includes(specs[k]?.quantity ?? 'length')),
      ),
    }
    known.set(part, own)
  }
  return own
}

/** Parts without their lengths, angles and masses: a cover filed narrower leaves what a meter says as it was. */
export const electricParts = (parts: readonly Part[]): Part[] => parts.map(electric)

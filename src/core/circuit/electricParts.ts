import { memo } from '../memo/memo.ts'
import type { Part } from '../parts/part.ts'
import { PART_KINDS } from '../parts/partKinds.ts'
import type { DimensionSpec, QuantityKind } from '../parts/dimensionSpec.ts'

/** What a calliper or a scale reads: no circuit hangs on it. */
const MECHANICAL: readonly QuantityKind[] = ['length', 'angle', 'mass']

/** A part with what a circuit may read of it. */
const electric = memo(
  (part: Part): Part => {
    const specs = PART_KINDS[part.kind].dims as Record<string, DimensionSpec>
    return {
      ...part,
      dims: Object.fromEntries(
        Object.entries(part.dims).filter(([k]) => !MECHANICAL.includes(specs[k]?.quantity ?? 'length')),
      ),
    }
  },
  { weak: true },
)

/** Parts without their lengths, angles and masses: a cover filed narrower leaves what a meter says as it was. */
export const electricParts = (parts: readonly Part[]): Part[] => parts.map(p => electric(p))

import { type Said } from '../say/said.ts'
import { dimensionAt, dimensionPaths, labelAt, specAt } from '../parts/dimensionAt.ts'
import type { Part } from '../parts/part.ts'
import { PART_KINDS } from '../parts/partKinds.ts'
import type { QuantityKind } from '../parts/dimensionSpec.ts'

/** One thing to measure when a part comes in. */
export interface InspectionItem {
  path: string
  label: string
  how: Said
  quantity: QuantityKind
  expected: number
  doubt: number
  min: number
  max: number
  /** What was read, once it is. */
  read: number | undefined
  /** How the reading stands to the claim. */
  verdict: 'to measure' | 'as claimed' | 'listing was wrong' | 'measured'
  /** Reading less claim, when both are there. */
  off: number | undefined
}

export interface Inspection {
  look: readonly string[]
  items: InspectionItem[]
  left: number
  wrong: InspectionItem[]
}

/** Electrical and counted things come after the rule and the calliper are put away. */
const TOOL: Record<QuantityKind, number> = {
  count: 0,
  length: 1,
  angle: 1,
  mass: 2,
  resistance: 3,
  inductance: 4,
  capacitance: 4,
  ratio: 5,
  percent: 6,
  film: 6,
  hours: 6,
  temperature: 6,
  volume: 6,
}

/**
 * Incoming inspection of a part: what to look at first, then what to measure with the values expected, in an order
 * that keeps one tool in hand; what was read against what the listing claimed.
 * @param weight how much each dimension decides in the build at hand; the heavier come first
 */
export function inspection(part: Part, weight: (path: string) => number = () => 0): Inspection {
  const items = dimensionPaths(part).flatMap((path): InspectionItem[] => {
    const d = dimensionAt(part, path)!,
      spec = specAt(part, path)
    if (!spec || spec.quantity === 'ratio') return []
    const measured = d.basis === 'measured',
      claim = measured ? d.claimed : d.value,
      claimDoubt = measured ? (d.claimedDoubt ?? 0) : d.doubt
    const off = measured && claim !== undefined ? d.value - claim : undefined
    const verdict = !measured
      ? 'to measure'
      : off === undefined
        ? 'measured'
        : Math.abs(off) > Math.hypot(claimDoubt, d.doubt)
          ? 'listing was wrong'
          : 'as claimed'
    return [
      {
        path,
        label: labelAt(part, path),
        how: spec.how,
        quantity: spec.quantity,
        expected: claim ?? d.value,
        doubt: claimDoubt || d.doubt,
        min: spec.min,
        max: spec.max,
        read: measured ? d.value : undefined,
        verdict,
        off,
      },
    ]
  })
  items.sort((a, b) => TOOL[a.quantity] - TOOL[b.quantity] || weight(b.path) - weight(a.path))
  return {
    look: PART_KINDS[part.kind].look,
    items,
    left: items.filter(i => i.verdict === 'to measure').length,
    wrong: items.filter(i => i.verdict === 'listing was wrong'),
  }
}

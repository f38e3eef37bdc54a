import type { Build } from '../build/build.ts'
import { splitRef } from '../build/quantityAt.ts'
import { labelAt, specAt } from '../parts/dimensionAt.ts'
import { shareOf } from '../units/quantity.ts'
import type { Joint } from './joint.ts'

/** One dimension worth measuring, and what it would settle. */
export interface MeasureItem {
  ref: string
  label: string
  partName: string
  value: number
  doubt: number
  basis: string
  how: string
  /** Joints whose verdict hangs on it, most first. */
  joints: string[]
  /** Sum over those joints of the share of squared doubt that it brings. */
  weight: number
}

/**
 * The doubtful dimensions whose measurement would settle the most, best first. A joint that can't be told counts
 * each input by the share of its squared doubt (JCGM 100 §5.1.2).
 */
export function measureNext(build: Build, joints: readonly Joint[], most = 8): MeasureItem[] {
  const found = new Map<string, MeasureItem>()
  for (const j of joints) {
    if (j.state !== "can't tell") continue
    for (const { source } of j.clearance.terms.values()) {
      const { partId, path } = splitRef(source.id)
      const part = build.parts.find(p => p.id === partId)
      const spec = part && specAt(part, path)
      if (!part || !spec || source.basis === 'measured' || source.basis === 'planned') continue
      const item = found.get(source.id) ?? { ref: source.id, label: labelAt(part, path), partName: part.name, value: source.value, doubt: source.doubt, basis: source.basis, how: spec.how, joints: [], weight: 0 }
      const share = shareOf(j.clearance, source.id)
      if (share < 0.01) continue
      item.joints.push(j.id)
      item.weight += share
      found.set(source.id, item)
    }
  }
  return [...found.values()].sort((a, b) => b.weight - a.weight).slice(0, most)
}

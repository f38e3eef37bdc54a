import { memo } from '../memo/memo.ts'
import { type Said } from '../say/said.ts'
import type { Shaped } from '../document/docs.ts'
import { dimensionName } from '../document/dimensionName.ts'
import { splitRef } from '../document/quantityAt.ts'
import { specAt } from '../parts/dimensionAt.ts'
import { assumedShare, doubtOf, missingIn, shareOf, type Quantity } from '../units/quantity.ts'
import type { Joint } from './joint.ts'
import { ANOTHER_PART, LIVE_WITH, reworkMinutes } from './rework.ts'
import { CERTAIN, GUESSED, judgeNumbers, type Limits } from './verdict.ts'

/** One dimension worth measuring, and what it would settle. */
export interface MeasureItem {
  ref: string
  label: string
  partName: string
  value: number
  doubt: number
  basis: string
  how: Said
  /** Joints whose verdict hangs on it, most first. */
  joints: string[]
  /** How many verdicts a reading may be expected to settle: the sum of their chances. */
  settles: number
  /** Minutes of rework that hang on those verdicts, by the chance that the reading settles them. */
  stake: number
}

/** Half-width of a calliper's reading, mm: what a dimension's doubt shrinks to. */
const READING = 0.05
/** Below this share of a joint's squared doubt an input is not worth a reading. */
const WORTH = 0.01
/** Readings that are offered at once: the rest is asked for when these have told what they tell [our choice]. */
export const OFFERED = 12
/** Where a standard normal reading may fall, and how likely: a fine even grid, since a verdict is a step. */
const GRID: readonly (readonly [number, number])[] = (() => {
  const at = Array.from({ length: 41 }, (_, i) => (i - 20) * 0.18),
    all = at.reduce((t, z) => t + Math.exp((-z * z) / 2), 0)
  return at.map(z => [z, Math.exp((-z * z) / 2) / all] as const)
})()

/** Chance that a reading of one input settles a joint's verdict, worked out once for a clearance and its limits. */
export const chanceToSettle = (
  { clearance, limits }: Pick<Joint, 'clearance' | 'limits'>,
  sourceId: string,
): number => chanceOf(clearance, limits, sourceId)

/** Most edits leave clearance and limits the objects that they were; a clearance has at most so many inputs. */
const chanceOf = memo(settledBy, { weak: true, keep: 40 })

/**
 * Chance that a reading of one input settles a joint's verdict. Before it is taken the reading is spread about the
 * claim by the doubt it takes away; for each place where it may fall the verdict is judged with what doubt is left.
 */
function settledBy(clearance: Quantity, limits: Limits, sourceId: string): number {
  const t = clearance.terms.get(sourceId)
  if (!t) return 0
  const all = doubtOf(clearance) ** 2,
    own = (t.coefficient * t.source.doubt) ** 2,
    after = (t.coefficient * Math.min(READING, t.source.doubt)) ** 2
  const left = Math.sqrt(Math.max(all - own, 0) + after),
    spread = Math.sqrt(Math.max(own - after, 0)) / 2
  let chance = 0
  for (const [z, w] of GRID) {
    const at = clearance.value + spread * z
    const { chances } = judgeNumbers(at, left, limits)
    if (Math.max(...Object.values(chances)) >= CERTAIN) chance += w
  }
  return Math.min(1, chance)
}

/** Share of the work that a reading nobody took stands for, however sure the usual is [our choice]. */
const LEAST_STAKE = 0.1

/** Whether a joint is doubtful because its parts are only assumed. */
const hangsOnAssumption = (j: Joint): boolean => assumedShare(j.clearance) >= GUESSED

/**
 * What hangs on a joint's verdict, minutes: its cheapest fix; what mending such a joint costs either way while it is
 * inside its band or only assumed; another part when nothing mends it.
 */
const stakeOf = (j: Joint, strings: number): number =>
  // What nobody has read yet is mostly as usual: it presses as far as the usual may miss.
  workOn(j, strings) * (missingIn(j.clearance).length ? Math.max(LEAST_STAKE, 1 - j.chances.snug) : 1)

function workOn(j: Joint, strings: number): number {
  if (j.fixes.length) return Math.min(...j.fixes.map(f => f.minutes))
  const mending = Math.max(
    reworkMinutes(j.family, 'under', strings) ?? 0,
    reworkMinutes(j.family, 'over', strings) ?? 0,
  )
  if (mending > 0) return mending
  // What such a part would cost is nobody's loss before anything of it is known.
  if (hangsOnAssumption(j)) return LIVE_WITH
  return j.chances["won't go"] > 0.05 ? ANOTHER_PART * j.chances["won't go"] : LIVE_WITH
}

/**
 * The doubtful dimensions whose measurement would settle the most, best first: by the minutes of rework that hang on the
 * verdicts a reading may be expected to settle, then by how many it settles (law of propagation for independent inputs,
 * JCGM 100:2008 §5.1.2) [published].
 */
export function measureNext(build: Shaped, joints: readonly Joint[], most = 8): MeasureItem[] {
  const found = new Map<string, Omit<MeasureItem, 'label'>>()
  for (const j of joints) {
    if (j.state !== "can't tell") continue
    for (const { source } of j.clearance.terms.values()) {
      if (source.basis === 'measured' || source.basis === 'planned' || shareOf(j.clearance, source.id) < WORTH)
        continue
      const { partId, path } = splitRef(source.id),
        part = build.parts.find(p => p.id === partId),
        spec = part && specAt(part, path)
      if (!part || !spec) continue
      const item = found.get(source.id) ?? {
        ref: source.id,
        partName: part.name,
        value: source.value,
        doubt: source.doubt,
        basis: source.basis,
        how: spec.how,
        joints: [],
        settles: 0,
        stake: 0,
      }
      // Two doubtful inputs of one joint may each settle nothing alone: half a share keeps the larger in the list.
      // While all of them are assumed, each counts with its share: they are read one after the other.
      const share = shareOf(j.clearance, source.id) * (hangsOnAssumption(j) ? 1 : 0.5)
      const chance = Math.max(chanceToSettle(j, source.id), share)
      item.joints.push(j.id)
      item.settles += chance
      item.stake += chance * stakeOf(j, build.instrument.strings)
      found.set(source.id, item)
    }
  }
  return [...found.values()]
    .sort((a, b) => b.stake - a.stake || b.settles - a.settles)
    .slice(0, most)
    .map(m => ({ ...m, label: dimensionName(build, m.ref) }))
}

import type { Mended } from '../document/docs.ts'
import { dimensionName } from '../document/dimensionName.ts'
import { splitRef } from '../document/quantityAt.ts'
import { dimensionAt, specAt, withDimension } from '../parts/dimensionAt.ts'
import { doubtOf, shareOf } from '../units/quantity.ts'
import { fit } from './applyFixes.ts'
import type { Joint } from './joint.ts'

/** How far one dimension of a part may be off before a joint of it is not snug any more, mm. */
export interface MustMeet {
  ref: string
  label: string
  value: number
  /** From and to which size it may come; undefined on a side where no joint holds it. */
  low: number | undefined
  high: number | undefined
  /** The joint that holds it on each of those sides. */
  because: string[]
}

/** Sizes that a part has to come back with, and joints of it that are not snug as it is drawn. */
export interface Demands {
  sizes: MustMeet[]
  broken: string[]
}

/** So far a size is tried, mm: what a shop does unasked is closer [our choice]; and how closely its end is found. */
const TRIED = 5,
  FOUND = 0.01

/** Whether a clearance is in its joint's band whatever its other inputs are within their doubt. */
const holds = (j: Joint, others: number): boolean =>
  j.clearance.value - others >= j.limits.low && j.clearance.value + others <= (j.limits.high ?? Infinity)

/**
 * The sizes that a part has to come back with, each by itself and the others as drawn: found by trying, as clearances bend
 * where another gap becomes the smallest. A joint counts with the doubt of what the part meets; one that is not in its band
 * as drawn holds nothing and is told.
 */
export function mustMeet(build: Mended, slot: string): Demands {
  const id = build.slots[slot],
    part = build.parts.find(p => p.id === id)
  if (!part) return { sizes: [], broken: [] }
  const joints = fit(build).planned.filter(j => j.slots.includes(slot) && !j.counts),
    ofPart = (ref: string) => splitRef(ref).partId === id
  /** Doubt of everything that a joint hangs on but the part. */
  const others = new Map(
    joints.map(j => {
      const own = [...j.clearance.terms.keys()].filter(ofPart).reduce((s, k) => s + shareOf(j.clearance, k), 0)
      return [j.id, doubtOf(j.clearance) * Math.sqrt(Math.max(0, 1 - own))]
    }),
  )
  const held = joints.filter(j => holds(j, others.get(j.id)!)),
    titles = new Map(held.map(j => [j.id, j.title]))
  const refs = new Set(
    held.flatMap(j =>
      [...j.clearance.terms.keys()].filter(k => ofPart(k) && specAt(part, splitRef(k).path)?.quantity === 'length'),
    ),
  )
  /** The first joint that leaves its band when a dimension has another value. */
  const breaks = (path: string, value: number): string | undefined => {
    const next: Mended = {
      ...build,
      parts: build.parts.map(p => (p.id === id ? withDimension(p, path, { ...dimensionAt(p, path)!, value }) : p)),
    }
    const now = new Map(fit(next).planned.map(j => [j.id, j]))
    return held.find(j => {
      const is = now.get(j.id)
      return is !== undefined && !holds(is, others.get(j.id)!)
    })?.id
  }
  const sizes = [...refs].flatMap((ref): MustMeet[] => {
    const { path } = splitRef(ref),
      value = dimensionAt(part, path)?.value,
      min = specAt(part, path)!.min
    if (value === undefined) return []
    /** The last size towards a side that breaks nothing, and what the next one breaks. */
    const end = (side: -1 | 1): { at: number; by: string } | undefined => {
      let good = 0,
        bad = side < 0 ? Math.min(TRIED, value - min) : TRIED,
        by = breaks(path, value + side * bad)
      if (by === undefined) return undefined
      while (bad - good > FOUND) {
        const mid = (good + bad) / 2,
          broken = breaks(path, value + side * mid)
        if (broken === undefined) good = mid
        else {
          bad = mid
          by = broken
        }
      }
      return { at: value + side * good, by }
    }
    const low = end(-1),
      high = end(1)
    return low || high
      ? [
          {
            ref,
            label: dimensionName(build, ref),
            value,
            low: low?.at,
            high: high?.at,
            because: [...new Set([low, high].flatMap(e => (e ? (titles.get(e.by) ?? []) : [])))],
          },
        ]
      : []
  })
  return { sizes, broken: joints.filter(j => !titles.has(j.id)).map(j => j.title) }
}

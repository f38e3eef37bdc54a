import { refOf } from '../document/quantityAt.ts'
import { doubtOfDim } from '../circuit/spread.ts'
import { partOf } from '../circuit/settings.ts'
import type { Diagnosis } from './diagnose.ts'
import { FAULT_SORTS } from './faultSorts.ts'
import { lugRef } from '../document/lugRef.ts'
import type { Model, Table } from './table.ts'

/** What the readings of a circuit say about a part of it. */
export interface PartRead {
  /** The dimension that it is about, as readings name it. */
  ref: string
  label: string
  /** As it was known before, and as it is after the readings, Ω, each with its half-width. */
  was: number
  wasDoubt: number
  is: number
  doubt: number
}

/** A value is told once the readings leave no more than this share of its doubt [our choice]: taking it in tells it no second time. */
const NARROWER = 0.6
/** A part that may be at fault itself with more chance than this has no value to be told [our choice]. */
const FAULTY = 0.05

/** How far a part is from what was said of it, over everything that may be wrong, in its own deviations. */
function overAll(
  d: Diagnosis,
  cause: number,
  faulty: (h: number) => boolean,
): { off: number; sd: number } | undefined {
  let sum = 0,
    bad = 0,
    off = 0,
    square = 0
  d.chances.forEach((w, h) => {
    if (w < 1e-9) return
    if (faulty(h)) {
      bad += w
      return
    }
    const k = d.belief.known(h, cause)
    sum += w
    off += w * k.off
    square += w * (k.sd ** 2 + k.off ** 2)
  })
  if (!(sum > 0) || bad > FAULTY) return undefined
  // Law of total variance: what is open within each explanation, and between them.
  return { off: off / sum, sd: Math.sqrt(Math.max(0, square / sum - (off / sum) ** 2)) }
}

/**
 * What pots, resistors and windings have, as far as the readings of the whole circuit tell: the filtered deviations,
 * over all explanations by their chance. Parts that are likely at fault themselves are left out.
 */
export function partsRead(m: Model, t: Table, d: Diagnosis): PartRead[] {
  const faulty = m.hypotheses.map(
    h => new Set(h.faults.flatMap(f => (FAULT_SORTS[f.sort].group === 'part' ? f.at.map(x => lugRef(x).of) : []))),
  )
  return m.build.circuit.components.flatMap((c): PartRead[] => {
    const part = partOf(m.build, c),
      key = c.kind === 'pickup' ? 'dcResistance' : 'resistance',
      said = part?.dims[key],
      own = m.doubts.share.get(c.id),
      cause = t.causes.indexOf(c.id)
    if (!part || !said || !own || cause < 0) return []
    const known = overAll(d, cause, h => faulty[h]!.has(c.id))
    if (!known || known.sd > NARROWER) return []
    return [
      {
        ref: refOf(part, `dims.${key}`),
        label: c.label,
        was: said.value,
        wasDoubt: doubtOfDim(part, key),
        is: said.value * (1 + known.off * own.sd),
        doubt: 2 * known.sd * own.sd * said.value,
      },
    ]
  })
}

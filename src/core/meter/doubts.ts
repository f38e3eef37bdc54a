import type { Wired } from '../build/docs.ts'
import { doubtOfDim } from '../circuit/spread.ts'
import { partOf } from '../circuit/settings.ts'
import { COLD_JOINT } from './change.ts'
import { COLD_SPREAD } from './faultSorts.ts'
import type { Hypothesis } from './hypotheses.ts'
import type { Solved } from './dc.ts'
import { leadsOf, type MeterSort } from './meters.ts'

/** Copper's resistance rises by this share a degree [published: IEC 60028], and how far a winding may be from 20 °C, K [from memory]. */
export const COPPER = 0.00393
const AWAY = 5
/** A winding that nobody read is taken at this share [from memory]. */
const WINDING = 0.05

/**
 * What a reading hangs on beside the fault: what each part really has, how warm it is, the meter's leads. One standard
 * deviation is half of a half-width of doubt [published: JCGM 100:2008 §4.3.9, a normal quantity within its half-width 19 times in 20].
 */
export interface Leaning {
  /** Expected, Ω; Infinity when open. */
  mean: number
  /** Standard deviations that it has in common with other readings, Ω, by what they come from. */
  common: ReadonlyMap<string, number>
}

/** Relative standard deviations of every resistance in a circuit, by component. */
export interface Doubts {
  share: ReadonlyMap<string, { sd: number; winding: boolean }>
  meter: MeterSort
}

export function doubtsOf(build: Wired, meter: MeterSort): Doubts {
  const share = new Map<string, { sd: number; winding: boolean }>()
  for (const c of build.circuit.components) {
    const part = partOf(build, c),
      key = c.kind === 'pickup' ? 'dcResistance' : 'resistance'
    const d = part?.dims[key]
    const rel = part && d && d.value > 0 ? doubtOfDim(part, key) / d.value : 0.1
    share.set(c.id, {
      sd: (c.kind === 'pickup' && d?.basis !== 'measured' ? Math.max(rel, WINDING) : rel) / 2,
      winding: c.kind === 'pickup',
    })
  }
  return { share, meter }
}

/** What a meter should show between two places of a solved circuit, with what that hangs on. */
export function leaning(solved: Solved, a: string, b: string, h: Hypothesis, d: Doubts, open: number): Leaning {
  const ohms = solved.ohms(a, b)
  if (!(ohms < open)) return { mean: Infinity, common: new Map() }
  const common = new Map<string, number>(),
    leads = leadsOf(d.meter),
    spread = h.faults.find(f => f.spread !== undefined)?.spread
  const add = (k: string, sd: number) => common.set(k, (common.get(k) ?? 0) + sd)
  if (ohms > 0)
    for (const p of solved.parts(a, b)) {
      if (p.ohms <= 0) continue
      const own = d.share.get(p.of)
      if (own) {
        add(p.of, p.ohms * own.sd)
        if (own.winding) add('warmth', p.ohms * COPPER * AWAY)
      } else if (p.of === COLD_JOINT) add(p.id, p.ohms * (spread ?? COLD_SPREAD))
    }
  add('leads', leads.doubt / 2)
  return { mean: ohms + leads.ohms, common }
}

import type { Wired } from '../document/docs.ts'
import { doubtOfDim } from '../circuit/spread.ts'
import { partOf } from '../circuit/settings.ts'
import { COLD_JOINT } from './change.ts'
import { COLD_SPREAD } from './faultSorts.ts'
import type { Fault } from './faults.ts'
import type { Solved } from './dc.ts'
import { leadsOf, meterDoubt, NOTHING, type MeterSort } from './meters.ts'

/** Copper's resistance rises by this share a degree [published: IEC 60028], and how far a winding may be from 20 °C, K [from memory]. */
export const COPPER = 0.00393
const AWAY = 5
/** A winding that nobody read is taken at this share [from memory]. */
export const WINDING = 0.05

/** Causes that belong to no component: how warm windings are, what the meter's leads and a cold joint have. */
export const SHARED_CAUSES = ['~warmth', '~leads', COLD_JOINT] as const

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

/**
 * What a reading hangs on beside the fault: what each part really has, how warm it is, the meter's leads. One standard
 * deviation is half of a half-width of doubt [published: JCGM 100:2008 §4.3.9, a normal quantity within its half-width 19 times in 20].
 */
export interface Leaning {
  /** Expected between two terminals by their places, Ω; Infinity when open. Into `common` go the standard deviations that it shares with other readings, Ω, by cause. */
  at: (a: number, b: number, common: Float32Array) => number
}

/** What a meter should show anywhere in a solved circuit, with what that hangs on. */
export function leaningOn(
  solved: Solved,
  faults: readonly Pick<Fault, 'spread'>[],
  d: Doubts,
  causes: ReadonlyMap<string, number>,
): Leaning {
  const open = d.meter.ranges.at(-1)!,
    leads = leadsOf(d.meter),
    spread = faults.find(f => f.spread !== undefined)?.spread ?? COLD_SPREAD
  const n = solved.resistances.length,
    out = new Float64Array(n),
    cause = new Int16Array(n).fill(-1),
    share = new Float64Array(n),
    winding = new Uint8Array(n),
    warmth = causes.get('~warmth')!,
    lead = causes.get('~leads')!
  solved.resistances.forEach((r, k) => {
    const own = d.share.get(r.of)
    if (own) {
      cause[k] = causes.get(r.of)!
      share[k] = own.sd
      winding[k] = Number(own.winding)
    } else if (r.of === COLD_JOINT) {
      cause[k] = causes.get(COLD_JOINT)!
      share[k] = spread
    }
  })
  return {
    at: (a, b, common) => {
      const ohms = solved.ohms(a, b)
      if (!(ohms < open)) return Infinity
      if (ohms > 0 && solved.partsInto(a, b, out))
        for (let k = 0; k < n; k++) {
          const c = cause[k]!
          if (c < 0) continue
          common[c]! += out[k]! * share[k]!
          if (winding[k]) common[warmth]! += out[k]! * COPPER * AWAY
        }
      common[lead]! += leads.doubt / 2
      return ohms + leads.ohms
    },
  }
}

/** What readings have in common: what each part really has, how warm it is, what the leads have, what a cold joint has. */
export const causesOf = (d: Doubts): string[] => [...d.share.keys(), ...SHARED_CAUSES]

/** One standard deviation of a reading, Ω: all that it leans on, and the meter's own. */
export function deviation(meter: MeterSort, ohms: number, common: Float32Array): number {
  if (!Number.isFinite(ohms)) return NOTHING * 0.01
  let v = (meterDoubt(meter, ohms) / 2) ** 2
  for (const x of common) v += x * x
  return Math.sqrt(v)
}

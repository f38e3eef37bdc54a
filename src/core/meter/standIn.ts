import { randomOf, normalOf } from '../chance/random.ts'
import type { Wired } from '../document/docs.ts'
import { stringsIn } from '../document/circuitRecord.ts'
import { lugText } from '../document/lugRef.ts'
import type { Pieces } from '../circuit/pieces.ts'
import { COLD_JOINT, seenFrom, type Change } from './change.ts'
import { placesOf, solveDirect } from './dc.ts'
import { COPPER, doubtsOf } from './doubts.ts'
import { crackleOf } from './crackle.ts'
import { hear } from './ear.ts'
import type { Fault } from './faults.ts'
import { COLD_SPREAD } from './faultSorts.ts'
import { CHEAP_METER, leadsOf, meterDoubt, NOTHING, type MeterSort } from './meters.ts'
import { EAR, heardValue, SILENT, type Model, type Probe } from './table.ts'
import { under } from './under.ts'

/** The warmth that a bench differs from 20 °C by, K [from memory]. */
const BENCH = 3

/** What a meter shows for a resistance between its tips, Ω: rounded to its last digit, off within its accuracy; NOTHING beyond its range. */
export function shown(meter: MeterSort, ohms: number, random: () => number): number {
  const last = meter.ranges.at(-1)!
  const leads = leadsOf(meter),
    is = ohms + leads.ohms + leads.doubt * (2 * random() - 1)
  if (!(is <= last)) return NOTHING
  const off = is + (meterDoubt(meter, is) / 2) * Math.max(-2, Math.min(2, normalOf(random))),
    step = (meter.ranges.find(r => off <= r) ?? last) / meter.counts
  return Math.max(0, Math.round(off / step) * step)
}

/** An instrument on the bench in place of a real one: its parts have values of their own within their doubts, and something may be wrong with it. */
export interface StandIn {
  /** What the meter shows, Ω. */
  ohms: (a: string, b: string, stand: number, outside: boolean) => number
  /** What a probe of the model gives: ohms as the meter shows them, or what is heard, dB. */
  take: (p: Probe) => number
}

/**
 * @param seed the same instrument and the same readings come again with it
 * @param taken how many readings were taken of it: with each the noise is another
 */
export function standIn(
  m: Model,
  faults: readonly Fault[],
  seed: number,
  meter: MeterSort = CHEAP_METER,
  taken = 0,
): StandIn {
  const made = randomOf(seed),
    random = randomOf(seed + 7919 * (taken + 1)),
    build: Wired = m.build,
    { share } = doubtsOf(build, meter),
    warm = 1 + COPPER * BENCH * normalOf(made)
  const factor = new Map<string, number>()
  for (const [id, d] of share)
    factor.set(id, (1 + d.sd * Math.max(-2, Math.min(2, normalOf(made)))) * (d.winding ? warm : 1))
  const cold = 1 + COLD_SPREAD * (2 * made() - 1)
  const changes: Change[] = faults.flatMap(f => f.changes)
  const real = (p: Pieces): Pieces => ({
    ...p,
    poles: p.poles.map(x =>
      x.kind === 'R' || x.kind === 'coil'
        ? { ...x, ohms: x.ohms * (x.of === COLD_JOINT ? cold : (factor.get(x.of) ?? 1)) }
        : x,
    ),
  })
  const at = under(build, false),
    played = under(build, true)
  const unplugged = changes.some(c => c.kind === 'unplugged')
  const { components, load } = build.circuit,
    pickups = components.filter(c => c.kind === 'pickup').map(c => c.id),
    strings = stringsIn(components)
  const ohms: StandIn['ohms'] = (a, b, stand, outside) => {
    if (unplugged && outside) return NOTHING
    const p = real(at(m.stands[stand]!.settings, seenFrom(changes, outside))),
      place = placesOf(p.terminals)
    return shown(meter, solveDirect(p).ohms(place.get(a) ?? -1, place.get(b) ?? -1), random)
  }
  return {
    ohms,
    take: p => {
      if (p.kind === 'ohms') return ohms(p.a, p.b, p.stand, p.access === 'outside')
      const off = EAR * Math.max(-2, Math.min(2, normalOf(random)))
      if (unplugged) return SILENT[p.what] + off
      if (p.what === 'crackle')
        return crackleOf(build, played, at, m.stands[p.stand]!.settings, changes, p.of!) + off
      const is = hear(
        real(played(m.stands[p.stand]!.settings, seenFrom(changes, true))),
        load,
        pickups,
        strings && lugText({ of: strings.id, lug: 'bond' }),
      )
      return heardValue(m, is, p) + off
    },
  }
}

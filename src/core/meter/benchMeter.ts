import { randomOf } from '../chance/random.ts'
import type { Build } from '../document/build.ts'
import { standIn } from './standIn.ts'
import { NOTHING, type MeterSort } from './meters.ts'
import type { Model } from './table.ts'
import { probeText } from './taken.ts'

/**
 * What a reading gives on the instrument that stands in for a build's own: ohms, or what is heard, dB. The instrument
 * stays the same; its noise does not come twice. Undefined where the circuit has no such place or hides no fault.
 */
export function benchReading(m: Model, build: Build, id: string): number | undefined {
  const { standIn: hidden } = build.circuit,
    probe = m.probes.find(x => probeText(m, x) === id),
    fault = m.hypotheses.find(h => h.id === hidden?.fault)
  if (!hidden || !probe || !fault) return undefined
  return standIn(m, fault.faults, hidden.seed, m.meter, build.readings.length).take(probe)
}

/** How often a tip slips while it is put on, and what it adds while it does, Ω, from and to [from memory]. */
const SLIPS = { often: 0.35, least: 50, most: 450 }
/** How many displays a meter goes through before it stands still [from memory: two or three a second, a second or two]. */
const SETTLES = 3

/** What a meter's display shows of a resistance: digits of the smallest range that holds it, `OL` beyond the last. */
export function displayText(meter: MeterSort, ohms: number, range = 0): string {
  const r = meter.ranges.slice(range).find(x => ohms <= x)
  if (ohms >= NOTHING || r === undefined) return 'OL'
  const [scale, prefix] = r >= 2e6 ? [1e6, 'M'] : r >= 2e3 ? [1e3, 'k'] : [1, '']
  const decimals = Math.max(0, Math.round(-Math.log10(r / meter.counts / scale)))
  return `${(ohms / scale).toFixed(decimals)} ${prefix}Ω`
}

/**
 * What a display goes through until it shows a value and stands still: nothing while the tips are put on, the ranges
 * that are too small, a tip that slips, the value within its last digits.
 * @param shown what it shows in the end, Ω
 */
export function displayed(meter: MeterSort, shown: number, random: () => number): string[] {
  const out = ['OL']
  // Up through the ranges: all of those that are too small show nothing.
  for (const r of meter.ranges) if (shown > r) out.push('OL')
  if (shown >= NOTHING) return out
  for (let i = 0; i < SETTLES; i++) {
    if (random() < SLIPS.often)
      out.push(
        random() < 0.5 ? 'OL' : displayText(meter, shown + SLIPS.least + (SLIPS.most - SLIPS.least) * random()),
      )
    const step = (meter.ranges.find(r => shown <= r) ?? meter.ranges.at(-1)!) / meter.counts
    out.push(displayText(meter, Math.max(0, shown + Math.round(4 * random() - 2) * step)))
  }
  return [...out, displayText(meter, shown)]
}

/** Random numbers for the display of one reading. */
export const displayRandom = (build: Build): (() => number) =>
  randomOf((build.circuit.standIn?.seed ?? 0) + 104_729 * (build.readings.length + 1))

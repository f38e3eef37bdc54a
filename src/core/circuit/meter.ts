import type { Wired } from '../build/docs.ts'
import { readingText } from '../build/readingRef.ts'
import { partIn } from '../build/references.ts'
import { networkOf } from './network.ts'
import { allSettings, settingKey, settingLabel, type Settings } from './settings.ts'
import { dcResistance } from './solve.ts'

/** Name of a reading at the jack in one position of the switches. */
export const meterReading = (setting: string): string => readingText({ kind: 'meter', setting })

/** Above this a meter shows open, Ω [common practice: 20 MΩ range]. */
export const OPEN = 20e6
/** Pots are sold at ±20 % [common practice]; windings are taken at ±10 % where the part claims no better [from memory]. */
const POT_DOUBT = 0.2

export interface MeterExpectation {
  key: string
  label: string
  settings: Settings
  /** Expected at the jack, tip to sleeve, Ω; Infinity when open. */
  ohms: number
  low: number
  high: number
  /** Newest reading, if any, and whether it is within the doubt. */
  reading?: number
  verdict: 'as expected' | 'too low' | 'too high' | 'not read yet'
  meaning: string
}

/** DC resistance at the jack, tip to sleeve, Ω; Infinity when open. */
export function jackResistance(build: Wired, s: Settings): number {
  const n = networkOf(build, s, false)
  if (n.tip < 0) return Infinity
  const r = dcResistance(n, n.tip, 0)
  return r > OPEN ? Infinity : r
}

/** The build with every winding and track at one end of its doubt: resistance grows with each of them. */
function shifted(build: Wired, side: 1 | -1): Wired {
  const slots = new Set(build.circuit.components.map(c => c.slot && partIn(build, c.slot)?.id))
  return {
    ...build,
    parts: build.parts.map(p => {
      if (!slots.has(p.id)) return p
      const dims = { ...p.dims }
      for (const k of ['dcResistance', 'resistance', 'secondResistance'] as const) {
        const d = dims[k]
        if (d)
          dims[k] = {
            ...d,
            value:
              d.value +
              side *
                (k !== 'dcResistance' && d.basis !== 'measured' ? Math.max(d.doubt, POT_DOUBT * d.value) : d.doubt),
          }
      }
      return { ...p, dims }
    }),
  }
}

/** What a meter at the jack should say in every position, and what it did say. */
export function meterAtJack(build: Wired): MeterExpectation[] {
  const low = shifted(build, -1),
    high = shifted(build, 1)
  return allSettings(build).map(s => {
    const key = settingKey(build, s)
    const ohms = jackResistance(build, s),
      lo = jackResistance(low, s),
      hi = jackResistance(high, s)
    const reading = build.readings.filter(r => r.of === meterReading(key)).at(-1)?.value
    const verdict =
      reading === undefined
        ? 'not read yet'
        : reading < lo - 1
          ? 'too low'
          : reading > hi + 1
            ? 'too high'
            : 'as expected'
    return {
      key,
      label: settingLabel(build, s),
      settings: s,
      ohms,
      low: lo,
      high: hi,
      ...(reading === undefined ? {} : { reading }),
      verdict,
      meaning: meaningOf(verdict, reading, ohms),
    }
  })
}

function meaningOf(verdict: MeterExpectation['verdict'], reading: number | undefined, ohms: number): string {
  if (verdict === 'not read yet') return 'Plug a lead in, meter over tip and sleeve, volume and tone full up.'
  if (verdict === 'as expected') return 'Agrees with the circuit.'
  if (verdict === 'too high')
    return reading! >= OPEN
      ? 'Open: a joint is missing or the wrong lug is used on the way from tip to pickup.'
      : `Higher than ${Math.round(ohms)} Ω: a coil that should be in parallel is missing, or a joint is poor.`
  return reading! < 50
    ? 'Short: hot touches ground, or hot and ground are exchanged at a lug.'
    : 'Lower than expected: a coil is missing from a series, or another one is in parallel.'
}

import type { Wired } from '../document/docs.ts'
import type { Part } from '../parts/part.ts'
import { jackResistance } from './jackResistance.ts'
import { response } from './response.ts'
import { partOf, type Settings } from './settings.ts'

/** Half-widths that the doubts of the parts leave, by the law of propagation [published: JCGM 100:2008 §5.1.2]. */
export interface Spread {
  /** Of the level at 100 Hz, dB. */
  level: number
  /** Of the level at every frequency of the response, dB. */
  db: number[]
  /** Of the peak's frequency, Hz, and of its height, dB; undefined where no peak is. */
  peak: { hz: number; gain: number } | undefined
  /** Of the resistance at the jack, Ω. */
  ohms: number
}

/** Pots are sold at ±20 %, capacitors at ±10 % [common practice: handbook section 6]: doubt that a part without a reading has at least. */
export const SOLD = { resistance: 0.2, secondResistance: 0.2, capacitance: 0.1 }
const ELECTRIC = [
  'dcResistance',
  'inductance',
  'capacitance',
  'lossResistance',
  'level',
  'resistance',
  'secondResistance',
] as const

/** Half-width of a part's electric dimension: its own doubt, or what such parts are sold at. */
export function doubtOfDim(p: Part, k: string): number {
  const d = p.dims[k]
  if (!d) return 0
  const sold =
    p.kind === 'pickup' || d.basis === 'measured' ? 0 : ((SOLD as Readonly<Record<string, number>>)[k] ?? 0)
  return Math.max(d.doubt, sold * d.value)
}

/** What is left open about a setting's sound by the parts' doubts. */
export function spreadAt(build: Wired, s: Settings): Spread {
  const known = response(build, s),
    ohms = jackResistance(build, s)
  const ids = new Set(build.circuit.components.map(c => partOf(build, c)?.id))
  const db = known.db.map(() => 0)
  let level = 0,
    hz = 0,
    gain = 0,
    dc = 0
  for (const part of build.parts) {
    if (!ids.has(part.id)) continue
    for (const k of ELECTRIC) {
      const by = doubtOfDim(part, k),
        d = part.dims[k]
      if (!d || !by) continue
      const moved: Wired = {
        ...build,
        parts: build.parts.map(p =>
          p === part ? { ...p, dims: { ...p.dims, [k]: { ...d, value: d.value + by } } } : p,
        ),
      }
      const r = response(moved, s)
      level += (r.base - known.base) ** 2
      r.db.forEach((y, i) => {
        db[i]! += (y - known.db[i]!) ** 2
      })
      if (r.peak && known.peak) {
        hz += (r.peak.hz - known.peak.hz) ** 2
        gain += (r.peak.gain - known.peak.gain) ** 2
      }
      const o = jackResistance(moved, s)
      if (Number.isFinite(o) && Number.isFinite(ohms)) dc += (o - ohms) ** 2
    }
  }
  return {
    level: Math.sqrt(level),
    db: db.map(Math.sqrt),
    peak: known.peak ? { hz: Math.sqrt(hz), gain: Math.sqrt(gain) } : undefined,
    ohms: Math.sqrt(dc),
  }
}

import { fixed, formatLength } from '../units/length.ts'

export interface Bit { mm: number; name: string }
export type BitSeries = 'metric' | 'fractional'

/** Twist bits of a common metric drawer, 0.5 mm steps from 1 to 13 mm [published: sizes of ISO 235; the drawer, common practice]. */
const METRIC: Bit[] = Array.from({ length: 25 }, (_, i) => 1 + i * 0.5).map(mm => ({ mm, name: `${fixed(mm, 1)}\u202fmm` }))
/** Fractional bits, 1/16 to 1/2 in by 64ths [published: sizes of ASME B94.11M; the drawer, common practice]. */
const FRACTIONAL: Bit[] = Array.from({ length: 29 }, (_, i) => ((i + 4) / 64) * 25.4).map(mm => ({ mm, name: formatLength(mm, 'inch-fraction') }))

export const bitsOf = (series: BitSeries): readonly Bit[] => (series === 'metric' ? METRIC : FRACTIONAL)

/** The bit nearest to a diameter; `never larger` for pilots, `never smaller` for clearance holes. */
export function chooseBit(diameter: number, series: BitSeries, rule: 'never larger' | 'never smaller'): Bit {
  const bits = bitsOf(series)
  const slack = 0.05
  const fitting = bits.filter(b => (rule === 'never larger' ? b.mm <= diameter + slack : b.mm >= diameter - slack))
  return (rule === 'never larger' ? fitting.at(-1) : fitting[0]) ?? (rule === 'never larger' ? bits[0]! : bits.at(-1)!)
}

/**
 * Bits in the order in which they go in: smallest, next, then to size. A full-size bit at one go tears
 * [common practice]; up to 3.5 mm one bit does.
 */
export function bitSeries(final: Bit, series: BitSeries): Bit[] {
  if (final.mm <= 3.5) return [final]
  const steps = final.mm <= 6.5 ? [2.5] : [2.5, final.mm * 0.6]
  const bits = steps.map(d => chooseBit(d, series, 'never larger')).filter(b => b.mm < final.mm)
  return [...bits.filter((b, i) => i === 0 || b.mm > bits[i - 1]!.mm), final]
}

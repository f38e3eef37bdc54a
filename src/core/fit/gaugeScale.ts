import type { Limits } from './verdict.ts'

/** The stretch of a snug gauge and its marks, mm. */
export interface GaugeScale {
  from: number
  to: number
  ticks: number[]
  minor: number[]
  decimals: number
}

const NICE = [0.0005, 0.001, 0.002, 0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100]

/** A scale that shows the band, touching (0) when it is near, and the clearance with its whisker. */
export function gaugeScale(value: number, doubt: number, limits: Limits): GaugeScale {
  const high = limits.high ?? limits.low + Math.max(Math.abs(limits.low), 1)
  const band = high - limits.low
  const whisker = Math.min(doubt, Math.max(4 * band, 2 * Math.abs(value - (limits.low + high) / 2)))
  const near = [limits.low - 0.6 * band, high + 0.6 * band, value - whisker, value + whisker]
  if (Math.abs(limits.low) < 4 * band) near.push(-0.1 * band)
  let from = Math.min(...near),
    to = Math.max(...near)
  const pad = (to - from) * 0.08
  from -= pad
  to += pad
  const step = NICE.find(s => (to - from) / s <= 7) ?? 200
  const marks = (s: number) => {
    const out: number[] = []
    for (let k = Math.ceil(from / s); k * s <= to; k++) out.push(Number((k * s).toFixed(6)))
    return out
  }
  return {
    from,
    to,
    ticks: marks(step),
    minor: marks(step / 5),
    decimals: step >= 1 ? 0 : step >= 0.1 ? 1 : step >= 0.01 ? 2 : step >= 0.001 ? 3 : 4,
  }
}

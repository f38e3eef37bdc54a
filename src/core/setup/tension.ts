import { coreOf } from '../layout/compensation.ts'
import type { StringGauge } from '../parts/part.ts'

/** Density of string steel, kg/m³ [published: handbook value for carbon steel]. */
export const STEEL = 7850

/**
 * Mass per length of a string, kg/m: the packet's figure if given; plain steel ρπd²/4; wound: core plus wrap of round
 * wire packed π/4 [from memory].
 */
export function unitWeight(s: StringGauge): number {
  if (s.unitWeight !== undefined) return s.unitWeight
  const d = s.diameter / 1000
  if (!s.wound) return (STEEL * Math.PI * d * d) / 4
  const core = coreOf(s) / 1000
  return (STEEL * Math.PI * core * core) / 4 + STEEL * (Math.PI / 4) * (Math.PI / 4) * (d * d - core * core)
}

/** Tension of a string, N: T = μ(2Lf)² [published: string equation]. @param scaleLength mm */
export const tension = (s: StringGauge, scaleLength: number, hz: number): number =>
  unitWeight(s) * (2 * (scaleLength / 1000) * hz) ** 2

/** Mass of a metre, g. */
export const gramsAMetre = (g: StringGauge): number => unitWeight(g) * 1000

import { coreOf } from '../layout/compensation.ts'
import type { StringGauge } from '../parts/part.ts'
import { tension } from './tension.ts'

/** Young's modulus of string steel, N/m² [published: 200–210 GPa for carbon steel]. */
export const STEEL_MODULUS = 205e9

/**
 * How far a string's partials are stretched: f_n = n·f₀·√(1 + B·n²) with B = π³·E·d⁴/(64·T·L²), d the core of a wound
 * string [published: Fletcher 1964].
 * @param scaleLength mm
 */
export function inharmonicity(s: StringGauge, scaleLength: number, hz: number): number {
  const d = coreOf(s) / 1000,
    L = scaleLength / 1000
  return (Math.PI ** 3 * STEEL_MODULUS * d ** 4) / (64 * tension(s, scaleLength, hz) * L * L)
}

/** Bending stiffness of a string's core, N·mm² [published: E·π·d⁴/64]. */
export const bendingStiffness = (g: StringGauge): number => ((STEEL_MODULUS / 1e6) * Math.PI * coreOf(g) ** 4) / 64

/** How much longer a string is pulled than it lies slack, mm, over so many mm [published: T·L/(E·S)]. */
export const elongation = (g: StringGauge, newtons: number, length: number): number =>
  (newtons * length) / (((STEEL_MODULUS / 1e6) * Math.PI * coreOf(g) ** 2) / 4)

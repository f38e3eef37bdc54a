import type { StringGauge } from '../parts/part.ts'

/**
 * Core of a wound string when the packet does not say [from memory]: two fifths of a guitar's; a thicker one's grows slowly,
 * 0.6 mm in 2.5, 0.67 in 3.3, the rest is more wraps.
 */
export const usualCore = (diameter: number): number =>
  diameter <= THICK ? CORE_SHARE * diameter : CORE_SHARE * THICK + CORE_BEYOND * (diameter - THICK)
const CORE_SHARE = 0.4,
  THICK = 1.2,
  CORE_BEYOND = 0.09

/** Core diameter of a string, mm: its own for a plain one. */
export const coreOf = (s: StringGauge): number => (s.wound ? (s.core ?? usualCore(s.diameter)) : s.diameter)

/**
 * Starting compensation of a saddle behind the scale length, mm. Straight lines through the trade's ranges:
 * thin plain about 1–2 mm, low wound 3–5 mm [common practice; the lines' slopes from memory].
 */
export const startingCompensation = (s: StringGauge): number =>
  s.wound ? 1.2 + 6 * coreOf(s) : 0.6 + 4 * s.diameter

/** Doubt of a starting compensation, mm [from memory]: intonation settles it. */
export const COMPENSATION_DOUBT = 0.7

import type { StringGauge } from '../parts/part.ts'

/** Share of a wound string's diameter that is core when the packet does not say [from memory]. */
export const CORE_SHARE = 0.4

/** Core diameter of a string, mm: its own for a plain one. */
export const coreOf = (s: StringGauge): number => (s.wound ? (s.core ?? s.diameter * CORE_SHARE) : s.diameter)

/**
 * Starting compensation of a saddle behind the scale length, mm. Straight lines through the trade's ranges:
 * thin plain about 1–2 mm, low wound 3–5 mm [common practice; the lines' slopes from memory].
 */
export const startingCompensation = (s: StringGauge): number =>
  s.wound ? 1.2 + 6 * coreOf(s) : 0.6 + 4 * s.diameter

/** Doubt of a starting compensation, mm [from memory]: intonation settles it. */
export const COMPENSATION_DOUBT = 0.7

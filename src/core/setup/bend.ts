import { coreOf } from '../layout/compensation.ts'
import type { StringGauge } from '../parts/part.ts'
import { fretPlane, type NeckShape } from './fretPlane.ts'
import type { StringOver } from './clearance.ts'
import { STEEL_MODULUS } from './stiffness.ts'

/**
 * How far aside a string has to be pushed at a fret to sound so many semitones higher, mm. Its tension has to grow by
 * 2^(s/6), which takes E·S·ΔL/L; pushed aside by d between nut and saddle it is longer by d²/2·(1/a + 1/b) [geometry].
 */
export function bendWidth(
  gauge: StringGauge,
  tension: number,
  neck: NeckShape,
  saddleAt: number,
  fret: number,
  semitones: number,
): number {
  const area = (Math.PI * coreOf(gauge) ** 2) / 4,
    stretch = (tension * (2 ** (semitones / 6) - 1)) / ((STEEL_MODULUS / 1e6) * area),
    a = fretPlane(neck).x[fret]!,
    b = saddleAt - a
  return Math.sqrt((2 * stretch * saddleAt) / (1 / a + 1 / b))
}

/**
 * What a bend takes from the clearance on a board of radius R: over a share u of the way from the fretted place to the saddle
 * u·(1 − u)·(Δy_bent² − Δy_unbent²)/(2R), Δy being the sideways distance between both ends [geometry of a chord over a
 * cylinder; handbook, chapter 8].
 */
export const bendLoss = (u: number, bent: number, unbent: number, radius: number): number =>
  (u * (1 - u) * (bent * bent - unbent * unbent)) / (2 * radius)

/** Whether a bend chokes, and what frees it. */
export interface Bend {
  /** How far aside, mm. */
  aside: number
  /** The fret with the least gap left, and the gap; under nothing the string lies on it. */
  over: number
  gap: number
  /** Higher at the saddle by so much it would not, mm; 0 where it is free. */
  raise: number
}

/**
 * A bend of one string: which fret it comes nearest to on its way over the radius, and by how much the saddle has to rise for it
 * to clear. It is bent towards the middle of the board, away from its own saddle.
 * @param spread how far its saddle lies off its place at the fret already, mm: strings spread towards the bridge
 */
export function bend(
  gauge: StringGauge,
  string: StringOver,
  neck: NeckShape,
  radius: number,
  fret: number,
  semitones: number,
  spread = 0,
): Bend {
  const { x, y } = fretPlane(neck),
    aside = bendWidth(gauge, string.tension, neck, string.saddleAt, fret, semitones),
    from = x[fret]!,
    slope = (string.saddleHeight - y[fret]!) / (string.saddleAt - from)
  let over = fret + 1,
    gap = Infinity,
    raise = 0
  for (let m = fret + 1; m <= neck.frets; m++) {
    const u = (x[m]! - from) / (string.saddleAt - from),
      left = y[fret]! + slope * (x[m]! - from) - y[m]! - bendLoss(u, aside + spread, spread, radius)
    if (left < gap) [gap, over] = [left, m]
    if (left < 0) raise = Math.max(raise, -left / u)
  }
  return { aside, over, gap, raise }
}

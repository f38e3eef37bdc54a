import { coreOf } from '../layout/compensation.ts'
import { fretPosition } from '../parts/frets.ts'
import type { StringGauge } from '../parts/part.ts'
import { fretPlane, type NeckShape } from './fretPlane.ts'
import { STEEL_MODULUS } from './stiffness.ts'
import { unitWeight } from './tension.ts'

/** One string with its two ends, for what its notes sound. Lengths in mm, heights over the line through first and last fret. */
export interface Sounding {
  gauge: StringGauge
  /** Open string, Hz, as it is tuned. */
  hz: number
  neck: NeckShape
  saddleAt: number
  saddleHeight: number
  nutHeight: number
}

/** Cents within which an octave is in tune [common practice: a good tuner shows one or two]. */
export const IN_TUNE = 2

/** How deep a finger pushes the string below the crown between two frets, mm [from memory]. */
const PRESSED = 0.25

/**
 * How much higher the first partial of a stiff string sounds than a limp one's: √(1 + B) with B = π³·E·d⁴/(64·T·L²), its ends
 * free to turn over crown and saddle [published: Fletcher 1964]. Clamped ends (1 + 2√(E·S·k²/T)/L, Morse) would ask three times
 * the saddle travel that guitars have.
 */
export function stiffened(core: number, tension: number, length: number): number {
  return Math.sqrt(1 + (Math.PI ** 3 * (STEEL_MODULUS / 1e6) * core ** 4) / (64 * tension * length * length))
}

/** Hz of a length of string under a tension, N, with so much mass to its length, kg/m. */
const sounds = (length: number, tension: number, mu: number, core: number): number =>
  (Math.sqrt(tension / mu) / (2 * (length / 1000))) * stiffened(core, tension, length)

/**
 * By how much a note held at a fret is off, cents: fretting lengthens the string between its ends, which raises its tension by
 * E·S·ΔL/L on the core alone and thins its mass; the rest is the geometry of where the frets stand. The tension of the
 * open string is the one that gives it its pitch.
 */
export function centsOff(s: Sounding, fret: number): number {
  const { x, y } = fretPlane(s.neck),
    core = coreOf(s.gauge),
    mu = unitWeight(s.gauge),
    open = Math.hypot(s.saddleAt, s.saddleHeight - s.nutHeight)
  let tension = mu * (2 * (open / 1000) * s.hz) ** 2
  // The stiff string is tuned by ear to its pitch: less tension than a limp one would need.
  for (let i = 0; i < 4; i++) tension = mu * ((2 * (open / 1000) * s.hz) / stiffened(core, tension, open)) ** 2
  const at = x[fret]!,
    behind = x[fret - 1] ?? 0,
    finger = (at + behind) / 2,
    low = Math.min(y[fret]!, y[fret - 1] ?? 0) - PRESSED
  const speaks = Math.hypot(s.saddleAt - at, s.saddleHeight - y[fret]!),
    whole =
      speaks +
      Math.hypot(at - finger, y[fret]! - low) +
      (fret > 1
        ? Math.hypot(finger - behind, low - y[fret - 1]!) + Math.hypot(behind, y[fret - 1]! - s.nutHeight)
        : Math.hypot(finger, low - s.nutHeight))
  const stretch = Math.max(0, whole - open) / open,
    area = (Math.PI * core * core) / 4,
    pulled = tension + (STEEL_MODULUS / 1e6) * area * stretch
  return 1200 * Math.log2(sounds(speaks, pulled, mu / (1 + stretch), core) / (s.hz * 2 ** (fret / 12)))
}

/** Farthest that a saddle is looked for behind the scale length, mm. */
const FARTHEST = 40

/**
 * How far behind the scale length the saddle has to stand for a note at a fret to be right, mm: found by halving, since the
 * note falls as the saddle goes back.
 */
export function saddleBehind(s: Omit<Sounding, 'saddleAt'>, fret = 12): number {
  const { scaleLength } = s.neck
  let a = -3,
    b = FARTHEST
  for (let i = 0; i < 40; i++) {
    const m = (a + b) / 2
    if (centsOff({ ...s, saddleAt: scaleLength + m }, fret) > 0) a = m
    else b = m
  }
  return (a + b) / 2
}

/**
 * What a reading in cents at a fret asks of the saddle, mm: back where it is sharp. The note moves by 1200/ln 2 · (1/L_n − 1/L) a
 * millimetre, the open string being tuned again [published: intervals in cents].
 */
export function saddleMove(scaleLength: number, fret: number, cents: number): number {
  const rest = scaleLength - fretPosition(scaleLength, fret)
  return cents / ((1200 / Math.LN2) * (1 / rest - 1 / scaleLength))
}

/** A nut moved towards fret 1 for one string, and what that leaves. */
export interface NutOption {
  /** How far nearer to fret 1, mm. */
  nearer: number
  /** Where the saddle stands then, behind the scale length, mm. */
  saddle: number
  /** The largest error over the frets up to fret 12 with the saddle alone, and with both, cents. */
  alone: number
  both: number
}

/**
 * What a nut nearer to fret 1 does: the open string is shorter and tuned up again, so that every held note falls by
 * 1200/ln 2 · δ/L alike [published: intervals in cents]; for each place of the saddle the best δ is the mean of what is left,
 * and the saddle is looked for where what is left strays least (golden section). An option, never needed [common practice].
 */
export function compensatedNut(s: Omit<Sounding, 'saddleAt'>, start: number): NutOption {
  const { scaleLength, frets } = s.neck,
    upTo = Math.min(12, frets)
  const errors = (behind: number) =>
    Array.from({ length: upTo }, (_, i) => centsOff({ ...s, saddleAt: scaleLength + behind }, i + 1))
  const mean = (e: readonly number[]) => e.reduce((a, b) => a + b, 0) / e.length,
    strays = (behind: number) => {
      const e = errors(behind),
        m = mean(e)
      return e.reduce((t, x) => t + (x - m) ** 2, 0)
    }
  let a = start - 4,
    b = start + 1
  for (let i = 0; i < 24; i++) {
    const x = a + 0.382 * (b - a),
      y = a + 0.618 * (b - a)
    if (strays(x) < strays(y)) b = y
    else a = x
  }
  const saddle = (a + b) / 2,
    e = errors(saddle),
    m = mean(e),
    largest = (of: readonly number[]) => Math.max(...of.map(Math.abs))
  return {
    nearer: Math.max(0, (m * scaleLength * Math.LN2) / 1200),
    saddle,
    alone: largest(errors(start)),
    both: m > 0 ? largest(e.map(x => x - m)) : largest(errors(start)),
  }
}

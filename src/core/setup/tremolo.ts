import { coreOf } from '../layout/compensation.ts'
import type { StringGauge } from '../parts/part.ts'
import { STEEL_MODULUS } from './stiffness.ts'

/** A rocking tremolo as a balance about its edge. mm, N [from memory: handbook, chapter 8]. */
export interface Rocker {
  /** Strings pull so far above the edge, and break over their saddles so far behind it. */
  above: number
  behind: number
  /** Springs pull so far below it, and their hooks so far ahead of the block. */
  below: number
  hooks: number
  /** The plate's rear edge behind the knife edge. */
  rear: number
  /** N to the mm of one spring. */
  rate: number
  /** One turn of both claw screws, mm: no. 8 has 15 threads an inch [published: ASME B18.6.1, from memory]. */
  turn: number
  /** Strings from their anchor to the tuner, mm: what stretches. */
  length: number
}
export const USUAL_ROCKER: Rocker = {
  above: 10.5,
  behind: 13.5,
  below: 41.5,
  hooks: 20,
  rear: 38,
  rate: 2,
  turn: 25.4 / 15,
  length: 760,
}

/** Less stiffness than this at pitch is none: it tips by itself, N·mm/rad [from memory]. */
const LEAST = 300

export interface Balance {
  /** What all springs together have to pull, N. */
  springs: number
  /** Stiffness against tilting, N·mm/rad: of the strings' stretch, of the springs, and what turning the pulls takes away. */
  strings: number
  spring: number
  geometry: number
  /** As it stands, and with every string brought back to pitch. */
  loose: number
  atPitch: number
  /** Rear edge up by one turn of both claw screws out, mm: before retuning, and retuned. */
  perTurn: number
  perTurnAtPitch: number | undefined
  /** The fewest springs that are stable at pitch, and as many as are in it. */
  fewest: number
}

/**
 * The balance of a rocking tremolo: strings about the edge against springs, Σ T·above = F·below. Tilting stretches the strings
 * (E·S/L·above² each) and the springs (rate·below² each); both pulls turn with it, which takes T·behind and F·hooks away
 * [statics]. With the strings held at pitch their stretch no longer stiffens it.
 */
export function balanceOf(
  gauges: readonly StringGauge[],
  tensions: readonly number[],
  count: number,
  r: Rocker = USUAL_ROCKER,
): Balance {
  const pull = tensions.reduce((s, t) => s + t, 0),
    springs = (pull * r.above) / r.below
  const strings = gauges.reduce((s, g) => {
    const area = (Math.PI * coreOf(g) ** 2) / 4
    return s + (((STEEL_MODULUS / 1e6) * area) / r.length) * r.above ** 2
  }, 0)
  const geometry = -(pull * r.behind + springs * r.hooks),
    each = r.rate * r.below ** 2,
    spring = count * each,
    loose = strings + spring + geometry,
    atPitch = spring + geometry,
    moment = count * r.rate * r.turn * r.below
  return {
    springs,
    strings,
    spring,
    geometry,
    loose,
    atPitch,
    perTurn: (moment / loose) * r.rear,
    perTurnAtPitch: atPitch > LEAST ? (moment / atPitch) * r.rear : undefined,
    fewest: Math.max(1, Math.ceil((LEAST - geometry) / each)),
  }
}

/** What dropping one string does to a floating tremolo before the others are tuned again. */
export interface Dropped {
  /** How far the rear edge falls, mm. */
  falls: number
  /** How sharp every other string goes, cents, the thinnest first; the dropped one is left out. */
  others: (number | undefined)[]
}

/**
 * One string tuned down by semitones while the others are left alone: its pull falls with the square of its pitch, the plate
 * tips back until the others' stretch holds the springs, ΔT·above/k, and each of them rises by E·S/L·above·θ [statics].
 */
export function droppedString(
  gauges: readonly StringGauge[],
  tensions: readonly number[],
  string: number,
  semitones: number,
  balance: Balance,
  r: Rocker = USUAL_ROCKER,
): Dropped {
  const lost = tensions[string]! * (1 - 2 ** (-semitones / 6)),
    theta = (lost * r.above) / balance.loose
  return {
    falls: theta * r.rear,
    others: gauges.map((g, i) => {
      if (i === string) return undefined
      const rate = ((STEEL_MODULUS / 1e6) * ((Math.PI * coreOf(g) ** 2) / 4)) / r.length
      return 600 * Math.log2(1 + (rate * r.above * theta) / tensions[i]!)
    }),
  }
}

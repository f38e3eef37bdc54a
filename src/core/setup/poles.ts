import { LAID, type Laid } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { partIn } from '../document/references.ts'
import { coreOf } from '../layout/compensation.ts'
import type { StringGauge } from '../parts/part.ts'
import { newest, setupReading, stringTable } from './stringTable.ts'
import { PICKUP_HEIGHT } from './setupWork.ts'

/** A rod magnet where the pickup says nothing of its own, mm: radius and length [common practice: about 5 by 17]. */
const POLE = { radius: 2.4, length: 17 } as const
/** Share of a wrap's metal that counts as steel: plated steel, loosely coupled turn by turn [from memory]. */
const WRAP = 0.3
/** Within so many dB strings are alike to the ear [from memory]. */
export const ALIKE = 1
/** Nearer than this a pole is not brought to a string that is held at the last fret, farther it is not taken away, mm [from memory]. */
const NEAREST = 0.8
const FARTHEST = 6

/** Field on the axis of an evenly magnetised rod, z over its face, in shares of its remanence [published: any textbook of magnetism]. */
export function axialField(z: number, radius: number, length: number): number {
  const far = z + length
  return (far / Math.hypot(far, radius) - z / Math.hypot(z, radius)) / 2
}

/**
 * What a small movement of a string over a rod gives, up to a factor that all strings share: it is magnetised by the field,
 * and by reciprocity the coil sees as much of it as the field is strong there, so the change goes with the slope of its square.
 */
export function slopeOfSquare(z: number, radius: number, length: number): number {
  const h = 1e-4
  return (axialField(z - h, radius, length) ** 2 - axialField(z + h, radius, length) ** 2) / (2 * h)
}

/** A pole's gap as it is known, and what it would have to be. */
export interface PoleRow {
  number: number
  note: string
  gap: number
  read: boolean
  /** Against the mean of all strings, dB. */
  level: number
  /** Gap at which it is as loud as the mean, mm; and the way of its pole there, up +. */
  wanted: number
  move: number
}

export interface PoleWork {
  place: string
  rows: PoleRow[]
  /** Loudest less quietest, dB. */
  spread: number
  /** What is left where only the two ends can be moved: their ways, up +, mm, and the spread then, dB. */
  tilt: { bass: number; treble: number; spread: number }
}

/** Name of a reading of one pole's gap, its string held at the last fret. */
export const poleReading = (place: string, string: number): string => setupReading(`pole.${place}.${string}`)

const decibels = (v: number): number => 20 * Math.log10(v)

/** Steel that a string has over a pole, mm² but for π/4: its core, and some of what is wound around it. */
export function steelOf(g: StringGauge): number {
  if (!g.wound) return g.diameter ** 2
  const core = coreOf(g)
  return core ** 2 + WRAP * (Math.PI / 4) * (g.diameter ** 2 - core ** 2)
}

/** The level of a string over its pole, dB, up to what all strings share: equal force of the pick, its steel, the field. */
export const poleLevel = (steel: number, gap: number, newtons: number, unitWeight: number): number =>
  decibels((steel * slopeOfSquare(gap, POLE.radius, POLE.length)) / Math.sqrt(newtons * unitWeight))

/** Gap at which a level is met: it falls with the gap all the way, so halving finds it. */
function gapFor(level: (gap: number) => number, wanted: number): number {
  let near = NEAREST,
    far = FARTHEST
  if (level(near) <= wanted) return near
  if (level(far) >= wanted) return far
  for (let i = 0; i < 40; i++) {
    const mid = (near + far) / 2
    if (level(mid) > wanted) near = mid
    else far = mid
  }
  return (near + far) / 2
}

const spreadOf = (levels: readonly number[]): number => Math.max(...levels) - Math.min(...levels)
const mean = (of: readonly number[]): number => of.reduce((s, v) => s + v, 0) / of.length

/** Straight line through ways over the strings by least squares, at its first and last. */
function straight(of: readonly number[]): { first: number; last: number } {
  const n = of.length,
    mx = (n - 1) / 2,
    my = mean(of)
  const sxx = of.reduce((s, _, i) => s + (i - mx) ** 2, 0),
    slope = sxx ? of.reduce((s, v, i) => s + (i - mx) * (v - my), 0) / sxx : 0
  return { first: my - slope * mx, last: my + slope * mx }
}

function workAt(build: Laid, place: string): PoleWork | undefined {
  const rows = stringTable(build).filter(r => r.newtons > 0),
    gauges = partIn(build, 'strings')?.gauges
  if (rows.length < 2 || !gauges) return undefined
  const side = (s: 'bass' | 'treble') =>
      newest(build, setupReading(`pickup.${place}.${s}`))?.value ?? PICKUP_HEIGHT[s],
    [bass, treble] = [side('bass'), side('treble')]
  const strings = rows.map((r, i) => {
    const g = gauges[r.number - 1]!,
      own = newest(build, poleReading(place, r.number))?.value,
      steel = steelOf(g)
    return {
      r,
      read: own !== undefined,
      gap: Math.max(NEAREST / 2, own ?? treble + ((bass - treble) * i) / (rows.length - 1)),
      level: (gap: number) => poleLevel(steel, gap, r.newtons, r.unitWeight),
    }
  })
  const levels = strings.map(s => s.level(s.gap)),
    middle = mean(levels),
    moves = strings.map(s => s.gap - gapFor(s.level, middle)),
    line = straight(moves)
  const tilted = strings.map((s, i) =>
    s.level(Math.max(NEAREST, s.gap - (line.first + ((line.last - line.first) * i) / (strings.length - 1)))),
  )
  return {
    place,
    rows: strings.map((s, i) => ({
      number: s.r.number,
      note: s.r.note,
      gap: s.gap,
      read: s.read,
      level: levels[i]! - middle,
      wanted: s.gap - moves[i]!,
      move: moves[i]!,
    })),
    spread: spreadOf(levels),
    tilt: { treble: line.first, bass: line.last, spread: spreadOf(tilted) },
  }
}

/**
 * How evenly the strings come over the poles of each pickup, and which way each pole goes: from gauges, pulls and gaps
 * [computed; how much of a wrap counts is from memory].
 */
export const poleWork = fact(LAID, (build): PoleWork[] =>
  build.instrument.pickups.flatMap(place => workAt(build, place) ?? []),
)

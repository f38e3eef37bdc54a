import type { Laid } from '../document/docs.ts'
import type { Build } from '../document/build.ts'
import { quantities, type Maths } from '../document/maths.ts'
import { partIn } from '../document/references.ts'
import { viewOf, type LaidFields, type View } from '../document/view.ts'
import type { Quantity } from '../units/quantity.ts'
import { fretPosition } from '../parts/frets.ts'
import { bridgeLineOf } from './bridgeLine.ts'

export interface SaddleHeightOf<Q> {
  /** Height of the middle of the saddles above the body top that the action asks for, mm. */
  needed: Q
  /** needed − lowest. Negative: the strings cannot come down. */
  aboveLowest: Q
  /** highest − lowest: the saddles' range. */
  range: Q
  /** Distance from the heel's end to the saddle, mm, and the pocket's length: what a shim turns. */
  heelToSaddle: number
  pocketLength: number
}
export type SaddleHeight = SaddleHeightOf<Quantity>

/** Action at fret 12 that the targets ask for, mean of bass and treble, mm. */
export function meanActionAtTwelve(build: Pick<Build, 'setup'>, scaleLength: number, frets: number): number {
  const mean = (build.setup.actionBass + build.setup.actionTreble) / 2
  if (build.setup.actionAt === 'fret 12') return mean
  const nut = nutHeight(build)
  const atLast = fretPosition(scaleLength, frets)
  return nut + ((mean - nut) * (scaleLength / 2)) / atLast
}

/** Height of the strings over the fret plane at the nut, mm, mean of both outer strings. */
export const nutHeight = (build: Pick<Build, 'setup'>): number =>
  build.setup.nutSchool === 'gap over fret 1' ? (build.setup.nutBass + build.setup.nutTreble) / 2 : 0.25

/**
 * Saddle height above the body that the neck's place asks for: h = H + D·tan θ + (2·a₁₂ − a_nut), straight string
 * [geometry; handbook section 4]. The neck lies in the pocket's plane, θ = 0, unless a shim tilts it:
 * H is taken at the heel's end, where a shim of thickness s over a pocket of length p lifts by s and turns by atan(s/p).
 */
export function saddleHeightOf<Q>(
  m: Maths<Q>,
  v: View<LaidFields, unknown>,
  shim = shimIn(v),
): SaddleHeightOf<Q> | undefined {
  const neck = v.part('neck'),
    bridge = v.part('bridge'),
    body = v.part('body'),
    pocket = body?.features.find(f => f.role === 'neck-pocket'),
    line = bridgeLineOf(m, v)
  const pocketLength = pocket?.dims.length?.value,
    toHeel = neck?.dims.nutToHeelEnd?.value
  const low = m.of(bridge, 'saddleLow'),
    high = m.of(bridge, 'saddleHigh')
  if (!neck || !body || !line || !low || !high || pocketLength === undefined || toHeel === undefined)
    return undefined
  const heelToSaddle = m.value(line.foremost) - toHeel
  const up = shim + (heelToSaddle * shim) / pocketLength + stringRise(v)
  const strings = [
    [1, m.of(neck, 'heelThickness')],
    [1, m.of(neck, 'fretHeight')],
    [-1, m.in(body, pocket, 'depth')],
  ] as const
  const needed = m.sum(strings, up),
    aboveLowest = m.sum([...strings, [-1, low]], up)
  const range = m.sum([
    [1, high],
    [-1, low],
  ])
  return needed && aboveLowest && range ? { needed, aboveLowest, range, heelToSaddle, pocketLength } : undefined
}

/** How far the strings rise over the plane of the frets from nut to saddle for the wanted action, mm: 2·a₁₂ − a_nut. */
export function stringRise(v: View<LaidFields, unknown>): number {
  const neck = v.part('neck')
  return (
    2 * meanActionAtTwelve(v.fields, neck?.dims.scaleLength?.value ?? 0, neck?.dims.frets?.value ?? 0) -
    nutHeight(v.fields)
  )
}

/** The same for a build whose strings are chosen. */
export const saddleHeight = (build: Laid, shim?: number): SaddleHeight | undefined =>
  partIn(build, 'strings')?.gauges?.length ? saddleHeightOf(quantities, viewOf(build), shim) : undefined

/** Thickness at the heel's end of the shim that is chosen, mm; 0 without one. */
const shimIn = (v: View<LaidFields, unknown>): number => v.part('shim')?.dims.thick?.value ?? 0

/** Thickness at the heel's end of a wedge that changes the needed saddle height by `rise`, mm. */
export const shimFor = (rise: number, h: Pick<SaddleHeight, 'heelToSaddle' | 'pocketLength'>): number =>
  rise / (1 + h.heelToSaddle / h.pocketLength)

/** Room kept at both ends of the saddles' height range, mm [from memory]; and what a fix leaves beyond it. */
export const SADDLE_RESERVE = 0.5
const BEYOND = 0.5

/** A neck that has to be turned back: what the needed height has to rise by, and the wedge that does it. */
export interface Wedge {
  rise: number
  /** At the heel's end, running out to nothing at the mouth, mm. */
  thick: number
  angleDeg: number
  /** The same turn by paring the pocket's floor at its mouth instead, mm. */
  pared: number
}

/** The wedge that a neck wants whose strings cannot come down: the one home for Fit and Setup. Undefined where they can. */
export function wedgeWanted(h: SaddleHeight | undefined): Wedge | undefined {
  const c = h?.aboveLowest.value
  if (!h || c === undefined || c >= SADDLE_RESERVE) return undefined
  const rise = SADDLE_RESERVE + BEYOND - c,
    thick = shimFor(rise, h)
  return {
    rise,
    thick,
    angleDeg: shimAngle(thick, h.pocketLength),
    // Turned about the heel's end, which stays where it is: only the way to the saddle lifts.
    pared: (rise * h.pocketLength) / h.heelToSaddle,
  }
}

/** Angle of a shim of thickness s at the end of a pocket of length p, degrees: atan(s/p). */
export const shimAngle = (s: number, p: number): number => (Math.atan2(s, p) * 180) / Math.PI

import type { Build } from '../build/build.ts'
import { need } from '../build/quantityAt.ts'
import { partIn } from '../build/references.ts'
import { linear, type Quantity } from '../units/quantity.ts'
import { fretPosition } from './frets.ts'
import { bridgeLine, pocketOf } from './bridgeLine.ts'

export interface SaddleHeight {
  /** Height of the middle of the saddles above the body top that the action asks for, mm. */
  needed: Quantity
  /** needed − lowest. Negative: the strings cannot come down. */
  aboveLowest: Quantity
  /** highest − lowest: the saddles' range. */
  range: Quantity
  /** Distance from the heel's end to the saddle, mm, and the pocket's length: what a shim turns. */
  heelToSaddle: number
  pocketLength: number
}

/** Action at fret 12 that the targets ask for, mean of bass and treble, mm. */
export function meanActionAtTwelve(build: Build, scaleLength: number, frets: number): number {
  const mean = (build.setup.actionBass + build.setup.actionTreble) / 2
  if (build.setup.actionAt === 'fret 12') return mean
  const nut = nutHeight(build)
  const atLast = fretPosition(scaleLength, frets)
  return nut + ((mean - nut) * (scaleLength / 2)) / atLast
}

/** Height of the strings over the fret plane at the nut, mm, mean of both outer strings. */
export const nutHeight = (build: Build): number =>
  build.setup.nutSchool === 'gap over fret 1' ? (build.setup.nutBass + build.setup.nutTreble) / 2 : 0.25

/**
 * Saddle height above the body that the neck's place asks for: h = H + D·tan θ + (2·a₁₂ − a_nut), straight string
 * [geometry; handbook section 4]. The neck lies in the pocket's plane, θ = 0, unless a shim tilts it:
 * H is taken at the heel's end, where a shim of thickness s over a pocket of length p lifts by s and turns by atan(s/p).
 */
export function saddleHeight(build: Build, shim = shimIn(build)): SaddleHeight | undefined {
  const neck = partIn(build, 'neck'),
    bridge = partIn(build, 'bridge'),
    pocket = pocketOf(build),
    line = bridgeLine(build)
  if (!neck || !bridge || !pocket || !line) return undefined
  const pocketLength = pocket.at('length').value
  const heelToSaddle = line.foremost.value - need(neck, 'dims.nutToHeelEnd').value
  const scale = need(neck, 'dims.scaleLength').value
  const a12 = meanActionAtTwelve(build, scale, need(neck, 'dims.frets').value)
  const needed = linear(
    [
      [1, need(neck, 'dims.heelThickness')],
      [1, need(neck, 'dims.fretHeight')],
      [-1, pocket.at('depth')],
    ],
    shim + (heelToSaddle * shim) / pocketLength + 2 * a12 - nutHeight(build),
  )
  const low = need(bridge, 'dims.saddleLow'),
    high = need(bridge, 'dims.saddleHigh')
  return {
    needed,
    aboveLowest: linear([
      [1, needed],
      [-1, low],
    ]),
    range: linear([
      [1, high],
      [-1, low],
    ]),
    heelToSaddle,
    pocketLength,
  }
}

/** Thickness at the heel's end of the shim that is chosen, mm; 0 without one. */
const shimIn = (build: Build): number => partIn(build, 'shim')?.dims.thick?.value ?? 0

/** Thickness at the heel's end of a wedge that changes the needed saddle height by `rise`, mm. */
export const shimFor = (rise: number, h: Pick<SaddleHeight, 'heelToSaddle' | 'pocketLength'>): number =>
  rise / (1 + h.heelToSaddle / h.pocketLength)

/** Angle of a shim of thickness s at the end of a pocket of length p, degrees: atan(s/p). */
export const shimAngle = (s: number, p: number): number => (Math.atan2(s, p) * 180) / Math.PI

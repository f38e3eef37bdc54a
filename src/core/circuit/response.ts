import type { Wired } from '../document/docs.ts'
import { loaded, networkOf, type Network } from './network.ts'
import type { Settings } from './settings.ts'
import { summed, transfers } from './solve.ts'

export interface Response {
  hz: number[]
  /** Level at the jack, dB over one volt of a level-1 pickup's source. */
  db: number[]
  /** Highest point above the level at 100 Hz, if the curve has one. */
  peak: { hz: number; gain: number } | undefined
  /** Level at 100 Hz, dB. */
  base: number
  silent: boolean
}

/** Frequencies spaced evenly in pitch, Hz. */
export const pitchSteps = (points = 400, from = 20, to = 20000): number[] =>
  Array.from({ length: points }, (_, i) => from * (to / from) ** (i / (points - 1)))

/** Below this level nothing is heard: an open or shorted position, dB. */
export const SILENT = -60
/** Where the level is told, Hz. */
const BASE = 100

export const decibels = (x: number): number => 20 * Math.log10(Math.max(x, 1e-12))

/** The response of a network at the jack. */
export function responseOf(n: Network, hz: number[]): Response {
  const v = summed(transfers(n, hz), 'volts')
  const db = hz.map((_, i) => decibels(v[i] ?? 0))
  const base =
    db[
      hz.reduce((best, f, i) => (Math.abs(Math.log(f / BASE)) < Math.abs(Math.log(hz[best]! / BASE)) ? i : best), 0)
    ]!
  let top = 0
  for (let i = 1; i < db.length; i++) if (db[i]! > db[top]!) top = i
  const peak = top > 0 && top < db.length - 1 && db[top]! > base + 0.3 ? refine(hz, db, top, base) : undefined
  return { hz, db, base, peak, silent: Math.max(...db) < SILENT }
}

/** Top of the parabola through three neighbours on a logarithmic frequency axis. */
function refine(hz: number[], db: number[], i: number, base: number): { hz: number; gain: number } {
  const [a, b, c] = [db[i - 1]!, db[i]!, db[i + 1]!]
  const d = a - 2 * b + c
  const s = d === 0 ? 0 : (a - c) / (2 * d)
  return { hz: hz[i]! * (hz[i + 1]! / hz[i]!) ** s, gain: b - ((a - c) * s) / 4 - base }
}

/** The response at the jack into the build's cable and amplifier at a setting. */
export const response = (build: Wired, s: Settings, hz = pitchSteps()): Response =>
  responseOf(loaded(networkOf(build, s), build.circuit.load), hz)

import type { Wired } from '../document/docs.ts'
import { decibels } from './response.ts'
import { loaded, networkOf } from './network.ts'
import type { Settings } from './settings.ts'
import { summed, transfers } from './solve.ts'

/** What a knob does along its turn at a setting. */
export interface Travel {
  /** Rotation, 0 to 1. */
  at: number[]
  /** Level at 100 Hz and at 4 kHz, dB. */
  low: number[]
  high: number[]
}

const LISTEN = [100, 4000]

/** Level and treble along a knob's turn: curve of the knob against level and against cut. */
export function travelOf(build: Wired, s: Settings, knob: string, steps = 20): Travel {
  const at = Array.from({ length: steps + 1 }, (_, i) => i / steps)
  const levels = at.map(x => {
    const n = loaded(networkOf(build, { ...s, knobs: { ...s.knobs, [knob]: x } }), build.circuit.load)
    return summed(transfers(n, LISTEN), 'volts')
  })
  return {
    at,
    low: levels.map(v => decibels(v[0] ?? 0)),
    high: levels.map(v => decibels(v[1] ?? 0)),
  }
}

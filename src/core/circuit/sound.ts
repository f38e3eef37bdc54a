import type { Wired } from '../document/docs.ts'
import { jackResistance } from './jackResistance.ts'
import type { Coil } from './element.ts'
import { loaded, networkOf, type Network } from './network.ts'
import { decibels, responseOf, SILENT, type Response, pitchSteps } from './response.ts'
import { knobsOf, type Settings } from './settings.ts'
import { summed, transfers } from './solve.ts'
import { treeOf, type Tree } from './tree.ts'

/** Why nothing is heard. */
export type Silence = 'no jack' | 'tip on ground' | 'no pickup on the tip' | 'no supply'

/** A coil that is heard. */
export interface HeardCoil {
  id: string
  of: string
  /** What it gives at the jack of its own, dB. */
  level: number
  /** Whether it adds to the loudest or takes from it. */
  phase: 1 | -1
}

/** What a knob does at a setting when it is turned from its rest to nothing. */
export interface KnobActs {
  id: string
  label: string
  acts: 'volume' | 'tone' | 'blend' | 'nothing'
  /** Components whose coils go with it. */
  on: string[]
}

/** What one setting of the switches sounds like, in numbers. */
export interface Sound {
  silence: Silence | undefined
  coils: HeardCoil[]
  /** The loudest coil's string moves the tip the way it moves the coil. */
  upright: boolean
  tree: Tree | undefined
  /** Level at 100 Hz, dB over one volt of a level-1 pickup. */
  level: number
  peak: Response['peak']
  /** What the level loses in the octave that begins at twice the peak, or at 5 kHz without one, dB. */
  slope: number
  /** Direct current, tip to sleeve, Ω. */
  ohms: number
  /** Hum that is left of what the same coils would pick up if none cancelled, dB; 0 is all of it. */
  hum: number
  knobs: KnobActs[]
}

/** Where levels of coils are compared, Hz, and where a tone control is listened for [our choice]. */
const LOW = 100
const HIGH = 4000
/** A coil this far under the loudest is not heard, dB [our choice]. */
const UNHEARD = -30
/** What a knob has to take to count, dB [our choice]: a volume shuts, a tone takes treble. */
const SHUTS = 20
const TAMES = 3
/** Below this hum counts as cancelled, dB [our choice]. */
export const HUM_GONE = -20

/** Each coil's own part at the tip, V, with its sign, at one frequency. */
function shares(n: Network, hz: number): { coil: Coil; re: number; size: number }[] {
  const t = transfers(n, [hz])
  return t.coils.map((coil, q) => {
    const re = t.re[q]![0]!,
      im = t.im[q]![0]!
    return { coil, re: re * coil.volts, size: Math.hypot(re, im) * Math.abs(coil.volts) }
  })
}

function heard(n: Network): { coil: Coil; re: number; size: number }[] {
  const all = shares(n, LOW),
    most = Math.max(0, ...all.map(p => p.size))
  return decibels(most) < SILENT ? [] : all.filter(p => decibels(p.size / most) > UNHEARD)
}

/** Why a network gives nothing, or undefined when it gives something. */
function silenceOf(build: Wired, n: Network, coils: number): Silence | undefined {
  if (n.tip < 0) return 'no jack'
  if (n.tip === 0) return 'tip on ground'
  if (coils) return undefined
  const stages = build.circuit.components.some(
    c => c.kind === 'stage' || n.elements.some(e => e.id === `${c.id}-out`),
  )
  return stages && !n.elements.some(e => e.kind === 'driven') ? 'no supply' : 'no pickup on the tip'
}

function knobsAt(build: Wired, s: Settings, at: readonly { coil: Coil; size: number }[]): KnobActs[] {
  const level = (x: Settings, hz: number): number =>
    decibels(summed(transfers(loaded(networkOf(build, x), build.circuit.load), [hz]), 'volts')[0] ?? 0)
  const high = level(s, HIGH)
  return knobsOf(build).map((k): KnobActs => {
    const turned = { ...s, knobs: { ...s.knobs, [k.id]: 0 } }
    const now = shares(loaded(networkOf(build, turned), build.circuit.load), LOW)
    const fallen = at.filter(p => decibels((now.find(q => q.coil.id === p.coil.id)?.size ?? 0) / p.size) < -SHUTS)
    const on = [...new Set(fallen.map(p => p.coil.of))]
    const blend = (s.knobs[k.id] ?? 1) < 1
    const acts =
      fallen.length > 0
        ? blend
          ? 'blend'
          : 'volume'
        : at.length > 0 && level(turned, HIGH) < high - TAMES
          ? 'tone'
          : 'nothing'
    return { id: k.id, label: k.label, acts, on: acts === 'tone' ? [...new Set(at.map(p => p.coil.of))] : on }
  })
}

/** What a build sounds like at a setting, into its cable and amplifier. */
export function soundAt(build: Wired, s: Settings, hz = pitchSteps()): Sound & { response: Response } {
  const n = loaded(networkOf(build, s), build.circuit.load),
    r = responseOf(n, hz)
  const at = n.tip > 0 ? heard(n) : []
  const loudest = at.reduce((a, b) => (b.size > a.size ? b : a), at[0] ?? { re: 1, size: 0 })
  const ids = new Set(at.map(p => p.coil.id))
  const from = r.peak ? 2 * r.peak.hz : 5000,
    fall = summed(transfers(n, [from, 2 * from]), 'volts')
  const t = transfers(n, [LOW])
  let sum = 0,
    all = 0
  t.coils.forEach((c, q) => {
    if (!ids.has(c.id)) return
    sum += c.hum * t.re[q]![0]!
    all += Math.abs(c.hum * t.re[q]![0]!)
  })
  return {
    silence: silenceOf(build, n, at.length),
    coils: at.map(p => ({
      id: p.coil.id,
      of: p.coil.of,
      level: decibels(p.size),
      phase: Math.sign(p.re) === Math.sign(loudest.re) ? 1 : -1,
    })),
    upright: loudest.re >= 0,
    tree: treeOf(n, c => ids.has(c.id)),
    level: r.base,
    peak: r.peak,
    slope: fall.length ? decibels(fall[1]!) - decibels(fall[0]!) : 0,
    ohms: jackResistance(build, s),
    hum: all ? decibels(Math.abs(sum) / all) : 0,
    knobs: knobsAt(build, s, at),
    response: r,
  }
}

import type { Wired } from '../document/docs.ts'
import { lugRef } from '../document/lugRef.ts'
import { piecesOf, INSIDE } from '../circuit/pieces.ts'
import {
  allSettings,
  contactSort,
  knobsOf,
  openSettings,
  settingKey,
  settingLabel,
  thrownOf,
  type Knob,
  type Settings,
} from '../circuit/settings.ts'
import { hear } from './ear.ts'
import { under } from './under.ts'
import { METAL_LUGS } from '../parts/lugs.ts'

/** How a builder sets switches and knobs before a reading, with the name that a document keeps it by. */
export interface Stand {
  key: string
  label: string
  settings: Settings
  /** What has to be set otherwise than at rest. */
  moves: number
  /** Knobs are turned for it. */
  turned?: true
}

/** Settings of several switches that are all tried; above it one switch at a time [our choice]. */
const ALL = 12
/** A setting with a knob turned, by its name; `*` stands for all knobs. */
export const standKey = (setting: string, knob: string, at: number): string => `${setting}+${knob}:${at}`
const EVERY = '*'

/** A pickup that taps no fainter than this is on, dB under one by itself [from memory]. */
const ON = -20

/** The place of the switches with most pickups on: there every knob has something to do. */
function fullest(build: Wired, places: readonly Settings[]): Settings {
  const played = under(build, true),
    pickups = build.circuit.components.filter(c => c.kind === 'pickup').map(c => c.id),
    on = (s: Settings) =>
      [...hear(played(s, []), build.circuit.load, pickups, undefined, false).taps.values()].filter(db => db > ON)
        .length
  return places.reduce(
    (best, s) => {
      const n = on(s)
      return n > best.n ? { s, n } : best
    },
    { s: openSettings(build), n: -1 },
  ).s
}

/** Knobs that leave the strings as loud when they are shut: what they take is treble alone. */
function tonesAt(build: Wired, s: Settings, knobs: readonly Knob[]): Knob[] {
  const played = under(build, true),
    level = (x: Settings) => hear(played(x, []), build.circuit.load, [], undefined, false).level,
    open = level(s)
  return knobs.filter(k => level({ ...s, knobs: { ...s.knobs, [k.id]: 0 } }) > open + QUIETER)
}
/** A knob that takes less than this is no volume, dB [from memory]. */
const QUIETER = -6

/**
 * Settings at which readings are taken: each place of the switches; at the fullest of them each knob shut, all that take
 * treble shut together, and all knobs half way at once, which shows every track's taper in one go.
 */
export function standsOf(build: Wired): Stand[] {
  const thrown = thrownOf(build)
  const moved = (s: Settings) => thrown.filter(t => s.throws[t.id] !== t.throws[0]!.id).length
  const all = allSettings(build),
    some = all.length <= ALL ? all : all.filter(s => moved(s) <= 1)
  const label = (s: Settings) => settingLabel(build, s)
  const places = some.map((settings): Stand => ({
    key: settingKey(build, settings),
    label: label(settings),
    settings,
    moves: moved(settings),
  }))
  const knobs = knobsOf(build)
  if (!knobs.length) return places
  const turned = (s: Settings, ks: readonly Knob[], at: number): Stand => ({
    key: standKey(
      settingKey(build, s),
      ks.length > 1 && ks.length === knobs.length ? EVERY : ks.map(k => k.id).join('&'),
      at,
    ),
    label: `${label(s)} · ${ks.length > 1 && ks.length === knobs.length ? 'all knobs' : ks.map(k => k.label).join(', ')} ${at ? 'half way' : 'shut'}`,
    settings: { ...s, knobs: { ...s.knobs, ...Object.fromEntries(ks.map(k => [k.id, at])) } },
    moves: moved(s) + ks.length,
    turned: true,
  })
  const rest = openSettings(build),
    full = fullest(build, some),
    tones = tonesAt(build, full, knobs)
  const bases = settingKey(build, full) === settingKey(build, rest) ? [rest] : [rest, full]
  return [
    ...places,
    ...knobs.map(k => turned(full, [k], 0)),
    ...(tones.length > 1 ? [turned(full, tones, 0)] : []),
    ...bases.map(s => turned(s, knobs, 0.5)),
  ]
}

/**
 * What has to be open for a probe to reach a place, each with all before it: nothing; the cavity, or the guard that
 * carries everything; a pickup out of its rout, under which its own lugs lie.
 */
export const ACCESS = ['outside', 'inside', 'lifted'] as const
export type Access = (typeof ACCESS)[number]

/** Whether a place is in reach when so much is open. */
export const inReach = (open: Access, of: Access): boolean => ACCESS.indexOf(of) <= ACCESS.indexOf(open)
const deeper = (a: Access, b: Access): Access => (inReach(a, b) ? a : b)

/** Whether pickups have to be taken out one by one before their own lugs are reached: all but those that a guard carries. */
export const pickupsLift = (build: Pick<Wired, 'instrument' | 'circuit'>): boolean =>
  build.instrument.mounting !== 'on the guard' && build.circuit.components.some(c => c.kind === 'pickup')

/** Where a probe can be put: at the plug, on metal that the hand touches, on any lug once the circuit lies open. */
export interface Point {
  terminal: string
  access: Access
}

/** Everything that a probe can touch. Lugs that nothing is soldered to and nothing is behind are left out. */
export function pointsOf(build: Wired): Point[] {
  const rest = piecesOf(build, openSettings(build), false)
  const used = new Set([
    ...rest.joints.flatMap(j => [j.a, j.b]),
    ...rest.poles.flatMap(p => [p.a, p.b]),
    ...(rest.jack ? [rest.jack.tip, rest.jack.sleeve] : []),
  ])
  const outside = new Set([rest.jack?.tip, rest.jack?.sleeve]),
    under = new Set(
      pickupsLift(build) ? build.circuit.components.filter(c => c.kind === 'pickup').map(c => c.id) : [],
    )
  const accessOf = (t: string): Access => {
    const { of, lug } = lugRef(t)
    if (outside.has(t) || lug === 'bond') return 'outside'
    return under.has(of) ? 'lifted' : 'inside'
  }
  return rest.terminals
    .filter(t => used.has(t) && !t.includes(INSIDE))
    .map(t => ({ terminal: t, access: accessOf(t) }))
}

/** A pair of places for both probes. */
export interface Pair {
  a: string
  b: string
  access: Access
  /** Tip and sleeve, as the plug has them. */
  plug: boolean
  /** Two bonds at once: no switch and no knob lies between them, so that it is read at rest alone. */
  atRest?: true
}

/** Pairs that are worth a reading: every place against tip and sleeve, both ends of each wire, of each part and of each contact. */
export function pairsOf(build: Wired): Pair[] {
  const points = pointsOf(build),
    access = new Map(points.map(p => [p.terminal, p.access])),
    rest = piecesOf(build, openSettings(build), false)
  const out = new Map<string, Pair>(),
    { jack } = rest
  const add = (a: string, b: string) => {
    const x = access.get(a),
      y = access.get(b)
    if (!x || !y || a === b) return
    const [p, q] = a < b ? [a, b] : [b, a]
    const ends = [jack?.tip, jack?.sleeve]
    out.set(`${p} ${q}`, {
      a: p,
      b: q,
      access: deeper(x, y),
      plug: ends.includes(p) && ends.includes(q),
    })
  }
  for (const p of points) if (jack) for (const t of [jack.tip, jack.sleeve]) add(p.terminal, t)
  for (const j of rest.joints) add(j.a, j.b)
  for (const x of rest.poles) add(x.a, x.b)
  for (const s of allSettings(build).slice(0, ALL * 2))
    for (const j of piecesOf(build, s, false).joints) if (j.sort === 'contact') add(j.a, j.b)
  const neighbours = build.circuit.components.filter(c => contactSort(build, c) !== undefined || c.kind === 'pot')
  for (const c of neighbours) {
    const own = points.filter(p => lugRef(p.terminal).of === c.id && !METAL_LUGS.has(lugRef(p.terminal).lug))
    own.slice(1).forEach((p, i) => add(own[i]!.terminal, p.terminal))
  }
  // From metal to metal: one reading proves both bonds.
  const metal = points.filter(p => METAL_LUGS.has(lugRef(p.terminal).lug))
  metal.forEach((p, i) => {
    for (const q of metal.slice(i + 1)) {
      const [a, b] = p.terminal < q.terminal ? [p, q] : [q, p]
      if (!out.has(`${a.terminal} ${b.terminal}`))
        out.set(`${a.terminal} ${b.terminal}`, {
          a: a.terminal,
          b: b.terminal,
          access: deeper(a.access, b.access),
          plug: false,
          atRest: true,
        })
    }
  })
  return [...out.values()]
}

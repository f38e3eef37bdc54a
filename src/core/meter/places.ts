import type { Wired } from '../build/docs.ts'
import { lugRef } from '../build/lugRef.ts'
import { piecesOf, INSIDE } from '../circuit/pieces.ts'
import {
  allSettings,
  contactSort,
  knobsOf,
  openSettings,
  settingKey,
  settingLabel,
  thrownOf,
  type Settings,
} from '../circuit/settings.ts'
import { METAL_LUGS } from '../parts/lugs.ts'

/** How a builder sets switches and knobs before a reading, with the name that a document keeps it by. */
export interface Stand {
  key: string
  label: string
  settings: Settings
  /** What has to be set otherwise than at rest. */
  moves: number
  /** The knob that is turned for it. */
  knob?: string
}

/** Settings of several switches that are all tried; above it one switch at a time [our choice]. */
const ALL = 12
/** Knobs are read shut and in the middle of their travel. */
const KNOB_AT = [0, 0.5] as const
const AT_WORDS: Readonly<Record<number, string>> = { 0: 'shut', 0.5: 'half way' }

/** A setting with a knob turned, by its name. */
export const standKey = (setting: string, knob: string, at: number): string => `${setting}+${knob}:${at}`

/** Settings at which readings are taken: each place of the switches, and each knob shut and half way with all else at rest. */
export function standsOf(build: Wired): Stand[] {
  const rest = openSettings(build),
    thrown = thrownOf(build)
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
  const base = settingKey(build, rest)
  const knobs = knobsOf(build).flatMap(k =>
    KNOB_AT.map((at): Stand => ({
      key: standKey(base, k.id, at),
      label: `${label(rest)} · ${k.label} ${AT_WORDS[at]!}`,
      settings: { ...rest, knobs: { ...rest.knobs, [k.id]: at } },
      moves: 1,
      knob: k.id,
    })),
  )
  return [...places, ...knobs]
}

/** What has to be open for a probe to reach a place. */
export const ACCESS = ['outside', 'inside'] as const
export type Access = (typeof ACCESS)[number]

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
  const outside = new Set([rest.jack?.tip, rest.jack?.sleeve])
  return rest.terminals
    .filter(t => used.has(t) && !t.includes(INSIDE))
    .map(t => ({
      terminal: t,
      access: outside.has(t) || lugRef(t).lug === 'bond' ? 'outside' : 'inside',
    }))
}

/** A pair of places for both probes. */
export interface Pair {
  a: string
  b: string
  access: Access
  /** Tip and sleeve, as the plug has them. */
  plug: boolean
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
      access: x === 'inside' || y === 'inside' ? 'inside' : 'outside',
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
  return [...out.values()]
}

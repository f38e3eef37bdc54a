import { lugRef } from '../document/lugRef.ts'
import { METAL_LUGS } from '../parts/lugs.ts'
import type { Load } from '../document/circuitRecord.ts'
import type { Element } from '../circuit/element.ts'
import { loaded, type Network } from '../circuit/network.ts'
import type { Pieces, Pole } from '../circuit/pieces.ts'
import { transfers, type Transfers } from '../circuit/solve.ts'
import { netsOf, placesOf, solveDirect } from './dc.ts'

/** Where level and treble are listened for, Hz [our choice: the low strings, and where a tone control acts]. */
export const LOW = 100,
  TREBLE = 3000
/** Nothing is heard below this, dB against what should be. */
export const SILENCE = -40

/**
 * Mains hum as it enters [from memory, each by its order of size]: field in a coil, V over the root of a henry; current
 * by the room's field into each lug that is not on ground, A; the same by the player's body near by; the body through
 * its own capacitance when the hand lies on hot metal, A.
 */
const HUM = { field: 3e-4, room: 2e-9, near: 2e-8, body: 3e-7 } as const

/** What is heard of a circuit at one setting, dB unless told otherwise. */
export interface Heard {
  level: number
  treble: number
  /** How much of the coils cancels in them: what all give by themselves over what is left, 1 when nothing does. */
  cancels: { level: number; treble: number }
  /** What a steel blade tapped on a pickup's poles gives, by pickup. */
  taps: ReadonlyMap<string, number>
  /** Which way a meter at the jack swings when steel leaves a pickup's pole: 1 up, −1 down, 0 not at all. */
  swings: ReadonlyMap<string, -1 | 0 | 1>
  hum: number
  /** What the hum does when a hand is laid on the strings. */
  touch: number
}

const db = (v: number): number => 20 * Math.log10(Math.max(v, 1e-9))

/** Coils of one kind differ by so much as a share: of a field that cancels as much is left [from memory]. */
const UNLIKE = 0.05
/** Two coils never see a string alike, as they lie at different places along it: so much is left when all else cancels [from memory: 10 to 30 %]. */
export const LEFT = 0.15

/** Sum of the coils' own sources at the tip at one of the frequencies, V: magnitude with what never cancels, real part, and what they would give added up. */
function sum(t: Transfers, at: number, of?: string): { size: number; re: number; all: number } {
  let re = 0,
    im = 0,
    all = 0
  t.coils.forEach((c, q) => {
    if (of !== undefined && c.of !== of) return
    re += c.volts * t.re[q]![at]!
    im += c.volts * t.im[q]![at]!
    all += Math.abs(c.volts) * Math.hypot(t.re[q]![at]!, t.im[q]![at]!)
  })
  return { size: Math.max(Math.hypot(re, im), LEFT * all), re, all }
}

/** Below this a coil moves no meter, V of a level-1 pickup [from memory]. */
const SWINGS = 0.05

/** The circuit as nodes and two-poles for the solver, sleeve first, into its load: what is heard needs no names. */
export function networkOn(p: Pieces, roots: Int32Array, load: Load): Network {
  const place = placesOf(p.terminals),
    ground = p.jack ? roots[place.get(p.jack.sleeve)!]! : -1
  const node = (t: string): number => {
    const r = roots[place.get(t)!]!
    return r === ground ? 0 : r + 1
  }
  const elements: Element[] = []
  for (const { control, supply, ...x } of p.poles) {
    if (supply?.some(([a, b]) => node(a) !== node(b))) continue
    const a = node(x.a),
      b = node(x.b)
    if (a !== b)
      elements.push({ ...x, a, b, ...(control ? { ca: node(control[0]), cb: node(control[1]) } : {}) } as Element)
  }
  const tip = p.jack ? node(p.jack.tip) : -1
  return loaded({ nodes: p.terminals.length + 1, tip, elements, nodeOf: new Map(), nets: [] }, load)
}

/**
 * What is heard of a circuit in pieces, with supply, into a cable and an amplifier.
 * @param hums whether its hum is listened to as well
 */
export function hear(
  p: Pieces,
  load: Load,
  pickups: readonly string[],
  strings: string | undefined,
  hums = true,
): Heard {
  const roots = netsOf(p),
    t = transfers(networkOn(p, roots, load), [LOW, TREBLE])
  const taps = new Map<string, number>(),
    swings = new Map<string, -1 | 0 | 1>()
  for (const of of pickups) {
    const s = sum(t, 0, of)
    taps.set(of, db(s.size))
    swings.set(of, Math.abs(s.re) < SWINGS ? 0 : s.re > 0 ? 1 : -1)
  }
  const { hum, touched } = hums ? humOf(p, roots, load, strings, t) : { hum: 0, touched: 0 }
  const low = sum(t, 0),
    high = sum(t, 1),
    cancel = (x: { size: number; all: number }) => (x.all > 0 ? x.all / x.size : 1)
  return {
    level: db(low.size),
    treble: db(high.size),
    cancels: { level: cancel(low), treble: cancel(high) },
    taps,
    swings,
    hum: db(hum),
    touch: db(touched) - db(hum),
  }
}

/** Hum at the tip, V, with nobody touching the strings and with a hand on them. */
function humOf(
  p: Pieces,
  roots: Int32Array,
  load: Load,
  strings: string | undefined,
  t: Transfers,
): { hum: number; touched: number } {
  if (!p.jack) return { hum: 0, touched: 0 }
  const { tip, sleeve } = p.jack
  const amplifier: Pole = { kind: 'R', id: 'amplifier', of: '', a: tip, b: sleeve, ohms: load.amplifierOhms }
  const solved = solveDirect({ ...p, poles: [...p.poles, amplifier] }, roots),
    place = placesOf(p.terminals),
    [t0, s0, hand] = [tip, sleeve, strings ?? ''].map(x => place.get(x) ?? -1) as [number, number, number]
  if (solved.ohms(t0, s0) === 0) return { hum: 0, touched: 0 }
  let field = 0,
    all = 0
  t.coils.forEach((c, q) => {
    field += c.hum * t.re[q]![0]!
    all += Math.abs(c.hum * t.re[q]![0]!)
  })
  // Open metal that leads nowhere brings nothing to the tip; what is on ground neither.
  let lugs = 0
  const brings = (x: number) => Math.abs(solved.across(x, s0, t0, s0)),
    loose = looseMetal(p, place, x => solved.ohms(x, s0) < BONDED)
  p.terminals.forEach((t, x) => {
    lugs += brings(x)
    // A case by itself hands what it catches to whatever lies within it.
    if (loose.has(ownerOf(t))) lugs += CASE * brings(x)
  })
  const coils = HUM.field * Math.max(Math.abs(field), UNLIKE * all),
    hot = Math.abs(solved.across(hand, s0, t0, s0)),
    grounded = solved.ohms(hand, s0) < BONDED
  const away = Math.hypot(coils, (HUM.room + HUM.near) * lugs)
  return {
    hum: away,
    // A hand on ground is no source near by any more; on hot metal it brings its own current in.
    touched: Math.hypot(coils, (HUM.room + (grounded ? 0 : HUM.near)) * lugs + HUM.body * hot),
  }
}
/** A case or frame catches so many times what a lug does, by its size [from memory]. */
const CASE = 6

/** What a terminal's name says, asked for by every hypothesis at every setting. */
const named = new Map<string, { of: string; metal: boolean }>()
function nameOf(terminal: string): { of: string; metal: boolean } {
  let n = named.get(terminal)
  if (!n) {
    const { of, lug } = lugRef(terminal)
    named.set(terminal, (n = { of, metal: METAL_LUGS.has(lug) }))
  }
  return n
}
const isCase = (terminal: string): boolean => nameOf(terminal).metal
const ownerOf = (terminal: string): string => nameOf(terminal).of

/** Components whose case or frame is on nothing. */
function looseMetal(p: Pieces, place: ReadonlyMap<string, number>, grounded: (x: number) => boolean): Set<string> {
  const out = new Set<string>()
  for (const t of p.terminals) if (isCase(t) && !grounded(place.get(t)!)) out.add(ownerOf(t))
  return out
}

/** A bond up to this grounds a hand as well as a wire does, Ω [from memory: a body couples to the mains by some tens of megohms]. */
const BONDED = 1e6

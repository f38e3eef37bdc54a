import type { Wired } from '../document/docs.ts'
import { stringsIn } from '../document/circuitRecord.ts'
import type { HeardSort } from '../document/readingRef.ts'
import { lugText } from '../document/lugRef.ts'
import { placesOf, solveDirect } from './dc.ts'
import { causesOf, deviation, doubtsOf, leaningOn, type Doubts, type Leaning } from './doubts.ts'
import { crackleOf } from './crackle.ts'
import { seenFrom, type Change } from './change.ts'
import { hear, LEFT, SILENCE, type Heard } from './ear.ts'
import { faultsOf } from './faults.ts'
import { hypothesesOf, type Hypothesis } from './hypotheses.ts'
import { CHEAP_METER, NOTHING, type MeterSort } from './meters.ts'
import { pairsOf, standsOf, type Access, type Pair, type Stand } from './places.ts'
import { under, type Under } from './under.ts'

/** Something that can be read or heard: ohms between two places, or one thing to listen for, at a setting. */
export type Probe = { stand: number; access: Access; seconds: number } &
  /** `plug`: read at the plug, tip to sleeve. */
  ({ kind: 'ohms'; a: string; b: string; plug: boolean } | { kind: 'heard'; what: HeardSort; of?: string })

/** An ear, or an eye on a needle, tells so much from something else, dB: one standard deviation [from memory]. */
export const EAR = 3
/** What a swing counts for beside an ear's decibels: up and down lie so far from none. */
const SWING = 20
/** How long it takes [from memory]: to write it down, to put both probes, to set a switch or knob, to listen, to pull steel off a pole, s. */
const TAKES = { note: 20, probes: 15, inside: 5, lifted: 60, move: 2, listen: 12, steel: 25 } as const

/** Everything that may be, and what each would show. */
export interface Model {
  build: Wired
  meter: MeterSort
  stands: readonly Stand[]
  hypotheses: readonly Hypothesis[]
  probes: readonly Probe[]
  doubts: Doubts
  at: Under
  played: Under
  /** Places of each probe's two terminals in the circuit's list; −1 for what is heard. */
  places: Int16Array
  /** What nothing wrong would sound like at each stand. */
  right: readonly Heard[]
}

/** What can be read of a build's circuit and what may be wrong with it. */
export function modelOf(build: Wired, meter: MeterSort = CHEAP_METER): Model {
  const stands = standsOf(build),
    pairs = pairsOf(build)
  const played = under(build, true)
  const m = { build, meter, stands, doubts: doubtsOf(build, meter), at: under(build, false), played }
  const hearing = hearingOf(build),
    probes = stands.flatMap((s, i) => [
      ...pairs.flatMap(p => (p.atRest && i > 0 ? [] : [ohmsProbe(p, s, i)])),
      ...heardProbes(build, s, i),
    ]),
    // What is wrong adds terminals behind the circuit's own, so that their places stay.
    place = placesOf(stands.length ? m.at(stands[0]!.settings, []).terminals : [])
  return {
    ...m,
    hypotheses: hypothesesOf(faultsOf(build)),
    probes,
    places: Int16Array.from(
      probes.flatMap(p => (p.kind === 'ohms' ? [place.get(p.a) ?? -1, place.get(p.b) ?? -1] : [-1, -1])),
    ),
    right: stands.map(s => hearing(played(s.settings, []), s)),
  }
}

const ohmsProbe = ({ a, b, access, plug }: Pair, s: Stand, stand: number): Probe => ({
  kind: 'ohms',
  a,
  b,
  plug,
  access,
  stand,
  seconds: TAKES.note + TAKES.probes + (access === 'outside' ? 0 : TAKES[access]) + TAKES.move * s.moves,
})

function heardProbes(build: Wired, s: Stand, stand: number): Probe[] {
  const own = (what: HeardSort, seconds: number, of?: string): Probe => ({
    kind: 'heard',
    what,
    access: 'outside',
    stand,
    seconds: TAKES.note + seconds + TAKES.move * s.moves,
    ...(of === undefined ? {} : { of }),
  })
  const { components } = build.circuit,
    pickups = components.filter(c => c.kind === 'pickup'),
    strings = stringsIn(components)
  const turned = s.turned === true
  return [
    own('level', TAKES.listen),
    own('treble', TAKES.listen),
    ...(turned
      ? []
      : [
          ...pickups.map(c => own('tap', TAKES.listen, c.id)),
          ...pickups.map(c => own('swing', TAKES.steel, c.id)),
          own('hum', TAKES.listen),
          ...(stand === 0
            ? components.filter(c => c.kind === 'pot').map(c => own('crackle', TAKES.listen + TAKES.move, c.id))
            : []),
          ...(strings ? [own('touch', TAKES.listen)] : []),
        ]),
  ]
}

function hearingOf(build: Wired): (p: Parameters<typeof hear>[0], s: Stand) => Heard {
  const { components, load } = build.circuit,
    pickups = components.filter(c => c.kind === 'pickup').map(c => c.id),
    strings = stringsIn(components)
  // With a knob turned hum is not asked about.
  return (p, s) => hear(p, load, pickups, strings && lugText({ of: strings.id, lug: 'bond' }), !s.turned)
}

const clamped = (x: number): number => Math.max(SILENCE, Math.min(-SILENCE, x))

/** What is heard of one thing, dB against what should be; a swing and the touch of a hand by themselves. */
export function heardValue(m: Model, is: Heard, p: Extract<Probe, { kind: 'heard' }>): number {
  const right = m.right[p.stand]!
  switch (p.what) {
    case 'level':
      return clamped(is.level - right.level)
    case 'treble':
      return clamped(is.treble - right.treble)
    case 'hum':
      return clamped(is.hum - right.hum)
    case 'touch':
      return clamped(is.touch)
    case 'tap':
      return clamped(is.taps.get(p.of!)! - loudestTap(m, p.of!))
    case 'swing':
      return SWING * is.swings.get(p.of!)!
    case 'crackle':
      // A knob that moves is no state of the circuit: crackleOf hears it.
      return 0
  }
}

/** Decibels for a small share of an amplitude: 20/ln 10. */
const PER_SHARE = 20 / Math.LN10

/** How far what is heard may be off, dB: the ear, and what two places along the string leave of a sum in which most cancels. */
const heardDeviation = (is: Heard, p: Extract<Probe, { kind: 'heard' }>): number =>
  p.what === 'level' || p.what === 'treble' ? Math.hypot(EAR, PER_SHARE * LEFT * (is.cancels[p.what] - 1)) : EAR

/** The loudest that a pickup's tap should be at any setting, dB. */
const loudestTap = (m: Model, of: string): number => Math.max(...m.right.map(r => r.taps.get(of) ?? -Infinity))

/** What is heard through a plug that does not reach. */
export const SILENT: Readonly<Record<HeardSort, number>> = {
  level: SILENCE,
  treble: SILENCE,
  tap: SILENCE,
  hum: SILENCE,
  swing: 0,
  touch: 0,
  crackle: 0,
}

const unplugged = (h: Hypothesis): boolean => h.faults.some(f => f.changes.some(c => c.kind === 'unplugged'))

/**
 * What every hypothesis would show at every probe, hypothesis by hypothesis: mean, standard deviation, and what of that
 * it has in common with other readings, by cause (places in `causes`).
 */
export interface Table {
  probes: number
  causes: readonly string[]
  mean: Float32Array
  sd: Float32Array
  common: Float32Array
}

/** The table of predictions, at once. */
export function tableOf(m: Model): Table {
  const g = tabulate(m)
  for (;;) {
    const s = g.next()
    if (s.done) return s.value
  }
}

/**
 * The table of predictions. Each hypothesis is solved once at each setting, for direct current between all places, and
 * for what is heard. Tells how far it is, 0 to 1, after every hypothesis.
 */
export function* tabulate(m: Model): Generator<number, Table> {
  const P = m.probes.length,
    causes = causesOf(m.doubts),
    K = causes.length,
    mean = new Float32Array(m.hypotheses.length * P),
    sd = new Float32Array(m.hypotheses.length * P),
    common = new Float32Array(m.hypotheses.length * P * K)
  for (const [i, h] of m.hypotheses.entries()) {
    const row = predictions(m, h)
    mean.set(row.mean, i * P)
    sd.set(row.sd, i * P)
    common.set(row.common, i * P * K)
    yield i / m.hypotheses.length
  }
  return { probes: P, causes, mean, sd, common }
}

/** What one hypothesis would show at every probe. */
export function predictions(m: Model, h: Hypothesis): Pick<Table, 'mean' | 'sd' | 'common'> {
  const P = m.probes.length,
    causes = causesOf(m.doubts),
    at = new Map(causes.map((c, i) => [c, i])),
    K = causes.length,
    mean = new Float32Array(P),
    sd = new Float32Array(P),
    common = new Float32Array(P * K),
    changes = h.faults.flatMap(f => f.changes),
    atLugs = seenFrom(changes, false),
    atPlug = seenFrom(changes, true),
    out = unplugged(h),
    hearing = hearingOf(m.build)
  const by: (readonly [number, Probe])[][] = m.stands.map(() => [])
  m.probes.forEach((p, k) => by[p.stand]!.push([k, p]))
  by.forEach((probes, stand) => {
    const { settings } = m.stands[stand]!
    let inside: Leaning | undefined, through: Leaning | undefined, heard: Heard | undefined
    for (const [k, p] of probes) {
      if (p.kind === 'ohms') {
        const lean = (cs: readonly Change[]) => leaningOn(solveDirect(m.at(settings, cs)), h.faults, m.doubts, at)
        inside ??= lean(atLugs)
        const leans = atPlug === atLugs || p.access !== 'outside' ? inside : (through ??= lean(atPlug))
        const shared = common.subarray(k * K, k * K + K),
          ohms = out && p.access === 'outside' ? Infinity : leans.at(m.places[2 * k]!, m.places[2 * k + 1]!, shared)
        mean[k] = Number.isFinite(ohms) ? ohms : NOTHING
        sd[k] = deviation(m.meter, ohms, shared)
      } else if (out) {
        mean[k] = SILENT[p.what]
        sd[k] = EAR
      } else if (p.what === 'crackle') {
        mean[k] = crackleOf(m.build, m.played, m.at, settings, changes, p.of!)
        sd[k] = EAR
      } else {
        heard ??= hearing(m.played(settings, atPlug), m.stands[stand]!)
        mean[k] = heardValue(m, heard, p)
        sd[k] = heardDeviation(heard, p)
      }
    }
  })
  return { mean, sd, common }
}

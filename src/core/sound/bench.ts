import { randomOf } from '../chance/random.ts'
import type { Laid, Wired } from '../document/docs.ts'
import { stringsIn } from '../document/circuitRecord.ts'
import { lugText } from '../document/lugRef.ts'
import { seenFrom } from '../meter/change.ts'
import { CRACKLES, crackleOf } from '../meter/crackle.ts'
import { netsOf } from '../meter/dc.ts'
import { hear, networkOn, type Heard } from '../meter/ear.ts'
import type { Fault } from '../meter/faults.ts'
import type { Model, Probe } from '../meter/table.ts'
import { pluckThrough, RATE } from './instrument.ts'
import { LOUD } from './pluck.ts'

/** How long each thing is listened to, s. */
const SECONDS = 3
/** What a string moves at the tip, V of a level-1 pickup, root of the mean square of its first second [from memory: by its order]. */
const STRING = 0.1
/** Mains, Hz, and its odd harmonics by their order: what a field leaves in a coil and a room on a wire [from memory]. */
const MAINS = 50
const HARMONICS = [1, 3, 5, 7, 9, 11, 13]
/** Hum alone is listened to with the amplifier turned up so much. */
const TURNED_UP = 10
/** How a knock on the poles rings, s and Hz, and how often it is struck [from memory]. */
const KNOCK = { rings: 0.03, hz: 180, every: 0.7 }
/** Steps a second at which a turning wiper meets bad places [from memory]. */
const STEPS = 30

const rms = (x: Float32Array): number => {
  const n = Math.min(x.length, RATE)
  let sum = 0
  for (let k = 0; k < n; k++) sum += x[k]! ** 2
  return Math.sqrt(sum / Math.max(1, n))
}

function addHum(out: Float32Array, loud: (k: number) => number): void {
  const norm = Math.sqrt(HARMONICS.reduce((s, n) => s + 0.5 / n ** 2, 0))
  for (let k = 0; k < out.length; k++) {
    const a = loud(k)
    if (a === 0) continue
    let v = 0
    for (const n of HARMONICS) v += Math.sin((2 * Math.PI * MAINS * n * k) / RATE) / n
    out[k]! += (a * v) / norm
  }
}

const volts = (db: number): number => 10 ** (db / 20)
const clipped = (x: Float32Array): Float32Array => x.map(v => Math.max(-1, Math.min(1, v)))

/**
 * What is heard at a probe of the instrument with something wrong in it, as samples at RATE: strings as loud as they
 * come beside what the circuit as meant gives, with the hum that it has; a hand laid on after half the time; a blade's
 * knocks; a knob turned to and fro. A plug that does not reach is silent.
 */
export function benchSound(
  m: Model,
  build: Wired & Laid,
  faults: readonly Fault[],
  probe: Extract<Probe, { kind: 'heard' }>,
  seed: number,
): Float32Array | string {
  const { components, load } = build.circuit,
    { settings } = m.stands[probe.stand]!,
    changes = faults.flatMap(f => f.changes),
    strings = stringsIn(components),
    pickups = components.filter(c => c.kind === 'pickup').map(c => c.id)
  if (changes.some(c => c.kind === 'unplugged')) return new Float32Array(SECONDS * RATE)
  const pieces = (wrong: boolean) => m.played(settings, wrong ? seenFrom(changes, true) : [])
  const heard = (wrong: boolean): Heard =>
    hear(pieces(wrong), load, pickups, strings && lugText({ of: strings.id, lug: 'bond' }))
  const is = heard(true)
  const out = new Float32Array(SECONDS * RATE),
    humAt = (LOUD / STRING) * volts(is.hum)
  switch (probe.what) {
    case 'swing':
      return 'A swing is seen on the meter, not heard.'
    case 'hum':
      addHum(out, () => TURNED_UP * humAt)
      return clipped(out)
    case 'touch':
      addHum(out, k => TURNED_UP * humAt * (k < out.length / 2 ? 1 : volts(is.touch)))
      return clipped(out)
    case 'tap': {
      const loud = LOUD * 3 * volts(is.taps.get(probe.of!) ?? -120)
      for (let k = 0; k < out.length; k++) {
        const t = (k / RATE) % KNOCK.every
        out[k] = loud * Math.exp(-t / KNOCK.rings) * Math.sin(2 * Math.PI * KNOCK.hz * t)
      }
      addHum(out, () => humAt)
      return clipped(out)
    }
    case 'level':
    case 'treble':
    case 'crackle': {
      const through = (wrong: boolean) => {
        const p = pieces(wrong)
        return pluckThrough(build, networkOn(p, netsOf(p), load), {
          string: probe.what === 'treble' ? 1 : build.instrument.strings,
          at: PLUCKED,
          seconds: SECONDS,
        })
      }
      const right = through(false),
        wrong = through(true)
      if (typeof right === 'string') return right
      if (typeof wrong === 'string') return wrong
      const by = LOUD / Math.max(rms(right), 1e-12)
      wrong.forEach((v, k) => (out[k] = v * by))
      addHum(out, () => humAt)
      if (probe.what === 'crackle') crackled(out, m, build, probe, changes, seed)
      return clipped(out)
    }
  }
}
/** Where it is plucked, mm from the bridge. */
const PLUCKED = 120

/** A wiper that meets bad places while it turns: the sound is cut off and let on again, with a step each time. */
function crackled(
  out: Float32Array,
  m: Model,
  build: Wired,
  probe: Extract<Probe, { kind: 'heard' }>,
  changes: Parameters<typeof crackleOf>[4],
  seed: number,
): void {
  const loud = crackleOf(build, m.played, m.at, m.stands[probe.stand]!.settings, changes, probe.of!)
  if (loud <= 0) return
  const depth = Math.min(1, volts(loud - CRACKLES)),
    random = randomOf(seed)
  let left = 0,
    off = false,
    step = 0
  for (let k = 0; k < out.length; k++) {
    if (left-- <= 0) {
      left = Math.round(((-Math.log(1 - random()) / STEPS) * RATE) / 2)
      off = !off
      step = LOUD * 2 * depth * (random() - 0.5)
    }
    step *= 0.999
    out[k] = out[k]! * (off ? 1 - depth : 1) + step
  }
}

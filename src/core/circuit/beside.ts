import { list, num, type Said, say } from '../say/said.ts'
import type { Circuit } from '../document/circuitRecord.ts'
import type { Wired } from '../document/docs.ts'
import { slotsOf } from '../document/slots.ts'
import type { Part } from '../parts/part.ts'
import { formatCapacitance, formatResistance } from '../units/electrical.ts'
import { offersFor } from './recipes/index.ts'
import { response, type Response } from './response.ts'
import { allSettings, settingKey, type Settings } from './settings.ts'

/** What a setting is held against: another part in a slot, or another of the circuits that fit. */
export type Other = { kind: 'part'; slot: string; part: Part } | { kind: 'circuit'; recipe: string }

/** Two responses of one setting. */
export interface Beside {
  mine: Response
  other: Response
  /** `16 k against 9 k: lower peak by 900 Hz, 2 dB louder`. */
  words: Said
}

/** The build with the other part in its slot, or the other circuit. */
export function asOther<B extends Wired>(build: B, o: Other): B | undefined {
  if (o.kind === 'circuit') {
    const circuit: Circuit | undefined = offersFor(build).find(x => x.id === o.recipe)?.circuit
    return circuit && { ...build, circuit: { ...circuit, load: build.circuit.load } }
  }
  return {
    ...build,
    parts: [...build.parts.filter(p => p.id !== o.part.id), o.part],
    slots: { ...build.slots, [o.slot]: o.part.id },
  }
}

/** A part by the one value that is printed on it. */
function valueOf(p: Part | undefined): string {
  const d = p?.dims
  if (!p || !d) return 'none'
  if (p.kind === 'capacitor' && d.capacitance) return formatCapacitance(d.capacitance.value)
  const ohms = p.kind === 'pickup' ? d.dcResistance : d.resistance
  return ohms ? formatResistance(ohms.value) : p.name
}

/** Differences this small are none, dB and share of a frequency [our choice]. */
const SAME_DB = 0.3
const SAME_SHARE = 0.02

/** Where treble is compared when no peak tells, Hz, and from which difference on, dB [our choice]. */
const TREBLE = 2000
const TREBLE_DB = 1
const at = (r: Response, hz: number): number =>
  r.db[r.hz.reduce((b, f, i) => (Math.abs(Math.log(f / hz)) < Math.abs(Math.log(r.hz[b]! / hz)) ? i : b), 0)]!

/** How the second of two responses sounds beside the first, in words. */
export function besideWords(mine: Response, other: Response): Said {
  if (mine.silent || other.silent)
    return mine.silent === other.silent
      ? 'both silent'
      : other.silent
        ? 'silent'
        : 'heard, where the first is silent'
  const out: Said[] = []
  if (mine.peak && other.peak) {
    const hz = other.peak.hz - mine.peak.hz,
      gain = other.peak.gain - mine.peak.gain
    if (Math.abs(hz) > SAME_SHARE * mine.peak.hz)
      out.push(say`${hz < 0 ? 'lower' : 'higher'} peak by ${num(Math.round(Math.abs(hz) / 10) * 10, 0, 'Hz')}`)
    if (Math.abs(gain) > SAME_DB) out.push(say`${num(Math.abs(gain), 1, 'dB')} ${gain < 0 ? 'flatter' : 'sharper'}`)
  } else if (mine.peak || other.peak) out.push(other.peak ? 'with a peak' : 'without a peak')
  const level = other.base - mine.base,
    treble = at(other, TREBLE) - other.base - (at(mine, TREBLE) - mine.base)
  if (!out.length && Math.abs(treble) > TREBLE_DB)
    out.push(say`${num(Math.abs(treble), 1, 'dB')} ${treble < 0 ? 'less' : 'more'} at 2 kHz`)
  if (Math.abs(level) > SAME_DB) out.push(say`${num(Math.abs(level), 1, 'dB')} ${level < 0 ? 'quieter' : 'louder'}`)
  return out.length ? list(out, ', ') : 'no difference that is heard'
}

/** A setting held against the same one with another part or circuit; undefined where the other has no such circuit. */
export function besideAt(build: Wired, s: Settings, o: Other): Beside | undefined {
  const other = asOther(build, o)
  if (!other) return undefined
  const key = settingKey(build, s),
    there = allSettings(other)
  // The same throw where it has one; else its first.
  const at = there.find(x => settingKey(other, x) === key) ?? there[0]
  if (!at) return undefined
  const mine = response(build, s),
    theirs = response(other, { ...at, knobs: { ...at.knobs, ...s.knobs } }),
    said = besideWords(mine, theirs)
  const slot = o.kind === 'part' ? slotsOf(build.instrument).find(x => x.id === o.slot) : undefined
  const own = slot && build.parts.find(p => p.id === build.slots[slot.id])
  return {
    mine,
    other: theirs,
    words: o.kind === 'part' ? say`${valueOf(o.part)} against ${valueOf(own)}: ${said}` : said,
  }
}

/** What three metres more of cable and half the amplifier's input take from a setting, in words [our choice of amounts]. */
export function loadWords(build: Wired, s: Settings): { cable: Said; amplifier: Said } {
  const with_ = (load: Partial<Wired['circuit']['load']>): Wired => ({
    ...build,
    circuit: { ...build.circuit, load: { ...build.circuit.load, ...load } },
  })
  const { cableMetres, amplifierOhms } = build.circuit.load,
    mine = response(build, s)
  return {
    cable: besideWords(mine, response(with_({ cableMetres: cableMetres + 3 }), s)),
    amplifier: besideWords(mine, response(with_({ amplifierOhms: amplifierOhms / 2 }), s)),
  }
}

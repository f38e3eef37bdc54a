import { type Said } from '../say/said.ts'
import type { Wired } from '../document/docs.ts'
import { slotsOf } from '../document/slots.ts'
import type { Part } from '../parts/part.ts'
import { formatCapacitance, formatResistance } from '../units/electrical.ts'
import { besideWords } from './beside.ts'
import { jackResistance } from './jackResistance.ts'
import { response } from './response.ts'
import { allSettings, knobsOf, settingLabel, type Settings } from './settings.ts'
import { SOLD } from './spread.ts'

/** The value that is printed on a part, by its kind. */
export const PRINTED = { capacitor: 'capacitance', pot: 'resistance', resistor: 'resistance' } as const
type Printed = keyof typeof PRINTED
export const isPrinted = (k: Part['kind']): k is Printed => k in PRINTED

/** Values that such parts are sold at: what a marking is likely to mean [common practice: handbook section 6; E-series IEC 60063]. */
export const USUAL_VALUES: Record<Printed, readonly number[]> = {
  capacitor: [10e-9, 15e-9, 22e-9, 33e-9, 47e-9, 100e-9],
  pot: [25e3, 50e3, 100e3, 250e3, 500e3, 1e6],
  resistor: [100e3, 150e3, 220e3, 470e3],
}

/** How its marking is read, and which reading tells [published: IEC 60062 for the marks; readings: common practice]. */
const MARKING: Record<Printed, { mark: string; reading: string }> = {
  capacitor: {
    mark: 'Three figures are picofarads: two digits and how many noughts, 223 is 22 nF, 473 is 47 nF; .022 or .047 alone is microfarads. A letter behind is its tolerance: J 5, K 10, M 20 %.',
    reading: 'The meter’s capacitance range, one leg free. Ohms tell nothing of it.',
  },
  pot: {
    mark: '250K, A500K or 504 on the case or the lug’s wafer: 504 is 50 and four noughts. The letter is its taper, and makers differ in it.',
    reading:
      'The meter over its two outer lugs, wires off: ±20 % lies between 200 and 300 k for 250 k, between 400 and 600 k for 500 k.',
  },
  resistor: {
    mark: 'Bands from the end they are near: two or three digits, the noughts, the tolerance.',
    reading: 'The meter over it, one leg free.',
  },
}

const show = (kind: Printed, v: number): string =>
  kind === 'capacitor' ? formatCapacitance(v) : formatResistance(v)

/** One value that a part may have, and what it would do. */
export interface Candidate {
  value: number
  text: string
  /** Against the first of them: with everything up, and with the tones down. */
  open: Said
  down: Said
}

/** A part whose value may be one of several. */
export interface DoubtfulValue {
  part: string
  name: string
  label: string
  dim: string
  candidates: readonly Candidate[]
  mark: string
  /** Which reading settles it. */
  reading: string
  /** At which setting the jack's ohms tell them apart; undefined where they don't. */
  atJack: string | undefined
}

const withValue = (build: Wired, part: Part, dim: string, value: number): Wired => ({
  ...build,
  parts: build.parts.map(p =>
    p === part ? { ...p, dims: { ...p.dims, [dim]: { ...p.dims[dim]!, value, doubt: 0 } } } : p,
  ),
})

/** Readings at the jack that differ by more than this share tell two values apart [from memory: meter and windings together]. */
const TELLS = 0.03

/** The setting at which the jack's ohms differ most between values, in words. */
function jackTells(
  build: Wired,
  kind: Printed,
  builds: readonly Wired[],
  values: readonly number[],
): string | undefined {
  let best: { share: number; s: Settings; ohms: number[] } | undefined
  for (const s of allSettings(build)) {
    const ohms = builds.map(b => jackResistance(b, s))
    if (!ohms.every(Number.isFinite)) continue
    const share = (Math.max(...ohms) - Math.min(...ohms)) / Math.min(...ohms)
    if (share > (best?.share ?? TELLS)) best = { share, s, ohms }
  }
  return best
    ? `At the jack, ${settingLabel(build, best.s)}, everything up: ${best.ohms.map((o, i) => `${formatResistance(o)} if it is ${show(kind, values[i]!)}`).join(', ')}.`
    : undefined
}

/** Every part of the circuit whose value may be one of several: what each would change, and what settles it. */
export function doubtfulValues(build: Wired): DoubtfulValue[] {
  const slots = slotsOf(build.instrument),
    [setting] = allSettings(build)
  if (!setting) return []
  const tones = knobsOf(build).filter(k => {
    const slot = build.circuit.components.find(c => c.id === k.component)?.slot
    return slots.find(s => s.id === slot)?.turns === 'tone'
  })
  const down: Settings = {
    ...setting,
    knobs: { ...setting.knobs, ...Object.fromEntries(tones.map(k => [k.id, 0])) },
  }
  return build.circuit.components.flatMap((c): DoubtfulValue[] => {
    const part = build.parts.find(p => p.id === build.slots[c.slot ?? ''])
    if (!part || !isPrinted(part.kind)) return []
    const dim = PRINTED[part.kind],
      { kind } = part,
      values = part.dims[dim]?.candidates
    if (!values) return []
    const builds = values.map(v => withValue(build, part, dim, v))
    const told = (s: Settings) => builds.map(b => response(b, s))
    const open = told(setting),
      shut = told(down)
    return [
      {
        part: part.id,
        name: part.name,
        label: c.label,
        dim,
        candidates: values.map((value, i) => ({
          value,
          text: show(kind, value),
          open: i ? besideWords(open[0]!, open[i]!) : '',
          down: i ? besideWords(shut[0]!, shut[i]!) : '',
        })),
        ...MARKING[kind],
        atJack: jackTells(build, kind, builds, values),
      },
    ]
  })
}

/** Pots as such parts are sold; capacitors likewise; resistors ±5 % [common practice: handbook section 6]. */
const SOLD_AT: Record<Printed, number> = { pot: SOLD.resistance, capacitor: SOLD.capacitance, resistor: 0.05 }

/** How far a printed value may be off when nothing else is known [common practice]. */
export const soldAt = (kind: Part['kind'], value: number): number => (isPrinted(kind) ? value * SOLD_AT[kind] : 0)

import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { Fault } from '../meter/faults.ts'
import { modelOf, type Probe } from '../meter/table.ts'
import { benchSound } from './bench.ts'
import { RATE, stringOf } from './instrument.ts'

const b = demo('wren'),
  m = modelOf(b)
const probe = (what: string, of?: string) =>
  m.probes.find(p => p.kind === 'heard' && p.what === what && p.stand === 0 && p.of === of) as Extract<
    Probe,
    { kind: 'heard' }
  >
const fault = (test: (f: Fault) => boolean): Fault =>
  m.hypotheses.find(h => h.faults.length === 1 && test(h.faults[0]!))!.faults[0]!
const heard = (faults: readonly Fault[], what: string, of?: string): Float32Array => {
  const x = benchSound(m, b, faults, probe(what, of), 1)
  if (typeof x === 'string') throw new Error(x)
  return x
}
const rms = (x: Float32Array, from = 0, to = x.length): number =>
  Math.sqrt(x.slice(from, to).reduce((s, v) => s + v * v, 0) / (to - from))
/** Amplitude of one frequency through a raised cosine, so that a loud hum beside it does not leak in [published: Harris 1978, Hann]. */
function at(x: Float32Array, hz: number): number {
  let re = 0,
    im = 0
  x.forEach((v, k) => {
    const w = 1 - Math.cos((2 * Math.PI * k) / x.length)
    re += w * v * Math.cos((2 * Math.PI * hz * k) / RATE)
    im += w * v * Math.sin((2 * Math.PI * hz * k) / RATE)
  })
  return (2 * Math.hypot(re, im)) / x.length
}
const jack = fault(f => f.sort === 'jack exchanged'),
  strings = fault(f => f.id === 'open wire w11'),
  hot = fault(f => f.sort === 'coil open'),
  plug = fault(f => f.sort === 'plug short'),
  volume = b.circuit.components.find(c => c.kind === 'pot')!.id,
  worn = fault(f => f.sort === 'track worn' && f.at.some(t => t.startsWith(`${volume}.`)))

describe('what is heard on the bench', () => {
  it('is the string at its usual loudness when nothing is wrong, and silence through a plug that does not reach', () => {
    expect(rms(heard([], 'level'), 0, RATE)).toBeCloseTo(0.12, 2)
    expect(rms(heard([plug], 'level'))).toBe(0)
  })
  it('loses the string with its coil, and keeps the hum', () => {
    const right = heard([], 'level'),
      gone = heard([hot], 'level')
    const low = stringOf(b, { string: b.instrument.strings, at: 120, seconds: 3 }),
      hz = typeof low === 'string' ? 0 : low.hz
    expect(at(right, hz)).toBeGreaterThan(0.01)
    expect(at(gone, hz) / at(right, hz)).toBeLessThan(0.05)
    expect(rms(gone)).toBeGreaterThan(0)
  })
  it('hums at the mains’ own frequency and its odd harmonics', () => {
    const x = heard([], 'hum')
    for (const hz of [50, 150, 250]) expect(at(x, hz)).toBeGreaterThan(20 * at(x, hz + 33))
    expect(at(x, 150) / at(x, 50)).toBeCloseTo(1 / 3, 2)
  })
  it('hums louder once a hand lies on strings that are hot, softer on strings that are grounded', () => {
    const half = (x: Float32Array) => rms(x, x.length / 2) / rms(x, 0, x.length / 2)
    expect(half(heard([jack], 'touch'))).toBeGreaterThan(1.2)
    expect(half(heard([], 'touch'))).toBeLessThan(1)
    // Nobody's hand does anything where the strings are joined to nothing.
    expect(half(heard([strings], 'touch'))).toBeGreaterThan(half(heard([], 'touch')))
  })
  it('crackles where a wiper is worn, and nowhere else', () => {
    const steps = (x: Float32Array) => x.reduce((s, v, k) => Math.max(s, k ? Math.abs(v - x[k - 1]!) : 0), 0)
    expect(steps(heard([worn], 'crackle', volume))).toBeGreaterThan(3 * steps(heard([], 'crackle', volume)))
    const other = b.circuit.components.filter(c => c.kind === 'pot')[1]!.id
    expect(heard([worn], 'crackle', other)).toEqual(heard([worn], 'level'))
  })
  it('knocks under a blade, and says that a swing is nothing to hear', () => {
    const pickup = b.circuit.components.find(c => c.kind === 'pickup')!.id
    const [right, dead] = [heard([], 'tap', pickup), heard([hot], 'tap', pickup)]
    expect(at(dead, 180)).toBeLessThan(0.1 * at(right, 180))
    expect(benchSound(m, b, [], probe('swing', pickup), 1)).toMatch(/seen on the meter/)
  })
})

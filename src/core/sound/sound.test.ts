import { WaveFile } from 'wavefile'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { openSettings } from '../circuit/settings.ts'
import { response } from '../circuit/response.ts'
import { inharmonicity } from '../setup/stiffness.ts'
import { pluckSound, RATE, stringOf } from './instrument.ts'
import { levelled, partialHz, partialsOf, sounded, type Ear, type Plucked } from './pluck.ts'
import { wavFile } from './wav.ts'

/** Size of a sound's spectrum at a frequency, by the sum itself and a Hann window. */
function spectrum(x: Float32Array, hz: number, rate = RATE): number {
  let re = 0,
    im = 0
  const w = (2 * Math.PI * hz) / rate
  for (let k = 0; k < x.length; k++) {
    const v = x[k]! * (0.5 - 0.5 * Math.cos((2 * Math.PI * k) / x.length))
    re += v * Math.cos(w * k)
    im -= v * Math.sin(w * k)
  }
  return Math.hypot(re, im) / x.length
}
/** Where the spectrum is largest near a frequency, Hz: golden section. */
function peakNear(x: Float32Array, hz: number): number {
  let a = hz * 0.995,
    b = hz * 1.005
  const g = (Math.sqrt(5) - 1) / 2
  for (let i = 0; i < 30; i++) {
    const c = b - g * (b - a),
      d = a + g * (b - a)
    if (spectrum(x, c) > spectrum(x, d)) b = d
    else a = c
  }
  return (a + b) / 2
}
const cents = (a: number, b: number) => Math.abs(1200 * Math.log2(a / b))
const plain: Plucked = { hz: 110, stretch: 8e-5, length: 650, at: 130 }
const ear = (at: number, gain = 1): Ear => ({ at, gain: () => [gain, 0] })

describe('a plucked string [published: ideal string, Fletcher and Rossing; stiffness, Fletcher 1964]', () => {
  const x = sounded(partialsOf(plain, [ear(90)], RATE), 1, RATE)
  it.each([1, 2, 3, 7, 11])('has partial %i where theory has it, within a cent', n => {
    const theory = n * 110 * Math.sqrt(1 + 8e-5 * n * n)
    expect(cents(peakNear(x, theory), theory)).toBeLessThan(1)
  })
  it('lacks the partials that have a node where it is plucked', () => {
    // Plucked at a fifth: every fifth partial is missing.
    const strong = spectrum(x, partialHz(plain, 4))
    for (const n of [5, 10]) expect(20 * Math.log10(spectrum(x, partialHz(plain, n)) / strong)).toBeLessThan(-50)
  })
  it('lacks those that have a node over the pickup, and two pickups notch where their halves cancel', () => {
    const over = partialsOf({ ...plain, at: 71 }, [ear(650 / 4)], RATE)
    for (const p of over) {
      const beside = over.find(q => q.n === p.n - 1)
      if (p.n % 4 === 0 && beside) expect(p.amplitude).toBeLessThan(beside.amplitude * 1e-9)
    }
    // sin(nπa/L) + sin(nπb/L) = 2 sin(nπ(a+b)/2L)·cos(nπ(a−b)/2L): at a−b = L/7 partial 7 cancels.
    const two = partialsOf({ ...plain, at: 71 }, [ear(60), ear(60 + 650 / 7)], RATE)
    expect(two[6]!.amplitude).toBeLessThan(two[5]!.amplitude * 1e-9)
  })
  it('amplitudes go as theory has them: velocity of a triangle', () => {
    const p = partialsOf({ ...plain, stretch: 0 }, [ear(90)], RATE)
    for (const n of [1, 2, 3, 4])
      expect(p[n - 1]!.amplitude / p[0]!.amplitude).toBeCloseTo(
        Math.abs(
          (Math.sin((n * Math.PI) / 5) * Math.sin((n * Math.PI * 90) / 650)) /
            (n * Math.sin(Math.PI / 5) * Math.sin((Math.PI * 90) / 650)),
        ),
        9,
      )
  })
  it('is made equally loud whatever it was', () => {
    const rms = (v: Float32Array) => Math.sqrt(v.slice(0, RATE).reduce((s, y) => s + y * y, 0) / RATE)
    const quiet = levelled(
      x.map(v => v * 0.01),
      RATE,
    )
    expect(rms(quiet) / rms(levelled(x, RATE))).toBeCloseTo(1, 3)
    expect([...levelled(new Float32Array(10), RATE)].every(v => v === 0)).toBe(true)
  })
})

describe('a string of a build', () => {
  const b = demo('kestrel'),
    at = (position: string) => openSettings(b, { switch: position })
  const p = { string: 6, at: 120, seconds: 1 }
  it('is stiff by its core, tension and length, worked by hand', () => {
    // Plain steel of 0.254 mm at 329.63 Hz on 647.7 mm pulls 72.5 N [handbook]: B = π³·205e9·0.254e-3⁴/(64·72.5·0.6477²).
    const want = (Math.PI ** 3 * 205e9 * 0.254e-3 ** 4) / (64 * 72.5 * 0.6477 ** 2)
    expect(inharmonicity({ diameter: 0.254, wound: false }, 647.7, 329.63) / want).toBeCloseTo(1, 2)
  })
  it('comes through the response as the circuit engine gives it', () => {
    // One pickup, two settings of the tone: partial by partial the ratio is that of the responses.
    const s = openSettings(b, { switch: '5' }),
      dark = { ...s, knobs: { ...s.knobs, 'pot-tone': 0 } }
    const one = pluckSound(b, s, p) as Float32Array,
      two = pluckSound(b, dark, p) as Float32Array
    const string = stringOf(b, p)
    if (typeof string === 'string') throw new Error(string)
    const ratio = (n: number) => {
      const hz = partialHz(string, n)
      return 20 * Math.log10(spectrum(one, hz) / spectrum(two, hz))
    }
    const engine = (n: number) => {
      const hz = [partialHz(string, n)]
      return response(b, s, hz).db[0]! - response(b, dark, hz).db[0]!
    }
    // Both are made equally loud: what is compared is the fall against the first partial.
    for (const n of [3, 8, 15, 24]) expect(ratio(n) - ratio(1)).toBeCloseTo(engine(n) - engine(1), 1)
  })
  it('says what is wrong instead of sounding', () => {
    expect(pluckSound(b, at('1'), { ...p, string: 9 })).toMatch(/nothing to pluck/)
    expect(pluckSound(b, at('1'), { ...p, at: 900 })).toMatch(/between bridge and nut/)
  })
  it('is written as a WAV file that another reader opens', () => {
    const x = pluckSound(b, at('1'), p) as Float32Array,
      w = new WaveFile(wavFile(x, RATE))
    const samples = w.getSamples(false, Int16Array) as unknown as Int16Array
    expect(samples).toHaveLength(RATE)
    expect(samples[1000]! / 32767).toBeCloseTo(x[1000]!, 4)
    expect(w.fmt).toMatchObject({ sampleRate: RATE, numChannels: 1, bitsPerSample: 16 })
  })
})

import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { noteHz } from '../setup/pitch.ts'
import { stringTable } from '../setup/stringTable.ts'
import { RATE } from './instrument.ts'
import { standInCents, standInString } from './standInString.ts'
import { pitchOf, pitchOfPiece, stringHeard } from './tuner.ts'
import { readWav, wavFile } from './wav.ts'

/** Even noise by a small generator of its own, so that the same run sounds alike. */
function noise(seed: number): () => number {
  let s = seed >>> 0
  return () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0
    return s / 2 ** 32 - 0.5
  }
}
/** Seven partials falling off, under noise of a share of their strength; stiffness stretches them. */
function tone(hz: number, share: number, stretch = 0, seconds = 1, rate = RATE): Float32Array {
  const n = noise(7)
  return Float32Array.from({ length: Math.round(seconds * rate) }, (_, k) => {
    const t = k / rate
    let v = 0
    for (let h = 1; h <= 7; h++) v += Math.sin(2 * Math.PI * h * hz * Math.sqrt(1 + stretch * h * h) * t) / h
    return 0.15 * (v + 4 * share * n())
  })
}
const cents = (a: number, b: number) => 1200 * Math.log2(a / b)

describe('the tuner', () => {
  it.each([30.87, 41.2, 82.41, 110, 196, 329.63, 659.3])(
    'hears %f Hz under noise to a tenth of a cent or so',
    hz => {
      const p = pitchOf(tone(hz, 0.25), RATE)!
      expect(Math.abs(cents(p.hz, hz))).toBeLessThan(0.3)
      expect(p.spread).toBeLessThan(1.5)
    },
  )
  it('hears the lowest partial of a stiff string, not what its sharp upper ones make of the period', () => {
    const B = 4e-4,
      p = pitchOf(tone(82.41, 0.1, B), RATE)!
    expect(Math.abs(cents(p.hz, 82.41 * Math.sqrt(1 + B)))).toBeLessThan(0.5)
  })
  it('hears another rate, and a piece of a tenth of a second', () => {
    expect(cents(pitchOf(tone(110, 0.1, 0, 1, 48000), 48000)!.hz, 110)).toBeCloseTo(0, 0)
    expect(
      Math.abs(cents(pitchOfPiece(tone(146.83, 0.1).subarray(9000, 9000 + 4096), RATE)!.hz, 146.83)),
    ).toBeLessThan(3)
  })
  it('says nothing of silence, of noise and of what is too short', () => {
    const n = noise(3)
    expect(pitchOf(new Float32Array(RATE), RATE)).toBeUndefined()
    expect(
      pitchOf(
        Float32Array.from({ length: RATE }, () => n()),
        RATE,
      ),
    ).toBeUndefined()
    expect(pitchOf(new Float32Array(0), RATE)).toBeUndefined()
    expect(pitchOf(tone(110, 0).subarray(0, 40), RATE)).toBeUndefined()
  })
  it('finds the string by itself, open and at its octave', () => {
    const strings = stringTable(demo('heron'))
    expect(stringHeard(noteHz('A2')! * 1.004, strings, 0)).toMatchObject({ number: 5 })
    expect(stringHeard(noteHz('G4')!, strings, 12)).toMatchObject({ number: 3 })
    expect(stringHeard(noteHz('G4')!, strings, 12)!.cents).toBeCloseTo(0, 6)
    expect(stringHeard(noteHz('E4')! * 1.3, strings, 0)).toBeUndefined()
    expect(stringHeard(440, [], 0)).toBeUndefined()
  })
})

describe('the stand-in', () => {
  it.each([1, 2, 3, 4, 5, 6])('sounds string %i as its saddle makes it', number => {
    const b = demo('bittern'),
      heard = (as: 'open' | 'harmonic' | 'held') => {
        const x = standInString(b, number, as, 12)
        if (typeof x === 'string') throw new Error(x)
        return pitchOf(x, RATE)!.hz
      },
      open = noteHz(b.instrument.tuning[number - 1]!)!
    expect(Math.abs(cents(heard('open'), open))).toBeLessThan(0.5)
    expect(cents(heard('held'), 2 * open)).toBeCloseTo(standInCents(b, number, 12)!, 0)
    expect(Math.abs(cents(heard('harmonic'), 2 * open))).toBeLessThan(1.5)
  })
  it('goes sharper with a higher action, and says why where there is nothing to hear', () => {
    const b = { ...demo('bittern'), readings: [] },
      high = { ...b, setup: { ...b.setup, actionBass: 3.4, actionTreble: 3.1 } }
    for (const n of [1, 2, 3, 4, 5, 6])
      expect(standInCents(high, n, 12)!).toBeGreaterThan(standInCents(b, n, 12)! + 1)
    const { neck: _, ...slots } = b.slots
    expect(standInString({ ...b, slots }, 1, 'open', 12)).toMatch(/Choose neck and strings/)
    expect(standInCents({ ...b, slots }, 1, 12)).toBeUndefined()
  })
})

describe('WAV files', () => {
  it('come back as they were written, and say what they are not', () => {
    const x = tone(220, 0),
      r = readWav(wavFile(x, RATE))
    if (typeof r === 'string') throw new Error(r)
    expect(r.rate).toBe(RATE)
    expect(r.samples).toHaveLength(x.length)
    expect(Math.abs(cents(pitchOf(r.samples, r.rate)!.hz, 220))).toBeLessThan(0.3)
    expect(readWav(new TextEncoder().encode('not a sound'))).toMatch(/no WAV file/)
    expect(readWav(new Uint8Array(0))).toMatch(/no WAV file/)
  })
})

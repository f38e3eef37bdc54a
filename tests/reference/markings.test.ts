import { describe, expect, it } from 'vitest'
import { bandMarking, capacitorMarking, resistorMarking } from '../../src/core/parts/markings.ts'

/** IEC 60062, marking codes for resistors and capacitors: its own examples of letter and figure codes [published; retyped from memory]. */
describe('markings against IEC 60062', () => {
  it.each([
    ['p33', 0.33e-12],
    ['3p3', 3.3e-12],
    ['33p', 33e-12],
    ['n33', 330e-12],
    ['3n3', 3.3e-9],
    ['33n', 33e-9],
    ['u33', 0.33e-6],
    ['3u3', 3.3e-6],
    // Three figures: two digits and the noughts, picofarads.
    ['101', 100e-12],
    ['103', 10e-9],
    ['223', 22e-9],
    ['473', 47e-9],
    ['104', 100e-9],
  ])('a capacitor marked %s', (text, farads) => expect(capacitorMarking(text)!.value / farads).toBeCloseTo(1, 9))
  it.each([
    ['R33', undefined],
    ['3R3', 3.3],
    ['33R', 33],
    ['330R', 330],
    ['3K3', 3300],
    ['33K', 33e3],
    ['3M3', 3.3e6],
    ['504', 500e3],
    ['254', 250e3],
    ['A500K', 500e3],
    ['500KB', 500e3],
    ['1M', 1e6],
    ['4K7J', 4700],
  ])('a resistor or pot marked %s', (text, ohms) => expect(resistorMarking(text)?.value).toBe(ohms))
  it.each([
    ['F', 0.01],
    ['G', 0.02],
    ['J', 0.05],
    ['K', 0.1],
    ['M', 0.2],
  ])('tolerance %s', (letter, share) => expect(capacitorMarking(`223${letter}`)!.tolerance).toBe(share))
  it.each([
    [['red', 'red', 'yellow', 'gold'], 220e3, 0.05],
    [['yellow', 'violet', 'orange', 'silver'], 47e3, 0.1],
    [['brown', 'black', 'black', 'red', 'brown'], 10e3, 0.01],
    [['brown', 'black', 'gold', 'gold'], 1, 0.05],
  ] as const)('bands %s', (bands, ohms, tolerance) =>
    expect(bandMarking(bands)).toEqual({ value: ohms, tolerance }),
  )
  it('what is no marking is none', () => {
    for (const t of ['', 'abc', '22', '2.2', '22K5X', '-5']) expect(capacitorMarking(t)).toBeUndefined()
    for (const t of ['', 'K', '500', 'A', '5.5.5K']) expect(resistorMarking(t), t).toBeUndefined()
    expect(bandMarking(['red', 'red', 'pink', 'gold'])).toBeUndefined()
    expect(bandMarking(['red', 'red'])).toBeUndefined()
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { CoilReading, Part } from '../parts/part.ts'
import { NOTHING } from './meters.ts'
import { at20, coilExpected, coilPairs, driftOf, judgeCoil, withCoilReading } from './pickupCard.ts'
import { anyIn } from '../../../tests/support/any.ts'

const of = (name: string, change: (p: Part) => Part = p => p): Part =>
  change(structuredClone(demo('heron').parts.find(p => p.kind === 'pickup')!) as Part & { name: typeof name })
/** Two coils of 4,200 Ω each, said by a leaflet. */
const double = of('double', p => ({
  ...p,
  traits: { ...p.traits, sort: 'double-coil', electronics: 'passive' },
  dims: {
    ...p.dims,
    coils: { value: 2, doubt: 0, basis: 'claimed' },
    dcResistance: { value: 8400, doubt: 300, basis: 'claimed' },
  },
}))
const single = of('single', p => ({
  ...p,
  traits: { ...p.traits, sort: 'single-coil', electronics: 'passive' },
  dims: {
    ...p.dims,
    coils: { value: 1, doubt: 0, basis: 'claimed' },
    dcResistance: { value: 6000, doubt: 300, basis: 'claimed' },
  },
}))
const reading = (ohms: number, more: Partial<CoilReading> = {}): CoilReading => ({
  at: '2026-03-01T10:00:00.000Z',
  coil: 'whole',
  place: 'as it came',
  ohms,
  doubt: 0,
  celsius: 20,
  ...more,
})

describe('a winding at its warmth', () => {
  it('is brought to 20 °C by copper’s own rise [published: IEC 60028, 0.393 % a kelvin]', () => {
    // 10 K warmer: 6,000 × 1.0393 = 6,235.8 Ω.
    expect(at20(6235.8, 30)).toBeCloseTo(6000, 6)
    expect(at20(6000 * (1 - 0.0393), 10)).toBeCloseTo(6000, 6)
    expect(at20(NOTHING, 30)).toBe(NOTHING)
  })
  it('is expected higher when it is warm, and half for one coil of two', () => {
    const cold = coilExpected(single, 'whole', 10),
      warm = coilExpected(single, 'whole', 30)
    expect((warm.from + warm.to) / 2 / ((cold.from + cold.to) / 2)).toBeCloseTo(1.0393 / 0.9607, 3)
    const a = coilExpected(double, 'a'),
      both = coilExpected(double, 'whole')
    expect((a.from + a.to) / 2).toBeCloseTo((both.from + both.to) / 4, -1)
    expect(coilPairs(double).map(p => p.coil)).toEqual(['a', 'b', 'whole'])
    expect(coilPairs(single).map(p => p.coil)).toEqual(['whole'])
    expect(coilPairs({ ...single, traits: { ...single.traits, electronics: 'active' } })).toEqual([])
  })
})

describe('a used pickup judged by itself', () => {
  it.each([
    ['as it should be', single, reading(6010), 'fine'],
    ['30 % low: shorted turns [common practice]', single, reading(4210), 'turns'],
    ['nothing: open', single, reading(NOTHING), 'open'],
    ['next to nothing: shorted', single, reading(0.6), 'shorted'],
    ['half of both coils: one alone', double, reading(4210), 'one of two'],
    ['a quarter: side by side', double, reading(2100), 'parallel'],
    ['one coil as it should be', double, reading(4190, { coil: 'a' }), 'fine'],
    ['a dead coil', double, reading(NOTHING, { coil: 'b' }), 'open'],
    ['far more than was said: another winding', single, reading(13_000), 'other'],
  ] as const)('%s', (_what, part, r, cause) => {
    const j = judgeCoil(part, r)
    expect(j.causes[0]!.cause).toBe(cause)
    expect(j.causes.reduce((s, x) => s + x.chance, 0)).toBeGreaterThan(0.97)
  })
  it('takes warmth for what it is: 8 % high at 40 °C is fine, at 20 °C it is doubted more', () => {
    const chance = (celsius: number) =>
      judgeCoil(single, reading(6480, { celsius })).causes.find(c => c.cause === 'fine')!.chance
    expect(chance(40)).toBeGreaterThan(0.98)
    expect(chance(20)).toBeLessThan(chance(40))
  })
  it('gives chances for any reading at all', () =>
    fc.assert(
      fc.property(
        anyIn(0, NOTHING),
        fc.integer({ min: -20, max: 60 }),
        fc.constantFrom(single, double),
        (ohms, celsius, part) => {
          const { causes } = judgeCoil(part, reading(ohms, { celsius }))
          for (const c of causes) expect(c.chance >= 0 && c.chance <= 1).toBe(true)
          expect(causes[0]!.chance).toBeGreaterThan(0)
        },
      ),
    ))
})

describe('a pickup’s card', () => {
  it('gives the part what was measured, brought to 20 °C, with its claim beside it', () => {
    const p = withCoilReading(single, reading(6235.8 + 0.35, { celsius: 30, with: 'meter' }))
    expect(p.card).toHaveLength(1)
    expect(p.dims.dcResistance).toMatchObject({
      basis: 'measured',
      claimed: 6000,
      on: '2026-03-01T10:00:00.000Z',
      with: 'meter',
    })
    expect(p.dims.dcResistance!.value).toBeCloseTo(6000, 0)
    // 0.8 % and two digits of 0.01 k, and a kelvin either way (0.8 %) [by hand]: about 100 Ω.
    expect(p.dims.dcResistance!.doubt).toBeGreaterThan(60)
    expect(p.dims.dcResistance!.doubt).toBeLessThan(130)
  })
  it('gives a double-coil the sum of its coils once both are read, and nothing of a broken one', () => {
    const a = withCoilReading(double, reading(4150, { coil: 'a' }))
    expect(a.dims.dcResistance!.basis).toBe('claimed')
    const b = withCoilReading(a, reading(4250, { coil: 'b' }))
    expect(b.dims.dcResistance!.value).toBeCloseTo(8400 - 0.7, 0)
    const dead = withCoilReading(double, reading(NOTHING, { coil: 'whole' }))
    expect(dead.card).toHaveLength(1)
    expect(dead.dims.dcResistance).toEqual(double.dims.dcResistance)
  })
  it('judges drift by what meter and warmth explain', () => {
    const later = { at: '2026-09-01T10:00:00.000Z' }
    const verdict = (x: CoilReading, y: CoilReading) => driftOf([x, y])[0]?.verdict
    expect(driftOf([reading(6000)])).toEqual([])
    // 5 K warmer reads 2 % more: no drift.
    expect(verdict(reading(6000), reading(6118, { ...later, celsius: 25 }))).toBe('steady')
    // Meter 34 Ω and a kelvin 24 Ω, twice, is 59 Ω: two of them are 118 Ω, 2 % [by hand].
    expect(verdict(reading(6000), reading(6090, later))).toBe('steady')
    expect(verdict(reading(6000), reading(6250, later))).toBe('risen')
    expect(verdict(reading(6000), reading(5500, later))).toBe('fallen')
    expect(verdict(reading(6000), reading(6500, later))).toBe('risen')
    expect(verdict(reading(6000), reading(NOTHING, later))).toBe('gone open')
    expect(verdict(reading(NOTHING), reading(6000, later))).toBe('closed again')
    // In order of time, whatever the order on the card.
    expect(verdict(reading(5500, later), reading(6000))).toBe('fallen')
    expect(driftOf([reading(6000), reading(5500, later)])[0]!.share).toBeCloseTo(-1 / 12, 6)
  })
})

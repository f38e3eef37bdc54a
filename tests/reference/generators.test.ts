import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyIn, anyOver } from '../support/any.ts'

const drawn = (a: fc.Arbitrary<number>) => fc.sample(a, { numRuns: 20_000, seed: 34 })
/** Share of the numbers in each of ten equal parts of a span. */
const shares = (all: readonly number[], of: (x: number) => number): number[] => {
  const out = Array.from({ length: 10 }, () => 0)
  for (const x of all) out[Math.min(9, Math.floor(of(x) * 10))]! += 1 / all.length
  return out
}

describe('numbers for generated tests', () => {
  it('lie all over their span, ends and nought among them', () => {
    for (const [min, max] of [
      [-3, 5],
      [40, 400],
      [-9, -2],
      [0, 330],
    ] as const) {
      const all = drawn(anyIn(min, max))
      expect(all.every(x => x >= min && x <= max)).toBe(true)
      // A tenth of the span is drawn about a tenth of the time; ends and nought, and what is near them, more often.
      for (const s of shares(all, x => (x - min) / (max - min))) expect(s).toBeGreaterThan(0.06)
      for (const edge of [min, max, ...(min <= 0 && max >= 0 ? [0] : [])])
        expect(all.filter(x => x === edge).length, `${edge}`).toBeGreaterThan(300)
    }
  })
  it('of decades lie in each of them as often', () => {
    const all = drawn(anyOver(1e-3, 1e7))
    expect(all.every(x => x >= 1e-3 && x <= 1e7)).toBe(true)
    for (const s of shares(all, x => (Math.log10(x) + 3) / 10)) expect(s).toBeGreaterThan(0.06)
  })
  it('shrink to nought, or to what is next to it', () => {
    const least = (a: fc.Arbitrary<number>, holds: (x: number) => boolean) =>
      fc.check(fc.property(a, holds), { seed: 1 }).counterexample![0]
    expect(least(anyIn(-3, 5), () => false)).toBe(0)
    expect(least(anyIn(40, 400), () => false)).toBe(40)
    expect(least(anyIn(-9, -2), () => false)).toBe(-2)
    expect(least(anyIn(0, 10), x => x < 2.5)).toBeLessThan(2.51)
  })
})

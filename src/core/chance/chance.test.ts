import { describe, expect, it } from 'vitest'
import { normalBelow, normalDensity } from './normal.ts'
import { normalOf, randomOf, triangleQuantile } from './random.ts'

describe('chance', () => {
  it('knows the normal distribution [published: tables of Φ and φ]', () => {
    for (const [z, below] of [
      [0, 0.5],
      [1, 0.8413447],
      [-1.959964, 0.025],
      [3, 0.9986501],
    ] as const)
      expect(normalBelow(z)).toBeCloseTo(below, 6)
    expect(normalDensity(0, 1)).toBeCloseTo(0.3989423, 7)
    expect(normalDensity(2, 1)).toBeCloseTo(0.053991, 7)
    // Twice as wide, half as high: an area is 1 whatever its unit.
    expect(normalDensity(4, 2)).toBeCloseTo(0.053991 / 2, 7)
  })
  it('draws the same numbers for a seed, evenly, and others for another', () => {
    const draws = (seed: number, n: number) => Array.from({ length: n }, randomOf(seed))
    expect(draws(7, 5)).toEqual(draws(7, 5))
    expect(draws(7, 5)).not.toEqual(draws(8, 5))
    const many = draws(3, 40_000),
      tenths = Array.from({ length: 10 }, (_, k) => many.filter(x => Math.floor(10 * x) === k).length)
    // Chi-squared with nine degrees of freedom stays below 27.9 in 999 of 1000 [published: tables].
    expect(tenths.reduce((s, n) => s + (n - 4000) ** 2 / 4000, 0)).toBeLessThan(27.9)
  })
  it('draws normal deviates: mean, width and tails', () => {
    const random = randomOf(11),
      many = Array.from({ length: 40_000 }, () => normalOf(random))
    const mean = many.reduce((s, x) => s + x, 0) / many.length
    expect(Math.abs(mean)).toBeLessThan(0.02)
    expect(many.reduce((s, x) => s + x * x, 0) / many.length).toBeCloseTo(1, 1)
    expect(many.filter(x => x < -1.959964).length / many.length).toBeCloseTo(0.025, 2)
  })
  it('turns a share into a triangle’s value and back', () => {
    const below = ([a, c, b]: readonly [number, number, number], x: number) =>
      x < c ? (x - a) ** 2 / ((b - a) * (c - a)) : 1 - (b - x) ** 2 / ((b - a) * (b - c))
    for (const t of [
      [1, 2, 5],
      [0, 3, 4],
    ] as const)
      for (const u of [0, 0.1, 0.25, 0.5, 0.9, 1]) expect(below(t, triangleQuantile(t, u))).toBeCloseTo(u, 9)
    expect(triangleQuantile([2, 2, 2], 0.7)).toBe(2)
  })
})

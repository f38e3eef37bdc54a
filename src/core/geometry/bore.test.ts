import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { axisDistance, boreInOutline, boreToPrism, lengthOf, pointOn, type Bore, type Point3 } from './bore.ts'
import type { Point } from './outline.ts'
import { selfCrossing } from './selfCrossing.ts'
import { anyIn } from '../../../tests/support/any.ts'

const number = anyIn(-60, 60)
const place = fc.tuple(number, number, number)
const bore = fc.tuple(place, place, anyIn(0.5, 6)).map(([from, to, radius]): Bore => ({ from, to, radius }))
const SQUARE: Point[] = [
  [-20, -15],
  [20, -15],
  [20, 15],
  [-20, 15],
]

/** Least distance of two segments by trying points on both. */
function tried(a: Bore, b: Bore): number {
  let best = Infinity
  for (let i = 0; i <= 60; i++)
    for (let k = 0; k <= 60; k++) {
      const p = pointOn(a, i / 60),
        q = pointOn(b, k / 60)
      best = Math.min(best, Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]))
    }
  return best
}

describe('bores', () => {
  it('lie as far apart as the nearest of many tried points, never further', () =>
    fc.assert(
      fc.property(bore, bore, (a, b) => {
        const d = axisDistance(a, b),
          t = tried(a, b)
        // A bore shorter than 1e-6 mm is taken for a point, at either end of the two.
        return d <= t + 2e-6 && t - d <= (lengthOf(a) + lengthOf(b)) / 60 + 1e-6
      }),
      { numRuns: 80 },
    ))
  it('are a point apart when they are points, and cross at nothing', () => {
    const at = (p: Point3): Bore => ({ from: p, to: p, radius: 1 })
    expect(axisDistance(at([0, 0, 0]), at([3, 4, 12]))).toBeCloseTo(13, 12)
    expect(
      axisDistance({ from: [-5, 0, 0], to: [5, 0, 0], radius: 1 }, { from: [0, -5, 0], to: [0, 5, 0], radius: 1 }),
    ).toBeCloseTo(0, 12)
  })
  it('meet at an end however short they are', () => {
    const a: Bore = { from: [0, 2e-6, 0], to: [0, 0, 0], radius: 1 },
      b: Bore = { from: [0, 0, 0], to: [0, 0, -2e-6], radius: 1 }
    expect(axisDistance(a, b)).toBe(0)
  })
  it('leave the wood between them and a hollow that hand arithmetic leaves', () => {
    const hollow = { polygon: SQUARE, z0: -20, z1: 0 },
      upright = (x: number, z: number): Bore => ({ from: [x, 0, 0], to: [x, 0, z], radius: 2 })
    expect(boreToPrism(upright(30, -10), hollow)).toBeCloseTo(30 - 20 - 2, 9)
    // Upright and above: the tip at 5 over a hollow from −20 to −8 leaves 3.
    expect(
      boreToPrism({ from: [0, 0, 0], to: [0, 0, -5], radius: 2 }, { polygon: SQUARE, z0: -20, z1: -8 }),
    ).toBeCloseTo(3, 9)
    // Lying, 6 mm over it.
    expect(boreToPrism({ from: [-40, 0, 6], to: [40, 0, 6], radius: 2 }, hollow)).toBeCloseTo(4, 6)
  })
  it('stay inside an outline by their wall', () => {
    expect(boreInOutline({ from: [10, 0, 0], to: [10, 0, -9], radius: 3 }, SQUARE)).toBeCloseTo(7, 9)
    expect(boreInOutline({ from: [-20, 0, -5], to: [30, 0, -5], radius: 1 }, SQUARE, 5)).toBeLessThan(0)
    expect(boreInOutline({ from: [-20, 0, -5], to: [0, 0, -5], radius: 1 }, SQUARE, 10)).toBeCloseTo(9, 6)
  })
})

describe('outlines that cross themselves', () => {
  it('are found, plain ones are not', () => {
    expect(selfCrossing(SQUARE)).toBeUndefined()
    expect(
      selfCrossing([
        [0, 0],
        [10, 10],
        [10, 0],
        [0, 10],
      ]),
    ).toBeDefined()
  })
})

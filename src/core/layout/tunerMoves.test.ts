import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { edgeDistance, type Point } from '../geometry/outline.ts'
import { smallestMoves } from './tunerMoves.ts'
import { anyIn } from '../../../tests/support/any.ts'

/** A straight-sided head, 46 mm to either side. */
const head: Point[] = [
  [-190, -46],
  [0, -46],
  [0, 46],
  [-190, 46],
]
const row = (places: readonly Point[]) => places.map((at, i) => ({ string: i + 1, at, side: 1 as const }))
const moves = (places: readonly Point[]) => smallestMoves(head, row(places), () => 5)

describe('the smallest moves of tuners', () => {
  it('bring a row that stands too near the edge straight in: 46 − 5 − 3 = 38 from the middle', () => {
    const found = moves([
      [-30, 40],
      [-55, 40],
      [-80, 40],
    ])
    expect(found.map(m => [m.string, m.to[0], m.to[1], m.by])).toEqual([
      [1, expect.closeTo(-30, 3), expect.closeTo(38, 3), expect.closeTo(2, 3)],
      [2, expect.closeTo(-55, 3), expect.closeTo(38, 3), expect.closeTo(2, 3)],
      [3, expect.closeTo(-80, 3), expect.closeTo(38, 3), expect.closeTo(2, 3)],
    ])
  })
  it('even a pitch out by least squares: 24 and 27 become 25.5, ends by half a millimetre, the middle by one', () => {
    const found = moves([
      [-30, 30],
      [-54, 30],
      [-81, 30],
    ])
    expect(found.map(m => m.to[0])).toEqual([
      expect.closeTo(-29.5, 6),
      expect.closeTo(-55, 6),
      expect.closeTo(-80.5, 6),
    ])
    expect(found.map(m => m.by)).toEqual([expect.closeTo(0.5, 6), expect.closeTo(1, 6), expect.closeTo(0.5, 6)])
  })
  it('leave a row alone that is right, and one that is drilled', () => {
    const right: Point[] = [
      [-30, 33],
      [-55, 33],
      [-80, 33],
    ]
    expect(moves(right)).toEqual([])
    expect(
      smallestMoves(
        head,
        row(right).map(s => ({ ...s, at: [s.at[0], 44] as Point, drilled: true as const })),
        () => 5,
      ),
    ).toEqual([])
  })
  it('give even pitch and wood in any row, and never move further than a straight shift of the whole row would', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(anyIn(-3, 3), anyIn(-3, 3)), {
          minLength: 3,
          maxLength: 6,
        }),
        anyIn(30, 45),
        (shakes, y) => {
          const places = shakes.map(([dx, dy], i): Point => [-30 - 26 * i + dx, y + dy])
          const found = moves(places)
          const to = places.map((p, i): Point => found.find(m => m.string === i + 1)?.to ?? p)
          for (const p of to) expect(edgeDistance(head, p)).toBeGreaterThanOrEqual(5 + 3 - 0.06)
          const pitches = to.slice(1).map((p, i) => Math.hypot(p[0] - to[i]![0], p[1] - to[i]![1]))
          expect(Math.max(...pitches) - Math.min(...pitches)).toBeLessThan(0.2)
          // One that is feasible by construction: an even row at the mean of the places, pulled in as a whole.
          const n = places.length,
            mid = (n - 1) / 2,
            mean = (k: 0 | 1) => places.reduce((s, p) => s + p[k], 0) / n
          const plain = places.map((_, i): Point => [mean(0) - 26 * (i - mid), Math.min(mean(1), 38)])
          const cost = (r: readonly Point[]) =>
            r.reduce((s, p, i) => s + (p[0] - places[i]![0]) ** 2 + (p[1] - places[i]![1]) ** 2, 0)
          expect(cost(to)).toBeLessThanOrEqual(cost(plain) + 0.05)
        },
      ),
      { numRuns: 60 },
    ))
})

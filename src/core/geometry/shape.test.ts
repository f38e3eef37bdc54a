import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grown, opened, toRemove } from './boolean.ts'
import { polygonArea, toEdge, type Point } from './outline.ts'
import { roundRectGap } from './roundRect.ts'
import { gapBeside, gapInside, moved, polygonOf, rectGap, type Shape } from './shape.ts'
import { anyIn } from '../../../tests/support/any.ts'

const side = anyIn(4, 90),
  small = anyIn(0, 2),
  off = anyIn(-6, 6)
const square = (half: number): Point[] => [
  [-half, -half],
  [half, -half],
  [half, half],
  [-half, half],
]

describe('one shape in another', () => {
  it('of two rectangles on one centre is what the concentric formula says', () =>
    fc.assert(
      fc.property(side, side, small, side, side, small, (l, w, c, l2, w2, c2) => {
        const a = { length: l, width: w, corner: Math.min(c, l / 2, w / 2) },
          b = { length: l2, width: w2, corner: Math.min(c2, l2 / 2, w2 / 2) }
        return Math.abs(rectGap({ ...a, x: 0, y: 0 }, { ...b, x: 0, y: 0 }).gap - roundRectGap(a, b).gap) < 1e-9
      }),
    ))
  it('loses at most what it is moved, and moving both changes nothing', () =>
    fc.assert(
      fc.property(side, side, off, off, (l, w, dx, dy) => {
        const outer = { length: l + 20, width: w + 20, corner: 3, x: 0, y: 0 },
          inner = { length: l, width: w, corner: 1, x: 0, y: 0 }
        const still = rectGap(outer, inner).gap,
          away = rectGap(outer, { ...inner, x: dx, y: dy }).gap
        expect(away).toBeLessThanOrEqual(still + 1e-9)
        expect(away).toBeGreaterThanOrEqual(still - Math.hypot(dx, dy) - 1e-9)
        return Math.abs(gapInside(moved(outer, dx, dy), moved(inner, dx, dy)).gap - still) < 1e-9
      }),
    ))
  it('sits by the same amount on an outline as on its rectangle', () =>
    fc.assert(
      fc.property(off, off, (dx, dy) => {
        const outer: Shape = { points: square(30) },
          inner: Shape = { points: square(20).map(([x, y]): Point => [x + dx, y + dy]) }
        return Math.abs(gapInside(outer, inner).gap - (10 - Math.max(Math.abs(dx), Math.abs(dy)))) < 1e-9
      }),
    ))
  it('sticks out by its deepest corner, and says where and which way', () => {
    const g = gapInside(
      { points: square(10) },
      {
        points: [
          [0, -1],
          [13, 0],
          [0, 1],
        ],
      },
    )
    expect(g.gap).toBeCloseTo(-3, 9)
    expect(g.at).toEqual([13, 0])
    expect(g.towards[0]).toBeCloseTo(1, 9)
  })
  it('meets a waist between its corners', () => {
    const waist: Point[] = [
      [-20, -10],
      [0, -4],
      [20, -10],
      [20, 10],
      [0, 4],
      [-20, 10],
    ]
    expect(gapInside({ points: waist }, { points: square(3) }).gap).toBeCloseTo(
      gapBeside(
        { points: square(3) },
        {
          points: [
            [-20, -10],
            [0, -4],
            [20, -10],
            [0, -30],
          ],
        },
      ).gap,
      9,
    )
  })
})

describe('one shape beside another', () => {
  it('is the distance of their nearest edges, and negative where they overlap', () => {
    expect(
      gapBeside({ points: square(5) }, { points: square(5).map(([x, y]): Point => [x + 17, y]) }).gap,
    ).toBeCloseTo(7, 9)
    expect(gapBeside({ points: square(5) }, { points: square(2) }).gap).toBeLessThan(0)
  })
  it('knows inside from outside at any point', () =>
    fc.assert(
      fc.property(anyIn(-50, 50), anyIn(-50, 50), (x, y) => {
        const d = toEdge(square(20), [x, y]).distance,
          expected =
            Math.abs(x) <= 20 && Math.abs(y) <= 20
              ? 20 - Math.max(Math.abs(x), Math.abs(y))
              : -Math.hypot(Math.max(Math.abs(x) - 20, 0), Math.max(Math.abs(y) - 20, 0))
        return Math.abs(d - expected) < 1e-9
      }),
    ))
})

describe('what has to go', () => {
  it('is a frame of the right area round a square, and nothing where there is room', () => {
    const r = toRemove({ points: square(20) }, { points: square(20) }, 1)
    expect(r.area).toBeCloseTo(4 * 40 + Math.PI, 1)
    expect(toRemove({ points: square(30) }, { points: square(20) }, 1)).toEqual({ pieces: [], area: 0 })
  })
  it('leaves the room that was asked for once it is gone', () =>
    fc.assert(
      fc.property(off, off, anyIn(0.3, 3), (dx, dy, room) => {
        const outer: Shape = { points: square(20) },
          inner: Shape = { length: 38, width: 36, corner: 2, x: dx, y: dy }
        const after = gapInside({ points: opened(outer, inner, room) }, inner).gap
        return after > room - 0.03
      }),
      { numRuns: 60 },
    ))
  it('grows a shape by its edge length times the distance, nearly', () => {
    const rect: Shape = { length: 40, width: 20, corner: 5, x: 3, y: 4 }
    const by = 0.1,
      edge = 2 * (30 + 10) + Math.PI * 10
    expect(grown(rect, by).reduce((s, p) => s + polygonArea(p), 0) - polygonArea(polygonOf(rect))).toBeCloseTo(
      by * edge,
      1,
    )
  })
})

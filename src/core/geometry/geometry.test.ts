import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { edgeDistance, inside, polygonArea, polygonPerimeter, smoothClosed, type Point } from './outline.ts'
import { roundRectGap, roundRectPolygon } from './roundRect.ts'
import { anyIn } from '../../../tests/support/any.ts'

const square: Point[] = [
  [0, 0],
  [10, 0],
  [10, 10],
  [0, 10],
]

describe('outlines', () => {
  it('measure a square', () => {
    expect(polygonArea(square)).toBe(100)
    expect(polygonPerimeter(square)).toBe(40)
    expect(inside(square, [5, 5])).toBe(true)
    expect(edgeDistance(square, [3, 5])).toBe(3)
    expect(edgeDistance(square, [-2, 5])).toBe(-2)
  })
  it('draw a spline through every control point', () => {
    const control: Point[] = [
      [0, 0],
      [50, -20],
      [90, 10],
      [40, 60],
    ]
    const curve = smoothClosed(control, 10)
    expect(curve).toHaveLength(40)
    for (const c of control) expect(curve.some(p => Math.hypot(p[0] - c[0], p[1] - c[1]) < 1e-9)).toBe(true)
  })
  it('approach a circle’s area with a spline through 24 of its points', () => {
    const circle = Array.from({ length: 24 }, (_, i): Point => [
      100 * Math.cos((i * Math.PI) / 12),
      100 * Math.sin((i * Math.PI) / 12),
    ])
    expect(polygonArea(smoothClosed(circle)) / (Math.PI * 1e4)).toBeCloseTo(1, 3)
  })
})

describe('gap of a rounded rectangle inside another', () => {
  it('is half the difference when corners agree', () =>
    expect(roundRectGap({ length: 40, width: 72, corner: 4 }, { length: 38, width: 69, corner: 4 })).toMatchObject({
      gap: 1,
      place: 'ends',
    }))
  it('is found at the corner when a sharp part meets a round rout', () => {
    // Corner centres (18, 33) against (14, 29): distance 4√2; 6 − 2 − 4√2 + … worked by hand: gap = R − r − |q|, q = (17−14, 32−29).
    const g = roundRectGap({ length: 40, width: 70, corner: 6 }, { length: 38, width: 68, corner: 2 })
    expect(g.place).toBe('corners')
    expect(g.gap).toBeCloseTo(6 - 2 - Math.hypot(3, 3), 12)
  })
  const rect = fc.record({
    length: anyIn(12, 60),
    width: anyIn(12, 90),
    corner: anyIn(0, 6),
  })
  it('agrees with the smallest distance over a dense polygon', () =>
    fc.assert(
      fc.property(rect, rect, (outer, inner) => {
        const around = roundRectPolygon(outer, [0, 0], 60)
        const least = Math.min(...roundRectPolygon(inner, [0, 0], 60).map(p => edgeDistance(around, p)))
        const { gap } = roundRectGap(outer, inner)
        return Math.sign(gap) === Math.sign(least) || Math.abs(gap) < 0.02
          ? Math.abs(gap - least) < 0.02 || gap < 0
          : false
      }),
      { numRuns: 200 },
    ))
  it('never shrinks when the rout is opened', () =>
    fc.assert(
      fc.property(
        rect,
        rect,
        anyIn(0, 5),
        (outer, inner, more) =>
          roundRectGap({ ...outer, length: outer.length + more, width: outer.width + more }, inner).gap >=
          roundRectGap(outer, inner).gap - 1e-9,
      ),
    ))
})

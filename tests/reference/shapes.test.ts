import fc from 'fast-check'
import GeoJSONReader from 'jsts/org/locationtech/jts/io/GeoJSONReader.js'
import DistanceOp from 'jsts/org/locationtech/jts/operation/distance/DistanceOp.js'
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js'
import OverlayOp from 'jsts/org/locationtech/jts/operation/overlay/OverlayOp.js'
import { describe, expect, it } from 'vitest'
import { grown, toRemove } from '../../src/core/geometry/boolean.ts'
import { polygonArea, smoothClosed, type Point } from '../../src/core/geometry/outline.ts'
import { gapBeside, gapInside, polygonOf, type Shape } from '../../src/core/geometry/shape.ts'
import { anyIn } from '../support/any.ts'

/** Outside check: JSTS, a general geometry library (the JTS topology suite in JavaScript). */
const reader = new GeoJSONReader()
const ring = (p: readonly Point[]) => [...p, p[0]!].map(q => [q[0], q[1]])
const area = (p: readonly Point[]) => reader.read({ type: 'Polygon', coordinates: [ring(p)] })
const line = (p: readonly Point[]) => reader.read({ type: 'LineString', coordinates: ring(p) })

const rect = fc.record({
  length: anyIn(8, 40),
  width: anyIn(8, 90),
  corner: anyIn(0, 4),
  x: anyIn(-3, 3),
  y: anyIn(-3, 3),
})
const blob = fc
  .array(anyIn(0.7, 1.3), { minLength: 7, maxLength: 12 })
  .map(r =>
    smoothClosed(
      r.map((k, i): Point => [
        40 * k * Math.cos((2 * Math.PI * i) / r.length),
        40 * k * Math.sin((2 * Math.PI * i) / r.length),
      ]),
    ),
  )
const around = (s: { length: number; width: number; corner: number; x: number; y: number }, by: number): Shape => ({
  ...s,
  length: s.length + 2 * by,
  width: s.width + 2 * by,
  corner: s.corner + by,
})

describe('distances between shapes', () => {
  it('inside a rectangle agree, wherever the inner one lies', () =>
    fc.assert(
      fc.property(rect, rect, anyIn(4, 12), (inner, at, room) => {
        const outer = around({ ...inner, x: at.x, y: at.y }, room)
        const own = gapInside(outer, inner).gap
        if (own <= 0) return
        // JSTS sees arcs as chords: at 24 chords a corner they lie within 0.0022 of the radius inside the true arc.
        expect(Math.abs(DistanceOp.distance(line(polygonOf(outer)), line(polygonOf(inner))) - own)).toBeLessThan(
          0.04,
        )
      }),
      { numRuns: 300 },
    ))
  it('of outlines agree, one in the other', () =>
    fc.assert(
      fc.property(blob, rect, (outer, inner) => {
        const small = { ...inner, length: Math.min(inner.length, 20), width: Math.min(inner.width, 20) }
        const own = gapInside({ points: outer }, small).gap
        if (own > 0) expect(own).toBeCloseTo(DistanceOp.distance(line(outer), line(polygonOf(small))), 6)
        else expect(OverlayOp.difference(area(polygonOf(small)), area(outer)).getArea()).toBeGreaterThan(0)
      }),
      { numRuns: 300 },
    ))
  it('of outlines agree, side by side', () =>
    fc.assert(
      fc.property(blob, blob, anyIn(110, 200), (a, b, away) => {
        const other = b.map(([x, y]): Point => [x + away, y])
        expect(gapBeside({ points: a }, { points: other }).gap).toBeCloseTo(
          DistanceOp.distance(line(a), line(other)),
          6,
        )
      }),
      { numRuns: 200 },
    ))
})

describe('wood that has to go', () => {
  it('has the area that JSTS finds', () =>
    fc.assert(
      fc.property(rect, anyIn(0.2, 3), (inner, room) => {
        const outer = { ...inner, length: inner.length + 1, width: inner.width - 0.5, x: inner.x + 0.4 }
        const theirs = OverlayOp.difference(
          BufferOp.bufferOp(area(polygonOf(inner)), room, 24),
          area(polygonOf(outer)),
        ).getArea()
        expect(Math.abs(toRemove(outer, inner, room).area - theirs)).toBeLessThan(0.3)
      }),
      { numRuns: 150 },
    ))
  it('and a grown outline the area of its buffer', () =>
    fc.assert(
      fc.property(blob, anyIn(0.5, 5), (b, by) => {
        const theirs = BufferOp.bufferOp(area(b), by, 24).getArea()
        expect(
          Math.abs(grown({ points: b }, by).reduce((s, p) => s + polygonArea(p), 0) - theirs) / theirs,
        ).toBeLessThan(0.001)
      }),
      { numRuns: 100 },
    ))
})

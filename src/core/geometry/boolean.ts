import { area, difference, union, FillRule, inflatePaths, JoinType, EndType, type Path64 } from 'clipper2-ts'
import { polygonArea, type Point } from './outline.ts'
import { polygonOf, type Shape } from './shape.ts'

/** The polygon library counts in whole units: here a ten-thousandth of a millimetre. */
const UNIT = 1e4

const toPath = (p: readonly Point[]): Path64 =>
  p.map(([x, y]) => ({ x: Math.round(x * UNIT), y: Math.round(y * UNIT) })) as Path64
const fromPath = (p: Path64): Point[] => p.map(q => [Number(q.x) / UNIT, Number(q.y) / UNIT] as const)

/** A shape grown on all sides by a distance with round corners; negative shrinks it. Several pieces may come of it. */
export const grown = (s: Shape, by: number): Point[][] =>
  inflatePaths([toPath(polygonOf(s))], by * UNIT, JoinType.Round, EndType.Polygon, 2, UNIT * 0.005).map(fromPath)

/** What has to go from around `outer` so that `inner` has `room` on every side: pieces, their area in mm² and largest depth in mm. */
export function toRemove(outer: Shape, inner: Shape, room: number): { pieces: Point[][]; area: number } {
  const want = inflatePaths(
    [toPath(polygonOf(inner))],
    room * UNIT,
    JoinType.Round,
    EndType.Polygon,
    2,
    UNIT * 0.005,
  )
  const left = difference(want, [toPath(polygonOf(outer))], FillRule.NonZero)
  return { pieces: left.map(fromPath), area: Math.abs(left.reduce((s, p) => s + area(p), 0)) / UNIT ** 2 }
}

/** The outer shape opened so that the inner one has `room` on every side: the larger piece of both together. */
export function opened(outer: Shape, inner: Shape, room: number): Point[] {
  const want = inflatePaths(
    [toPath(polygonOf(inner))],
    room * UNIT,
    JoinType.Round,
    EndType.Polygon,
    2,
    UNIT * 0.02,
  )
  const all = union([toPath(polygonOf(outer)), ...want], FillRule.NonZero)
  return all
    .map(fromPath)
    .reduce((a, b) => (b.length > 2 && polygonArea(b) > polygonArea(a) ? b : a), [] as Point[])
}

import {
  ClipType,
  Clipper64,
  ClipperOffset,
  EndType,
  FillRule,
  JoinType,
  PathType,
  type Path64,
  type Paths64,
} from 'clipper2-ts'
import { polygonArea, signedArea, type Point } from './outline.ts'
import { polygonOf, type Shape } from './shape.ts'

/** The polygon library counts in whole units: here a ten-thousandth of a millimetre. */
const UNIT = 1e4
/** How far a round corner's chords may lie inside it, units: 0.005 mm, or 0.02 mm where the corner is left as it comes. */
const FINE = UNIT * 0.005,
  COARSE = UNIT * 0.02

const toPath = (p: readonly Point[]): Path64 =>
  p.map(([x, y]) => ({ x: Math.round(x * UNIT), y: Math.round(y * UNIT) })) as Path64
const fromPath = (p: Path64): Point[] => p.map(q => [Number(q.x) / UNIT, Number(q.y) / UNIT] as const)

// The library's engines are asked themselves: its short functions bring all of it along, which every page would load.
const inflated = (s: Shape, by: number, arc: number): Paths64 => {
  const offset = new ClipperOffset(2, arc),
    out: Paths64 = []
  offset.addPaths([toPath(polygonOf(s))], JoinType.Round, EndType.Polygon)
  offset.execute(by * UNIT, out)
  return out
}
const clipped = (type: ClipType, subject: Paths64, clip: Paths64 = []): Paths64 => {
  const engine = new Clipper64(),
    out: Paths64 = []
  engine.addPaths(subject, PathType.Subject)
  engine.addPaths(clip, PathType.Clip)
  engine.execute(type, FillRule.NonZero, out)
  return out
}

/** A shape grown on all sides by a distance with round corners; negative shrinks it. Several pieces may come of it. */
export const grown = (s: Shape, by: number): Point[][] => inflated(s, by, FINE).map(fromPath)

/** What has to go from around `outer` so that `inner` has `room` on every side: pieces, their area in mm² and largest depth in mm. */
export function toRemove(outer: Shape, inner: Shape, room: number): { pieces: Point[][]; area: number } {
  const pieces = clipped(ClipType.Difference, inflated(inner, room, FINE), [toPath(polygonOf(outer))]).map(fromPath)
  return { pieces, area: Math.abs(pieces.reduce((s, p) => s + signedArea(p), 0)) }
}

/** The outer shape opened so that the inner one has `room` on every side: the larger piece of both together. */
export function opened(outer: Shape, inner: Shape, room: number): Point[] {
  const all = clipped(ClipType.Union, [toPath(polygonOf(outer)), ...inflated(inner, room, COARSE)])
  return all
    .map(fromPath)
    .reduce((a, b) => (b.length > 2 && polygonArea(b) > polygonArea(a) ? b : a), [] as Point[])
}

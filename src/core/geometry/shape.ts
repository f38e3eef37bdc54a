import { memo } from '../memo/memo.ts'
import { toEdge, type Point } from './outline.ts'
import { roundRectPolygon, type RoundRect } from './roundRect.ts'

/** A closed shape at its place: a rectangle with rounded corners, or any polygon. mm. */
export type Shape = (RoundRect & { x: number; y: number }) | { points: readonly Point[] }

/** How fine an arc is cut into chords when a rounded rectangle is met as a polygon. */
const PER_CORNER = 24

export const isRect = (s: Shape): s is RoundRect & { x: number; y: number } => 'length' in s

/** Corner points of a shape. Rounded corners become chords, at most 0.2 % of their radius inside the true arc. */
export const polygonOf = (s: Shape): readonly Point[] =>
  isRect(s) ? roundRectPolygon(s, [s.x, s.y], PER_CORNER) : s.points

/** Smallest distance between two shapes' edges and where it is. */
export interface Gap {
  /** Positive: `inner` lies within `outer` with this much room; negative: it sticks out by as much. mm. */
  gap: number
  /** The place on the inner shape. */
  at: Point
  /** Unit direction there, from the inner shape to the outer's edge when it lies within. */
  towards: Point
}

/** Signed distance from a point to a rounded rectangle's edge, positive inside, and the outward direction there. */
function insideRect(r: RoundRect & { x: number; y: number }, [px, py]: Point): { d: number; out: Point } {
  const c = Math.min(r.corner, r.length / 2, r.width / 2)
  const sx = px < r.x ? -1 : 1,
    sy = py < r.y ? -1 : 1
  const qx = Math.abs(px - r.x) - (r.length / 2 - c),
    qy = Math.abs(py - r.y) - (r.width / 2 - c)
  if (qx > 0 && qy > 0) {
    const h = Math.hypot(qx, qy)
    return { d: c - h, out: [(sx * qx) / h, (sy * qy) / h] }
  }
  return qx > qy ? { d: c - qx, out: [sx, 0] } : { d: c - qy, out: [0, sy] }
}

/**
 * Smallest room of one rounded rectangle inside another, wherever both lie. Exact: the room inside a convex shape is a
 * concave function of place, so it is smallest at a centre of the inner shape's corner arcs, less their radius.
 */
export function rectGap(
  outer: RoundRect & { x: number; y: number },
  inner: RoundRect & { x: number; y: number },
): Gap {
  const c = Math.min(inner.corner, inner.length / 2, inner.width / 2)
  let best: Gap = { gap: Infinity, at: [inner.x, inner.y], towards: [1, 0] }
  for (const sx of [-1, 1]) {
    for (const sy of [-1, 1]) {
      const p: Point = [inner.x + sx * (inner.length / 2 - c), inner.y + sy * (inner.width / 2 - c)]
      const { d, out } = insideRect(outer, p)
      if (d - c < best.gap - 1e-12) best = { gap: d - c, at: [p[0] + out[0] * c, p[1] + out[1] * c], towards: out }
    }
  }
  return best
}

const within = (p: Point, gap: number, on: Point): Gap => {
  const h = Math.hypot(on[0] - p[0], on[1] - p[1]) || 1
  const s = gap < 0 ? -1 : 1
  return { gap, at: p, towards: [(s * (on[0] - p[0])) / h, (s * (on[1] - p[1])) / h] }
}

/**
 * Smallest distance all round from an inner shape to the one around it; negative where it sticks out, by the deepest
 * place. Polygons are compared corner to edge both ways, which is exact for straight edges that do not cross.
 */
export function gapInside(outer: Shape, inner: Shape): Gap {
  if (isRect(outer) && isRect(inner)) return rectGap(outer, inner)
  if (isRect(outer) || isRect(inner)) return polygonGap(polygonOf(outer), polygonOf(inner))
  return outlinesMeet(outer.points)(inner.points)
}

/** Outlines that met before: the same arrays have the same gap. */
const outlinesMeet = memo(
  (outer: readonly Point[]) => memo((inner: readonly Point[]) => polygonGap(outer, inner), { weak: true }),
  { weak: true },
)

function polygonGap(o: readonly Point[], n: readonly Point[]): Gap {
  let best: Gap = { gap: Infinity, at: [0, 0], towards: [1, 0] }
  for (const p of n) {
    const e = toEdge(o, p)
    if (e.distance < best.gap) best = within(p, e.distance, e.on)
  }
  for (const p of o) {
    const e = toEdge(n, p)
    // A corner of the outer shape that lies within the inner one is stuck out over by its depth there.
    if (-e.distance < best.gap) best = within(e.on, -e.distance, p)
  }
  return best
}

/** Middles of a polygon's edges. */
const middles = (p: readonly Point[]): Point[] =>
  p.map((a, i): Point => {
    const b = p[(i + 1) % p.length]!
    return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
  })

/**
 * Smallest distance between two shapes that lie side by side; negative when they overlap, by the corner or the edge's
 * middle that lies deepest: shapes in line with each other, and crossed ones, have no corner inside the other.
 */
export function gapBeside(a: Shape, b: Shape): Gap {
  const p = polygonOf(a),
    q = polygonOf(b)
  let best: Gap = { gap: Infinity, at: [0, 0], towards: [1, 0] }
  const look = (own: readonly Point[], others: readonly Point[]) => {
    for (const x of own) {
      const e = toEdge(q, x)
      if (-e.distance < best.gap) best = within(x, -e.distance, e.on)
    }
    for (const y of others) {
      const e = toEdge(p, y)
      if (-e.distance < best.gap) best = within(e.on, -e.distance, y)
    }
  }
  look(p, q)
  if (best.gap < 1e-9) look(middles(p), middles(q))
  return best
}

/** The shape moved. */
export const moved = (s: Shape, dx: number, dy: number): Shape =>
  isRect(s) ? { ...s, x: s.x + dx, y: s.y + dy } : { points: s.points.map(([x, y]): Point => [x + dx, y + dy]) }

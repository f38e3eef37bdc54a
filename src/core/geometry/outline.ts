import { memo } from '../memo/memo.ts'
/** A point in mm, x towards the bridge, y towards the treble side. */
export type Point = readonly [number, number]

/**
 * Points of the closed curve through all control points: a uniform Catmull-Rom spline, sampled.
 * @param steps samples between two control points
 */
export function smoothClosed(control: readonly Point[], steps = 12): Point[] {
  const n = control.length
  if (n < 3) return [...control]
  const out: Point[] = []
  for (let i = 0; i < n; i++) {
    const p0 = control[(i - 1 + n) % n]!,
      p1 = control[i]!,
      p2 = control[(i + 1) % n]!,
      p3 = control[(i + 2) % n]!
    for (let s = 0; s < steps; s++) {
      const t = s / steps
      const at = (k: 0 | 1) =>
        0.5 *
        (2 * p1[k] +
          (p2[k] - p0[k]) * t +
          (2 * p0[k] - 5 * p1[k] + 4 * p2[k] - p3[k]) * t * t +
          (3 * p1[k] - p0[k] - 3 * p2[k] + p3[k]) * t ** 3)
      out.push([at(0), at(1)])
    }
  }
  return out
}

/** Area enclosed by a polygon, mm² (shoelace formula). */
export const polygonArea = (p: readonly Point[]): number => Math.abs(signedArea(p))

/** Area of a polygon, mm²: negative where its points run clockwise, as those of a hole in another. */
export function signedArea(p: readonly Point[]): number {
  let a = 0
  for (let i = 0; i < p.length; i++) {
    const [x1, y1] = p[i]!,
      [x2, y2] = p[(i + 1) % p.length]!
    a += x1 * y2 - x2 * y1
  }
  return a / 2
}

/** Length of a polygon's edge, mm. */
export function polygonPerimeter(p: readonly Point[]): number {
  let s = 0
  for (let i = 0; i < p.length; i++) {
    const [x1, y1] = p[i]!,
      [x2, y2] = p[(i + 1) % p.length]!
    s += Math.hypot(x2 - x1, y2 - y1)
  }
  return s
}

/** Where a level line crosses a closed polygon, from the least x on: what lies between the first two is inside, and so on. */
export function levelCrossings(p: readonly Point[], y: number): number[] {
  const out: number[] = []
  for (let i = 0, j = p.length - 1; i < p.length; j = i++) {
    const [xi, yi] = p[i]!,
      [xj, yj] = p[j]!
    if (yi > y !== yj > y) out.push(((xj - xi) * (y - yi)) / (yj - yi) + xi)
  }
  return out.sort((a, b) => a - b)
}

/** Whether a point lies inside a polygon (even-odd rule). */
export function inside(p: readonly Point[], [x, y]: Point): boolean {
  let isIn = false
  for (let i = 0, j = p.length - 1; i < p.length; j = i++) {
    const [xi, yi] = p[i]!,
      [xj, yj] = p[j]!
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) isIn = !isIn
  }
  return isIn
}

/**
 * Distance from a point to a polygon's edge and the nearest point there; positive inside. Written without any
 * allocation per side: outlines of hundreds of points are met with each other at every change.
 */
export function toEdge(polygon: readonly Point[], q: Point): { distance: number; on: Point } {
  const qx = q[0],
    qy = q[1]
  let best = Infinity,
    ox = qx,
    oy = qy,
    isIn = false
  let a = polygon[polygon.length - 1]!
  for (const b of polygon) {
    const ax = a[0],
      ay = a[1],
      bx = b[0],
      by = b[1],
      dx = bx - ax,
      dy = by - ay,
      len2 = dx * dx + dy * dy
    let t = len2 === 0 ? 0 : ((qx - ax) * dx + (qy - ay) * dy) / len2
    t = t < 0 ? 0 : t > 1 ? 1 : t
    const px = ax + t * dx,
      py = ay + t * dy,
      d = (px - qx) * (px - qx) + (py - qy) * (py - qy)
    if (d < best) {
      best = d
      ox = px
      oy = py
    }
    if (by > qy !== ay > qy && qx < ((ax - bx) * (qy - by)) / (ay - by) + bx) isIn = !isIn
    a = b
  }
  const distance = Math.sqrt(best)
  return { distance: isIn ? distance : -distance, on: [ox, oy] }
}

/** Distances met at an outline, by point. */
const metAt = memo((_: readonly Point[]) => new Map<string, number>(), { weak: true })
/** Outlines of fewer sides are met faster than remembered. */
const MANY = 24
const MOST_KEPT = 2000

/** Signed distance to an outline that stays the same array while other things are edited: remembered for each point. */
export function keptDistance(p: readonly Point[], x: number, y: number): number {
  if (p.length < MANY) return toEdge(p, [x, y]).distance
  const own = metAt(p)
  if (own.size > MOST_KEPT) own.clear()
  const key = `${x} ${y}`
  let d = own.get(key)
  if (d === undefined) own.set(key, (d = toEdge(p, [x, y]).distance))
  return d
}

/** Signed distance from a point to the edge of a polygon: positive inside, negative outside, mm. */
export const edgeDistance = (p: readonly Point[], q: Point): number => toEdge(p, q).distance

/** Smallest box around points. */
export function boundsOf(p: readonly Point[]): { x0: number; x1: number; y0: number; y1: number } {
  let x0 = Infinity,
    x1 = -Infinity,
    y0 = Infinity,
    y1 = -Infinity
  for (const [x, y] of p) {
    x0 = Math.min(x0, x)
    x1 = Math.max(x1, x)
    y0 = Math.min(y0, y)
    y1 = Math.max(y1, y)
  }
  return { x0, x1, y0, y1 }
}

/** Walks along an outline from the place nearest to a point: by so many mm forth or, below zero, back. */
export function alongOutline(outline: readonly Point[], at: Point): (mm: number) => Point {
  const n = outline.length,
    ways = [0]
  for (let i = 0; i < n; i++) {
    const a = outline[i]!,
      b = outline[(i + 1) % n]!
    ways.push(ways[i]! + Math.hypot(b[0] - a[0], b[1] - a[1]))
  }
  const whole = ways[n]!
  let start = 0,
    best = Infinity
  for (let i = 0; i < n; i++) {
    const a = outline[i]!,
      b = outline[(i + 1) % n]!,
      dx = b[0] - a[0],
      dy = b[1] - a[1],
      t = Math.max(0, Math.min(1, ((at[0] - a[0]) * dx + (at[1] - a[1]) * dy) / (dx * dx + dy * dy || 1))),
      d = Math.hypot(a[0] + t * dx - at[0], a[1] + t * dy - at[1])
    if (d < best) {
      best = d
      start = ways[i]! + t * Math.hypot(dx, dy)
    }
  }
  return mm => {
    const way = (((start + mm) % whole) + whole) % whole
    let i = 0
    while (i < n - 1 && ways[i + 1]! <= way) i++
    const a = outline[i]!,
      b = outline[(i + 1) % n]!,
      t = (way - ways[i]!) / (ways[i + 1]! - ways[i]! || 1)
    return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]
  }
}

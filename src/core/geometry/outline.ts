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
    const p0 = control[(i - 1 + n) % n]!, p1 = control[i]!, p2 = control[(i + 1) % n]!, p3 = control[(i + 2) % n]!
    for (let s = 0; s < steps; s++) {
      const t = s / steps
      const at = (k: 0 | 1) => 0.5 * (2 * p1[k] + (p2[k] - p0[k]) * t + (2 * p0[k] - 5 * p1[k] + 4 * p2[k] - p3[k]) * t * t + (3 * p1[k] - p0[k] - 3 * p2[k] + p3[k]) * t ** 3)
      out.push([at(0), at(1)])
    }
  }
  return out
}

/** Area enclosed by a polygon, mm² (shoelace formula). */
export function polygonArea(p: readonly Point[]): number {
  let a = 0
  for (let i = 0; i < p.length; i++) {
    const [x1, y1] = p[i]!, [x2, y2] = p[(i + 1) % p.length]!
    a += x1 * y2 - x2 * y1
  }
  return Math.abs(a) / 2
}

/** Length of a polygon's edge, mm. */
export function polygonPerimeter(p: readonly Point[]): number {
  let s = 0
  for (let i = 0; i < p.length; i++) {
    const [x1, y1] = p[i]!, [x2, y2] = p[(i + 1) % p.length]!
    s += Math.hypot(x2 - x1, y2 - y1)
  }
  return s
}

/** Whether a point lies inside a polygon (even-odd rule). */
export function inside(p: readonly Point[], [x, y]: Point): boolean {
  let isIn = false
  for (let i = 0, j = p.length - 1; i < p.length; j = i++) {
    const [xi, yi] = p[i]!, [xj, yj] = p[j]!
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) isIn = !isIn
  }
  return isIn
}

/** Signed distance from a point to the edge of a polygon: positive inside, negative outside, mm. */
export function edgeDistance(p: readonly Point[], q: Point): number {
  let best = Infinity
  for (let i = 0; i < p.length; i++) {
    const [ax, ay] = p[i]!, [bx, by] = p[(i + 1) % p.length]!
    const dx = bx - ax, dy = by - ay
    const len2 = dx * dx + dy * dy
    const t = len2 === 0 ? 0 : Math.max(0, Math.min(1, ((q[0] - ax) * dx + (q[1] - ay) * dy) / len2))
    best = Math.min(best, Math.hypot(q[0] - ax - t * dx, q[1] - ay - t * dy))
  }
  return inside(p, q) ? best : -best
}

/** Smallest box around points. */
export function boundsOf(p: readonly Point[]): { x0: number; x1: number; y0: number; y1: number } {
  let x0 = Infinity, x1 = -Infinity, y0 = Infinity, y1 = -Infinity
  for (const [x, y] of p) {
    x0 = Math.min(x0, x); x1 = Math.max(x1, x); y0 = Math.min(y0, y); y1 = Math.max(y1, y)
  }
  return { x0, x1, y0, y1 }
}

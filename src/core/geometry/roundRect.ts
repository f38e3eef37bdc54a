import type { Point } from './outline.ts'

/** A rectangle with rounded corners, centred on its own place; `length` along x, `width` along y, mm. */
export interface RoundRect {
  length: number
  width: number
  corner: number
}

/** Where the smallest gap between a rounded rectangle and the one around it lies. */
export type GapPlace = 'ends' | 'sides' | 'corners'

/**
 * Smallest distance from the edge of `inner` to the edge of `outer`, both centred alike; negative when inner
 * sticks out. Exact: inner is its corner-centre rectangle grown by its radius, the distance inside a rounded
 * rectangle is concave, so a corner centre decides (signed distance of a rounded box).
 */
export function roundRectGap(
  outer: RoundRect,
  inner: RoundRect,
): { gap: number; place: GapPlace; lengthGap: number; widthGap: number } {
  const lengthGap = (outer.length - inner.length) / 2
  const widthGap = (outer.width - inner.width) / 2
  const qx = inner.length / 2 - inner.corner - (outer.length / 2 - outer.corner)
  const qy = inner.width / 2 - inner.corner - (outer.width / 2 - outer.corner)
  const outside = Math.hypot(Math.max(qx, 0), Math.max(qy, 0))
  const corner = outer.corner - inner.corner - outside - Math.min(Math.max(qx, qy), 0)
  if (qx > 0 && qy > 0 && corner < Math.min(lengthGap, widthGap) - 1e-9)
    return { gap: corner, place: 'corners', lengthGap, widthGap }
  const gap = Math.min(lengthGap, widthGap)
  return { gap, place: lengthGap < widthGap ? 'ends' : 'sides', lengthGap, widthGap }
}

/** Whether a place, seen from the middle, lies in a rounded rectangle or on its edge. */
export function inRoundRect(r: RoundRect, [x, y]: Point): boolean {
  const c = Math.min(r.corner, r.length / 2, r.width / 2)
  const qx = Math.abs(x) - (r.length / 2 - c),
    qy = Math.abs(y) - (r.width / 2 - c)
  return qx <= c && qy <= c && Math.hypot(Math.max(qx, 0), Math.max(qy, 0)) <= c + 1e-9
}

/** Corner points of a rounded rectangle as a polygon around a centre, for drawing and area. */
export function roundRectPolygon(r: RoundRect, [cx, cy]: Point = [0, 0], perCorner = 6): Point[] {
  const c = Math.min(r.corner, r.length / 2, r.width / 2)
  const out: Point[] = []
  const corners: [number, number, number][] = [
    [1, 1, 0],
    [-1, 1, 1],
    [-1, -1, 2],
    [1, -1, 3],
  ]
  for (const [sx, sy, q] of corners) {
    for (let k = 0; k <= perCorner; k++) {
      const a = ((q + k / perCorner) * Math.PI) / 2
      out.push([cx + sx * (r.length / 2 - c) + c * Math.cos(a), cy + sy * (r.width / 2 - c) + c * Math.sin(a)])
    }
  }
  return out
}

import { boundsOf, keptDistance, type Point } from './outline.ts'

export type Point3 = readonly [x: number, y: number, z: number]

/** A drilled hole: a cylinder from its mouth to the bit's tip. mm; z up from the piece's top. */
export interface Bore {
  from: Point3
  to: Point3
  radius: number
}

/** A hollow with straight walls: an outline between two heights. */
export interface Prism {
  polygon: readonly Point[]
  z0: number
  z1: number
}

const minus = (a: Point3, b: Point3): Point3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const dot = (a: Point3, b: Point3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const clamp = (t: number): number => (t < 0 ? 0 : t > 1 ? 1 : t)

export const lengthOf = (b: Bore): number => {
  const d = minus(b.to, b.from)
  return Math.sqrt(dot(d, d))
}
export const pointOn = (b: Bore, t: number): Point3 => [
  b.from[0] + (b.to[0] - b.from[0]) * t,
  b.from[1] + (b.to[1] - b.from[1]) * t,
  b.from[2] + (b.to[2] - b.from[2]) * t,
]

/**
 * Distance between the axes of two bores, mm: closest points of two segments
 * [published: C. Ericson, Real-Time Collision Detection, §5.1.9; retyped from memory].
 */
export function axisDistance(a: Bore, b: Bore): number {
  const d1 = minus(a.to, a.from),
    d2 = minus(b.to, b.from),
    r = minus(a.from, b.from)
  const aa = dot(d1, d1),
    e = dot(d2, d2),
    f = dot(d2, r)
  let s = 0,
    t = 0
  if (aa < 1e-12) t = e < 1e-12 ? 0 : clamp(f / e)
  else {
    const c = dot(d1, r)
    if (e < 1e-12) s = clamp(-c / aa)
    else {
      const k = dot(d1, d2),
        n = aa * e - k * k
      // Parallel is a matter of the angle, whatever the lengths: n = aa · e · sin².
      s = n > 1e-12 * aa * e ? clamp((k * f - c * e) / n) : 0
      t = (k * s + f) / e
      if (t < 0) {
        t = 0
        s = clamp(-c / aa)
      } else if (t > 1) {
        t = 1
        s = clamp((k - c) / aa)
      }
    }
  }
  const g = minus(pointOn(a, s), pointOn(b, t))
  return Math.sqrt(dot(g, g))
}

/** Signed distance from a point to a prism's surface, mm: negative inside. Exact outside. */
export function toPrism(p: Prism, [x, y, z]: Point3): number {
  const d2 = -keptDistance(p.polygon, x, y),
    dz = Math.max(p.z0 - z, z - p.z1)
  return d2 > 0 && dz > 0 ? Math.hypot(d2, dz) : Math.max(d2, dz)
}

/** Smallest box around a bore's or a prism's walls: x, y and z from … to. */
export type Box = readonly [number, number, number, number, number, number]
export function boxOfBore({ from: a, to: b, radius: r }: Bore): Box {
  return [
    Math.min(a[0], b[0]) - r,
    Math.max(a[0], b[0]) + r,
    Math.min(a[1], b[1]) - r,
    Math.max(a[1], b[1]) + r,
    Math.min(a[2], b[2]) - r,
    Math.max(a[2], b[2]) + r,
  ]
}
export function boxOfPrism(p: Prism): Box {
  const q = boundsOf(p.polygon)
  return [q.x0, q.x1, q.y0, q.y1, p.z0, p.z1]
}

/** No two things in these boxes lie nearer to each other than this, mm; 0 where the boxes meet. */
export function boxGap(a: Box, b: Box): number {
  const dx = Math.max(0, b[0] - a[1], a[0] - b[1]),
    dy = Math.max(0, b[2] - a[3], a[2] - b[3]),
    dz = Math.max(0, b[4] - a[5], a[4] - b[5])
  return Math.sqrt(dx * dx + dy * dy + dz * dz)
}

/** Wood between a bore's wall and a prism, mm; negative when they meet. Sampled every half millimetre, the distance changes no faster than the way. */
export function boreToPrism(b: Bore, p: Prism): number {
  const upright = Math.hypot(b.to[0] - b.from[0], b.to[1] - b.from[1]) < 1e-6
  if (upright) {
    const top = Math.max(b.from[2], b.to[2]),
      bottom = Math.min(b.from[2], b.to[2])
    const apart = Math.max(p.z0 - top, bottom - p.z1),
      beside = -keptDistance(p.polygon, b.from[0], b.from[1]) - b.radius
    return apart > 0 ? (beside > 0 ? Math.hypot(apart, beside) : apart) : beside
  }
  const n = Math.max(2, Math.ceil(lengthOf(b) * 2))
  let best = Infinity
  for (let i = 0; i <= n; i++) best = Math.min(best, toPrism(p, pointOn(b, i / n)))
  return best - b.radius
}

/** Smallest distance from a bore's wall to an outline around it, from `start` mm along it on; negative when it breaks out sideways. */
export function boreInOutline(b: Bore, outline: readonly Point[], start = 0): number {
  const length = lengthOf(b),
    flat = Math.hypot(b.to[0] - b.from[0], b.to[1] - b.from[1])
  if (flat < 1e-6) return keptDistance(outline, b.from[0], b.from[1]) - b.radius
  const n = Math.max(2, Math.ceil(length))
  let best = Infinity
  for (let i = 0; i <= n; i++) {
    if ((i / n) * length < start) continue
    const p = pointOn(b, i / n)
    best = Math.min(best, keptDistance(outline, p[0], p[1]))
  }
  return best - b.radius
}

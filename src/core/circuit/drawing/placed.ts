import type { Component } from '../../document/circuitRecord.ts'
import type { Point } from '../../geometry/outline.ts'

/** A lug on the drawing, mm; on a case or frame the wire lands anywhere on it. */
export interface DrawnLug {
  terminal: string
  name: string
  at: Point
  /** A case or a frame: it has room for many joints. */
  wide: boolean
}

/** A component where it sits, seen from the side that is soldered: X along the instrument, Y down the sheet, mm. */
export interface DrawnComponent {
  id: string
  label: string
  kind: Component['kind']
  at: Point
  /** How far it is turned from lugs down, degrees clockwise on the sheet. */
  turn: number
  /** What wires go round: a circle or a polygon. */
  outline: { radius: number } | { points: readonly Point[] }
  lugs: DrawnLug[]
  /** Its place follows from no hole and no reading: it was put where there is room. */
  loose: boolean
}

export const rotated = ([x, y]: Point, degrees: number): Point => {
  const a = (degrees * Math.PI) / 180,
    c = Math.cos(a),
    s = Math.sin(a)
  return [x * c - y * s, x * s + y * c]
}

/** Whether a place lies on a component, or nearer to it than `room`. */
export function covers(c: DrawnComponent, [x, y]: Point, room = 0): boolean {
  if ('radius' in c.outline) return Math.hypot(x - c.at[0], y - c.at[1]) < c.outline.radius + room
  const p = c.outline.points
  let into = false
  for (let i = 0, j = p.length - 1; i < p.length; j = i++) {
    const [ax, ay] = p[j]!,
      [bx, by] = p[i]!
    if (ay > y !== by > y && x < ax + ((bx - ax) * (y - ay)) / (by - ay)) into = !into
    if (room > 0) {
      const dx = bx - ax,
        dy = by - ay,
        t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)))
      if (Math.hypot(ax + t * dx - x, ay + t * dy - y) < room) return true
    }
  }
  return into
}

export interface Box {
  x0: number
  x1: number
  y0: number
  y1: number
}
export const boxAbout = ([x, y]: Point, width: number, height: number): Box => ({
  x0: x - width / 2,
  x1: x + width / 2,
  y0: y - height / 2,
  y1: y + height / 2,
})
export const overlap = (a: Box, b: Box): boolean => a.x0 < b.x1 && b.x0 < a.x1 && a.y0 < b.y1 && b.y0 < a.y1

export const boundsOfLugs = (c: DrawnComponent): Box => ({
  x0: Math.min(...c.lugs.map(l => l.at[0])),
  x1: Math.max(...c.lugs.map(l => l.at[0])),
  y0: Math.min(...c.lugs.map(l => l.at[1])),
  y1: Math.max(...c.lugs.map(l => l.at[1])),
})

export const boundsOfComponent = (c: DrawnComponent): Box => {
  const points: readonly Point[] =
    'radius' in c.outline
      ? [
          [c.at[0] - c.outline.radius, c.at[1] - c.outline.radius],
          [c.at[0] + c.outline.radius, c.at[1] + c.outline.radius],
        ]
      : c.outline.points
  const all = [...points, ...c.lugs.map(l => l.at)]
  return {
    x0: Math.min(...all.map(p => p[0])),
    x1: Math.max(...all.map(p => p[0])),
    y0: Math.min(...all.map(p => p[1])),
    y1: Math.max(...all.map(p => p[1])),
  }
}

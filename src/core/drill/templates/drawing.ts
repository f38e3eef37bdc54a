import type { Point } from '../../geometry/outline.ts'

/** Line weights with a meaning; each is a layer of its own in files for a shop. */
export const WEIGHTS = { edge: 0.35, cut: 0.3, hidden: 0.25, centre: 0.18, dimension: 0.13 } as const
export type Weight = keyof typeof WEIGHTS

/** Marks of a full-size drawing, mm; x towards the bridge, y up the paper. */
export type Mark =
  | { kind: 'line'; from: Point; to: Point; weight: Weight }
  | { kind: 'polygon'; points: readonly Point[]; weight: Weight }
  | { kind: 'hole'; at: Point; diameter: number; label: string }
  | { kind: 'dimension'; from: Point; to: Point; text: string; off: number }
  | { kind: 'text'; at: Point; text: string; height: number }

/** A drawing at true size, on no paper yet. */
export interface Drawing {
  id: string
  title: string
  /** Which face lies up. */
  face: string
  /** Seen from behind: the treble side is where the bass side is from the front. */
  mirrored: boolean
  /** How to lay it on the work. */
  lay: string
  marks: Mark[]
  /** What stands beside it as a list: holes with bits and depth. */
  table: readonly (readonly string[])[]
  /** The slot whose part it is of, where it is of one part alone. */
  slot?: string
  /** What the list is of; left out: holes. */
  listed?: string
}

/** Height of small writing, mm. */
export const SMALL = 2.6

/** Box of everything but writing. */
export function boxOf(marks: readonly Mark[]): { x0: number; x1: number; y0: number; y1: number } {
  let x0 = Infinity,
    x1 = -Infinity,
    y0 = Infinity,
    y1 = -Infinity
  const take = ([x, y]: Point, r = 0) => {
    x0 = Math.min(x0, x - r)
    x1 = Math.max(x1, x + r)
    y0 = Math.min(y0, y - r)
    y1 = Math.max(y1, y + r)
  }
  for (const m of marks) boundsOfMark(m).forEach(p => take(p))
  return { x0, x1, y0, y1 }
}

/** Two corners of the box that a mark covers. */
export function boundsOfMark(m: Mark): [Point, Point] {
  switch (m.kind) {
    case 'line':
      return [
        [Math.min(m.from[0], m.to[0]), Math.min(m.from[1], m.to[1])],
        [Math.max(m.from[0], m.to[0]), Math.max(m.from[1], m.to[1])],
      ]
    case 'hole': {
      const r = Math.max(m.diameter / 2, 5)
      return [
        [m.at[0] - r, m.at[1] - r],
        [m.at[0] + r + 6, m.at[1] + r + 3],
      ]
    }
    case 'text':
      return [m.at, [m.at[0] + m.text.length * m.height * 0.55, m.at[1] + m.height]]
    case 'dimension': {
      const a = shifted(m),
        r = 4
      return [
        [Math.min(m.from[0], m.to[0], a.from[0]) - r, Math.min(m.from[1], m.to[1], a.from[1]) - r],
        [Math.max(m.from[0], m.to[0], a.to[0]) + r, Math.max(m.from[1], m.to[1], a.to[1]) + r],
      ]
    }
    case 'polygon': {
      let x0 = Infinity,
        x1 = -Infinity,
        y0 = Infinity,
        y1 = -Infinity
      for (const [x, y] of m.points) {
        if (x < x0) x0 = x
        if (x > x1) x1 = x
        if (y < y0) y0 = y
        if (y > y1) y1 = y
      }
      return [
        [x0, y0],
        [x1, y1],
      ]
    }
  }
}

/** A dimension's own line, set off from what it measures to its left. */
export function shifted(m: { from: Point; to: Point; off: number }): { from: Point; to: Point } {
  const dx = m.to[0] - m.from[0],
    dy = m.to[1] - m.from[1],
    d = Math.hypot(dx, dy) || 1,
    n: Point = [-dy / d, dx / d]
  return {
    from: [m.from[0] + n[0] * m.off, m.from[1] + n[1] * m.off],
    to: [m.to[0] + n[0] * m.off, m.to[1] + n[1] * m.off],
  }
}

/** A dimension as plain lines and writing, for files and paper that have no such thing. */
export function plainDimension(m: Mark & { kind: 'dimension' }): Mark[] {
  const a = shifted(m),
    dx = a.to[0] - a.from[0],
    dy = a.to[1] - a.from[1],
    d = Math.hypot(dx, dy) || 1,
    u: Point = [dx / d, dy / d],
    n: Point = [-u[1], u[0]]
  const tick = ([x, y]: Point): Mark => ({
    kind: 'line',
    from: [x - u[0] * 1.2 - n[0] * 1.2, y - u[1] * 1.2 - n[1] * 1.2],
    to: [x + u[0] * 1.2 + n[0] * 1.2, y + u[1] * 1.2 + n[1] * 1.2],
    weight: 'edge',
  })
  const wide = m.text.length * SMALL * 0.5
  const middle: Point = [(a.from[0] + a.to[0]) / 2, (a.from[1] + a.to[1]) / 2]
  return [
    { kind: 'line', from: m.from, to: a.from, weight: 'dimension' },
    { kind: 'line', from: m.to, to: a.to, weight: 'dimension' },
    { kind: 'line', from: a.from, to: a.to, weight: 'dimension' },
    tick(a.from),
    tick(a.to),
    {
      kind: 'text',
      at: [middle[0] - wide / 2 + n[0] * 1.2, middle[1] + (Math.abs(u[0]) > 0.7 ? 1 : 0)],
      text: m.text,
      height: SMALL,
    },
  ]
}

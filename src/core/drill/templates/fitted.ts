import type { Printing } from '../../document/build.ts'
import type { Point } from '../../geometry/outline.ts'
import { boxOf, type Drawing, type Mark } from './drawing.ts'
import { roomOnOneSheet } from './tile.ts'

/** Steps in which the scale is found. */
const STEPS = 6
/** So that a rounding does not ask for a second sheet. */
const SLACK = 0.999

/** A mark drawn at a share of its size. */
function scaled(m: Mark, f: number): Mark {
  const at = ([x, y]: Point): Point => [x * f, y * f]
  switch (m.kind) {
    case 'line':
      return { ...m, from: at(m.from), to: at(m.to) }
    case 'polygon':
      return { ...m, points: m.points.map(at) }
    case 'hole':
      return { ...m, at: at(m.at), diameter: m.diameter * f }
    case 'dimension':
      return { ...m, from: at(m.from), to: at(m.to), off: m.off * f }
    case 'text':
      return { ...m, at: at(m.at), height: m.height * f }
  }
}

/** The drawing as large as one sheet takes it, at true size at most; its title says the scale. */
export function fitted(d: Drawing, printing: Printing): Drawing {
  const room = roomOnOneSheet(printing)
  const fits = (marks: readonly Mark[]): number => {
    const b = boxOf(marks)
    return Math.max(...room.map(r => Math.min(r.width / (b.x1 - b.x0), r.height / (b.y1 - b.y0))))
  }
  const at = (f: number) => d.marks.map(m => scaled(m, f))
  let f = Math.min(1, fits(d.marks))
  if (f === 1) return d
  // What stands beside a hole is written as large as ever: a step or two until that has room too.
  for (let k = 0; k < STEPS && fits(at(f)) < 1; k++) f *= fits(at(f))
  f *= SLACK
  return {
    ...d,
    id: `${d.id}-fitted`,
    title: `${d.title}, fitted: 1 to ${(1 / f).toFixed(2)}`,
    marks: at(f),
  }
}

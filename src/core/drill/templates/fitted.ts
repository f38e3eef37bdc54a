import type { Printing } from '../../build/build.ts'
import type { Point } from '../../geometry/outline.ts'
import { boxOf, type Drawing, type Mark } from './drawing.ts'
import { roomOnOneSheet } from './tile.ts'

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
  const b = boxOf(d.marks),
    room = roomOnOneSheet(printing),
    w = b.x1 - b.x0,
    h = b.y1 - b.y0
  const f = Math.min(1, Math.max(...room.map(r => Math.min(r.width / w, r.height / h))))
  if (f === 1) return d
  return {
    ...d,
    id: `${d.id}-fitted`,
    title: `${d.title}, fitted: 1 to ${(1 / f).toFixed(2)}`,
    marks: d.marks.map(m => scaled(m, f)),
  }
}

import type { MarkItem } from '../../core/drill/markList.ts'
import type { Work } from '../../core/drill/templates/drawnFrom.ts'
import { boundsOf } from '../../core/geometry/outline.ts'
import { toldAcross } from '../../core/layout/lines.ts'
import type { MapDim } from '../map/DimensionLine.tsx'

/** Distances to mark, shown where they are: from the pocket's end or the nut, and off the centre line. */
export function dimsOf(w: Work, item: MarkItem, text: (mm: number) => string): MapDim[] {
  const l = w.layout,
    hole = w.holes.find(h => h.id === item.id) ?? w.there.find(t => t.id === item.id)
  if (item.id === 'bridge-line') {
    const below = boundsOf(l.bridge.plate).y0 - 12
    return [
      { from: [l.nutToHeelEnd, below], to: [l.bridge.front, below], text: text(l.bridge.front - l.nutToHeelEnd) },
    ]
  }
  if (hole && hole.face !== 'heel') {
    const x0 = hole.from === 'nut' ? 0 : l.nutToHeelEnd,
      across = toldAcross(w.build, l.nutToHeelEnd, hole.at)
    return [
      { from: [x0, hole.at[1]], to: hole.at, text: text(Math.abs(hole.along)) },
      { from: [hole.at[0], hole.at[1] - across], to: hole.at, text: text(Math.abs(across)) },
    ]
  }
  const cut = w.cuts.find(c => c.id === item.id)
  return cut && cut.outline.length > 2 && cut.binding === undefined
    ? [{ from: [l.nutToHeelEnd, item.at[1]], to: item.at, text: text(Math.abs(cut.along)) }]
    : []
}

import type { Point } from '../../core/geometry/outline.ts'
import type { State } from '../../core/fit/verdict.ts'

/** A fact of the station at a place on the instrument. */
export interface MapMark {
  id: string
  at: Point
  label: string
  title: string
  /** State of a joint; without one the mark is a plain place. */
  state?: State
}

export interface PlacedMark extends MapMark {
  px: number
  py: number
  bx: number
  by: number
}

const RINGS: readonly (readonly [number, number])[] = [1, 1.7, 2.5, 3.3].flatMap(
  k =>
    [
      [0, -k],
      [0, k],
      [k * 0.8, -k * 0.7],
      [-k * 0.8, -k * 0.7],
      [k * 0.8, k * 0.7],
      [-k * 0.8, k * 0.7],
      [k, 0],
      [-k, 0],
    ] as const,
)

/** Puts badges beside their places so that none covers another, within a box in px; away from the centre line first. */
export function placeMarks(
  marks: readonly MapMark[],
  toPx: (p: Point) => readonly [number, number],
  r: number,
  box: { width: number; height: number; centre: number },
): PlacedMark[] {
  const out: PlacedMark[] = []
  for (const m of marks) {
    const [px, py] = toPx(m.at)
    const away = py > box.centre + 1 ? -1 : 1
    const free = ([dx, dy]: readonly [number, number]) => {
      const bx = px + dx * r * 2.1,
        by = py + dy * r * 2.1
      return (
        bx > r &&
        by > r &&
        bx < box.width - r &&
        by < box.height - r &&
        out.every(o => Math.hypot(o.bx - bx, o.by - by) > r * 2.15)
      )
    }
    const rings = RINGS.map(([dx, dy]) => [dx, dy * away] as const)
    const [dx, dy] = rings.find(free) ?? rings[0]!
    out.push({ ...m, px, py, bx: px + dx * r * 2.1, by: Math.max(r, Math.min(box.height - r, py + dy * r * 2.1)) })
  }
  return out
}

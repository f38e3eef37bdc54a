import { inside, toEdge, type Point } from '../geometry/outline.ts'
import { EDGE_LEFT, type TunerSpot } from './tunerRow.ts'

/** Where a tuner would stand instead, and how far that is. */
export interface TunerMove {
  string: number
  to: Point
  by: number
}

/** Rounds of projecting; the step is under a micrometre long before. */
const ROUNDS = 400
/** Moves shorter than this are none, mm. */
const NONE = 0.05

type Row = Point[]
const each = (a: Row, b: Row, f: (x: number, y: number) => number): Row =>
  a.map((p, i): Point => [f(p[0], b[i]![0]), f(p[1], b[i]![1])])
const plus = (a: Row, b: Row): Row => each(a, b, (x, y) => x + y)
const less = (a: Row, b: Row): Row => each(a, b, (x, y) => x - y)

/** The row of even pitch on a straight line that lies nearest: least squares of place over number, along and across. */
function evenly(row: Row): Row {
  const n = row.length
  if (n < 3) return row
  const mid = (n - 1) / 2,
    spread = row.reduce((s, _, i) => s + (i - mid) ** 2, 0)
  const axis = (k: 0 | 1) => {
    const mean = row.reduce((s, p) => s + p[k], 0) / n,
      slope = row.reduce((s, p, i) => s + (i - mid) * (p[k] - mean), 0) / spread
    return (i: number) => mean + slope * (i - mid)
  }
  const x = axis(0),
    y = axis(1)
  return row.map((_, i): Point => [x(i), y(i)])
}

/** Each place moved square to the head's edge until its hole leaves the wood that is wanted. */
const inwards = (head: readonly Point[], row: Row, radii: readonly number[]): Row =>
  row.map((p, i): Point => {
    const want = radii[i]! + EDGE_LEFT,
      { on, distance } = toEdge(head, p)
    if (distance >= want) return p
    const d = Math.hypot(p[0] - on[0], p[1] - on[1]) || 1,
      sign = inside(head, p) ? 1 : -1
    const u: Point = [((p[0] - on[0]) / d) * sign, ((p[1] - on[1]) / d) * sign]
    return [on[0] + u[0] * want, on[1] + u[1] * want]
  })

/**
 * The smallest moves that give every row an even pitch and every hole its wood: the nearest row that is both, by
 * projecting onto the two in turns with Dykstra's corrections [published: Boyle and Dykstra 1986]. Drilled ones stay.
 * Empty where nothing has to move.
 */
export function smallestMoves(
  head: readonly Point[],
  spots: readonly TunerSpot[],
  radiusOf: (string: number) => number,
): TunerMove[] {
  if (head.length < 3 || spots.some(s => s.drilled)) return []
  return ([1, -1] as const).flatMap(side => {
    const own = spots.filter(s => s.side === side).sort((a, b) => b.at[0] - a.at[0])
    if (own.length < 2) return []
    const radii = own.map(s => radiusOf(s.string)),
      start: Row = own.map(s => s.at)
    let at = start,
      a: Row = start.map((): Point => [0, 0]),
      b = a
    for (let i = 0; i < ROUNDS; i++) {
      const even = evenly(plus(at, a))
      a = less(plus(at, a), even)
      const wooded = inwards(head, plus(even, b), radii)
      b = less(plus(even, b), wooded)
      at = wooded
    }
    return own.flatMap((s, i): TunerMove[] => {
      const by = Math.hypot(at[i]![0] - s.at[0], at[i]![1] - s.at[1])
      return by >= NONE ? [{ string: s.string, to: at[i]!, by }] : []
    })
  })
}

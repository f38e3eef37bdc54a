import { grown } from '../geometry/boolean.ts'
import { inside, polygonArea, type Point } from '../geometry/outline.ts'

/** More than the way round: joints, a slip of the hand [common practice: about a tenth]. */
const SPARE = 1.1

export interface BindingRun {
  length: number
  toBuy: number
  tightest: number
  inner: Point[]
}

/** Radius of the circle through three points, mm; Infinity on a straight line. */
function bend(a: Point, b: Point, c: Point): number {
  const area = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]))
  const sides =
    Math.hypot(b[0] - a[0], b[1] - a[1]) *
    Math.hypot(c[0] - b[0], c[1] - b[1]) *
    Math.hypot(a[0] - c[0], a[1] - c[1])
  return area < 1e-9 ? Infinity : sides / (2 * area)
}

/** Length of a binding round an outline, without the stretch that an opening takes; its tightest bend; the ledge's inner line. */
export function bindingRun(outline: readonly Point[], width: number, opening?: readonly Point[]): BindingRun {
  let length = 0,
    tightest = Infinity
  const n = outline.length
  for (let i = 0; i < n; i++) {
    const a = outline[i]!,
      b = outline[(i + 1) % n]!,
      middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
    const open = opening && inside(opening, middle)
    if (!open) length += Math.hypot(b[0] - a[0], b[1] - a[1])
    const before = outline[(i - 3 + n) % n]!,
      after = outline[(i + 3) % n]!
    if (!open) tightest = Math.min(tightest, bend(before, a, after))
  }
  const inner =
    width > 0
      ? grown({ points: outline }, -width).reduce<Point[]>(
          (x, y) => (polygonArea(y) > (x.length > 2 ? polygonArea(x) : 0) ? y : x),
          [],
        )
      : [...outline]
  return { length, toBuy: Math.ceil((length * SPARE) / 10) * 10, tightest, inner }
}

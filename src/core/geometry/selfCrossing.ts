import type { Point } from './outline.ts'

/** Side of the line a–b on which c lies. */
export const sideOf = (a: Point, b: Point, c: Point): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])

/** The first place where a closed polygon crosses itself, if it does. Boxes of all sides are laid out flat: most pairs end there. */
export function selfCrossing(p: readonly Point[]): Point | undefined {
  const n = p.length,
    box = new Float64Array(4 * n)
  for (let i = 0; i < n; i++) {
    const [ax, ay] = p[i]!,
      [bx, by] = p[(i + 1) % n]!
    box[4 * i] = ax < bx ? ax : bx
    box[4 * i + 1] = ax < bx ? bx : ax
    box[4 * i + 2] = ay < by ? ay : by
    box[4 * i + 3] = ay < by ? by : ay
  }
  for (let i = 0; i < n; i++) {
    const x0 = box[4 * i]!,
      x1 = box[4 * i + 1]!,
      y0 = box[4 * i + 2]!,
      y1 = box[4 * i + 3]!
    for (let j = i + 2; j < n; j++) {
      if (
        box[4 * j + 1]! < x0 ||
        box[4 * j]! > x1 ||
        box[4 * j + 3]! < y0 ||
        box[4 * j + 2]! > y1 ||
        (i === 0 && j === n - 1)
      )
        continue
      const a = p[i]!,
        b = p[(i + 1) % n]!,
        c = p[j]!,
        d = p[(j + 1) % n]!
      if (sideOf(a, b, c) * sideOf(a, b, d) < 0 && sideOf(c, d, a) * sideOf(c, d, b) < 0)
        return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
    }
  }
  return undefined
}

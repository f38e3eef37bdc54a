import type { Point } from './outline.ts'

/** Side of the line a–b on which c lies. */
export const sideOf = (a: Point, b: Point, c: Point): number => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])

/** The first place where a closed polygon crosses itself, if it does. */
export function selfCrossing(p: readonly Point[]): Point | undefined {
  const n = p.length
  for (let i = 0; i < n; i++) {
    const a = p[i]!, b = p[(i + 1) % n]!
    const x0 = Math.min(a[0], b[0]), x1 = Math.max(a[0], b[0]), y0 = Math.min(a[1], b[1]), y1 = Math.max(a[1], b[1])
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue
      const c = p[j]!, d = p[(j + 1) % n]!
      if (Math.max(c[0], d[0]) < x0 || Math.min(c[0], d[0]) > x1 || Math.max(c[1], d[1]) < y0 || Math.min(c[1], d[1]) > y1) continue
      if (sideOf(a, b, c) * sideOf(a, b, d) < 0 && sideOf(c, d, a) * sideOf(c, d, b) < 0) return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
    }
  }
  return undefined
}

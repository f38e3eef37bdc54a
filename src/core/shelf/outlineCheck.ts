import { mm, num, type Said, say } from '../say/said.ts'
import { boundsOf, polygonArea, type Point } from '../geometry/outline.ts'
import { selfCrossing, sideOf } from '../geometry/selfCrossing.ts'

export type Refusal = { ok: false; reason: Said; accepted: Said }
export type OutlineRead = { ok: true; points: Point[]; closed: boolean } | Refusal

const ACCEPTED = say`one closed line that does not cross itself, up to ${mm(2000, 0)} across`
/** Points a document keeps at most. */
const MOST_POINTS = 2000
/** Gap that an open line may have and still be closed by us, mm. */
const CLOSES = 0.5
/** Largest departure that thinning a line out may make, mm: well below what a rule reads. */
const THINNED = 0.02

/** Ramer–Douglas–Peucker thinning of an open run of points. */
function thin(p: readonly Point[], tolerance: number): Point[] {
  const keep = new Uint8Array(p.length)
  keep[0] = keep[p.length - 1] = 1
  const stack: [number, number][] = [[0, p.length - 1]]
  while (stack.length) {
    const [a, b] = stack.pop()!
    let far = -1,
      most = tolerance
    const [ax, ay] = p[a]!,
      [bx, by] = p[b]!,
      h = Math.hypot(bx - ax, by - ay)
    for (let i = a + 1; i < b; i++) {
      const d = h === 0 ? Math.hypot(p[i]![0] - ax, p[i]![1] - ay) : Math.abs(sideOf([ax, ay], [bx, by], p[i]!)) / h
      if (d > most) {
        most = d
        far = i
      }
    }
    if (far > 0) {
      keep[far] = 1
      stack.push([a, far], [far, b])
    }
  }
  return p.filter((_, i) => keep[i])
}

/** A line from a drawing as an outline: closed, free of crossings, thinned to what a document keeps; or why not. */
export function checkOutline(line: readonly Point[]): OutlineRead {
  if (line.some(([x, y]) => !Number.isFinite(x) || !Number.isFinite(y)))
    return { ok: false, reason: 'has a point that is no number', accepted: ACCEPTED }
  let p = line.filter((q, i) => i === 0 || Math.hypot(q[0] - line[i - 1]![0], q[1] - line[i - 1]![1]) > 1e-6)
  if (p.length < 3) return { ok: false, reason: 'has fewer than three points', accepted: ACCEPTED }
  const gap = Math.hypot(p[0]![0] - p.at(-1)![0], p[0]![1] - p.at(-1)![1])
  const b = boundsOf(p),
    across = Math.max(b.x1 - b.x0, b.y1 - b.y0)
  if (across > 2000)
    return { ok: false, reason: say`is ${mm(across, 0)} across: are its units right?`, accepted: ACCEPTED }
  if (across < 1)
    return { ok: false, reason: say`is ${mm(across, 3)} across: are its units right?`, accepted: ACCEPTED }
  if (gap > Math.max(CLOSES, across * 0.002))
    return { ok: false, reason: say`is open: its ends lie ${mm(gap)} apart`, accepted: ACCEPTED }
  if (gap < Math.max(CLOSES, across * 0.002) && gap > 0) p = gap < 1e-3 ? p.slice(0, -1) : p
  for (let tolerance = THINNED; p.length > MOST_POINTS || tolerance === THINNED; tolerance *= 2) {
    p = thin([...p, p[0]!], tolerance).slice(0, -1)
    if (tolerance > 5) break
  }
  if (p.length > MOST_POINTS)
    return {
      ok: false,
      reason: say`has ${num(p.length)} points after thinning`,
      accepted: say`up to ${num(MOST_POINTS)} points`,
    }
  const crossing = selfCrossing(p)
  if (crossing)
    return {
      ok: false,
      reason: say`crosses itself near x ${mm(crossing[0])}, y ${mm(crossing[1])}`,
      accepted: ACCEPTED,
    }
  if (polygonArea(p) < 1) return { ok: false, reason: 'encloses no area', accepted: ACCEPTED }
  return { ok: true, points: p, closed: gap === 0 }
}

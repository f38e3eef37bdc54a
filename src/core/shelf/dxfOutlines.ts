import { num, say } from '../say/said.ts'
import DxfParser from 'dxf-parser'
import type { Point } from '../geometry/outline.ts'
import type { Refusal } from './outlineCheck.ts'
import { MOST_DRAWN, type DrawnLines } from './svgOutlines.ts'

const MOST_BYTES = 8 * 1024 * 1024
const ACCEPTED = 'a DXF drawing in text form up to 8 MB, its units in $INSUNITS'
/** mm in one unit of $INSUNITS [published: DXF reference]: 1 inch, 2 foot, 4 mm, 5 cm, 6 m, 8 microinch, 9 thou, 13 µm, 14 dm. */
const INSUNITS: Record<number, number> = {
  1: 25.4,
  2: 304.8,
  4: 1,
  5: 10,
  6: 1000,
  8: 25.4e-6,
  9: 0.0254,
  13: 0.001,
  14: 100,
}
const JOIN = 0.01

interface V {
  x: number
  y: number
  bulge?: number
}
interface Entity {
  type: string
  layer?: string
  vertices?: V[]
  shape?: boolean
  closed?: boolean
  center?: V
  radius?: number
  startAngle?: number
  endAngle?: number
  controlPoints?: V[]
  fitPoints?: V[]
  knotValues?: number[]
  degreeOfSplineCurve?: number
  majorAxisEndPoint?: V
  axisRatio?: number
}

const arc = (c: V, r: number, from: number, to: number): Point[] => {
  const turn = to > from ? to - from : to - from + 2 * Math.PI,
    n = Math.max(8, Math.ceil((turn / Math.PI) * 48))
  return Array.from({ length: n + 1 }, (_, k): Point => [
    c.x + r * Math.cos(from + (turn * k) / n),
    c.y + r * Math.sin(from + (turn * k) / n),
  ])
}

/** Chords of an arc between two vertices of a polyline; a bulge is the tangent of a quarter of the arc's angle. */
function bulged(a: V, b: V): Point[] {
  const k = a.bulge ?? 0
  if (Math.abs(k) < 1e-9) return [[b.x, b.y]]
  const turn = 4 * Math.atan(k),
    chord = Math.hypot(b.x - a.x, b.y - a.y),
    r = chord / (2 * Math.sin(turn / 2))
  const mid = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 },
    h = r * Math.cos(turn / 2)
  const c = { x: mid.x - (h * (b.y - a.y)) / chord, y: mid.y + (h * (b.x - a.x)) / chord }
  const from = Math.atan2(a.y - c.y, a.x - c.x),
    n = Math.max(4, Math.ceil((Math.abs(turn) / Math.PI) * 48))
  return Array.from({ length: n }, (_, i): Point => {
    const t = from + (turn * (i + 1)) / n
    return [c.x + Math.abs(r) * Math.cos(t), c.y + Math.abs(r) * Math.sin(t)]
  })
}

/** Points of a B-spline by de Boor's recursion. */
function spline(control: readonly V[], knots: readonly number[], degree: number): Point[] {
  const from = knots[degree]!,
    to = knots[control.length]!
  if (knots.length < control.length + degree + 1 || !(to > from)) return control.map((v): Point => [v.x, v.y])
  const n = Math.max(24, control.length * 8)
  return Array.from({ length: n + 1 }, (_, i): Point => {
    const t = from + ((to - from) * i) / n
    let k = degree
    while (k < control.length - 1 && t >= knots[k + 1]!) k++
    const d = Array.from({ length: degree + 1 }, (_x, j) => control[j + k - degree]!).map(
      v => [v.x, v.y] as [number, number],
    )
    for (let r = 1; r <= degree; r++)
      for (let j = degree; j >= r; j--) {
        const lo = knots[j + k - degree]!,
          hi = knots[j + 1 + k - r]!,
          w = hi === lo ? 0 : (t - lo) / (hi - lo)
        d[j] = [(1 - w) * d[j - 1]![0] + w * d[j]![0], (1 - w) * d[j - 1]![1] + w * d[j]![1]]
      }
    return d[degree]!
  })
}

/**
 * Runs whose ends meet, put together. Ends are found by the square of a grid in which they lie, so that it takes as long as
 * there are runs, however many.
 */
function joined(runs: readonly Point[][]): Point[][] {
  const meet = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= JOIN,
    square = (p: Point, dx = 0, dy = 0) => `${Math.floor(p[0] / JOIN) + dx} ${Math.floor(p[1] / JOIN) + dy}`,
    ends = new Map<string, Set<number>>(),
    used = new Set<number>()
  const endsOf = (i: number): Point[] => [runs[i]![0]!, runs[i]!.at(-1)!]
  runs.forEach((_, i) => {
    for (const e of endsOf(i)) {
      const at = square(e)
      ends.set(at, (ends.get(at) ?? new Set()).add(i))
    }
  })
  /** A run that is still free and has an end here, which then is the first of the points that are given. */
  const next = (p: Point): Point[] | undefined => {
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const i of ends.get(square(p, dx, dy)) ?? []) {
          const [first, last] = endsOf(i) as [Point, Point],
            turned = !meet(p, first)
          if (used.has(i) || (turned && !meet(p, last))) continue
          used.add(i)
          for (const e of [first, last]) ends.get(square(e))?.delete(i)
          return turned ? [...runs[i]!].reverse() : runs[i]!
        }
    return undefined
  }
  const out: Point[][] = []
  for (let i = runs.length - 1; i >= 0; i--) {
    if (used.has(i)) continue
    used.add(i)
    for (const e of endsOf(i)) ends.get(square(e))?.delete(i)
    const forward = [...runs[i]!],
      back: Point[] = []
    for (let more; (more = next(forward.at(-1)!));) for (const p of more.slice(1)) forward.push(p)
    for (let more; (more = next(back.at(-1) ?? forward[0]!));) for (const p of more.slice(1)) back.push(p)
    out.push([...back.reverse(), ...forward])
  }
  return out
}

/** Lines of a DXF drawing: polylines with arcs, circles, splines, and loose lines and arcs joined where their ends meet. */
export function dxfLines(text: string): DrawnLines | Refusal {
  if (text.length > MOST_BYTES)
    return { ok: false, reason: say`is ${num(text.length / 1048576, 1)} MB`, accepted: ACCEPTED }
  if (/^AutoCAD Binary DXF/.test(text)) return { ok: false, reason: 'is in binary form', accepted: ACCEPTED }
  let drawing: { header?: Record<string, unknown>; entities?: Entity[] } | null
  try {
    drawing = new DxfParser().parseSync(text) as unknown as typeof drawing
  } catch (e) {
    return {
      ok: false,
      reason: say`cannot be read: ${e instanceof Error ? e.message.slice(0, 120) : 'not a DXF drawing'}`,
      accepted: ACCEPTED,
    }
  }
  if (!drawing?.entities?.length) return { ok: false, reason: 'holds no entities', accepted: ACCEPTED }
  const unit = INSUNITS[Number(drawing.header?.$INSUNITS ?? 0)],
    scale = unit ?? 1
  const whole: { name: string; points: Point[] }[] = [],
    loose: Point[][] = [],
    words: string[] = []
  let drawn = 0
  for (const e of drawing.entities) {
    drawn += 1 + (e.vertices?.length ?? 0) + (e.controlPoints?.length ?? 0) * 8
    if (drawn > MOST_DRAWN)
      return {
        ok: false,
        reason: say`holds more than ${num(MOST_DRAWN)} points`,
        accepted: say`${ACCEPTED}, an outline alone`,
      }
    const name = e.layer && e.layer !== '0' ? `${e.type.toLowerCase()} on ${e.layer}` : e.type.toLowerCase()
    if ((e.type === 'LWPOLYLINE' || e.type === 'POLYLINE') && e.vertices && e.vertices.length > 1) {
      const vs = e.vertices,
        closed = e.shape === true || e.closed === true
      const points: Point[] = [[vs[0]!.x, vs[0]!.y]]
      for (let i = 1; i < vs.length + Number(closed); i++) points.push(...bulged(vs[i - 1]!, vs[i % vs.length]!))
      if (closed) whole.push({ name, points })
      else loose.push(points)
    } else if (e.type === 'CIRCLE' && e.center && e.radius)
      whole.push({ name, points: arc(e.center, e.radius, 0, 2 * Math.PI) })
    else if (e.type === 'ARC' && e.center && e.radius)
      loose.push(arc(e.center, e.radius, e.startAngle ?? 0, e.endAngle ?? 2 * Math.PI))
    else if (e.type === 'LINE' && e.vertices?.length === 2) loose.push(e.vertices.map((v): Point => [v.x, v.y]))
    else if (e.type === 'SPLINE' && (e.controlPoints?.length ?? 0) > 2)
      loose.push(spline(e.controlPoints!, e.knotValues ?? [], e.degreeOfSplineCurve ?? 3))
    else if (e.type === 'ELLIPSE' && e.center && e.majorAxisEndPoint) {
      const a = Math.hypot(e.majorAxisEndPoint.x, e.majorAxisEndPoint.y),
        turn = Math.atan2(e.majorAxisEndPoint.y, e.majorAxisEndPoint.x),
        b = a * (e.axisRatio ?? 1)
      whole.push({
        name,
        points: Array.from({ length: 97 }, (_, k): Point => {
          const t = (2 * Math.PI * k) / 96
          return [
            e.center!.x + a * Math.cos(t) * Math.cos(turn) - b * Math.sin(t) * Math.sin(turn),
            e.center!.y + a * Math.cos(t) * Math.sin(turn) + b * Math.sin(t) * Math.cos(turn),
          ]
        }),
      })
    } else words.push(`A ${e.type.toLowerCase()} was left out.`)
  }
  const lines = [...whole, ...joined(loose).map((points, i) => ({ name: `joined line ${i + 1}`, points }))]
    .filter(l => l.points.length > 2)
    .map(l => ({ name: l.name, points: l.points.map(([x, y]): Point => [x * scale, y * scale]) }))
  if (lines.length === 0) return { ok: false, reason: 'holds no line of three points or more', accepted: ACCEPTED }
  return { ok: true, lines, units: unit === undefined ? 'unknown' : 'mm', words: [...new Set(words)] }
}

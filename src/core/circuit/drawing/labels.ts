import type { Point } from '../../geometry/outline.ts'
import { boundsOfComponent, boxAbout, covers, overlap, type Box, type DrawnComponent } from './placed.ts'
import { cellAt, centreOf, LANE, LUG, type Grid, type Route } from './route.ts'

/** Writing on the drawing, mm: height of names and of flags, and how wide a letter is on the average. */
export const NAME = 3.6
export const FLAG = 3
const LETTER = 0.5

/** A piece of writing with its middle and the room it takes. */
export interface Label {
  id: string
  text: string
  at: Point
  box: Box
  /** Where on its wire a flag belongs that stands off it. */
  leader?: Point
}

const wide = (text: string, height: number): number => text.length * height * LETTER

/** What lies on the sheet: where a label may be put, and how many wires lie under it. */
interface Sheet {
  /** Labels that are placed. */
  taken: Box[]
  free: (b: Box) => boolean
  /** Whether a box lies on a case. */
  cases: (b: Box) => boolean
  /** How often wires lie under a box; the one that is marked does not count. */
  crossed: (b: Box) => number
  /** Cells of the wire that is marked. */
  mine: Uint8Array
}

/** A name on its case where it fits, else beside it; then a flag with its name on every wire. */
export function placeLabels(
  components: readonly DrawnComponent[],
  routes: ReadonlyMap<string, Route>,
  g: Grid,
): { names: Label[]; flags: Label[] } {
  const sheet = sheetOf(components, routes, g)
  return {
    names: components.map(c => nameAt(c, sheet)),
    flags: [...routes.values()].map(r => flagAt(r, g, sheet)),
  }
}

function sheetOf(components: readonly DrawnComponent[], routes: ReadonlyMap<string, Route>, g: Grid): Sheet {
  const lugs = components.flatMap(c =>
    c.lugs.filter(l => !l.wide).map(l => boxAbout(l.at, 2 * LUG + 0.6, 2 * LUG + 0.6)),
  )
  const taken: Box[] = []
  const wiresIn = new Int16Array(g.cols * g.rows)
  for (const r of routes.values()) for (const c of r.cells) wiresIn[c]!++
  const mine = new Uint8Array(g.cols * g.rows)
  const crossed = (b: Box): number => {
    let n = 0
    for (let y = b.y0; y <= b.y1 + LANE / 2; y += LANE / 2)
      for (let x = b.x0; x <= b.x1 + LANE / 2; x += LANE / 2) {
        const c = cellAt(g, [Math.min(x, b.x1), Math.min(y, b.y1)])
        n += wiresIn[c]! - mine[c]!
      }
    return n
  }
  const bounds = components.map(boundsOfComponent)
  const inside = (b: Box): boolean => b.x0 > g.box.x0 && b.x1 < g.box.x1 && b.y0 > g.box.y0 && b.y1 < g.box.y1
  const cases = (b: Box): boolean =>
    components.some(
      (c, i) =>
        overlap(b, bounds[i]!) &&
        [0, 0.25, 0.5, 0.75, 1].some(x =>
          [0, 0.5, 1].some(y => covers(c, [b.x0 + (b.x1 - b.x0) * x, b.y0 + (b.y1 - b.y0) * y])),
        ),
    )
  const free = (b: Box): boolean => inside(b) && !taken.some(t => overlap(b, t)) && !lugs.some(l => overlap(b, l))
  return { taken, free, cases, crossed, mine }
}

function nameAt(c: DrawnComponent, { taken, free, cases, crossed }: Sheet): Label {
  const w = wide(c.label, NAME) + 1,
    own = boundsOfComponent(c)
  // Of a pickup only the end with its leads is on the sheet.
  const lead = c.lugs[0]?.at[1] ?? c.at[1],
    deep = Math.sign(c.at[1] - lead) * (NAME + 3)
  const on = boxAbout(c.kind === 'pickup' ? [c.at[0], lead + deep] : c.at, w, NAME + 0.6)
  const fits =
    ('radius' in c.outline
      ? w <= 1.9 * c.outline.radius
      : covers(c, [on.x0, on.y0]) && covers(c, [on.x1, on.y1])) &&
    free(on) &&
    crossed(on) === 0
  let box = on
  if (!fits) {
    const tried: Box[] = []
    for (let away = 1; away < 60; away += 1.5)
      for (const shift of [0, -0.5, 0.5, -1, 1]) {
        const cx = (own.x0 + own.x1) / 2,
          cy = (own.y0 + own.y1) / 2,
          dx = ((own.x1 - own.x0 + w) / 2) * shift,
          dy = ((own.y1 - own.y0) / 2) * shift
        tried.push(
          boxAbout([cx + dx, own.y0 - away - NAME / 2], w, NAME + 0.6),
          boxAbout([cx + dx, own.y1 + away + NAME / 2], w, NAME + 0.6),
          boxAbout([own.x0 - away - w / 2, cy + dy], w, NAME + 0.6),
          boxAbout([own.x1 + away + w / 2, cy + dy], w, NAME + 0.6),
        )
      }
    box =
      tried.find(b => free(b) && !cases(b) && crossed(b) === 0) ??
      tried.find(b => free(b) && !cases(b)) ??
      tried[0]!
  }
  taken.push(box)
  return { id: c.id, text: c.label, at: [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2], box }
}

function flagAt(r: Route, g: Grid, { taken, free, cases, crossed, mine }: Sheet): Label {
  const text = r.id,
    w = wide(text, FLAG) + 1.6,
    h = FLAG + 0.8
  // Along the wire from its middle outwards, on it first, then beside it.
  const middle = Math.floor(r.cells.length / 2),
    along = Array.from({ length: r.cells.length }, (_, k) => middle + (k % 2 ? 1 : -1) * Math.ceil(k / 2)).filter(
      k => k >= 0 && k < r.cells.length,
    )
  const on = along.map(k => boxAbout(centreOf(g, r.cells[k]!), w, h))
  const besides = along.flatMap(k => {
    const [x, y] = centreOf(g, r.cells[k]!)
    return (
      [
        [x, y - h / 2 - 0.8],
        [x, y + h / 2 + 0.8],
        [x - w / 2 - 0.8, y],
        [x + w / 2 + 0.8, y],
      ] as Point[]
    ).map(p => boxAbout(p, w, h))
  })
  for (const c of r.cells) mine[c] = 1
  const good = (b: Box) => free(b) && !cases(b)
  /** Further off, for wires too short to write on: a thin line leads there. */
  const far = function* (): Generator<Box> {
    for (let away = 4; away < 60; away += 2)
      for (const k of [along[0]!, 0, r.cells.length - 1])
        for (let q = 0; q < 16; q++) {
          const [x, y] = centreOf(g, r.cells[k]!),
            turn = (q * Math.PI) / 8
          yield boxAbout([x + away * Math.cos(turn), y + away * Math.sin(turn)], w, h)
        }
  }
  const farOff = (most: number): Box | undefined => {
    for (const b of far()) if (good(b) && crossed(b) <= most) return b
    return undefined
  }
  const box =
    on.find(b => good(b) && crossed(b) === 0) ??
    besides.find(b => good(b) && crossed(b) === 0) ??
    farOff(0) ??
    leastCrossed([...on, ...besides].filter(good), b => crossed(b)) ??
    farOff(Infinity) ??
    on[0]!
  const at: Point = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2]
  const nearest = r.cells.reduce<Point>(
    (n, c) => {
      const p = centreOf(g, c)
      return Math.hypot(p[0] - at[0], p[1] - at[1]) < Math.hypot(n[0] - at[0], n[1] - at[1]) ? p : n
    },
    centreOf(g, r.cells[0]!),
  )
  const touches = overlap(boxAbout(nearest, 2, 2), box)
  for (const c of r.cells) mine[c] = 0
  taken.push(box)
  return { id: r.id, text, at, box, ...(touches ? {} : { leader: nearest }) }
}

const leastCrossed = (boxes: readonly Box[], count: (b: Box) => number): Box | undefined =>
  boxes.reduce<{ b: Box; n: number } | undefined>((a, b) => {
    const n = count(b)
    return a && a.n <= n ? a : { b, n }
  }, undefined)?.b

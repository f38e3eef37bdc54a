import { Printing, type Paper } from '../../document/build.ts'
import { rangeOf } from '../../document/rangeOf.ts'
import type { Point } from '../../geometry/outline.ts'
import { boundsOfMark, boxOf, plainDimension, type Drawing, type Mark } from './drawing.ts'

/** Paper sizes, mm, standing [published: ISO 216; US Letter 8.5 × 11 in]. */
export const PAPERS: Record<Paper, { width: number; height: number }> = {
  A4: { width: 210, height: 297 },
  Letter: { width: 215.9, height: 279.4 },
}

/** Length of the bars that prove the printer's scale, mm. */
export const CHECK_BAR = 100
/** What two neighbouring sheets share, mm. */
export const OVERLAP = 12
/** Round what is drawn: room for the bars, the writing and what a printer cannot reach, mm. */
const MARGIN = { left: 16, right: 8, bottom: 22, top: 16 } as const
/** Paper left around a drawing, mm. */
const AROUND = 6

export interface Bar {
  from: Point
  to: Point
  side: 'short' | 'long'
}

/** One sheet of paper. Marks stay in the drawing's own mm; `origin` is the drawing's place at the lower left of `region`. */
export interface Sheet {
  title: string
  width: number
  height: number
  /** What the drawing is stretched by on paper, along x and y, to make up for the printer. */
  stretch: { x: number; y: number }
  /** Where on the paper the drawing may lie, mm from its lower left corner. */
  region: { x: number; y: number; width: number; height: number }
  origin: Point
  marks: Mark[]
  bars: Bar[]
  heading: string[]
  /** Which face lies up, to be read from afar. */
  face: string
  /** `A1`, columns by letter from the nut, rows by number from above; and how many there are. */
  place: string
  of: string
}

/** Where a place of the drawing lands on the paper, mm. */
export const onPaper = (s: Pick<Sheet, 'region' | 'origin' | 'stretch'>, [x, y]: Point): Point => [
  s.region.x + (x - s.origin[0]) * s.stretch.x,
  s.region.y + (y - s.origin[1]) * s.stretch.y,
]

const letter = (n: number): string =>
  n < 26
    ? String.fromCharCode(65 + n)
    : `${String.fromCharCode(64 + Math.floor(n / 26))}${String.fromCharCode(65 + (n % 26))}`

interface Grid {
  landscape: boolean
  cols: number
  rows: number
  w: number
  h: number
  stretch: { x: number; y: number }
  region: Sheet['region']
  page: { width: number; height: number }
}

/** What one sheet takes, lying and standing, mm of the drawing. */
export const roomOnOneSheet = (printing: Printing): { width: number; height: number }[] =>
  [false, true].map(landscape => {
    const { region, stretch } = grid(printing, landscape, 1, 1)
    return { width: region.width / stretch.x - 2 * AROUND, height: region.height / stretch.y - 2 * AROUND }
  })

function grid(printing: Printing, landscape: boolean, w: number, h: number): Grid {
  const paper = PAPERS[printing.paper],
    page = landscape ? { width: paper.height, height: paper.width } : paper
  const stretch = landscape ? { x: printing.long, y: printing.short } : { x: printing.short, y: printing.long }
  const region = {
    x: MARGIN.left,
    y: MARGIN.bottom,
    width: page.width - MARGIN.left - MARGIN.right,
    height: page.height - MARGIN.bottom - MARGIN.top,
  }
  const rw = region.width / stretch.x,
    rh = region.height / stretch.y
  const count = (size: number, room: number) => (size <= room ? 1 : Math.ceil((size - OVERLAP) / (room - OVERLAP)))
  return { landscape, cols: count(w, rw), rows: count(h, rh), w: rw, h: rh, stretch, region, page }
}

/** Register marks on the seam between two sheets: the same crosses on both, to be laid on each other. */
function registers(g: Grid, c: number, r: number, x0: number, y0: number): Mark[] {
  const out: Mark[] = []
  const cross = (x: number, y: number, name: string) =>
    out.push(
      { kind: 'line', from: [x - 4, y], to: [x + 4, y], weight: 'edge' },
      { kind: 'line', from: [x, y - 4], to: [x, y + 4], weight: 'edge' },
      {
        kind: 'polygon',
        points: Array.from({ length: 24 }, (_, i): Point => [
          x + 2 * Math.cos((i * Math.PI) / 12),
          y + 2 * Math.sin((i * Math.PI) / 12),
        ]),
        weight: 'dimension',
      },
      { kind: 'text', at: [x + 2.5, y + 2.5], text: name, height: 2.2 },
    )
  const left = x0 + c * (g.w - OVERLAP),
    bottom = y0 + r * (g.h - OVERLAP),
    name = (i: number, j: number) => `${letter(i)}${g.rows - j}`
  for (const d of [-1, 0] as const) {
    if (c + d >= 0 && c + d + 1 < g.cols) {
      const x = left + (d === 0 ? g.w : OVERLAP) - OVERLAP / 2
      for (const k of [0.2, 0.8]) cross(x, bottom + g.h * k, `${name(c + d, r)}|${name(c + d + 1, r)}`)
    }
    if (r + d >= 0 && r + d + 1 < g.rows) {
      const y = bottom + (d === 0 ? g.h : OVERLAP) - OVERLAP / 2
      for (const k of [0.2, 0.8]) cross(left + g.w * k, y, `${name(c, r + d)}|${name(c, r + d + 1)}`)
    }
  }
  return out
}

/**
 * A drawing at true size on as few sheets as it takes, lying or standing, with an overlap, register marks and two check
 * bars on every one. What the printer gets wrong is drawn against: the bars measure 100 mm when it is right.
 * Sheets on which nothing but a centre line would lie are left out.
 */
export function tile(d: Drawing, printing: Printing): Sheet[] {
  const marks = d.marks.flatMap(m => (m.kind === 'dimension' ? plainDimension(m) : [m]))
  if (!marks.length) return []
  const raw = boxOf(marks),
    box = { x0: raw.x0 - AROUND, x1: raw.x1 + AROUND, y0: raw.y0 - AROUND, y1: raw.y1 + AROUND }
  const w = box.x1 - box.x0,
    h = box.y1 - box.y0
  const g = [grid(printing, true, w, h), grid(printing, false, w, h)].reduce((a, b) =>
    b.cols * b.rows < a.cols * a.rows ? b : a,
  )
  const covered = { w: g.w * g.cols - OVERLAP * (g.cols - 1), h: g.h * g.rows - OVERLAP * (g.rows - 1) }
  const x0 = (box.x0 + box.x1) / 2 - covered.w / 2,
    y0 = (box.y0 + box.y1) / 2 - covered.h / 2
  const bounds = marks.map(m => ({ m, b: boundsOfMark(m) }))
  const sheets: Sheet[] = []
  const cells: [number, number][] = []
  for (let r = g.rows - 1; r >= 0; r--) for (let c = 0; c < g.cols; c++) cells.push([c, r])
  for (const [c, r] of cells) {
    const origin: Point = [x0 + c * (g.w - OVERLAP), y0 + r * (g.h - OVERLAP)]
    const own = bounds
      .filter(
        ({ b }) =>
          b[1][0] >= origin[0] && b[0][0] <= origin[0] + g.w && b[1][1] >= origin[1] && b[0][1] <= origin[1] + g.h,
      )
      .map(x => x.m)
    if (
      !own.some(
        m =>
          (m.kind === 'polygon' && crosses(m.points, origin, g)) ||
          m.kind === 'hole' ||
          (m.kind === 'line' && m.weight === 'edge'),
      )
    )
      continue
    sheets.push({
      title: d.title,
      width: g.page.width,
      height: g.page.height,
      stretch: g.stretch,
      region: g.region,
      origin,
      marks: [...own, ...registers(g, c, r, x0, y0)],
      bars: bars(g),
      heading: [d.title, `${d.mirrored ? 'Mirrored: seen from behind. ' : ''}${d.lay}`],
      face: `${d.face}${d.mirrored ? ', mirrored' : ''}`,
      place: `${letter(c)}${g.rows - r}`,
      of: g.cols * g.rows === 1 ? 'one sheet' : `${g.cols} across × ${g.rows} down`,
    })
  }
  return sheets
}

/** Whether an outline's own line, not only its box, comes into a sheet. */
function crosses(points: readonly Point[], [x0, y0]: Point, g: { w: number; h: number }): boolean {
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const a = points[j]!,
      b = points[i]!
    if (
      Math.max(a[0], b[0]) >= x0 &&
      Math.min(a[0], b[0]) <= x0 + g.w &&
      Math.max(a[1], b[1]) >= y0 &&
      Math.min(a[1], b[1]) <= y0 + g.h
    )
      return true
  }
  return false
}

const bars = (g: Grid): Bar[] => [
  {
    from: [MARGIN.left + 4, 13],
    to: [MARGIN.left + 4 + CHECK_BAR * g.stretch.x, 13],
    side: g.landscape ? 'long' : 'short',
  },
  {
    from: [8, MARGIN.bottom + 6],
    to: [8, MARGIN.bottom + 6 + CHECK_BAR * g.stretch.y],
    side: g.landscape ? 'short' : 'long',
  },
]

/**
 * What the printer's stretch has to become when a bar of 100 mm was printed with `now` and measures `reads` mm.
 * Undefined when that is no such bar.
 */
export function correction(now: number, reads: number): number | undefined {
  const next = (now * CHECK_BAR) / reads,
    { min, max } = rangeOf(Printing, 'short')
  return Number.isFinite(next) && next >= min && next <= max ? next : undefined
}

import {
  clip,
  closePath,
  endPath,
  LineCapStyle,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  setDashPattern,
  setLineCap,
  setLineWidth,
  setStrokingGrayscaleColor,
  StandardFonts,
  stroke,
  appendBezierCurve,
  type PDFFont,
  type PDFPage,
} from 'pdf-lib'
import type { Point } from '../../geometry/outline.ts'
import { WEIGHTS, type Drawing, type Mark, type Weight } from './drawing.ts'
import { onPaper, PAPERS, tile, type Sheet } from './tile.ts'
import type { Printing } from '../../document/build.ts'

/** Points of the PDF per mm: 72 to the inch [published: ISO 32000 default user space]. */
const PT = 72 / 25.4
const DASH: Partial<Record<Weight, number[]>> = { hidden: [2, 1.5], centre: [6, 1.5, 1, 1.5] }
/** Height of a capital as a share of a letter's size, for writing that is given by its height [from memory]. */
const CAP = 0.72
/** Handle of a quarter circle's curve [published: the usual cubic approximation, 4/3·(√2 − 1)]. */
const QUARTER = 0.5522847498

/** Characters that the built-in fonts hold; others are spelled out. */
const spell = (s: string) =>
  s
    .replace(/[\u202f\u2009]/g, ' ')
    .replace(/−/g, '-')
    .replace(/→/g, '>')
    .replace(/←/g, '<')
    .replace(/[’‘]/g, "'")
    .replace(/[“”]/g, '"')
    .replace(/Ω/g, 'ohm')
    .replace(/[^\x20-\x7e×±°µ]/g, '?')

interface Pen {
  page: PDFPage
  font: PDFFont
}

function path(
  { page }: Pen,
  points: readonly Point[],
  mm: number,
  dash: readonly number[] | undefined,
  closed: boolean,
): void {
  const [first, ...rest] = points
  if (!first) return
  page.pushOperators(
    pushGraphicsState(),
    setLineWidth(mm * PT),
    setStrokingGrayscaleColor(0),
    setLineCap(LineCapStyle.Round),
    ...(dash
      ? [
          setDashPattern(
            dash.map(d => d * PT),
            0,
          ),
        ]
      : []),
    moveTo(first[0] * PT, first[1] * PT),
    ...rest.map(p => lineTo(p[0] * PT, p[1] * PT)),
    ...(closed ? [closePath()] : []),
    stroke(),
    popGraphicsState(),
  )
}

function ring({ page }: Pen, [x, y]: Point, rx: number, ry: number, mm: number): void {
  const X = x * PT,
    Y = y * PT,
    a = rx * PT,
    b = ry * PT,
    ka = a * QUARTER,
    kb = b * QUARTER
  page.pushOperators(
    pushGraphicsState(),
    setLineWidth(mm * PT),
    setStrokingGrayscaleColor(0),
    moveTo(X + a, Y),
    appendBezierCurve(X + a, Y + kb, X + ka, Y + b, X, Y + b),
    appendBezierCurve(X - ka, Y + b, X - a, Y + kb, X - a, Y),
    appendBezierCurve(X - a, Y - kb, X - ka, Y - b, X, Y - b),
    appendBezierCurve(X + ka, Y - b, X + a, Y - kb, X + a, Y),
    closePath(),
    stroke(),
    popGraphicsState(),
  )
}

const write = (p: Pen, [x, y]: Point, text: string, mm: number): void => {
  p.page.drawText(spell(text), { x: x * PT, y: y * PT, size: (mm * PT) / CAP, font: p.font })
}

function drawMark(p: Pen, s: Sheet, m: Mark): void {
  const at = (q: Point) => onPaper(s, q)
  if (m.kind === 'line') path(p, [at(m.from), at(m.to)], WEIGHTS[m.weight], DASH[m.weight], false)
  else if (m.kind === 'polygon') path(p, m.points.map(at), WEIGHTS[m.weight], DASH[m.weight], true)
  else if (m.kind === 'text') write(p, at(m.at), m.text, m.height)
  else if (m.kind === 'hole') {
    const [x, y] = at(m.at),
      reach = Math.max(5, m.diameter / 2 + 3)
    ring(p, [x, y], (m.diameter / 2) * s.stretch.x, (m.diameter / 2) * s.stretch.y, 0.2)
    path(
      p,
      [
        [x - reach, y],
        [x + reach, y],
      ],
      0.13,
      undefined,
      false,
    )
    path(
      p,
      [
        [x, y - reach],
        [x, y + reach],
      ],
      0.13,
      undefined,
      false,
    )
    if (m.label) write(p, [x + Math.min(3, m.diameter / 2) + 1, y + Math.min(3, m.diameter / 2) + 1], m.label, 2.6)
  }
}

/** One sheet on a page: what is drawn is clipped to its region; bars, arrow and writing stand around it. */
function drawSheet(doc: PDFDocument, font: PDFFont, s: Sheet): void {
  const page = doc.addPage([s.width * PT, s.height * PT]),
    p = { page, font },
    { region } = s
  page.pushOperators(
    pushGraphicsState(),
    rectangle(region.x * PT, region.y * PT, region.width * PT, region.height * PT),
    clip(),
    endPath(),
  )
  for (const m of s.marks) drawMark(p, s, m)
  page.pushOperators(popGraphicsState())
  for (const b of s.bars) {
    const lies = Math.abs(b.from[1] - b.to[1]) < 1e-9
    path(p, [b.from, b.to], 0.35, undefined, false)
    for (const [x, y] of [b.from, b.to])
      path(
        p,
        lies
          ? [
              [x, y - 3],
              [x, y + 3],
            ]
          : [
              [x - 3, y],
              [x + 3, y],
            ],
        0.35,
        undefined,
        false,
      )
  }
  const lying = s.bars[0]!,
    standing = s.bars[1]!
  write(
    p,
    [lying.from[0], 7],
    `This bar and the standing one measure 100 mm (${lying.side} and ${standing.side} side of the paper). Print at 100 %, without fitting; if they do not measure it, enter what they read and print again.`,
    1.7,
  )
  const name = `Sheet ${s.place} of ${s.of}`,
    from = lying.to[0] + 8 + font.widthOfTextAtSize(name, (2.4 * PT) / CAP) / PT + 5
  write(p, [lying.to[0] + 8, 12], name, 2.4)
  path(
    p,
    [
      [from + 10, 13.2],
      [from, 13.2],
    ],
    0.35,
    undefined,
    false,
  )
  path(
    p,
    [
      [from + 3, 14.7],
      [from, 13.2],
      [from + 3, 11.7],
    ],
    0.35,
    undefined,
    false,
  )
  write(p, [from + 12, 12], 'nut', 2.4)
  s.heading.forEach((t, i) => write(p, [region.x, s.height - 8 - i * 4.4], t, i === 0 ? 3 : 1.9))
  const label = s.face.toUpperCase(),
    size = 3.6
  write(
    p,
    [region.x + region.width - font.widthOfTextAtSize(spell(label), (size * PT) / CAP) / PT, s.height - 8.5],
    label,
    size,
  )
}

/** The hole tables of all drawings, one below the other on pages of their own. */
function drawTables(doc: PDFDocument, font: PDFFont, drawings: readonly Drawing[], printing: Printing): void {
  const { width, height } = PAPERS[printing.paper],
    step = 5,
    bottom = 15
  let page: PDFPage | undefined,
    y = 0
  const fresh = (listed: string) => {
    page = doc.addPage([width * PT, height * PT])
    y = height - 18
    write({ page, font }, [15, y], listed, 3.4)
    y -= 12
  }
  for (const d of drawings) {
    const [head, ...rows] = d.table
    if (!head || !rows.length) continue
    const wide = head.map(
      (_, c) => Math.max(...d.table.map(r => font.widthOfTextAtSize(spell(r[c] ?? ''), (2 * PT) / CAP) / PT)) + 3,
    )
    const line = (row: readonly string[], heading = false) => {
      let x = 15
      row.forEach((t, c) => {
        write({ page: page!, font }, [x, y], t, 2)
        x += wide[c]!
      })
      if (heading)
        path(
          { page: page!, font },
          [
            [15, y - 1.4],
            [width - 15, y - 1.4],
          ],
          0.13,
          undefined,
          false,
        )
      y -= step
    }
    const title = (more: string) => {
      write({ page: page!, font }, [15, y], `${d.title}${d.mirrored ? ', mirrored' : ''}${more}`, 2.6)
      y -= 6
      line(head, true)
    }
    if (!page || y < bottom + 6 + 3 * step) fresh(d.listed ?? 'Holes')
    title('')
    for (const r of rows) {
      if (y < bottom) {
        fresh(d.listed ?? 'Holes')
        title(', continued')
      }
      line(r)
    }
    y -= 5
  }
}

/** How far the work is, 0…1, after each sheet. */
export type Tell = (share: number) => void | Promise<void>

/** Drawings as one PDF at true size, black on white, sheet by sheet, with the tables of their holes behind them. */
export async function sheetsPdf(
  title: string,
  drawings: readonly Drawing[],
  printing: Printing,
  tell: Tell = () => undefined,
): Promise<Uint8Array> {
  const doc = await PDFDocument.create()
  doc.setTitle(title)
  doc.setCreationDate(new Date(0))
  doc.setModificationDate(new Date(0))
  const font = await doc.embedFont(StandardFonts.Helvetica)
  for (const [i, d] of drawings.entries()) {
    for (const s of tile(d, printing)) drawSheet(doc, font, s)
    await tell((i + 1) / (drawings.length + 1))
  }
  drawTables(doc, font, drawings, printing)
  const bytes = await doc.save()
  await tell(1)
  return bytes
}

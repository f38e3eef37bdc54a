import { PDFDocument, StandardFonts, rgb } from 'pdf-lib'
import type { Sheet } from './bridgeTemplate.ts'

/** Points of the PDF per mm: 72 to the inch [published: ISO 32000 default user space]. */
const PT = 72 / 25.4
const WEIGHT = { edge: 0.35, hidden: 0.25, centre: 0.18, dimension: 0.13 } as const

/** Characters that the built-in fonts hold; others are spelled out. */
const spell = (s: string) => s.replace(/\u202f/g, ' ').replace(/−/g, '-').replace(/[’‘]/g, "'").replace(/[^\x20-\x7e×±°µ]/g, '?')

/** The sheet as a one-page PDF at true size, black on white. */
export async function sheetPdf(sheet: Sheet): Promise<Uint8Array> {
  const doc = await PDFDocument.create()
  doc.setTitle(sheet.title)
  doc.setCreationDate(new Date(0))
  doc.setModificationDate(new Date(0))
  const font = await doc.embedFont(StandardFonts.Helvetica)
  const page = doc.addPage([sheet.width * PT, sheet.height * PT])
  const black = rgb(0, 0, 0)
  const line = (from: readonly [number, number], to: readonly [number, number], mm: number, dash?: number[]) =>
    page.drawLine({ start: { x: from[0] * PT, y: from[1] * PT }, end: { x: to[0] * PT, y: to[1] * PT }, thickness: mm * PT, color: black, ...(dash ? { dashArray: dash.map(d => d * PT) } : {}) })
  for (const m of sheet.marks) {
    if (m.kind === 'line') line(m.from, m.to, WEIGHT[m.weight], m.weight === 'centre' ? [6, 1.5, 1, 1.5] : undefined)
    else if (m.kind === 'polygon') m.points.forEach((p, i) => line(p, m.points[(i + 1) % m.points.length]!, WEIGHT[m.weight], m.weight === 'hidden' ? [2, 1.5] : undefined))
    else if (m.kind === 'text') page.drawText(spell(m.text), { x: m.at[0] * PT, y: m.at[1] * PT, size: m.size, font, color: black })
    else {
      const [x, y] = m.at
      page.drawCircle({ x: x * PT, y: y * PT, size: (m.diameter / 2) * PT, borderColor: black, borderWidth: 0.2 * PT })
      line([x - 5, y], [x + 5, y], 0.13)
      line([x, y - 5], [x, y + 5], 0.13)
      page.drawText(m.label, { x: (x + 3) * PT, y: (y + 3) * PT, size: 9, font, color: black })
    }
  }
  return doc.save()
}

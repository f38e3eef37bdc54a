import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { heron } from '../support/heron.ts'
import { bridgeTemplate, type Paper } from '../../src/core/drill/bridgeTemplate.ts'
import { sheetPdf } from '../../src/core/drill/sheetPdf.ts'

const DPI = 300
const dir = mkdtempSync(join(tmpdir(), 'snugbolt-pdf-'))
afterAll(() => rmSync(dir, { recursive: true, force: true }))

/** The sheet as pdftoppm, a general-purpose renderer, sees it: grey pixels, rows from the top. */
async function rendered(paper: Paper) {
  const sheet = bridgeTemplate(heron(), paper)!
  const file = join(dir, `${paper}.pdf`)
  writeFileSync(file, await sheetPdf(sheet))
  execFileSync('pdftoppm', ['-gray', '-r', String(DPI), '-singlefile', file, join(dir, paper)])
  const raw = readFileSync(join(dir, `${paper}.pgm`))
  const [, w, h] = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(raw.subarray(0, 40).toString('latin1'))!.map(Number)
  const start = raw.length - w! * h!
  const px = (mm: number) => (mm * DPI) / 25.4
  const dark = (xMm: number, yMm: number) => raw[start + Math.round(sheet.height * DPI / 25.4 - px(yMm)) * w! + Math.round(px(xMm))]! < 200
  const row = (yMm: number) => { const y = Math.round((sheet.height * DPI) / 25.4 - px(yMm)); return Array.from({ length: w! }, (_, x) => raw[start + y * w! + x]! < 128) }
  return { sheet, dark, row }
}

describe('the printed template, measured on its pixels (pdftoppm at 300 dpi)', () => {
  it.each(['A4', 'Letter'] as const)('has a check bar of 100 mm on %s, within 0.2 mm', async paper => {
    const { sheet, row } = await rendered(paper)
    // A row through the end ticks, clear of the bar's own line: the first and last dark pixel are the two ticks.
    const line = row(sheet.checkBar.from[1] + 2)
    const first = line.indexOf(true), last = line.lastIndexOf(true)
    expect(Math.abs(((last - first) * 25.4) / DPI - 100)).toBeLessThan(0.2 + 0.35)
    const middle = (from: number, step: 1 | -1) => { let end = from; while (line[end + step]) end += step; return (from + end) / 2 }
    expect(Math.abs(((middle(last, -1) - middle(first, 1)) * 25.4) / DPI - 100)).toBeLessThan(0.2)
  })
  it('has its cross hairs where the holes are', async () => {
    const { sheet, dark } = await rendered('A4')
    for (const m of sheet.marks) {
      if (m.kind !== 'hole') continue
      const near = (dx: number, dy: number) => [-0.15, -0.08, 0, 0.08, 0.15].some(e => dark(m.at[0] + dx + (dy ? e : 0), m.at[1] + dy + (dx ? e : 0)))
      for (const [dx, dy] of [[4, 0], [-4, 0], [0, 4], [0, -4]] as const) expect(near(dx, dy)).toBe(true)
    }
  })
})

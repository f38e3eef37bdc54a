import { afterAll, describe, expect, it } from 'vitest'
import type { Build, Paper } from '../../src/core/document/build.ts'
import { takeReading } from '../../src/core/document/edits.ts'
import { edgeReading } from '../../src/core/layout/centreLine.ts'
import type { Drawing } from '../../src/core/drill/templates/drawing.ts'
import { sheetsPdf } from '../../src/core/drill/templates/sheetsPdf.ts'
import { correction, onPaper, tile, type Sheet } from '../../src/core/drill/templates/tile.ts'
import { templateDrawings } from '../../src/core/fit/templateDrawings.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { pagesOf } from '../support/pixels.ts'
import { plainBuild } from '../support/plainBuild.ts'

/** What a printed place may be off, mm. */
const BAR = 0.1

/** Plate front 165 mm from the pocket, foremost saddle 8 behind it, screws 27 behind that: 200 mm, on ±10 and ±30 mm. */
const screws = [-30, -10, 10, 30].map((y, i) =>
  typicalFeature('screw-hole', `screw-${i + 1}`, { x: 27, y, diameter: 3.4 }, { through: true }),
)
const build = (left = false) => plainBuild({ front: 165, left, parts: { bridge: { features: screws } } })

const drawing = (id: string, left = false): Drawing => templateDrawings(build(left), 'all')!.find(d => d.id === id)!
const open: { close: () => void }[] = []
afterAll(() => open.forEach(o => o.close()))

async function printed(d: Drawing, paper: Paper, short = 1, long = 1) {
  const printing = { paper, short, long },
    sheets = tile(d, printing),
    pdf = pagesOf(await sheetsPdf(d.title, [d], printing))
  open.push(pdf)
  return { sheets, page: pdf.page, count: pdf.count }
}
const holesOf = (s: Sheet) =>
  s.marks.flatMap(m =>
    m.kind === 'hole' && m.label
      ? [{ label: m.label, at: onPaper(s, m.at), half: Math.max(5, m.diameter / 2 + 3) }]
      : [],
  )

describe('places on the printed sheet, measured on its pixels (pdftoppm at 600 dpi)', () => {
  it.each(['A4', 'Letter'] as const)(
    'bridge screws stand 20 mm apart and 22 mm behind the scale line on %s',
    async paper => {
      const {
          sheets: [sheet],
          page,
        } = await printed(drawing('bridge'), paper),
        p = page(1)
      const holes = holesOf(sheet!).map(h => ({
        x: p.hairX([h.at[0], h.at[1] - h.half + 0.8])!,
        y: p.hairY([h.at[0] - h.half + 0.8, h.at[1]])!,
        label: h.label,
      }))
      expect(holes).toHaveLength(4)
      // Numbered 1 to 4 from the bass side; the treble side lies up.
      const ys = holes.sort((a, b) => Number(a.label) - Number(b.label)).map(h => h.y)
      for (let i = 1; i < 4; i++) expect(Math.abs(ys[i]! - ys[i - 1]! - 20)).toBeLessThan(BAR)
      // The scale line lies 648 − 470 = 178 mm from the pocket, the screws at 165 + 8 + 27 = 200.
      const line = sheet!.marks.find(
        m => m.kind === 'line' && m.weight === 'centre' && Math.abs(m.from[0] - m.to[0]) < 1e-9,
      )
      if (line?.kind !== 'line') throw new Error('no scale line')
      const foot = onPaper(sheet!, line.from),
        scale = [2, 3, 4, 4.5, 5].map(k => p.hairX([foot[0], foot[1] + k])).find(x => x !== undefined)!
      for (const h of holes) expect(Math.abs(h.x - scale - 22)).toBeLessThan(BAR)
    },
  )
  it.each([
    ['A4', 1, 1],
    ['Letter', 1, 1],
    ['A4', 1.01, 0.985],
  ] as const)(
    'both bars of %s measure 100 mm times what makes up for the printer (%f, %f)',
    async (paper, short, long) => {
      const {
          sheets: [sheet],
          page,
        } = await printed(drawing('bridge'), paper, short, long),
        p = page(1)
      for (const b of sheet!.bars) {
        const lies = Math.abs(b.from[1] - b.to[1]) < 1e-9
        const ends = [b.from, b.to].map(([x, y]) => (lies ? p.hairX([x, y + 2]) : p.hairY([x + 2, y])))
        expect(Math.abs(ends[1]! - ends[0]! - 100 * (b.side === 'short' ? short : long))).toBeLessThan(BAR)
      }
      // A bar that reads 99 mm asks for 1/0.99; printed with that, it measures 100.
      expect(correction(1, 99)! * 0.99).toBeCloseTo(1, 12)
    },
  )
  it('sheets laid on each other by their register marks give the body’s own distances', async () => {
    const { sheets, page, count } = await printed(drawing('body-top'), 'A4')
    expect(count).toBe(sheets.length + 1)
    const cross = (s: Sheet, name: string) => {
      const m = s.marks.find(q => q.kind === 'text' && q.text === name)
      return m?.kind === 'text' ? onPaper(s, [m.at[0] - 2.5, m.at[1] - 2.5]) : undefined
    }
    const pair = sheets
      .flatMap((a, i) =>
        sheets.slice(i + 1).flatMap((b, k) => {
          const name = `${a.place}|${b.place}`,
            ca = cross(a, name),
            cb = cross(b, name)
          return ca && cb ? [{ a, b, ia: i, ib: i + 1 + k, ca, cb }] : []
        }),
      )
      .filter(
        q => holesOf(q.b).length > 0 && q.a.marks.some(m => m.kind === 'text' && m.text.startsWith("pocket's end")),
      )
    expect(pair.length).toBeGreaterThan(0)
    for (const q of pair.slice(0, 1)) {
      const pa = page(q.ia + 1),
        pb = page(q.ib + 1)
      const crossA = pa.hairX([q.ca[0], q.ca[1] - 3.2])!,
        crossB = pb.hairX([q.cb[0], q.cb[1] - 3.2])!
      const end = q.a.marks.find(
        m =>
          m.kind === 'line' &&
          m.weight === 'edge' &&
          Math.abs(m.from[0] - m.to[0]) < 1e-9 &&
          Math.abs(m.from[1] - m.to[1]) > 50,
      )
      if (end?.kind !== 'line') throw new Error('no pocket end')
      const foot = onPaper(q.a, [end.from[0], Math.max(-30, q.a.origin[1] + 3)]),
        pocket = pa.hairX([foot[0], foot[1]])!
      const hole = holesOf(q.b)[0]!,
        x = pb.hairX([hole.at[0], hole.at[1] + hole.half - 0.8])!
      // From the pocket's end to the bridge screw, over the seam: 200 mm.
      expect(Math.abs(x - crossB - (pocket - crossA) - 200)).toBeLessThan(2 * BAR)
    }
  })
  it('the headstock’s back is mirrored, and mirrored again for the left hand', async () => {
    for (const left of [false, true]) {
      const {
          sheets: [sheet],
          page,
        } = await printed(drawing('head-back', left), 'A4'),
        p = page(1)
      const first = holesOf(sheet!).find(h => h.label === '1')!,
        y = p.hairY([first.at[0] - first.half + 0.8, first.at[1]])!,
        centre = onPaper(sheet!, [0, 0])[1]
      // Tuner 1 sits on the treble side: from behind that is down on a right-handed head.
      expect(Math.sign(y - centre)).toBe(left ? 1 : -1)
    }
  })
  it.each([
    ['neck', false],
    ['body', false],
    ['body', true],
  ] as const)('a hole lies off the %s’s line as it is told (left-handed: %s)', async (toldFrom, left) => {
    // The fitted neck drifts: 0.6 to the treble side at the pocket's mouth, 1.8 where the bridge is.
    const read = [
      ['mouth', -76, 0.6, 28],
      ['bridge', 180, 1.8, 33],
    ].reduce<Build>(
      (b, [s, at, off, half]) =>
        (
          [
            ['at', at as number],
            ['treble', (half as number) + (off as number)],
            ['bass', (half as number) - (off as number)],
          ] as const
        ).reduce(
          (x, [e, value]) =>
            takeReading(x, { of: edgeReading(s as 'mouth', e), value, doubt: 0.1, at: '2026-11-25T10:00:00Z' }),
          b,
        ),
      build(left),
    )
    const b: Build = { ...read, placements: { ...read.placements, toldFrom } }
    const {
        sheets: [sheet],
        page,
      } = await printed(
        templateDrawings(b, 'all')!.find(d => d.id === 'block-bridge')!,
        'A4',
      ),
      p = page(1)
    const strong = sheet!.marks.find(
      m =>
        m.kind === 'line' &&
        m.weight === 'centre' &&
        Math.abs(m.to[0] - m.from[0]) > 30 &&
        Math.abs(m.to[1] - m.from[1]) < 5,
    )
    if (strong?.kind !== 'line') throw new Error('no line')
    const [from, to] = [onPaper(sheet!, strong.from), onPaper(sheet!, strong.to)]
    // The line's ink, wherever a dash of it stands free of the holes' hairs, carried to the holes.
    const inks = Array.from({ length: 60 }, (_, k) => from[0] + ((to[0] - from[0]) * (k + 1)) / 61).flatMap(x => {
      const want = from[1] + ((to[1] - from[1]) * (x - from[0])) / (to[0] - from[0]),
        y = p.hairY([x, want], 0.4)
      return y === undefined ? [] : [{ x, y }]
    })
    expect(inks.length).toBeGreaterThan(20)
    const mx = inks.reduce((t, q) => t + q.x, 0) / inks.length,
      my = inks.reduce((t, q) => t + q.y, 0) / inks.length,
      slope = inks.reduce((t, q) => t + (q.x - mx) * (q.y - my), 0) / inks.reduce((t, q) => t + (q.x - mx) ** 2, 0)
    // Worked by hand: set at 0 off the body's own line, screws at 200 mm, where the neck's lies 1.894 to the treble.
    const apart = 0.6 + ((1.8 - 0.6) * (200 + 76)) / (180 + 76),
      drift = 1.8
    for (const [n, own] of [-30, -10, 10, 30].entries()) {
      const hole = holesOf(sheet!).find(h => h.label === String(n + 1))!,
        x = hole.at[0],
        y = p.hairY([x - hole.half + 0.8, hole.at[1]])!,
        line = my + slope * (x - mx)
      // The bridge lies 1.8 to the bass of the neck's line, the drift at the edges' own place, and its holes with it.
      const told = toldFrom === 'neck' ? own - drift : own - drift + apart
      expect(Math.abs((left ? -1 : 1) * (y - line) - told)).toBeLessThan(BAR)
    }
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainBuild, type Plain } from '../../../../tests/support/plainBuild.ts'
import type { Printing } from '../../document/build.ts'
import { drillWork } from '../../fit/drillWork.ts'
import { templateDrawings } from '../../fit/templateDrawings.ts'
import { typicalFeature } from '../../parts/typicalPart.ts'
import type { Drawing } from './drawing.ts'
import { drawingDxf } from './drawingDxf.ts'
import { drawingSvg } from './drawingSvg.ts'
import { sheetsPdf } from './sheetsPdf.ts'
import { practicePiece, templatesOf } from './templates.ts'
import { CHECK_BAR, correction, OVERLAP, PAPERS, tile } from './tile.ts'
import { anyIn } from '../../../../tests/support/any.ts'

const PLAIN: Printing = { paper: 'A4', short: 1, long: 1 }
const guard: Plain = {
  instrument: { mounting: 'on the guard', extras: ['guard'] },
  parts: {
    guard: {
      outline: {
        smooth: false,
        points: [
          [0, -100],
          [160, -100],
          [160, 100],
          [0, 100],
        ],
      },
      features: [
        typicalFeature(
          'cut-out',
          'cut',
          { x: 100, y: 0, length: 20, width: 70, corner: 10 },
          { serves: 'pickup-bridge', through: true },
        ),
        typicalFeature('screw-hole', 's1', { x: 10, y: 80, diameter: 3.6 }, { through: true }),
      ],
    },
  },
}
const all = (p: Plain = {}): Drawing[] => templateDrawings(plainBuild(p), 'all')!
const of = (id: string, p: Plain = {}) => all(p).find(d => d.id === id)!
const box = (w: number, h: number): Drawing => ({
  id: 'box',
  title: 'Box',
  face: 'body top',
  mirrored: false,
  lay: '',
  table: [],
  marks: [
    {
      kind: 'polygon',
      points: [
        [0, 0],
        [w, 0],
        [w, h],
        [0, h],
      ],
      weight: 'edge',
    },
  ],
})

describe('templates', () => {
  it('are one for each face, the bridge, plates, cuts and rows of holes', () => {
    expect(all().map(d => d.id)).toEqual(
      expect.arrayContaining(['body-top', 'body-back', 'head-face', 'head-back', 'bridge']),
    )
    expect(all(guard).map(d => d.id)).toContain('plate-guard')
    const cut = templatesOf(
      drillWork({
        ...plainBuild(),
        cuts: [{ id: 'r', sort: 'rout', face: 'back', x: 30, y: 10, length: 40, width: 60, corner: 4, depth: 10 }],
      })!,
    ).find(d => d.id === 'rout-cut-r')!
    expect(cut).toMatchObject({ mirrored: true, face: 'body back' })
  })
  it('mirror what is seen from behind, and turn over for the left hand', () => {
    for (const d of all()) expect(d.mirrored).toBe(d.face.includes('back'))
    const y = (id: string, left: boolean) => {
      const m = of(id, { left }).marks.find(q => q.kind === 'hole' && q.label === '')
      return m?.kind === 'hole' ? m.at[1] : NaN
    }
    expect(y('body-top', false)).toBeCloseTo(90, 9)
    expect(y('body-back', false)).toBeCloseTo(-90, 9)
    expect(y('body-top', true)).toBeCloseTo(-90, 9)
    expect(y('body-back', true)).toBeCloseTo(90, 9)
  })
  it('list the holes that they show, by the same numbers', () => {
    for (const d of all()) {
      const labels = d.marks.flatMap(m => (m.kind === 'hole' && /^\d+$/.test(m.label) ? [m.label] : []))
      expect(d.table.slice(1).map(r => r[0])).toEqual(expect.arrayContaining(labels))
    }
  })
  it('of a guard carry sizes with tolerances and a table of holes and openings', () => {
    const d = of('plate-guard', guard)
    expect(d.marks.filter(m => m.kind === 'dimension').map(m => (m.kind === 'dimension' ? m.text : ''))).toEqual([
      '160.0 ±0.3',
      '200.0 ±0.3',
      '20.0 ±0.1',
    ])
    expect(d.table[1]).toEqual(['1', 'Screw hole', '10.00', '80.00', 'diameter 3.60', '±0.2', '±0.1'])
    expect(d.table[2]![4]).toBe('20.00 × 70.00 R10.0')
  })
  it('for practice hold one group’s holes on scrap', () => {
    const w = drillWork(plainBuild())!
    expect(practicePiece(w, 'tuners')!.marks.filter(m => m.kind === 'hole').length).toBeGreaterThanOrEqual(6)
    expect(practicePiece(w, 'tuners')!.lay).toContain('hard maple')
    expect(practicePiece(w, 'strings')).toBeUndefined()
  })
})

describe('sheets', () => {
  it('are one where it fits, lying or standing', () => {
    expect(tile(box(200, 120), PLAIN)).toMatchObject([{ width: 297, height: 210, of: 'one sheet' }])
    expect(tile(box(120, 200), PLAIN)).toMatchObject([{ width: 210, height: 297 }])
  })
  it('hold every place of a drawing, and neighbours share their overlap', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 50, max: 900 }),
        fc.integer({ min: 50, max: 500 }),
        fc.constantFrom('A4' as const, 'Letter' as const),
        anyIn(0.9, 1.1),
        (w, h, paper, stretch) => {
          const sheets = tile(box(w, h), { paper, short: stretch, long: 1 / stretch })
          const on = (x: number, y: number) =>
            sheets.filter(
              s =>
                x >= s.origin[0] - 1e-9 &&
                x <= s.origin[0] + s.region.width / s.stretch.x + 1e-9 &&
                y >= s.origin[1] - 1e-9 &&
                y <= s.origin[1] + s.region.height / s.stretch.y + 1e-9,
            )
          const corners = [
            [0, 0],
            [w, 0],
            [w, h],
            [0, h],
            [w / 2, 0],
            [0, h / 2],
          ].every(([x, y]) => on(x!, y!).length > 0)
          const columns = [...new Set(sheets.map(s => s.origin[0]))].sort((a, b) => a - b),
            room = sheets[0]!.region.width / sheets[0]!.stretch.x
          return (
            corners &&
            columns
              .slice(1)
              .every((x, i) => Math.abs(x - columns[i]! - (room - OVERLAP)) < 1e-6 || x - columns[i]! > room) &&
            sheets.every(s => Math.min(s.width, s.height) === PAPERS[paper].width || paper === 'Letter')
          )
        },
      ),
      { numRuns: 60 },
    ))
  it('carry both bars at the length that prints as 100 mm', () => {
    for (const s of tile(box(600, 300), { paper: 'A4', short: 1.02, long: 0.97 })) {
      expect(s.bars.map(b => Math.hypot(b.to[0] - b.from[0], b.to[1] - b.from[1])).sort((a, b) => a - b)).toEqual([
        expect.closeTo(97, 9),
        expect.closeTo(102, 9),
      ])
      expect(s.heading[0]).toBe('Box')
      expect(s.face).toBe('body top')
    }
  })
  it('are corrected by what a bar reads; a bar that was printed to fit is refused', () => {
    expect(correction(1, 98)).toBeCloseTo(CHECK_BAR / 98, 12)
    expect(correction(1.02, 100)).toBeCloseTo(1.02, 12)
    for (const bad of [0, 70, 130, NaN, -100]) expect(correction(1, bad)).toBeUndefined()
  })
  it('come as a PDF with progress to the end; an empty drawing has none', async () => {
    const told: number[] = [],
      bytes = await sheetsPdf('t', [box(300, 300), box(100, 100)], PLAIN, s => {
        told.push(s)
      })
    expect(new TextDecoder('latin1').decode(bytes.slice(0, 5))).toBe('%PDF-')
    expect(told.at(-1)).toBe(1)
    expect(told).toEqual([...told].sort((a, b) => a - b))
    expect(tile({ ...box(1, 1), marks: [] }, PLAIN)).toEqual([])
  })
  it('are the same bytes for the same build', async () =>
    expect(await sheetsPdf('t', all(), PLAIN)).toEqual(await sheetsPdf('t', all(), PLAIN)))
})

describe('files for a shop', () => {
  it('name face, side and unit in words, whatever the letters of the build’s name', () => {
    const d = { ...of('body-back'), title: 'Übung <&> “x”' }
    expect(drawingDxf(d)).toContain('body back, mirrored, millimetres, full size')
    expect(drawingSvg(d)).toContain('Übung &lt;&amp;&gt;')
    expect(drawingSvg(d)).toMatch(/width="[\d.]+mm"/)
  })
})

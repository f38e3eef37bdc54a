import { Helper } from 'dxf'
import DxfParser from 'dxf-parser'
import type { Browser } from 'playwright-core'
import { openChromium } from '../../scripts/chromium.ts'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { drawingDxf } from '../../src/core/drill/templates/drawingDxf.ts'
import { drawingSvg } from '../../src/core/drill/templates/drawingSvg.ts'
import type { Drawing } from '../../src/core/drill/templates/drawing.ts'
import { templateDrawings } from '../../src/core/fit/templateDrawings.ts'
import { polygonPerimeter } from '../../src/core/geometry/outline.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { plainBuild } from '../support/plainBuild.ts'

const screws = [-30, 30].map((y, i) =>
  typicalFeature('screw-hole', `screw-${i + 1}`, { x: 27, y, diameter: 3.4 }, { through: true }),
)
const build = plainBuild({ front: 165, parts: { bridge: { features: screws } } })
const all = templateDrawings(build, 'all')!
const holes = (d: Drawing) => d.marks.flatMap(m => (m.kind === 'hole' ? [m] : []))
const polygons = (d: Drawing) => d.marks.flatMap(m => (m.kind === 'polygon' ? [m] : []))

describe('DXF release 12 as a second library reads it (npm dxf)', () => {
  it.each(all.map(d => [d.id, d] as const))('%s: every circle and outline at its place, in mm', (_id, d) => {
    const { parsed } = new Helper(drawingDxf(d))
    const circles = parsed.entities.filter(e => e.type === 'CIRCLE')
    expect(circles.map(c => [c.x, c.y, c.r])).toEqual(
      holes(d).map(h => [
        expect.closeTo(h.at[0], 5),
        expect.closeTo(h.at[1], 5),
        expect.closeTo(h.diameter / 2, 5),
      ]),
    )
    const lines = parsed.entities.filter(e => e.type === 'POLYLINE')
    expect(lines.map(l => l.vertices!.length)).toEqual(polygons(d).map(p => p.points.length))
    lines.forEach((l, i) => {
      expect(l.closed).toBe(true)
      l.vertices!.forEach((v, k) => {
        expect(v.x).toBeCloseTo(polygons(d)[i]!.points[k]![0], 5)
        expect(v.y).toBeCloseTo(polygons(d)[i]!.points[k]![1], 5)
      })
    })
    expect(new Set(circles.map(c => c.layer))).toEqual(holes(d).length ? new Set(['HOLES']) : new Set())
  })
  it('and as a third one does (dxf-parser): version, layers and plain ASCII', () => {
    const text = drawingDxf(all[0]!),
      read = new DxfParser().parseSync(text)!
    expect(read.header.$ACADVER).toBe('AC1009')
    expect(Object.keys(read.tables.layer.layers)).toEqual(
      expect.arrayContaining(['EDGE', 'CUT', 'HOLES', 'WORDS', 'CENTRE']),
    )
    expect([...text].every(c => c.charCodeAt(0) < 128)).toBe(true)
    expect(read.entities.filter(e => e.type === 'CIRCLE')).toHaveLength(holes(all[0]!).length)
  })
})

describe('SVG as Chromium measures it', () => {
  let browser: Browser
  beforeAll(async () => {
    browser = await openChromium()
  })
  afterAll(() => browser.close())
  /** Distances on screen, mm: 96 CSS pixels to the inch [published: CSS Values 4]. */
  it.each(all.map(d => [d.id, d] as const))('%s: holes, edges and size are true', async (_id, d) => {
    const page = await browser.newPage()
    await page.setContent(`<body style="margin:0">${drawingSvg(d).replace(/^<\?xml.*\?>/, '')}</body>`)
    const seen = (await page.evaluate(`(() => {
      const mm = v => v * 25.4 / 96
      const circles = [...document.querySelectorAll('#holes circle')].map(c => { const m = c.getScreenCTM(), cx = c.cx.baseVal.value, cy = c.cy.baseVal.value; return [mm(m.a * cx + m.c * cy + m.e), mm(m.b * cx + m.d * cy + m.f), mm(m.a * c.r.baseVal.value)] })
      const edges = [...document.querySelectorAll('#edge path, #cut path, #hidden path, #dimension path')].filter(p => p.getAttribute('d').endsWith('Z')).map(p => mm(p.getTotalLength() * p.getScreenCTM().a))
      const svg = document.querySelector('svg').getBoundingClientRect()
      return { circles, edges, width: mm(svg.width) }
    })()`)) as { circles: [number, number, number][]; edges: number[]; width: number }
    await page.close()
    const own = holes(d),
      [first] = own
    expect(seen.circles).toHaveLength(own.length)
    // Against the first hole, so that only distances count; y runs down on the screen.
    seen.circles.forEach(([x, y, r], i) => {
      expect(x - seen.circles[0]![0]).toBeCloseTo(own[i]!.at[0] - first!.at[0], 2)
      expect(seen.circles[0]![1] - y).toBeCloseTo(own[i]!.at[1] - first!.at[1], 2)
      expect(r).toBeCloseTo(own[i]!.diameter / 2, 2)
    })
    const lengths = polygons(d)
      .map(p => polygonPerimeter(p.points))
      .sort((a, b) => a - b)
    seen.edges
      .sort((a, b) => a - b)
      .forEach((length, i) => expect(Math.abs(length - lengths[i]!)).toBeLessThan(0.05))
    expect(seen.width).toBeGreaterThan(10)
  })
})

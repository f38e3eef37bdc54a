import { describe, expect, it } from 'vitest'
import type { Point } from '../../src/core/geometry/outline.ts'
import type { Drawing, Mark } from '../../src/core/drill/templates/drawing.ts'
import { correction, onPaper, roomOnOneSheet, tile } from '../../src/core/drill/templates/tile.ts'

/**
 * Drawings on paper, worked by hand: ISO 216 A4 with 16 mm left, 8 right, 22 below and 16 above for bars and writing, so
 * that 273 × 172 lie and 186 × 259 stand; 6 mm stay free about a drawing, neighbours share 12.
 */
const PLAIN = { paper: 'A4', short: 1, long: 1 } as const
const rectangle = (x0: number, y0: number, x1: number, y1: number): Mark => ({
  kind: 'polygon',
  weight: 'edge',
  points: [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ],
})
const of = (marks: Mark[], more: Partial<Drawing> = {}): Drawing => ({
  id: 'x',
  title: 'X',
  face: 'body top',
  mirrored: false,
  lay: 'Lay it on.',
  table: [],
  marks,
  ...more,
})
const box = (w: number, h: number) => of([rectangle(0, 0, w, h)])
const places = (d: Drawing, printing = PLAIN as Parameters<typeof tile>[1]) => tile(d, printing).map(s => s.place)

describe('what one sheet holds', () => {
  it('is the paper less its margins and 6 mm about the drawing', () => {
    expect(roomOnOneSheet(PLAIN)).toEqual([
      { width: 186 - 12, height: 259 - 12 },
      { width: 273 - 12, height: 172 - 12 },
    ])
    // A printer that prints short needs its drawing larger, which leaves less of it.
    const [standing, lying] = roomOnOneSheet({ paper: 'Letter', short: 1.25, long: 0.8 })
    expect(standing!.width).toBeCloseTo((215.9 - 24) / 1.25 - 12, 9)
    expect(standing!.height).toBeCloseTo((279.4 - 38) / 0.8 - 12, 9)
    expect(lying!.width).toBeCloseTo((279.4 - 24) / 0.8 - 12, 9)
    expect(lying!.height).toBeCloseTo((215.9 - 38) / 1.25 - 12, 9)
  })
  it.each([
    [261, 160, 1, 297],
    [261.1, 160, 2, undefined],
    [261, 160.1, 2, undefined],
    [174, 247, 1, 210],
    [174.1, 247, 2, undefined],
  ])('%f × %f lies on %i', (w, h, n, width) => {
    const sheets = tile(box(w, h), PLAIN)
    expect(sheets).toHaveLength(n)
    if (width) expect(sheets[0]).toMatchObject({ width, height: width === 297 ? 210 : 297, of: 'one sheet' })
  })
  it('a drawing lies in the middle of it', () => {
    const [s] = tile(box(200, 120), PLAIN)
    expect(s!.region).toEqual({ x: 16, y: 22, width: 273, height: 172 })
    expect(s!.origin).toEqual([100 - 273 / 2, 60 - 172 / 2])
    expect(onPaper(s!, [100, 60])).toEqual([16 + 273 / 2, 22 + 172 / 2])
    const [off] = tile(of([rectangle(500, -300, 600, -200)]), PLAIN)
    expect(onPaper(off!, [550, -250])).toEqual([16 + 273 / 2, 22 + 172 / 2])
  })
  it('the one that takes fewer sheets is chosen, lying where both take as many', () => {
    // 500 × 100: lying 2 × 1, standing 3 × 1. 100 × 500: lying 1 × 4, standing 1 × 3. 500 × 240: 2 × 2 against 3 × 1.
    expect(tile(box(480, 100), PLAIN)[0]).toMatchObject({ width: 297, of: '2 across × 1 down' })
    expect(tile(box(100, 500), PLAIN)[0]).toMatchObject({ width: 210, of: '1 across × 3 down' })
    expect(tile(box(500, 240), PLAIN)[0]).toMatchObject({ width: 210, of: '3 across × 1 down' })
    expect(tile(box(100, 100), PLAIN)[0]).toMatchObject({ width: 297 })
  })
})

describe('a drawing of 600 × 300 on A4', () => {
  // 612 × 312 with its 6 mm: lying, ⌈600 ÷ 261⌉ = 3 across and ⌈300 ÷ 160⌉ = 2 down; standing, 4 × 2.
  const sheets = tile(box(600, 300), PLAIN),
    left = 300 - (3 * 273 - 2 * 12) / 2,
    low = 150 - (2 * 172 - 12) / 2
  it('takes six sheets, read as writing is', () => {
    expect(sheets.map(s => s.place)).toEqual(['A1', 'B1', 'C1', 'A2', 'B2', 'C2'])
    expect(new Set(sheets.map(s => s.of))).toEqual(new Set(['3 across × 2 down']))
  })
  it('each 261 and 160 from the next, the lowest row last', () => {
    expect(sheets.map(s => s.origin)).toEqual(
      [
        [left, low + 160],
        [left + 261, low + 160],
        [left + 522, low + 160],
        [left, low],
        [left + 261, low],
        [left + 522, low],
      ].map(p => p.map(x => expect.closeTo(x, 9))),
    )
  })
  /** Where the crosses of a sheet stand, with the names beside them. */
  const crosses = (place: string) => {
    const own = sheets.find(s => s.place === place)!.marks,
      flat = own.filter(m => m.kind === 'line' && m.from[1] === m.to[1]),
      names = own.filter(m => m.kind === 'text').map(m => m.text)
    return flat.map((m, i) => {
      const { from, to } = m as { from: Point; to: Point }
      return [names[i], +((from[0] + to[0]) / 2).toFixed(6), +from[1].toFixed(6)]
    })
  }
  const at = (name: string, x: number, y: number) => [name, +x.toFixed(6), +y.toFixed(6)]
  // Seams run in the middle of what two share; crosses stand at a fifth and four fifths of the sheet along them.
  const seam = (k: number) => left + 261 * k + 6,
    shelf = low + 160 + 6
  it('on its first sheet has crosses to the right and below', () =>
    expect(crosses('A1')).toEqual([
      at('A2|A1', left + 0.2 * 273, shelf),
      at('A2|A1', left + 0.8 * 273, shelf),
      at('A1|B1', seam(1), low + 160 + 0.2 * 172),
      at('A1|B1', seam(1), low + 160 + 0.8 * 172),
    ]))
  it('on the middle one below has them to three sides', () =>
    expect(crosses('B2')).toEqual([
      at('A2|B2', seam(1), low + 0.2 * 172),
      at('A2|B2', seam(1), low + 0.8 * 172),
      at('B2|C2', seam(2), low + 0.2 * 172),
      at('B2|C2', seam(2), low + 0.8 * 172),
      at('B2|B1', left + 261 + 0.2 * 273, shelf),
      at('B2|B1', left + 261 + 0.8 * 273, shelf),
    ]))
  it('has the same crosses on both sides of every seam', () => {
    for (const [a, b] of [
      ['A1', 'B1'],
      ['B1', 'C1'],
      ['A2', 'B2'],
      ['B2', 'C2'],
      ['A2', 'A1'],
      ['B2', 'B1'],
      ['C2', 'C1'],
    ] as const) {
      const own = (p: string) => crosses(p).filter(([n]) => n === `${a}|${b}`)
      expect(own(a)).toHaveLength(2)
      expect(own(a)).toEqual(own(b))
    }
  })
  it('draws a cross of 8 mm, a ring of 2 about it and its name beside it', () => {
    const s = sheets.find(x => x.place === 'C1')!,
      // After the drawing’s own outline.
      [flat, upright, ring, name] = s.marks.slice(1)
    if (flat?.kind !== 'line' || upright?.kind !== 'line' || ring?.kind !== 'polygon' || name?.kind !== 'text')
      throw new Error('no cross')
    const c = { x: (flat.from[0] + flat.to[0]) / 2, y: flat.from[1] }
    expect([flat.from, flat.to]).toEqual([
      [expect.closeTo(c.x - 4, 9), c.y],
      [expect.closeTo(c.x + 4, 9), c.y],
    ])
    expect([upright.from, upright.to]).toEqual([
      [expect.closeTo(c.x, 9), expect.closeTo(c.y - 4, 9)],
      [expect.closeTo(c.x, 9), expect.closeTo(c.y + 4, 9)],
    ])
    expect(ring.points).toHaveLength(24)
    for (const p of ring.points) expect(Math.hypot(p[0] - c.x, p[1] - c.y)).toBeCloseTo(2, 9)
    // Evenly round: neighbours 2 × 2 × sin 7.5° apart.
    ring.points.forEach((p, i) => {
      const q = ring.points[(i + 1) % 24]!
      expect(Math.hypot(p[0] - q[0], p[1] - q[1])).toBeCloseTo(4 * Math.sin(Math.PI / 24), 9)
    })
    expect(name.at).toEqual([expect.closeTo(c.x + 2.5, 9), expect.closeTo(c.y + 2.5, 9)])
    expect(name.height).toBe(2.2)
  })
  it('each sheet has only the marks that come into it', () => {
    const marks: Mark[] = [
        rectangle(0, 0, 600, 300),
        { kind: 'hole', at: [20, 280], diameter: 8, label: '1' },
        { kind: 'hole', at: [590, 10], diameter: 8, label: '2' },
      ],
      own = tile(of(marks), PLAIN),
      has = (label: string) =>
        own.filter(s => s.marks.some(m => m.kind === 'hole' && m.label === label)).map(s => s.place)
    expect(has('1')).toEqual(['A1'])
    expect(has('2')).toEqual(['C2'])
  })
  it.each([
    // The first column ends at left + 273, the second begins at left + 261: its cross reaches 5, with its number 11 on and 8 up.
    [left + 261 - 11.1, ['A1']],
    [left + 261 - 10.9, ['A1', 'B1']],
    [left + 273 + 4.9, ['A1', 'B1']],
    [left + 273 + 5.1, ['B1']],
  ])('a hole of 8 at %f', (x, on) =>
    expect(
      tile(of([rectangle(0, 0, 600, 300), { kind: 'hole', at: [x, 290], diameter: 8, label: '1' }]), PLAIN)
        .filter(s => s.marks.some(m => m.kind === 'hole'))
        .map(s => s.place),
    ).toEqual(on),
  )
  it.each([
    [low + 160 - 8.1, ['A2']],
    [low + 160 - 7.9, ['A1', 'A2']],
    [low + 172 + 4.9, ['A1', 'A2']],
    [low + 172 + 5.1, ['A1']],
  ])('and at %f up', (y, on) =>
    expect(
      tile(of([rectangle(0, 0, 600, 300), { kind: 'hole', at: [10, y], diameter: 8, label: '1' }]), PLAIN)
        .filter(s => s.marks.some(m => m.kind === 'hole'))
        .map(s => s.place),
    ).toEqual(on),
  )
})

describe('sheets with nothing on them', () => {
  // 900 × 600: 4 × 4 lying, and 6 × 3 standing is no fewer than 16. The middle of a plain board is empty.
  const board = rectangle(0, 0, 900, 600)
  it('are left out, save where a hole or an edge lies', () => {
    const lying = places(of([board]))
    expect(tile(of([board]), PLAIN)[0]).toMatchObject({ width: 297, of: '4 across × 4 down' })
    expect(lying).toEqual(['A1', 'B1', 'C1', 'D1', 'A2', 'D2', 'A3', 'D3', 'A4', 'B4', 'C4', 'D4'])
    const more = (m: Mark) => places(of([board, m])).filter(p => !lying.includes(p))
    // Sheet B2 begins at 450 − 1056 ÷ 2 + 261 and ends 273 further.
    const x = 450 - (4 * 273 - 36) / 2 + 261 + 130,
      y = 300 - (4 * 172 - 36) / 2 + 320 + 80
    expect(more({ kind: 'hole', at: [x, y], diameter: 8, label: '1' })).toEqual(['B2'])
    expect(more({ kind: 'line', from: [x, y], to: [x + 10, y], weight: 'edge' })).toEqual(['B2'])
    expect(more({ kind: 'line', from: [x, y], to: [x + 10, y], weight: 'centre' })).toEqual([])
    expect(more({ kind: 'text', at: [x, y], text: 'x', height: 3 })).toEqual([])
    expect(more(rectangle(x - 5, y - 5, x + 5, y + 5))).toEqual(['B2'])
  })
  it.each([
    // An outline’s own line counts, to the edge of the sheet: B2’s left edge is at 450 − 528 + 261 = 183.
    ['left', 182.9, 0, []],
    ['left', 183.1, 0, ['B2', 'B3']],
    // Its right edge at 456.
    ['right', 455.9, 0, ['B2', 'B3', 'C2', 'C3']],
    ['right', 456.1, 0, ['C2', 'C3']],
  ] as const)('an outline that comes over the %s edge at %f', (_, x, __, more) => {
    const lying = places(of([board])),
      thin = rectangle(x, 200, x + 0.05, 400)
    const found = places(of([board, thin])).filter(p => !lying.includes(p))
    expect(found.sort()).toEqual([...more])
  })
})

describe('bars and headings', () => {
  it('lie below and to the left, as long as 100 mm print', () => {
    const [lying] = tile(box(200, 120), { paper: 'A4', short: 1.02, long: 0.97 }),
      [standing] = tile(box(120, 200), { paper: 'A4', short: 1.02, long: 0.97 })
    expect(lying!.bars).toEqual([
      { from: [20, 13], to: [20 + 97, 13], side: 'long' },
      { from: [8, 28], to: [8, 28 + 102], side: 'short' },
    ])
    expect(standing!.bars).toEqual([
      { from: [20, 13], to: [20 + 102, 13], side: 'short' },
      { from: [8, 28], to: [8, 28 + 97], side: 'long' },
    ])
    expect(lying!.stretch).toEqual({ x: 0.97, y: 1.02 })
    expect(standing!.stretch).toEqual({ x: 1.02, y: 0.97 })
    const p = onPaper(lying!, [lying!.origin[0] + 10, lying!.origin[1] + 10])
    expect(p).toEqual([expect.closeTo(16 + 9.7, 9), expect.closeTo(22 + 10.2, 9)])
  })
  it('say when the drawing is seen from behind', () => {
    expect(tile(box(100, 100), PLAIN)[0]).toMatchObject({ heading: ['X', 'Lay it on.'], face: 'body top' })
    expect(tile({ ...box(100, 100), mirrored: true, face: 'body back' }, PLAIN)[0]).toMatchObject({
      heading: ['X', 'Mirrored: seen from behind. Lay it on.'],
      face: 'body back, mirrored',
    })
  })
  it('a bar’s reading corrects what it was printed with', () => {
    expect(correction(1.01, 101)).toBeCloseTo(1, 12)
    expect(correction(1, 99)).toBeCloseTo(100 / 99, 12)
  })
})

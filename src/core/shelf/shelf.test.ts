import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo, demoShelf } from '../../../tests/support/demo.ts'
import { readPart } from '../document/readBuild.ts'
import { takeReading } from '../document/edits.ts'
import { polygonArea, type Point } from '../geometry/outline.ts'
import { PART_KIND_NAMES } from '../parts/partKinds.ts'
import { addDimension, typicalPart } from '../parts/typicalPart.ts'
import { calibrate } from './calibration.ts'
import { dxfLines } from './dxfOutlines.ts'
import { inspection } from './inspection.ts'
import { selfCrossing } from '../geometry/selfCrossing.ts'
import { checkOutline } from './outlineCheck.ts'
import { readPartsCsv, writePartsCsv } from './partsCsv.ts'
import { readListing, withListing } from './readListing.ts'
import { svgLines } from './svgOutlines.ts'
import { takeApart } from './takeApart.ts'

const value = (r: ReturnType<typeof readListing>, key: string) => r.understood.find(u => u.key === key)?.value

describe('a typical part', () => {
  it.each(PART_KIND_NAMES)('of kind %s is a whole part that the document accepts', kind => {
    const r = readPart(typicalPart(kind, 'one'))
    expect(r.ok ? [] : r.problems).toEqual([])
  })
  it('takes an optional dimension when asked', () =>
    expect(addDimension(typicalPart('pickup', 'p'), 'leadLength').dims.leadLength!.basis).toBe('assumed'))
})

describe('reading a listing', () => {
  it('understands labels, units and tolerances as sellers write them', () => {
    const r = readListing(
      'Scale length: 25.5"\nFrets\t22\nNut width - n/a\nWidth at nut (mm): 42 ± 0.2\nFretboard radius = 305 mm\nHeel width: 56,1 mm\nWeight: 0.6 kg\nColour: amber\nNeck profile: soft',
      'neck',
    )
    expect(value(r, 'scaleLength')).toBeCloseTo(647.7, 6)
    expect(value(r, 'frets')).toBe(22)
    expect(value(r, 'radius')).toBe(305)
    expect(value(r, 'heelWidth')).toBeCloseTo(56.1, 9)
    expect(value(r, 'mass')).toBe(600)
    expect(r.understood.find(u => u.key === 'widthAtNut')!.doubt).toBeCloseTo(0.2, 9)
  })
  it('takes neither of two numbers that contradict each other', () => {
    const r = readListing('Scale length: 648 mm\nScale: 628 mm', 'neck')
    expect(r.understood).toEqual([])
    expect(r.contradictions[0]).toMatchObject({ key: 'scaleLength' })
    expect(r.contradictions[0]!.values).toHaveLength(2)
  })
  it('gives back what it does not understand, with the reason', () => {
    const r = readListing('Gloss units: 44\nScale length: 9999 m\n1234', 'neck')
    expect(r.understood).toEqual([])
    expect(r.unclear.map(u => u.line)).toEqual(['Gloss units: 44', 'Scale length: 9999 m', '1234'])
    for (const u of r.unclear) expect(u.reason.length).toBeGreaterThan(10)
  })
  it('claims, and leaves a measurement alone', () => {
    const p = typicalPart('neck', 'n')
    p.dims.frets = { value: 21, doubt: 0, basis: 'measured' }
    const after = withListing(p, readListing('Scale length: 628 mm\nFrets: 22', 'neck'), 'a leaflet')
    expect(after.dims.scaleLength).toMatchObject({ value: 628, basis: 'claimed', with: 'a leaflet' })
    expect(after.dims.frets!.value).toBe(21)
  })
  it('survives any text', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), t => {
        const r = readListing(t, 'pickup')
        return r.understood.every(u => Number.isFinite(u.value))
      }),
    ))
})

describe('a table of parts', () => {
  it('comes in with commas, semicolons and decimal commas, tabs and bars', () => {
    const rows = [
      ['kind', 'name', 'price', 'cover across the strings (mm)'],
      ['pickup', 'Soft one', '12,5', '70,2'],
      ['pickup', 'Firm one', '14', '71'],
    ]
    for (const sep of [';', '\t', '|']) {
      const r = readPartsCsv(rows.map(x => x.join(sep)).join('\n'))
      expect(r.problems, sep).toEqual([])
      expect(
        r.parts.map(p => p.dims.width!.value),
        sep,
      ).toEqual([70.2, 71])
      expect(r.parts[0]!.stock!.price).toBeCloseTo(12.5, 9)
    }
    expect(readPartsCsv('kind,name,price,width\npickup,"Soft, one",12.5,70.2').parts[0]).toMatchObject({
      name: 'Soft, one',
      dims: { width: { value: 70.2, basis: 'claimed' } },
    })
  })
  it('reads inches from their heading', () =>
    expect(
      readPartsCsv('kind,name,scale length (in)\nneck,Long one,25.5').parts[0]!.dims.scaleLength!.value,
    ).toBeCloseTo(647.7, 6))
  it('refuses headings that stand twice', () =>
    expect(readPartsCsv('kind,name,Width,width\npickup,a,1,2').problems[0]!.reason).toMatch(/more than once/))
  it('tells line and column of a bad value and takes the other rows', () => {
    const r = readPartsCsv(
      'kind,name,frets,price\nneck,Good,22,10\nneck,Bad,many,10\nspoon,Worse,1,1\nneck,Dear,22,-4',
    )
    expect(r.parts.map(p => p.name)).toEqual(['Good'])
    expect(r.problems.map(p => p.path)).toEqual(['line 3, frets', 'line 4, kind', 'line 5, price'])
  })
  it('names the headings that were not understood', () =>
    expect(readPartsCsv('kind,name,aura\nneck,One,blue').headings).toEqual([
      { heading: 'kind', meaning: 'kind' },
      { heading: 'name', meaning: 'name' },
      { heading: 'aura', meaning: undefined },
    ]))
  it('needs a kind, and rows', () => {
    expect(readPartsCsv('name\nx').problems[0]!.reason).toMatch(/no column “kind”/)
    expect(readPartsCsv('').problems).toHaveLength(1)
    expect(readPartsCsv('kind,name').problems).toHaveLength(1)
  })
  it('comes back as it was written', () => {
    const pickups = demoShelf().filter(p => p.kind === 'pickup' && p.features.length === 0)
    const back = readPartsCsv(writePartsCsv(pickups))
    expect(back.problems).toEqual([])
    expect(
      back.parts.map(p => [
        p.id,
        p.name,
        p.stock?.price,
        p.dims.width!.value,
        p.dims.inductance!.value,
        p.traits.sort,
      ]),
    ).toEqual(
      pickups.map(p => [
        p.id,
        p.name,
        p.stock?.price,
        p.dims.width!.value,
        p.dims.inductance!.value,
        p.traits.sort,
      ]),
    )
  })
  it('survives any text', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), t => {
        readPartsCsv(t, { kind: 'nut' })
        return true
      }),
    ))
})

const square =
  '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="50mm" viewBox="0 0 200 100"><path id="edge" d="M20 20h160v60h-160Z"/></svg>'

describe('outlines from drawings', () => {
  it('come from SVG in mm, through viewBox and transforms', () => {
    const r = svgLines(square)
    if (!r.ok) throw new Error(inWords(r.reason))
    expect(r.units).toBe('mm')
    expect(polygonArea(r.lines[0]!.points)).toBeCloseTo(80 * 30, 6)
    const turned = svgLines(
      square
        .replace('<path', '<g transform="translate(10 5) scale(0.5)"><path')
        .replace('/></svg>', '/></g></svg>'),
    )
    expect(turned.ok && polygonArea(turned.lines[0]!.points)).toBeCloseTo(20 * 30, 6)
  })
  it('have circles and curves within a hundredth', () => {
    const r = svgLines('<svg width="10cm" viewBox="0 0 100 100"><circle cx="50" cy="50" r="20"/></svg>')
    expect(r.ok && Math.abs(polygonArea(r.lines[0]!.points) - Math.PI * 400) / (Math.PI * 400)).toBeLessThan(0.01)
  })
  it.each([
    ['entities', '<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg>&a;</svg>', /document type or entities/],
    ['a broken file', '<svg><path d="M0 0', /not well-formed/],
    ['no drawing', '<svg width="1mm"></svg>', /no line/],
    ['another document', '<html></html>', /no <svg>/],
    ['a huge file', `<svg>${' '.repeat(5e6)}</svg>`, /MB/],
  ])('refuse %s with a word', (_what, text, why) => {
    const r = svgLines(text)
    expect(inWords(r.ok ? '' : r.reason)).toMatch(why)
  })
  it('tell units that are not named, and scripts that were passed over', () => {
    const r = svgLines('<svg viewBox="0 0 9 9"><script>alert(1)</script><polygon points="0,0 9,0 9,9"/></svg>')
    expect(r.ok && r.units).toBe('unknown')
    expect(r.ok && r.words.join()).toMatch(/scripts/)
  })
  const dxf = (entities: string, units = 4) =>
    `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n${units}\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`
  const poly = (pts: Point[], closed = 1) =>
    `0\nLWPOLYLINE\n8\nBODY\n90\n${pts.length}\n70\n${closed}\n${pts.map(([x, y]) => `10\n${x}\n20\n${y}\n`).join('')}`
  it('come from DXF, in inches too, and joined from loose lines', () => {
    const r = dxfLines(
      dxf(
        poly([
          [0, 0],
          [2, 0],
          [2, 1],
          [0, 1],
        ]),
        1,
      ),
    )
    expect(r.ok && polygonArea(r.lines[0]!.points)).toBeCloseTo(2 * 25.4 ** 2, 4)
    const line = (a: Point, b: Point) => `0\nLINE\n8\n0\n10\n${a[0]}\n20\n${a[1]}\n11\n${b[0]}\n21\n${b[1]}\n`
    const loose = dxfLines(
      dxf(line([0, 0], [30, 0]) + line([30, 20], [0, 20]) + line([30, 0], [30, 20]) + line([0, 20], [0, 0])),
    )
    expect(loose.ok && loose.lines.length === 1 && polygonArea(loose.lines[0]!.points)).toBeCloseTo(600, 6)
  })
  it('have arcs by their bulge: a half circle on a square', () => {
    const r = dxfLines(dxf('0\nLWPOLYLINE\n8\n0\n90\n2\n70\n1\n10\n0\n20\n0\n42\n1\n10\n20\n20\n0\n42\n1\n'))
    expect(r.ok && Math.abs(polygonArea(r.lines[0]!.points) - Math.PI * 100)).toBeLessThan(1)
  })
  it('refuse what is no drawing, and say so', () => {
    for (const t of ['', 'hello', 'AutoCAD Binary DXF\r\n\x1a', dxf('')]) {
      const r = dxfLines(t)
      expect(r.ok).toBe(false)
      if (!r.ok) expect(inWords(r.reason).length).toBeGreaterThan(5)
    }
  })
})

describe('checking an outline', () => {
  const box: Point[] = [
    [0, 0],
    [60, 0],
    [60, 40],
    [0, 40],
  ]
  it('closes a line whose ends all but meet', () => expect(checkOutline([...box, [0, 0.2]]).ok).toBe(true))
  it.each<[string, Point[], RegExp]>([
    [
      'open',
      [
        [0, 0],
        [60, 0],
        [60, 40],
        [20, 40],
      ],
      /open/,
    ],
    [
      'crossing itself',
      [
        [0, 0],
        [60, 40],
        [60, 0],
        [0, 40],
      ],
      /crosses itself/,
    ],
    ['too large', box.map(([x, y]): Point => [x * 100, y * 100]), /units/],
    ['too small', box.map(([x, y]): Point => [x / 1000, y / 1000]), /units/],
    [
      'of two points',
      [
        [0, 0],
        [1, 1],
      ],
      /three points|no area/,
    ],
    [
      'with no number',
      [
        [0, 0],
        [NaN, 1],
        [4, 4],
      ],
      /no number/,
    ],
  ])('refuses one that is %s', (_w, line, why) => {
    const closed = why.source === 'open' ? line : [...line, line[0]!]
    const r = checkOutline(closed)
    expect(inWords(r.ok ? '' : r.reason)).toMatch(why)
  })
  it('thins a dense line without moving its edge', () => {
    const dense = Array.from({ length: 9000 }, (_, i): Point => [
      100 * Math.cos((2 * Math.PI * i) / 9000),
      100 * Math.sin((2 * Math.PI * i) / 9000),
    ])
    const r = checkOutline([...dense, dense[0]!])
    expect(r.ok && r.points.length).toBeLessThan(2000)
    expect(r.ok && Math.abs(polygonArea(r.points) - Math.PI * 1e4) / (Math.PI * 1e4)).toBeLessThan(0.001)
  })
  it('finds no crossing in any convex shape', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 60 }),
        n =>
          selfCrossing(
            Array.from({ length: n }, (_, i): Point => [
              Math.cos((2 * Math.PI * i) / n),
              Math.sin((2 * Math.PI * i) / n),
            ]),
          ) === undefined,
      ),
    ))
})

describe('a traced scan', () => {
  it('is scaled and turned by two points', () => {
    const c = calibrate([100, 100], [100, 600], { mm: 250, doubt: 0.5 })
    if (!c.ok) throw new Error(inWords(c.reason))
    const [x, y] = c.toMm([100, 600])
    expect(x).toBeCloseTo(250, 9)
    expect(y).toBeCloseTo(0, 9)
    // 40 mm: share of the rule's 0.5 in 250 and of pointing, and pointing at both ends.
    expect(c.doubtOf(40)).toBeCloseTo(
      Math.hypot(40 * Math.hypot(0.5 / 250, (1.5 * Math.SQRT2) / 500), 1.5 * Math.SQRT2 * 0.5),
      9,
    )
  })
  it.each([
    [[5, 5], [5, 5], 100, /same place/],
    [[5, 5], [5.01, 5], 100, /same place/],
    [[5, 5], [12, 5], 100, /pixels apart/],
    [[0, 0], [400, 0], 0, /no distance/],
    [[0, 0], [400, 0], NaN, /no distance/],
  ] as const)('refuses points %o %o and %d mm', (a, b, mm, why) => {
    const c = calibrate(a, b, { mm, doubt: 0.3 })
    expect(inWords(c.ok ? '' : c.reason)).toMatch(why)
  })
})

describe('incoming inspection', () => {
  it('names what to look at and what to measure, with what is expected', () => {
    const p = demo('heron').parts.find(x => x.id === 'heron-neck')!,
      i = inspection(p)
    expect(i.look.length).toBeGreaterThan(2)
    expect(i.items.find(x => x.path === 'dims.scaleLength')).toMatchObject({ expected: 628, verdict: 'to measure' })
    expect(i.items[0]!.quantity).toBe('count')
  })
  it('says where the listing was wrong, by how much, and where it was right', () => {
    let b = demo('heron')
    const read = (path: string, v: number) => {
      b = takeReading(b, {
        of: `part/heron-neck/${path}`,
        value: v,
        doubt: 0.05,
        at: '2026-11-24T10:00:00Z',
        with: 'calliper',
      })
    }
    read('dims.heelWidth', 55.75)
    read('dims.heelThickness', 26.1)
    const i = inspection(b.parts.find(x => x.id === 'heron-neck')!)
    expect(i.items.find(x => x.path === 'dims.heelWidth')!.verdict).toBe('as claimed')
    expect(i.wrong.map(x => x.path)).toEqual(['dims.heelThickness'])
    expect(i.wrong[0]!.off).toBeCloseTo(1.1, 9)
    read('dims.heelThickness', 26)
    expect(inspection(b.parts.find(x => x.id === 'heron-neck')!).wrong[0]!.off).toBeCloseTo(1, 9)
  })
})

describe('a donor', () => {
  const donor = demoShelf().find(p => p.kind === 'donor')!,
    { parts, donor: after } = takeApart(donor, new Set(['donor-plank-neck']))
  it('gives parts that the document accepts, under ids of their own', () => {
    for (const p of parts) {
      const r = readPart(JSON.parse(JSON.stringify(p)))
      expect(r.ok ? [] : r.problems).toEqual([])
    }
    expect(new Set(parts.map(p => p.id)).size).toBe(parts.length)
    expect(parts.map(p => p.id)).not.toContain('donor-plank-neck')
    expect(after.gave).toEqual(parts.map(p => p.id))
  })
  it('carries places from the nut over to the pocket’s end with both doubts, and keeps its own as the template', () => {
    const body = parts.find(p => p.kind === 'body')!,
      rout = body.features.find(f => f.id === 'rout-bridge')!,
      own = donor.features.find(f => f.id === 'rout-bridge')!
    expect(rout.dims.x!.value).toBeCloseTo(582 - 448, 6)
    expect(rout.dims.x!.doubt).toBeCloseTo(Math.hypot(own.dims.x!.doubt, donor.dims.nutToHeelEnd!.doubt), 3)
    expect(after.features.find(f => f.id === 'rout-bridge')!.dims.x!.value).toBe(582)
  })
})

import { describe, expect, it } from 'vitest'
import { channelOutline } from '../../src/core/drill/channelsWanted.ts'
import { bitsIn } from '../../src/core/drill/bits.ts'
import { bodyThicknessAt, hollowsOf } from '../../src/core/drill/hollows.ts'
import { drawingDxf } from '../../src/core/drill/templates/drawingDxf.ts'
import { plainDimension, type Drawing } from '../../src/core/drill/templates/drawing.ts'
import { onPaper, PAPERS, tile } from '../../src/core/drill/templates/tile.ts'
import { drillWork } from '../../src/core/fit/drillWork.ts'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import { nutSlots, saddlePlaces } from '../../src/core/layout/nutSlots.ts'
import { layOut } from '../../src/core/layout/layOut.ts'
import { ownMinutes } from '../../src/core/match/wishes.ts'
import { choosePart } from '../../src/core/document/edits.ts'
import { typicalFeature, typicalPart } from '../../src/core/parts/typicalPart.ts'
import { plainBuild, sure } from '../support/plainBuild.ts'

/** Places, worked out by hand, on instruments and sheets of round numbers. */
const plain = plainBuild({ front: 165 }),
  l = layOut(plain)!

describe('courses', () => {
  it('of two out of five strings: two, two and one', () => {
    // 40 wide, 3 inside: the first at 20 − 3 − 0.5; the last, alone, at −(20 − 3 − 0.5).
    const y = nutSlots(40, 3, [1, 1, 1, 1, 1], 'equal gaps', { size: 2, gap: 2 })
    expect(y).toHaveLength(5)
    expect(y[0]! - y[1]!).toBeCloseTo(2, 9)
    expect(y[2]! - y[3]!).toBeCloseTo(2, 9)
    expect(y[0]).toBeCloseTo(16.5, 9)
    expect(y[4]).toBeCloseTo(-16.5, 9)
    // Gaps between the courses: 34 less 3, 3 and 1 of string and course, over two.
    expect(y[1]! - y[2]! - 1).toBeCloseTo((34 - 3 - 3 - 1) / 2, 9)
    expect(y[3]! - y[4]! - 1).toBeCloseTo((34 - 3 - 3 - 1) / 2, 9)
  })
  it('at the bridge end where the spread ends', () => {
    const s = saddlePlaces(50, 5, { size: 2, gap: 3 })
    expect(s).toEqual([25, 22, 0, -3, -25].map(v => expect.closeTo(v, 9)))
  })
})

describe('the wood', () => {
  it('of a carved top is thinner by the arc’s rise: r − √(r² − y²)', () => {
    const arched = {
      ...plain,
      parts: plain.parts.map(p => (p.kind === 'body' ? { ...p, dims: { ...p.dims, topRadius: sure(500) } } : p)),
    }
    expect(bodyThicknessAt(arched, 0)).toBeCloseTo(45, 9)
    expect(bodyThicknessAt(arched, 140)).toBeCloseTo(45 - (500 - Math.sqrt(500 ** 2 - 140 ** 2)), 9)
    expect(bodyThicknessAt(plain, 140)).toBe(45)
  })
  it('is hollow along the rod: from the nut to 20 mm before the heel’s end, from the glue line down', () => {
    const rod = hollowsOf(plain, l).find(h => h.id === 'rod')!.shape
    if (!('prism' in rod)) throw new Error('no prism')
    expect(rod.prism.z1).toBe(0)
    expect(Math.max(...rod.prism.polygon.map(p => p[0]))).toBeCloseTo(470 - 20, 9)
    expect(Math.min(...rod.prism.polygon.map(p => p[0]))).toBe(0)
    const heel = {
      ...plain,
      parts: plain.parts.map(p => (p.kind === 'neck' ? { ...p, traits: { ...p.traits, rod: 'at the heel' } } : p)),
    }
    const through = hollowsOf(heel, layOut(heel)!).find(h => h.id === 'rod')!.shape
    if (!('prism' in through)) throw new Error('no prism')
    expect(Math.max(...through.prism.polygon.map(p => p[0]))).toBeCloseTo(470, 9)
  })
  it('of a chamber is closed on both faces', () => {
    const chambered = {
      ...plain,
      parts: plain.parts.map(p =>
        p.kind === 'body'
          ? {
              ...p,
              features: [
                ...p.features,
                typicalFeature('chamber', 'ch', {
                  x: 100,
                  y: -100,
                  length: 100,
                  width: 50,
                  depth: 34,
                  topThickness: 5,
                }),
              ],
            }
          : p,
      ),
    }
    const h = hollowsOf(chambered, layOut(chambered)!).find(x => x.id.endsWith('/ch'))!.shape
    if (!('prism' in h)) throw new Error('no prism')
    expect([h.prism.z1, h.prism.z0]).toEqual([-5, -39])
  })
  it('is crossed by a channel of 8 mm from end to end', () => {
    const c = channelOutline(l, {
      id: 'c',
      sort: 'channel',
      face: 'top',
      x: 20,
      y: 10,
      toX: 60,
      toY: 40,
      width: 8,
      depth: 15,
    })
    // 50 long; square to it ±4: (−0.6, 0.8) × 4.
    expect(c.map(p => [p[0] - 470, p[1]])).toEqual(
      [
        [20 - 2.4, 10 + 3.2],
        [60 - 2.4, 40 + 3.2],
        [60 + 2.4, 40 - 3.2],
        [20 + 2.4, 10 - 3.2],
      ].map(p => p.map(v => expect.closeTo(v, 9))),
    )
  })
})

describe('holes', () => {
  it('for a pickup’s screws stand half its spread to either side, in the rout’s floor', () => {
    const b = choosePart(
      plainBuild({ front: 165, parts: { 'pickup-bridge': { dims: { mountSpread: 78, tabHole: 3 } } } }),
      'pickup-screws',
      typicalPart('screws', 'ps', 'Pickup screws'),
    )
    const own = drillWork(b)!.holes.filter(h => h.screws === 'pickup-screws')
    expect(own.map(h => [h.along, h.across])).toEqual([
      [expect.closeTo(100, 6), 39],
      [expect.closeTo(100, 6), -39],
    ])
    for (const h of own) expect(h.bore.from[2]).toBe(-20)
  })
  it('of a guard that is placed lie where it is: its own place, and how far it was moved', () => {
    const guarded = choosePart(plainBuild({ front: 165, instrument: { extras: ['guard'] } }), 'guard', {
      ...typicalPart('guard', 'g', 'Guard'),
      features: [typicalFeature('screw-hole', 's', { x: 50, y: 30, diameter: 3.2 })],
    })
    const b = { ...guarded, placements: { ...guarded.placements, guard: { x: sure(1.5), y: sure(-2) } } }
    const [hole] = drillWork(b)!.holes.filter(h => h.screws === 'guard-screws')
    expect([hole!.along, hole!.across]).toEqual([expect.closeTo(51.5, 9), expect.closeTo(28, 9)])
  })
  it('are named by their bits: tenths to a tenth, others to a hundredth', () => {
    const bits = bitsIn({ sets: [], extra: [3.2, 3.25], missing: [] })
    expect(bits.map(b => b.name)).toEqual(['3.2\u202fmm', '3.25\u202fmm'])
  })
})

describe('paper', () => {
  const drawing = (width: number, height: number): Drawing => ({
    id: 'd',
    title: 'D',
    face: 'body top',
    mirrored: false,
    lay: '',
    table: [],
    marks: [
      { kind: 'line', from: [0, 0], to: [width, height], weight: 'edge' },
      { kind: 'hole', at: [30, 20], diameter: 8, label: '1' },
    ],
  })
  it('is 210 × 297 (ISO 216) or 215.9 × 279.4 (8.5 × 11 in)', () => {
    expect(PAPERS).toEqual({ A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } })
    expect(215.9 / 25.4).toBeCloseTo(8.5, 9)
  })
  it('takes a small drawing on one sheet, a long one on several that share 12 mm, named from the nut', () => {
    const one = tile(drawing(100, 60), { paper: 'A4', short: 1, long: 1 })
    expect(one.map(s => s.place)).toHaveLength(1)
    const many = tile(drawing(900, 60), { paper: 'A4', short: 1, long: 1 })
    expect(many.map(s => s.place).sort()).toEqual(['A1', 'B1', 'C1', 'D1'].slice(0, many.length))
    expect(many.length).toBeGreaterThan(2)
    // One place of the drawing on two neighbours lies as far apart as their origins do.
    const [a, b] = many
    expect(b!.origin[0] - a!.origin[0]).toBeCloseTo(a!.region.width - 12, 6)
    expect(onPaper(a!, [a!.origin[0] + 10, a!.origin[1]])).toEqual([a!.region.x + 10, a!.region.y])
  })
  it('goes on after Z with AA', () => {
    const wide = tile(drawing(9000, 60), { paper: 'A4', short: 1, long: 1 })
    expect(wide.length).toBeGreaterThan(27)
    const names = wide.map(s => s.place)
    expect(names).toContain('Z1')
    expect(names[names.indexOf('Z1') + 1]).toBe('AA1')
    expect(names[names.indexOf('Z1') + 2]).toBe('AB1')
  })
  it('as DXF has a circle at the hole, by its radius, on a layer of its own', () => {
    const text = drawingDxf(drawing(100, 60))
        .split(/\r?\n/)
        .map(x => x.trim()),
      at = text.indexOf('CIRCLE')
    // Group codes and values by turns [published: DXF R12]: layer 8, x 10, y 20, z 30, radius 40.
    const pairs = Object.fromEntries([0, 1, 2, 3, 4].map(k => [text[at + 1 + 2 * k], text[at + 2 + 2 * k]]))
    expect(pairs).toMatchObject({ '8': 'HOLES' })
    expect(Number(pairs['10'])).toBe(30)
    expect(Number(pairs['20'])).toBe(20)
    expect(Number(pairs['30'])).toBe(0)
    expect(Number(pairs['40'])).toBe(4)
  })
  it('ends a dimension in ticks of 45° through its ends, off what it measures', () => {
    const marks = plainDimension({ kind: 'dimension', from: [0, 0], to: [40, 0], text: '40', off: 10 }),
      ticks = marks.flatMap(m => (m.kind === 'line' && m.weight === 'edge' ? [m] : []))
    expect(ticks).toHaveLength(2)
    for (const [i, x] of [0, 40].entries()) {
      const t = ticks[i]!
      expect([(t.from[0] + t.to[0]) / 2, (t.from[1] + t.to[1]) / 2]).toEqual([
        expect.closeTo(x, 9),
        expect.closeTo(10, 9),
      ])
      expect(Math.abs((t.to[1] - t.from[1]) / (t.to[0] - t.from[0]))).toBeCloseTo(1, 9)
    }
  })
})

describe('orders and work', () => {
  it('tells joints by what is worst: won’t go, tight, can’t tell, loose, snug', () => {
    const ranks = ["won't go", 'tight', "can't tell", 'loose', 'snug']
    const states = jointsAsTheyStand(plain).map(j => ranks.indexOf(j.state))
    expect([...states].sort((a, b) => a - b)).toEqual(states)
  })
  it('asks an hour for each rout that a body has not [from memory], and nothing of anything else', () => {
    const body = plain.parts.find(p => p.kind === 'body')!
    expect(ownMinutes(plain, body)).toBe(0)
    expect(ownMinutes(plain, { ...body, features: [] })).toBe(60)
    expect(
      ownMinutes(
        plain,
        plain.parts.find(p => p.kind === 'neck')!,
      ),
    ).toBe(0)
  })
})

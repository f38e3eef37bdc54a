import { inWords } from '../support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import type { Point } from '../../src/core/geometry/outline.ts'
import { centreLine, offAt, readCentreLine, turnNeck, type CentreLine } from '../../src/core/layout/centreLine.ts'
import { placesThatFit } from '../../src/core/layout/controlPlaces.ts'
import { armLine, controlSpots, fromStrings, underArm, type ControlSpot } from '../../src/core/layout/controls.ts'
import { patternAt, usable } from '../../src/core/layout/drilledBridge.ts'
import { layOut, strip } from '../../src/core/layout/layOut.ts'
import { COURSE_GAP, nutSlots, saddlePlaces } from '../../src/core/layout/nutSlots.ts'
import { shimFor, wedgeWanted } from '../../src/core/layout/saddleHeight.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { fromSource, type Quantity } from '../../src/core/units/quantity.ts'
import { plainBuild, sure } from '../support/plainBuild.ts'
import { anyIn } from '../support/any.ts'

/** Lines and places of the layout, worked by hand or by what they have to have in common. */
const near = (p: readonly number[]) => p.map(x => expect.closeTo(x, 9))

describe('strings across a nut', () => {
  const given = fc.record({
    courses: fc.integer({ min: 2, max: 8 }),
    size: fc.integer({ min: 1, max: 3 }),
    gap: anyIn(1.5, 3),
    width: fc.integer({ min: 40, max: 70 }),
    margin: anyIn(1, 4),
    thin: anyIn(0.2, 0.4),
    by: anyIn(0.05, 0.2),
  })
  /** Outer sides of every course, from the treble edge on. */
  const sides = (slots: readonly number[], d: readonly number[], size: number) =>
    Array.from({ length: slots.length / size }, (_, c) => {
      const [a, b] = [c * size, c * size + size - 1]
      return { from: slots[a]! + d[a]! / 2, to: slots[b]! - d[b]! / 2, mid: (slots[a]! + slots[b]!) / 2 }
    })
  it('stand a margin inside both edges, share what is left as it is said, and keep their courses together', () =>
    fc.assert(
      fc.property(given, fc.constantFrom('equal gaps' as const, 'equal centres' as const), (g, spacing) => {
        const d = Array.from({ length: g.courses * g.size }, (_, i) => g.thin + g.by * i),
          slots = nutSlots(g.width, g.margin, d, spacing, { size: g.size, gap: g.gap }),
          s = sides(slots, d, g.size)
        expect(slots).toHaveLength(d.length)
        expect(s[0]!.from).toBeCloseTo(g.width / 2 - g.margin, 9)
        expect(s.at(-1)!.to).toBeCloseTo(-g.width / 2 + g.margin, 9)
        slots.forEach((y, i) => {
          if ((i + 1) % g.size) expect(y - slots[i + 1]!).toBeCloseTo(g.gap, 9)
        })
        const shared = s.slice(1).map((c, i) => (spacing === 'equal gaps' ? s[i]!.to - c.from : s[i]!.mid - c.mid))
        for (const x of shared) expect(x).toBeCloseTo(shared[0]!, 9)
      }),
      { numRuns: 120 },
    ))
  it('of a single course stand about the middle', () => {
    expect(nutSlots(42, 3, [0.3, 0.5], 'equal gaps', { size: 2, gap: 2.4 })).toEqual(near([1.2, -1.2]))
    expect(nutSlots(42, 3, [0.3], 'equal centres')).toEqual(near([0]))
  })
  it('an incomplete last course is as wide as it is', () => {
    // Five strings in twos: the last course is one string.
    const slots = nutSlots(42, 3, [0.4, 0.4, 0.4, 0.4, 0.4], 'equal gaps', { size: 2, gap: 2 })
    expect(slots).toHaveLength(5)
    expect(slots[4]).toBeCloseTo(-21 + 3 + 0.2, 9)
    // 36 less two courses of 2.4 and one of 0.4 leave two gaps of 15.4.
    expect(slots[2]).toBeCloseTo(21 - 3 - 2.4 - 15.4 - 0.2, 9)
  })
  it('courses lie 2 apart at the nut and 2.4 at the bridge when nothing is said [from memory]', () =>
    expect(COURSE_GAP).toEqual({ nut: 2, bridge: 2.4 }))
  it('saddles share a spread evenly, courses of them too', () => {
    expect(saddlePlaces(52, 6)).toEqual(near([26, 15.6, 5.2, -5.2, -15.6, -26]))
    // Three courses of two in 52: from 26 by (52 − 2.4) ÷ 2.
    expect(saddlePlaces(52, 6, { size: 2, gap: 2.4 })).toEqual(near([26, 23.6, 1.2, -1.2, -23.6, -26]))
    expect(saddlePlaces(52, 1)).toEqual(near([0]))
    expect(saddlePlaces(52, 2, { size: 2, gap: 2.4 })).toEqual(near([1.2, -1.2]))
    expect(saddlePlaces(52, 5, { size: 2, gap: 2 })).toEqual(near([26, 24, 0, -2, -26]))
  })
})

describe('a strip from one place to another', () => {
  it('is as wide as it is said, square to its way', () => {
    // Three along and four across: its normal is (−0.8, 0.6).
    expect(strip([10, 20], [40, 60], 10)).toEqual(
      [
        [10 - 4, 20 + 3],
        [40 - 4, 60 + 3],
        [40 + 4, 60 - 3],
        [10 + 4, 20 - 3],
      ].map(near),
    )
    expect(strip([10, 20], [10, 20], 6)).toEqual([near([10, 23]), near([10, 23]), near([10, 17]), near([10, 17])])
  })
})

describe('holes of a bridge over those of a body', () => {
  const hole = (id: string, x: number, y: number) => typicalFeature('screw-hole', id, { x, y, diameter: 3 })
  const own = [hole('a', 10, -20), hole('b', 10, 20), hole('c', 40, 0)]
  it('meet within the reach, each the nearest that is free', () => {
    const drilled = [hole('1', 110.2, -20), hole('2', 110, 21.4), hole('3', 110, 20.5), hole('4', 200, 0)],
      p = patternAt(own, drilled, 100, 0, 1.5)
    expect(p.pairs.map(q => [q.own.id, q.hole.id]).sort()).toEqual([
      ['a', '1'],
      ['b', '3'],
    ])
    expect(p.left.map(h => h.id)).toEqual(['2', '4'])
    expect(p.missing.map(h => h.id)).toEqual(['c'])
    expect(patternAt(own, [hole('1', 111.5, -20)], 100, 0, 1.5).pairs).toHaveLength(1)
    expect(patternAt(own, [hole('1', 111.6, -20)], 100, 0, 1.5).pairs).toHaveLength(0)
    expect(patternAt(own, [hole('1', 110, -18.6)], 100, 0, 1.5).pairs).toHaveLength(1)
    expect(patternAt(own, [hole('1', 110, -15.4)], 100, 3, 1.5).pairs).toHaveLength(0)
    expect(patternAt(own, [hole('1', 110, -17.2)], 100, 3, 1.5).pairs).toHaveLength(1)
  })
  it('serve together while none lies more than a quarter of a millimetre off; the worst is given up first', () => {
    const pair = (x: number, y: number, dx: number, dy: number, id: string) => ({
      own: hole(`o${id}`, x, y),
      hole: hole(`h${id}`, x + dx, y + dy),
    })
    // All moved by 100 and 2, one of them 0.24 off the others’ mean.
    const good = [pair(0, 0, 100, 2, '1'), pair(10, 30, 100, 2, '2'), pair(20, 0, 100.36, 2, '3')],
      fit = usable(good)
    expect(fit.kept).toHaveLength(3)
    expect(fit.along).toBeCloseTo(100.12, 9)
    expect(fit.across).toBeCloseTo(2, 9)
    const bad = usable([...good.slice(0, 2), pair(20, 0, 100, 2.8, '3'), pair(5, 5, 100.1, 2, '4')])
    expect(bad.kept.map(p => p.own.id)).toEqual(['o1', 'o2', 'o4'])
    expect(bad.along).toBeCloseTo(100.1 / 3 + 200 / 3, 9)
    expect(bad.across).toBeCloseTo(2, 9)
    // Two that do not agree: one is left.
    expect(usable([pair(0, 0, 100, 0, '1'), pair(10, 0, 101, 0, '2')]).kept).toHaveLength(1)
  })
})

describe('a neck’s wedge', () => {
  const q = (value: number): Quantity => fromSource({ id: 'x', label: 'x', value, doubt: 0, basis: 'measured' })
  const h = (aboveLowest: number) => ({
    needed: q(10),
    aboveLowest: q(aboveLowest),
    range: q(5),
    heelToSaddle: 160,
    pocketLength: 80,
  })
  it('is wanted while the strings stand less than half a millimetre over the lowest saddle, and leaves half beyond', () => {
    expect(wedgeWanted(undefined)).toBeUndefined()
    expect(wedgeWanted(h(0.5))).toBeUndefined()
    // 0.5 + 0.5 − 0.4 = 0.6 up: a wedge of a third of that at the heel’s end, over 80.
    expect(wedgeWanted(h(0.4))).toEqual({
      rise: expect.closeTo(0.6, 9),
      thick: expect.closeTo(0.2, 9),
      angleDeg: expect.closeTo((Math.atan(0.2 / 80) * 180) / Math.PI, 9),
      pared: expect.closeTo(0.3, 9),
    })
    expect(wedgeWanted(h(-1.4))!.rise).toBeCloseTo(2.4, 9)
    expect(shimFor(3, { heelToSaddle: 160, pocketLength: 80 })).toBeCloseTo(1, 9)
  })
})

describe('a fitted neck’s line', () => {
  const at = (value: number, doubt = 0.1): Quantity =>
    fromSource({ id: `x${value}${doubt}${Math.random()}`, label: 'x', value, doubt, basis: 'measured' })
  const station = (x: number, treble: number, bass: number, doubt = 0.1) => ({
    x: at(x, 0),
    treble: at(treble, doubt),
    bass: at(bass, doubt),
  })
  const line = (a: ReturnType<typeof station>, b: ReturnType<typeof station>) => {
    const c = centreLine(a, b)
    if ('problem' in c) throw new Error(inWords(c.problem))
    return c
  }
  it('is midway between its edges; its way between two stations is its angle', () => {
    // 1 to the treble side at −76, 3 at 174: 2 on 250.
    const c = line(station(-76, 29, 27), station(174, 33, 27))
    expect(c.at.mouth.value).toBeCloseTo(1, 9)
    expect(c.drift.value).toBeCloseTo(3, 9)
    expect(c.slope).toBeCloseTo(2 / 250, 9)
    expect(c.angleDeg.value).toBeCloseTo(((2 / 250) * 180) / Math.PI, 9)
    expect(c.origin).toBeCloseTo(1 + (76 * 2) / 250, 9)
    expect(offAt(c, 49)).toBeCloseTo(2, 9)
    // Half of two doubts of 0.1, square; the angle’s over 250, of both stations.
    expect(c.driftDoubt).toBeCloseTo(Math.hypot(0.05, 0.05), 9)
    expect(c.angleDoubt).toBeCloseTo(((Math.hypot(0.05, 0.05, 0.05, 0.05) / 250) * 180) / Math.PI, 9)
    expect(c.withinDoubt).toBe(false)
  })
  it('is within doubt when place, drift and angle are', () => {
    const c = (mouth: number, bridge: number) =>
      line(station(-76, 28 + mouth, 28 - mouth), station(174, 30 + bridge, 30 - bridge)).withinDoubt
    expect(c(0, 0)).toBe(true)
    expect(c(0.07, 0.07)).toBe(true)
    expect(c(0.08, 0)).toBe(false)
    expect(c(0, 0.08)).toBe(false)
    // Each within, the turn not: 0.13 against 0.1.
    expect(c(-0.065, 0.065)).toBe(false)
  })
  it('is refused in words where it makes no sense', () => {
    const says = (a: ReturnType<typeof station>, b: ReturnType<typeof station>) =>
      (centreLine(a, b) as { problem?: string }).problem
    expect(inWords(says(station(0, 28, 28), station(19.9, 28, 28)))).toContain('lie 20 mm apart')
    expect(says(station(0, 28, 28), station(20.1, 28, 28))).toBeUndefined()
    expect(inWords(says(station(0, 28, 28), station(-19.9, 28, 28)))).toContain('mm apart')
    expect(inWords(says(station(0, 28, -28), station(100, 28, 28)))).toContain(
      'At the first station the two edges cross',
    )
    expect(inWords(says(station(0, 28, 28), station(100, 28, -28.1)))).toContain(
      'At the second station the two edges cross',
    )
    expect(says(station(0, 28, -27.8), station(100, 28, 28))).toBeUndefined()
    expect(inWords(says(station(0, 28, 28), station(100, 27.9, 28)))).toContain('never meet at the nut')
    expect(says(station(100, 28, 28), station(0, 27.9, 28))).toBeUndefined()
    expect(readCentreLine({ readings: [] })).toBeUndefined()
  })
  it('comes back by shaving half its turn at the mouth and half at the end, and what is left along a wall', () => {
    const b = plainBuild(),
      c: CentreLine = line(station(-76, 29, 27), station(174, 33, 27)),
      t = turnNeck(b, c)
    // A pocket of 76: 2 ÷ 250 × 38 = 0.304 at each; in its middle the neck lies 1 + 0.304 to the treble side.
    expect(t.shave).toEqual([
      { where: 'mouth', side: 'treble', by: expect.closeTo(0.304, 9) },
      { where: 'end', side: 'bass', by: expect.closeTo(0.304, 9) },
      { where: 'along', side: 'bass', by: expect.closeTo(1.304, 9) },
    ])
    expect(inWords(t.says)).toContain('0.30 mm from the treble wall at the mouth')
    const other = turnNeck(b, line(station(-76, 27, 29), station(174, 27, 33)))
    expect(other.shave.map(s => s.side)).toEqual(['bass', 'treble', 'treble'])
  })
  it('is left where readings leave it open, or read again', () => {
    const b = plainBuild()
    expect(inWords(turnNeck(b, line(station(-76, 28, 28), station(174, 30, 30))).says)).toMatch(
      /^Leave it\. 0\.0 mm .* 0\.1 mm/,
    )
    // Beside the line by more than its doubt at the mouth, straight, and in the middle by less than the bridge’s.
    const doubtful = line(station(-76, 28.2, 28), station(174, 30.2, 30, 0.3))
    expect(doubtful.withinDoubt).toBe(false)
    expect(inWords(turnNeck(b, doubtful))).toEqual({
      shave: [],
      says: expect.stringContaining('read again before you cut') as string,
    })
    // A turn that comes to under 0.02 at the pocket’s ends is none.
    const long = line(station(-76, 28.5, 28, 0), station(1174, 28.9, 28.4, 0))
    expect(turnNeck(b, { ...long, slope: 0.0005, angleDeg: at(0.03, 0.001) }).shave.map(s => s.where)).toEqual([
      'along',
    ])
    expect(turnNeck(b, { ...long, slope: 0.0006, angleDeg: at(0.03, 0.001) }).shave.map(s => s.where)).toEqual([
      'mouth',
      'end',
      'along',
    ])
  })
})

describe('controls on a plain body', () => {
  // Cavity 620…720 × 60…120, strings within 26 of the line at the bridge, the slab’s edge at 160.
  const base = (p: Parameters<typeof plainBuild>[0] = {}) =>
    plainBuild({
      front: 165,
      instrument: { volumes: 2 },
      parts: {
        'pot-volume': { dims: { caseWidth: 24 } },
        'pot-volume-2': { dims: { caseWidth: 24 } },
        'knob-volume': { dims: { outsideDiameter: 18 } },
        'knob-volume-2': { dims: { outsideDiameter: 18 } },
      },
      ...p,
    })
  const at = (b: Build, ...places: [string, number, number][]): Build => ({
    ...b,
    placements: {
      ...b.placements,
      parts: places.map(([slot, x, y]) => ({ slot, x: sure(x), y: sure(y) })),
    },
  })
  const second = (x: number, y: number, b = base()): ControlSpot => {
    const own = at(b, ['pot-volume-2', x, y])
    return controlSpots(own, layOut(own)!).find(s => s.slot === 'pot-volume-2')!
  }
  const knob = second(200, 90).knob
  it.each([
    // A case of 24 in a cavity that ends at 250 × 120 from the pocket: walls, then the first pot’s case at 180 | 90.
    [250 - 12 - 0.6, 90, []],
    [250 - 12 - 0.4, 90, ['Only 0.4 mm from case to wall.']],
    [250 - 12 + 1.5, 90, ['Its case runs 1.5 mm into the cavity’s wall.']],
    [180 + 24 + 1.1, 90, []],
    [180 + 24 + 0.9, 90, ['Only 0.9 mm between its case and volume’s.']],
    [180 + 24 - 1.5, 90, ['Its case runs 1.5 mm into volume’s.']],
    [60, 110, ['Stands over no cavity: its case has no room below.']],
  ])('at %f | %f: %j', (x, y, cases) =>
    expect(
      second(x, y)
        .findings.filter(f => /case/.test(inWords(f)))
        .map(f => inWords(f).replace(/volume \d/, 'volume')),
    ).toEqual(cases),
  )
  it.each([
    [180 + knob + 6.1, []],
    [180 + knob + 5.9, ['5.9 mm to volume’s rim: fingers want 6 mm.']],
    [180 + knob - 1, ['Its knob runs into volume’s.']],
  ])('two rims, the second at %f', (x, said) =>
    expect(
      second(x, 90)
        .findings.filter(f => /rim: fingers|knob runs/.test(inWords(f)))
        .map(f => inWords(f).replace(/volume \d/, 'volume')),
    ).toEqual(said),
  )
  it('the strings’ side of a rim has 15 for the hand, past the saddles the way along comes on top', () => {
    const b = base(),
      l = layOut(b)!,
      first = l.strings[0]!,
      yAt = (x: number) => first.nut[1] + ((first.saddle[1] - first.nut[1]) * x) / first.saddle[0]
    expect(fromStrings(l, [600, yAt(600) + 40])).toBeCloseTo(40, 9)
    expect(fromStrings(l, [first.saddle[0] + 12, yAt(first.saddle[0] + 12) + 40])).toBeCloseTo(52, 9)
    const hand = (left: number) =>
      second(150, yAt(620) + knob / 2 + left).findings.filter(f => inWords(f).includes('playing hand'))
    expect(hand(15.1)).toEqual([])
    expect(inWords(hand(14.9))).toEqual(['Its rim stands 14.9 mm from the strings: the playing hand wants 15 mm.'])
  })
  it('the body’s edge is three off a rim, the guard’s where it hangs on that', () => {
    const edge = (y: number) => second(200, y).findings.filter(f => inWords(f).includes('edge'))
    expect(edge(160 - knob / 2 - 3.1)).toEqual([])
    expect(inWords(edge(160 - knob / 2 - 2.9))).toEqual(['Its rim stands 2.9 mm from the body’s edge.'])
    const guarded = base({
      instrument: { volumes: 2, mounting: 'on the guard' },
      parts: {
        'pot-volume': { dims: { caseWidth: 24 } },
        'pot-volume-2': { dims: { caseWidth: 24 } },
        guard: {
          dims: { thickness: 2.4 },
          features: [],
          outline: {
            smooth: false,
            doubt: 0,
            points: [
              [-100, -100],
              [200, -100],
              [200, 140],
              [-100, 140],
            ],
          },
        },
      },
    })
    const l = layOut(guarded)!,
      far = Math.max(...l.guard.map(p => p[0])) - l.nutToHeelEnd
    const rim = (left: number) => {
      const s = second(far - 9.5 - left, 90, guarded)
      return { on: s.on, edge: s.edge, said: s.findings.filter(f => inWords(f).includes('guard’s edge')) }
    }
    const size = second(far - 40, 90, guarded).knob
    const off = size / 2 - 9.5
    expect(rim(3.1 + off)).toMatchObject({ on: 'guard', edge: expect.closeTo(3.1, 6) as number, said: [] })
    expect(inWords(rim(2.9 + off).said)).toEqual(['Its rim stands 2.9 mm from the guard’s edge.'])
    expect(inWords(rim(-1 + off).said)).toEqual(['Its rim stands 1.0 mm over the guard’s edge.'])
  })
  it('the forearm lies from the body’s rear bass edge to 40 before the bridge, 45 to each side [from memory]', () => {
    const l = layOut(base())!,
      line = armLine(l)!
    expect(line[1]).toEqual(near([470 + 165 - 40, 0]))
    expect(line[0]).toEqual(near([470 + 320, -160]))
    const mid: Point = [(line[0][0] + line[1][0]) / 2, (line[0][1] + line[1][1]) / 2],
      run = Math.hypot(line[1][0] - line[0][0], line[1][1] - line[0][1]),
      n: Point = [-(line[1][1] - line[0][1]) / run, (line[1][0] - line[0][0]) / run]
    const off = (by: number): Point => [mid[0] + n[0] * by, mid[1] + n[1] * by]
    expect(underArm(line, off(45 + 9 - 0.1), 18)).toBe(true)
    expect(underArm(line, off(45 + 9 + 0.1), 18)).toBe(false)
    expect(underArm(line, off(-(45 + 9 - 0.1)), 18)).toBe(true)
    expect(underArm(line, off(-(45 + 9 + 0.1)), 18)).toBe(false)
    expect(underArm(line, [line[1][0] - 44, 0], 0)).toBe(true)
    expect(underArm(undefined, mid, 18)).toBe(false)
    // Only what lies on the bass side by more than 40, from 20 before the bridge on.
    const shaped = (body: Point[]) => armLine({ ...l, body })
    expect(
      shaped([
        [614, -100],
        [616, -39],
        [500, -100],
      ]),
    ).toBeUndefined()
    expect(
      shaped([
        [616, -41],
        [500, -100],
        [500, 100],
      ])![0],
    ).toEqual([616, -41])
    expect(
      shaped([
        [616, -41],
        [700, -90],
        [700, 100],
      ])![0],
    ).toEqual([700, -90])
    expect(shaped([])).toBeUndefined()
  })
  it('places that fit leave every room, the best first, a good way apart', () => {
    const b = base(),
      l = layOut(b)!,
      others = controlSpots(b, l).filter(s => s.slot === 'pot-volume'),
      places = placesThatFit(l, { case: 24, knob: 18 }, others)
    expect(places.length).toBeGreaterThan(1)
    for (const [i, p] of places.entries()) {
      const wall = Math.min(p.at[0] - 620, 720 - p.at[0], p.at[1] - 60, 120 - p.at[1])
      // Rounded corners take a little where both walls are near.
      if (Math.abs(p.at[0] - 670) < 30) expect(p.wall).toBeCloseTo(wall - 12, 6)
      const from = Math.hypot(p.at[0] - 650, p.at[1] - 90)
      expect(p.neighbour).toBeCloseTo(from - 24, 6)
      expect(p.rim).toBeCloseTo(from - 9 - others[0]!.knob / 2, 6)
      expect(p.edge).toBeCloseTo(160 - p.at[1] - 9, 6)
      expect(p.spare).toBeCloseTo(Math.min(p.wall - 0.5, p.neighbour - 1, p.rim - 6, p.string - 15, p.edge - 3), 9)
      expect(p.spare).toBeGreaterThanOrEqual(0)
      if (i) expect(p.spare).toBeLessThanOrEqual(places[i - 1]!.spare + 1e-9)
      for (const o of places.slice(0, i))
        expect(Math.hypot(o.at[0] - p.at[0], o.at[1] - p.at[1])).toBeGreaterThanOrEqual(15)
    }
    // The best of all on a grid of two: tried one by one.
    let best = -Infinity
    for (let x = 622; x < 720; x += 2)
      for (let y = 62; y < 120; y += 2) {
        if (underArm(armLine(l), [x, y], 18)) continue
        const wall = Math.min(x - 620, 720 - x, y - 60, 120 - y) - 12,
          from = Math.hypot(x - 650, y - 90)
        best = Math.max(
          best,
          Math.min(
            wall - 0.5,
            from - 24 - 1,
            from - 9 - others[0]!.knob / 2 - 6,
            fromStrings(l, [x, y]) - 9 - 15,
            160 - y - 9 - 3,
          ),
        )
      }
    expect(places[0]!.spare).toBeCloseTo(best, 6)
  })
  it('one that fits nowhere is told where it misses by least; without a knob nothing above counts', () => {
    const l = layOut(base())!,
      large = placesThatFit(l, { case: 70, knob: 18 }, [])
    expect(large).toHaveLength(1)
    // The cavity is 60 across: 30 less 35, and half a millimetre wanted.
    expect(large[0]!.spare).toBeCloseTo(-5.5, 1)
    const [jack] = placesThatFit(l, { case: 20, knob: 0 }, [], 1)
    expect([jack!.rim, jack!.string, jack!.edge]).toEqual([Infinity, Infinity, Infinity])
    expect(jack!.spare).toBeCloseTo(30 - 10 - 0.5, 6)
  })
})

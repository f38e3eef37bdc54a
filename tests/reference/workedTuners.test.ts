import { describe, expect, it } from 'vitest'
import { layOut } from '../../src/core/layout/layOut.ts'
import { checkTuners, tunerScrewAt } from '../../src/core/layout/tuners.ts'
import type { TunerSpot } from '../../src/core/layout/tunerRow.ts'
import type { Point } from '../../src/core/geometry/outline.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * Tuners on a rectangular head, 190 long and 46 to each side, worked by hand: bodies of 15 × 24 of which 38 hundredths
 * lie inwards of the post, buttons of 18 × 14 that begin 17 outside it, posts of 6.2, bushings of 10.
 */
const HEAD: Point[] = [
  [-190, -46],
  [0, -46],
  [0, 46],
  [-190, 46],
]
const SLOTS = [17.5, 10.5, 3.5, -3.5, -10.5, -17.5]
const b = plainBuild({
  parts: {
    tuners: {
      dims: {
        count: 6,
        bodyWidth: 15,
        bodyLength: 24,
        buttonReach: 17,
        buttonLength: 14,
        buttonWidth: 18,
        postDiameter: 6.2,
        bushingDiameter: 10,
      },
    },
  },
})
const check = (spots: TunerSpot[], build = b) => checkTuners(build, { from: 'placed', spots }, HEAD, SLOTS)
const row = (x0: number, pitch: number, y: number, strings: readonly number[], side: 1 | -1): TunerSpot[] =>
  strings.map((string, i) => ({ string, at: [x0 - pitch * i, y], side }))
const BOTH = [...row(-40, 30, 33, [1, 2, 3], 1), ...row(-40, 30, -33, [6, 5, 4], -1)]
const extent = (points: readonly Point[], axis: 0 | 1) => [
  Math.min(...points.map(p => p[axis])),
  Math.max(...points.map(p => p[axis])),
]

describe('a tuner on the head', () => {
  const t = check(BOTH),
    first = t.spots.find(s => s.string === 1)!,
    sixth = t.spots.find(s => s.string === 6)!
  it('has its body about the post, as wide as it is, further out than in', () => {
    expect(extent(first.body, 0)).toEqual([expect.closeTo(-40 - 7.5, 9), expect.closeTo(-40 + 7.5, 9)])
    expect(extent(first.body, 1)).toEqual([expect.closeTo(33 - 24 * 0.38, 9), expect.closeTo(33 + 24 * 0.62, 9)])
    expect(extent(sixth.body, 1)).toEqual([expect.closeTo(-33 - 24 * 0.62, 9), expect.closeTo(-33 + 24 * 0.38, 9)])
  })
  it('has its button outside the edge', () => {
    expect(extent(first.button, 0)).toEqual([expect.closeTo(-40 - 9, 9), expect.closeTo(-40 + 9, 9)])
    expect(extent(first.button, 1)).toEqual([expect.closeTo(33 + 17, 9), expect.closeTo(33 + 31, 9)])
    expect(extent(sixth.button, 1)).toEqual([expect.closeTo(-33 - 31, 9), expect.closeTo(-33 - 17, 9)])
  })
  it('has its screw beside the post along the row, towards the nut', () => {
    expect(tunerScrewAt(HEAD, BOTH[0]!, 11)).toEqual([expect.closeTo(-29, 9), expect.closeTo(33, 9)])
    expect(tunerScrewAt(HEAD, BOTH[3]!, 11)).toEqual([expect.closeTo(-29, 9), expect.closeTo(-33, 9)])
  })
  it('stands in a row of even pitch, with what its bodies leave', () => {
    for (const r of t.rows) {
      expect(r.pitches).toEqual([30, 30])
      expect(r.room).toBeCloseTo(60 - 30, 9)
    }
    // 13 of wood to the edge and 12 between buttons: only the turns at the nut are told.
    expect(t.findings.filter(f => !f.includes('turns'))).toEqual([])
  })
})

describe('what is found of tuners', () => {
  const told = (spots: TunerSpot[], word: RegExp) => check(spots).findings.filter(f => word.test(f))
  const moved = (string: number, to: Point) => BOTH.map(s => (s.string === string ? { ...s, at: to } : s))
  it.each([
    [46 - 3 - 5 - 0.1, 0],
    [46 - 3 - 5 + 0.1, 1],
  ])('wood beside the hole under 3 mm: a post %f off the middle', (y, n) =>
    expect(told(moved(1, [-40, y]), /^Tuner 1: .* of wood from hole to edge/)).toHaveLength(n),
  )
  it('a post outside the head', () =>
    expect(told(moved(1, [-40, 50]), /^Tuner 1 stands outside the head/)).toHaveLength(1))
  it.each([
    [15.2, 0],
    [14.9, 1],
  ])('bodies of 15 at a pitch of %f', (pitch, n) =>
    expect(
      told(
        [...row(-40, pitch, 33, [1, 2], 1)],
        /bodies of tuners 1 and 2 run|between the bodies of tuners 1 and 2/,
      ),
    ).toHaveLength(n),
  )
  it.each([
    [20.1, 0],
    [19.9, 1],
    [17.9, 1],
  ])('buttons of 18 want two millimetres between them: a pitch of %f', (pitch, n) => {
    const found = told([...row(-40, pitch, 33, [1, 2], 1)], /buttons of tuners 1 and 2/)
    expect(found).toHaveLength(n)
    if (n) {
      const gap = pitch - 18
      expect(found[0]).toContain(gap < 0 ? `${(-gap).toFixed(1)} mm into` : `${gap.toFixed(2)} mm between`)
    }
  })
  it.each([
    [46 - 15.9, 0],
    [46 - 16.1, 1],
    [46 - 18, 1],
  ])('a button that has to clear the edge by a millimetre: a post %f off the middle', (y, n) =>
    expect(told(moved(2, [-70, y]), /Tuner 2 stands .* inside the edge|button of tuner 2 clears/)).toHaveLength(n),
  )
  it('a string that turns more than 12° in its slot, to the side of its post that faces the middle', () => {
    const turn = (x: number, y: number, slot: number) => (Math.atan2(y - 6.2 / 2 - slot, x) * 180) / Math.PI
    // 33 less half a post, from slots at 17.5, 10.5 and 3.5, on 40, 70 and 100.
    const turns = [turn(40, 33, 17.5), turn(70, 33, 10.5), turn(100, 33, 3.5)]
    turns.forEach((deg, i) => {
      const said = told(BOTH, new RegExp(`^String ${i + 1} turns`))
      expect(deg).toBeGreaterThan(12)
      expect(said[0]).toContain(`${deg.toFixed(0)}°`)
    })
    // Nearer to the middle none does.
    const near = [...row(-60, 40, 26, [1, 2, 3], 1), ...row(-60, 40, -26, [6, 5, 4], -1)]
    expect(Math.max(turn(60, 26, 17.5), turn(100, 26, 10.5), turn(140, 26, 3.5))).toBeLessThan(12)
    expect(told(near, /sideways/)).toEqual([])
  })
  it('fewer tuners than strings', () =>
    expect(told(BOTH.slice(0, 4), /^4 of 6 tuners find a place/)).toHaveLength(1))
  it('a row whose room is less than the doubt of its bodies', () => {
    const doubtful = plainBuild({ parts: { tuners: { dims: { count: 6, bodyWidth: 15 } } } })
    doubtful.parts.find(p => p.id === doubtful.slots.tuners)!.dims.bodyWidth = {
      value: 15,
      doubt: 0.4,
      basis: 'claimed',
    }
    const near = check(row(-40, 15.3, 33, [1, 2, 3], 1), doubtful)
    // Two pitches of 15.3 and two bodies: 0.6 to spare, two doubts of 0.4 and the ends’.
    expect(near.rows[0]!.room).toBeCloseTo(0.6, 9)
    expect(near.rows[0]!.roomDoubt).toBeGreaterThan(0.8)
    expect(near.findings.some(f => f.startsWith('The treble row has 0.6 mm to spare'))).toBe(true)
  })
})

describe('tuners on this head as it is drilled', () => {
  it('are proposed in two rows of three, five tuners as three and two', () => {
    for (const [strings, rows] of [
      [6, [3, 3]],
      [5, [3, 2]],
      [7, [4, 3]],
      [4, [2, 2]],
    ] as const) {
      const own = plainBuild({ strings }),
        l = layOut(own)!
      const t = checkTuners(
        own,
        l.tuners,
        l.head,
        l.strings.map(s => s.nut[1]),
      )
      expect(
        t.rows.map(r => r.spots.length),
        `${strings} strings`,
      ).toEqual([...rows])
      expect(t.findings.filter(f => f.includes('find a place'))).toEqual([])
    }
  })
})

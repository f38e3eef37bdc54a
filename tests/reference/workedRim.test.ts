import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { rimAt, rimSays } from '../../src/core/drill/requests/buttonHoles.ts'
import { alongOutline, type Point } from '../../src/core/geometry/outline.ts'

/** A round rim of 200 mm about the origin, by hand: its axis points at the middle, and its radius is its radius. */
const round: Point[] = Array.from({ length: 720 }, (_, i): Point => [
  200 * Math.cos((i * Math.PI) / 360),
  200 * Math.sin((i * Math.PI) / 360),
])
const at = (deg: number): Point => [200 * Math.cos((deg * Math.PI) / 180), 200 * Math.sin((deg * Math.PI) / 180)]

describe('a strap button’s hole in the rim', () => {
  it.each([0, 20, 45, -30, 150])('is square to the rim’s own curve at %s°', deg => {
    const { turn, radius } = rimAt(round, at(deg))
    // From there the middle lies the same angle off the centre line, on the other side.
    const want = deg > 90 ? 180 - deg : deg
    expect(Math.abs(turn)).toBeCloseTo(Math.abs(want), 0)
    expect(radius!).toBeGreaterThan(197)
    expect(radius!).toBeLessThan(203)
  })
  it('knows no radius where the rim is straight', () => {
    const slab: Point[] = [
      [-80, -160],
      [320, -160],
      [320, 160],
      [-80, 160],
    ]
    expect(rimAt(slab, [320, 10])).toEqual({ turn: expect.closeTo(0, 9), radius: undefined })
    expect(Math.abs(rimAt(slab, [100, 160]).turn)).toBeCloseTo(90, 6)
  })
  it('says how far it leans: 1 mm in 45 by hand, 0.3 with a guide [from memory]', () => {
    // Over 30 mm: 0.67 and 0.2.
    expect(inWords(rimSays(round, at(0), 30))).toContain('about 0.7 mm by hand, 0.2 mm with a drilled block')
  })
})

describe('a walk along an outline', () => {
  const square: Point[] = [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
  ]
  it('goes round corners, forth and back, and comes home', () => {
    const on = alongOutline(square, [4, -1])
    expect(on(0)).toEqual([expect.closeTo(4, 9), 0])
    expect(on(8)).toEqual([10, expect.closeTo(2, 9)])
    expect(on(-6)).toEqual([0, expect.closeTo(2, 9)])
    expect(on(40)).toEqual([expect.closeTo(4, 9), 0])
  })
})

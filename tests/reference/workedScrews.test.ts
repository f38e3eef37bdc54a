import { describe, expect, it } from 'vitest'
import {
  leadHole,
  leastBite,
  screwNumber,
  screwNumberDiameter,
  SCREW_LENGTHS,
  withdrawal,
} from '../../src/core/drill/screws.ts'
import { gaugeScale } from '../../src/core/fit/gaugeScale.ts'
import { woodOf } from '../../src/core/parts/woods.ts'
import { holesOf } from '../support/holesOf.ts'
import { plainBuild } from '../support/plainBuild.ts'

/** Wood screws: body diameters in inches by their number [published: ASME B18.6.1, table 1, retyped from memory]. */
const NUMBERS: readonly (readonly [number, number])[] = [
  [0, 0.06],
  [2, 0.086],
  [4, 0.112],
  [6, 0.138],
  [8, 0.164],
  [10, 0.19],
  [12, 0.216],
]

describe('wood screws', () => {
  it.each(NUMBERS)('number %i is %f in across, and is known again by that', (n, inch) => {
    expect(screwNumberDiameter(n)).toBeCloseTo(inch * 25.4, 9)
    expect(screwNumber(inch * 25.4)).toBe(n)
    expect(screwNumber(inch * 25.4 + 0.1)).toBe(n)
  })
  it('have no number under nought', () => expect(screwNumber(0.5)).toBe(0))
  it('come in these lengths [common practice]', () =>
    expect(SCREW_LENGTHS).toEqual([10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 70]))
  it.each([
    ['neck-screws', 12],
    ['bridge-screws', 12],
    ['button-screws', 15],
    ['tail-screws', 15],
    ['guard-screws', 5],
    ['tuner-screws', 5],
    ['pickup-screws', 5],
  ])('of %s bite %i mm at least [common practice; buttons and tails from memory]', (slot, mm) =>
    expect(leastBite(slot)).toBe(mm),
  )
  it('want 90 % of their root in hardwood and 70 % in softwood; a root is 81 % of the outside [from memory]', () => {
    expect(leadHole(4, woodOf('hard maple'))).toBeCloseTo(4 * 0.81 * 0.9, 9)
    expect(leadHole(4, woodOf('paulownia'))).toBeCloseTo(4 * 0.81 * 0.7, 9)
  })
  it('hold 108.25 · G² · D · L newtons [published: Wood Handbook, fastenings]', () =>
    expect(withdrawal(0.63, 4.2, 16)).toBeCloseTo(108.25 * 0.63 * 0.63 * 4.2 * 16, 6))
})

describe('a locking nut’s screws', () => {
  it('pass the head from behind, half of its length behind the edge and half of its spread beside the line', () => {
    const b = plainBuild({
      instrument: { bridge: 'double-locking tremolo' },
      parts: { 'locking-nut': { dims: { length: 16, screwSpread: 20 } } },
    })
    const own = holesOf(b).filter(h => h.id.startsWith('lock-'))
    expect(own.map(h => [h.at[0], h.at[1], h.along, h.face])).toEqual([
      [-8, 10, -8, 'headstock back'],
      [-8, -10, -8, 'headstock back'],
    ])
  })
})

describe('a gauge’s scale', () => {
  it.each([
    [0.3, 0.29, { low: 0.3, high: 2, never: 0 }],
    [19.8, 3.9, { low: -0.6, high: 9.4, never: -1.6 }],
    [0.05, 0.004, { low: 0.02, high: 0.1, never: 0 }],
    [-24, 0.5, { low: 0, never: -12 }],
  ])('of %f ± %f is divided by one, two or five, and has what it shows inside', (c, doubt, limits) => {
    const s = gaugeScale(c, doubt, limits)
    const step = s.ticks[1]! - s.ticks[0]!
    const digit = Number(step.toExponential(6).split('e')[0])
    expect(
      [1, 2, 5].some(d => Math.abs(d - digit) < 1e-4),
      `step ${step}`,
    ).toBe(true)
    for (const t of s.ticks) expect(Math.abs(t / step - Math.round(t / step))).toBeLessThan(1e-6)
    expect(s.ticks.length).toBeGreaterThanOrEqual(2)
    expect(s.from).toBeLessThanOrEqual(Math.min(c - doubt, limits.low))
    expect(s.to).toBeGreaterThanOrEqual(Math.max(c + doubt, 'high' in limits ? limits.high! : limits.low))
  })
})

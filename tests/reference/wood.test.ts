import { describe, expect, it } from 'vitest'
import { SCREW_LENGTHS, screwNumber } from '../../src/core/drill/screws.ts'
import { equilibriumMoisture, movement } from '../../src/core/parts/moisture.ts'
import { woodOf } from '../../src/core/parts/woods.ts'
import { doubtOf, fromSource, linear } from '../../src/core/units/quantity.ts'
import { chanceToSettle } from '../../src/core/fit/measureNext.ts'
import type { Joint } from '../../src/core/fit/joint.ts'
import { judge } from '../../src/core/fit/verdict.ts'
import { SADDLE_SCREW_PITCH } from '../../src/core/setup/saddleScrews.ts'

const F = (f: number) => ((f - 32) * 5) / 9

describe('moisture of wood', () => {
  // USDA FPL Wood Handbook, table of equilibrium moisture content, at 70 °F [published; 50 % row given in the trade handbook, the others from memory of that table].
  it.each([
    [50, 9.2],
    [30, 6.2],
    [65, 12.0],
    [80, 16.0],
  ])('at 70 °F and %i %% is %f %%', (rh, m) =>
    expect(Math.abs(equilibriumMoisture(F(70), rh) - m)).toBeLessThanOrEqual(0.15),
  )
  it('grows with damp and falls with heat', () => {
    for (let h = 10; h < 90; h += 10)
      expect(equilibriumMoisture(20, h + 10)).toBeGreaterThan(equilibriumMoisture(20, h))
    expect(equilibriumMoisture(35, 50)).toBeLessThan(equilibriumMoisture(15, 50))
  })
})

describe('movement across the grain', () => {
  // ΔD = D · C · (M₂ − M₁) [published: Wood Handbook]; its coefficients for hard maple and yellow-poplar.
  it.each([
    ['hard maple', 0.00353, 0.00165],
    ['yellow-poplar', 0.00289, 0.00158],
  ])('%s has the published coefficients', (name, t, r) => {
    expect(woodOf(name).changeTangential).toBe(t)
    expect(woodOf(name).changeRadial).toBe(r)
  })
  // The handbook's worked example as remembered: 9.15 in of flat-grained maple, 8 to 11 % [published, recalled from memory].
  it('of a flat-sawn maple board of 232 mm that dries from 8 to 11 %: 2.46 mm', () =>
    expect(movement(232, 0.00353, 8, 11)).toBeCloseTo(2.457, 3))
})

describe('screws and threads', () => {
  // ASME B18.6.1: nominal diameter 0.060 + 0.013 N inches [published].
  it.each([
    [4, 0.112],
    [6, 0.138],
    [8, 0.164],
    [10, 0.19],
  ])('wood screw number %i is %f in', (n, inches) => expect(screwNumber(inches * 25.4)).toBe(n))
  // ISO 261 coarse: M3 0.5, M4 0.7. ASME B1.1: #4-40 and #6-32 threads an inch [published].
  it.each([
    ['M3', 0.5],
    ['M4', 0.7],
    ['#4-40', 25.4 / 40],
    ['#6-32', 25.4 / 32],
  ] as const)('%s has a pitch of %f mm', (name, pitch) => expect(SADDLE_SCREW_PITCH[name]).toBeCloseTo(pitch, 3))
  it('are sold in growing lengths', () => {
    for (let i = 1; i < SCREW_LENGTHS.length; i++) expect(SCREW_LENGTHS[i]!).toBeGreaterThan(SCREW_LENGTHS[i - 1]!)
  })
})

describe('doubts of independent inputs', () => {
  const q = (id: string, value: number, doubt: number) =>
    fromSource({ id, label: id, value, doubt, basis: 'claimed' })
  // JCGM 100:2008 §5.1.2: u² = Σ (cᵢ uᵢ)² [published].
  it('combine as the root of the sum of squares', () =>
    expect(
      doubtOf(
        linear([
          [1, q('a', 1, 0.3)],
          [-2, q('b', 1, 0.2)],
        ]),
      ),
    ).toBeCloseTo(0.5, 12))
  it('count an input that enters twice once, with its whole coefficient', () =>
    expect(
      doubtOf(
        linear([
          [1, q('a', 1, 0.3)],
          [1, q('a', 1, 0.3)],
        ]),
      ),
    ).toBeCloseTo(0.6, 12))
  it('say how likely a reading settles a verdict: Monte Carlo agrees', () => {
    const limits = { low: 0.05, high: 0.25, never: -0.1 }
    const clearance = linear([
      [1, q('hole', 56.2, 0.3)],
      [-1, q('peg', 56, 0.06)],
    ])
    const joint = { clearance, limits, ...judge(clearance, limits) } as Joint
    let s = 12345,
      hits = 0
    const rnd = () => (s = (s * 1103515245 + 12345) % 2147483648) / 2147483648
    const left = Math.hypot(0.06, 0.05),
      spread = Math.sqrt(0.3 ** 2 - 0.05 ** 2) / 2
    for (let i = 0; i < 40000; i++) {
      const z = Math.sqrt(-2 * Math.log(rnd() + 1e-12)) * Math.cos(2 * Math.PI * rnd())
      if (
        judge(
          fromSource({ id: 'x', label: 'x', value: clearance.value + spread * z, doubt: left, basis: 'measured' }),
          limits,
        ).state !== "can't tell"
      )
        hits++
    }
    expect(Math.abs(chanceToSettle(joint, 'hole') - hits / 40000)).toBeLessThan(0.04)
  })
})

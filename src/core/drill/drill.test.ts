import { inWords } from '../../../tests/support/inWords.ts'
import { holesOf } from '../../../tests/support/holesOf.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { heron, measuredAt } from '../../../tests/support/heron.ts'
import type { Drawer } from '../document/build.ts'
import { edgeDistance } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { bitsIn, bitSeries, chooseBit } from './bits.ts'
import { LEFT_UNDER } from './holeList.ts'
import { anyIn } from '../../../tests/support/any.ts'

const group = (g: string, b = heron()) => holesOf(b).filter(h => h.group === g)
const drawer = (...sets: Drawer['sets']): Drawer => ({ sets, extra: [], missing: [] })
const METRIC = bitsIn(drawer('metric by halves')),
  INCH = bitsIn(drawer('fractional by 64ths'))

describe('bits', () => {
  it('never take a pilot larger nor a passing hole smaller than asked', () =>
    fc.assert(
      fc.property(
        anyIn(1.2, 12),
        fc.constantFrom(METRIC, INCH),
        (d, s) =>
          (d < s[0]!.mm || chooseBit(d, s, 'never larger')!.mm <= d + 0.1 + 1e-9) &&
          chooseBit(d, s, 'never smaller')!.mm >= d - 0.1 - 1e-9,
      ),
    ))
  it('go up to size in steps', () => {
    expect(bitSeries(chooseBit(10, METRIC, 'never larger')!, METRIC).map(b => b.mm)).toEqual([2.5, 6, 10])
    expect(bitSeries(chooseBit(2, METRIC, 'never larger')!, METRIC)).toHaveLength(1)
    fc.assert(
      fc.property(fc.constantFrom(...INCH), b => {
        const s = bitSeries(b, INCH)
        return s.at(-1) === b && s.every((x, i) => i === 0 || x.mm > s[i - 1]!.mm)
      }),
    )
  })
  it('come from whole sets, single ones and without the broken ones, smallest first and none twice', () => {
    const all = bitsIn({
      sets: ['metric by halves', 'metric by tenths', 'number sizes'],
      extra: [22, 35.5],
      missing: [3],
    })
    expect(all.some(b => Math.abs(b.mm - 3) < 0.011)).toBe(false)
    expect(all.at(-1)!.mm).toBe(35.5)
    for (let i = 1; i < all.length; i++) expect(all[i]!.mm - all[i - 1]!.mm).toBeGreaterThan(0.011)
  })
  it('of an empty drawer are none', () => {
    expect(chooseBit(3, [], 'nearest')).toBeUndefined()
  })
})

describe('the hole list', () => {
  it('covers neck, bridge, tuners, strap buttons and the ground wire', () => {
    expect(group('neck')).toHaveLength(8)
    expect(group('bridge')).toHaveLength(4)
    expect(group('tuners')).toHaveLength(6)
    expect(group('buttons')).toHaveLength(2)
    expect(group('ground')).toHaveLength(1)
  })
  it('places the bridge’s screws from its own pattern: 158 + 9 + 27 mm from the pocket', () => {
    expect(group('bridge').map(h => h.along)).toEqual([194, 194, 194, 194])
    expect(group('bridge').map(h => h.across)).toEqual([-30, -10, 10, 30])
    expect(group('bridge')[0]!.wanted).toBeCloseTo(3 * 0.81 * 0.7, 9)
  })
  it('drills one millimetre deeper than the bite and says what is left', () => {
    const h = group('neck').find(x => x.face === 'heel')!
    expect(h.screw!.bite).toBeCloseTo(45 - 1.5 - 29.5, 9)
    expect(h.depth).toBeCloseTo(15, 9)
    expect(h.leftUnder).toBeCloseTo(19 - 15, 9)
    expect(h.warnings).toEqual([])
  })
  it('warns before a face is drilled through', () => {
    const h = group('tuners', measuredAt(heron(), 'heron-tuner-screws', 'dims.length', 16))
    expect(inWords(h[0]!.warnings[0])).toContain('far face')
    expect(
      inWords(group('tuners', measuredAt(heron(), 'heron-tuner-screws', 'dims.length', 13))[0]!.warnings[0]),
    ).toContain('left under')
  })
  it('warns when a hole lies outside the wood or in a rout', () => {
    const warnings = (x: number) => {
      const b = heron()
      b.placements.bridge!.x.value = x
      return group('bridge', b).map(h => h.warnings)
    }
    expect(warnings(300).every(w => w.some(t => inWords(t).includes('outside the body')))).toBe(true)
    expect(warnings(133 - 36).some(w => w.some(t => inWords(t).includes('pickup rout')))).toBe(true)
  })
  it('keeps every silent hole inside the wood, wherever the bridge is put', () =>
    fc.assert(
      fc.property(anyIn(0, 330), anyIn(-120, 120), (x, y) => {
        const b = heron()
        b.placements.bridge = {
          x: { value: x, doubt: 1, basis: 'claimed' },
          y: { value: y, doubt: 1, basis: 'claimed' },
        }
        const l = layOut(b)!
        return group('bridge', b).every(
          h => h.warnings.length > 0 || (edgeDistance(l.body, h.at) > 0 && (h.leftUnder ?? 9) >= LEFT_UNDER),
        )
      }),
      { numRuns: 60 },
    ))
  it('puts the buttons on the body’s edge, tail and bass horn', () => {
    const l = layOut(heron())!
    const [tail, horn] = group('buttons')
    expect(Math.abs(edgeDistance(l.body, tail!.at))).toBeLessThan(2)
    expect(Math.abs(edgeDistance(l.body, horn!.at))).toBeLessThan(2)
    expect(horn!.at[1]).toBeLessThan(0)
  })
  it('names inch bits for an inch drawer', () => {
    const b = heron()
    b.preferences.drawer = drawer('fractional by 64ths')
    expect(group('bridge', b)[0]!.bits[0]!.name).toContain('1/16')
  })
  it('is empty until there is a neck', () => {
    const b = heron()
    delete b.slots.neck
    expect(holesOf(b)).toEqual([])
  })
  it('says what an empty drawer, one without the size, and a bit that is off do', () => {
    const b = heron()
    b.preferences.drawer = { sets: [], extra: [], missing: [] }
    expect(
      holesOf(b).every(h => h.bits.length === 0 && h.warnings.some(w => inWords(w).includes('drawer is empty'))),
    ).toBe(true)
    b.preferences.drawer = { sets: [], extra: [1.5], missing: [] }
    expect(group('neck', b).every(h => h.warnings.some(w => inWords(w).includes('Borrow one')))).toBe(true)
    b.preferences.drawer = { sets: [], extra: [2, 5], missing: [] }
    // Thread of 3 mm, lead hole 1.701: a bit of 2.0 leaves (3 − 2)/(3 − 1.701) of the thread's bite.
    expect(inWords(group('bridge', b)[0]!.warnings[0])).toContain(
      `${Math.round((1 / (3 - 3 * 0.81 * 0.7)) * 100)} %`,
    )
  })
  it('marks the bit at the tip for a pilot, and past the point for a bushing', () => {
    const h = group('neck').find(x => x.face === 'heel')!
    expect(h.stopMark).toBe(h.depth)
  })
  it('runs the ground wire into the cavity, under the top and above the floor', () => {
    const h = group('ground')[0]!
    expect(h.depth).toBe('through')
    expect(h.angleDeg).toBeGreaterThan(5)
    expect(h.bore.to[2]).toBeLessThan(-6)
    expect(h.bore.to[2]).toBeGreaterThan(-45)
    expect(h.warnings).toEqual([])
  })
  it('tells how far a through hole wanders: 1, 0.3 and 0.1 mm on 45 mm [from memory]', () => {
    const h = group('neck').find(x => x.face === 'body back')!
    expect(h.wander).toMatchObject({ byHand: 29.5 / 45, withGuide: (0.3 * 29.5) / 45, onPress: (0.1 * 29.5) / 45 })
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { add, derived, doubtOf, exact, fromSource, linear, shareOf, smallest, subtract } from './quantity.ts'
import { anyIn } from '../../../tests/support/any.ts'

const q = (id: string, value: number, doubt: number) =>
  fromSource({ id, label: id, value, doubt, basis: 'measured' })

// JCGM 100:2008 (GUM) §5.1.2: independent inputs combine by the root of the sum of squares [published].
describe('doubts of independent inputs', () => {
  it('combine as 3-4-5', () => {
    const d = subtract(q('a', 10, 0.3), q('b', 9, 0.4))
    expect(d.value).toBe(1)
    expect(doubtOf(d)).toBeCloseTo(0.5, 12)
  })
  it('count an input that enters twice once, with its total coefficient', () => {
    const a = q('a', 10, 0.3)
    expect(doubtOf(subtract(a, a))).toBe(0)
    expect(doubtOf(add(a, a))).toBeCloseTo(0.6, 12)
  })
  it('say what share each input brings', () => {
    const d = add(q('a', 1, 3), q('b', 1, 4))
    expect(shareOf(d, 'a')).toBeCloseTo(9 / 25, 12)
    expect(shareOf(d, 'c')).toBe(0)
  })
  it('are nothing for exact numbers', () => expect(doubtOf(exact(5))).toBe(0))
  it('never shrink when a doubt grows', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(anyIn(-5, 5), anyIn(0, 3)), { minLength: 1, maxLength: 6 }),
        anyIn(0, 2),
        (terms, more) => {
          const of = (extra: number) =>
            doubtOf(linear(terms.map(([c, d], i) => [c, q(`x${i}`, 1, d + extra)] as const)))
          return of(more) >= of(0) - 1e-12
        },
      ),
    ))
})

describe('derived and smallest quantities', () => {
  it('take slopes from the function', () => {
    const d = derived(([x = 0, y = 0]) => x * y, [q('x', 3, 0.1), q('y', 4, 0.2)])
    expect(d.value).toBe(12)
    expect(doubtOf(d)).toBeCloseTo(Math.hypot(4 * 0.1, 3 * 0.2), 6)
  })
  it('keep the inputs of the one that decides', () => {
    const s = smallest([q('a', 2, 0.1), q('b', 1, 0.7)])
    expect(s.value).toBe(1)
    expect(doubtOf(s)).toBeCloseTo(0.7, 12)
  })
  it('refuse an empty list', () => expect(() => smallest([])).toThrow(RangeError))
})

import { describe, expect, it } from 'vitest'
import { exact, fromSource } from '../units/quantity.ts'
import { memo } from './memo.ts'
import { same } from './same.ts'
import { steady } from './steady.ts'

/** A function with how often it was computed. */
function counted<A extends readonly unknown[], T>(f: (...a: A) => T) {
  const own = { times: 0, f: (...a: A) => (own.times++, f(...a)) }
  return own
}

describe('what is kept while it hangs on the same objects', () => {
  it('is computed once for each of the last states', () => {
    const c = counted((a: object, n: number) => ({ a, n })),
      f = memo(c.f, { keep: 3 }),
      x = {}
    expect(f(x, 1)).toBe(f(x, 1))
    expect(f({}, 1)).not.toBe(f(x, 1))
    expect(c.times).toBe(2)
    // Equal is not the same.
    expect(f({}, 1)).toEqual(f({}, 1))
    expect(c.times).toBe(4)
    f(x, 2)
    f(x, 3)
    f(x, 4)
    f(x, 2)
    expect(c.times, 'two of three are still there').toBe(7)
    f(x, 1)
    expect(c.times, 'the fourth last is not').toBe(8)
  })
  it('keeps those that were asked for last', () => {
    const c = counted((n: number) => n),
      f = memo(c.f, { keep: 2 })
    for (const n of [1, 2, 1, 3, 1]) f(n)
    expect(c.times).toBe(3)
    f(2)
    expect(c.times).toBe(4)
  })
  it('hangs on what it names, not on its arguments', () => {
    const c = counted((d: { a: object; b: object }) => d.a),
      f = memo(c.f, { on: d => [d.a] }),
      a = {}
    f({ a, b: {} })
    f({ a, b: {} })
    expect(c.times).toBe(1)
    f({ a: {}, b: {} })
    expect(c.times).toBe(2)
  })
  it('hangs on how many there are, too', () => {
    const c = counted((list: readonly object[]) => list.length),
      f = memo(c.f, { on: list => list }),
      x = {}
    expect([f([x]), f([x, x]), f([])]).toEqual([1, 2, 0])
    expect(c.times).toBe(3)
  })
  it('hangs on plain data by its value, where it is said to', () => {
    const c = counted((d: { a: object; places: number[] }) => d.places.length),
      f = memo(c.f, { on: d => [d.a], alike: d => d.places }),
      a = {}
    f({ a, places: [1, 2] })
    f({ a, places: [1, 2] })
    expect(c.times).toBe(1)
    f({ a, places: [1, 3] })
    f({ a: {}, places: [1, 2] })
    expect(c.times).toBe(3)
  })
  it('counts for each object where it hangs on one', () => {
    const c = counted((o: object, n: number) => ({ o, n })),
      f = memo(c.f, { weak: true, keep: 1 }),
      [x, y] = [{}, {}]
    const first = f(x, 1)
    f(y, 1)
    expect(f(x, 1)).toBe(first)
    expect(c.times).toBe(2)
    f(x, 2)
    expect(f(x, 1)).not.toBe(first)
  })
  it('keeps undefined as a result, and nothing of what throws', () => {
    const c = counted((n: number): undefined => {
        if (n < 0) throw new Error('below 0')
        return undefined
      }),
      f = memo(c.f)
    f(1)
    f(1)
    expect(c.times).toBe(1)
    expect(() => f(-1)).toThrow('below 0')
    expect(() => f(-1)).toThrow('below 0')
    expect(c.times).toBe(3)
  })
})

describe('plain data that is computed again', () => {
  it('is the object that it was, whole or in its fields', () => {
    const f = steady<{ low: number[]; high: number[] }>(),
      made = (n: number) => f({ low: [n % 2], high: [n] })
    const one = made(1),
      three = made(3)
    expect(three.low).toBe(one.low)
    expect(three.high).toEqual([3])
    expect(made(1)).toBe(one)
    const some = steady<{ a: number; b?: number }>()
    expect(some({ a: 1, b: 2 })).toEqual({ a: 1, b: 2 })
    expect(some({ a: 1 })).toEqual({ a: 1 })
    expect(some({ a: 1, b: 2 })).toEqual({ a: 1, b: 2 })
  })
  it('is left alone as it was given', () => {
    const f = steady<{ of: number[]; n: number }>(),
      first = Object.freeze({ of: [1], n: 1 }),
      second = Object.freeze({ of: [1], n: 2 }),
      { of } = second
    f(first)
    expect(f(second)).toEqual({ of: [1], n: 2 })
    expect(second.of).toBe(of)
  })
  it('is a list’s members too, and a list of another length is another', () => {
    const s = steady<number[][]>(),
      first = s([[1], [2]]),
      second = s([[1], [3]])
    expect(second[0]).toBe(first[0])
    expect(Array.isArray(second)).toBe(true)
    expect(s([[1], [2]])).toBe(first)
    expect(s([[1]])).toEqual([[1]])
    expect(s([])).toEqual([])
  })
  it('is told apart in maps and sets, and passes what is no object', () => {
    const s = steady<unknown>()
    const a = s(new Map([['a', 1]]))
    expect(s(new Map([['a', 2]]))).not.toBe(a)
    expect(s(new Map([['a', 1]]))).toBe(a)
    expect(s(new Set([1]))).toEqual(new Set([1]))
    expect([s(undefined), s(null), s(3)]).toEqual([undefined, null, 3])
  })
  it('is forgotten when others have come since', () => {
    const s = steady<number[]>(2),
      first = s([1])
    s([2])
    expect(s([1])).toBe(first)
    s([3])
    s([2])
    expect(s([1])).not.toBe(first)
  })
})

describe('sameness', () => {
  it('is of plain data, all through', () => {
    expect(same({ a: [1, { b: 2 }] }, { a: [1, { b: 2 }] })).toBe(true)
    for (const other of [{ a: [1, { b: 3 }] }, { a: [1] }, { a: [1, { b: 2 }], c: 1 }, null, 'x'])
      expect(same({ a: [1, { b: 2 }] }, other)).toBe(false)
  })
  it('differs where a doubt does, though the value stays: a quantity’s terms are a map', () => {
    const q = (doubt: number) => fromSource({ id: 'a', label: 'a', value: 3, doubt, basis: 'claimed' })
    expect(same(q(0.1), q(0.1))).toBe(true)
    expect(same(q(0.1), q(0.2))).toBe(false)
    expect(same(q(0.1), exact(3))).toBe(false)
    expect(same(exact(3), q(0.1))).toBe(false)
    expect(same(new Map([['a', 1]]), new Map([['b', 1]]))).toBe(false)
    expect(same(new Map(), {})).toBe(false)
    expect(same(new Set(['a']), new Set(['b']))).toBe(false)
    expect(same(new Set(['a']), new Set(['a']))).toBe(true)
  })
})

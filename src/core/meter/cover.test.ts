import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { oneIn } from '../../../tests/support/long.ts'
import { demo } from '../../../tests/support/demo.ts'
import { leastCover } from './cover.ts'
import { modelOf, tableOf } from './table.ts'
import { testSheet } from './testSheet.ts'

/** The least cover by trying every choice of sets. */
function bruteForce(items: number, sets: readonly ReadonlySet<number>[]): number {
  const reach = new Set(sets.flatMap(s => [...s])).size
  let best = Infinity
  for (let pick = 0; pick < 1 << sets.length; pick++) {
    const chosen = sets.filter((_, i) => (pick >> i) & 1)
    if (chosen.length < best && new Set(chosen.flatMap(s => [...s])).size === reach) best = chosen.length
  }
  void items
  return best
}

describe('a covering set', () => {
  it('is as small as trying every choice finds, and covers all that can be', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }).chain(items =>
          fc.record({
            items: fc.constant(items),
            sets: fc.array(fc.uniqueArray(fc.nat(items - 1), { maxLength: 12 }), { minLength: 1, maxLength: 11 }),
          }),
        ),
        ({ items, sets }) => {
          const all = sets.map(s => new Set(s)),
            c = leastCover(
              items,
              all,
              all.map((_, i) => 1 + (i % 3)),
            )
          expect(c.proven).toBe(true)
          expect(c.taken.length).toBe(bruteForce(items, all))
          const covered = new Set(c.taken.flatMap(k => [...all[k]!]))
          expect(covered.size + c.uncovered.length).toBe(items)
        },
      ),
      { numRuns: 200 },
    ))
  it('of one size takes the cheaper', () =>
    expect(leastCover(2, [new Set([0, 1]), new Set([0, 1])], [3, 1]).taken).toEqual([1]))
})

describe('the test sheet', () => {
  it.each(oneIn(2, ['heron', 'kestrel', 'wren'] as const))(
    'of %s shows every wire and contact that any reading shows',
    name => {
      const m = modelOf(demo(name)),
        t = tableOf(m),
        s = testSheet(m, t, () => true)
      expect(s.readings.length).toBeGreaterThan(1)
      expect(s.readings.length).toBeLessThan(m.build.circuit.wires.length)
      const proven = new Set(s.readings.flatMap(r => r.proves.map(f => f.id)))
      for (const w of m.build.circuit.wires) {
        const id = `open wire ${w.id}`
        expect(proven.has(id) || s.unseen.some(f => f.id === id), id).toBe(true)
      }
      // Each proves something that the others do not.
      for (const r of s.readings) {
        const others = new Set(s.readings.filter(x => x !== r).flatMap(x => x.proves.map(f => f.id)))
        expect(r.proves.some(f => !others.has(f.id))).toBe(true)
      }
    },
  )
  it('from outside alone proves less', () => {
    const m = modelOf(demo('wren')),
      t = tableOf(m)
    expect(testSheet(m, t, a => a === 'outside').unseen.length).toBeGreaterThan(
      testSheet(m, t, () => true).unseen.length,
    )
  })
})

import { inWords } from '../support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ALONE, explainSets } from '../../src/core/match/explain.ts'
import { conflictOf } from '../../src/core/match/conflict.ts'
import { jointMinutes } from '../../src/core/match/jointCost.ts'
import { problemOf, scoreOf, type Link, type Option, type Problem } from '../../src/core/match/problem.ts'
import { bestSets, type FoundSet } from '../../src/core/match/search.ts'
import { ANOTHER_PART, LIVE_WITH } from '../../src/core/fit/rework.ts'
import type { Part } from '../../src/core/parts/part.ts'
import { typicalPart } from '../../src/core/parts/typicalPart.ts'
import { plainBuild } from '../support/plainBuild.ts'

/** Sets of parts, by numbers alone: no part of the workshop is in these problems. */
const part = (id: string): Part => ({ ...typicalPart('pot', id), id })
const option = (id: string, cost: number, wait = 0, minutes = 0, count = 1): Option => ({
  part: part(id),
  cost,
  wait,
  minutes,
  count,
})
/** A link that costs what a table says, by the numbers of the parts that are chosen. */
const link = (id: string, slots: readonly number[], of: (...at: number[]) => number, p: () => Problem): Link => ({
  rule: { id, family: 'nut slot', slots: slots.map(String), judge: () => undefined } as unknown as Link['rule'],
  slots,
  minutes: chosen => of(...slots.map(s => p().options[s]!.indexOf(chosen[s]!))),
})
const problem = (
  options: Option[][],
  links: (readonly [string, readonly number[], (...at: number[]) => number])[] = [],
  more: Partial<Problem> = {},
): Problem => {
  const p: Problem = {
    slots: options.map((_, i) => `slot-${i}`),
    options: options.map(os => [...os].sort((a, b) => a.cost - b.cost)),
    links: [],
    hourly: 60,
    weekly: 7,
    budget: Infinity,
    use: [],
    ...more,
  }
  // The search looks at the cheapest of each first, in a problem of its own: what is chosen tells the place.
  return { ...p, links: links.map(([id, slots, of]) => link(id, slots, of, () => p)) }
}
function found(p: Problem, k: number): FoundSet[] {
  const g = bestSets(p, k)
  for (;;) {
    const s = g.next()
    if (s.done) return s.value
  }
}
const ids = (s: FoundSet) => s.options.map(o => o.part.id).join(' ')

/** Every set there is, one after another: the second way. */
function every(p: Problem): number[] {
  let sets: Option[][] = [[]]
  for (const os of p.options) sets = sets.flatMap(s => os.map(o => [...s, o]))
  return sets
    .filter(s => s.every(o => s.filter(x => x.part.id === o.part.id).length <= o.count))
    .filter(s => p.use.every(id => s.some(o => o.part.id === id)))
    .filter(s => s.reduce((sum, o) => sum + o.cost, 0) <= p.budget)
    .map(s => {
      let money = 0,
        minutes = 0,
        days = 0
      for (const o of s) {
        money += o.cost
        minutes += o.minutes
        if (o.wait > days) days = o.wait
      }
      for (const l of p.links) minutes += l.minutes(s)
      return money + (minutes / 60) * p.hourly + (days / 7) * p.weekly
    })
    .filter(Number.isFinite)
    .sort((a, b) => a - b)
}

describe('a set’s score', () => {
  it('is its parts, its minutes by the hour and its longest wait by the week', () => {
    const p = problem(
      [[option('a', 10, 3, 5)], [option('b', 20, 14, 10)]],
      [
        ['one', [0], () => 15],
        ['both', [0, 1], () => 30],
      ],
      { hourly: 12, weekly: 5 },
    )
    // 30 + 60 minutes at 12 + two weeks at 5.
    expect(scoreOf(p, [p.options[0]![0]!, p.options[1]![0]!])).toEqual({
      cost: 30,
      wait: 14,
      minutes: 60,
      score: 30 + 12 + 10,
    })
  })
})

describe('the search for sets', () => {
  it('takes the dearer part where the cheaper one costs more work', () => {
    const p = problem(
      [[option('cheap', 10), option('dear', 15)], [option('only', 5)]],
      [['fit', [0, 1], i => (i === 0 ? 6 : 0)]],
    )
    // 10 + 5 + 6 minutes at 60 an hour = 21 against 15 + 5 = 20.
    expect(found(p, 2).map(s => [ids(s), s.score])).toEqual([
      ['dear only', 20],
      ['cheap only', 21],
    ])
  })
  it('waits where waiting is cheaper than paying, and not where it is dearer', () => {
    const of = (weekly: number) => problem([[option('soon', 20, 0), option('late', 10, 14)]], [], { weekly })
    expect(found(of(4), 1).map(ids)).toEqual(['late'])
    expect(found(of(6), 1).map(ids)).toEqual(['soon'])
  })
  it('counts the longest wait once, not one for each part', () => {
    const p = problem(
      [
        [option('a-late', 1, 14), option('a-soon', 8, 0)],
        [option('b-late', 1, 14), option('b-soon', 8, 0)],
      ],
      [],
      { weekly: 5 },
    )
    // Both late: 2 + 10; both soon: 16; one of each: 9 + 10.
    expect(found(p, 4).map(s => s.score)).toEqual([12, 16, 19, 19])
  })
  it('spends a budget to its last coin, and no more', () => {
    const p = (budget: number) => problem([[option('a', 10), option('b', 11)], [option('c', 5)]], [], { budget })
    expect(found(p(15), 5).map(ids)).toEqual(['a c'])
    expect(found(p(16), 5).map(ids)).toEqual(['a c', 'b c'])
    expect(found(p(14.99), 5)).toEqual([])
  })
  it('uses a part as often as there are of it', () => {
    const two = (count: number) => {
      const o = option('same', 1, 0, 0, count)
      return problem([
        [o, option('x', 5)],
        [o, option('y', 6)],
        [o, option('z', 9)],
      ])
    }
    expect(ids(found(two(1), 1)[0]!)).toBe('x y same')
    expect(ids(found(two(2), 1)[0]!)).toBe('x same same')
    expect(ids(found(two(Infinity), 1)[0]!)).toBe('same same same')
  })
  it('uses up what has to be used', () => {
    const p = problem([[option('a', 1), option('b', 9)], [option('c', 1)]], [], { use: ['b'] })
    expect(found(p, 3).map(ids)).toEqual(['b c'])
    expect(found({ ...p, use: ['nowhere'] }, 3)).toEqual([])
  })
  it('finds nothing where a slot has nothing, and nothing in nothing', () => {
    expect(found(problem([[option('a', 1)], []]), 3)).toEqual([])
    expect(found(problem([]), 3)).toEqual([])
  })
  it('leaves out what will not go', () => {
    const p = problem(
      [[option('a', 1), option('b', 2)], [option('c', 1)]],
      [['fit', [0, 1], i => (i === 0 ? Infinity : 0)]],
    )
    expect(found(p, 3).map(ids)).toEqual(['b c'])
  })
  it('gives the best of all sets there are, whatever the problem: each looked at one by one', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), fc.integer({ min: 1, max: 7 }), (seed, k) => {
        let s = seed
        const random = () => (s = (s * 48271) % 2147483647) / 2147483647,
          whole = (n: number) => Math.floor(random() * n)
        const slots = 2 + whole(4)
        const shared = option('shared', 1 + whole(6), 0, 0, 1 + whole(2))
        const options = Array.from({ length: slots }, (_, i) => [
          ...Array.from({ length: 1 + whole(slots > 4 ? 4 : 10) }, (_x, j) =>
            option(`p${i}-${j}`, whole(20), whole(3) * 7, whole(4) * 5, random() < 0.5 ? Infinity : 1),
          ),
          ...(random() < 0.4 ? [shared] : []),
        ])
        const tables = Array.from({ length: 1 + whole(7) }, (_, t) => {
          const among = [...Array(slots).keys()].sort(() => random() - 0.5).slice(0, 1 + whole(3)),
            weights = among.map(() => 1 + whole(7)),
            seldom = random() < 0.3
          return [
            `t${t}`,
            among.sort((a, b) => a - b),
            (...at: number[]) => {
              const n = at.reduce((sum, i, x) => sum + (i + 1) * weights[x]!, t) % 11
              return n === 0 && seldom ? Infinity : n * 3
            },
          ] as const
        })
        const use = random() < 0.3 ? [options[0]![0]!.part.id] : []
        const p = problem(options, tables, {
          hourly: whole(4) * 20,
          weekly: whole(4) * 5,
          budget: random() < 0.5 ? Infinity : 10 * slots + 0.5,
          use,
        })
        const best = found(p, k)
        expect(best.map(x => Math.round(x.score * 1e6))).toEqual(
          every(p)
            .slice(0, k)
            .map(x => Math.round(x * 1e6)),
        )
        for (const x of best) expect(scoreOf(p, x.options).score).toBeCloseTo(x.score, 9)
      }),
      { numRuns: 500 },
    ))
  it('tells how far it has come, to the end', () => {
    const p = problem(
      Array.from({ length: 4 }, (_, i) => Array.from({ length: 12 }, (_x, j) => option(`p${i}-${j}`, j + 1))),
      [
        ['one', [0, 1], (i, j) => (i * j) % 5],
        ['two', [2, 3], (i, j) => (i + j) % 7],
      ],
    )
    const g = bestSets(p, 3),
      shares: number[] = []
    let explored = 0
    for (;;) {
      const step = g.next()
      if (step.done) break
      shares.push(step.value.share)
      expect(step.value.explored).toBeGreaterThanOrEqual(explored)
      explored = step.value.explored
    }
    expect([...shares].sort((a, b) => a - b)).toEqual(shares)
    expect(shares.at(-1)).toBeLessThanOrEqual(1)
    expect(explored).toBeGreaterThan(0)
  })
})

describe('a joint’s expected minutes', () => {
  const limits = { low: 0.5, high: 1, never: 0, neverAbove: 2 }
  // Shares of a normal curve below −3, −1, 0, 1 and 3 standard deviations [published: any table of it].
  const [ONE, THREE] = [0.158655, 0.0013499]
  it.each([
    // Half a millimetre either way at twice the deviation.
    [0.5, { under: 10, over: 20 }, 0.5 * 10 + ONE * 20],
    [1, { under: 10, over: 20 }, ONE * 10 + 0.5 * 20],
    [0.5, { under: undefined, over: 20 }, (0.5 - ONE) * LIVE_WITH + ONE * ANOTHER_PART + ONE * 20],
    [0.5, { under: 10, over: undefined }, 0.5 * 10 + (ONE - THREE) * LIVE_WITH + THREE * ANOTHER_PART],
  ])('at %f with %o', (value, side, minutes) =>
    expect(jointMinutes(value, 1, limits, side)).toBeCloseTo(minutes, 2),
  )
  it('that nothing limits above are those below', () =>
    expect(jointMinutes(0.5, 1, { low: 0.5, never: 0 }, { under: 10, over: 20 })).toBeCloseTo(5, 5))
  it('with a wide end only where it never goes count that', () =>
    expect(jointMinutes(1.5, 1, { low: -9, never: -9, neverAbove: 2 }, { under: 0, over: undefined })).toBeCloseTo(
      ONE * ANOTHER_PART,
      1,
    ))
  it('without doubt are those of its side, its limits snug', () => {
    const at = (v: number) => jointMinutes(v, 0, limits, { under: 10, over: 20 })
    expect([0.49, 0.5, 1, 1.01, 2, 2.01].map(at)).toEqual([10, 0, 0, 20, 20, 20])
    const never = (v: number) => jointMinutes(v, 0, limits, { under: undefined, over: undefined })
    expect([-0.01, 0, 0.49, 0.5, 1, 1.5, 2, 2.01].map(never)).toEqual([
      Infinity,
      LIVE_WITH,
      LIVE_WITH,
      0,
      0,
      LIVE_WITH,
      LIVE_WITH,
      Infinity,
    ])
  })
  it('are without end from nine chances in ten that nothing mends it', () => {
    // Nine tenths lie below 1.28155 standard deviations.
    const at = (v: number) => jointMinutes(v, 2, { low: 0, never: 0 }, { under: undefined, over: undefined })
    expect(at(-1.29)).toBe(Infinity)
    expect(at(-1.27)).toBeLessThan(0.9 * ANOTHER_PART)
    const above = (v: number) =>
      jointMinutes(v, 2, { low: -99, never: -99, high: 0, neverAbove: 0 }, { under: 1, over: undefined })
    expect(above(1.29)).toBe(Infinity)
    expect(above(1.27)).toBeLessThan(0.9 * ANOTHER_PART)
  })
})

describe('what is said of the sets', () => {
  const p = problem(
    [
      [option('a-cheap', 10, 14), option('a-dear', 40, 0)],
      [option('b-work', 5, 0), option('b-fine', 30, 7)],
    ],
    [
      ['one', [0], i => (i === 0 ? 4 : 0.4)],
      ['two', [0, 1], (_i, j) => (j === 0 ? 50 : 0)],
      ['three', [1], j => (j === 0 ? 0.5 : 0)],
      ['four', [0], () => 1],
      ['five', [0], () => 2],
    ],
  )
  const sets = found(p, 4),
    told = explainSets(p, sets),
    by = (id: string) => told[sets.findIndex(s => ids(s) === id)]!
  it('marks the best, the cheapest, the least work and the soonest', () => {
    expect(told[0]!.marks).toContain('best')
    expect(told.filter(t => t.marks.includes('best'))).toHaveLength(1)
    expect(by('a-cheap b-work').marks).toContain('cheapest')
    expect(by('a-dear b-fine').marks).toContain('least work')
    expect(by('a-dear b-work').marks).toContain('soonest')
    for (const mark of ['cheapest', 'least work', 'soonest'] as const)
      expect(told.filter(t => t.marks.includes(mark))).toHaveLength(1)
  })
  it('names its four costliest joints, from half a minute on', () => {
    expect(by('a-cheap b-work').decides).toEqual([
      { joint: 'two', minutes: 50 },
      { joint: 'one', minutes: 4 },
      { joint: 'five', minutes: 2 },
      { joint: 'four', minutes: 1 },
    ])
    expect(by('a-dear b-work').decides.map(d => d.joint)).toEqual(['two', 'five', 'four', 'three'])
    expect(by('a-dear b-fine').decides.map(d => d.joint)).toEqual(['five', 'four'])
  })
  it('names what comes last, where anything is to come, and what costs most', () => {
    const name = (id: string) => p.options.flat().find(o => o.part.id === id)!.part.name
    expect(by('a-cheap b-fine')).toMatchObject({ latest: name('a-cheap'), dearest: name('b-fine') })
    expect(by('a-dear b-work')).toMatchObject({ latest: undefined, dearest: name('a-dear') })
  })
  it('calls a set a compromise when another is as good in all and better in something', () => {
    const three = (wait: number) =>
      explainSets(problem([[]]), [
        { score: 1, cost: 10, minutes: 10, wait: 0, options: [option('x', 10)] },
        { score: 2, cost: 10, minutes: 10, wait, options: [option('y', 10)] },
      ]).map(t => t.compromised)
    expect(three(0)).toEqual([false, false])
    expect(three(1)).toEqual([false, true])
  })
  it('looks at the ends of the trade-offs by counting one thing twenty times as much', () => {
    const q = problem([[]], [], { hourly: 20, weekly: 10 })
    expect(ALONE.map(a => [a.of(q).hourly, a.of(q).weekly])).toEqual([
      [1, 0.5],
      [400, 10],
      [20, 200],
    ])
  })
})

describe('a problem from parts', () => {
  const TODAY = '2026-11-24'
  const pickup = (id: string, price: number, more: Partial<Part['stock'] & object> = {}): Part => ({
    ...typicalPart('pickup', id),
    id,
    stock: { price, state: 'to buy', waitDays: 3, ...more },
  })
  const wishes = { fixed: {}, hourly: 12, weekly: 5 }
  it('has what may stand in a slot, the cheapest first, then by id, each once', () => {
    const b = { ...plainBuild(), parts: [] }
    const parts = [
      pickup('delta', 20),
      pickup('alpha', 20),
      pickup('gamma', 10, { freight: 2 }),
      pickup('alpha', 1),
    ]
    for (const list of [parts, [parts[1]!, parts[0]!, parts[2]!]]) {
      const p = problemOf(b, list, wishes, TODAY, ['pickup-bridge'])
      expect(p.options[0]!.map(o => [o.part.id, o.cost, o.wait, o.minutes, o.count])).toEqual([
        ['gamma', 12, 3, 0, Infinity],
        ['alpha', 20, 3, 0, Infinity],
        ['delta', 20, 3, 0, Infinity],
      ])
    }
  })
  it('without limits has none, and carries those that are wished', () => {
    const b = plainBuild()
    expect(problemOf(b, [], wishes, TODAY)).toMatchObject({ hourly: 12, weekly: 5, budget: Infinity, use: [] })
    expect(problemOf(b, [], { ...wishes, budget: 7, use: ['x'] }, TODAY)).toMatchObject({ budget: 7, use: ['x'] })
  })
  it('has no link to a slot that is not searched', () => {
    const p = problemOf(plainBuild(), [], wishes, TODAY, ['body', 'neck'])
    expect(p.slots).toEqual(expect.arrayContaining(['body', 'neck']))
    expect(p.links.length).toBeGreaterThan(0)
    for (const l of p.links) expect(l.rule.slots.every(s => s === 'body' || s === 'neck')).toBe(true)
  })
})

describe('wishes that exclude each other', () => {
  const TODAY = '2026-11-24'
  const pickups = [
    { price: 10, waitDays: 20 },
    { price: 50, waitDays: 2 },
  ].map((s, i): Part => ({
    ...typicalPart('pickup', `p${i}`),
    id: `p${i}`,
    name: `coil ${i}`,
    traits: { ...typicalPart('pickup', `p${i}`).traits, sort: i ? 'humbucker' : 'single-coil' },
    stock: { ...s, state: 'to buy' },
  }))
  const b = { ...plainBuild(), parts: [], slots: {} }
  const told = (w: object, parts: Part[] = pickups) => {
    const g = conflictOf(b, parts, { fixed: {}, hourly: 12, weekly: 5, ...w }, TODAY, ['pickup-bridge'])
    for (;;) {
      const s = g.next()
      if (s.done) return s.value
    }
  }
  it.each([
    [{ budget: 20, maxWaitDays: 5 }, ['a budget of 20', 'no part later than 5 days']],
    [{ budget: 5, maxWaitDays: 30 }, ['a budget of 5']],
    [{ maxWaitDays: 1, budget: 99 }, ['no part later than 1 day']],
    [{ shelfOnly: true, budget: 99 }, ['only what is on the shelf']],
    [{ sorts: { 'pickup-bridge': ['humbucker'] }, budget: 20 }, ['a budget of 20', 'pickup: humbucker']],
    [{ fixed: { 'pickup-bridge': 'p1' }, budget: 20 }, ['a budget of 20', 'keeping coil 1 as pickup']],
    [{ use: ['p0'], maxWaitDays: 5, budget: 99 }, ['no part later than 5 days', 'using up coil 0']],
    [{ use: ['p1', 'p0'] }, ['using up coil 1', 'using up coil 0']],
  ])('%o', (w, names) => expect(inWords(told(w))).toEqual({ wishes: names, empty: [] }))
  it('are none where nothing suits a slot', () =>
    expect(told({}, [])).toEqual({ wishes: [], empty: ['pickup-bridge'] }))
})

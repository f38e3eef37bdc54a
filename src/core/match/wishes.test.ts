import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo, demoShelf } from '../../../tests/support/demo.ts'
import { slotsOf } from '../document/slots.ts'
import { FAMILY_IDS } from '../document/families.ts'
import { ANOTHER_PART, LIVE_WITH, reworkMinutes } from '../fit/rework.ts'
import { judgeNumbers, type Limits } from '../fit/verdict.ts'
import { typicalPart } from '../parts/typicalPart.ts'
import { jointMinutes, sidesOf } from './jointCost.ts'
import { searchedSlots } from './problem.ts'
import { costOf, countOf, ownMinutes, suits, waitDays, wishesOf, type Wishes } from './wishes.ts'
import { anyIn } from '../../../tests/support/any.ts'

const TODAY = '2026-11-24'
const heron = demo('heron')
const neck = typicalPart('neck', 'n')
const set = (names: (w: Wishes) => Wishes) =>
  wishesOf(names({ fixed: {}, hourly: 10, weekly: 5 }), TODAY, heron.instrument)

describe('what a joint may cost', () => {
  const limits: Limits = { low: 0.3, high: 2, never: 0 }
  it.each<[number, number]>([
    [1, 0],
    [0.1, 25],
    [-1, 25],
    [3, 15],
  ])('a sure clearance of %f mm costs %i minutes', (c, minutes) =>
    expect(jointMinutes(c, 0, limits, { under: 25, over: undefined })).toBe(minutes),
  )
  it('is what the chances of the states make of it', () =>
    fc.assert(
      fc.property(
        anyIn(-3, 5),
        anyIn(0.01, 2),
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: 1, max: 90 }),
        (c, d, under, over) => {
          const { chances } = judgeNumbers(c, d, limits)
          const expected = (chances["won't go"] + chances.tight) * under + chances.loose * over
          return Math.abs(jointMinutes(c, d, limits, { under, over }) - expected) < 1e-4
        },
      ),
    ))
  it('has no price where it certainly will not go and nothing mends it', () => {
    expect(jointMinutes(-2, 0.1, limits, { under: undefined, over: undefined })).toBe(Infinity)
    expect(jointMinutes(9, 0.1, { ...limits, neverAbove: 5 }, { under: 10, over: undefined })).toBe(Infinity)
  })
  it('is lived with where it goes and nothing mends it, and counts another part by its chance', () => {
    expect(jointMinutes(0.15, 0, limits, { under: undefined, over: undefined })).toBe(LIVE_WITH)
    const doubtful = jointMinutes(0, 0.4, limits, { under: undefined, over: undefined })
    expect(doubtful).toBeGreaterThan(0.4 * ANOTHER_PART)
    expect(doubtful).toBeLessThan(0.6 * ANOTHER_PART)
  })
  it('never falls with more doubt while the clearance sits in the middle of its band', () => {
    const mid = 1.15
    let was = -1
    for (const d of [0, 0.2, 0.5, 1, 2, 4]) {
      const m = jointMinutes(mid, d, limits, { under: 25, over: 15 })
      expect(m).toBeGreaterThanOrEqual(was)
      was = m
    }
  })
  it('grows with the strings where every string has its own hole', () => {
    expect(reworkMinutes('tuner pitch', 'under', 12)).toBe(2 * reworkMinutes('tuner pitch', 'under', 6)!)
    expect(sidesOf('tuner bushing threaded', 4)).toEqual({ under: 21, over: 32 })
    for (const f of FAMILY_IDS)
      for (const side of ['under', 'over'] as const) {
        const m = reworkMinutes(f, side, 6)
        expect(m === undefined || m > 0).toBe(true)
      }
  })
})

describe('which parts suit a slot', () => {
  const shelf = demoShelf()
  it('is a matter of kind, strings and sort', () => {
    expect(suits(heron, { id: 'neck', kind: 'neck' }, neck)).toBe(true)
    expect(suits(heron, { id: 'body', kind: 'body' }, neck)).toBe(false)
    expect(
      suits(
        heron,
        { id: 'tuners', kind: 'tuners' },
        shelf.find(p => p.id === 'tuners-6')!,
      ),
    ).toBe(false)
    expect(
      suits(
        demo('wren'),
        { id: 'tuners', kind: 'tuners' },
        shelf.find(p => p.id === 'tuners-6')!,
      ),
    ).toBe(true)
    expect(
      suits(
        demo('wren'),
        { id: 'tailpiece', kind: 'tailpiece' },
        shelf.find(p => p.id === 'tailpiece-1')!,
      ),
    ).toBe(true)
    expect(
      suits(
        demo('wren'),
        { id: 'tailpiece', kind: 'tailpiece' },
        shelf.find(p => p.id === 'tailpiece-0')!,
      ),
    ).toBe(false)
    expect(
      suits(
        demo('kestrel'),
        { id: 'tremolo-springs', kind: 'springs' },
        shelf.find(p => p.id === 'springs-2')!,
      ),
    ).toBe(true)
    expect(
      suits(
        demo('kestrel'),
        { id: 'pickup-springs', kind: 'springs' },
        shelf.find(p => p.id === 'springs-2')!,
      ),
    ).toBe(false)
    expect(suits(heron, { id: 'body', kind: 'body' }, { ...typicalPart('body', 'b'), features: [] })).toBe(false)
  })
  it('counts the routs that a body has not as work', () => {
    const body = typicalPart('body', 'b')
    expect(ownMinutes(heron, body)).toBe(0)
    expect(ownMinutes(demo('kestrel'), body)).toBe(60)
    expect(ownMinutes(heron, { ...body, features: body.features.filter(f => f.role !== 'pickup-rout') })).toBe(120)
  })
  it('searches the slots that have a joint, of every build', () => {
    for (const n of ['heron', 'kestrel', 'wren', 'bittern'] as const) {
      const b = demo(n),
        ids = searchedSlots(b)
      expect(ids).toEqual(expect.arrayContaining(['body', 'neck', 'bridge', 'nut', 'tuners', 'strings']))
      expect(ids.every(id => slotsOf(b.instrument).some(s => s.id === id))).toBe(true)
    }
  })
})

describe('wishes', () => {
  const part = (stock: object, more: object = {}) => ({ ...neck, stock, ...more })
  it('let through what they name and nothing else', () => {
    const [keep] = set(w => ({ ...w, fixed: { neck: 'n' } }))
    expect([
      keep!.allows!('neck', neck),
      keep!.allows!('neck', { ...neck, id: 'other' }),
      keep!.allows!('body', { ...neck, id: 'other' }),
    ]).toEqual([true, false, true])
    const [soon] = set(w => ({ ...w, maxWaitDays: 7 }))
    expect([
      soon!.allows!('neck', part({ state: 'here' })),
      soon!.allows!('neck', part({ state: 'to buy', waitDays: 8 })),
    ]).toEqual([true, false])
    const [shelf] = set(w => ({ ...w, shelfOnly: true }))
    expect([
      shelf!.allows!('neck', part({ state: 'ordered', due: '2026-12-01' })),
      shelf!.allows!('neck', part({ state: 'to buy' })),
    ]).toEqual([true, false])
    const [sort] = set(w => ({ ...w, sorts: { 'pickup-neck': ['wide single-coil'] } }))
    expect([
      sort!.allows!('pickup-neck', typicalPart('pickup', 'p')),
      sort!.allows!('pickup-bridge', typicalPart('pickup', 'p')),
    ]).toEqual([false, true])
    const [scale] = set(w => ({ ...w, scale: { from: 600, to: 640 } }))
    expect([scale!.allows!('neck', neck), scale!.allows!('body', typicalPart('body', 'b'))]).toEqual([false, true])
    const [wood] = set(w => ({ ...w, wood: ['white ash'] }))
    expect(wood!.allows!('body', typicalPart('body', 'b'))).toBe(false)
    expect(set(w => w)).toEqual([])
  })
  it('are named as slots and parts are, and gone once they are given up', () => {
    const w: Wishes = {
      fixed: { 'pot-tone-2': 't', neck: 'n' },
      use: ['n', 'k'],
      sorts: { 'pickup-neck': ['humbucker', 'single-coil'], bridge: [] },
      budget: 0,
      hourly: 10,
      weekly: 5,
    }
    const all = wishesOf(w, TODAY, demo('kestrel').instrument, id => `“${id}”`)
    expect(inWords(all.map(x => x.name))).toEqual([
      'a budget of 0',
      'neck pickup: humbucker or single-coil',
      'using up “n”',
      'using up “k”',
      'keeping “t” as tone 2',
      'keeping “n” as neck',
    ])
    expect(all.map(x => [x.without(w).budget, x.without(w).use, x.without(w).fixed])).toEqual([
      [undefined, w.use, w.fixed],
      [0, w.use, w.fixed],
      [0, ['k'], w.fixed],
      [0, ['n'], w.fixed],
      [0, w.use, { neck: 'n' }],
      [0, w.use, { 'pot-tone-2': 't' }],
    ])
    expect(all[1]!.without(w).sorts).toEqual({ 'pickup-neck': [], bridge: [] })
    expect(all.reduce((x, y) => y.without(x), w)).toEqual({
      ...w,
      budget: undefined,
      fixed: {},
      use: [],
      sorts: { 'pickup-neck': [], bridge: [] },
    })
  })
  it('count freight, pieces and days as the stock says', () => {
    expect(costOf(part({ price: 10, freight: 2.5 }))).toBe(12.5)
    expect(costOf(neck)).toBe(0)
    expect([
      countOf(part({ state: 'here' })),
      countOf(part({ state: 'to buy' })),
      countOf(part({ state: 'here', count: 4 })),
      countOf(neck),
    ]).toEqual([1, Infinity, 4, 1])
    expect([
      waitDays(neck, TODAY),
      waitDays(part({ state: 'ordered' }), TODAY),
      waitDays(part({ state: 'ordered', due: '2026-11-27' }), TODAY),
      waitDays(part({ state: 'to buy', waitDays: 0 }), TODAY),
    ]).toEqual([0, 14, 3, 0])
  })
})

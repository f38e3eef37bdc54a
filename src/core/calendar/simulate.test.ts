import { randomOf, triangleQuantile } from '../chance/random.ts'
import { addDays, formatISO, parseISO } from 'date-fns'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chainOf, schedule, type WorkItem } from './schedule.ts'
import { chanceBy, outlook } from './simulate.ts'
import { stamp, Windows, type WorkingHours } from './windows.ts'

const WEEK: WorkingHours = { startOn: '2026-11-30', hours: [2, 2, 0, 2, 2, 4, 0], from: '18:00' }
const EVERY: WorkingHours = { startOn: '2026-11-30', hours: [2, 2, 2, 2, 2, 2, 2], from: '18:00' }
const item = (id: string, minutes: number, more: Partial<WorkItem> = {}): WorkItem => ({
  id,
  minutes,
  waitHours: 0,
  needs: [],
  ...more,
})
const starts = (items: readonly WorkItem[], w: WorkingHours, from?: string) =>
  Object.fromEntries(schedule(items, w, from)!.map(s => [s.id, s.start]))

describe('days of their own', () => {
  it('are off where they are said to be, both ends in', () => {
    const w = { ...EVERY, off: [{ from: '2026-12-01', to: '2026-12-03' }] }
    expect(starts([item('a', 120), item('b', 30)], w)).toEqual({ a: '2026-11-30T18:00', b: '2026-12-04T18:00' })
  })
  it('have their own hours and begin at their own time', () => {
    const w = {
      ...EVERY,
      days: [
        { on: '2026-11-30', hours: 0 },
        { on: '2026-12-01', hours: 5, from: '09:30' },
      ],
    }
    expect(schedule([item('a', 300)], w)![0]).toMatchObject({ start: '2026-12-01T09:30', end: '2026-12-01T14:30' })
    // A week without any hours has one day all the same.
    expect(
      schedule([item('a', 60)], {
        ...WEEK,
        hours: [0, 0, 0, 0, 0, 0, 0],
        days: [{ on: '2027-02-01', hours: 1 }],
      })![0]!.start,
    ).toBe('2027-02-01T18:00')
  })
  it('leave out what something else takes, before, within and over the whole evening', () => {
    const w = {
      ...EVERY,
      busy: [
        { start: '2026-11-30T18:30', end: '2026-11-30T19:15' },
        { start: '2026-12-01T12:00', end: '2026-12-02T19:00' },
      ],
    }
    const [a] = schedule([item('a', 100)], w)!
    expect(a!.parts).toEqual([
      { start: '2026-11-30T18:00', end: '2026-11-30T18:30' },
      { start: '2026-11-30T19:15', end: '2026-11-30T20:00' },
      { start: '2026-12-02T19:00', end: '2026-12-02T19:25' },
    ])
    // What may not be broken off waits for a stretch that holds it.
    expect(starts([item('coat', 50, { whole: true })], w)).toEqual({ coat: '2026-12-02T19:00' })
  })
  it('know the leap day, and are not moved by a clock that is put forward', () => {
    const leap = schedule([item('a', 240)], { ...EVERY, startOn: '2028-02-28' })![0]!
    expect(leap.parts.map(p => p.start)).toEqual(['2028-02-28T18:00', '2028-02-29T18:00'])
    // The last Sunday of March 2027 has 23 hours in much of the world: its evening begins at six all the same.
    const spring = schedule([item('a', 120, { waitHours: 24 }), item('b', 30, { needs: ['a'] })], {
      ...EVERY,
      startOn: '2027-03-27',
    })!
    expect(spring[1]!.start).toBe('2027-03-28T20:00'.replace('28T20:00', '29T18:00'))
  })
  it('are counted as another library counts them', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3000 }), n => {
        const day = formatISO(addDays(parseISO('2026-11-30'), n), { representation: 'date' })
        expect(stamp('2026-11-30', n * 1440 + 75)).toBe(`${day}T01:15`)
        expect(new Windows({ ...EVERY, off: [{ from: '2026-11-30', to: day }] }).at(0)!.from).toBe(
          (n + 1) * 1440 + 1080,
        )
      }),
      { numRuns: 50 },
    ))
})

describe('the chain that decides the end', () => {
  it('goes back over waits, over the person, and to a part that comes late [worked by hand]', () => {
    const slots = schedule(
      [
        item('coat', 30, { waitHours: 48, whole: true }),
        item('side', 60),
        item('polish', 60, { needs: ['coat'] }),
        item('fit', 30, { needs: ['polish'] }),
      ],
      EVERY,
    )!
    // The coat dries till Wednesday 18:30; the side work is done on Monday and decides nothing.
    expect(Object.fromEntries(slots.map(s => [s.id, s.start]))).toEqual({
      coat: '2026-11-30T18:00',
      side: '2026-11-30T18:30',
      polish: '2026-12-02T18:30',
      fit: '2026-12-02T19:30',
    })
    expect(chainOf(slots).map(s => s.id)).toEqual(['coat', 'polish', 'fit'])
    expect(slots.map(s => s.cause.kind)).toEqual(['first', 'after', 'needs', 'after'])
    const late = schedule([item('a', 30), item('drill', 30, { notBefore: '2026-12-05T00:00' })], EVERY)!
    expect(chainOf(late).map(s => [s.id, s.cause.kind])).toEqual([['drill', 'not before']])
    const busy = schedule([item('a', 90), item('b', 60)], EVERY)!
    expect(chainOf(busy).map(s => s.id)).toEqual(['a', 'b'])
    expect(chainOf([])).toEqual([])
  })
})

describe('the simulation', () => {
  it('draws from a triangle: its mean is the mean of its three corners [published]', () => {
    const random = randomOf(7),
      n = 40_000
    let sum = 0
    for (let i = 0; i < n; i++) sum += triangleQuantile([0.7, 1, 2.5], random())
    expect(sum / n).toBeCloseTo((0.7 + 1 + 2.5) / 3, 2)
    expect(triangleQuantile([0.7, 1, 2.5], 0)).toBe(0.7)
    expect(triangleQuantile([0.7, 1, 2.5], 1)).toBeCloseTo(2.5, 12)
    // Below its mode lie (1 − 0.7) / (2.5 − 0.7) of it.
    expect(triangleQuantile([0.7, 1, 2.5], 1 / 6)).toBeCloseTo(1, 12)
    expect(triangleQuantile([2, 2, 2], 0.4)).toBe(2)
  })
  it('meets the exact distribution of a small case', () => {
    // One step of 100 min on evenings of 120: it is over on the first day where it takes at most 1.2 times as long.
    const spread = [0.5, 1, 2] as const,
      // Distribution function of the triangle at 1.205, since minutes are whole ones: 1 − (2 − 1.205)² / (1.5 · 1).
      exact = 1 - 0.795 ** 2 / 1.5
    const o = outlook([{ ...item('a', 100), spread }], EVERY, { runs: 20_000, seed: 3 })!
    expect(chanceBy(o, '2026-11-30')).toBeCloseTo(exact, 2)
    expect(chanceBy(o, '2026-12-01')).toBe(1)
    expect(chanceBy(o, '2026-11-29')).toBe(0)
  })
  it('meets a part’s lateness: so many days, each as likely', () => {
    const o = outlook([{ ...item('a', 30), notBefore: '2026-12-03T00:00', lateDays: 4 }], EVERY, { runs: 20_000 })!
    // Rounded from an even draw over 0 to 4: the first and the last day half as likely as those between.
    for (const [day, share] of [
      ['2026-12-03', 1 / 8],
      ['2026-12-04', 3 / 8],
      ['2026-12-06', 7 / 8],
      ['2026-12-07', 1],
    ] as const)
      expect(chanceBy(o, day), day).toBeCloseTo(share, 1)
  })
  it('is the schedule itself where nothing is uncertain, and the same for the same seed', () => {
    const items = [item('a', 200, { waitHours: 12 }), item('b', 90, { needs: ['a'] })],
      end = schedule(items, WEEK)!.at(-1)!.end.slice(0, 10),
      o = outlook(items, WEEK, { runs: 20 })!
    expect(new Set(o.ends)).toEqual(new Set([end]))
    const loose = items.map(i => ({ ...i, spread: [0.7, 1, 2.5] as const }))
    expect(outlook(loose, WEEK, { seed: 5, runs: 50 })).toEqual(outlook(loose, WEEK, { seed: 5, runs: 50 }))
    expect(outlook([], WEEK)).toBeUndefined()
    expect(outlook(items, { ...WEEK, hours: [0, 0, 0, 0, 0, 0, 0] })).toBeUndefined()
  })
  it('is later at nine of ten than at one of ten, and begins at the present', () => {
    const o = outlook(
      Array.from({ length: 60 }, (_, i) => ({ ...item(`s${i}`, 60), spread: [0.7, 1, 2.5] as const })),
      EVERY,
      { from: '2027-01-04T19:00' },
    )!
    expect(o.early < o.middle && o.middle < o.late).toBe(true)
    expect(o.ends[0]! > '2027-01-04').toBe(true)
  })
})

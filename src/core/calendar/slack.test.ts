import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layOutWork, type Laid, type Load } from './layOutWork.ts'
import { schedule, type WorkItem } from './schedule.ts'
import { slackOf } from './slack.ts'
import { Windows, type Window, type WorkingHours } from './windows.ts'

const WEEK: WorkingHours = { startOn: '2026-11-30', hours: [2, 2, 0, 2, 2, 4, 0], from: '18:00' }
const EVERY: WorkingHours = { ...WEEK, hours: [2, 2, 2, 2, 2, 2, 2] }

const anyLoads: fc.Arbitrary<Load[]> = fc
  .array(
    fc.record({
      minutes: fc.integer({ min: 1, max: 150 }),
      wait: fc.constantFrom(0, 0, 0, 60, 720, 1800, 4320),
      whole: fc.boolean(),
      earliest: fc.constantFrom(0, 0, 0, 2 * 1440, 5 * 1440 + 1100),
      back: fc.array(fc.nat(20), { maxLength: 2 }),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map(rows => rows.map(({ back, ...r }, i) => ({ ...r, needs: [...new Set(back.filter(b => b < i))] })))

/** Forwards, in the order of a layout, one of its pieces begun no sooner than asked: each begin by place, and the end. Written apart from the backward pass. */
function forwards(items: readonly Load[], laid: readonly Laid[], w: WorkingHours, of: number, notBefore: number) {
  const windows = new Windows(w),
    stretches: Window[] = []
  for (let n = 0; n < 400; n++) stretches.push(windows.at(n)!)
  const ready = new Map<number, number>(),
    starts: number[] = []
  let free = 0
  laid.forEach(({ item }, k) => {
    const i = items[item]!
    const from = Math.max(free, i.earliest, k === of ? notBefore : 0, ...i.needs.map(n => ready.get(n)!))
    const n = stretches.findIndex(s => {
      const at = Math.max(s.from, from)
      return at < s.to && (!i.whole || at + i.minutes <= s.to || (i.minutes > windows.longest && at === s.from))
    })
    let now = Math.max(stretches[n]!.from, from)
    starts.push(now)
    if (i.whole) now += i.minutes
    else
      for (let left = i.minutes, m = n; left > 0; m++) {
        now = Math.max(now, stretches[m]!.from)
        const take = Math.max(0, Math.min(left, stretches[m]!.to - now))
        now += take
        left -= take
      }
    free = now
    ready.set(item, now + i.wait)
  })
  return { starts, end: free }
}

describe('slack', () => {
  it('is what the critical path method gives where nobody is kept busy [worked by hand]', () => {
    // Round the clock, and waits in place of work: the person is at none of them long enough to matter.
    // frame → coat (3 d) → polish → close; wiring board (1 d of glue) → close.
    const DAY = 1440,
      items: Load[] = [
        { minutes: 1, wait: 0, needs: [], whole: false, earliest: 0 },
        { minutes: 1, wait: 3 * DAY, needs: [0], whole: false, earliest: 0 },
        { minutes: 1, wait: DAY, needs: [0], whole: false, earliest: 0 },
        { minutes: 1, wait: 0, needs: [1], whole: false, earliest: 0 },
        { minutes: 1, wait: 0, needs: [2, 3], whole: false, earliest: 0 },
      ],
      always: WorkingHours = { ...WEEK, hours: [24, 24, 24, 24, 24, 24, 24], from: '00:00' },
      laid = layOutWork(items, new Windows(always))!,
      slack = new Map(slackOf(items, laid, new Windows(always)).map(s => [s.item, s]))
    const start = new Map(laid.map(l => [l.item, l.start])),
      total = (k: number) => slack.get(k)!.latest - start.get(k)!,
      free = (k: number) => slack.get(k)!.free - start.get(k)!
    // Begun in minutes 0, 1, 2; polish when the coat is dry, at 2 + 3 d; closed a minute later.
    expect([0, 1, 2, 3, 4].map(k => start.get(k))).toEqual([0, 1, 2, 2 + 3 * DAY, 3 + 3 * DAY])
    expect([0, 1, 3, 4].map(total)).toEqual([0, 0, 0, 0])
    // The board may wait until its glue is hard just as the person gets to closing: 3 d + 3 − 1 d − 1 − 2.
    expect(total(2)).toBe(2 * DAY)
    expect(free(2)).toBe(2 * DAY)
    expect([0, 1, 3, 4].map(free)).toEqual([0, 0, 0, 0])
  })

  it('is for one’s own sake and for the others’ two things [worked by hand]', () => {
    const item = (id: string, minutes: number, more: Partial<WorkItem> = {}): WorkItem => ({
      id,
      minutes,
      waitHours: 0,
      needs: [],
      ...more,
    })
    // The coat dries till Wednesday 18:30. Two side works fill Monday's evening after it; both may move till just before.
    const slots = schedule(
      [
        item('coat', 30, { waitHours: 48, whole: true }),
        item('side', 30),
        item('more', 30, { needs: ['side'] }),
        item('polish', 60, { needs: ['coat'] }),
      ],
      EVERY,
    )!
    expect(slots.map(s => [s.id, s.start, s.latest, s.free])).toEqual([
      ['coat', '2026-11-30T18:00', '2026-11-30T18:00', '2026-11-30T18:00'],
      ['side', '2026-11-30T18:30', '2026-12-01T19:30', '2026-11-30T18:30'],
      ['more', '2026-11-30T19:00', '2026-12-02T18:00', '2026-12-02T18:00'],
      ['polish', '2026-12-02T18:30', '2026-12-02T18:30', '2026-12-02T18:30'],
    ])
  })

  it('is all that a piece can be put off, forwards: a minute more moves the end, or another', () =>
    fc.assert(
      fc.property(anyLoads, fc.constantFrom(WEEK, EVERY), (items, w) => {
        const laid = layOutWork(items, new Windows(w))!,
          slack = slackOf(items, laid, new Windows(w)),
          usual = forwards(items, laid, w, -1, 0)
        expect(usual.starts).toEqual(laid.map(l => l.start))
        slack.forEach((s, k) => {
          const others = (at: number) => forwards(items, laid, w, k, at).starts.filter((_, j) => j !== k)
          const still = usual.starts.filter((_, j) => j !== k)
          expect(forwards(items, laid, w, k, s.latest).end).toBe(usual.end)
          expect(forwards(items, laid, w, k, s.latest + 1).end).toBeGreaterThan(usual.end)
          expect(others(s.free)).toEqual(still)
          const past = forwards(items, laid, w, k, s.free + 1)
          expect(past.end > usual.end || past.starts.some((x, j) => j !== k && x > usual.starts[j]!)).toBe(true)
          expect(s.free).toBeLessThanOrEqual(s.latest)
        })
      }),
      { numRuns: 200 },
    ))
})

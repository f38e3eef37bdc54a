import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { schedule, type WorkingHours, type WorkItem } from './schedule.ts'

const WEEK: WorkingHours = { startOn: '2026-11-30', hours: [2, 2, 0, 2, 2, 4, 0], from: '18:00' }

/** The same rules minute by minute: slow, and written from the docstring alone. */
function minuteByMinute(items: readonly WorkItem[], w: WorkingHours): Map<string, { start: number; end: number }> {
  const out = new Map<string, { start: number; end: number; ready: number }>(),
    day0 = (new Date(`${w.startOn}T00:00:00Z`).getUTCDay() + 6) % 7,
    [h = 0, m = 0] = w.from.split(':').map(Number)
  const longest = Math.max(...w.hours) * 60
  const open = (t: number) => {
    const d = Math.floor(t / 1440),
      at = t - d * 1440,
      from = h * 60 + m
    return {
      is: at >= from && at < from + w.hours[(day0 + d) % 7]! * 60,
      from: d * 1440 + from,
      to: d * 1440 + from + w.hours[(day0 + d) % 7]! * 60,
    }
  }
  let doing: { item: WorkItem; left: number; start: number; over: boolean } | undefined
  const left = [...items]
  for (let t = 0; out.size < items.length && t < 1440 * 400; t++) {
    if (doing && doing.left <= 0) {
      out.set(doing.item.id, { start: doing.start, end: t, ready: t + doing.item.waitHours * 60 })
      doing = undefined
    }
    const o = open(t)
    if (!doing && o.is) {
      const k = left.findIndex(
        i =>
          i.needs.every(n => (out.get(n)?.ready ?? Infinity) <= t) &&
          (!i.whole || t + i.minutes <= o.to || (i.minutes > longest && t === o.from)),
      )
      if (k >= 0) {
        const [item] = left.splice(k, 1)
        doing = { item: item!, left: item!.minutes, start: t, over: item!.whole === true }
      }
    }
    if (doing && (o.is || doing.over)) doing.left--
  }
  return out
}

const anyItems: fc.Arbitrary<WorkItem[]> = fc
  .array(
    fc.record({
      minutes: fc.integer({ min: 5, max: 200 }),
      waitHours: fc.constantFrom(0, 0, 0, 1, 12, 30),
      whole: fc.boolean(),
      back: fc.array(fc.nat(20), { maxLength: 2 }),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map(rows =>
    rows.map(({ back, ...r }, i) => ({
      ...r,
      id: `i${i}`,
      needs: [...new Set(back.filter(b => b < i).map(b => `i${b}`))],
    })),
  )

describe('the calendar', () => {
  it('is what a second, minute-by-minute reckoning of the same rules gives', () =>
    fc.assert(
      fc.property(anyItems, items => {
        const slots = schedule(items, WEEK)!,
          slow = minuteByMinute(items, WEEK),
          minute = (s: string) => (Date.parse(`${s}:00Z`) - Date.parse(`${WEEK.startOn}T00:00:00Z`)) / 60_000
        for (const s of slots) {
          expect(minute(s.start), `${s.id} starts`).toBe(slow.get(s.id)!.start)
          expect(minute(s.end), `${s.id} ends`).toBe(slow.get(s.id)!.end)
        }
      }),
      { numRuns: 60 },
    ))
  it('never works outside the hours, but for what is whole and longer than any day', () =>
    fc.assert(
      fc.property(anyItems, items => {
        for (const s of schedule(items, WEEK)!) {
          const item = items.find(i => i.id === s.id)!
          if (item.whole && item.minutes > 240) continue
          for (const p of s.parts) {
            const d = (new Date(`${p.start.slice(0, 10)}T00:00:00Z`).getUTCDay() + 6) % 7
            expect(p.start.slice(11) >= '18:00').toBe(true)
            const end = (Number(p.end.slice(11, 13)) - 18) * 60 + Number(p.end.slice(14))
            expect(end).toBeLessThanOrEqual(WEEK.hours[d]! * 60)
          }
          const worked = s.parts.reduce(
            (a, p) => a + (Date.parse(`${p.end}:00Z`) - Date.parse(`${p.start}:00Z`)) / 60_000,
            0,
          )
          expect(worked).toBe(item.minutes)
        }
      }),
      { numRuns: 60 },
    ))
  it('has none without hours, with needs that lead nowhere, or that go round', () => {
    const one: WorkItem = { id: 'a', minutes: 10, waitHours: 0, needs: [] }
    expect(schedule([one], { ...WEEK, hours: [0, 0, 0, 0, 0, 0, 0] })).toBeUndefined()
    expect(schedule([{ ...one, needs: ['nobody'] }], WEEK)).toBeUndefined()
    expect(
      schedule(
        [
          { ...one, needs: ['b'] },
          { ...one, id: 'b', needs: ['a'] },
        ],
        WEEK,
      ),
    ).toBeUndefined()
    expect(schedule([], WEEK)).toEqual([])
  })
  it('waits for what dries, and takes up what can be done meanwhile', () => {
    const [coat, other, second] = schedule(
      [
        { id: 'coat', minutes: 30, waitHours: 24, needs: [], whole: true },
        { id: 'second', minutes: 30, waitHours: 0, needs: ['coat'], whole: true },
        { id: 'other', minutes: 60, waitHours: 0, needs: [] },
      ],
      WEEK,
    )!
    expect([coat!.id, other!.id, second!.id]).toEqual(['coat', 'other', 'second'])
    expect(coat).toMatchObject({ start: '2026-11-30T18:00', end: '2026-11-30T18:30', readyAt: '2026-12-01T18:30' })
    expect(other!.start).toBe('2026-11-30T18:30')
    expect(second!.start).toBe('2026-12-01T18:30')
  })
  it('begins at the present when the first day is over, and not before what still dries', () => {
    const items: WorkItem[] = [{ id: 'a', minutes: 30, waitHours: 0, needs: [], notBefore: '2026-12-04T19:10' }]
    expect(schedule(items, WEEK, '2026-12-03T18:20')![0]!.start).toBe('2026-12-04T19:10')
    expect(schedule([{ ...items[0]!, notBefore: '2026-12-01T00:00' }], WEEK, '2026-12-03T18:20')![0]!.start).toBe(
      '2026-12-03T18:20',
    )
    expect(schedule([{ id: 'a', minutes: 30, waitHours: 0, needs: [] }], WEEK, '2026-11-01T10:00')![0]!.start).toBe(
      '2026-11-30T18:00',
    )
  })
})

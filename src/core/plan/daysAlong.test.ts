import { describe, expect, it } from 'vitest'
import { DEMO_NAMES, demo } from '../../../tests/support/demo.ts'
import { dayAfter, daysFrom } from '../calendar/days.ts'
import { fit } from '../fit/applyFixes.ts'
import { daysAlong } from './daysAlong.ts'
import { gatesOf } from './gates.ts'
import { plan } from './plan.ts'
import { isOver } from './step.ts'

const NOW = { at: '2026-12-01T17:00:00.000Z', zone: 'Etc/GMT-1' },
  TODAY = '2026-12-01'

describe('the plan along the days', () => {
  it.each(DEMO_NAMES)('%s: every minute that is left lies on its day, and no lane is lost', name => {
    const build = demo(name),
      p = plan(build, NOW),
      along = daysAlong(p, gatesOf(p.steps, fit(build).now), TODAY, build.calendar.deadline)
    const left = along.lanes.flatMap(l => l.work.filter(w => !w.done)),
      dated = p.steps.filter(s => !isOver(s) && s.start)
    expect(left.reduce((m, w) => m + w.minutes, 0)).toBe(dated.reduce((m, s) => m + s.minutes, 0))
    expect(along.lanes.reduce((n, l) => n + l.all, 0)).toBe(p.steps.length)
    expect(along.lanes.reduce((n, l) => n + l.done, 0)).toBe(p.steps.filter(isOver).length)
    expect(left.every(w => w.day >= TODAY && w.day <= along.to)).toBe(true)
    expect(new Set(left.flatMap(w => w.steps))).toEqual(new Set(dated.map(s => s.id)))
    for (const l of along.lanes)
      for (const r of l.rests)
        expect([r.from >= along.from, r.to <= along.to, r.from <= r.to]).toEqual([true, true, true])
    for (const g of along.gates) expect(along.lanes.some(l => l.phase === g.phase)).toBe(true)
  })
  it('begins a week back at the most, and reaches the deadline', () => {
    const build = demo('heron'),
      step = plan(build, NOW).steps.find(s => !isOver(s))!.id
    const at = (days: number) => {
      const b = {
          ...build,
          steps: [{ step, state: 'done' as const, at: `${dayAfter(TODAY, -days)}T17:00:00.000Z`, minutes: 17 }],
          calendar: { ...build.calendar, deadline: '2031-01-01' },
        },
        p = plan(b, NOW)
      return daysAlong(p, [], TODAY, b.calendar.deadline)
    }
    expect([at(3).from, at(30).from, at(3).to]).toEqual(['2026-11-28', '2026-11-24', '2031-01-01'])
    expect(at(3).lanes.flatMap(l => l.work.filter(w => w.done))).toEqual([
      { day: '2026-11-28', minutes: 17, steps: [step], done: true },
    ])
    expect(at(30).lanes.flatMap(l => l.work.filter(w => w.done))).toEqual([])
  })
  it('counts days over a leap day and a year’s end', () => {
    expect(daysFrom('2028-02-28', '2028-03-01')).toBe(2)
    expect(dayAfter('2026-12-31', 1)).toBe('2027-01-01')
  })
  it('is one day where there is nothing to do', () =>
    expect(daysAlong({ steps: [] }, [], TODAY, undefined)).toEqual({
      from: TODAY,
      to: TODAY,
      lanes: [],
      gates: [],
      arrivals: [],
    }))
})

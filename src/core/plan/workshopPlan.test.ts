import { inWords } from '../../../tests/support/inWords.ts'
import { IN_MM } from '../say/spoken.ts'
import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { demo, uncoated } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { layOutWork, type Load } from '../calendar/layOutWork.ts'
import { Windows } from '../calendar/windows.ts'
import { eveningsFile } from './calendarFile.ts'
import { plan } from './plan.ts'
import { meanwhile, workshopPlan } from './workshopPlan.ts'

const NOW = { at: '2026-11-30T17:00:00Z', zone: 'UTC' }
const HOURS = { startOn: '2026-11-30', hours: [2, 2, 2, 2, 2, 4, 4], from: '18:00' }
const builds = (['heron', 'wren', 'plover'] as const).map(id => demo(id))

describe('several builds on one person’s evenings', () => {
  const w = workshopPlan(builds, HOURS, NOW),
    pieces = w.days.flatMap(d => d.pieces)
  it('never has two pieces at once, and all of them within the hours', () => {
    const sorted = [...pieces].sort((a, b) => (a.start < b.start ? -1 : 1))
    sorted.forEach((p, i) => {
      if (i)
        expect(p.start >= sorted[i - 1]!.end, `${inWords(p.title)} after ${inWords(sorted[i - 1]!.title)}`).toBe(
          true,
        )
      expect(p.start.slice(11) >= '18:00').toBe(true)
    })
    for (const d of w.days) expect(new Set(d.pieces.map(p => p.start.slice(0, 10)))).toEqual(new Set([d.day]))
  })
  it('does all of every build’s open work, each in its own order', () => {
    for (const b of builds) {
      const p = plan(b, NOW),
        open = p.steps.filter(s => s.status !== 'done' && s.status !== 'skipped'),
        own = pieces.filter(x => x.build === b.id),
        worked = own.reduce((m, x) => m + (Date.parse(`${x.end}:00Z`) - Date.parse(`${x.start}:00Z`)) / 60_000, 0)
      expect(worked).toBe(open.reduce((m, s) => m + s.minutes, 0))
      const end = new Map(own.map(x => [x.step, x.end]))
      for (const s of open)
        for (const n of s.needs)
          if (end.has(n)) {
            const first = own.find(x => x.step === s.id)
            if (first) expect(first.start >= end.get(n)!, `${s.id} after ${n}`).toBe(true)
          }
      expect(w.ends.get(b.id)).toBe(
        own
          .map(x => x.end.slice(0, 10))
          .sort()
          .at(-1),
      )
    }
  })
  it('takes longer than each alone, and gives the nearest deadline the first evenings', () => {
    for (const b of builds) {
      const alone = workshopPlan([b], HOURS, NOW).ends.get(b.id)!
      expect(w.ends.get(b.id)! >= alone).toBe(true)
    }
    const due = (id: string): Build[] =>
      builds.map(b => (b.id === id ? { ...b, calendar: { ...b.calendar, deadline: '2026-12-24' } } : b))
    for (const id of ['heron', 'plover']) {
      const first = workshopPlan(due(id), HOURS, NOW)
      expect(first.days[0]!.pieces[0]!.build).toBe(id)
      expect(first.ends.get(id)! <= w.ends.get(id)!).toBe(true)
    }
  })
  it('is empty without builds, and without hours', () => {
    expect(workshopPlan([], HOURS, NOW)).toMatchObject({ days: [], heldByAir: [], together: [] })
    expect(workshopPlan(builds, { ...HOURS, hours: [0, 0, 0, 0, 0, 0, 0] }, NOW).days).toEqual([])
  })
})

describe('one room’s air', () => {
  const every = new Windows({ startOn: '2026-11-30', hours: [10, 10, 10, 10, 10, 10, 10], from: '08:00' }),
    load = (minutes: number, air: NonNullable<Load['air']>): Load => ({
      minutes,
      wait: 0,
      needs: [],
      whole: false,
      earliest: 0,
      air,
    })
  it('keeps one’s dust off another’s wet coat, and not off its own [worked by hand]', () => {
    const coat = load(30, { group: 0, dust: false, wet: 240 }),
      sand = (group: number) => load(60, { group, dust: true, wet: 0 })
    const [a, b] = layOutWork([coat, sand(1)], every)!
    // 08:00 to 08:30 the coat, wet for four hours: sanding begins at 12:30.
    expect([a!.start, b!.start]).toEqual([480, 750])
    expect(b!.cause).toEqual({ kind: 'air', by: 0 })
    expect(layOutWork([coat, sand(0)], every)![1]!.start).toBe(510)
    // What makes no dust goes on meanwhile.
    const quiet = load(100, { group: 1, dust: false, wet: 0 }),
      laid = layOutWork([coat, sand(1), quiet], every)!
    expect(laid.map(l => [l.item, l.start])).toEqual([
      [0, 480],
      [2, 510],
      [1, 750],
    ])
  })
  it('is told for builds: which step waits, until when, for whose coat', () => {
    const a: Build = { ...uncoated(demo('wren')), id: 'a', name: 'A' },
      open = plan(a, NOW).steps,
      coat = open.findIndex(s => s.id === 'finish/coat/clear/1'),
      ready: Build = {
        ...a,
        steps: open.slice(0, coat).map(s => ({ step: s.id, state: 'done' as const, at: '2026-11-29T08:00:00Z' })),
        calendar: { ...a.calendar, deadline: '2026-12-05' },
      },
      cuts: Build = { ...demo('heron'), id: 'b', name: 'B' }
    const measured: Build = {
      ...cuts,
      steps: plan(cuts, NOW)
        .steps.filter(s => s.phase === 'measure')
        .map(s => ({ step: s.id, state: 'done' as const, at: '2026-11-29T08:00:00Z' })),
    }
    const w = workshopPlan(
      [ready, measured],
      { ...HOURS, hours: [10, 10, 10, 10, 10, 10, 10], from: '08:00' },
      { at: '2026-11-30T08:00:00Z', zone: 'UTC' },
    )
    expect(w.heldByAir.every(h => h.build === 'b' && h.by === 'a')).toBe(true)
  })
})

describe('what goes together, and what fits in', () => {
  it('are the same acts of several builds, with what one setting up saves', () => {
    const a = demo('heron'),
      b: Build = { ...a, id: 'heron-2', name: 'Heron 2' },
      ready = (x: Build): Build => ({
        ...x,
        steps: plan(x, NOW)
          .steps.filter(s => s.phase === 'measure' || s.phase === 'wood' || s.phase === 'trial')
          .map(s => ({ step: s.id, state: 'done' as const, at: '2026-11-20T08:00:00Z' })),
      })
    const w = workshopPlan([ready(a), ready(b)], HOURS, NOW)
    expect(w.together.length).toBeGreaterThan(0)
    for (const t of w.together) {
      expect(new Set(t.of.map(o => o.build)).size).toBe(2)
      expect(t.saves).toBe(15)
    }
    expect(workshopPlan([ready(a)], HOURS, NOW).together).toEqual([])
  })
  it('is offered by the time there is and by the tool in hand', () => {
    const plans = builds.map(build => ({ build, plan: plan(build, NOW) })),
      short = meanwhile(plans, { minutes: 30 }),
      iron = meanwhile(plans, { tool: 'iron' })
    expect(short.length).toBeGreaterThan(0)
    for (const m of short) expect(m.minutes).toBeLessThanOrEqual(30)
    for (const m of iron) expect(m.tools).toContain('iron')
    expect(meanwhile(plans, {}).length).toBeGreaterThanOrEqual(short.length)
    expect(meanwhile(plans, { minutes: 0 })).toEqual([])
  })
})

describe('the evenings as a calendar file', () => {
  it('are read back by another library: each piece of work once, at its own time, under its build’s name', () => {
    const w = workshopPlan(builds, HOURS, NOW),
      names = new Map(builds.map(b => [b.id, b.name])),
      text = eveningsFile(w.days, names, '2026-11-30T12:00:00Z', IN_MM),
      events = new ICAL.Component(ICAL.parse(text) as unknown[])
        .getAllSubcomponents('vevent')
        .map(e => new ICAL.Event(e)),
      pieces = w.days.flatMap(d => d.pieces)
    expect(events).toHaveLength(pieces.length)
    expect(new Set(events.map(e => e.uid)).size).toBe(pieces.length)
    const told = new Set(
      events.map(e => `${e.startDate.toString().slice(0, 16)} ${e.endDate.toString().slice(0, 16)}`),
    )
    for (const p of pieces) expect(told.has(`${p.start} ${p.end}`), inWords(p.title)).toBe(true)
    for (const e of events)
      expect(
        [...names.values()].some(n => e.summary.startsWith(`${n}: `)),
        e.summary,
      ).toBe(true)
    // Times of the bench's own clock: no zone moves them.
    expect(events.every(e => e.startDate.zone.tzid === 'floating')).toBe(true)
  })
})

describe('two people', () => {
  const two = builds.map((b, i) => ({ ...b, calendar: { ...b.calendar, person: i === 0 ? 'Ada' : 'Bo' } }))
  it('work side by side: each on their own builds, as if the other were not there', () => {
    const both = workshopPlan(two, HOURS, NOW),
      alone = workshopPlan(two.slice(0, 1), HOURS, NOW)
    expect(both.ends.get('heron')).toBe(alone.ends.get('heron'))
    expect(both.days.flatMap(d => d.pieces).filter(p => p.build === 'heron')).toEqual(
      alone.days.flatMap(d => d.pieces),
    )
    // One person for all of them is later, or no sooner.
    expect(workshopPlan(builds, HOURS, NOW).ends.get('heron')! >= both.ends.get('heron')!).toBe(true)
    for (const d of both.days) {
      expect(d.pieces.map(p => p.start)).toEqual([...d.pieces.map(p => p.start)].sort())
      for (const p of d.pieces) expect(p.person).toBe(p.build === 'heron' ? 'Ada' : 'Bo')
    }
    expect(new Set(both.days.map(d => d.day)).size).toBe(both.days.length)
  })
  it('are one where nobody is named', () => {
    expect(workshopPlan(builds, HOURS, NOW).days[0]!.pieces[0]!.person).toBeUndefined()
  })
})

import { describe, expect, it } from 'vitest'
import { demo, uncoated } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { orderBy, planOutlook } from './outlook.ts'
import { outOfTurn } from './outOfTurn.ts'
import { paceOf } from './pace.ts'
import { expectedOn, slotsOfStep } from './partsOfStep.ts'
import { plan } from './plan.ts'
import { reopenStep, tickStep } from './tickStep.ts'

const NOW = { at: '2026-11-30T17:00:00Z', zone: 'UTC' }
const stocked = (b: Build, slot: string, stock: NonNullable<Build['parts'][number]['stock']>): Build => ({
  ...b,
  parts: b.parts.map(p => (p.id === b.slots[slot] ? { ...p, stock } : p)),
})

describe('parts on their way', () => {
  const b = demo('heron')
  it('hold up what needs them and nothing else, and move what they move', () => {
    const due = stocked(b, 'bridge', { state: 'ordered', due: '2027-01-04' }),
      p = plan(due, NOW),
      step = (id: string) => p.steps.find(s => s.id === id)!
    expect(step('place/punch')).toMatchObject({ status: 'waiting', expects: { day: '2027-01-04', slot: 'bridge' } })
    expect(step('drill/bridge').start! >= '2027-01-04').toBe(true)
    // The neck's and the tuners' holes do not wait for a bridge.
    expect(step('drill/tuners').start! < '2027-01-04').toBe(true)
    expect(step('drill/tuners').expects).toBeUndefined()
    const later = plan(stocked(b, 'bridge', { state: 'ordered', due: '2027-01-18' }), NOW)
    expect(later.endsOn! > p.endsOn!).toBe(true)
    expect(p.chain[0]).toMatch(/^(place|trial|drill)/)
  })
  it('are expected on their day, later where it has not kept its word, in two weeks where nobody says', () => {
    const part = (stock: Build['parts'][number]['stock']) => ({ ...b.parts[0]!, ...(stock ? { stock } : {}) }),
      day = (stock: Build['parts'][number]['stock']) => expectedOn(part(stock), 'body', '2026-12-10')?.day
    expect(day({ state: 'here' })).toBeUndefined()
    expect(day({ state: 'ordered', arrived: '2026-12-09' })).toBeUndefined()
    expect(day({ state: 'ordered', due: '2026-12-20' })).toBe('2026-12-20')
    expect(day({ state: 'ordered', due: '2026-12-01' })).toBe('2026-12-11')
    expect(day({ state: 'ordered', ordered: '2026-12-05' })).toBe('2026-12-19')
    expect(day({ state: 'to buy' })).toBe('2026-12-24')
  })
  it('are listed by the day on which they have to be ordered', () => {
    const two = stocked(stocked(b, 'strings', { state: 'to buy' }), 'bridge', { state: 'to buy' }),
      list = orderBy(plan(two, NOW), two, '2026-11-30')
    expect(list.map(x => x.slot)).toEqual(['bridge', 'strings'])
    // The bridge is placed in the first days: it should have been ordered already. Strings go on at the end.
    expect(list[0]!.late).toBe(true)
    expect(list[1]!.late).toBe(false)
    const strings = plan(b, NOW)
      .steps.find(s => s.id === 'setup/strings')!
      .start!.slice(0, 10)
    expect((Date.parse(strings) - Date.parse(list[1]!.by)) / 86_400_000).toBe(14)
    expect(orderBy(plan(b, NOW), b, '2026-11-30')).toEqual([])
  })
  it('are asked for by every kind of step that needs a part in hand', () => {
    expect(slotsOfStep({ kind: 'measure', of: 'heron-neck/dims.heelWidth' }, b, [])).toEqual(['neck'])
    expect(slotsOfStep({ kind: 'fix', joint: 'x', method: 'y' }, b, ['bridge', 'body'])).toEqual(['bridge', 'body'])
    expect(slotsOfStep({ kind: 'solder', what: 'pickups' }, b, [])).toEqual(
      expect.arrayContaining(['pickup-neck', 'pot-volume', 'switch', 'jack']),
    )
    expect(slotsOfStep({ kind: 'trial', number: 1 }, b, [])).toContain('pickup-bridge')
    expect(slotsOfStep({ kind: 'trial', number: 1 }, b, [])).not.toContain('strings')
    expect(slotsOfStep({ kind: 'close' }, b, [])).toEqual([])
  })
})

describe('the outlook', () => {
  const b = { ...uncoated(demo('wren')), steps: [] }
  it('tells when it may be over, the chance of a deadline, and what would help most', () => {
    const o = planOutlook(b, NOW, 300)!
    expect(o.early <= o.middle && o.middle <= o.late).toBe(true)
    // Work takes longer rather than shorter than is usual: the plan's own day is an early one.
    expect(o.late > plan(b, NOW).endsOn!).toBe(true)
    expect(o.chance).toBeUndefined()
    const by = (deadline: string) => planOutlook({ ...b, calendar: { ...b.calendar, deadline } }, NOW, 300)!.chance!
    expect(by('2026-12-01')).toBe(0)
    expect(by('2029-01-01')).toBe(1)
    expect(by(o.middle)).toBeGreaterThanOrEqual(0.5)
    expect(o.levers.length).toBeGreaterThan(0)
    for (const l of o.levers) expect(l.days).toBeGreaterThan(0)
    expect(o.levers.map(l => l.days)).toEqual([...o.levers.map(l => l.days)].sort((x, y) => y - x))
  })
  it('says what a part is worth that comes sooner, and nothing of a finish that is on', () => {
    const late = planOutlook(stocked(b, 'bridge', { state: 'ordered', due: '2027-03-01' }), NOW, 50)!
    expect(late.levers.some(l => l.id === 'part bridge' && l.days >= 6 && l.days <= 8)).toBe(true)
    const coated = planOutlook(demo('kestrel'), NOW, 50)
    expect(coated?.levers.some(l => l.id.startsWith('school'))).toBeFalsy()
  })
  it('is nothing where there are no hours', () =>
    expect(planOutlook({ ...b, calendar: { ...b.calendar, hours: [0, 0, 0, 0, 0, 0, 0] } }, NOW)).toBeUndefined())
})

describe('this person’s own pace', () => {
  const step = (id: string, kind: 'drill' | 'solder', minutes: number) => ({
      id,
      ref: kind === 'drill' ? { kind, group: 'neck', after: false } : { kind, what: 'pickups' },
      minutes,
    }),
    done = (of: string, minutes?: number) => ({
      step: of,
      state: 'done' as const,
      at: '2026-11-30T18:00:00Z',
      ...(minutes === undefined ? {} : { minutes }),
    })
  it('is drawn from timed steps towards what is usual [worked by hand]', () => {
    const steps = [step('a', 'drill', 20), step('b', 'drill', 40), step('c', 'solder', 30)]
    // Twice as long twice: two readings beside two of the usual time, the root of two.
    const pace = paceOf(steps, [done('a', 40), done('b', 80), done('c')])
    expect(pace.get('drill')!.factor).toBeCloseTo(Math.sqrt(2), 9)
    expect(pace.get('drill')!.from).toBe(2)
    expect(pace.has('solder')).toBe(false)
  })
  it('changes what is left of that kind, and tells what is usual beside it', () => {
    const b = demo('heron'),
      plain = plan(b, NOW),
      [first, second] = plain.steps.filter(s => s.ref.kind === 'drill')
    const timed: Build = { ...b, steps: [{ ...done(first!.id, first!.minutes * 4) }] },
      s = plan(timed, NOW).steps.find(x => x.id === second!.id)!
    expect(s.usual).toBe(second!.minutes)
    expect(s.minutes).toBe(Math.round(second!.minutes * Math.exp(Math.log(4) / 3)))
    expect(plan(timed, NOW).steps.find(x => x.id === first!.id)!.took).toBe(first!.minutes * 4)
  })
})

describe('a step out of its turn', () => {
  const b = { ...uncoated(demo('wren')), steps: [], trials: [] }
  it('names what should come first with its reason, and what it costs', () => {
    const t = outOfTurn(plan(b, NOW), 'finish/coat/clear/1', '2026-11-30T18:00')!
    expect(t.missing.map(m => m.id)).toContain('trial')
    expect(t.missing.find(m => m.id === 'trial')!.why).toMatch(/^\S.{15,}\.$/)
    const coat = plan(b, NOW).steps.find(s => s.id === 'finish/coat/clear/1')!
    expect([t.minutes, t.waitHours]).toEqual([coat.minutes, coat.waitHours])
    expect(t.overtaken).toEqual([])
  })
  it('is silent where it is its turn, and where it is over', () => {
    const next = plan(b, NOW).next!
    expect(outOfTurn(plan(b, NOW), next.id, '2026-11-30T18:00')).toBeUndefined()
    const done = tickStep(b, next, '2026-11-30T18:00:00Z')
    expect(outOfTurn(plan(done, NOW), next.id, '2026-11-30T18:00')).toBeUndefined()
    expect(outOfTurn(plan(b, NOW), 'nobody', '2026-11-30T18:00')).toBeUndefined()
  })
  it('says what still dries, and until when', () => {
    let x: Build = b
    const p = plan(x, NOW),
      coat = p.steps.find(s => s.id === 'finish/coat/clear/1')!
    x = {
      ...x,
      steps: p.steps
        .slice(0, p.steps.indexOf(coat))
        .map(s => ({ step: s.id, state: 'done' as const, at: '2026-11-29T10:00:00Z' })),
    }
    x = tickStep(x, coat, '2026-11-30T16:00:00Z')
    const next = plan(x, NOW).steps.find(s => s.needs.includes(coat.id) && s.status !== 'done')!,
      t = outOfTurn(plan(x, NOW), next.id, '2026-11-30T17:00')!
    const until = new Date(Date.parse('2026-11-30T16:00:00Z') + coat.waitHours * 3_600_000)
      .toISOString()
      .slice(0, 16)
    expect(t.waiting).toEqual([{ id: coat.id, title: coat.title, until }])
    expect(outOfTurn(plan(x, NOW), next.id, until)?.waiting ?? []).toEqual([])
  })
  it('says what was done that should have come after it, and counts all of that again', () => {
    const p = plan(b, NOW),
      all = { ...b, steps: p.steps.map(s => ({ step: s.id, state: 'done' as const, at: '2026-11-29T10:00:00Z' })) },
      open = reopenStep(all, 'drill/buttons'),
      t = outOfTurn(plan(open, NOW), 'drill/buttons', '2026-11-30T18:00')!
    expect(t.missing).toEqual([])
    expect(t.overtaken.map(o => o.id)).toContain('trial')
    expect(t.waitHours).toBeGreaterThan(24)
  })
})

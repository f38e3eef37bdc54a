import { triangleQuantile } from '../chance/random.ts'
import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build, ClientJob } from '../document/build.ts'
import { addClientLine, approve, changeClient, dropClient, dropClientLine } from '../document/clientEdits.ts'
import type { Plan } from '../plan/plan.ts'
import type { PlannedStep } from '../plan/step.ts'
import { billOf, quoteOf, sentOut } from './quote.ts'

const step = (id: string, minutes: number, more: Partial<PlannedStep> = {}): PlannedStep =>
  ({ id, ref: { kind: 'own', id }, minutes, status: 'ready', needs: [], ...more }) as unknown as PlannedStep
const planOf = (...steps: PlannedStep[]): Pick<Plan, 'steps' | 'pace' | 'minutesLeft'> => ({
  steps,
  pace: new Map(),
  minutesLeft: 0,
})

/** Two parts at 100 and 60 with 8 of freight, sandpaper for 12, a tool for 40, a log line of 5; an hour is 30. */
function priced(client: Partial<ClientJob> = {}): Build {
  const b = plainBuild()
  return {
    ...b,
    parts: b.parts.map(p => {
      const stock =
        p.id === b.slots.body ? { price: 100 } : p.id === b.slots.neck ? { price: 60, freight: 8 } : undefined
      const { stock: _, ...rest } = p
      return stock ? { ...rest, stock } : rest
    }),
    costs: [
      { id: 'c-1', kind: 'consumable', what: 'Sandpaper', cost: 12 },
      { id: 'c-2', kind: 'tool', what: 'Nut files', cost: 40 },
    ],
    log: [{ id: 'l-1', at: '2026-11-01T10:00:00Z', text: 'Glue', cost: 5 }],
    preferences: { ...b.preferences, rate: 30 },
    client: { lines: [], approvals: [], ...client },
  }
}

describe('a quote, worked by hand', () => {
  // 60 min done in 90, 120 min open, one left out.
  const plan = planOf(
    step('a', 60, { status: 'done', took: 90 }),
    step('b', 120),
    step('c', 500, { status: 'skipped' }),
  )
  const of = (lines: { id: string; sum: number }[]) => Object.fromEntries(lines.map(l => [l.id, l.sum]))
  it('adds parts, freight, consumables and hours; tools stay in the shop', () => {
    const q = quoteOf(priced(), plan)
    expect(of(q.lines)).toEqual({ parts: 160, freight: 8, consumables: 17, hours: 105 })
    expect(q.hours.likely).toBe(3.5)
    expect(q.total.sum).toBe(290)
    expect(q.tax).toBeUndefined()
    expect(q.unpriced).toBe(false)
  })
  it('takes what is on parts, and tax on the whole', () => {
    const q = quoteOf(priced({ onParts: 25, tax: 20 }), plan)
    expect(of(q.lines).parts).toBe(200)
    expect(q.net.sum).toBe(330)
    expect(q.tax!.sum).toBeCloseTo(66, 9)
    expect(q.total.sum).toBeCloseTo(396, 9)
  })
  it('is unsure of what is still to do alone, by the tenth and the ninth tenth of a triangle', () => {
    const q = quoteOf(priced(), plan)
    // [published: a triangle's distribution function is (x − a)² ÷ ((b − a)(c − a)) below its mode]: solved for a tenth
    // and for nine tenths by hand, of 0.7, 1 and 2.5.
    const tenth = 0.7 + Math.sqrt(0.1 * 1.8 * 0.3),
      ninth = 2.5 - Math.sqrt(0.1 * 1.8 * 1.5)
    expect(q.hours.low).toBeCloseTo(1.5 + 2 * tenth, 9)
    expect(q.hours.high).toBeCloseTo(1.5 + 2 * ninth, 9)
    expect(q.total.high - q.total.low).toBeCloseTo(2 * (ninth - tenth) * 30, 9)
    // The same shares by counting draws.
    const draws = Array.from({ length: 20_001 }, (_, i) => triangleQuantile([0.7, 1, 2.5], i / 20_000))
    expect(draws.filter(x => x < tenth).length / 20_001).toBeCloseTo(0.1, 3)
    expect(draws.filter(x => x > ninth).length / 20_001).toBeCloseTo(0.1, 3)
  })
  it('says that an hour has no price', () => {
    const b = priced(),
      { rate: _, ...rest } = b.preferences
    const q = quoteOf({ ...b, preferences: rest }, plan)
    expect(q.unpriced).toBe(true)
    expect(of(q.lines).hours).toBeUndefined()
    expect(q.total.sum).toBe(185)
  })
  it('prices work by its minutes where it has no price, and not where it has', () => {
    const b = addClientLine(addClientLine(priced(), { kind: 'work', what: 'Dents steamed', minutes: 30 }), {
      kind: 'work',
      what: 'Clean',
      price: 20,
      minutes: 90,
    })
    const q = quoteOf(b, plan)
    expect(of(q.lines)).toMatchObject({ 'q-1': 15, 'q-2': 20 })
    // Its minutes are as unsure as the plan's; a price is a price.
    expect(q.lines.find(l => l.id === 'q-1')!.high).toBeCloseTo((15 * q.hours.high) / 3.5, 9)
    expect(q.lines.find(l => l.id === 'q-2')!.high).toBe(20)
    expect(dropClientLine(b, 'q-1').client!.lines.map(l => l.id)).toEqual(['q-2'])
  })
})

describe('a bill', () => {
  const plan = planOf(
    step('a', 60, { status: 'done', took: 90 }),
    step('b', 30, { status: 'done' }),
    step('c', 600),
  )
  it('counts the hours that were worked, timed where they were', () => {
    const bill = billOf(priced(), plan)
    expect(bill).toMatchObject({ hours: 2, timed: 1, untimed: 1, approved: undefined })
    expect(bill.total.sum).toBe(160 + 8 + 17 + 60)
  })
  it('is held against what was approved last', () => {
    const once = approve(priced(), { at: '2026-11-02T10:00:00Z', sum: 400 }),
      again = approve(once, { at: '2026-11-01T10:00:00Z', sum: 100, note: 'the first' })
    expect(billOf(again, plan).approved).toEqual({ sum: 400, at: '2026-11-02T10:00:00Z', over: 0 })
    const less = approve(priced(), { at: '2026-11-02T10:00:00Z', sum: 200 })
    expect(billOf(less, plan).approved!.over).toBe(45)
    expect(again.client!.approvals.map(a => a.id)).toEqual(['a-1', 'a-2'])
  })
})

describe('what is sent out', () => {
  it('is told against doing it here, by an hour’s price', () => {
    const b = priced({
      lines: [
        { id: 'q-1', kind: 'sent out', what: 'Frets levelled', price: 80, minutes: 240, days: 10 },
        { id: 'q-2', kind: 'sent out', what: 'Plate cut', price: 80, minutes: 60 },
        { id: 'q-3', kind: 'sent out', what: 'Plating', price: 50 },
        { id: 'q-4', kind: 'work', what: 'Cleaning', minutes: 60 },
      ],
    })
    expect(sentOut(b)).toEqual([
      { id: 'q-1', what: 'Frets levelled', price: 80, here: 120, days: 10, cheaper: 'sent out' },
      { id: 'q-2', what: 'Plate cut', price: 80, here: 30, days: 0, cheaper: 'here' },
      { id: 'q-3', what: 'Plating', price: 50, here: undefined, days: 0, cheaper: undefined },
    ])
  })
})

describe('a client’s job', () => {
  it('begins empty, loses what is emptied, and goes as a whole', () => {
    const b = changeClient(plainBuild(), { who: 'The neighbour', tax: 19 })
    expect(b.client).toEqual({ lines: [], approvals: [], who: 'The neighbour', tax: 19 })
    expect(changeClient(b, { who: '', tax: undefined }).client).toEqual({ lines: [], approvals: [] })
    expect('client' in dropClient(b)).toBe(false)
  })
})

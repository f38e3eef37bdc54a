import { triangleQuantile } from '../chance/random.ts'
import { num, type Said, say } from '../say/said.ts'
import type { Approval, Build, ClientLine } from '../document/build.ts'
import { costSheet } from '../cost/costSheet.ts'
import { spreadOf } from '../plan/outlook.ts'
import type { Plan } from '../plan/plan.ts'
import { spentOf } from '../plan/story.ts'

/** A line of a quote or a bill; `low` and `high` where its sum is not known yet. */
export interface QuoteLine {
  id: string
  what: Said
  sum: number
  low: number
  high: number
}

export interface Quote {
  lines: QuoteLine[]
  /** Hours of own work in it: as planned, and at a fast and a slow pace. */
  hours: { likely: number; low: number; high: number }
  /** Before tax, tax, and with it. */
  net: QuoteLine
  tax: QuoteLine | undefined
  total: QuoteLine
  /** Nothing is said of an hour's price: own work stands at nothing. */
  unpriced: boolean
}

export interface Bill extends Omit<Quote, 'hours'> {
  hours: number
  /** Of the steps that are done, how many were timed; the others count as planned. */
  timed: number
  untimed: number
  /** Up to which sum the client agreed, and what the bill is over it; undefined where nothing was approved. */
  approved: { sum: number; at: string; over: number } | undefined
}

/** A job that is sent out against doing it here. */
export interface SentOut {
  id: string
  what: string
  price: number
  /** What the same minutes cost here; undefined without an hour's price or without minutes. */
  here: number | undefined
  days: number
  cheaper: 'here' | 'sent out' | undefined
}

/** Nine of ten and one of ten: how far a quote reaches on either side [our choice]. */
const LOW = 0.1,
  HIGH = 0.9

const line = (id: string, what: Said, sum: number, low = sum, high = sum): QuoteLine => ({
  id,
  what,
  sum,
  low,
  high,
})
const summed = (id: string, what: Said, lines: readonly QuoteLine[], share = 1): QuoteLine =>
  line(
    id,
    what,
    ...((['sum', 'low', 'high'] as const).map(k => lines.reduce((s, l) => s + l[k], 0) * share) as [
      number,
      number,
      number,
    ]),
  )

/** What was bought for the instrument and passes to the client: parts with what is put on them, freight, consumables; tools stay here. */
function bought(build: Build): QuoteLine[] {
  const { byKind } = costSheet(build),
    onParts = 1 + (build.client?.onParts ?? 0) / 100
  return [
    line('parts', 'Parts', byKind.part * onParts),
    line('freight', 'Freight', byKind['part freight'] + byKind.freight),
    line('consumables', 'Consumables', byKind.consumable + byKind.log),
  ].filter(l => l.sum > 0)
}

/** What was agreed beside it: sent out, parts without a slot, work at a price of its own. */
const priced = (l: ClientLine, rate: number, fast = 1, slow = 1): QuoteLine => {
  if (l.kind !== 'work' || l.price !== undefined) return line(l.id, l.what, l.price ?? 0)
  const sum = ((l.minutes ?? 0) / 60) * rate
  return line(l.id, l.what, sum, sum * fast, sum * slow)
}

function closed(lines: QuoteLine[], taxed: number | undefined): Pick<Quote, 'lines' | 'net' | 'tax' | 'total'> {
  const net = summed('net', 'Together', lines),
    tax = taxed ? summed('tax', say`Tax, ${num(taxed, undefined, '%')}`, [net], taxed / 100) : undefined
  return { lines, net, tax, total: summed('total', 'In all', tax ? [net, tax] : [net]) }
}

/**
 * What the whole will cost the client: parts, freight, own hours with their doubt, what is sent out. One person's pace is
 * the same in all steps, so that low and high are each step's own tenth and ninth tenth added up, not averaged away.
 */
export function quoteOf(build: Build, plan: Pick<Plan, 'steps' | 'pace'>): Quote {
  const rate = build.preferences.rate ?? 0
  const hours = { likely: 0, low: 0, high: 0 }
  for (const s of plan.steps) {
    if (s.status === 'skipped') continue
    const over = s.status === 'done',
      minutes = s.took ?? s.minutes,
      spread = over ? ([1, 1, 1] as const) : spreadOf(plan, s)
    hours.likely += minutes / 60
    hours.low += (minutes * triangleQuantile(spread, LOW)) / 60
    hours.high += (minutes * triangleQuantile(spread, HIGH)) / 60
  }
  const share = (x: number) => (hours.likely > 0 ? x / hours.likely : 1),
    own = line('hours', 'Work', hours.likely * rate, hours.low * rate, hours.high * rate)
  return {
    hours,
    unpriced: build.preferences.rate === undefined,
    ...closed(
      [
        ...bought(build),
        ...(own.sum > 0 ? [own] : []),
        ...(build.client?.lines ?? []).map(l => priced(l, rate, share(hours.low), share(hours.high))),
      ],
      build.client?.tax,
    ),
  }
}

/** The sum up to which a quote is approved: what it may come to, in whole units, so that nobody is asked again for pennies. */
export const approvalSum = (q: Pick<Quote, 'total'>): number => Math.ceil(q.total.high)

/** What was approved last; undefined where nothing was. */
export const lastApproval = (build: Pick<Build, 'client'>): Approval | undefined =>
  [...(build.client?.approvals ?? [])].sort((a, b) => (a.at < b.at ? 1 : -1))[0]

/** What it has come to: the hours that were worked, timed where they were, and what was approved against it. */
export function billOf(build: Build, plan: Pick<Plan, 'steps' | 'minutesLeft'>): Bill {
  const rate = build.preferences.rate ?? 0,
    { hoursDone: hours, timed, done } = spentOf(build, plan),
    own = line('hours', 'Work', hours * rate)
  const sums = closed(
    [...bought(build), ...(own.sum > 0 ? [own] : []), ...(build.client?.lines ?? []).map(l => priced(l, rate))],
    build.client?.tax,
  )
  const last = lastApproval(build)
  return {
    ...sums,
    hours,
    timed,
    untimed: done - timed,
    unpriced: build.preferences.rate === undefined,
    approved: last && { sum: last.sum, at: last.at, over: Math.max(0, sums.total.sum - last.sum) },
  }
}

/** Every job that is sent out against what the same would cost here. */
export function sentOut(build: Build): SentOut[] {
  const { rate } = build.preferences
  return (build.client?.lines ?? []).flatMap((l): SentOut[] => {
    if (l.kind !== 'sent out') return []
    const here = rate === undefined || l.minutes === undefined ? undefined : (l.minutes / 60) * rate,
      price = l.price ?? 0
    return [
      {
        id: l.id,
        what: l.what,
        price,
        here,
        days: l.days ?? 0,
        cheaper: here === undefined || l.price === undefined ? undefined : here < price ? 'here' : 'sent out',
      },
    ]
  })
}

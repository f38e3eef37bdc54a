import { type Said } from '../say/said.ts'
import { SCHOOL_NAMES } from '../document/finishNames.ts'
import type { Build } from '../document/build.ts'
import { dayAfter, daysFrom } from '../calendar/days.ts'
import { localTime, type Present } from '../calendar/clock.ts'
import { chanceBy, outlook, type Outlook, type UncertainItem } from '../calendar/simulate.ts'
import { startFrom } from '../finish/edits.ts'
import { MATERIALS } from '../finish/materials.ts'
import { SCHOOLS } from '../finish/schools.ts'
import { stepRef } from '../document/stepRef.ts'
import { daysToCome } from '../parts/arrival.ts'
import { plan, type Plan } from './plan.ts'
import { isOver, type PlannedStep } from './step.ts'

/** Shares of its usual time that a step takes, least, likely and most: work that is new takes up to two and a half times as long [from memory]. */
const NEW_WORK = [0.7, 1, 2.5] as const
/** The same for work whose pace is known from this person's own timed steps [from memory]. */
const OWN_PACE = [0.8, 1, 1.5] as const
/** Waits are never shorter than they are said to be, and longer in cold or damp [from memory]. */
const WAITS = [1, 1, 1.6] as const
/** Steps of one kind that have to be timed before its pace counts as known. */
const KNOWN_FROM = 3

/** A change that brings the end nearer, and by how many days. */
export interface Lever {
  id: string
  says: string
  days: number
  endsOn: string
}

/** When a build may be over, how sure that is, and what would help. */
export interface PlanOutlook extends Omit<Outlook, 'ends'> {
  /** Chance that the deadline is met; undefined without one. */
  chance: number | undefined
  levers: Lever[]
}

/** Shares of its minutes that a step takes at the least, most likely and at the most. */
export const spreadOf = (
  p: Pick<Plan, 'pace'>,
  s: Pick<PlannedStep, 'ref'>,
): readonly [least: number, likely: number, most: number] =>
  (p.pace.get(s.ref.kind)?.from ?? 0) >= KNOWN_FROM ? OWN_PACE : NEW_WORK

const itemsOf = (p: Plan): UncertainItem[] => {
  const open = p.steps.filter(s => !isOver(s)),
    ids = new Set(open.map(s => s.id))
  return open.map(s => ({
    id: s.id,
    minutes: s.minutes,
    waitHours: s.waitHours,
    needs: s.needs.filter(n => ids.has(n)),
    whole: s.whole,
    spread: spreadOf(p, s),
    ...(s.waitHours > 0 ? { waitSpread: WAITS } : {}),
    ...(s.expects ? { notBefore: `${s.expects.day}T00:00`, lateDays: s.expects.lateDays } : {}),
  }))
}

/** Days by which a late part is taken to be had sooner, from a shop nearby or by a faster parcel [our choice]. */
const SOONER = 7
/** Changes that are told, the best first. */
const TOLD = 4

const isCoat = (step: string): boolean => {
  const ref = stepRef(step)
  return ref?.kind === 'finish' && ref.stage === 'coat'
}

/** Changes that are tried: each makes another build, whose plan tells what it gains. */
function tried(build: Build, p: Plan): { id: string; says: string; build: Build }[] {
  const { calendar: c } = build
  const out: { id: string; says: string; build: Build }[] = []
  if (c.hours.some(h => h > 0 && h < 15))
    out.push({
      id: 'hour',
      says: 'An hour more on each day that has any',
      build: { ...build, calendar: { ...c, hours: c.hours.map(h => (h > 0 ? Math.min(16, h + 1) : h)) } },
    })
  const free = c.hours.findIndex(h => h === 0)
  if (free >= 0)
    out.push({
      id: 'day',
      says: `Two hours on the ${['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'][free]!} that has none`,
      build: { ...build, calendar: { ...c, hours: c.hours.map((h, i) => (i === free ? 2 : h)) } },
    })
  const own = build.finish.school
  // What is on stays on.
  if (own && !build.steps.some(s => isCoat(s.step)))
    for (const school of SCHOOL_NAMES)
      if (school !== own)
        out.push({
          id: `school ${school}`,
          says: `${SCHOOLS[school].label} instead of ${SCHOOLS[own].label.toLowerCase()}`,
          build: startFrom(build, school),
        })
  const begun = build.steps.some(s => isCoat(s.step)),
    { levelling: _, ...unlevelled } = build.finish
  if (build.finish.levelling && p.steps.some(s => s.ref.kind === 'finish' && s.ref.stage === 'level' && !isOver(s)))
    out.push({
      id: 'unlevelled',
      says: 'Left as it comes, not levelled and polished',
      build: { ...build, finish: unlevelled },
    })
  const top = build.finish.layers.at(-1)
  if (top && top.coats > 2 && !begun)
    out.push({
      id: 'coat',
      says: `One coat of ${MATERIALS[top.material].label} fewer`,
      build: {
        ...build,
        finish: {
          ...build.finish,
          layers: build.finish.layers.map(l => (l === top ? { ...l, coats: l.coats - 1 } : l)),
        },
      },
    })
  for (const e of new Map(p.steps.flatMap(s => (s.expects ? [[s.expects.slot, s.expects] as const] : []))).values())
    out.push({
      id: `part ${e.slot}`,
      says: `${e.part} a week sooner`,
      build: {
        ...build,
        parts: build.parts.map(x =>
          x.id === build.slots[e.slot]
            ? { ...x, stock: { ...x.stock, state: 'ordered', due: dayAfter(e.day, -SOONER) } }
            : x,
        ),
      },
    })
  return out
}

/** Simulates the end of a build's plan, and tries the changes that could bring it nearer; undefined where it has no dates. */
export function planOutlook(build: Build, now: Present, runs = 2000): PlanOutlook | undefined {
  const p = plan(build, now),
    o = p.endsOn && outlook(itemsOf(p), build.calendar, { runs, from: localTime(now.at, now.zone) })
  if (!o || !p.endsOn) return undefined
  const from = p.endsOn,
    { deadline } = build.calendar
  const levers = tried(build, p)
    .flatMap((t): Lever[] => {
      const { endsOn } = plan(t.build, now)
      return endsOn && endsOn < from ? [{ id: t.id, says: t.says, days: daysFrom(endsOn, from), endsOn }] : []
    })
    .sort((a, b) => b.days - a.days)
    .slice(0, TOLD)
  const { ends: _, ...days } = o
  return { ...days, chance: deadline === undefined ? undefined : chanceBy(o, deadline), levers }
}

/** A part to order, and the last day on which it can be ordered without holding anything up. */
export interface ToOrder {
  slot: string
  part: string
  by: string
  /** The step that waits for it first. */
  step: Said
  late: boolean
}

/** What is still to buy, by the day on which it has to be ordered so that it is there when its first step could begin. */
export function orderBy(p: Plan, build: Build, today: string): ToOrder[] {
  const slots = new Map<string, ToOrder>(),
    waits = new Map(build.parts.map(x => [x.id, daysToCome(x.stock)]))
  // Without waiting for any part: when each step could begin.
  const free = plan(
    { ...build, parts: build.parts.map(x => ({ ...x, stock: { ...x.stock, state: 'here' as const } })) },
    { at: `${today}T00:00:00Z`, zone: 'UTC' },
  )
  const begins = new Map(free.steps.flatMap(s => (s.start ? [[s.id, s.start.slice(0, 10)] as const] : [])))
  for (const s of p.steps) {
    if (!s.expects?.order) continue
    const begin = begins.get(s.id)
    if (!begin) continue
    const by = dayAfter(begin, -(waits.get(build.slots[s.expects.slot] ?? '') ?? daysToCome(undefined))),
      have = slots.get(s.expects.slot)
    if (!have || by < have.by)
      slots.set(s.expects.slot, { slot: s.expects.slot, part: s.expects.part, by, step: s.title, late: by < today })
  }
  return [...slots.values()].sort((a, b) => (a.by < b.by ? -1 : 1))
}

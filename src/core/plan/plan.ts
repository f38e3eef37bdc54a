import { HOUR } from '../units/time.ts'
import { memo } from '../memo/memo.ts'
import type { Build, StepState } from '../document/build.ts'
import { localTime, type Present } from '../calendar/clock.ts'
import { chainOf, schedule, type Slot, type WorkItem } from '../calendar/schedule.ts'
import { fit } from '../fit/applyFixes.ts'
import { byId, type Joint } from '../fit/joint.ts'
import { inOrder } from './order.ts'
import { paceOf, type Pace, type Work } from './pace.ts'
import { expectedOn, slotsOfStep, type Expected } from './partsOfStep.ts'
import type { OrderedStep, PlannedStep } from './step.ts'
import { stepsOf } from './stepsOf.ts'

export interface Plan {
  steps: PlannedStep[]
  /** Joints that will not go together as they stand and with the fixes that are chosen: no end is promised before they are decided. */
  undecided: number
  /** Steps that decide the end, by id, the first first. */
  chain: string[]
  /** This person's own pace, by kind of work. */
  pace: ReadonlyMap<Work, Pace>
  next: PlannedStep | undefined
  minutesLeft: number
  endsOn: string | undefined
  /** Why there are no dates, if there are none. */
  trouble: string | undefined
}

/**
 * The one plan: every engine's steps in an order that holds, with dates from the calendar and what is already done.
 * What is done keeps its time, and waits run from there; what is left starts at the present.
 * @param now the present; left out, work starts on the calendar's first day
 */
export function plan(build: Build, now?: Present): Plan {
  const usual = inOrder(stepsOf(build)),
    pace = paceOf(usual, build.steps),
    ordered = usual.map(s => {
      const own = pace.get(s.ref.kind)
      return own ? { ...s, minutes: Math.max(1, Math.round(s.minutes * own.factor)), usual: s.minutes } : s
    })
  const states = new Map(build.steps.map(s => [s.step, s]))
  const over = new Set(ordered.filter(s => states.has(s.id)).map(s => s.id))
  const open = ordered.filter(s => !over.has(s.id))
  const waits = now && waitsOf(ordered, states, now.zone)
  const fits = fit(build),
    local = now && localTime(now.at, now.zone),
    arrivals = arrivalsOf(build, (local ?? `${build.calendar.startOn}T00:00`).slice(0, 10))
  const expects = arrivals.size ? expectedBy(open, build, fits.now, arrivals) : NOTHING_EXPECTED
  const slots = datesOf(
    open.map(s => {
      const since = waits?.size ? s.needs.flatMap(n => waits.get(n) ?? []) : [],
        part = expects.get(s.id)
      if (part) since.push(`${part.day}T00:00`)
      const notBefore = since.sort().at(-1)
      return {
        id: s.id,
        minutes: s.minutes,
        waitHours: s.waitHours,
        whole: s.whole,
        needs: over.size ? s.needs.filter(n => !over.has(n)) : s.needs,
        ...(notBefore ? { notBefore } : {}),
      }
    }),
    build.calendar,
    local,
  )
  const dates = new Map(slots?.map(s => [s.id, s]))
  const first = slots?.[0]?.id ?? open[0]?.id
  const steps = ordered.map((s): PlannedStep => {
    const state = states.get(s.id),
      d = dates.get(s.id),
      part = expects.get(s.id)
    const status = state
      ? state.state
      : s.id === first
        ? 'next'
        : s.needs.every(n => over.has(n)) && !part
          ? 'ready'
          : 'waiting'
    return planned(s, status, d, state, part, now?.zone ?? 'UTC')
  })
  const rank = new Map(slots?.map((x, i) => [x.id, i]))
  const place = (s: PlannedStep) => (over.has(s.id) ? -1 : (rank.get(s.id) ?? 0))
  steps.sort((a, b) => place(a) - place(b))
  return {
    steps,
    undecided: fits.planned.filter(j => j.state === "won't go").length,
    chain: slots ? chainOf(slots).map(s => s.id) : [],
    pace,
    next: steps.find(s => s.status === 'next'),
    minutesLeft: open.reduce((m, s) => m + s.minutes, 0),
    endsOn: slots?.at(-1)?.end.slice(0, 10),
    trouble: slots ? undefined : 'No hours on any day of the week: enter some to get dates.',
  }
}

/** A step with its status, its dates, what was done of it and the part that it waits for. */
const planned = memo(
  (
    s: OrderedStep,
    status: PlannedStep['status'],
    d: Slot | undefined,
    state: StepState | undefined,
    part: Expected | undefined,
    zone: string,
  ): PlannedStep => ({
    ...s,
    status,
    ...(d
      ? { start: d.start, end: d.end, parts: d.parts, readyAt: d.readyAt, latest: d.latest, free: d.free }
      : {}),
    ...(state ? overOf(s, state, zone) : {}),
    ...(state?.note ? { note: state.note } : {}),
    ...(state?.minutes === undefined ? {} : { took: state.minutes }),
    ...(part ? { expects: part } : {}),
  }),
  { keep: 1, weak: true },
)

const NOTHING_EXPECTED: ReadonlyMap<string, Expected> = new Map()

/** The part that each step waits for longest, of those that are still to come. */
function expectedBy(
  open: readonly OrderedStep[],
  build: Build,
  joints: readonly Joint[],
  arrivals: ReadonlyMap<string, Expected>,
): ReadonlyMap<string, Expected> {
  const by = byId(joints)
  return new Map(
    open.flatMap(s => {
      const latest = slotsOfStep(s.ref, build, s.ref.kind === 'fix' ? (by.get(s.ref.joint)?.slots ?? []) : [])
        .flatMap(slot => arrivals.get(slot) ?? [])
        .sort((a, b) => (a.day < b.day ? 1 : -1))
        .at(0)
      return latest ? [[s.id, latest] as const] : []
    }),
  )
}

/** Work laid out in the hours there are; most edits of a document leave it as long as it was. */
const datesOf = memo(
  (items: readonly WorkItem[], hours: Build['calendar'], from: string | undefined) => schedule(items, hours, from),
  { on: (_, hours, from) => [hours, from], alike: items => items },
)

/** Parts that are not here yet, by slot. */
const arrivalsOf = (build: Build, today: string): Map<string, Expected> => {
  const by = new Map(build.parts.map(p => [p.id, p]))
  return new Map(
    Object.entries(build.slots).flatMap(([slot, id]) => {
      const part = by.get(id),
        expected = part && expectedOn(part, slot, today)
      return expected ? [[slot, expected] as const] : []
    }),
  )
}

/** When a step was over, and from when on what it kept waiting can be done; on the bench's clock. */
const overOf = (s: OrderedStep, state: { state: string; at: string }, zone: string) => ({
  overAt: localTime(state.at, zone),
  ...(state.state === 'done' && s.waitHours > 0
    ? { readyAt: localTime(Date.parse(state.at) + s.waitHours * HOUR, zone) }
    : {}),
})

/** Until when each step that is done keeps others waiting, on the bench's clock. */
const waitsOf = (
  steps: readonly OrderedStep[],
  states: ReadonlyMap<string, { state: string; at: string }>,
  zone: string,
): Map<string, string> =>
  new Map(
    steps.flatMap(s => {
      const state = states.get(s.id)
      const until = state && overOf(s, state, zone).readyAt
      return until === undefined ? [] : [[s.id, until]]
    }),
  )

import type { Build } from '../build/build.ts'
import { localTime, schedule, type Present } from '../calendar/schedule.ts'
import { inOrder } from './order.ts'
import type { OrderedStep, PlannedStep } from './step.ts'
import { stepsOf } from './stepsOf.ts'

export interface Plan {
  steps: PlannedStep[]
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
  const ordered = inOrder(stepsOf(build))
  const states = new Map(build.steps.map(s => [s.step, s]))
  const over = new Set(ordered.filter(s => states.has(s.id)).map(s => s.id))
  const open = ordered.filter(s => !over.has(s.id))
  const waits = now && waitsOf(ordered, states, now.offset)
  const slots = schedule(
    open.map(s => {
      const since = s.needs.flatMap(n => waits?.get(n) ?? []).sort()
      const notBefore = since.at(-1)
      return { ...s, needs: s.needs.filter(n => !over.has(n)), ...(notBefore ? { notBefore } : {}) }
    }),
    build.calendar,
    now && localTime(now.at, now.offset),
  )
  const dates = new Map(slots?.map(s => [s.id, s]))
  const first = slots?.[0]?.id ?? open[0]?.id
  const steps = ordered.map((s): PlannedStep => {
    const state = states.get(s.id),
      d = dates.get(s.id)
    const status = state
      ? state.state
      : s.id === first
        ? 'next'
        : s.needs.every(n => over.has(n))
          ? 'ready'
          : 'waiting'
    return {
      ...s,
      status,
      ...(d ? { start: d.start, end: d.end, readyAt: d.readyAt } : {}),
      ...(state ? { overAt: localTime(state.at, now?.offset ?? 0) } : {}),
      ...(state?.note ? { note: state.note } : {}),
    }
  })
  const rank = new Map(slots?.map((x, i) => [x.id, i]))
  const place = (s: PlannedStep) => (over.has(s.id) ? -1 : (rank.get(s.id) ?? 0))
  steps.sort((a, b) => place(a) - place(b))
  return {
    steps,
    next: steps.find(s => s.status === 'next'),
    minutesLeft: open.reduce((m, s) => m + s.minutes, 0),
    endsOn: slots?.at(-1)?.end.slice(0, 10),
    trouble: slots ? undefined : 'No hours on any day of the week: enter some to get dates.',
  }
}

/** Until when each step that is done keeps others waiting, on the bench's clock. */
const waitsOf = (
  steps: readonly OrderedStep[],
  states: ReadonlyMap<string, { state: string; at: string }>,
  offset: number,
): Map<string, string> =>
  new Map(
    steps.flatMap(s => {
      const state = states.get(s.id)
      if (state?.state !== 'done' || s.waitHours === 0) return []
      return [[s.id, localTime(new Date(Date.parse(state.at) + s.waitHours * 3_600_000).toISOString(), offset)]]
    }),
  )

import type { Build } from '../build/build.ts'
import { localTime, schedule, type Present } from '../calendar/schedule.ts'
import { fit as fitOf, type FitResult } from '../fit/applyFixes.ts'
import { collectSteps } from './collectSteps.ts'
import { PHASES, type Phase, type PlannedStep, type Step } from './step.ts'

/** Which phases must be over before a phase starts. Wiring on the controls runs beside the finish. */
const AFTER: Record<Phase, readonly Phase[]> = {
  measure: [],
  wood: ['measure'],
  trial: ['wood'],
  finish: ['trial'],
  wiring: ['trial'],
  assembly: ['finish', 'wiring'],
  test: ['assembly'],
  setup: ['test'],
  close: ['setup'],
}

/** All steps with the needs that their phases bring; only the last ones of an earlier phase are named. */
export function withPhaseNeeds(steps: readonly Step[]): Step[] {
  const known = new Set(steps.map(s => s.id))
  const inPhase = (p: Phase): Step[] => steps.filter(s => s.phase === p)
  const before = (p: Phase): string[] =>
    AFTER[p].flatMap(q => {
      const own = inPhase(q)
      return own.length ? own.map(s => s.id) : before(q)
    })
  return steps.map(s => ({
    ...s,
    needs: [...new Set([...s.needs.filter(n => known.has(n)), ...before(s.phase)])].filter(n => n !== s.id),
  }))
}

/** Steps in an order in which every need comes first; ties keep the phase and the given order. Cycles are cut at the later step. */
export function inOrder(steps: readonly Step[]): Step[] {
  const byPhase = steps
    .map((s, i) => ({ s, i }))
    .sort((a, b) => PHASES.indexOf(a.s.phase) - PHASES.indexOf(b.s.phase) || a.i - b.i)
    .map(x => x.s)
  const left = [...byPhase],
    placed = new Set<string>(),
    out: Step[] = []
  while (left.length) {
    const k = Math.max(
      0,
      left.findIndex(s => s.needs.every(n => placed.has(n))),
    )
    const [s] = left.splice(k, 1)
    out.push({ ...s!, needs: s!.needs.filter(n => placed.has(n)) })
    placed.add(s!.id)
  }
  return out
}

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
export function plan(build: Build, fit: FitResult = fitOf(build), now?: Present): Plan {
  const ordered = inOrder(withPhaseNeeds(collectSteps(build, fit)))
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
  steps: readonly Step[],
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

import { dayAfter } from '../calendar/days.ts'
import type { Gate, GateId } from './gates.ts'
import type { Plan } from './plan.ts'
import { isOver, PHASES, type Phase, type PlannedStep } from './step.ts'

/** Days behind the present that are shown. */
const BACK = 7

/** Hands-on work of one phase on one day. */
export interface DayWork {
  day: string
  minutes: number
  /** Steps that are worked on, by id, in their order. */
  steps: string[]
  done: boolean
}

/** What dries or is on its way between two days, both local days; the step that is waited for. */
export interface Rest {
  step: string
  from: string
  to: string
}

/** A phase of the work along the days. */
export interface Lane {
  phase: Phase
  done: number
  all: number
  work: DayWork[]
  rests: Rest[]
}

/** A plan as it lies along the days. */
export interface DaysAlong {
  /** First and last day that are shown. */
  from: string
  to: string
  lanes: Lane[]
  /** Gates that are still to go through: on which day, in whose lane, and whether one could go through now. */
  gates: { id: GateId; step: string; phase: Phase; day: string; shut: boolean }[]
  /** Parts that are on their way or to be ordered. */
  arrivals: { part: string; day: string; order: boolean }[]
}

const dayOf = (stamp: string): string => stamp.slice(0, 10)
/** Stretches of a step's work as days and minutes: what is done lies on the day when it was over. */
const stretches = (s: PlannedStep): { day: string; minutes: number }[] =>
  isOver(s)
    ? s.overAt && s.status === 'done'
      ? [{ day: dayOf(s.overAt), minutes: s.took ?? s.minutes }]
      : []
    : (s.parts ?? []).map(p => ({
        day: dayOf(p.start),
        minutes: (Date.parse(`${p.end}Z`) - Date.parse(`${p.start}Z`)) / 60_000,
      }))

/**
 * The plan along the days, a lane for each phase: what is worked on each day, what rests meanwhile, gates, parts on their
 * way. Begins a week back at the most, so that what was done lately is seen, and ends with the work, or its deadline.
 * @param today on the bench's clock, YYYY-MM-DD
 */
export function daysAlong(
  plan: Pick<Plan, 'steps'>,
  gates: readonly Gate[],
  today: string,
  deadline: string | undefined,
): DaysAlong {
  const days = plan.steps.flatMap(s => stretches(s).map(x => x.day)),
    rested = plan.steps.flatMap(s => (s.readyAt && s.waitHours > 0 ? [dayOf(s.readyAt)] : [])),
    arrivals = new Map(
      plan.steps.flatMap(s => (s.expects && !isOver(s) ? [[s.expects.slot, s.expects] as const] : [])),
    ),
    back = dayAfter(today, -BACK),
    first = [today, ...days].reduce((a, b) => (a < b ? a : b)),
    from = first > back ? first : back,
    to = [
      today,
      ...days,
      ...rested,
      ...(deadline ? [deadline] : []),
      ...[...arrivals.values()].map(a => a.day),
    ].reduce((a, b) => (a > b ? a : b))
  const lanes = PHASES.flatMap((phase): Lane[] => {
    const own = plan.steps.filter(s => s.phase === phase),
      work = new Map<string, DayWork>(),
      rests: Rest[] = []
    for (const s of own) {
      for (const x of stretches(s)) {
        if (x.day < from) continue
        const key = `${x.day} ${isOver(s)}`,
          there = work.get(key) ?? { day: x.day, minutes: 0, steps: [], done: isOver(s) }
        there.minutes += x.minutes
        there.steps.push(s.id)
        work.set(key, there)
      }
      const since = s.end ?? s.overAt
      if (s.waitHours > 0 && since && s.readyAt && dayOf(s.readyAt) >= from)
        rests.push({ step: s.id, from: dayOf(since) < from ? from : dayOf(since), to: dayOf(s.readyAt) })
    }
    return own.length
      ? [{ phase, done: own.filter(isOver).length, all: own.length, work: [...work.values()], rests }]
      : []
  })
  return {
    from,
    to,
    lanes,
    gates: gates.flatMap(g =>
      g.step?.start
        ? [
            {
              id: g.id,
              step: g.step.id,
              phase: g.step.phase,
              day: dayOf(g.step.start),
              shut: g.joints.length + g.steps.length > 0,
            },
          ]
        : [],
    ),
    arrivals: [...arrivals.values()].map(({ part, day, order }) => ({ part, day, order })),
  }
}

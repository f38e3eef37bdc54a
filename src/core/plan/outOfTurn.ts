import { type Said } from '../say/said.ts'
import type { Plan } from './plan.ts'
import { isOver, type PlannedStep } from './step.ts'

/** What is passed over when a step is done now, and what that costs. */
export interface OutOfTurn {
  /** Steps that should have come first, each with the reason of its arrow. */
  missing: { id: string; title: Said; why: Said }[]
  /** What still dries or sets, and until when, on the bench's clock. */
  waiting: { id: string; title: Said; until: string }[]
  /** Steps that are done already and should have come after it. */
  overtaken: { id: string; title: Said; why: Said }[]
  /** What has to be done over where the order was right: minutes at the bench and hours of waiting. */
  minutes: number
  waitHours: number
}

/** Every step that comes after one, at once or through others. */
function behind(id: string, steps: readonly PlannedStep[]): PlannedStep[] {
  const out = new Set([id])
  // The plan's order has every need first: one pass finds all.
  return steps.filter(s => {
    const is = s.id !== id && s.needs.some(n => out.has(n))
    if (is) out.add(s.id)
    return is
  })
}

/**
 * What stands against doing a step now: needs that are open, waits that are not over, and what was done that should have come
 * after it. The cost is what would be done twice: the step itself where something has to come first after all, and what was
 * done too early. Undefined where the step is in its turn.
 * @param now on the bench's clock, YYYY-MM-DDTHH:MM
 */
export function outOfTurn(plan: Pick<Plan, 'steps'>, id: string, now: string): OutOfTurn | undefined {
  const by = new Map(plan.steps.map(s => [s.id, s])),
    step = by.get(id)
  if (!step || isOver(step)) return undefined
  const open = step.needs.flatMap(n => {
    const s = by.get(n)
    return s && !isOver(s) ? [{ id: n, title: s.title, why: step.because[n] ?? '' }] : []
  })
  const waiting = step.needs.flatMap(n => {
    const s = by.get(n)
    return s?.status === 'done' && s.readyAt !== undefined && s.readyAt > now
      ? [{ id: n, title: s.title, until: s.readyAt }]
      : []
  })
  const late = behind(id, plan.steps).filter(s => s.status === 'done')
  const overtaken = late.flatMap(s =>
    s.because[id] === undefined ? [] : [{ id: s.id, title: s.title, why: s.because[id] }],
  )
  if (!open.length && !waiting.length && !overtaken.length) return undefined
  const again = [...(open.length || waiting.length ? [step] : []), ...(overtaken.length ? late : [])]
  return {
    missing: open,
    waiting,
    overtaken,
    minutes: again.reduce((m, s) => m + s.minutes, 0),
    waitHours: again.reduce((h, s) => h + s.waitHours, 0),
  }
}

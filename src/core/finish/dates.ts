import { HOUR } from '../units/time.ts'
import { num, type Said, say, count } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import { ownStepId } from '../document/edits.ts'
import { dryingFactor } from './drying.ts'
import type { FinishAct } from './acts.ts'
import type { FinishWork } from './finishWork.ts'
import { OPEN } from '../parts/materialFigures.ts'

/** A window that closes within so many hours is closing [our choice]. */
const SOON = 12

/** How the time stands for one act that is next to be done: since when it may, until when, and what is to be done if that is over. */
export interface FinishDate {
  act: string
  state: 'done' | 'waiting' | 'open' | 'closing' | 'missed' | 'not yet'
  /** UTC. */
  doneAt?: string
  from?: string
  to?: string
  says: Said
}

const days = (hours: number): Said => {
  const h = Math.max(0, hours)
  return h < 1
    ? say`${num(Math.round(h * 60), 0, 'min')}`
    : h < 48
      ? say`${num(h, h < 10 && Math.round(h * 10) % 10 ? 1 : 0, 'h')}`
      : say`${count(Math.round(h / 24), 'day')}`
}

const isCoat = (a: FinishAct) => a.ref.stage === 'coat'
const isHeld = (a: FinishAct) => a.ref.stage === 'cure' || a.ref.stage === 'level'

const NOTHING_HELD: ReadonlySet<string> = new Set()

/** Acts that wait for an own step that is not over: a coat for the repair below it. */
export function heldBy({ ownSteps, steps }: Pick<Build, 'ownSteps' | 'steps'>): Set<string> {
  const over = new Set(steps.map(s => s.step))
  return new Set(ownSteps.flatMap(s => (s.before && !over.has(ownStepId(s.id)) ? [s.before] : [])))
}

/**
 * How each act stands, from what really happened: a coat's window is counted from when the one below *was* put on, in the air
 * as it is; levelling from the last coat. Late is told and mended by a scuff; early is told as what it is.
 */
export function finishDates(
  work: FinishWork,
  steps: Build['steps'],
  now: string,
  held: ReadonlySet<string> = NOTHING_HELD,
): FinishDate[] {
  const doneAt = new Map(steps.filter(s => s.state === 'done').map(s => [s.step, s.at])),
    over = new Set(steps.map(s => s.step))
  const layer = (id: string | undefined) => work.layers.find(l => l.facts.layer.id === id)?.facts
  const stretch = (id: string | undefined) =>
    dryingFactor(work.air.surface, work.air.humidity, layer(id)?.material.waterborne === true)
  const plus = (at: string, hours: number) => new Date(Date.parse(at) + hours * HOUR).toISOString()
  let coat: FinishAct | undefined
  const hardFrom = (last: string) =>
    plus(last, Math.max(...work.layers.map(l => l.facts.value('harden') * stretch(l.facts.layer.id))))
  return work.acts.map((a): FinishDate => {
    const before = coat
    if (isCoat(a)) coat = a
    const below = before && doneAt.get(before.id),
      f = layer(before?.ref.layer)
    let from: string | undefined, to: string | undefined
    if (below && f) {
      if (isCoat(a) || a.ref.stage === 'scuff') {
        from = plus(below, f.value('recoatFrom') * stretch(f.layer.id))
        const closes = f.value('recoatTo')
        if (closes < OPEN) to = plus(below, closes)
      } else if (isHeld(a)) from = hardFrom(below)
    }
    const done = doneAt.get(a.id)
    if (done) {
      const early = from ? (Date.parse(from) - Date.parse(done)) / HOUR : 0,
        late = to ? (Date.parse(done) - Date.parse(to)) / HOUR : 0
      return {
        act: a.id,
        state: 'done',
        doneAt: done,
        ...(from ? { from } : {}),
        ...(to ? { to } : {}),
        says:
          early > 1
            ? say`${days(early)} early: ${isCoat(a) ? 'solvent of the coat below is shut in; give it that much longer before levelling' : 'it will sink back; look again in a month'}.`
            : late > 0
              ? say`${days(late)} after the window closed: it holds only where it was scuffed.`
              : 'done',
      }
    }
    if (over.has(a.id)) return { act: a.id, state: 'done', says: 'left out' }
    if (held.has(a.id))
      return {
        act: a.id,
        state: 'waiting',
        ...(from ? { from } : {}),
        ...(to ? { to } : {}),
        says: 'waits for what you put before it',
      }
    if (!from) return { act: a.id, state: before && !doneAt.has(before.id) ? 'not yet' : 'open', says: '' }
    const wait = (Date.parse(from) - Date.parse(now)) / HOUR
    if (wait > 0)
      return {
        act: a.id,
        state: 'waiting',
        from,
        ...(to ? { to } : {}),
        says: say`not before ${days(wait)} from now`,
      }
    if (!to) {
      const since = (Date.parse(now) - Date.parse(below!)) / HOUR,
        least = (Date.parse(from) - Date.parse(below!)) / HOUR
      return {
        act: a.id,
        state: 'open',
        from,
        says: since > 1.5 * least ? say`${days(since)} instead of ${days(least)}: that is fine` : 'ready',
      }
    }
    const left = (Date.parse(to) - Date.parse(now)) / HOUR
    return left < 0
      ? {
          act: a.id,
          state: 'missed',
          from,
          to,
          says: say`the window closed ${days(-left)} ago: scuff dull with P400 first, then coat`,
        }
      : {
          act: a.id,
          state: left < SOON ? 'closing' : 'open',
          from,
          to,
          says: say`open for another ${days(left)}`,
        }
  })
}

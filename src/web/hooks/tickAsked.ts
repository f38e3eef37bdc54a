import { spoken } from '../../core/say/spoken.ts'
import { type Said } from '../../core/say/said.ts'
import { create } from 'zustand'
import type { Build } from '../../core/document/build.ts'
import { localTime } from '../../core/calendar/clock.ts'
import { outOfTurn, type OutOfTurn } from '../../core/plan/outOfTurn.ts'
import type { PlannedStep } from '../../core/plan/step.ts'
import { readOfStep, tickStep } from '../../core/plan/tickStep.ts'
import { factOf } from './useFact.ts'
import { editBuild, useBuild } from '../stores/buildStore.ts'
import { now, present } from '../stores/clock.ts'
import { clearTimer, minutesTaken } from '../stores/stepTimer.ts'

/** A step that would be done out of its turn: to be answered before it is. */
interface Turn {
  title: Said
  against: OutOfTurn
  /** Whether a reading was typed with it: that is kept already. */
  isRead: boolean
  go: () => void
}

export const useTurn = create<{ turn: Turn | undefined; settle: () => void }>()(set => ({
  turn: undefined,
  settle: () => set({ turn: undefined }),
}))

/**
 * Ticks a step of the open build; where it is out of its turn, asks first and says what it costs.
 * @param then what follows once it is done
 */
export function tickAsked(step: PlannedStep, reading?: number, then: (b: Build) => void = () => undefined): void {
  const minutes = minutesTaken(step.id)
  const { build } = useBuild.getState()
  if (!build) return
  const { at, zone } = present(),
    against = outOfTurn(factOf('plan', build), step.id, localTime(at, zone))
  const isAsked = against !== undefined && step.phase !== 'measure'
  // What is read tells something whenever it is read: it is kept, whatever is answered about the step.
  if (isAsked && reading !== undefined)
    editBuild(b => readOfStep(b, step, now(), reading), `Reading: ${step.read?.label ?? ''}`)
  const go = () => {
    useTurn.getState().settle()
    editBuild(
      b => tickStep(b, step, now(), isAsked ? undefined : reading, minutes),
      `Step done: ${spoken(step.title, build.preferences)}`,
    )
    clearTimer(step.id)
    const after = useBuild.getState().build
    if (after) then(after)
  }
  if (!isAsked) return go()
  useTurn.setState({ turn: { title: step.title, against, go, isRead: reading !== undefined } })
}

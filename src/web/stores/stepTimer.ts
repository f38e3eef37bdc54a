import { create } from 'zustand'
import { kept } from './browserStore.ts'
import { useBuild } from './buildStore.ts'

/** A step's time at the bench: what was counted before, and since when it runs. */
interface Timer {
  counted: number
  since: number | undefined
}

const KEY = 'snugbolt.timers'
/** Less than this was no work, only a look, ms. */
const LEAST = 30_000

const read = (): Record<string, Timer> => {
  try {
    return (JSON.parse(kept.get(KEY) ?? '{}') as Record<string, Timer> | null) ?? {}
  } catch {
    return {}
  }
}
const keyOf = (step: string): string => `${useBuild.getState().build?.id ?? ''} ${step}`

/** Timers of steps, in this browser until the step is done; a reload or another page goes on counting. */
export const useTimers = create<{ timers: Record<string, Timer> }>()(() => ({
  timers: read(),
}))

function put(step: string, timer: Timer | undefined): void {
  const timers = { ...useTimers.getState().timers }
  if (timer) timers[keyOf(step)] = timer
  else delete timers[keyOf(step)]
  useTimers.setState({ timers })
  // Where nothing is kept it is counted on this page alone.
  kept.set(KEY, JSON.stringify(timers))
}

const timerOf = (step: string): Timer =>
  useTimers.getState().timers[keyOf(step)] ?? { counted: 0, since: undefined }
const elapsed = (t: Timer): number => t.counted + (t.since === undefined ? 0 : Date.now() - t.since)

export const startTimer = (step: string): void => put(step, { counted: timerOf(step).counted, since: Date.now() })
export const pauseTimer = (step: string): void => put(step, { counted: elapsed(timerOf(step)), since: undefined })
export const clearTimer = (step: string): void => put(step, undefined)

/** The timer of a step and what it shows now, ms. */
export const timeOf = (step: string): { running: boolean; ms: number } => {
  const t = timerOf(step)
  return { running: t.since !== undefined, ms: elapsed(t) }
}

/** Whole minutes that a step took; undefined where it was not timed. */
export const minutesTaken = (step: string): number | undefined => {
  const { ms } = timeOf(step)
  return ms < LEAST ? undefined : Math.max(1, Math.round(ms / 60_000))
}

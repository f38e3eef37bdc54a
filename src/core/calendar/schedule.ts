import { layOutWork, type Cause, type Load } from './layOutWork.ts'
import { slackOf } from './slack.ts'
import { minuteOf, stamp, Windows, type WorkingHours } from './windows.ts'

export type { WorkingHours } from './windows.ts'

/** One piece of work for one person. */
export interface WorkItem {
  id: string
  minutes: number
  /** Hours that must pass after it before what needs it can start. */
  waitHours: number
  needs: readonly string[]
  /** Must not be broken off: a coat, a glue-up. */
  whole?: boolean
  /** Local time before which it cannot start: what it waits for was done before today, or a part comes then. */
  notBefore?: string
}

/** When an item is worked on; local times as YYYY-MM-DDTHH:MM. */
export interface Slot {
  id: string
  start: string
  end: string
  parts: { start: string; end: string }[]
  readyAt: string
  cause: Cause
  /** The latest begin that leaves the end where it is, and the latest that leaves every other begin: see slackOf. */
  latest: string
  free: string
}

/** Hours from the present on, where the first day is over already. */
export const fromNow = (hours: WorkingHours, from: string | undefined): WorkingHours =>
  from !== undefined && from.slice(0, 10) >= hours.startOn ? { ...hours, startOn: from.slice(0, 10) } : hours

/** Items as the reckoning takes them. */
export function loadsOf(items: readonly WorkItem[], startOn: string): Load[] {
  const at = new Map(items.map((i, k) => [i.id, k]))
  return items.map(i => ({
    minutes: i.minutes,
    wait: i.waitHours * 60,
    needs: i.needs.map(n => at.get(n) ?? -1),
    whole: i.whole === true,
    earliest: i.notBefore ? Math.max(0, minuteOf(startOn, i.notBefore)) : 0,
  }))
}

/**
 * Lays items out in the hours there are, with local dates: see layOutWork.
 * @param from the present on the bench's clock, YYYY-MM-DDTHH:MM; before the first day it changes nothing
 */
export function schedule(items: readonly WorkItem[], hours: WorkingHours, from?: string): Slot[] | undefined {
  // Work that is still to do is never dated before the present.
  const w = fromNow(hours, from),
    late = from !== undefined && from.slice(0, 10) >= hours.startOn
  if (w.hours.every(h => h <= 0) && !w.days?.some(d => d.hours > 0)) return undefined
  const loads = loadsOf(items, w.startOn),
    windows = new Windows(w),
    laid = layOutWork(loads, windows, late ? minuteOf(w.startOn, from) : 0),
    slack = laid && slackOf(loads, laid, windows),
    local = (minutes: number) => stamp(w.startOn, minutes)
  return laid?.map((l, k) => ({
    id: items[l.item]!.id,
    start: local(l.start),
    end: local(l.end),
    parts: l.parts.map(p => ({ start: local(p.from), end: local(p.to) })),
    readyAt: local(l.ready),
    cause:
      l.cause.kind === 'after' || l.cause.kind === 'needs' || l.cause.kind === 'air'
        ? { kind: l.cause.kind, id: items[l.cause.by]!.id }
        : { kind: l.cause.kind },
    latest: local(slack![k]!.latest),
    free: local(slack![k]!.free),
  }))
}

/** The chain that decides the end: from the last item back over what each waited for, the first first. */
export function chainOf(slots: readonly Slot[]): Slot[] {
  const by = new Map(slots.map(s => [s.id, s])),
    last = slots.reduce<Slot | undefined>((m, s) => (!m || s.end > m.end ? s : m), undefined),
    out: Slot[] = []
  for (let s = last; s; s = 'id' in s.cause ? by.get(s.cause.id) : undefined) out.unshift(s)
  return out
}

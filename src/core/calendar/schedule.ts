/** One piece of work for one person. */
export interface WorkItem {
  id: string
  minutes: number
  /** Hours that must pass after it before what needs it can start. */
  waitHours: number
  needs: readonly string[]
  /** Must not be broken off: a coat, a glue-up. */
  whole?: boolean
  /** Local time before which it cannot start: what it waits for was done before today. */
  notBefore?: string
}

/** When there is time: hours on each day of the week, Monday first, from a time of day. */
export interface WorkingHours {
  startOn: string
  hours: readonly number[]
  from: string
}

/** The present: a time in UTC and how far the bench's clock is ahead of it, minutes. Engines read no clock. */
export interface Present {
  at: string
  offset: number
}

/** A time in UTC as the bench's clock shows it, YYYY-MM-DDTHH:MM. */
export const localTime = (at: string, offset: number): string =>
  new Date(Date.parse(at) + offset * MINUTE).toISOString().slice(0, 16)

/** When an item is worked on; local times as YYYY-MM-DDTHH:MM. */
export interface Slot {
  id: string
  start: string
  end: string
  parts: { start: string; end: string }[]
  readyAt: string
}

const MINUTE = 60_000
const DAY = 1440

/** Minutes since the first day's midnight as local date and time. */
const stamp = (startOn: string, minutes: number): string =>
  new Date(Date.parse(`${startOn}T00:00:00Z`) + Math.round(minutes) * MINUTE).toISOString().slice(0, 16)

/** Minutes from the first day's midnight to a local time. */
const minuteOf = (startOn: string, local: string): number =>
  (Date.parse(`${local}:00Z`) - Date.parse(`${startOn}T00:00:00Z`)) / MINUTE

/** Longest calendar that is laid out, days: beyond it the hours are too few for the work. */
const HORIZON = 3660

/**
 * Lays items out one after another in the hours there are. Of the items whose needs are met and whose waiting is over,
 * the earliest in the given order goes first; waiting time is used for others. Items may be broken off at a day's end
 * unless they are whole; a whole item longer than every day's hours is started at a day's beginning and runs over.
 * Undefined when there are no hours at all, or needs that lead nowhere.
 * @param from the present on the bench's clock, YYYY-MM-DDTHH:MM; before the first day it changes nothing
 */
export function schedule(items: readonly WorkItem[], hours: WorkingHours, from?: string): Slot[] | undefined {
  // Work that is still to do is never dated before the present.
  const late = from !== undefined && from.slice(0, 10) >= hours.startOn
  const w = late ? { ...hours, startOn: from.slice(0, 10) } : hours
  if (w.hours.every(h => h <= 0)) return undefined
  const [hh = 0, mm = 0] = w.from.split(':').map(Number)
  const open = hh * 60 + mm
  const weekday = (new Date(`${w.startOn}T00:00:00Z`).getUTCDay() + 6) % 7
  const longest = Math.max(...w.hours) * 60
  const window = (day: number) => ({
    from: day * DAY + open,
    to: day * DAY + open + (w.hours[(weekday + day) % 7] ?? 0) * 60,
  })
  const at = new Map(items.map((i, k) => [i.id, k]))
  const needs = items.map(i => i.needs.map(n => at.get(n) ?? -1))
  const earliest = items.map(i => (i.notBefore ? minuteOf(w.startOn, i.notBefore) : 0))
  /** When what needs an item may start; never while it is not done. */
  const ready = new Float64Array(items.length).fill(Infinity)
  const left = items.map((_, k) => k)
  const out: Slot[] = []
  let day = 0,
    now = Math.max(window(0).from, late ? minuteOf(w.startOn, from) : 0)
  const advance = () => {
    day++
    now = window(day).from
  }
  while (left.length) {
    if (day > HORIZON) return undefined
    const { from, to } = window(day)
    now = Math.max(now, from)
    if (now >= to) {
      advance()
      continue
    }
    const fits = (i: WorkItem) => !i.whole || now + i.minutes <= to || (i.minutes > longest && now === from)
    let k = -1,
      soonest = Infinity,
      possible = false
    for (let j = 0; j < left.length; j++) {
      const n = left[j]!
      let wait = earliest[n]!
      for (const m of needs[n]!) wait = Math.max(wait, m < 0 ? Infinity : ready[m]!)
      if (wait !== Infinity) possible = true
      if (wait > now) soonest = Math.min(soonest, wait)
      else if (fits(items[n]!)) {
        k = j
        break
      }
    }
    if (k < 0 && !possible) return undefined
    if (k < 0) {
      if (soonest < to) now = soonest
      else advance()
      continue
    }
    const [taken] = left.splice(k, 1),
      item = items[taken!]
    const parts: Slot['parts'] = []
    let rest = item!.minutes
    for (;;) {
      const end = window(day).to
      const take = item!.whole ? rest : Math.min(rest, end - now)
      if (take > 0) parts.push({ start: stamp(w.startOn, now), end: stamp(w.startOn, now + take) })
      now += take
      rest -= take
      if (rest <= 0) break
      do advance()
      while (window(day).to <= window(day).from)
    }
    const readyAt = now + item!.waitHours * 60
    ready[taken!] = readyAt
    out.push({
      id: item!.id,
      start: parts[0]?.start ?? stamp(w.startOn, now),
      end: stamp(w.startOn, now),
      parts,
      readyAt: stamp(w.startOn, readyAt),
    })
  }
  return out
}

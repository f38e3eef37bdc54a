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

/** The present: a time in UTC and how far the bench's clock is ahead of it, minutes. Engines read no clock. */
export interface Present {
  at: string
  offset: number
}

/** A time in UTC as the bench's clock shows it, YYYY-MM-DDTHH:MM. */
export const localTime = (at: string, offset: number): string =>
  new Date(Date.parse(at) + offset * MINUTE).toISOString().slice(0, 16)

/** Why an item starts when it does: what it waited for last. */
export type Cause =
  | { kind: 'first' }
  /** The person was busy with another. */
  | { kind: 'after'; id: string }
  /** What it needs was done, or dry, no earlier. */
  | { kind: 'needs'; id: string }
  /** Its own earliest time. */
  | { kind: 'not before' }
  /** Its dust would have fallen on another's wet coat. */
  | { kind: 'air'; id: string }

/** When an item is worked on; local times as YYYY-MM-DDTHH:MM. */
export interface Slot {
  id: string
  start: string
  end: string
  parts: { start: string; end: string }[]
  readyAt: string
  cause: Cause
}

const MINUTE = 60_000

/** Work as the reckoning takes it: minutes from the first day's midnight, needs as places in the list. */
export interface Load {
  minutes: number
  wait: number
  needs: readonly number[]
  whole: boolean
  earliest: number
  /** What it does to the air, among others in the same room: whose it is, whether it throws dust, how long after it none may fall, minutes. */
  air?: { group: number; dust: boolean; wet: number }
}

/** An item laid out, minutes from the first day's midnight; by which other it started when it did. */
export interface Laid {
  item: number
  start: number
  end: number
  ready: number
  parts: { from: number; to: number }[]
  cause: { kind: Cause['kind']; by: number }
}

/**
 * Lays work out one piece after another in the time there is. Of the pieces whose needs are met and whose waiting is over,
 * the earliest in the given order goes first; waiting time is used for others. Pieces may be broken off at a stretch's end
 * unless they are whole; a whole one longer than every stretch is started at a stretch's beginning and runs over.
 * Undefined when there is no time at all, or needs lead nowhere.
 */
export function layOutWork(items: readonly Load[], windows: Windows, from = 0): Laid[] | undefined {
  const ready = new Float64Array(items.length).fill(Infinity),
    left = items.map((_, k) => k),
    out: Laid[] = []
  /** Pieces that waited for the air, and the wet one that they waited for. */
  const blocked = new Map<number, number>()
  /** Until when each group's coat is wet, and which piece that was. */
  const wet = new Map<number, { until: number; by: number }>()
  let n = 0,
    w = windows.at(0)
  if (!w) return items.length ? undefined : []
  let now = Math.max(w.from, from),
    last = -1
  const advance = (): boolean => {
    w = windows.at(++n)
    if (w) now = w.from
    return w !== undefined
  }
  while (left.length) {
    now = Math.max(now, w!.from)
    if (now >= w!.to) {
      if (!advance()) return undefined
      continue
    }
    let k = -1,
      soonest = Infinity,
      possible = false,
      held = 0,
      by = -1,
      dusty = false
    for (let j = 0; j < left.length; j++) {
      const i = items[left[j]!]!
      let wait = i.earliest,
        of = -1
      for (const m of i.needs) {
        const r = m < 0 ? Infinity : ready[m]!
        if (r > wait || (r === wait && of < 0)) {
          wait = r
          of = m
        }
      }
      let air = false
      if (i.air?.dust)
        for (const [group, x] of wet)
          if (group !== i.air.group && x.until > now && x.until > wait) {
            wait = x.until
            of = x.by
            air = true
          }
      if (air && wait > now) blocked.set(left[j]!, of)
      if (wait !== Infinity) possible = true
      if (wait > now) soonest = Math.min(soonest, wait)
      else if (!i.whole || now + i.minutes <= w!.to || (i.minutes > windows.longest && now === w!.from)) {
        k = j
        held = wait
        by = of
        dusty = blocked.has(left[j]!)
        break
      }
    }
    if (k < 0 && !possible) return undefined
    if (k < 0) {
      if (soonest < w!.to) now = soonest
      else if (!advance()) return undefined
      continue
    }
    const [taken] = left.splice(k, 1),
      item = items[taken!]!
    const before = out.at(-1)
    // The later of the two is what it waited for: the person, or what it needs.
    const cause: Laid['cause'] = dusty
      ? { kind: 'air', by: blocked.get(taken!)! }
      : before && before.end >= held
        ? { kind: 'after', by: last }
        : by >= 0 && held > 0
          ? { kind: 'needs', by }
          : item.earliest > 0 && item.earliest >= held
            ? { kind: 'not before', by: -1 }
            : { kind: 'first', by: -1 }
    const parts: Laid['parts'] = []
    const start = now
    let rest = item.minutes
    for (;;) {
      const take = item.whole ? rest : Math.min(rest, w!.to - now)
      if (take > 0) parts.push({ from: now, to: now + take })
      now += take
      rest -= take
      if (rest <= 0) break
      if (!advance()) return undefined
    }
    ready[taken!] = now + item.wait
    if (item.air && item.air.wet > 0) wet.set(item.air.group, { until: now + item.air.wet, by: taken! })
    last = taken!
    out.push({ item: taken!, start: parts[0]?.from ?? start, end: now, ready: ready[taken!]!, parts, cause })
  }
  return out
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
  const laid = layOutWork(loadsOf(items, w.startOn), new Windows(w), late ? minuteOf(w.startOn, from) : 0),
    local = (minutes: number) => stamp(w.startOn, minutes)
  return laid?.map(l => ({
    id: items[l.item]!.id,
    start: local(l.start),
    end: local(l.end),
    parts: l.parts.map(p => ({ start: local(p.from), end: local(p.to) })),
    readyAt: local(l.ready),
    cause:
      l.cause.kind === 'after' || l.cause.kind === 'needs' || l.cause.kind === 'air'
        ? { kind: l.cause.kind, id: items[l.cause.by]!.id }
        : { kind: l.cause.kind },
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

import type { Windows } from './windows.ts'

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

/** What a piece waited for where no piece before it lasted longer: the later of the person and what it needs. */
const causeAlone = ({ earliest }: Load, held: number, by: number): Laid['cause'] =>
  by >= 0 && held > 0
    ? { kind: 'needs', by }
    : earliest > 0 && earliest >= held
      ? { kind: 'not before', by: -1 }
      : { kind: 'first', by: -1 }

/**
 * Lays work out one piece after another in the time there is. Of the pieces whose needs are met and whose waiting is over,
 * the earliest in the given order goes first; waiting time is used for others. Pieces may be broken off at a stretch's end
 * unless they are whole; a whole one longer than every stretch is started at a stretch's beginning and runs over.
 * Undefined when there is no time at all, or needs lead nowhere.
 */
export function layOutWork(items: readonly Load[], windows: Windows, from = 0): Laid[] | undefined {
  const ready = new Float64Array(items.length),
    /** From when on a piece can be done, by which of its needs, once all of them are laid out. */
    since = new Float64Array(items.length),
    whose = new Int32Array(items.length),
    /** How many of its needs are not laid out yet, and whose needs it is itself. */
    open = new Int32Array(items.length),
    opens: number[][] = items.map(() => []),
    /** Pieces whose needs are all laid out, in the given order. */
    free: number[] = [],
    out: Laid[] = []
  const enter = (k: number) => {
    const { earliest, needs } = items[k]!
    let wait = earliest,
      of = -1
    for (const m of needs) {
      const r = ready[m]!
      if (r > wait || (r === wait && of < 0)) {
        wait = r
        of = m
      }
    }
    since[k] = wait
    whose[k] = of
    let at = free.length
    while (at > 0 && free[at - 1]! > k) at--
    free.splice(at, 0, k)
  }
  items.forEach(({ needs }, k) => {
    open[k] = needs.length
    // What is not in the list is never laid out.
    for (const m of needs) if (m >= 0) opens[m]!.push(k)
  })
  items.forEach((_, k) => {
    if (!open[k]) enter(k)
  })
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
  while (out.length < items.length) {
    now = Math.max(now, w!.from)
    if (now >= w!.to) {
      if (!advance()) return undefined
      continue
    }
    if (!free.length) return undefined
    let k = -1,
      soonest = Infinity,
      held = 0,
      by = -1,
      dusty = false
    for (let j = 0; j < free.length; j++) {
      const own = free[j]!,
        i = items[own]!
      let wait = since[own]!,
        of = whose[own]!,
        air = false
      if (i.air?.dust)
        for (const [group, x] of wet)
          if (group !== i.air.group && x.until > now && x.until > wait) {
            wait = x.until
            of = x.by
            air = true
          }
      if (air && wait > now) blocked.set(own, of)
      if (wait > now) soonest = Math.min(soonest, wait)
      else if (!i.whole || now + i.minutes <= w!.to || (i.minutes > windows.longest && now === w!.from)) {
        k = j
        held = wait
        by = of
        dusty = blocked.has(own)
        break
      }
    }
    if (k < 0) {
      if (soonest < w!.to) now = soonest
      else if (!advance()) return undefined
      continue
    }
    const [taken] = free.splice(k, 1),
      item = items[taken!]!
    const before = out.at(-1)
    const cause: Laid['cause'] = dusty
      ? { kind: 'air', by: blocked.get(taken!)! }
      : before && before.end >= held
        ? { kind: 'after', by: last }
        : causeAlone(item, held, by)
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
    for (const d of opens[taken!]!) if (!--open[d]!) enter(d)
    if (item.air && item.air.wet > 0) wet.set(item.air.group, { until: now + item.air.wet, by: taken! })
    last = taken!
    out.push({ item: taken!, start: parts[0]?.from ?? start, end: now, ready: ready[taken!]!, parts, cause })
  }
  return out
}

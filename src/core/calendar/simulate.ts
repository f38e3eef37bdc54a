import { randomOf, triangleQuantile } from '../chance/random.ts'
import { layOutWork } from './layOutWork.ts'
import { fromNow, loadsOf, type WorkItem } from './schedule.ts'
import { DAY_MINUTES, minuteOf, stamp, Windows, type WorkingHours } from './windows.ts'

/** A piece of work whose time is not known. */
export interface UncertainItem extends WorkItem {
  /** Shares of its minutes that it takes at the least, most likely and at the most. */
  spread?: readonly [least: number, likely: number, most: number]
  /** The same of its wait. */
  waitSpread?: readonly [number, number, number]
  /** Days that what it waits for may come late: none to so many. */
  lateDays?: number
}

/** When everything may be over. */
export interface Outlook {
  /** Ends of all runs as local days, the earliest first. */
  ends: string[]
  /** Days that are met in one of ten, five of ten, nine of ten runs. */
  early: string
  middle: string
  late: string
}

/**
 * Ends of many runs of the same work, each with minutes, waits and arrivals drawn anew. Undefined where it has no end at all.
 * @param from the present on the bench's clock
 */
export function outlook(
  items: readonly UncertainItem[],
  hours: WorkingHours,
  { runs = 2000, seed = 1, from }: { runs?: number; seed?: number; from?: string } = {},
): Outlook | undefined {
  const w = fromNow(hours, from),
    windows = new Windows(w),
    loads = loadsOf(items, w.startOn),
    late = from !== undefined && from.slice(0, 10) >= hours.startOn,
    begin = late ? minuteOf(w.startOn, from) : 0,
    random = randomOf(seed),
    ends: number[] = []
  if (!items.length) return undefined
  for (let n = 0; n < runs; n++) {
    const drawn = loads.map((l, i) => {
      const { spread, waitSpread, lateDays } = items[i]!
      return {
        ...l,
        minutes: spread ? Math.max(1, Math.round(l.minutes * triangleQuantile(spread, random()))) : l.minutes,
        wait: waitSpread ? l.wait * triangleQuantile(waitSpread, random()) : l.wait,
        earliest:
          lateDays && l.earliest > 0 ? l.earliest + Math.round(random() * lateDays) * DAY_MINUTES : l.earliest,
      }
    })
    const laid = layOutWork(drawn, windows, begin)
    if (!laid) return undefined
    ends.push(laid.reduce((m, l) => Math.max(m, l.end), 0))
  }
  ends.sort((a, b) => a - b)
  const days = ends.map(e => stamp(w.startOn, e).slice(0, 10)),
    at = (share: number) => days[Math.min(runs - 1, Math.floor(share * runs))]!
  return { ends: days, early: at(0.1), middle: at(0.5), late: at(0.9) }
}

/** The chance that everything is over on a day or before, from 0 to 1. */
export const chanceBy = (o: Outlook, day: string): number => o.ends.filter(e => e <= day).length / o.ends.length

import { MINUTE } from '../units/time.ts'

export const DAY_MINUTES = 1440
/** A day of its own: other hours than its weekday has, from another time; 0 hours is a day off. */
export interface DayHours {
  on: string
  hours: number
  from?: string
}

/** Days without bench work, both ends in. */
export interface DaysOff {
  from: string
  to: string
}

/** Time that is taken by something else; local times, YYYY-MM-DDTHH:MM. */
export interface BusyTime {
  start: string
  end: string
}

/** When there is time: hours on each day of the week, Monday first, from a time of day; and what is otherwise. */
export interface WorkingHours {
  startOn: string
  hours: readonly number[]
  from: string
  days?: readonly DayHours[]
  off?: readonly DaysOff[]
  busy?: readonly BusyTime[]
}

/** A stretch of time at the bench, minutes from the first day's midnight. */
export interface Window {
  from: number
  to: number
}

const minuteOfDay = (hhmm: string): number => {
  const [h = 0, m = 0] = hhmm.split(':').map(Number)
  return h * 60 + m
}

/** Minutes from a first day's midnight to a local time. Days are days of the calendar: a clock that is put forward shifts none. */
export const minuteOf = (startOn: string, local: string): number =>
  (Date.parse(`${local}:00Z`) - Date.parse(`${startOn}T00:00:00Z`)) / MINUTE

/** Days by their number since 1970, as they are written: a plan writes the same few hundred again and again. */
const dayTexts = new Map<number, string>()
const two = (n: number): string => (n < 10 ? `0${n}` : String(n))

/** Minutes from a first day's midnight as a local date and time. */
export function stamp(startOn: string, minutes: number): string {
  const all = Date.parse(`${startOn}T00:00:00Z`) / MINUTE + Math.round(minutes),
    day = Math.floor(all / DAY_MINUTES),
    rest = all - day * DAY_MINUTES
  let text = dayTexts.get(day)
  if (text === undefined) {
    text = new Date(day * DAY_MINUTES * MINUTE).toISOString().slice(0, 10)
    dayTexts.set(day, text)
  }
  return `${text}T${two(Math.floor(rest / 60))}:${two(rest % 60)}`
}

/** Longest calendar that is laid out, days: beyond it the hours are too few for the work. */
const HORIZON = 3660

/** Stretches that are left of one when others are taken out. */
function without(w: Window, busy: readonly Window[]): Window[] {
  let left = [w]
  for (const b of busy)
    left = left.flatMap(x =>
      b.to <= x.from || b.from >= x.to
        ? [x]
        : [
            { from: x.from, to: Math.min(x.to, b.from) },
            { from: Math.max(x.from, b.to), to: x.to },
          ].filter(y => y.to > y.from),
    )
  return left
}

/** Time at the bench in the order of the days, found as far as it is asked for. */
export class Windows {
  private readonly found: Window[] = []
  private day = 0
  private readonly weekday: number
  private readonly own: ReadonlyMap<number, DayHours>
  private readonly busy: readonly Window[]
  private readonly off: readonly Window[]
  /** The longest stretch that a usual week has, minutes. */
  readonly longest: number

  constructor(private readonly w: WorkingHours) {
    const dayOf = (d: string) => minuteOf(w.startOn, `${d}T00:00`) / DAY_MINUTES
    this.weekday = (new Date(`${w.startOn}T00:00:00Z`).getUTCDay() + 6) % 7
    this.own = new Map((w.days ?? []).map(d => [dayOf(d.on), d]))
    this.off = (w.off ?? []).map(o => ({ from: dayOf(o.from), to: dayOf(o.to) }))
    this.busy = (w.busy ?? []).map(b => ({ from: minuteOf(w.startOn, b.start), to: minuteOf(w.startOn, b.end) }))
    this.longest = Math.max(0, ...w.hours) * 60
  }

  private on(day: number): Window[] {
    if (this.off.some(o => day >= o.from && day <= o.to)) return []
    const own = this.own.get(day),
      hours = own?.hours ?? this.w.hours[(this.weekday + day) % 7] ?? 0,
      from = day * DAY_MINUTES + minuteOfDay(own?.from ?? this.w.from)
    return hours > 0 ? without({ from, to: from + hours * 60 }, this.busy) : []
  }

  /** The nth stretch; undefined where there is none for years. */
  at(n: number): Window | undefined {
    while (this.found.length <= n) {
      if (this.day > HORIZON) return undefined
      this.found.push(...this.on(this.day++))
    }
    return this.found[n]
  }
}

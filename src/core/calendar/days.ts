import { addDays, differenceInCalendarDays, formatISO, parseISO } from 'date-fns'

/** A day some days on, or back where it is negative; days as YYYY-MM-DD. */
export const dayAfter = (day: string, n: number): string =>
  formatISO(addDays(parseISO(day), n), { representation: 'date' })

/** Days from one to another. */
export const daysFrom = (a: string, b: string): number => differenceInCalendarDays(parseISO(b), parseISO(a))

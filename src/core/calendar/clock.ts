import { MINUTE } from '../units/time.ts'
import { tzOffset } from '@date-fns/tz'

/** The present: a time in UTC, and the zone of the bench's clock, as IANA names it. Engines read no clock. */
export interface Present {
  at: string
  zone: string
}

/** The zone of this machine's clock; UTC where it does not say. */
export const zoneHere = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'

/**
 * A moment as the clock in a zone showed it then, YYYY-MM-DDTHH:MM: whether it was summer time is asked of that moment, not
 * of today.
 * @param at a time in UTC, or milliseconds since 1970
 */
export function localTime(at: string | number, zone: string): string {
  const moment = new Date(at)
  return new Date(moment.getTime() + tzOffset(zone, moment) * MINUTE).toISOString().slice(0, 16)
}

/** The day of a moment on the clock in a zone, YYYY-MM-DD. */
export const localDay = (at: string | number, zone: string): string => localTime(at, zone).slice(0, 10)

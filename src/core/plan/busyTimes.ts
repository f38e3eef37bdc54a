import ICAL from 'ical.js'
import type { CalendarBusy } from '../document/build.ts'
import { localTime } from '../calendar/clock.ts'

/** A calendar file that cannot be read, said for whoever brought it. */
export class NoCalendar extends Error {}

/** Most times that are taken from one file. */
const MOST = 2000
const pad = (n: number): string => String(n).padStart(2, '0')

/** A time on the bench's clock: as it is written where it belongs to no zone, else as the clock in a zone shows it. */
function localOf(t: ICAL.Time, zone: string): string {
  if (t.zone === ICAL.Timezone.localTimezone || t.isDate)
    return `${t.year}-${pad(t.month)}-${pad(t.day)}T${pad(t.isDate ? 0 : t.hour)}:${pad(t.isDate ? 0 : t.minute)}`
  return localTime(t.toUnixTime() * 1000, zone)
}

/**
 * What takes up time in an iCalendar file (RFC 5545), repetitions followed; what is free or cancelled is left out.
 * @param from first and last day that count, YYYY-MM-DD: a rule may go on for ever
 * @param zone the bench's clock
 */
export function busyTimes(
  text: string,
  { from, to, zone }: { from: string; to: string; zone: string },
): CalendarBusy[] {
  let root: ICAL.Component
  try {
    root = new ICAL.Component(ICAL.parse(text) as unknown[])
  } catch {
    throw new NoCalendar('it is no iCalendar file (.ics), or a damaged one')
  }
  if (root.name !== 'vcalendar') throw new NoCalendar('it is no iCalendar file (.ics)')
  for (const z of root.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(new ICAL.Timezone(z))
  const out: CalendarBusy[] = []
  const take = (start: ICAL.Time, end: ICAL.Time, what: string | undefined) => {
    const a = localOf(start, zone),
      b = localOf(end, zone)
    if (b > a && a.slice(0, 10) <= to && b.slice(0, 10) >= from && out.length < MOST)
      out.push({ start: a, end: b, ...(what ? { what: what.slice(0, 120) } : {}) })
  }
  for (const c of root.getAllSubcomponents('vevent')) {
    if (c.getFirstPropertyValue('transp') === 'TRANSPARENT' || c.getFirstPropertyValue('status') === 'CANCELLED')
      continue
    const e = new ICAL.Event(c)
    if (!c.getFirstProperty('dtstart') || e.isRecurrenceException()) continue
    if (!e.isRecurring()) {
      take(e.startDate, e.endDate, e.summary)
      continue
    }
    const each = e.iterator()
    for (let n = 0, at = each.next(); at && n < 20_000; n++, at = each.next()) {
      const own = e.getOccurrenceDetails(at)
      if (localOf(own.startDate, zone).slice(0, 10) > to) break
      take(own.startDate, own.endDate, own.item.summary)
    }
  }
  return out.sort((a, b) => (a.start < b.start ? -1 : 1))
}

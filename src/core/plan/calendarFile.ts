import { spoken, type Reader } from '../say/spoken.ts'
import { list, num, say } from '../say/said.ts'
import ical from 'ical-generator'
import type { Build } from '../document/build.ts'
import type { Plan } from './plan.ts'
import type { BenchDay } from './workshopPlan.ts'

/**
 * The plan as an iCalendar file (RFC 5545), one event a step, floating local times.
 * @param stamp time of writing, ISO 8601; passed in, engines read no clock
 */
export function calendarFile(build: Build, p: Plan, stamp: string): string {
  const cal = ical({
    name: `${build.name}: bench plan`,
    prodId: { company: 'Snug Bolt', product: 'bench plan', language: 'EN' },
  })
  for (const s of p.steps) {
    if (!s.start || !s.end) continue
    cal.createEvent({
      id: `${build.id}-${s.id.replace(/[^a-z0-9]+/gi, '-')}@snugbolt`,
      start: new Date(`${s.start}:00Z`),
      end: new Date(`${s.end}:00Z`),
      floating: true,
      stamp: new Date(stamp),
      summary: spoken(s.title, build.preferences),
      description: spoken(
        list(
          [
            s.why,
            s.tools.length ? `Tools: ${s.tools.join(', ')}` : '',
            s.waitHours ? say`Then wait ${num(s.waitHours, undefined, 'h')}.` : '',
          ].filter(Boolean),
          '\n',
        ),
        build.preferences,
      ),
    })
  }
  return cal.toString()
}

/**
 * The evenings of all builds as an iCalendar file: one event for each piece of work, floating local times.
 * @param names of the builds, by id
 */
export function eveningsFile(
  days: readonly BenchDay[],
  names: ReadonlyMap<string, string>,
  stamp: string,
  reader: Reader,
): string {
  const cal = ical({
    name: 'Evenings at the bench',
    prodId: { company: 'Snug Bolt', product: 'evenings', language: 'EN' },
  })
  for (const { pieces } of days)
    for (const p of pieces)
      cal.createEvent({
        // A step that takes two evenings is two events.
        id: `${p.build}-${`${p.step} ${p.start}`.replace(/[^a-z0-9]+/gi, '-')}@snugbolt`,
        start: new Date(`${p.start}:00Z`),
        end: new Date(`${p.end}:00Z`),
        floating: true,
        stamp: new Date(stamp),
        summary: spoken(say`${names.get(p.build) ?? p.build}: ${p.title}`, reader),
      })
  return cal.toString()
}

import ical from 'ical-generator'
import type { Build } from '../build/build.ts'
import type { Plan } from './plan.ts'

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
      summary: s.title,
      description: [
        s.why,
        s.tools.length ? `Tools: ${s.tools.join(', ')}` : '',
        s.waitHours ? `Then wait ${s.waitHours} h.` : '',
      ]
        .filter(Boolean)
        .join('\n'),
    })
  }
  return cal.toString()
}

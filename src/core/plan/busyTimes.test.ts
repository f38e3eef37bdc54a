import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { busyTimes, NoCalendar } from './busyTimes.ts'
import { calendarFile } from './calendarFile.ts'
import { plan } from './plan.ts'

const RANGE = { from: '2026-11-30', to: '2027-11-30', zone: 'Etc/GMT-1' }
const file = (...events: string[]): string =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//test//EN',
    ...events.flatMap(e => ['BEGIN:VEVENT', ...e.split('\n'), 'END:VEVENT']),
    'END:VCALENDAR',
  ].join('\r\n')

describe('busy times from a calendar file', () => {
  it('are events as they stand in it, on the bench’s clock', () => {
    expect(
      busyTimes(
        file(
          'UID:a\nDTSTART:20261201T180000\nDTEND:20261201T193000\nSUMMARY:Choir\\, in town',
          'UID:b\nDTSTART:20261202T170000Z\nDURATION:PT1H30M',
          'UID:c\nDTSTART;VALUE=DATE:20261205\nDTEND;VALUE=DATE:20261207\nSUMMARY:Away',
        ),
        RANGE,
      ),
    ).toEqual([
      { start: '2026-12-01T18:00', end: '2026-12-01T19:30', what: 'Choir, in town' },
      { start: '2026-12-02T18:00', end: '2026-12-02T19:30' },
      { start: '2026-12-05T00:00', end: '2026-12-07T00:00', what: 'Away' },
    ])
  })
  it('stand on the bench’s clock as it is on their own day: one offset in winter, another in summer', () => {
    // Central European Summer Time begins on 28 March 2027 at 01:00 UTC [published: Directive 2000/84/EC].
    expect(
      busyTimes(
        file(
          'UID:a\nDTSTART:20270326T180000Z\nDTEND:20270326T190000Z',
          'UID:b\nDTSTART:20270330T180000Z\nDTEND:20270330T190000Z',
        ),
        { ...RANGE, zone: 'Europe/Berlin' },
      ).map(b => b.start),
    ).toEqual(['2027-03-26T19:00', '2027-03-30T20:00'])
  })
  it('follow a rule of repetition with its exceptions, as far as is asked', () => {
    const weekly = busyTimes(
      file(
        'UID:a\nDTSTART:20261201T180000\nDTEND:20261201T190000\nRRULE:FREQ=WEEKLY;BYDAY=TU\nEXDATE:20261208T180000',
      ),
      { ...RANGE, to: '2026-12-31' },
    )
    expect(weekly.map(b => b.start)).toEqual([
      '2026-12-01T18:00',
      '2026-12-15T18:00',
      '2026-12-22T18:00',
      '2026-12-29T18:00',
    ])
  })
  it('leave out what is free, cancelled, over, or has no length', () => {
    expect(
      busyTimes(
        file(
          'UID:a\nDTSTART:20261201T180000\nDTEND:20261201T190000\nTRANSP:TRANSPARENT',
          'UID:b\nDTSTART:20261201T180000\nDTEND:20261201T190000\nSTATUS:CANCELLED',
          'UID:c\nDTSTART:20200101T180000\nDTEND:20200101T190000',
          'UID:d\nDTSTART:20261201T180000\nDTEND:20261201T180000',
        ),
        RANGE,
      ),
    ).toEqual([])
  })
  it('are refused plainly where the file is none', () => {
    for (const bad of ['', 'hello', '{"a":1}', 'BEGIN:VCARD\r\nEND:VCARD'])
      expect(() => busyTimes(bad, RANGE), bad).toThrow(NoCalendar)
  })
  it('read back the plan’s own calendar file, event for event', () => {
    const b = demo('heron'),
      now = { at: '2026-11-30T17:00:00Z', zone: 'UTC' },
      p = plan(b, now),
      busy = busyTimes(calendarFile(b, p, '2026-11-30T12:00:00.000Z'), {
        from: '2026-01-01',
        to: '2029-01-01',
        zone: 'UTC',
      })
    const dated = p.steps.filter(s => s.start && s.end && s.end > s.start)
    expect(busy).toHaveLength(dated.length)
    expect(busy.map(x => x.start)).toEqual(dated.map(s => s.start).sort())
    expect(new Set(busy.map(x => x.what))).toEqual(new Set(dated.map(s => inWords(s.title).slice(0, 120))))
  })
})

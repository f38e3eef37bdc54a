import { useState } from 'react'
import { addYears, formatISO, parseISO } from 'date-fns'
import { Calendar, type CalendarDay, type CalendarOff } from '../../../core/document/build.ts'
import { localDay } from '../../../core/calendar/clock.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button } from '../../components/Button.tsx'
import { FileButton } from '../../components/FileButton.tsx'
import { numberOf } from '../../components/numberOf.ts'
import { ValueField } from '../../components/ValueField.tsx'
import { Select } from '../../components/Select.tsx'
import { useSettings } from '../../stores/settingsStore.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { present } from '../../stores/clock.ts'
import { Reading } from '../../imports/Reading.tsx'
import { useImport } from '../../imports/useImport.ts'
import { day } from '../../text/dates.ts'
import { DayField } from '../../components/DayField.tsx'

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
/** The largest calendar file that is read. */
const MOST_BYTES = 4 * 1024 * 1024

const NOBODY: readonly string[] = []

/** First day, the hours on each day of the week, days off, days of their own, and what else takes time. */
export function CalendarEditor() {
  const { calendar } = useOpenBuild(),
    people = useSettings(s => s.settings.people) ?? NOBODY
  const files = useImport()
  const [problem, setProblem] = useState<string>()
  const set = (patch: Partial<typeof calendar>) => editBuild(b => ({ ...b, calendar: { ...b.calendar, ...patch } }))
  const offs = calendar.off ?? [],
    days = [...(calendar.days ?? [])].sort((a, b) => (a.on < b.on ? -1 : 1)),
    busy = calendar.busy ?? []
  const take = (text: string, name: string) => {
    const { at, zone } = present(),
      today = localDay(at, zone)
    const range = { from: today, to: formatISO(addYears(parseISO(today), 2), { representation: 'date' }) }
    void files
      .read(name, i => i.calendar(text, range), setProblem)
      .then(r => {
        if (!r) return
        const { busy = [], why } = r
        if (why !== undefined) return setProblem(`${name}: ${why}. Nothing was changed.`)
        setProblem(busy.length ? undefined : `${name}: nothing in it takes time from today on.`)
        if (busy.length) set({ busy })
      })
  }
  return (
    <details className="mt-4 border-t border-line pt-2 text-plain">
      <summary className="min-h-8 cursor-pointer text-muted">Start day, hours at the bench and days off</summary>
      <div className="flex flex-wrap items-end gap-4 py-2">
        {(people.length > 1 || calendar.person) && (
          <Select
            label="On whose hands"
            value={calendar.person ?? ''}
            onChange={person =>
              editBuild(b => {
                const { person: _, ...rest } = b.calendar
                return { ...b, calendar: person ? { ...rest, person } : rest }
              }, 'Whose hands')
            }
            options={[
              { value: '', label: 'nobody named' },
              ...[...new Set([...people, ...(calendar.person ? [calendar.person] : [])])].map(p => ({
                value: p,
                label: p,
              })),
            ]}
          />
        )}
        <DayField
          needed
          label="Start on"
          day={calendar.startOn}
          onDay={startOn => {
            if (startOn) set({ startOn })
          }}
        />
        {DAYS.map((d, i) => (
          <ValueField
            key={d}
            label={d}
            text={fixed(calendar.hours[i] ?? 0, 1)}
            parse={numberOf(Calendar, 'hours', 'number of hours', ' h')}
            onValue={v => set({ hours: calendar.hours.map((h, k) => (k === i ? v : h)) })}
          />
        ))}
      </div>
      <DaysOff offs={offs} set={set} />
      <OwnHours days={days} set={set} />
      <div className="flex flex-wrap items-center gap-3 border-t border-line py-2">
        <FileButton
          label="Busy times from a calendar file"
          accept=".ics,text/calendar"
          most={MOST_BYTES}
          onText={take}
          onProblem={setProblem}
        />
        <Reading of={files} />
        {busy.length > 0 && (
          <>
            <span>
              {busy.length} times are taken, the next {day(busy[0]!.start)}, {busy[0]!.start.slice(11)}
              {busy[0]!.what ? `: ${busy[0]!.what}` : ''}.
            </span>
            <Button kind="quiet" onClick={() => set({ busy: [] })}>
              Forget them
            </Button>
          </>
        )}
      </div>
      {problem && (
        <p role="alert" className="text-never">
          {problem}
        </p>
      )}
    </details>
  )
}

function DaysOff({ offs, set }: { offs: readonly CalendarOff[]; set: (patch: Partial<Calendar>) => void }) {
  const [from, setFrom] = useState<string>(),
    [to, setTo] = useState<string>()
  return (
    <div className="flex flex-wrap items-end gap-3 border-t border-line py-2">
      <DayField label="Off from" day={from} onDay={setFrom} />
      <DayField label="Off to" day={to} onDay={setTo} />
      <Button
        disabled={!from}
        onClick={() => {
          if (!from) return
          const last = to && to >= from ? to : from
          set({ off: [...offs, { from, to: last }].sort((a, b) => (a.from < b.from ? -1 : 1)) })
          setFrom(undefined)
          setTo(undefined)
        }}
      >
        Days off
      </Button>
      {offs.map(o => (
        <span key={`${o.from} ${o.to}`} className="inline-flex items-center gap-1 border border-line px-2">
          {o.from === o.to ? day(o.from) : `${day(o.from)} – ${day(o.to)}`}
          <Button
            kind="quiet"
            aria-label={`Not off: ${day(o.from)}`}
            onClick={() => set({ off: offs.filter(x => x !== o) })}
          >
            ×
          </Button>
        </span>
      ))}
    </div>
  )
}

function OwnHours({ days, set }: { days: readonly CalendarDay[]; set: (patch: Partial<Calendar>) => void }) {
  const [own, setOwn] = useState<string>()
  return (
    <div className="flex flex-wrap items-end gap-3 border-t border-line py-2">
      <DayField label="A day with hours of its own" day={own} onDay={setOwn} />
      {own && (
        <ValueField
          narrow
          clears
          label={`Hours on ${day(own)}`}
          text=""
          parse={numberOf(Calendar, 'hours', 'number of hours', ' h')}
          onValue={hours => {
            set({ days: [...days.filter(d => d.on !== own), { on: own, hours }] })
            setOwn(undefined)
          }}
        />
      )}
      {days.map(d => (
        <span key={d.on} className="inline-flex items-center gap-1 border border-line px-2">
          {day(d.on)}: {fixed(d.hours, 1)} h
          <Button
            kind="quiet"
            aria-label={`As every week: ${day(d.on)}`}
            onClick={() => set({ days: days.filter(x => x !== d) })}
          >
            ×
          </Button>
        </span>
      ))}
    </div>
  )
}

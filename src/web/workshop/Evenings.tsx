import { Says } from '../components/Says.tsx'
import { useTitle } from '../hooks/useTitle.ts'
import { useEffect, useMemo, useState, type Dispatch, type SetStateAction } from 'react'
import { Link } from 'react-router'
import type { Build } from '../../core/document/build.ts'
import type { BenchPiece, WorkshopPlan, BenchDay, Meanwhile } from '../../core/plan/workshopPlan.ts'
import { Button, buttonLook } from '../components/Button.tsx'
import { download } from '../hooks/download.ts'
import { Heading } from '../components/Heading.tsx'
import { Select } from '../components/Select.tsx'
import { Table } from '../components/Table.tsx'
import { useHeavy } from '../hooks/useHeavy.ts'
import { useLength } from '../hooks/useLength.ts'
import { Refused, api } from '../stores/api.ts'
import { now, present, useStretch } from '../stores/clock.ts'
import { reloadSettings, useSettings } from '../stores/settingsStore.ts'
import { day } from '../text/dates.ts'

/** Days that are shown before more are asked for. */
const SHOWN = 14
const ANY = 'any'
const TIMES = [15, 30, 60, 120] as const

/** All builds on one person's evenings: which evening for which, what waits for the air, what goes in one go, what fits in. */
export function Evenings() {
  useTitle('Evenings')
  const [builds, setBuilds] = useState<Build[]>(),
    [away, setAway] = useState(false),
    [more, setMore] = useState(1),
    [minutes, setMinutes] = useState<string>(ANY),
    { bench } = useSettings(s => s.settings),
    stretch = useStretch(s => s.stretch)
  useEffect(() => {
    void reloadSettings()
    void (async () => {
      try {
        const rows = (await api.builds()).filter(r => !r.archivedAt)
        const read = await Promise.all(
          rows.map(r =>
            api.build(r.id).then(
              stored => [stored.build],
              // One that has gone since the list was read has no evenings; a workshop that does not answer is away.
              (e: unknown) => {
                if (e instanceof Refused && e.status === 404) return []
                throw e
              },
            ),
          ),
        )
        setBuilds(read.flat())
      } catch {
        setAway(true)
      }
    })()
  }, [])
  // What is off or busy for one instrument is so for whoever builds it.
  const hours = useMemo(
    () => ({
      startOn: '2000-01-01',
      hours: bench.hours,
      from: bench.from,
      off: builds?.flatMap(b => b.calendar.off ?? []) ?? [],
      busy: builds?.flatMap(b => b.calendar.busy ?? []) ?? [],
      days: builds?.flatMap(b => b.calendar.days ?? []) ?? [],
    }),
    [bench, builds],
  )
  const { result } = useHeavy(
      e => e.evenings(builds ?? [], hours, present(), minutes === ANY ? undefined : Number(minutes)),
      [builds, hours, minutes, stretch],
    ),
    plan: WorkshopPlan | undefined = result?.plan,
    names = new Map(builds?.map(b => [b.id, b.name])),
    l = useLength(),
    hands = new Set(builds?.map(b => b.calendar.person ?? '')).size
  const days = plan?.days.slice(0, SHOWN * more) ?? []
  return (
    <div className="flex h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-ink px-5 py-2.5">
        <h1 className="text-title font-semibold">Evenings</h1>
        <p className="flex-1 text-plain text-muted">
          {builds === undefined
            ? away
              ? 'The workshop does not answer. Load this page again when it does.'
              : 'Reading the builds.'
            : `${builds.length} build${builds.length === 1 ? '' : 's'}, ${hands > 1 ? `${hands} people` : 'one pair of hands'}`}
        </p>
        <Link to="/" className={buttonLook()}>
          Workshop
        </Link>
        <Button
          disabled={!plan?.days.length}
          onClick={() => {
            // What writes calendars is fetched when one is wanted.
            void import('../../core/plan/calendarFile.ts').then(m =>
              download(
                'evenings.ics',
                m.eveningsFile(plan?.days ?? [], names, now(), { length: l.display }),
                'text/calendar',
              ),
            )
          }}
        >
          Calendar file
        </Button>
        <Button onClick={() => window.print()}>Print</Button>
      </header>
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-8 overflow-y-auto px-6 py-5 max-[56.25em]:grid-cols-[minmax(0,1fr)]">
        <DayByDay plan={plan} days={days} builds={builds} names={names} setMore={setMore} />
        <div className="flex min-w-0 flex-col gap-6">
          {plan && plan.ends.size > 0 && <Finished plan={plan} builds={builds} names={names} />}
          <WhatFitsIn minutes={minutes} setMinutes={setMinutes} result={result} names={names} />
          {plan && plan.together.length > 0 && <InOneGo plan={plan} names={names} />}
          {plan && plan.heldByAir.length > 0 && <OneRoomsAir plan={plan} names={names} />}
        </div>
      </main>
    </div>
  )
}

function DayByDay({
  plan,
  days,
  builds,
  names,
  setMore,
}: {
  plan: WorkshopPlan | undefined
  days: BenchDay[]
  builds: Build[] | undefined
  names: Map<string, string>
  setMore: Dispatch<SetStateAction<number>>
}) {
  return (
    <section aria-label="Day by day" className="flex flex-col gap-2">
      <Heading level={2}>Day by day</Heading>
      {plan && days.length === 0 && (
        <p className="text-body">
          {builds?.length
            ? 'Nothing is open, or there are no hours at the bench: enter some in the settings.'
            : 'No builds yet: begin one in the workshop.'}
        </p>
      )}
      <ol className="flex list-none flex-col">
        {days.map(d => (
          <li
            key={d.day}
            className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-x-3 gap-y-1 border-b border-line py-2 max-[43.75em]:grid-cols-1"
          >
            <span className="text-plain font-semibold">{day(d.day)}</span>
            <ul className="flex list-none flex-col gap-1">
              {joined(d.pieces).map(p => (
                <Piece
                  key={`${p.build} ${p.step} ${p.start}`}
                  of={p}
                  name={`${p.person ? `${p.person}: ` : ''}${names.get(p.build) ?? p.build}`}
                />
              ))}
            </ul>
          </li>
        ))}
      </ol>
      {plan && plan.days.length > days.length && (
        <Button className="self-start" onClick={() => setMore(n => n + 1)}>
          {SHOWN} days more
        </Button>
      )}
    </section>
  )
}

function Finished({
  plan,
  builds,
  names,
}: {
  plan: WorkshopPlan
  builds: Build[] | undefined
  names: Map<string, string>
}) {
  return (
    <Table fit caption="When each is finished, one after another" heads={['Build', 'finished on', 'due']}>
      {[...plan.ends]
        .sort(([, a], [, b]) => (a < b ? -1 : 1))
        .map(([id, end]) => {
          const deadline = builds?.find(b => b.id === id)?.calendar.deadline
          return (
            <tr key={id} className="rule-row">
              <th scope="row" className="py-1 pr-6 text-left font-normal">
                <Link className="underline" to={`/b/${id}/plan`}>
                  {names.get(id) ?? id}
                </Link>
              </th>
              <td className={`py-1 pr-6 ${deadline && end > deadline ? 'font-semibold text-never' : ''}`}>
                {day(end)}
              </td>
              <td className="py-1">{deadline ? day(deadline) : ''}</td>
            </tr>
          )
        })}
    </Table>
  )
}

function WhatFitsIn({
  minutes,
  setMinutes,
  result,
  names,
}: {
  minutes: string
  setMinutes: (to: string) => void
  result: { plan: WorkshopPlan; meanwhile: Meanwhile[] } | undefined
  names: Map<string, string>
}) {
  return (
    <section aria-label="What fits in" className="flex flex-col gap-2">
      <Heading level={2}>What fits in now</Heading>
      <Select
        label="I have"
        value={minutes}
        onChange={setMinutes}
        options={[
          { value: ANY, label: 'the evening' },
          ...TIMES.map(t => ({ value: String(t), label: t < 60 ? `${t} min` : `${t / 60} h` })),
        ]}
      />
      {result && result.meanwhile.length === 0 && <p className="text-body">Nothing that short is ready.</p>}
      <ul className="flex list-none flex-col">
        {result?.meanwhile.slice(0, 8).map(m => (
          <li key={`${m.build} ${m.step}`} className="rule-row py-1 text-plain">
            <Link className="underline" to={`/b/${m.build}/bench?hand=${encodeURIComponent(m.step)}`}>
              <Says of={m.title} />
            </Link>{' '}
            <span className="text-muted">
              {names.get(m.build)}, {m.minutes} min
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function InOneGo({ plan, names }: { plan: WorkshopPlan; names: Map<string, string> }) {
  const l = useLength()
  return (
    <section aria-label="In one go" className="flex flex-col gap-2">
      <Heading level={2}>In one go</Heading>
      <ul className="flex list-none flex-col gap-1 text-plain">
        {plan.together.map(t => (
          <li key={l.say(t.title)} className="rule-row py-1">
            <span className="font-semibold">
              <Says of={t.title} />
            </span>
            : {[...new Set(t.of.map(o => names.get(o.build) ?? o.build))].join(', ')}; saves about {t.saves} min of
            getting out and cleaning up.
          </li>
        ))}
      </ul>
    </section>
  )
}

function OneRoomsAir({ plan, names }: { plan: WorkshopPlan; names: Map<string, string> }) {
  return (
    <section aria-label="One room’s air" className="flex flex-col gap-2">
      <Heading level={2}>One room’s air</Heading>
      <ul className="flex list-none flex-col gap-1 text-plain">
        {plan.heldByAir.slice(0, 6).map(h => (
          <li key={`${h.build} ${h.step}`} className="rule-row py-1">
            <span className="font-semibold">
              {names.get(h.build)}: <Says of={h.title} />
            </span>{' '}
            waits until {day(h.until)}, {h.until.slice(11)}: its dust would lie in {names.get(h.by)}’s wet coat.
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Pieces of one step that follow one another are one line. */
function joined(pieces: readonly BenchPiece[]): BenchPiece[] {
  const out: BenchPiece[] = []
  for (const p of pieces) {
    const last = out.at(-1)
    if (last?.build === p.build && last.step === p.step && last.end === p.start) last.end = p.end
    else out.push({ ...p })
  }
  return out
}

function Piece({ of: p, name }: { of: BenchPiece; name: string }) {
  const l = useLength()
  return (
    <li className="flex flex-wrap gap-x-3 text-plain leading-tight">
      <span className="figure w-[3.2rem] shrink-0 text-note text-muted">{p.start.slice(11)}</span>
      <span className="w-[6rem] shrink-0 truncate font-semibold">{name}</span>
      <Link
        className="min-w-[min(9rem,100%)] flex-1 hover:underline"
        to={`/b/${p.build}/plan?hand=${encodeURIComponent(p.step)}`}
      >
        {l.say(p.title)}
      </Link>
    </li>
  )
}

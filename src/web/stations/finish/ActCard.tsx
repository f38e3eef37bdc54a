import { Says } from '../../components/Says.tsx'
import { capital } from '../../../core/say/said.ts'
import { tickAsked } from '../../hooks/tickAsked.ts'
import { doneAt } from '../../../core/finish/edits.ts'
import { reopenStep, skipStep } from '../../../core/plan/tickStep.ts'
import { parsed, refused, type Parsed } from '../../../core/units/parsed.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { ShakeTimer } from '../../components/ShakeTimer.tsx'
import { GateNote } from '../../components/GateNote.tsx'
import { Title } from '../../components/Heading.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { useDeferredValue } from 'react'
import { factOf } from '../../hooks/useFact.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { Link } from 'react-router'
import { buttonLook } from '../../components/Button.tsx'
import { day } from '../../text/dates.ts'
import { StepReading } from '../../readings/StepReading.tsx'
import type { FinishRow } from './finishRows.ts'
import { ShowOn } from '../../components/ShowOn.tsx'

const pad = (n: number) => String(n).padStart(2, '0')
/** A moment as the bench's clock shows it, to be typed over: 2026-11-15 10:10. */
const shown = (utc: string): string => {
  const d = new Date(utc)
  return `${d.getFullYear()}-${pad(d.getMonth() + 1)}-${pad(d.getDate())} ${pad(d.getHours())}:${pad(d.getMinutes())}`
}
/** Reads such a moment, ms; not later than now. */
function parseMoment(t: string): Parsed {
  const [, d, h] = /^\s*(\d{4}-\d{2}-\d{2})(?:[ T]+(\d{1,2}:\d{2}))?\s*$/.exec(t) ?? []
  const ms = d ? new Date(`${d}T${(h ?? '12:00').padStart(5, '0')}:00`).getTime() : NaN
  if (Number.isNaN(ms)) return refused(`“${t.trim()}” is no date`, '2026-11-15 10:10')
  return ms <= Date.now() ? parsed(ms) : refused(`“${t.trim()}” is still to come`, 'a time that is past')
}

/** What is done next of a row: how, how to see that it is good, the clock, and done. */
export function ActCard({ row }: { row: FinishRow }) {
  const act = row.next ?? row.acts.at(-1)!,
    build = useOpenBuild(),
    l = useLength(),
    plan = factOf('plan', useDeferredValue(build)),
    step = plan.steps.find(s => s.id === act.id),
    d = row.date,
    late = d?.state === 'missed',
    soon = d?.state === 'waiting'
  const done = row.acts.filter(a => build.steps.some(s => s.step === a.id)),
    last = done.at(-1),
    when = last && build.steps.find(s => s.step === last.id)?.at
  return (
    <section aria-label="Work" className="flex flex-col gap-3">
      <header className="flex flex-col gap-1">
        <Title>{row.next ? l.say(capital(act.title)) : l.say(row.title)}</Title>
        {d?.says && (
          <p className={`text-lead ${late ? 'font-semibold text-never' : soon ? 'font-semibold text-tight' : ''}`}>
            {l.say(capital(d.says))}.
          </p>
        )}
        {!row.next && (
          <p className="text-lead">
            <Says of={row.status} />.
          </p>
        )}
        <p className="text-plain text-muted">
          {row.next && step?.start ? `${day(step.start)}, ${step.start.slice(11)}. ` : ''}
          {act.minutes} min{act.waitHours ? `, then ${act.waitHours} h` : ''}. {act.tools.join(', ')}
        </p>
      </header>
      <p className="text-body">{l.say(act.why)}</p>
      {act.how && <p className="max-w-[70ch] text-body">{l.say(act.how)}</p>}
      {act.good && <p className="max-w-[70ch] border-l-4 border-snug pl-3 text-body">{l.say(act.good)}</p>}
      {act.timer && row.next && <ShakeTimer key={act.id} {...act.timer} />}
      <CautionNotes ids={act.cautions} />
      {step && row.next && <GateNote step={step.id} />}
      <div className="flex flex-wrap items-end gap-2">
        {row.next && step && (
          <>
            {step.read ? (
              <StepReading step={step} onReading={v => tickAsked(step, v)} />
            ) : (
              <Button kind="main" onClick={() => tickAsked(step)}>
                Done now
              </Button>
            )}
            <Link className={buttonLook()} to={`../bench?hand=${encodeURIComponent(step.id)}`}>
              Bench view
            </Link>
            <ShowOn to={`../bench?hand=${encodeURIComponent(step.id)}`} />
            <Button onClick={() => editBuild(b => skipStep(b, step.id, now()), `Left out: ${l.say(step.title)}`)}>
              Leave it out
            </Button>
          </>
        )}
        {last && (
          <Button onClick={() => editBuild(b => reopenStep(b, last.id), `Open again: ${last.title}`)}>
            {row.acts.length > 1 ? `Take back ${last.ref.nth ? `coat ${last.ref.nth}` : 'the last'}` : 'Open again'}
          </Button>
        )}
        {last && when && (
          <ValueField
            wide
            label={`When ${row.acts.length > 1 && last.ref.nth ? `coat ${last.ref.nth}` : 'it'} was really done`}
            text={shown(when)}
            parse={parseMoment}
            onValue={ms => editBuild(b => doneAt(b, last.id, new Date(ms).toISOString()), 'When it was done')}
          />
        )}
      </div>
    </section>
  )
}

import { tickAsked } from '../../hooks/tickAsked.ts'
import { useFact } from '../../hooks/useFact.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { OwnStep } from '../../../core/document/build.ts'
import { numberOf } from '../../components/numberOf.ts'
import { cutText } from '../../../core/text/text.ts'
import { CalendarDown, Maximize2, Plus } from './icons.ts'
import { Link } from 'react-router'
import { addOwnStep, changeOwnStep, ownStepId, removeOwnStep } from '../../../core/document/edits.ts'
import { dimensionRead } from '../../../core/document/quantityAt.ts'
import { reopenStep, skipStep } from '../../../core/plan/tickStep.ts'
import { isOver, type PlannedStep } from '../../../core/plan/step.ts'
import { formatResistance } from '../../../core/units/electrical.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { Button, buttonLook } from '../../components/Button.tsx'
import { GateNote } from '../../components/GateNote.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { FarReadingAt } from '../../components/FarReading.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { Select } from '../../components/Select.tsx'
import { TextField } from '../../components/TextField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { useKeys } from '../../hooks/useKeys.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now, present, useStretch } from '../../stores/clock.ts'
import { day } from '../../text/dates.ts'
import { StepReading } from '../../readings/StepReading.tsx'
import { DaysAlong } from './DaysAlong.tsx'
import { CalendarEditor } from './CalendarEditor.tsx'
import { stepPlace } from '../../readings/stepPlace.ts'
import { VisitList } from '../../readings/VisitList.tsx'
import { WhenOver } from './WhenOver.tsx'
import { useDraft } from '../../hooks/useDraft.ts'
import { ShowOn } from '../../components/ShowOn.tsx'

/** The hand rests before it is simulated anew, ms. */
const REST = 600

/** All steps in one order that holds, with dates, and the step in hand. */
export function Plan() {
  const build = useOpenBuild()
  const plan = useFact('plan')
  const layout = useFact('layout')
  const l = useLength()
  const [params] = [new URLSearchParams(window.location.search)]
  const { hand: picked, take } = useHand(plan.steps)
  const step = params.has('hand') ? picked : (plan.next ?? picked)
  const at = step && layout ? stepPlace(step, build, layout) : undefined
  const hours = Math.floor(plan.minutesLeft / 60),
    minutes = plan.minutesLeft % 60
  const stretch = useStretch(s => s.stretch),
    moment = present(),
    { result: outlook } = useHeavy(e => e.outlook(build, moment), [build, stretch], REST)
  const summary =
    plan.trouble ??
    `${plan.steps.filter(s => s.status === 'done').length} of ${plan.steps.length} done, ${hours} h ${minutes} min left${plan.undecided ? `; no end before ${plan.undecided} joint${plan.undecided > 1 ? 's that won’t go are' : ' that won’t go is'} decided` : plan.endsOn ? `, finished on ${day(plan.endsOn)}` : ''}`
  const rows = plan.steps.map((s, i) => ({
    id: s.id,
    label: `${l.say(s.title)}: ${s.status}`,
    content: (
      <>
        <span
          aria-hidden="true"
          className={`figure grid size-7 shrink-0 place-items-center border text-note ${s.status === 'done' ? 'border-snug bg-snug text-paper print:text-ink' : s.status === 'next' ? 'border-hand bg-hand text-on-hand print:text-ink' : 'border-line'}`}
        >
          {s.status === 'done' ? '✓' : s.status === 'skipped' ? '–' : i + 1}
        </span>
        <span className="min-w-0 flex-1">
          <span className={`block text-plain leading-tight ${s.status === 'next' ? 'font-semibold' : ''}`}>
            {l.say(s.title)}
          </span>
          <span className="text-note text-muted">
            {isOver(s)
              ? `${s.status}${s.overAt ? ` ${day(s.overAt)}` : ''}`
              : `${s.start ? day(s.start) : s.status}${s.waitHours ? `, then ${s.waitHours} h wait` : ''}${s.expects ? `; waits for ${s.expects.part}` : ''}`}
          </span>
        </span>
        <span className="figure shrink-0 text-note">{s.minutes} min</span>
      </>
    ),
  }))
  return (
    <StationFrame
      map={{ title: 'Plan', summary, hand: undefined, take, marks: [] }}
      low
      named="Days"
      sheet={
        plan.trouble ? undefined : (
          <DaysAlong
            plan={plan}
            outlook={outlook}
            hand={step?.id}
            take={take}
            at={at}
            title={step && l.say(step.title)}
          />
        )
      }
      ledger={
        <Ledger
          heading="Steps in order"
          aside="hands-on"
          rows={rows}
          hand={step?.id}
          take={take}
          empty="No steps yet: they come from parts, fixes, circuit and finish."
        />
      }
    >
      {step && <StepSheet key={step.id} step={step} number={plan.steps.indexOf(step) + 1} />}
      <WhenOver plan={plan} outlook={outlook} />
      <CalendarEditor />
    </StationFrame>
  )
}

function StepSheet({ step, number }: { step: PlannedStep; number: number }) {
  const build = useOpenBuild()
  const l = useLength()
  const [own, setOwn] = useDraft(`step after ${step.id}`, '')
  const over = isOver(step)
  const done = () => tickAsked(step)
  useKeys({
    '1': () => {
      if (!over && !step.reads) done()
    },
  })
  const expected = step.read?.expected,
    dimension = step.read && dimensionRead(step.read.of)
  return (
    <article className="flex max-w-[48.75rem] flex-col gap-3">
      <header>
        <p className="text-note text-muted">
          Step {number}, {step.status}
          {step.start && !over ? `, ${day(step.start)} at ${step.start.slice(11)}` : ''}
          {over && step.overAt ? ` on ${day(step.overAt)} at ${step.overAt.slice(11)}` : ''}
        </p>
        <h2 className="text-head font-semibold leading-tight">{l.say(step.title)}</h2>
      </header>
      <p className="text-lead">{l.say(step.why)}</p>
      {step.how && <p className="max-w-[70ch] text-body">{l.say(step.how)}</p>}
      {step.good && <p className="max-w-[70ch] border-l-4 border-snug pl-3 text-body">{l.say(step.good)}</p>}
      {step.expects && !over && (
        <p className="border-l-4 border-tight pl-3 text-body">
          {step.expects.part}{' '}
          {step.expects.order
            ? `is still to buy: ordered today it is there about ${day(step.expects.day)}.`
            : `is due ${day(step.expects.day)}.`}{' '}
          This waits for it; what does not is dated before.
        </p>
      )}
      <GateNote step={step.id} />
      <StepFigures step={step} over={over} expected={expected} />
      <CautionNotes ids={step.cautions} />
      {step.reads && !over && <VisitList key={step.id} step={step} />}
      {dimension && <FarReadingAt at={dimension} />}
      {step.own && <OwnStepEditor key={step.own} id={step.own} />}
      <div className="flex flex-wrap items-end gap-3">
        {!over && step.read && <StepReading key={step.id} step={step} onReading={v => tickAsked(step, v)} />}
        {!over && !step.reads && (
          <Button kind={step.read ? 'plain' : 'main'} onClick={done}>
            {step.read ? 'Done without a reading' : 'Done'} <span className="figure opacity-70">1</span>
          </Button>
        )}
        {!over && (
          <Button
            kind="quiet"
            onClick={() => editBuild(b => skipStep(b, step.id, now()), `Left out: ${l.say(step.title)}`)}
          >
            {step.reads ? 'Leave the rest unread' : 'Leave it out'}
          </Button>
        )}
        {over && (
          <Button onClick={() => editBuild(b => reopenStep(b, step.id), `Open again: ${l.say(step.title)}`)}>
            Open it again
          </Button>
        )}
        <Link to={`../bench?hand=${encodeURIComponent(step.id)}`} className={buttonLook()}>
          <Maximize2 size={18} aria-hidden="true" />
          Bench view
        </Link>
        <ShowOn to={`../bench?hand=${encodeURIComponent(step.id)}`} />
      </div>
      <form
        className="flex flex-wrap items-end gap-2 text-plain"
        onSubmit={e => {
          e.preventDefault()
          if (own.trim()) {
            editBuild(b => addOwnStep(b, { title: cutText(own.trim(), 160), after: step.id, minutes: 15 }))
            setOwn('')
          }
        }}
      >
        <label className="flex min-w-[min(14rem,100%)] flex-1 flex-col text-note text-muted">
          A step of your own after this one
          <input
            value={own}
            maxLength={160}
            onChange={e => setOwn(e.target.value)}
            className="min-h-10 border border-line bg-paper px-2 text-plain text-ink"
          />
        </label>
        <Button type="submit">
          <Plus size={18} aria-hidden="true" />
          Add
        </Button>
        <Link to="../labels" className={buttonLook()}>
          Labels
        </Link>
        <a href={`/api/builds/${build.id}/plan.ics`} className={buttonLook()}>
          <CalendarDown size={18} aria-hidden="true" />
          Calendar file
        </a>
      </form>
    </article>
  )
}

function StepFigures({ step, over, expected }: { step: PlannedStep; over: boolean; expected: number | undefined }) {
  const l = useLength()
  return (
    <div className="flex flex-wrap gap-x-10 gap-y-2">
      <div>
        <p className="text-note text-muted">
          {step.took !== undefined
            ? 'it took'
            : step.usual === undefined
              ? 'hands-on'
              : `at your pace; ${step.usual} is usual`}
        </p>
        <Figure size="large" value={String(step.took ?? step.minutes)} unit="min" />
      </div>
      {step.waitHours > 0 && (
        <div>
          <p className="text-note text-muted">then wait</p>
          <Figure size="large" value={String(step.waitHours)} unit="h" />
        </div>
      )}
      {step.latest && step.start && !over && (
        <div>
          <p className="text-note text-muted">can be put off</p>
          {day(step.latest) === day(step.start) ? (
            <p className="max-w-56 text-body">Not by a day: the end hangs on it.</p>
          ) : (
            <>
              <Figure size="large" value={`till ${day(step.latest)}`} />
              <p className="max-w-56 text-note">{moves(step.start, step.latest, step.free ?? step.start)}</p>
            </>
          )}
        </div>
      )}
      {expected !== undefined && (
        <div>
          <p className="text-note text-muted">should read</p>
          {step.read!.unit === 'µm' ? (
            `${Math.round(expected)} µm`
          ) : step.read!.unit === 'mm' ? (
            <Figure size="large" value={l.fineFigure(expected).figure} unit={l.unit} />
          ) : (
            <Figure size="large" value={formatResistance(expected)} />
          )}
        </div>
      )}
      {step.tools.length > 0 && (
        <div className="flex-1">
          <p className="text-note text-muted">tools</p>
          <p className="text-body">{step.tools.join(', ')}</p>
        </div>
      )}
    </div>
  )
}

/** What putting a step off moves before it moves the end; local times. */
const moves = (start: string, latest: string, free: string): string =>
  day(free) === day(latest)
    ? 'Until then it moves nothing.'
    : day(free) === day(start)
      ? 'It moves others, not the end.'
      : `Till ${day(free)} it moves nothing, then others, not the end.`

/** In place of a step where none waits. */
const NOTHING = 'nothing'

/** A step of the builder's own: its words, its minutes, what it follows; or out with it. */
function OwnStepEditor({ id }: { id: string }) {
  const build = useOpenBuild(),
    plan = useFact('plan'),
    l = useLength()
  const own = build.ownSteps.find(s => s.id === id)
  if (!own) return null
  // A step cannot follow itself, at once or through others of the builder's own.
  const behind = new Set([ownStepId(id)])
  for (let grew = true; grew;) {
    const more = build.ownSteps.filter(s => s.after && behind.has(s.after) && !behind.has(ownStepId(s.id)))
    for (const s of more) behind.add(ownStepId(s.id))
    grew = more.length > 0
  }
  return (
    <fieldset className="flex flex-wrap items-end gap-3 border-t border-line pt-2">
      <legend className="float-left w-full text-note text-muted">
        A step of your own: change it, move it, take it out
      </legend>
      <TextField
        label="What"
        value={own.title}
        max={longest(OwnStep, 'title')}
        onText={t => {
          if (t) editBuild(b => changeOwnStep(b, id, { title: cutText(t, longest(OwnStep, 'title')) }))
        }}
      />
      <ValueField
        label="Minutes"
        narrow
        text={String(own.minutes)}
        parse={numberOf(OwnStep, 'minutes', 'number of minutes', ' min')}
        onValue={v => editBuild(b => changeOwnStep(b, id, { minutes: v }))}
      />
      <Select
        label="After"
        className="max-w-72"
        value={own.after ?? ''}
        onChange={v => editBuild(b => changeOwnStep(b, id, { after: v }))}
        options={plan.steps.filter(s => !behind.has(s.id)).map(s => ({ value: s.id, label: l.say(s.title) }))}
      />
      <ValueField
        label="Rests after it"
        narrow
        text={`${own.waitHours ?? 0} h`}
        parse={numberOf(OwnStep, 'waitHours', 'number of hours', ' h')}
        onValue={v => editBuild(b => changeOwnStep(b, id, { waitHours: v }))}
      />
      <Select
        label="Before"
        className="max-w-72"
        value={own.before ?? NOTHING}
        onChange={v => editBuild(b => changeOwnStep(b, id, { before: v === NOTHING ? undefined : v }))}
        options={[
          { value: NOTHING, label: 'nothing waits for it' },
          ...plan.steps
            .filter(s => s.status !== 'done' && !behind.has(s.id) && s.id !== own.after)
            .map(s => ({ value: s.id, label: l.say(s.title) })),
        ]}
      />
      <Button kind="quiet" onClick={() => editBuild(b => removeOwnStep(b, id))}>
        Take it out
      </Button>
    </fieldset>
  )
}

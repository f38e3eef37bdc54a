import { useState } from 'react'
import { orderBy, type PlanOutlook } from '../../../core/plan/outlook.ts'
import type { Plan } from '../../../core/plan/plan.ts'
import { isOver } from '../../../core/plan/step.ts'
import { localDay } from '../../../core/calendar/clock.ts'
import { Figure } from '../../components/Figure.tsx'
import { Heading } from '../../components/Heading.tsx'
import { percent } from '../../text/percent.ts'
import { Table } from '../../components/Table.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { present } from '../../stores/clock.ts'
import { DayField } from '../../components/DayField.tsx'
import { day } from '../../text/dates.ts'

/** Links of the chain that are shown before the rest is unfolded. */
const SHOWN = 8
/** When it is over and how sure that is, what decides it, what would help, and what has to be ordered. */
export function WhenOver({ plan, outlook: result }: { plan: Plan; outlook: PlanOutlook | undefined }) {
  const build = useOpenBuild(),
    l = useLength(),
    [all, setAll] = useState(false),
    now = present()
  const { deadline } = build.calendar,
    set = (v: string | undefined) =>
      editBuild(b => {
        const { deadline: _, ...rest } = b.calendar
        return { ...b, calendar: v === undefined ? rest : { ...rest, deadline: v } }
      }, 'Deadline')
  if (!plan.steps.length || plan.trouble) return null
  const by = new Map(plan.steps.map(s => [s.id, s])),
    chain = plan.chain.flatMap(id => by.get(id) ?? []),
    today = localDay(now.at, now.zone),
    order = orderBy(plan, build, today),
    open = plan.steps.some(s => !isOver(s))
  if (!open) return null
  return (
    <section
      aria-label="When it will be finished"
      className="mt-6 flex max-w-[48.75rem] flex-col gap-3 border-t-2 border-ink pt-4"
    >
      <Heading>When it will be finished</Heading>
      {plan.undecided > 0 && (
        <p className="border-l-4 border-never pl-3 text-lead">
          {plan.undecided} joint{plan.undecided > 1 ? 's' : ''} won’t go as{' '}
          {plan.undecided > 1 ? 'they stand' : 'it stands'} and no way to mend {plan.undecided > 1 ? 'them' : 'it'}{' '}
          is chosen: no day holds before that.
        </p>
      )}
      <div className="flex flex-wrap items-end gap-x-10 gap-y-3">
        <div>
          <p className="text-note text-muted">if nothing takes longer than usual</p>
          <Figure value={plan.endsOn ? day(plan.endsOn) : '–'} size="large" />
        </div>
        {result && (
          <div>
            <p className="text-note text-muted">in eight of ten runs of the plan, between</p>
            <Figure value={`${day(result.early)} – ${day(result.late)}`} size="large" />
          </div>
        )}
        <DayField label="Has to be finished by" day={deadline} onDay={set} />
        {result?.chance !== undefined && (
          <div>
            <p className="text-note text-muted">chance to make it</p>
            <Figure value={percent(result.chance)} size="large" />
          </div>
        )}
      </div>
      {result && result.levers.length > 0 && (
        <Table fit caption="What would bring it nearer" heads={['', { label: 'days', right: true }, 'finished on']}>
          {result.levers.map(x => (
            <tr key={x.id} className="rule-row">
              <th scope="row" className="py-1 pr-6 text-left font-normal">
                {x.says}
              </th>
              <td className="figure py-1 pr-6 text-right">{x.days}</td>
              <td className="py-1">{day(x.endsOn)}</td>
            </tr>
          ))}
        </Table>
      )}
      {order.length > 0 && (
        <Table
          fit
          caption="To order, so that nothing waits for it"
          heads={['Part', 'order by', 'first wanted for']}
        >
          {order.map(o => (
            <tr key={o.slot} className="rule-row">
              <th scope="row" className="py-1 pr-6 text-left font-normal">
                {o.part}
              </th>
              <td className={`py-1 pr-6 ${o.late ? 'font-semibold text-never' : ''}`}>
                {o.late ? 'today, it holds things up' : day(o.by)}
              </td>
              <td className="py-1">{l.say(o.step)}</td>
            </tr>
          ))}
        </Table>
      )}
      {chain.length > 1 && (
        <div className="flex flex-col gap-1">
          <Heading>What decides the day</Heading>
          <ol className="flex list-none flex-col border-l-2 border-ink">
            {(all ? chain : chain.slice(-SHOWN)).map(s => (
              <li key={s.id} className="relative pb-1.5 pl-5 text-plain">
                <span aria-hidden="true" className="absolute -left-[5px] top-2 size-2 bg-ink" />
                <span className="figure text-note text-muted">{s.start ? day(s.start) : ''}</span> {l.say(s.title)}
                {s.waitHours > 0 && <span className="text-muted">, then {s.waitHours} h</span>}
                {s.expects && <span className="text-muted">, waits for {s.expects.part}</span>}
              </li>
            ))}
          </ol>
          {chain.length > SHOWN && (
            <button
              type="button"
              className="min-h-8 self-start text-plain underline"
              aria-expanded={all}
              onClick={() => setAll(!all)}
            >
              {all ? 'The last of them' : `All ${chain.length} from today on`}
            </button>
          )}
        </div>
      )}
      <p className="text-note text-muted">
        From 2,000 courses: steps take 0.7 to 2.5 times their usual minutes until your own pace is known, waits up
        to 1.6 times, parts up to a week after their day [from memory].
      </p>
    </section>
  )
}

import type { AnswerView, MeterWork } from '../../../core/meter/meterWork.ts'
import { addOwnStep, takeReading } from '../../../core/document/edits.ts'
import { readingOf } from '../../../core/document/quantityAt.ts'
import { formatResistance } from '../../../core/units/electrical.ts'
import { Table } from '../../components/Table.tsx'
import { Button } from '../../components/Button.tsx'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { percent } from '../../text/percent.ts'
import { asHeard, shownSpan } from '../../text/meterWords.ts'

/** As long as a step's title may be: a pair of faults takes more to say. */
const LONGEST_TITLE = 160

/** One thing that may be wrong: its chance, what speaks against it, how it is mended. */
function Row({
  a,
  first,
  onShow,
  shown,
  take,
}: {
  a: AnswerView
  first: boolean
  onShow: () => void
  shown: boolean
  take: (id: string) => void
}) {
  return (
    <li className="rule-row py-2">
      <button
        type="button"
        aria-pressed={shown}
        onClick={onShow}
        className={`grid min-h-10 w-full grid-cols-[4.5rem_1fr] gap-x-3 border-l-[5px] pl-2 text-left ${shown ? 'border-hand' : 'border-transparent hover:bg-shade'}`}
      >
        <span className={`figure ${first ? 'text-title font-semibold' : 'text-body'}`}>{percent(a.chance)}</span>
        <span>
          <span className={`block leading-tight ${first ? 'text-lead font-semibold' : 'text-body'}`}>
            {a.says}.
          </span>
          <span className="mt-1 block h-1 bg-shade" aria-hidden="true">
            <span className="block h-1 bg-ink" style={{ width: `${Math.round(a.chance * 100)}%` }} />
          </span>
          <span className="block text-note text-muted">
            {a.for.length > 0 && `${a.for.length} ${a.for.length === 1 ? 'reading agrees' : 'readings agree'}`}
            {a.against.length > 0 && `${a.for.length ? ', ' : ''}${a.against.length} against`}
            {a.alike.length > 0 && ` · not told apart from here: ${a.alike.join('; ')}`}
          </span>
          {first && a.mend && (
            <span className="block text-plain">
              {a.mend} <span className="figure">{a.minutes}</span> min.
            </span>
          )}
        </span>
      </button>
      {a.proof && (first || shown) && (
        <p className="mt-1 pl-[6.05rem] text-plain">
          To prove it:{' '}
          <button
            type="button"
            className="text-left underline underline-offset-4"
            onClick={() => take(a.proof!.id)}
          >
            {a.proof.title} ({a.proof.setting})
          </button>{' '}
          reads{' '}
          <b className={`${a.proof.heard ? '' : 'figure '}font-semibold`}>
            {shownSpan(asHeard(a.proof.heard), a.proof)}
          </b>{' '}
          if it is this,{' '}
          <span className={a.proof.heard ? '' : 'figure'}>
            {shownSpan(asHeard(a.proof.heard), { from: a.proof.otherFrom, to: a.proof.otherTo })}
          </span>{' '}
          if it is not.
        </p>
      )}
      {first && a.mend && (
        <p className="no-print mt-1 pl-[6.05rem]">
          <Button
            kind="quiet"
            onClick={() =>
              editBuild(
                b => addOwnStep(b, { title: `Mend: ${a.says}`.slice(0, LONGEST_TITLE), minutes: a.minutes }),
                'Mend put into the plan',
              )
            }
          >
            Put it into the plan
          </Button>
        </p>
      )}
    </li>
  )
}

/** What the readings tell of pots and windings; taken in, Wiring's response follows. */
function PartsRead({ parts }: { parts: MeterWork['parts'] }) {
  const takeIn = () =>
    editBuild(
      b =>
        parts.reduce(
          (x, p) => takeReading(x, { of: readingOf(p.ref), value: p.is, doubt: p.doubt, at: now(), with: 'meter' }),
          b,
        ),
      'Parts as the readings tell them',
    )
  return (
    <div className="mt-3">
      <Table caption="What the readings tell of the parts" heads={['Part', 'as said', 'as read']}>
        {parts.map(p => (
          <tr key={p.ref} className="rule-row">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {p.label}
            </th>
            <td className="figure pr-3">
              {formatResistance(p.was)} ± {formatResistance(p.wasDoubt, 2)}
            </td>
            <td className="figure font-semibold">
              {formatResistance(p.is)} ± {formatResistance(p.doubt, 2)}
            </td>
          </tr>
        ))}
      </Table>
      <Button className="no-print mt-2" onClick={takeIn}>
        Take these into the parts
      </Button>
    </div>
  )
}

/** What explains the readings, likeliest first. */
export function Answers({
  work,
  shown,
  onShow,
  take,
  outside,
}: {
  work: MeterWork
  outside: boolean
  shown: string | undefined
  onShow: (key: string | undefined) => void
  take: (id: string) => void
}) {
  const [first] = work.answers,
    none = work.other > (first?.chance ?? 0)
  return (
    <section aria-label="What explains it" className="min-w-0">
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="text-section font-semibold">{work.settled && !none ? 'It is this' : 'What explains it'}</h3>
        {work.taken.length > 0 && (
          <Button
            kind="quiet"
            onClick={() =>
              editBuild(
                b => ({ ...b, circuit: { ...b.circuit, mended: now() } }),
                'Circuit mended: readings begin again',
              )
            }
          >
            Mended: read again
          </Button>
        )}
      </div>
      {none && (
        <p role="alert" className="border-l-[5px] border-tight bg-shade px-3 py-2 text-body">
          <b className="font-semibold">Nothing explains this.</b> No single fault and no likely pair gives these
          readings. Check that the setting was as it says, and read the one that disagrees most again.
        </p>
      )}
      <ol>
        {work.answers.map((a, i) => (
          <Row
            key={a.key}
            a={a}
            first={i === 0 && !none}
            shown={a.key === shown}
            take={take}
            onShow={() => onShow(a.key === shown ? undefined : a.key)}
          />
        ))}
      </ol>
      {first && first.alike.length > 0 && outside && (
        <p className="mt-2 text-body">
          <span className="figure">{first.alike.length + 1}</span> answers look alike from outside: take the cover
          off to tell them apart.
        </p>
      )}
      {work.parts.length > 0 && <PartsRead parts={work.parts} />}
      {work.other > 0.01 && !none && (
        <p className="text-note text-muted">{percent(work.other)} for something that is not thought of here.</p>
      )}
    </section>
  )
}

import { counted } from '../../../core/text/text.ts'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { Link } from 'react-router'
import {
  Approval,
  CLIENT_LINE_KINDS,
  ClientJob,
  ClientLine,
  type ClientLineKind,
} from '../../../core/document/build.ts'
import {
  addClientLine,
  approve,
  changeClient,
  dropClient,
  dropClientLine,
} from '../../../core/document/clientEdits.ts'
import { longest } from '../../../core/document/rangeOf.ts'
import { approvalSum, sentOut, type SentOut } from '../../../core/client/quote.ts'
import { fixed } from '../../../core/units/length.ts'
import { parsed } from '../../../core/units/parsed.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { money, parseAmount } from '../../text/money.ts'
import { numberOf } from '../../components/numberOf.ts'
import { PhotoButton } from '../../components/PhotoButton.tsx'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { TextField } from '../../components/TextField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now, today } from '../../stores/clock.ts'
import { DayField } from '../../components/DayField.tsx'
import { day } from '../../text/dates.ts'
import { useDraft } from '../../hooks/useDraft.ts'
import { useTyped } from '../../hooks/useTyped.ts'

const KIND_WORDS: Record<ClientLineKind, string> = {
  work: 'work beside the plan',
  part: 'a part without a slot',
  'sent out': 'a job that is sent out',
}

/** For whom it is: how it came in, what is wanted, the quote, what was approved, the bill so far. */
export function ClientView() {
  const build = useOpenBuild(),
    { client } = build,
    quote = useFact('quote'),
    bill = useFact('bill'),
    { currency, rate } = build.preferences
  if (!client)
    return (
      <section aria-label="Client" className="flex max-w-[62ch] flex-col items-start gap-3">
        <Title>It is your own</Title>
        <p className="text-body">
          For somebody else’s instrument this keeps how it came in, what was agreed and up to which sum, and writes
          the quote and the bill from the parts and hours of this build.
        </p>
        <Button
          kind="main"
          onClick={() => editBuild(b => changeClient(b, { cameOn: today() }), 'Built for a client')}
        >
          It is for a client
        </Button>
      </section>
    )
  const set = (patch: Parameters<typeof changeClient>[1]) =>
    editBuild(b => changeClient(b, patch), 'What was agreed')
  return (
    <article className="flex max-w-[51.25rem] flex-col gap-5">
      <div className="flex flex-wrap items-end gap-x-10 gap-y-3">
        <div>
          <p className="text-note text-muted">quote, in all</p>
          <Figure size="large" value={money(quote.total.sum)} unit={currency} />
          <p className="text-plain text-muted">
            {quote.total.high > quote.total.low ? `${money(quote.total.low)} to ${money(quote.total.high)}, ` : ''}
            {fixed(quote.hours.likely, 0)} h of work
          </p>
        </div>
        <div>
          <p className="text-note text-muted">come to so far</p>
          <Figure size="large" value={money(bill.total.sum)} unit={currency} />
          <p className="text-plain text-muted">
            {fixed(bill.hours, 1)} h, {bill.timed} of {bill.timed + bill.untimed} steps timed
          </p>
        </div>
        {bill.approved && (
          <div>
            <p className="text-note text-muted">approved {day(bill.approved.at)}</p>
            <Figure size="large" value={money(bill.approved.sum)} unit={currency} />
          </div>
        )}
        <Link to="../quote" className={buttonLook()}>
          Quote and bill to print
        </Link>
      </div>
      {bill.approved && bill.approved.over > 0 && (
        <p role="status" className="border-l-4 border-never pl-3 text-lead">
          {money(bill.approved.over)} {currency} over what was approved: ask before going on.
        </p>
      )}
      {quote.unpriced && (
        <p className="border-l-4 border-tight pl-3 text-body">
          An hour of yours has no price yet, so work stands at nothing:{' '}
          <Link to="/settings" className="underline">
            set one for the workshop
          </Link>
          .
        </p>
      )}
      <CameIn client={client} set={set} />
      <Offered />
      <section aria-label="How it is reckoned" className="flex flex-wrap items-end gap-3">
        <ValueField
          label="Put on parts"
          narrow
          text={`${client.onParts ?? 0} %`}
          parse={numberOf(ClientJob, 'onParts', 'percentage', ' %')}
          onValue={v => set({ onParts: v || undefined })}
        />
        <ValueField
          label="Tax"
          narrow
          text={`${client.tax ?? 0} %`}
          parse={numberOf(ClientJob, 'tax', 'percentage', ' %')}
          onValue={v => set({ tax: v || undefined })}
        />
        <p className="pb-2 text-plain text-muted">
          {rate === undefined ? '' : `An hour at the bench: ${money(rate)} ${currency}.`} Tax and what a bill must
          say follow the rules where you work.
        </p>
      </section>
      <Approvals />
      <div>
        <Button kind="quiet" onClick={() => editBuild(b => dropClient(b), 'No client any more')}>
          It is not for a client
        </Button>
      </div>
    </article>
  )
}

function CameIn({ client, set }: { client: ClientJob; set: (patch: Parameters<typeof changeClient>[1]) => void }) {
  return (
    <section aria-label="How it came in" className="flex flex-col gap-3">
      <Heading>How it came in</Heading>
      <div className="flex flex-wrap items-end gap-3">
        <TextField
          label="For whom"
          value={client.who ?? ''}
          max={longest(ClientJob, 'who')}
          onText={who => set({ who })}
        />
        <DayField label="It came on" day={client.cameOn} onDay={cameOn => set({ cameOn })} />
        <PhotoButton of={{ note: 'As it came in' }} label="Photo of its condition" />
      </div>
      <Words
        label="Condition, as both of you saw it"
        value={client.condition ?? ''}
        max={longest(ClientJob, 'condition')}
        onText={condition => set({ condition })}
      />
      <Words
        label="What is wanted"
        value={client.wanted ?? ''}
        max={longest(ClientJob, 'wanted')}
        onText={wanted => set({ wanted })}
      />
    </section>
  )
}

/** Several lines of plain words; they count when the field is left. */
function Words({
  label,
  value,
  max,
  onText,
}: {
  label: string
  value: string
  max: number
  onText: (text: string) => void
}) {
  const [typed, setTyped] = useTyped(label, value)
  return (
    <label className="flex flex-col gap-0.5 text-note text-muted">
      {label}
      <textarea
        value={typed ?? value}
        maxLength={max}
        rows={3}
        onChange={e => setTyped(e.target.value)}
        onBlur={() => {
          if (typed !== undefined && typed.trim() !== value) onText(typed.trim())
          setTyped(undefined)
        }}
        className="border border-line bg-paper px-2 py-1 text-body text-ink"
      />
    </label>
  )
}

/** What is offered beside the build's own parts and steps; sent out against doing it here. */
function Offered() {
  const build = useOpenBuild(),
    lines = build.client?.lines ?? [],
    out = new Map(sentOut(build).map(s => [s.id, s])),
    { currency } = build.preferences
  const [kind, setKind] = useState<ClientLineKind>('work'),
    [what, setWhat] = useDraft('offered', ''),
    [price, setPrice] = useState<number>(),
    [minutes, setMinutes] = useState<number>(),
    [days, setDays] = useState<number>()
  return (
    <section aria-label="Offered beside it" className="flex flex-col gap-2">
      <Heading>Offered beside the parts and steps of this build</Heading>
      {lines.length > 0 && <OfferedTable currency={currency} lines={lines} out={out} />}
      <form
        className="no-print flex flex-wrap items-end gap-3"
        onSubmit={e => {
          e.preventDefault()
          if (!what.trim()) return
          editBuild(b =>
            addClientLine(b, {
              kind,
              what: what.trim(),
              ...(price === undefined ? {} : { price }),
              ...(minutes === undefined || kind === 'part' ? {} : { minutes }),
              ...(days === undefined || kind !== 'sent out' ? {} : { days }),
            }),
          )
          setWhat('')
          setPrice(undefined)
          setMinutes(undefined)
          setDays(undefined)
        }}
      >
        <Select
          label="It is"
          value={kind}
          onChange={v => setKind(v as ClientLineKind)}
          options={CLIENT_LINE_KINDS.map(k => ({ value: k, label: KIND_WORDS[k] }))}
        />
        <label className="flex flex-1 flex-col text-note text-muted">
          What is offered
          <input
            value={what}
            maxLength={longest(ClientLine, 'what')}
            onChange={e => setWhat(e.target.value)}
            className="min-h-10 min-w-[min(12rem,100%)] border border-line bg-paper px-2 text-plain text-ink"
          />
        </label>
        <ValueField
          label={`Price${currency ? `, ${currency}` : ''}`}
          narrow
          text={price === undefined ? '' : money(price)}
          parse={parseAmount}
          onValue={setPrice}
        />
        {kind !== 'part' && (
          <ValueField
            label={kind === 'work' ? 'Minutes, if it has no price' : 'Minutes it would take here'}
            narrow
            text={minutes === undefined ? '' : String(minutes)}
            parse={numberOf(ClientLine, 'minutes', 'number of minutes', ' min')}
            onValue={setMinutes}
          />
        )}
        {kind === 'sent out' && (
          <ValueField
            label="Days away"
            narrow
            text={days === undefined ? '' : String(days)}
            parse={numberOf(ClientLine, 'days', 'number of days', ' days')}
            onValue={setDays}
          />
        )}
        <Button type="submit" disabled={!what.trim()}>
          Offer it
        </Button>
      </form>
    </section>
  )
}

function OfferedTable({
  currency,
  lines,
  out,
}: {
  currency: string
  lines: ClientLine[]
  out: Map<string, SentOut>
}) {
  return (
    <Table
      caption="Offered"
      hideCaption
      heads={[
        'What',
        'is',
        { label: currency || 'price', right: true },
        'against doing it here',
        { label: 'Actions', unseen: true },
      ]}
    >
      {lines.map(l => {
        const s = out.get(l.id)
        return (
          <tr key={l.id} className="rule-row">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {l.what}
            </th>
            <td className="py-1 pr-3 text-note text-muted">{KIND_WORDS[l.kind]}</td>
            <td className="figure py-1 pr-3 text-right">
              {l.price === undefined ? (l.minutes ? `${l.minutes} min` : '–') : money(l.price)}
            </td>
            <td className="py-1 pr-3 text-note">
              {s
                ? `${s.here === undefined ? 'no minutes or no hour’s price to compare' : `${money(s.here)} here${s.cheaper === 'here' ? ', cheaper' : ''}`}${s.days ? `; away ${counted(s.days, 'day')}` : ''}`
                : ''}
            </td>
            <td className="text-right">
              <button
                type="button"
                aria-label={`Take out ${l.what}`}
                className="inline-grid size-10 place-items-center hover:bg-shade"
                onClick={() => editBuild(b => dropClientLine(b, l.id))}
              >
                <Trash2 size={17} aria-hidden="true" />
              </button>
            </td>
          </tr>
        )
      })}
    </Table>
  )
}

/** What the client said yes to, and when; nothing of it is ever taken back out of sight. */
function Approvals() {
  const build = useOpenBuild(),
    approvals = [...(build.client?.approvals ?? [])].sort((a, b) => (a.at < b.at ? 1 : -1)),
    quote = useFact('quote'),
    { currency } = build.preferences
  const [note, setNote] = useDraft('approval', '')
  return (
    <section aria-label="Approved" className="flex flex-col gap-2">
      <Heading>What was approved</Heading>
      {approvals.length > 0 && (
        <ul className="flex list-none flex-col">
          {approvals.map(a => (
            <li key={a.id} className="rule-row flex flex-wrap gap-x-4 py-1 text-plain">
              <span className="figure">{day(a.at)}</span>
              <span className="figure font-semibold">
                up to {money(a.sum)} {currency}
              </span>
              <span>{a.note}</span>
            </li>
          ))}
        </ul>
      )}
      <div className="no-print flex flex-wrap items-end gap-3">
        <label className="flex flex-1 flex-col text-note text-muted">
          How it was said, and for what
          <input
            value={note}
            maxLength={longest(Approval, 'note')}
            onChange={e => setNote(e.target.value)}
            className="min-h-10 min-w-[min(12rem,100%)] border border-line bg-paper px-2 text-plain text-ink"
          />
        </label>
        <ValueField
          label="Approved up to; Enter keeps it"
          clears
          text=""
          placeholder={money(approvalSum(quote))}
          parse={t => {
            const p = parseAmount(t)
            return p.ok ? parsed(p.value) : p
          }}
          onValue={sum => {
            editBuild(
              b => approve(b, { at: now(), sum, ...(note.trim() ? { note: note.trim() } : {}) }),
              'Approved by the client',
            )
            setNote('')
          }}
        />
      </div>
    </section>
  )
}

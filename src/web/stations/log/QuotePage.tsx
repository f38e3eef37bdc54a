import { Link, useSearchParams } from 'react-router'
import type { QuoteLine } from '../../../core/client/quote.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { Segments } from '../../components/Segments.tsx'
import { money } from '../../components/money.ts'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { today } from '../../stores/clock.ts'
import { day } from '../plan/dates.ts'

/** Quote or bill, on one page to print: what it is for, line by line, and what was agreed. */
export function QuotePage() {
  const build = useOpenBuild(),
    quote = useFact('quote'),
    bill = useFact('bill'),
    [params, setParams] = useSearchParams(),
    isBill = params.get('of') === 'bill',
    of = isBill ? bill : quote,
    { client } = build,
    { currency } = build.preferences
  const unsure = (l: QuoteLine) => l.high - l.low >= 0.01
  const row = (l: QuoteLine, strong = false) => (
    <tr key={l.id} className="rule-row break-inside-avoid">
      <th scope="row" className={`py-1.5 pr-3 text-left ${strong ? 'text-lead font-semibold' : 'font-normal'}`}>
        {l.what}
        {l.id === 'hours' && (
          <span className="text-muted">
            {' '}
            {isBill
              ? `, ${fixed(bill.hours, 1)} h`
              : `, ${fixed(quote.hours.likely, 0)} h (${fixed(quote.hours.low, 0)} to ${fixed(quote.hours.high, 0)})`}
          </span>
        )}
      </th>
      {!isBill && (
        <td className="figure py-1.5 pr-3 text-right text-muted">
          {unsure(l) ? `${money(l.low)} – ${money(l.high)}` : ''}
        </td>
      )}
      <td className={`figure py-1.5 text-right ${strong ? 'text-lead font-semibold' : ''}`}>{money(l.sum)}</td>
    </tr>
  )
  return (
    <div className="mx-auto flex max-w-[47.5rem] flex-col gap-5 bg-paper px-6 py-6 print:p-0">
      <div className="no-print flex flex-wrap items-center gap-3">
        <Link to="../log?view=client" className={buttonLook()}>
          Back to the client
        </Link>
        <Segments
          label="Which"
          value={isBill ? 'bill' : 'quote'}
          onChange={v => setParams(v === 'bill' ? { of: 'bill' } : {}, { replace: true })}
          options={[
            { value: 'quote', label: 'Quote' },
            { value: 'bill', label: 'Bill' },
          ]}
        />
        <span className="flex-1" />
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-4 border-ink pb-3">
        <div>
          <p className="text-lead">{isBill ? 'Bill' : 'Quote'}</p>
          <h1 className="text-far font-semibold leading-none">{build.name}</h1>
        </div>
        <p className="text-right text-plain">
          {client?.who && <span className="block text-lead">{client.who}</span>}
          {day(today())}
        </p>
      </header>
      {client?.condition && (
        <p className="whitespace-pre-line text-plain">
          <b className="font-semibold">As it came in{client.cameOn ? `, ${day(client.cameOn)}` : ''}:</b>{' '}
          {client.condition}
        </p>
      )}
      {client?.wanted && (
        <p className="whitespace-pre-line text-plain">
          <b className="font-semibold">Wanted:</b> {client.wanted}
        </p>
      )}
      <Table
        caption={isBill ? 'Bill' : 'Quote'}
        hideCaption
        heads={[
          'What',
          ...(isBill ? [] : [{ label: 'may be', right: true as const }]),
          { label: currency || 'sum', right: true },
        ]}
      >
        {of.lines.map(l => row(l))}
        {of.tax && row(of.net)}
        {of.tax && row(of.tax)}
        {row(of.total, true)}
      </Table>
      {isBill ? (
        <p className="text-plain">
          {bill.approved
            ? `Approved up to ${money(bill.approved.sum)} ${currency} on ${day(bill.approved.at)}${bill.approved.over ? `; this is ${money(bill.approved.over)} over it` : ''}.`
            : 'Nothing was approved in writing.'}{' '}
          {bill.untimed > 0 &&
            `Of ${bill.timed + bill.untimed} steps ${bill.untimed} were not timed and count as planned.`}
        </p>
      ) : (
        <p className="text-plain">
          Work may come to {fixed(quote.hours.low, 0)} to {fixed(quote.hours.high, 0)} hours: nine of ten jobs of
          its kind stay in that. More than was approved is asked for before it is done.
        </p>
      )}
      {(quote.unpriced || !client) && (
        <p className="no-print border-l-4 border-tight pl-3 text-body">
          {quote.unpriced
            ? 'An hour has no price in this workshop: work stands at nothing.'
            : 'Nothing is said of a client at the Log station.'}
        </p>
      )}
    </div>
  )
}

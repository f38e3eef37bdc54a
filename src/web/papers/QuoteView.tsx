import { Says } from '../components/Says.tsx'
import type { ReactNode } from 'react'
import type { Quote, QuoteLine } from '../../core/client/quote.ts'
import type { QuotePage } from '../../core/handover/guestPages.ts'
import { fixed } from '../../core/units/length.ts'
import { money } from '../text/money.ts'
import { Table } from '../components/Table.tsx'
import { day } from '../text/dates.ts'

/** The head of a quote or a bill: which of them, for what and whom, of which day, and what was agreed. */
export function JobHead({
  what,
  page: { name, client },
  written,
}: {
  what: string
  page: QuotePage
  written: string
}) {
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-4 border-ink pb-3">
        <div>
          <p className="text-lead">{what}</p>
          <h1 className="text-far font-semibold leading-none">{name}</h1>
        </div>
        <p className="text-right text-plain">
          {client.who && <span className="block text-lead">{client.who}</span>}
          {day(written)}
        </p>
      </header>
      {client.condition && (
        <p className="whitespace-pre-line text-plain">
          <b className="font-semibold">As it came in{client.cameOn ? `, ${day(client.cameOn)}` : ''}:</b>{' '}
          {client.condition}
        </p>
      )}
      {client.wanted && (
        <p className="whitespace-pre-line text-plain">
          <b className="font-semibold">Wanted:</b> {client.wanted}
        </p>
      )}
    </>
  )
}

/** What it comes to, line by line. */
export function JobLines({
  caption,
  of,
  currency,
  hours,
  spread,
}: {
  caption: string
  of: Pick<Quote, 'lines' | 'net' | 'tax' | 'total'>
  currency: string
  /** How many hours the work is, in words. */
  hours: string
  /** Whether it is told between which sums a line may come to lie. */
  spread: boolean
}) {
  const row = (l: QuoteLine, strong = false) => (
    <tr key={l.id} className="rule-row break-inside-avoid">
      <th scope="row" className={`py-1.5 pr-3 text-left ${strong ? 'text-lead font-semibold' : 'font-normal'}`}>
        <Says of={l.what} />
        {l.id === 'hours' && <span className="text-muted">, {hours}</span>}
      </th>
      {spread && (
        <td className="figure py-1.5 pr-3 text-right text-muted">
          {l.high - l.low >= 0.01 ? `${money(l.low)} – ${money(l.high)}` : ''}
        </td>
      )}
      <td className={`figure py-1.5 text-right ${strong ? 'text-lead font-semibold' : ''}`}>{money(l.sum)}</td>
    </tr>
  )
  return (
    <Table
      caption={caption}
      hideCaption
      heads={[
        'What',
        ...(spread ? [{ label: 'may be', right: true as const }] : []),
        { label: currency || 'sum', right: true },
      ]}
    >
      {of.lines.map(l => row(l))}
      {of.tax && row(of.net)}
      {of.tax && row(of.tax)}
      {row(of.total, true)}
    </Table>
  )
}

/** A quote, from what its page holds and nothing else. */
export function QuoteView({
  page,
  written,
  children,
}: {
  page: QuotePage
  /** The day of it. */
  written: string
  children?: ReactNode
}) {
  const { hours } = page.quote
  return (
    <>
      <JobHead what="Quote" page={page} written={written} />
      <JobLines
        caption="Quote"
        of={page.quote}
        currency={page.currency}
        hours={`${fixed(hours.likely, 0)} h (${fixed(hours.low, 0)} to ${fixed(hours.high, 0)})`}
        spread
      />
      <p className="text-plain">
        Work may come to {fixed(hours.low, 0)} to {fixed(hours.high, 0)} hours: eight of ten jobs of its kind stay
        in that. More than was approved is asked for before it is done.
      </p>
      {children}
    </>
  )
}

import { Link, useSearchParams } from 'react-router'
import { fixed } from '../../../core/units/length.ts'
import { GuestLinkButton } from '../../access/GuestLinks.tsx'
import { Button, buttonLook } from '../../components/Button.tsx'
import { Segments } from '../../components/Segments.tsx'
import { money } from '../../text/money.ts'
import { useFact } from '../../hooks/useFact.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { today } from '../../stores/clock.ts'
import { day } from '../../text/dates.ts'
import { JobHead, JobLines, QuoteView } from '../../papers/QuoteView.tsx'

/** Quote or bill, on one page to print: what it is for, line by line, and what was agreed. */
export function QuotePage() {
  const build = useOpenBuild(),
    page = useFact('quotePage'),
    bill = useFact('bill'),
    [params, setParams] = useSearchParams(),
    isBill = params.get('of') === 'bill',
    { currency } = page
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
        {!isBill && <GuestLinkButton of="quote" build={build.id} />}
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {isBill ? (
        <>
          <JobHead what="Bill" page={page} written={today()} />
          <JobLines
            caption="Bill"
            of={bill}
            currency={currency}
            hours={`${fixed(bill.hours, 1)} h`}
            spread={false}
          />
          <p className="text-plain">
            {bill.approved
              ? `Approved up to ${money(bill.approved.sum)} ${currency} on ${day(bill.approved.at)}${bill.approved.over ? `; this is ${money(bill.approved.over)} over it` : ''}.`
              : 'Nothing was approved in writing.'}{' '}
            {bill.untimed > 0 &&
              `Of ${bill.timed + bill.untimed} steps ${bill.untimed} were not timed and count as planned.`}
          </p>
        </>
      ) : (
        <QuoteView page={page} written={today()} />
      )}
      {(page.quote.unpriced || !build.client) && (
        <p className="no-print border-l-4 border-tight pl-3 text-body">
          {page.quote.unpriced
            ? 'An hour has no price in this workshop: work stands at nothing.'
            : 'Nothing is said of a client at the Log station.'}
        </p>
      )}
    </div>
  )
}

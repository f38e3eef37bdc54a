import { useState } from 'react'
import type { QuotePage } from '../../core/handover/guestPages.ts'
import { Button } from '../components/Button.tsx'
import { money } from '../text/money.ts'
import { moment } from '../text/dates.ts'
import { Refused } from '../stores/api.ts'
import { guestApi, type Shown } from './guestApi.ts'

/** A quote is approved by who it was made for: up to which sum, and by whom. */
export function ApproveQuote({
  token,
  page: { approved, upTo, currency },
  onShown,
  onChanged,
}: {
  token: string
  page: QuotePage
  /** The page as it stands once it is approved. */
  onShown: (s: Shown) => void
  /** The quote is another by now. */
  onChanged: () => void
}) {
  const [name, setName] = useState(''),
    [busy, setBusy] = useState(false),
    [trouble, setTrouble] = useState<string>()
  const sum = `${money(upTo)}${currency ? ` ${currency}` : ''}`,
    isApproved = approved !== undefined && approved.sum >= upTo
  const send = () => {
    setBusy(true)
    setTrouble(undefined)
    guestApi
      .approve(token, name.trim(), upTo)
      .then(onShown, (e: unknown) => {
        setTrouble(
          e instanceof Refused
            ? [e.message, ...e.problems.map(p => `${p.path} ${p.reason}`)].join(' ')
            : 'The workshop does not answer. Nothing was approved.',
        )
        if (e instanceof Refused && e.status === 409) onChanged()
      })
      .finally(() => setBusy(false))
  }
  // A quote of nothing is nothing to say yes to.
  if (!approved && !(upTo > 0)) return null
  return (
    <section aria-label="Approve" className="flex flex-col gap-3 border-t-2 border-ink pt-4">
      {approved && (
        <p role="status" className="border-l-4 border-snug pl-3 text-lead">
          Approved up to {money(approved.sum)} {currency} on {moment(approved.at)}.
        </p>
      )}
      {!isApproved && upTo > 0 && (
        <form
          className="no-print flex flex-col gap-3"
          onSubmit={e => {
            e.preventDefault()
            send()
          }}
        >
          <p className="text-body">
            {approved
              ? `By now it may come to ${sum}.`
              : `If this is what you want, approve it up to ${sum}: nine of ten jobs of its kind stay below that.`}{' '}
            More is asked for before it is done. What an approval means in law is for the law where you are; this
            one is kept with the job, with your name and the time.
          </p>
          <label className="flex max-w-96 flex-col gap-1 text-body">
            Your name
            <input
              value={name}
              maxLength={120}
              autoComplete="name"
              onChange={e => setName(e.target.value)}
              aria-invalid={trouble ? true : undefined}
              aria-describedby={trouble ? 'approve-trouble' : undefined}
              className="min-h-11 border border-line bg-paper px-3"
            />
          </label>
          <p>
            <Button type="submit" kind="main" disabled={busy || !name.trim()}>
              Approve up to {sum}
            </Button>
          </p>
        </form>
      )}
      {trouble && (
        <p id="approve-trouble" role="alert" className="text-never">
          {trouble}
        </p>
      )}
    </section>
  )
}

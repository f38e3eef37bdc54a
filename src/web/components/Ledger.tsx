import { useEffect, useRef, type ReactNode } from 'react'
import { bringIntoView } from './bringIntoView.ts'
import { useKeys } from '../hooks/useKeys.ts'

export interface LedgerRow {
  id: string
  content: ReactNode
  label: string
}

/** What there is to settle at a station, worst first. Arrow keys walk it; the row in hand is marked and kept in view. */
export function Ledger({
  heading,
  aside,
  rows,
  hand,
  take,
  empty,
}: {
  heading: string
  aside?: ReactNode
  rows: readonly LedgerRow[]
  hand: string | undefined
  take: (id: string) => void
  empty: ReactNode
}) {
  const list = useRef<HTMLOListElement>(null)
  const step = (by: number) => {
    const i = rows.findIndex(r => r.id === hand)
    const next = rows[Math.max(0, Math.min(rows.length - 1, i + by))]
    if (next) take(next.id)
  }
  useKeys({
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    Home: () => step(-rows.length),
    End: () => step(rows.length),
  })
  useEffect(() => {
    bringIntoView(list.current?.querySelector('[aria-current="true"]'))
  }, [hand])
  return (
    <section aria-label={heading} className="flex min-h-0 flex-col border-r border-line bg-ground">
      <div className="flex items-baseline justify-between gap-3 border-b border-line px-4 py-2 text-note text-muted">
        <h2>{heading}</h2>
        <span>{aside}</span>
      </div>
      {rows.length === 0 ? (
        <div className="p-4 text-body">{empty}</div>
      ) : (
        <ol ref={list} className="min-h-0 flex-1 overflow-y-auto" tabIndex={-1}>
          {rows.map(r => (
            <li key={r.id} className="rule-row">
              <button
                type="button"
                aria-current={r.id === hand}
                aria-label={r.label}
                onClick={() => take(r.id)}
                className={`flex min-h-14 w-full items-center gap-x-3 gap-y-1 max-[56.25em]:flex-wrap border-l-[5px] px-3 py-2 text-left ${r.id === hand ? 'border-hand bg-paper' : 'border-transparent hover:bg-shade'}`}
              >
                {r.content}
              </button>
            </li>
          ))}
        </ol>
      )}
    </section>
  )
}

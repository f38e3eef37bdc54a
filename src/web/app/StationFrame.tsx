import clsx from 'clsx'
import { useContext, type ReactNode } from 'react'
import { StandIn } from '../stores/buildStore.ts'
import { InstrumentMap } from '../map/InstrumentMap.tsx'

type MapProps = Parameters<typeof InstrumentMap>[0]

/** Map above, ledger at the left, the sheet of the one thing in hand at the right. */
export function StationFrame({
  map,
  sheet,
  corner,
  low,
  ledger,
  children,
}: {
  map: MapProps
  /** What the station looks at instead of the instrument's face: it is the work and gets more height. */
  sheet?: ReactNode
  /** What is chosen for it, at its corner. */
  corner?: ReactNode
  /** Less height for that, where the numbers below are the work. */
  low?: boolean
  ledger: ReactNode
  children: ReactNode
}) {
  const alone = useContext(StandIn) !== undefined
  // Without an instrument there is nothing to draw: the map folds to a strip.
  if (alone)
    return (
      <div className="grid h-full min-h-0 grid-rows-[auto_1fr]">
        <header className="flex items-baseline gap-3 border-b border-line px-5 py-2">
          <h1 className="text-section font-semibold">{map.title}</h1>
          <p className="text-plain text-muted">{map.summary}</p>
        </header>
        <div className="grid min-h-0 grid-cols-[minmax(300px,38%)_1fr]">
          {ledger}
          <section aria-label="Sheet" className="min-h-0 overflow-y-auto bg-paper px-6 py-4">
            {children}
          </section>
        </div>
      </div>
    )
  return (
    <div
      className={clsx(
        'grid h-full min-h-0 grid-cols-[minmax(0,1fr)]',
        sheet
          ? low
            ? 'grid-rows-[minmax(230px,42%)_1fr]'
            : 'grid-rows-[minmax(280px,56%)_1fr]'
          : 'grid-rows-[minmax(210px,36%)_1fr]',
      )}
    >
      <div className="min-h-0 min-w-0 border-b-2 border-ink">
        {sheet ? (
          <div className="flex h-full min-h-0 flex-col">
            <header className="flex items-baseline gap-3 px-5 pt-2">
              <h1 className="text-section font-semibold">{map.title}</h1>
              <p className="min-w-0 flex-1 text-plain text-muted">{map.summary}</p>
              {corner}
            </header>
            <div className="min-h-0 flex-1">{sheet}</div>
          </div>
        ) : (
          <InstrumentMap {...map} />
        )}
      </div>
      <div className="grid min-h-0 grid-cols-[minmax(300px,38%)_1fr]">
        {ledger}
        <section aria-label="Sheet" className="min-h-0 overflow-y-auto bg-paper px-6 py-4">
          {children}
        </section>
      </div>
    </div>
  )
}

import clsx from 'clsx'
import { useContext, useState, type ReactNode } from 'react'
import { StandIn, useBuild } from '../stores/buildStore.ts'
import { useNarrow } from '../hooks/useNarrow.ts'
import { HowItWorks } from './HowItWorks.tsx'
import { OpenPicture } from '../map/PlainDrawing.tsx'
import { InstrumentMap } from '../map/InstrumentMap.tsx'

type MapProps = Parameters<typeof InstrumentMap>[0]

/** Map above, ledger at the left, the sheet of the one thing in hand at the right. */
export function StationFrame({
  map,
  sheet,
  named = 'Drawing',
  corner,
  printed,
  low,
  ledger,
  children,
}: {
  map: MapProps
  /** What the station looks at instead of the instrument's face: it is the work and gets more height. */
  sheet?: ReactNode
  /** What that is called where it is folded away. */
  named?: string
  /** What is chosen for it, at its corner. */
  corner?: ReactNode
  /** What stands for it on paper; left out: the instrument. */
  printed?: ReactNode
  /** Less height for that, where the numbers below are the work. */
  low?: boolean
  ledger: ReactNode
  children: ReactNode
}) {
  const alone = useContext(StandIn) !== undefined,
    narrow = useNarrow(),
    build = useBuild(s => s.build),
    [unfolded, unfold] = useState(false),
    // A map that carries nothing of its station is wasted room: it folds to a strip.
    bare = !sheet && !map.marks.length && !map.overlay && !map.dims?.length
  // Without an instrument there is nothing to draw: the map folds to a strip.
  if (alone)
    return (
      <WithoutInstrument map={map} ledger={ledger}>
        {children}
      </WithoutInstrument>
    )
  // On paper: what it is, the drawing once, then everything that is listed, and the sheet of what is in hand.
  const onPaper = (
    <div className="on-paper" data-title={`${build?.name ?? ''}: ${map.title}`} data-summary={map.summary}>
      <div className="my-3 break-inside-avoid">{printed ?? (build ? <OpenPicture /> : null)}</div>
    </div>
  )
  // On a telephone one thing lies under another; the map is folded away until it is asked for.
  if (narrow)
    return (
      <NarrowFrame onPaper={onPaper} map={map} sheet={sheet} named={named} corner={corner} ledger={ledger}>
        {children}
      </NarrowFrame>
    )
  return (
    <div
      className={clsx(
        'grid h-full min-h-0 grid-cols-[minmax(0,1fr)] print:block',
        bare && !unfolded
          ? 'grid-rows-[auto_1fr]'
          : sheet
            ? low
              ? 'grid-rows-[minmax(14.375rem,42%)_1fr]'
              : 'grid-rows-[minmax(17.5rem,56%)_1fr]'
            : 'grid-rows-[minmax(13.125rem,36%)_1fr]',
      )}
    >
      {onPaper}
      <div className="min-h-0 min-w-0 border-b-2 border-ink print:hidden">
        {bare && !unfolded ? (
          <header className="flex items-baseline gap-3 px-5 py-1.5">
            <h1 className="text-section font-semibold">{map.title}</h1>
            <p className="min-w-0 flex-1 text-plain text-muted">{map.summary}</p>
            <button
              type="button"
              className="min-h-8 shrink-0 text-plain underline underline-offset-4"
              onClick={() => unfold(true)}
            >
              Show the map
            </button>
          </header>
        ) : sheet ? (
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
      <div className="grid min-h-0 grid-cols-[minmax(18.75rem,38%)_1fr] print:block">
        {ledger}
        <section
          aria-label="Sheet"
          id="sheet"
          tabIndex={-1}
          className="min-h-0 overflow-y-auto bg-paper px-6 py-4 outline-none"
        >
          {/* What comes late never pushes it: it stands at the foot of the page until the sheet is longer. */}
          <div className="flex min-h-full flex-col print:block">
            <div className="flex-1">{children}</div>
            <HowItWorks />
          </div>
        </section>
      </div>
    </div>
  )
}

function NarrowFrame({
  onPaper,
  map,
  sheet,
  named,
  corner,
  ledger,
  children,
}: {
  onPaper: ReactNode
  map: MapProps
  sheet: ReactNode
  named: string
  corner: ReactNode
  ledger: ReactNode
  children: ReactNode
}) {
  return (
    <div className="flex h-full min-h-0 flex-col overflow-y-auto print:block">
      {onPaper}
      <header className="flex flex-wrap items-baseline gap-x-3 border-b border-line px-4 py-2 print:hidden">
        <h1 className="text-section font-semibold">{map.title}</h1>
        <p className="min-w-0 text-plain text-muted">{map.summary}</p>
      </header>
      <details className="no-print border-b border-line">
        <summary className="min-h-10 cursor-pointer px-4 py-2 text-plain underline underline-offset-4">
          {sheet ? named : 'Map'}
        </summary>
        <div className="h-[52dvh]">
          {sheet ? (
            <div className="flex h-full min-h-0 flex-col">
              {corner}
              <div className="min-h-0 flex-1">{sheet}</div>
            </div>
          ) : (
            <InstrumentMap {...map} title="" />
          )}
        </div>
      </details>
      {/* It scrolls by itself: keys have to reach it where nothing in it can be chosen. */}
      <div
        role="region"
        aria-label="List"
        tabIndex={0}
        className="max-h-[34dvh] shrink-0 overflow-y-auto border-b-2 border-ink"
      >
        {ledger}
      </div>
      <section aria-label="Sheet" id="sheet" tabIndex={-1} className="bg-paper px-4 py-4">
        {children}
        <HowItWorks />
      </section>
    </div>
  )
}

function WithoutInstrument({ map, ledger, children }: { map: MapProps; ledger: ReactNode; children: ReactNode }) {
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_1fr]">
      <header className="flex items-baseline gap-3 border-b border-line px-5 py-2">
        <h1 className="text-section font-semibold">{map.title}</h1>
        <p className="text-plain text-muted">{map.summary}</p>
      </header>
      <div className="grid min-h-0 grid-cols-[minmax(18.75rem,38%)_1fr] max-[43.75em]:flex max-[43.75em]:flex-col max-[43.75em]:overflow-y-auto">
        <div className="contents max-[43.75em]:block max-[43.75em]:max-h-[34dvh] max-[43.75em]:shrink-0 max-[43.75em]:overflow-y-auto max-[43.75em]:border-b-2 max-[43.75em]:border-ink">
          {ledger}
        </div>
        <section aria-label="Sheet" className="min-h-0 overflow-y-auto bg-paper px-6 py-4">
          {children}
        </section>
      </div>
    </div>
  )
}

import type { ReactNode } from 'react'
import { InstrumentMap } from '../map/InstrumentMap.tsx'

type MapProps = Parameters<typeof InstrumentMap>[0]

/** Map above, ledger at the left, the sheet of the one thing in hand at the right. */
export function StationFrame({ map, ledger, children }: { map: MapProps; ledger: ReactNode; children: ReactNode }) {
  return (
    <div className="grid h-full min-h-0 grid-rows-[minmax(210px,36%)_1fr]">
      <div className="border-b-2 border-ink">
        <InstrumentMap {...map} />
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

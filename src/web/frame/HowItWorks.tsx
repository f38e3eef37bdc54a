import { Says } from '../components/Says.tsx'
import { useState } from 'react'
import { useMatch } from 'react-router'
import { HOW_IT_WORKS } from './howItWorks.ts'
import { STATIONS } from './stations.ts'

/** The station in short, folded at the foot of its sheet: what it does, by what it reckons, what it does not know. */
export function HowItWorks() {
  const match = useMatch('/b/:id/:station'),
    station = STATIONS.find(s => s.id === match?.params.station),
    [open, setOpen] = useState(false)
  if (!station) return null
  const { does, reckons, limits } = HOW_IT_WORKS[station.id]
  return (
    <details
      open={open}
      onToggle={e => setOpen(e.currentTarget.open)}
      className="no-print mt-8 max-w-[48.75rem] border-t border-line pt-2"
    >
      <summary className="min-h-10 cursor-pointer text-plain underline underline-offset-4">How this works</summary>
      {open && (
        <>
          <p className="max-w-[70ch] text-body">{does}</p>
          <dl className="mt-2 grid grid-cols-[minmax(8em,auto)_1fr] gap-x-6 gap-y-1 text-plain max-[43.75em]:grid-cols-1">
            {reckons.map(r => (
              <div key={r.what} className="contents">
                <dt className="font-semibold">{r.what}</dt>
                <dd>
                  <Says of={r.by} /> <span className="text-muted">[{r.source}]</span>
                </dd>
              </div>
            ))}
          </dl>
          <p className="mt-2 max-w-[70ch] border-l-4 border-tight pl-3 text-body">{limits}</p>
        </>
      )}
    </details>
  )
}

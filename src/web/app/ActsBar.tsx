import { History, Redo2, Undo2 } from 'lucide-react'
import { useState } from 'react'
import { redo, undo, useBuild } from '../stores/buildStore.ts'
import { moment } from '../text/dates.ts'
import { Dialog } from '../components/Dialog.tsx'
import { useEffectLine } from '../frame/useEffectLine.ts'

const FOOT = 'inline-flex min-h-10 items-center gap-2 px-2.5 text-note hover:bg-shade disabled:opacity-45'

/** The foot of every station: what the last act did, with taking back and doing again by name, and the list of all acts. */
export function ActsBar() {
  const { last, history } = useBuild()
  const effect = useEffectLine()
  const [listed, setListed] = useState(false)
  const past = history.past.at(-1),
    future = history.future[0]
  const said =
    last &&
    `${last.what === 'done' ? '' : `${last.what === 'taken back' ? 'Taken back' : 'Done again'}: `}${last.title}`
  return (
    <footer
      aria-label="What was done"
      className="no-print flex min-h-11 items-center gap-2 border-t-2 border-ink bg-ground px-3 max-[56.25em]:flex-wrap"
    >
      <p
        role="status"
        aria-live="polite"
        className="line-clamp-2 min-w-0 flex-1 text-note leading-tight"
        title={said ? `${said}. ${effect ?? ''}` : undefined}
      >
        {said ? (
          <>
            <span className="font-semibold">{said}.</span> {effect}
          </>
        ) : (
          <span className="text-muted">Nothing done yet since it was opened.</span>
        )}
      </p>
      {last?.what === 'done' && past && (
        <button
          type="button"
          className="min-h-9 border border-hand px-2.5 text-note font-semibold text-hand hover:bg-shade"
          onClick={undo}
        >
          Take back
        </button>
      )}
      <button
        type="button"
        className={FOOT}
        disabled={!past}
        onClick={undo}
        aria-label={past ? `Undo: ${past.title}` : 'Nothing to undo'}
        title={past ? `Undo: ${past.title}` : 'Nothing to undo'}
      >
        <Undo2 size={18} aria-hidden="true" />
        <span className="max-w-44 truncate max-[68.75em]:hidden">{past ? past.title : 'Undo'}</span>
      </button>
      <button
        type="button"
        className={FOOT}
        disabled={!future}
        onClick={redo}
        aria-label={future ? `Redo: ${future.title}` : 'Nothing to redo'}
        title={future ? `Redo: ${future.title}` : 'Nothing to redo'}
      >
        <Redo2 size={18} aria-hidden="true" />
        <span className="max-w-44 truncate max-[68.75em]:hidden">{future ? future.title : 'Redo'}</span>
      </button>
      <button type="button" className={FOOT} onClick={() => setListed(true)}>
        <History size={18} aria-hidden="true" />
        <span>
          <span className="figure">{history.past.length}</span> done
        </span>
      </button>
      <Dialog
        open={listed}
        onClose={() => setListed(false)}
        title="What was done"
        description="The newest first. Taking back goes through them in this order; the list is kept with the build."
      >
        <ol className="flex flex-col">
          {history.future.map((a, i) => (
            <li key={`f${i}`} className="rule-row py-1.5 text-plain text-muted">
              {a.title} <span className="text-note">(taken back)</span>
            </li>
          ))}
          {[...history.past].reverse().map((a, i) => (
            <li key={`p${history.past.length - i}`} className="rule-row py-1.5 text-plain">
              <span className="font-semibold">{a.title}</span>{' '}
              <span className="figure text-note text-muted">{moment(a.at)}</span>
              {a.effect && <span className="block">{a.effect}.</span>}
            </li>
          ))}
        </ol>
        {history.past.length === 0 && <p>Nothing yet.</p>}
      </Dialog>
    </footer>
  )
}

import { FileUp, GitFork, Package, Puzzle, ShoppingCart, Wrench } from 'lucide-react'
import { useRef } from 'react'
import { Link } from 'react-router'
import { Folded } from './Folded.tsx'

const STARTS = [
  {
    have: 'kit',
    icon: Package,
    title: 'A kit in a box',
    below: 'no leaflet needed; first readings in two minutes',
  },
  { have: 'body and neck', icon: Puzzle, title: 'A body and a neck', below: 'what else goes with them' },
  {
    have: 'donor',
    icon: Wrench,
    title: 'A donor to take apart',
    below: 'its parts to the shelf, its places as a template',
  },
  { have: 'to buy', icon: ShoppingCart, title: 'Parts to be bought', below: 'what goes with what, before paying' },
  { have: 'copy', icon: GitFork, title: 'Like another build', below: 'copied, with nothing done yet' },
] as const

/** Where builds begin: by what one has, or from a file. */
export function Begin({ folded, pick }: { folded: boolean; pick: (file: File | undefined) => Promise<void> }) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <Folded title="Begin a build" folded={folded} below>
      <nav
        aria-label="Start a build"
        className="grid grid-cols-6 border-t-2 border-ink bg-paper max-[56.25em]:grid-cols-3"
      >
        {STARTS.map(s => (
          <Link
            key={s.have}
            to={`/new?have=${encodeURIComponent(s.have)}`}
            className="flex min-h-20 flex-col gap-0.5 border-r border-line px-3.5 py-2.5 hover:bg-shade"
          >
            <s.icon size={22} aria-hidden="true" strokeWidth={1.6} />
            <span className="text-body font-semibold leading-tight">{s.title}</span>
            <span className="text-note leading-tight text-muted">{s.below}</span>
          </Link>
        ))}
        <button
          type="button"
          className="flex min-h-20 flex-col items-start gap-0.5 px-3.5 py-2.5 text-left hover:bg-shade"
          onClick={() => input.current?.click()}
        >
          <FileUp size={22} aria-hidden="true" strokeWidth={1.6} />
          <span className="text-body font-semibold leading-tight">A file</span>
          <span className="text-note leading-tight text-muted">a build, a shelf, a table, a leaflet’s text</span>
        </button>
        <input
          ref={input}
          type="file"
          accept=".json,.zip,.csv,.txt,application/json,application/zip,text/plain,text/csv"
          className="sr-only"
          aria-label="Build file"
          tabIndex={-1}
          onChange={e => {
            void pick(e.target.files?.[0])
            e.target.value = ''
          }}
        />
      </nav>
    </Folded>
  )
}

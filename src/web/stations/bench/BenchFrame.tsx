import { ArrowLeft, ArrowRight, X } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { Button } from '../../components/Button.tsx'
import { useKeys } from '../../hooks/useKeys.ts'
import { InstrumentMap } from '../../map/InstrumentMap.tsx'
import { Answer } from './Answer.tsx'
import { useAwake } from './useAwake.ts'
import { NeedsTrust } from '../../access/NeedsTrust.tsx'

/** One thing over the whole screen, for dirty hands: where it is, what it says, back and next. */
export function BenchFrame({
  head,
  leave,
  map,
  sheet,
  children,
  middle,
  back,
  next,
}: {
  head: ReactNode
  leave: string
  /** Where it is on the instrument; or another drawing in the map's place. */
  map?: Omit<Parameters<typeof InstrumentMap>[0], 'title' | 'summary' | 'take'>
  sheet?: ReactNode
  children: ReactNode
  middle?: ReactNode
  back: (() => void) | undefined
  next: (() => void) | undefined
}) {
  useAwake()
  useKeys({ ArrowRight: () => next?.(), ArrowLeft: () => back?.(), Escape: () => history.back() })
  return (
    <article className="flex h-dvh flex-col bg-paper">
      <header className="flex items-center justify-between border-b-2 border-ink px-6 py-2 text-section">
        <span>{head}</span>
        <Link to={leave} aria-label="Leave bench view" className="grid size-14 place-items-center hover:bg-shade">
          <X size={30} aria-hidden="true" />
        </Link>
      </header>
      <div className={`shrink-0 border-b border-line bg-ground ${map ? 'h-[26%]' : 'h-[40%]'}`}>
        {map ? <InstrumentMap title="" summary="" take={() => undefined} {...map} /> : sheet}
      </div>
      <div
        role="region"
        aria-label="In hand"
        tabIndex={0}
        className="flex min-h-0 flex-1 flex-col gap-5 overflow-y-auto px-8 py-6 max-[43.75em]:px-4"
      >
        {children}
      </div>
      <NeedsTrust
        what="This screen may go dark: a page keeps it awake"
        className="border-t border-line px-6 py-1 text-plain text-muted"
      />
      <Answer />
      <footer className="flex flex-wrap items-end justify-between gap-4 border-t-2 border-ink px-6 py-4">
        <Button className="min-h-16 px-6 text-title" onClick={back} disabled={!back}>
          <ArrowLeft aria-hidden="true" />
          Back
        </Button>
        {/* On a narrow screen what is typed stands above back and next. */}
        <span className="flex items-end gap-3 max-[62.5em]:order-first max-[62.5em]:basis-full">{middle}</span>
        <Button className="min-h-16 px-6 text-title" onClick={next} disabled={!next}>
          Next
          <ArrowRight aria-hidden="true" />
        </Button>
      </footer>
    </article>
  )
}

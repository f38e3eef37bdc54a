import { useState } from 'react'
import { useNavigate } from 'react-router'
import { NeedsTrust } from '../access/NeedsTrust.tsx'
import { Button } from '../components/Button.tsx'
import { useNarrow } from '../hooks/useNarrow.ts'
import { useTitle } from '../hooks/useTitle.ts'
import { api, type BuildRow } from '../stores/api.ts'
import { useTour } from '../stores/tour.ts'
import { Begin } from './Begin.tsx'
import { BuildCard } from './BuildCard.tsx'
import { buildActions } from './buildActions.ts'
import { Told } from './Told.tsx'
import { useBringIn } from './useBringIn.ts'
import { useBuilds, type Act } from './useBuilds.ts'
import { WorkshopHead, type Order } from './WorkshopHead.tsx'

/** All builds of the workshop, each with its next move; where builds begin, come in, are put away and had back. */
export function Workshop() {
  useTitle()
  const tour = useTour(),
    narrow = useNarrow(),
    { rows, loaded, trouble, setTrouble, last, act } = useBuilds(),
    { bringIn, pick } = useBringIn(act, setTrouble)
  const [order, setOrder] = useState<Order>('due'),
    [away, setAway] = useState(false)
  const actions = buildActions(
    act,
    (rows ?? []).map(r => r.name),
  )
  const shown = (rows ?? []).filter(r => away || !r.archivedAt)
  const due = (r: BuildRow) => loaded.get(r.id)?.summary.next?.start ?? '9999'
  const sorted = [...shown].sort(
    (a, b) =>
      Number(Boolean(a.archivedAt)) - Number(Boolean(b.archivedAt)) ||
      (order === 'due'
        ? due(a).localeCompare(due(b))
        : order === 'saved'
          ? b.updatedAt.localeCompare(a.updatedAt)
          : 0) ||
      a.name.localeCompare(b.name),
  )
  // The reader's own build, where there is one.
  const first = shown.find(r => !r.demo) ?? shown[0]
  return (
    <div className="flex h-dvh flex-col">
      <WorkshopHead {...{ rows, order, setOrder, away, setAway, act }} shown={shown.length} />
      {tour.offered && first && <TourOffer of={first} />}
      <NeedsTrust
        what="This device starts while the workshop is away"
        className="border-b border-line bg-paper px-5 py-1.5 text-plain"
      />
      <Told last={last} trouble={trouble} bringIn={bringIn} />
      <main className="min-h-0 flex-1 overflow-y-auto">
        {rows?.length === 0 && <EmptyWorkshop act={act} />}
        {rows && rows.length > 0 && <h2 className="sr-only">Builds on the bench</h2>}
        <ul className="grid grid-cols-2 max-[56.25em]:grid-cols-1">
          {sorted.map(r => (
            <BuildCard key={r.id} row={r} loaded={loaded.get(r.id)} actions={actions} />
          ))}
        </ul>
      </main>
      <Begin folded={narrow && (rows?.length ?? 0) > 0} pick={pick} />
    </div>
  )
}

function TourOffer({ of: first }: { of: BuildRow }) {
  const tour = useTour(),
    navigate = useNavigate()
  return (
    <aside
      aria-label="A tour"
      className="flex flex-wrap items-center gap-3 border-b border-line bg-paper px-5 py-1.5 text-plain"
    >
      <span className="flex-1">New here? Five stops over {first.name}, two minutes, to be left at any time.</span>
      <Button
        onClick={() => {
          tour.begin()
          void navigate(`/b/${first.id}/fit`)
        }}
      >
        Show me round
      </Button>
      <Button kind="quiet" onClick={tour.decline}>
        Not now
      </Button>
    </aside>
  )
}

function EmptyWorkshop({ act }: { act: Act }) {
  return (
    <section className="mx-auto flex max-w-[47.5rem] flex-col gap-3 px-6 py-10 text-lead">
      <h2 className="text-head font-semibold leading-tight">What have you got?</h2>
      <p>
        Pick below what is on your table. A few drawn questions later there is a whole instrument of assumed parts,
        and the first reading to take. “Don’t know yet” is always an answer.
      </p>
      <p className="flex flex-wrap items-center gap-3">
        Only looking?
        <Button onClick={() => void act('The demo workshop is loaded.', api.loadDemo, api.removeDemo)}>
          Look round in the demo workshop
        </Button>
      </p>
    </section>
  )
}

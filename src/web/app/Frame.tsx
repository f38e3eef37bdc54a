import { useEffect, useRef, useState } from 'react'
import { Outlet, useLocation, useNavigate, useParams } from 'react-router'
import { useTitle } from '../hooks/useTitle.ts'
import { useKeys } from '../hooks/useKeys.ts'
import { freshen, openBuild } from '../stores/autosave.ts'
import { redo, undo, useBuild } from '../stores/buildStore.ts'
import { Refused } from '../stores/api.ts'
import { leave, sayHere, useLive } from '../stores/live.ts'
import { ActsBar } from './ActsBar.tsx'
import { AskedDialog } from './AskedDialog.tsx'
import { Tour } from './Tour.tsx'
import { TurnDialog } from './TurnDialog.tsx'
import { ClockWarning } from './ClockWarning.tsx'
import { ConflictDialog } from './ConflictDialog.tsx'
import { KeysDialog } from './KeysDialog.tsx'
import { SearchDialog } from './SearchDialog.tsx'
import { Spine } from './Spine.tsx'
import { STATIONS } from '../frame/stations.ts'

/** Where `b` leads from a station, and back; elsewhere it leads to the step in hand. */
const BENCH: Record<string, string> = {
  drill: 'marking',
  marking: 'drill',
  bench: 'plan',
  wiring: 'soldering',
  soldering: 'wiring?view=order',
  meter: 'testing',
  testing: 'meter?view=sheet',
}

/** Stations whose bench view has the same things in hand. */
const SAME_HAND: ReadonlySet<string> = new Set(['plan', 'drill', 'marking', 'bench'])
const BENCHES: ReadonlySet<string> = new Set(['bench', 'marking', 'measure', 'soldering', 'testing'])

/** What pages of a build are called that are no stations. */
const PAGE_NAMES: Readonly<Record<string, string>> = {
  bench: 'Bench',
  marking: 'Numbers to mark',
  measure: 'Readings',
  soldering: 'Joints',
  testing: 'Test sheet',
  labels: 'Labels',
  sheet: 'The sheet that goes with it',
  packing: 'Into the parcel',
  quote: 'Quote and bill',
}

/** Opens the build that the address names and frames its stations. */
export function Frame() {
  const { id = '' } = useParams()
  const open = useBuild(s => s.build?.id)
  const [trouble, setTrouble] = useState<string>()
  useEffect(() => {
    setTrouble(undefined)
    // One that is held still is shown at once, and what was done to it elsewhere comes in.
    if (useBuild.getState().build?.id === id) void freshen(id)
    else
      openBuild(id).catch((e: unknown) =>
        setTrouble(e instanceof Refused ? e.message : 'The workshop does not answer. Is it running?'),
      )
  }, [id])
  if (trouble)
    return (
      <main className="p-8 text-lead">
        <h1 className="text-bench font-semibold">It did not open</h1>
        <p>{trouble}</p>
        <p>
          <a className="underline" href="/">
            All builds
          </a>
        </p>
      </main>
    )
  if (open !== id)
    return (
      <main className="p-8 text-lead" aria-busy="true">
        Opening the build.
      </main>
    )
  return <Opened />
}

function Opened() {
  const { id = '' } = useParams()
  const { pathname, search } = useLocation()
  const navigate = useNavigate()
  const [keys, setKeys] = useState(false),
    [searching, setSearching] = useState(false)
  const station = pathname.split('/')[3] ?? ''
  const goBy = (by: number) => {
    const i = STATIONS.findIndex(s => s.id === station)
    const to = STATIONS[(i + by + STATIONS.length) % STATIONS.length]!
    void navigate(`/b/${id}/${to.id}`)
  }
  const bench = BENCHES.has(station)
  const hand = new URLSearchParams(search).get('hand')
  useKeys({
    '?': () => setKeys(true),
    '/': () => setSearching(true),
    '[': () => goBy(-1),
    ']': () => goBy(1),
    b: () =>
      void navigate(
        `/b/${id}/${BENCH[station] ?? 'bench'}${SAME_HAND.has(station) && hand ? `?hand=${encodeURIComponent(hand)}` : ''}`,
      ),
    'ctrl+z': () => undo(),
    'ctrl+shift+z': () => redo(),
    'ctrl+y': () => redo(),
  })
  const name = useBuild(s => s.build?.name)
  useTitle(STATIONS.find(s => s.id === station)?.label ?? PAGE_NAMES[station], name)
  // After a change of station a reader begins at its heading, not at the top of the page.
  const named = STATIONS.find(s => s.id === station)?.label ?? PAGE_NAMES[station] ?? 'open',
    at = useLive(s => s.where) ?? named
  useEffect(() => sayHere(id, at), [id, at])
  useEffect(() => leave, [id])
  const before = useRef(station)
  useEffect(() => {
    if (before.current === station) return
    before.current = station
    const heading = document.querySelector<HTMLElement>('main h1')
    if (!heading) return
    heading.tabIndex = -1
    heading.focus({ preventScroll: true })
  }, [station])
  return (
    <div className="flex h-dvh min-h-0 max-[56.25em]:flex-col">
      {STATIONS.some(s => s.id === station) && (
        <a
          href="#sheet"
          className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:m-2 focus:bg-ink focus:px-4 focus:py-3 focus:text-ground"
        >
          To the sheet
        </a>
      )}
      {!bench && <Spine />}
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        <ClockWarning />
        <main className="min-h-0 min-w-0 flex-1 overflow-y-auto print:overflow-visible">
          <Outlet />
        </main>
        {!bench && <ActsBar />}
      </div>
      <KeysDialog open={keys} onClose={() => setKeys(false)} />
      <SearchDialog open={searching} onClose={() => setSearching(false)} />
      <ConflictDialog />
      <AskedDialog />
      <TurnDialog />
      <Tour />
    </div>
  )
}

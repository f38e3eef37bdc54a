import { counted } from '../../../core/text/text.ts'
import { OneSet } from './OneSet.tsx'
import { SetsTable } from './SetsTable.tsx'
import { SetWishes } from './SetWishes.tsx'
import { useSetSearch, type Wish } from './useSetSearch.ts'
import { Says } from '../../components/Says.tsx'
import { list } from '../../../core/say/said.ts'
import { Title } from '../../components/Heading.tsx'
import { useMemo, useState } from 'react'
import { type BridgeSort } from '../../../core/document/build.ts'
import { setInstrument } from '../../../core/document/setInstrument.ts'
import { slotsOf, type Slot } from '../../../core/document/slots.ts'
import { Button } from '../../components/Button.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { choosePartsAsked } from '../../stores/chooseAsked.ts'
import type { SetRow, SetsAnswer } from '../../workers/engines.worker.ts'
import { SetsChart } from './SetsChart.tsx'

/** Complete sets: what is given, wished and worth, and the best sets there are. */
export function Sets() {
  const build = useOpenBuild()
  const [bridge, setBridge] = useState<BridgeSort>(build.instrument.bridge)
  // Another kind of bridge is another instrument, with other slots: searched as such, and taken over with the set.
  const target = useMemo(
    () => (bridge === build.instrument.bridge ? build : setInstrument(build, { bridge })),
    [build, bridge],
  )
  const slots = slotsOf(target.instrument)
  const [keep, setKeep] = useState<readonly string[]>(() => ['body'].filter(s => build.slots[s]))
  const [wish, setWish] = useState<Wish>({
    hourly: 12,
    weekly: 4,
    shelfOnly: false,
    wood: '',
    sort: '',
    use: '',
    ...(build.budget === undefined ? {} : { budget: build.budget }),
  })
  const [hand, setHand] = useState(0)
  const { answer, running, trouble, search, stop } = useSetSearch(target, keep, wish)
  const set = answer?.sets[hand]
  const take = (s: SetRow) =>
    choosePartsAsked(
      Object.entries(s.parts).map(([slot, part]) => ({ slot, part })),
      'A complete set of parts',
      b => (bridge === b.instrument.bridge ? b : setInstrument(b, { bridge })),
    )
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <header>
        <Title>Complete sets</Title>
        <p className="text-plain text-muted">
          The best sets of parts there are on shelf and in listings, by what they cost, the work they take and the
          wait.
        </p>
      </header>
      <SetWishes {...{ target, keep, setKeep, wish, setWish, bridge, setBridge }} open={!answer} />
      <div className="flex flex-wrap items-center gap-3">
        <Button
          kind="main"
          onClick={() => {
            setHand(0)
            void search()
          }}
          disabled={running}
        >
          Find the best sets
        </Button>
        {running && (
          <>
            <Button onClick={stop}>Stop</Button>
            <progress aria-label="Search" className="h-3 w-40 max-w-full" value={answer?.share ?? 0} max={1} />
          </>
        )}
        <SearchStatus answer={answer} running={running} trouble={trouble} />
      </div>
      {answer?.conflict && <Conflict of={answer.conflict} slots={slots} />}
      {answer && answer.sets.length > 0 && (
        <>
          {answer.sets.length > 1 && (
            <SetsChart sets={answer.sets} hand={hand} take={setHand} currency={build.preferences.currency} />
          )}
          <SetsTable answer={answer} slots={slots} hand={hand} setHand={setHand} />
        </>
      )}
      {set && <OneSet set={set} hand={hand} slots={slots} take={take} />}
    </article>
  )
}

/** What a search that has ended found. */
function found({ sets, parts, explored, ms }: SetsAnswer): string {
  if (parts === 0) return 'No part on shelf or in listings for an open slot'
  const n = sets.filter(x => !x.alone).length
  return `${n === 1 ? 'The best set' : `The ${n} best sets`}; no better one among ${counted(parts, 'part')}; ${explored.toLocaleString('en')} combinations looked at in ${(ms / 1000).toFixed(1)} s`
}

/** What the search has come to, in words. */
function SearchStatus({
  answer,
  running,
  trouble,
}: {
  answer: SetsAnswer | undefined
  running: boolean
  trouble: string | undefined
}) {
  return (
    <p
      role="status"
      data-first-ms={answer?.firstMs}
      data-ms={answer?.done ? answer.ms : undefined}
      data-slots={answer?.slots}
      className="text-plain text-muted"
    >
      {trouble ??
        (answer
          ? answer.done
            ? found(answer)
            : running
              ? `best so far; ${answer.explored.toLocaleString('en')} combinations looked at`
              : 'stopped: the best found so far'
          : running
            ? 'reading the shelf'
            : '')}
    </p>
  )
}

/** Why there is no set. */
function Conflict({ of, slots }: { of: NonNullable<SetsAnswer['conflict']>; slots: readonly Slot[] }) {
  return (
    <div role="alert" className="border-l-4 border-never pl-3 text-body">
      {of.empty.length > 0 ? (
        <p>
          Nothing on shelf or in listings suits:{' '}
          {of.empty.map(s => slots.find(x => x.id === s)?.label ?? s).join(', ')}.
        </p>
      ) : of.wishes.length > 0 ? (
        <p>
          These wishes exclude each other:{' '}
          <b>
            <Says of={list(of.wishes, '; ')} />
          </b>
          . Give up any one of them.
        </p>
      ) : (
        <p>These parts go together in no way.</p>
      )}
    </div>
  )
}

import { counted } from '../../../core/text/text.ts'
import { Title } from '../../components/Heading.tsx'
import { useMemo } from 'react'
import { dropFromSlot } from '../../../core/document/edits.ts'
import { jointsAsTheyStand } from '../../../core/fit/findJoints.ts'
import type { Slot } from '../../../core/document/slots.ts'
import type { Candidate } from '../../../core/match/candidates.ts'
import { Figure } from '../../components/Figure.tsx'
import { SnugGauge } from '../../components/SnugGauge.tsx'
import { Button } from '../../components/Button.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { chooseAsked } from '../../stores/chooseAsked.ts'

/** Candidates that are shown at once; the list says how many more there are. */
const SHOWN = 60

const titles = new Map<string, string>()

/** Parts for the slot in hand, best first, each with its worst joint, what it takes, what it costs and how long it takes to come. */
export function Candidates({
  slot,
  candidates,
  compared,
  compare,
}: {
  slot: Slot
  candidates: readonly Candidate[]
  compared: readonly string[]
  compare: (id: string) => void
}) {
  const build = useOpenBuild()
  useMemo(() => {
    for (const j of jointsAsTheyStand(build)) titles.set(j.id, j.title)
  }, [build])
  const name = (id: string) => titles.get(id) ?? 'a joint of this part alone'
  return (
    <article className="flex max-w-[51.25rem] flex-col gap-3">
      <header className="flex flex-wrap items-baseline justify-between gap-x-4">
        <Title>{slot.label}</Title>
        <Figure
          size="large"
          value={String(candidates.length)}
          unit={candidates.length === 1 ? 'part to choose from' : 'parts to choose from'}
        />
      </header>
      {candidates.length === 0 && (
        <p className="text-body">
          No {slot.label.toLowerCase()} on the shelf that suits this instrument. Enter one at the Shelf station.
        </p>
      )}
      <ul className="border-t-2 border-ink">
        {candidates.slice(0, SHOWN).map(c => (
          <li
            key={c.part.id}
            className={`rule-row grid grid-cols-[minmax(0,1fr)_auto] max-[43.75em]:grid-cols-1 items-center ${c.chosen ? 'bg-shade' : ''}`}
          >
            <button
              type="button"
              aria-pressed={c.chosen}
              onClick={() => (c.chosen ? undefined : chooseAsked(slot.id, c.part))}
              className="grid w-full grid-cols-[1.6rem_minmax(0,1fr)_auto_5.5em] max-[43.75em]:grid-cols-[1.6rem_minmax(0,1fr)_auto] items-center gap-x-3 py-2 text-left hover:bg-shade"
            >
              <span
                className={`grid size-5 place-items-center rounded-full border-2 ${c.chosen ? 'border-hand' : 'border-ink'}`}
              >
                {c.chosen && <span className="size-2.5 rounded-full bg-hand" />}
              </span>
              <span>
                <span className="block text-body font-semibold leading-tight">{c.part.name}</span>
                <span className="block text-note text-muted">
                  {c.worst ? `${name(c.worst.id)}: ${c.worst.state}` : 'no joint to judge'}
                </span>
                <span className="block text-note">
                  {c.minutes === Infinity
                    ? 'will not go, and nothing mends it'
                    : c.minutes < 0.5
                      ? 'no work'
                      : `about ${Math.round(c.minutes)} min of work`}
                  {c.wait > 0 ? ` · ${counted(c.wait, 'day')} to wait` : ''}
                  {c.part.stock?.supplier && c.part.stock.state === 'to buy' ? ` · ${c.part.stock.supplier}` : ''}
                  {c.part.stock?.count === 0 && c.part.stock.state === 'to buy' ? ', sold out for now' : ''}
                </span>
              </span>
              {c.worst ? (
                <SnugGauge
                  size="ledger"
                  title={name(c.worst.id)}
                  value={c.worst.value}
                  doubt={c.worst.doubt}
                  limits={c.worst.limits}
                  state={c.worst.state}
                />
              ) : (
                <span />
              )}
              <span className="figure text-right text-plain max-[43.75em]:col-start-2 max-[43.75em]:text-left">
                {Math.round(c.cost * 100) / 100}
                <span className="block text-note text-muted">{build.preferences.currency}</span>
              </span>
            </button>
            <label className="flex min-h-10 items-center gap-1.5 px-2 text-note">
              <input
                type="checkbox"
                checked={compared.includes(c.part.id)}
                onChange={() => compare(c.part.id)}
                aria-label={`Compare ${c.part.name}`}
                className="size-5 accent-[var(--hand)]"
              />
              <span className="max-[68.75em]:sr-only max-[43.75em]:not-sr-only">compare</span>
            </label>
          </li>
        ))}
      </ul>
      {candidates.length > SHOWN && (
        <p className="text-plain text-muted">And {candidates.length - SHOWN} more that fit worse.</p>
      )}
      {build.slots[slot.id] && (
        <div>
          <Button onClick={() => editBuild(b => dropFromSlot(b, slot.id))}>Leave this slot empty</Button>
        </div>
      )}
      <p className="text-note text-muted">
        Each part is judged with what stands in the other slots, without planned fixes: the work is what its joints
        may take, by the chance of each state.
      </p>
    </article>
  )
}

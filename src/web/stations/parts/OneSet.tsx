import type { Slot } from '../../../core/document/slots.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import type { SetRow } from '../../workers/engines.worker.ts'

/** One set with its parts, its work and its price. */
export function OneSet({
  set,
  hand,
  slots,
  take,
}: {
  set: SetRow
  /** Its place among the best. */
  hand: number
  slots: readonly Slot[]
  take: (s: SetRow) => void
}) {
  const build = useOpenBuild()
  return (
    <section aria-label={`Set ${hand + 1}`} className="flex flex-col gap-2">
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink pb-1">
        <h3 className="text-section font-semibold">Set {hand + 1}</h3>
        <span className="flex gap-6">
          <Figure size="large" value={set.cost.toFixed(0)} unit={build.preferences.currency} />
          <Figure size="large" value={set.minutes.toFixed(0)} unit="min" />
          <Figure size="large" value={String(set.wait)} unit="days" />
        </span>
      </header>
      <ul className="grid gap-x-6 min-[68.75em]:grid-cols-2">
        {Object.entries(set.parts).map(([slot, p]) => (
          <li key={slot} className="rule-row flex justify-between gap-3 py-1 text-plain">
            <span>
              <span className="text-muted">{slots.find(s => s.id === slot)?.label}: </span>
              {p.name}
              {build.slots[slot] === p.id ? ' (chosen)' : ''}
            </span>
            <span className="figure">{p.stock?.price ?? 0}</span>
          </li>
        ))}
      </ul>
      {set.explained.decides.length > 0 && (
        <p className="text-plain">
          Work:{' '}
          {set.explained.decides.map(d => `${d.joint.replace(/-/g, ' ')} ${Math.round(d.minutes)} min`).join(', ')}.
          Dearest: {set.explained.dearest}.
        </p>
      )}
      <div>
        <Button kind="main" onClick={() => take(set)}>
          Choose this set
        </Button>
      </div>
    </section>
  )
}

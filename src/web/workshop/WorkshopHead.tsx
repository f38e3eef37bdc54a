import { Link } from 'react-router'
import { Button, buttonLook } from '../components/Button.tsx'
import { hexPoints } from '../components/Hex.tsx'
import { Select } from '../components/Select.tsx'
import { useNarrow } from '../hooks/useNarrow.ts'
import { useAccess, useIsOwner } from '../stores/accessStore.ts'
import { api, type BuildRow } from '../stores/api.ts'
import { Folded } from './Folded.tsx'
import type { Act } from './useBuilds.ts'

export type Order = 'due' | 'name' | 'saved'

/** The workshop's name, how many builds there are, and where everything else is. */
export function WorkshopHead({
  rows,
  shown,
  order,
  setOrder,
  away,
  setAway,
  act,
}: {
  rows: readonly BuildRow[] | undefined
  /** How many are shown. */
  shown: number
  order: Order
  setOrder: (o: Order) => void
  /** Whether those that were put away are shown too. */
  away: boolean
  setAway: (a: boolean) => void
  act: Act
}) {
  const isOwner = useIsOwner(),
    narrow = useNarrow(),
    sharing = useAccess(s => s.who?.sharing === true)
  const demo = rows?.some(r => r.demo) ?? false,
    put = (rows ?? []).filter(r => r.archivedAt).length
  return (
    <header className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-ink px-5 py-2.5">
      <svg width="34" height="34" viewBox="-12 -12 24 24" aria-hidden="true">
        <polygon points={hexPoints(0, 0, 11)} fill="var(--ink)" />
        <circle r="5" fill="none" stroke="var(--ground)" strokeWidth="1.6" />
      </svg>
      <h1 className="text-title font-semibold">Snug Bolt</h1>
      <p className="flex-1 text-plain text-muted">
        {rows === undefined
          ? 'Opening the workshop.'
          : rows.length === 0
            ? 'An empty workshop'
            : `${shown} build${shown === 1 ? '' : 's'} on the bench${put ? `, ${put} put away` : ''}`}
      </p>
      <Folded title="More" folded={narrow}>
        {rows && rows.length > 1 && (
          <Select
            label="Sorted by"
            hideLabel
            value={order}
            onChange={v => setOrder(v as Order)}
            options={[
              { value: 'due', label: 'what is due first' },
              { value: 'name', label: 'name' },
              { value: 'saved', label: 'last saved' },
            ]}
          />
        )}
        {put > 0 && (
          <Button kind="quiet" aria-pressed={away} onClick={() => setAway(!away)}>
            {away ? 'Hide those put away' : 'Show those put away'}
          </Button>
        )}
        {rows && rows.length > 0 && (
          <Link to="/evenings" className={buttonLook()}>
            Evenings
          </Link>
        )}
        <Link to="/shelf" className={buttonLook()}>
          Shelf
        </Link>
        {isOwner && (
          <>
            <Link to="/devices" className={buttonLook()}>
              {sharing ? 'Open to the network' : 'Bring another device'}
            </Link>
            <Link to="/settings" className={buttonLook()}>
              Settings
            </Link>
          </>
        )}
        {rows &&
          isOwner &&
          (demo ? (
            <Button onClick={() => void act('The demo workshop is removed.', api.removeDemo, api.loadDemo)}>
              Remove the demo workshop
            </Button>
          ) : rows.length > 0 ? (
            <Button onClick={() => void act('The demo workshop is loaded.', api.loadDemo, api.removeDemo)}>
              Load the demo workshop
            </Button>
          ) : null)}
      </Folded>
    </header>
  )
}

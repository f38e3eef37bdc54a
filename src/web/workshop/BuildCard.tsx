import { MoreHorizontal } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { memo, useState } from 'react'
import { Link } from 'react-router'
import type { Build } from '../../core/document/build.ts'
import type { BuildSummary } from '../../core/plan/summary.ts'
import { Dialog } from '../components/Dialog.tsx'
import { Button } from '../components/Button.tsx'
import { SnugGauge } from '../components/SnugGauge.tsx'
import { useLength } from '../hooks/useLength.ts'
import { MiniDrawing } from '../map/MiniDrawing.tsx'
import type { BuildRow } from '../stores/api.ts'
import { day, moment } from '../text/dates.ts'

export interface Loaded {
  build: Build
  revision: number
  summary: BuildSummary
}

export interface CardActions {
  rename: (r: BuildRow, name: string) => Promise<void>
  note: (r: BuildRow, before: string | undefined, note: string) => Promise<void>
  duplicate: (r: BuildRow) => Promise<void>
  archive: (r: BuildRow) => Promise<void>
  remove: (r: BuildRow) => Promise<void>
}

const COUNT = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
]
const ITEM = 'flex min-h-10 cursor-pointer items-center px-4 text-plain outline-none data-[highlighted]:bg-shade'

/** One build on the bench: drawn from its parts, what it is, its worst joint, its next step and when. */
export const BuildCard = memo(function BuildCard({
  row,
  loaded,
  actions,
}: {
  row: BuildRow
  loaded: Loaded | undefined
  actions: CardActions
}) {
  const l = useLength()
  const [asking, setAsking] = useState<'rename' | 'note'>()
  const s = loaded?.summary
  const kind = s
    ? [
        `${COUNT[s.strings] ?? s.strings} string${s.strings === 1 ? '' : 's'}`,
        s.scaleLength ? l.text(s.scaleLength, 0) : '',
        s.left ? 'left-handed' : '',
        s.bridge,
      ]
        .filter(Boolean)
        .join(' · ')
    : ''
  const share = s && s.steps ? Math.round((100 * s.done) / s.steps) : 0
  return (
    <li
      className={`relative border-b border-r border-line px-5 pb-3 pt-2.5 hover:bg-paper ${row.archivedAt ? 'opacity-75' : ''}`}
    >
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="text-title font-semibold leading-tight">
          <Link to={`/b/${row.id}/fit`} className="underline-offset-4 after:absolute after:inset-0 hover:underline">
            {row.name}
          </Link>
        </h3>
        <CardMenu row={row} kind={kind} setAsking={setAsking} actions={actions} />
      </div>
      <div className="my-1 h-[7.25rem]">
        {loaded && <MiniDrawing build={loaded.build} width="100%" height={116} />}
      </div>
      {s ? (
        <div className="grid grid-cols-[1fr_auto] items-end gap-x-5 gap-y-1">
          <div className="min-w-0">
            {s.next ? (
              <p className="text-lead font-semibold leading-tight">
                {l.say(s.next.title)}
                <span className="block text-note font-normal text-muted">
                  {s.next.start ? `${day(s.next.start)} at ${s.next.start.slice(11)}` : 'no hours at the bench yet'}
                  {s.endsOn ? `, finished on ${day(s.endsOn)}` : ''}
                </span>
              </p>
            ) : (
              <p className="text-lead">Nothing left to do.</p>
            )}
          </div>
          <div className="text-right">
            <span className="figure text-head font-semibold leading-none">
              {share}
              <span className="ml-1 font-sans text-note font-normal text-muted">%</span>
            </span>
            <span className="block text-note text-muted">
              {s.done} of {s.steps} steps
            </span>
          </div>
          {s.worst && (
            <div className="col-span-2 flex items-center gap-3 border-t border-line pt-1.5 text-note">
              {/* Pieces have no gauge. */}
              {!s.worst.counts && (
                <span className="w-[6.75rem] shrink-0">
                  <SnugGauge size="ledger" {...s.worst} />
                </span>
              )}
              <span className="min-w-0 flex-1 truncate">
                <span className="font-semibold">{s.worst.state}</span>: {s.worst.title}
              </span>
              <span className="shrink-0 text-muted">
                {s.states["won't go"] ? `${s.states["won't go"]} won’t go, ` : ''}
                {s.states["can't tell"]} can’t be told
              </span>
            </div>
          )}
          <p className="col-span-2 truncate text-note text-muted">
            saved {moment(row.updatedAt)}
            {loaded.build.note ? ` · ${loaded.build.note}` : ''}
          </p>
        </div>
      ) : (
        <p className="text-note text-muted" aria-busy="true">
          Reading it.
        </p>
      )}
      {asking && (
        <Asking
          what={asking}
          text={asking === 'rename' ? row.name : (loaded?.build.note ?? '')}
          onClose={() => setAsking(undefined)}
          onText={t => {
            setAsking(undefined)
            if (asking === 'rename') {
              if (t.trim() && t.trim() !== row.name) void actions.rename(row, t)
            } else void actions.note(row, loaded?.build.note, t)
          }}
        />
      )}
    </li>
  )
})

function CardMenu({
  row,
  kind,
  setAsking,
  actions,
}: {
  row: BuildRow
  kind: string
  setAsking: (to: 'rename' | 'note' | undefined) => void
  actions: CardActions
}) {
  return (
    <span className="flex items-center gap-2 text-note text-muted">
      <span className="text-right">
        {row.archivedAt ? 'put away · ' : ''}
        {kind}
      </span>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <button
            type="button"
            aria-label={`More for ${row.name}`}
            className="relative z-10 grid size-10 place-items-center hover:bg-shade"
          >
            <MoreHorizontal aria-hidden="true" />
          </button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            className="z-50 min-w-[min(13rem,100%)] border-2 border-ink bg-paper py-1"
          >
            <DropdownMenu.Item className={ITEM} onSelect={() => setAsking('rename')}>
              Rename
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={() => setAsking('note')}>
              Note
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={() => void actions.duplicate(row)}>
              Duplicate
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={() => void actions.archive(row)}>
              {row.archivedAt ? 'Take out again' : 'Put away'}
            </DropdownMenu.Item>
            <DropdownMenu.Item className={`${ITEM} text-never`} onSelect={() => void actions.remove(row)}>
              Delete
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </span>
  )
}

function Asking({
  what,
  text,
  onText,
  onClose,
}: {
  what: 'rename' | 'note'
  text: string
  onText: (t: string) => void
  onClose: () => void
}) {
  const [typed, setTyped] = useState(text)
  const rename = what === 'rename'
  return (
    <Dialog
      open
      onClose={onClose}
      title={rename ? 'Rename the build' : 'Note'}
      description={
        rename ? 'A name that is taken gets a number behind it.' : 'For whom it is, what is special about it.'
      }
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={e => {
          e.preventDefault()
          onText(typed)
        }}
      >
        {rename ? (
          <input
            aria-label="Name"
            autoFocus
            value={typed}
            maxLength={80}
            onChange={e => setTyped(e.target.value)}
            className="min-h-11 border border-line bg-paper px-2 text-lead"
          />
        ) : (
          <textarea
            aria-label="Note"
            autoFocus
            value={typed}
            maxLength={4000}
            rows={5}
            onChange={e => setTyped(e.target.value)}
            className="border border-line bg-paper p-2 text-body"
          />
        )}
        <div>
          <Button type="submit" kind="main" disabled={rename && !typed.trim()}>
            {rename ? 'Rename' : 'Keep the note'}
          </Button>
        </div>
      </form>
    </Dialog>
  )
}

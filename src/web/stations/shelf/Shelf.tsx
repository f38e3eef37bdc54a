import type { Build } from '../../../core/document/build.ts'
import { counted } from '../../../core/text/text.ts'
import { Segments } from '../../components/Segments.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useCallback, useContext, useDeferredValue, useEffect, useMemo, useState } from 'react'
import { useSearchParams, type SetURLSearchParams } from 'react-router'
import { Plus } from 'lucide-react'
import { removePart } from '../../../core/document/edits.ts'
import { dimensionAt, dimensionPaths } from '../../../core/parts/dimensionAt.ts'
import type { Part, Stock } from '../../../core/parts/part.ts'
import { PART_KINDS, PART_KIND_NAMES, type PartKind } from '../../../core/parts/partKinds.ts'
import { slotsOf } from '../../../core/document/slots.ts'
import { writePartsCsv } from '../../../core/shelf/partsCsv.ts'
import { partPlace } from '../../map/partPlace.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { Button } from '../../components/Button.tsx'
import { download } from '../../hooks/download.ts'
import { Select } from '../../components/Select.tsx'
import { Views } from '../../components/Views.tsx'
import { api, type ShelfRow } from '../../stores/api.ts'
import { editBuild, StandIn, useOpenBuild } from '../../stores/buildStore.ts'
import { chooseAsked } from '../../stores/chooseAsked.ts'
import { useShelf } from '../../stores/shelfStore.ts'
import { DimensionTable } from './DimensionTable.tsx'
import { DonorView } from './DonorView.tsx'
import { InspectionView } from './InspectionView.tsx'
import { ListingView } from './ListingView.tsx'
import { NewPartDialog } from './NewPartDialog.tsx'
import { OutlineView } from './OutlineView.tsx'
import { ShelfLedger, type ShelfLine } from './ShelfLedger.tsx'
import { StockForm } from './StockForm.tsx'

type Where = 'build' | 'workshop'

const measuredShare = (p: Part): string => {
  const dims = dimensionPaths(p).map(path => dimensionAt(p, path)!)
  const n = dims.filter(d => d.basis === 'measured').length
  return `${n}/${dims.length} read`
}
const whereabouts = (s: Stock | null | undefined): string =>
  s?.place ?? (s?.state === 'ordered' && s.due ? `due ${s.due}` : s?.state) ?? 'place unknown'

/** What the list shows: parts of the build, or the workshop’s where there are rows of its shelf. */
function linesOf({
  build,
  rows,
  slotOf,
  wanted,
  kind,
  state,
}: {
  build: Build
  rows: readonly ShelfRow[] | undefined
  slotOf: ReadonlyMap<string, string>
  wanted: string
  kind: string
  state: string
}): ShelfLine[] {
  const all =
    rows === undefined
      ? build.parts.map(p => ({
          id: p.id,
          kind: p.kind,
          name: p.name,
          stock: p.stock ?? null,
          aside: measuredShare(p),
          note: slotOf.has(p.id) ? '' : ', in no slot',
        }))
      : rows.map(r => ({
          id: r.id,
          kind: r.kind,
          name: r.name,
          stock: r.stock,
          aside: r.stock?.price === undefined ? '' : `${r.stock.price} ${build.preferences.currency}`,
          note: r.donor ? ', from a donor' : '',
        }))
  const searched = (r: (typeof all)[number]) =>
    `${r.name} ${PART_KINDS[r.kind].label} ${r.stock?.supplier ?? ''} ${r.stock?.place ?? ''}`.toLowerCase()
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean)
  const found = all.filter(
    r =>
      (!kind || r.kind === kind) &&
      (!state || (r.stock?.state ?? '') === state) &&
      words.every(w => searched(r).includes(w)),
  )
  return found.map(r => ({
    id: r.id,
    name: r.name,
    below: `${PART_KINDS[r.kind].label}${r.note} · ${whereabouts(r.stock)}`,
    aside: r.aside,
  }))
}

/** Parts of this build and of the workshop: what is claimed of them, what was read, where they are, what they cost. */
export function Shelf() {
  const build = useOpenBuild(),
    layout = useFact('layout')
  const [params, setParams] = useSearchParams()
  const alone = useContext(StandIn) !== undefined
  const where: Where = alone || params.get('of') === 'workshop' ? 'workshop' : 'build'
  const { rows, parts, trouble } = useShelf()
  const [text, setText] = useState(''),
    [kind, setKind] = useState(''),
    [state, setState] = useState(''),
    [adding, setAdding] = useState(false)
  useEffect(() => {
    void useShelf.getState().load()
  }, [])
  const wanted = useDeferredValue(text)
  const slotOf = useMemo(() => new Map(Object.entries(build.slots).map(([s, id]) => [id, s])), [build.slots])
  const lines = useMemo(
    () => linesOf({ build, rows: where === 'build' ? undefined : (rows ?? []), slotOf, wanted, kind, state }),
    [where, build, rows, wanted, kind, state, slotOf],
  )
  const hand = lines.find(x => x.id === params.get('hand')) ?? lines[0]
  const take = useCallback(
    (id: string) =>
      setParams(
        p => {
          p.set('hand', id)
          return p
        },
        { replace: true },
      ),
    [setParams],
  )
  const inBuild = where === 'build'
  useEffect(() => {
    if (!inBuild && hand) void useShelf.getState().loadPart(hand.id)
  }, [inBuild, hand])
  const part = inBuild ? build.parts.find(p => p.id === hand?.id) : hand && parts.get(hand.id)
  const put = async (ps: readonly Part[]) => {
    const ok = await useShelf.getState().put(ps)
    if (ok && ps[0]) setParams({ of: 'workshop', hand: ps[0].id })
    return ok
  }
  const saveCsv = () => {
    void (inBuild ? Promise.resolve(build.parts) : api.shelf()).then(
      ps => download(`${inBuild ? build.id : 'shelf'}.csv`, writePartsCsv(ps), 'text/csv'),
      () => undefined,
    )
  }
  const shown = inBuild && part && layout ? partPlace(part.kind, slotOf.get(part.id), layout) : undefined
  const mark = shown && part ? [{ id: part.id, at: shown.at, label: '', title: part.name }] : []
  return (
    <StationFrame
      map={{
        title: 'Shelf',
        summary: inBuild
          ? `${counted(build.parts.length, 'part')} of this build`
          : `${counted(rows?.length ?? 0, 'part')} on the workshop’s shelf`,
        hand: mark[0]?.id,
        take,
        caption: part?.name,
        reach: shown?.reach ?? 80,
        marks: mark,
      }}
      ledger={
        <ShelfLedger
          heading="Parts at hand"
          lines={lines}
          hand={hand?.id}
          take={take}
          empty={
            text || kind || state
              ? 'Nothing of that description.'
              : inBuild
                ? 'No parts yet. Take some from the workshop’s shelf.'
                : (trouble ?? 'The shelf is empty. Put a part on it.')
          }
          head={
            <Finder
              alone={alone}
              where={where}
              setParams={setParams}
              rows={rows}
              text={text}
              setText={setText}
              kind={kind}
              setKind={setKind}
              state={state}
              setState={setState}
              setAdding={setAdding}
              saveCsv={saveCsv}
              lines={lines}
            />
          }
        />
      }
    >
      {part ? (
        <PartSheet key={part.id} part={part} inBuild={inBuild} take={take} />
      ) : hand ? (
        <p role="status" className="text-body">
          Fetching the part.
        </p>
      ) : null}
      <NewPartDialog
        open={adding}
        onClose={() => setAdding(false)}
        taken={new Set([...(rows ?? []).map(r => r.id), ...build.parts.map(p => p.id)])}
        put={put}
      />
    </StationFrame>
  )
}

function Finder({
  alone,
  where,
  setParams,
  rows,
  text,
  setText,
  kind,
  setKind,
  state,
  setState,
  setAdding,
  saveCsv,
  lines,
}: {
  alone: boolean
  where: Where
  setParams: SetURLSearchParams
  rows: ShelfRow[] | undefined
  text: string
  setText: (to: string) => void
  kind: string
  setKind: (to: string) => void
  state: string
  setState: (to: string) => void
  setAdding: (to: boolean) => void
  saveCsv: () => void
  lines: ShelfLine[]
}) {
  const build = useOpenBuild()
  return (
    <div className="flex flex-col gap-1.5 border-b border-line p-2">
      <h2 className="sr-only">Parts at hand</h2>
      {!alone && (
        <Segments
          label="Whose parts"
          value={where}
          onChange={of => setParams(of === 'workshop' ? { of } : {})}
          options={[
            { value: 'build', label: 'This build', count: build.parts.length },
            { value: 'workshop', label: 'Workshop', count: rows?.length ?? 0 },
          ]}
        />
      )}
      <div className="flex gap-1.5">
        <input
          type="search"
          aria-label="Find a part"
          placeholder="find"
          value={text}
          onChange={e => setText(e.target.value)}
          className="min-h-10 min-w-0 flex-1 border border-line bg-paper px-2 text-plain"
        />
        <Select
          label="Kind"
          hideLabel
          className="max-w-32"
          value={kind}
          onChange={setKind}
          options={[
            { value: '', label: 'any kind' },
            ...PART_KIND_NAMES.map(k => ({ value: k, label: PART_KINDS[k].label })),
          ]}
        />
        <Select
          label="State"
          hideLabel
          className="max-w-24"
          value={state}
          onChange={setState}
          options={[
            { value: '', label: 'any state' },
            ...['here', 'ordered', 'to buy'].map(v => ({ value: v, label: v })),
          ]}
        />
      </div>
      <div className="flex items-center justify-between gap-2">
        <Button onClick={() => setAdding(true)}>
          <Plus size={17} aria-hidden="true" />
          New part
        </Button>
        <Button kind="quiet" onClick={saveCsv}>
          Save as CSV
        </Button>
        <span className="figure text-note text-muted">{lines.length}</span>
      </div>
    </div>
  )
}

/** One part: dimensions, inspection, listing, outline, stock; and what can be done with it. */
function PartSheet({ part, inBuild, take }: { part: Part; inBuild: boolean; take: (id: string) => void }) {
  const build = useOpenBuild()
  const alone = useContext(StandIn) !== undefined
  const open = alone ? [] : slotsOf(build.instrument).filter(s => s.kind === (part.kind as PartKind))
  const shaped = ['body', 'neck', 'guard', 'pickup', 'plate'].includes(part.kind)
  return (
    <article className="flex max-w-[50rem] flex-col gap-3">
      <header className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h2 className="text-title font-semibold leading-tight">{part.name}</h2>
          <p className="text-plain text-muted">
            {PART_KINDS[part.kind].label}
            {part.note ? `. ${part.note}` : ''}
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          {!inBuild &&
            open.map(s => (
              <Button key={s.id} onClick={() => chooseAsked(s.id, part)}>
                {build.slots[s.id] === part.id
                  ? `Chosen: ${s.label.toLowerCase()}`
                  : open.length > 1
                    ? `As ${s.label.toLowerCase()}`
                    : 'Choose for this build'}
              </Button>
            ))}
          {inBuild && (
            <Button
              onClick={() => {
                void useShelf.getState().put([part])
              }}
            >
              Copy to the workshop
            </Button>
          )}
          <Button
            kind="quiet"
            onClick={() => {
              if (inBuild) editBuild(b => removePart(b, part.id))
              else void useShelf.getState().remove(part.id)
            }}
          >
            {inBuild ? 'Take out of the build' : 'Off the shelf'}
          </Button>
        </div>
      </header>
      <Views
        label="Views of the part"
        views={[
          { id: 'dimensions', label: 'Dimensions', content: <DimensionTable part={part} inBuild={inBuild} /> },
          ...(part.kind === 'donor'
            ? [{ id: 'donor', label: 'Take apart', content: <DonorView part={part} take={take} /> }]
            : []),
          {
            id: 'inspection',
            label: 'Incoming inspection',
            content: <InspectionView part={part} inBuild={inBuild} />,
          },
          { id: 'listing', label: 'Listing', content: <ListingView part={part} inBuild={inBuild} /> },
          ...(shaped
            ? [{ id: 'outline', label: 'Outline', content: <OutlineView part={part} inBuild={inBuild} /> }]
            : []),
          { id: 'stock', label: 'Cost and place', content: <StockForm part={part} inBuild={inBuild} /> },
        ]}
      />
    </article>
  )
}

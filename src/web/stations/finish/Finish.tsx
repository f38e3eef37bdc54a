import { useLength } from '../../hooks/useLength.ts'
import { Says } from '../../components/Says.tsx'
import { useEffect, useState } from 'react'
import { useSearchParams } from 'react-router'
import type { Build } from '../../../core/document/build.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { Segments } from '../../components/Segments.tsx'
import { Views } from '../../components/Views.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { useShelf } from '../../stores/shelfStore.ts'
import { ActCard } from './ActCard.tsx'
import { percent } from './bands.ts'
import { BuyView } from './BuyView.tsx'
import { ColourView } from './ColourView.tsx'
import { FacesSheet } from './FacesSheet.tsx'
import { FinishAir } from './FinishAir.tsx'
import { finishRows, type FinishRow } from './finishRows.ts'
import { LayerFields } from './LayerFields.tsx'
import { Findings, LayersView } from './LayersView.tsx'
import { LevelCard } from './LevelCard.tsx'
import { SurfaceView } from './SurfaceView.tsx'
import { TroubleView } from './TroubleView.tsx'

/** Film, colour and work of the finish: the faces above, what is done below, one thing in hand. */
export function Finish() {
  const build = useOpenBuild(),
    l = useLength(),
    work = useFact('finish'),
    film = useFact('film'),
    dates = useFact('finishDates'),
    layout = useFact('layout'),
    load = useShelf(s => s.loadKinds)
  const [params, setParams] = useSearchParams(),
    mode = params.get('show') === 'colour' || (!film && params.get('show') === null) ? 'colour' : 'film',
    [kept, setKept] = useState<Build['finish']>()
  useEffect(() => void load(['finish-tin']), [load])
  const rows = finishRows(work, dates),
    { hand: found, take } = useHand(rows),
    next = rows.find(r => !r.over) ?? rows.at(-1),
    hand = params.has('hand') ? found : next
  const figure = (r: FinishRow): string => {
    const top = work.films.find(f => f.zone === 'body top') ?? work.films[0],
      step = top?.steps.find(s => s.layer === r.layer)
    if (step) return `${Math.round(step.total.value)}`
    const stage = r.acts[0]!.ref.stage
    return film && (stage === 'level' || stage === 'polish') ? `→ ${Math.round(film.left)}` : '–'
  }
  const state = work.layers.find(l => l.facts.layer.id === hand?.layer),
    levels = hand?.acts[0]?.ref.stage === 'level' || hand?.acts[0]?.ref.stage === 'polish'
  const stops = work.findings.filter(f => f.weight === 'stop')
  const summary =
    mode === 'colour'
      ? `${build.finish.colour}, as it will look`
      : film
        ? build.finish.levelling
          ? `clear left after levelling, µm · goes through somewhere in ${percent(film.chance)} %`
          : 'film as it lies, µm'
        : 'no film is built'
  return (
    <StationFrame
      map={{ title: 'Finish', summary, hand: undefined, take: () => undefined, marks: [] }}
      low
      corner={
        <div className="no-print w-[min(18rem,40vw)]">
          <Segments
            label="What the faces show"
            value={mode}
            onChange={v =>
              setParams(
                p => {
                  p.set('show', v)
                  return p
                },
                { replace: true },
              )
            }
            options={[
              { value: 'film', label: 'Film' },
              { value: 'colour', label: 'Colour' },
            ]}
          />
        </div>
      }
      sheet={
        layout && layout.body.length > 2 ? (
          <FacesSheet build={build} layout={layout} film={film} mode={mode} other={kept} />
        ) : (
          <p className="p-5 text-body">
            The faces are drawn from the body’s outline. Choose a body at the Parts station first.
          </p>
        )
      }
      ledger={
        <Ledger
          heading="Layers and work"
          aside="film on the top, µm"
          hand={hand?.id}
          take={take}
          empty="No layers yet. Start from a school under Layers."
          rows={rows.map(r => ({
            id: r.id,
            label: `${l.say(r.title)}: ${l.say(r.status) || 'to come'}`,
            content: <WorkRow r={r} next={next} figure={figure} />,
          }))}
        />
      }
    >
      <Views
        label="Sheets of the finish"
        views={[
          {
            id: 'work',
            label: 'Work',
            content: hand ? (
              <div className="flex max-w-[56.25rem] flex-col gap-5">
                <Findings findings={stops} />
                {levels && film && <LevelCard film={film} layer={work.layers.at(-1)?.facts.layer.id} />}
                <ActCard key={hand.id} row={hand} />
                {state && <LayerFields key={state.facts.layer.id} state={state} />}
              </div>
            ) : (
              <LayersView />
            ),
          },
          { id: 'layers', label: 'Layers', content: <LayersView /> },
          {
            id: 'colour',
            label: 'Colour',
            content: <ColourView kept={kept !== undefined} keep={on => setKept(on ? build.finish : undefined)} />,
          },
          { id: 'surface', label: 'Surface', content: <SurfaceView /> },
          { id: 'air', label: 'Air', content: <FinishAir /> },
          { id: 'buy', label: 'To buy', content: <BuyView /> },
          { id: 'trouble', label: 'Trouble', content: <TroubleView /> },
        ]}
      />
    </StationFrame>
  )
}

function WorkRow({
  r,
  next,
  figure,
}: {
  r: FinishRow
  next: FinishRow | undefined
  figure: (r: FinishRow) => string
}) {
  return (
    <>
      <span
        aria-hidden="true"
        className={`figure grid size-6 shrink-0 place-items-center border text-note ${r.over ? 'border-snug bg-snug text-paper' : r === next ? 'border-hand bg-hand text-on-hand' : 'border-line'}`}
      >
        {r.over ? '✓' : ''}
      </span>
      <span className="min-w-0 flex-1">
        <span className={`block text-plain leading-tight ${r === next ? 'font-semibold' : 'font-medium'}`}>
          <Says of={r.title} />
        </span>
        {r.status && (
          <span
            className={`block text-note ${r.date?.state === 'missed' ? 'font-semibold text-never' : r.date?.state === 'closing' ? 'text-tight' : 'text-muted'}`}
          >
            <Says of={r.status} />
          </span>
        )}
      </span>
      <span className="figure shrink-0 text-right text-plain">{figure(r)}</span>
    </>
  )
}

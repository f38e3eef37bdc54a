import { AdjustmentCard } from './AdjustmentCard.tsx'
import { ReachTable } from './ReachTable.tsx'
import { Schools } from './Schools.tsx'
import { TensionTable } from './TensionTable.tsx'
import { useSearchParams } from 'react-router'
import { Views } from '../../components/Views.tsx'
import { BuzzView } from './BuzzView.tsx'
import { IntonationView, TremoloView } from './EndsViews.tsx'
import { SideSheet } from './SideSheet.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { type Adjustment } from '../../../core/setup/setupWork.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import { type Layout } from '../../../core/layout/layOut.ts'
import { fixed } from '../../../core/units/length.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { signed } from '../../readings/centsField.tsx'
import { NoisesView } from './NoisesView.tsx'
import { NeckView } from './NeckView.tsx'
import { NutView } from './NutView.tsx'
import { PolesView } from './PolesView.tsx'
import { SetupSheetView } from '../../papers/SetupSheetView.tsx'
import { StringsView } from './StringsView.tsx'
import { TunerView } from './TunerView.tsx'

const placeOf = (a: Adjustment, l: Layout): Point => {
  const s = (a.string && l.strings[a.string - 1]) || (a.side === 'treble' ? l.strings[0]! : l.strings.at(-1)!)
  if (a.of === 'tremolo') return [l.bridge.front, l.bridge.y]
  if (a.of === 'intonation') return s.saddle
  if (a.of === 'pickup') {
    const p = l.pickups.find(x => x.slot === `pickup-${a.place}`)
    return p ? [p.centre[0], s.nut[1] + (s.saddle[1] - s.nut[1]) * (p.centre[0] / l.scaleLength)] : s.saddle
  }
  if (a.of === 'relief') return [l.frets[6] ?? l.scaleLength / 3, 0]
  return a.of === 'nut' ? s.nut : [l.scaleLength / 2, s.nut[1] + (s.saddle[1] - s.nut[1]) / 2]
}

function AdjustmentRow({
  of: a,
  isNext,
  shownIn,
}: {
  of: Adjustment
  isNext: boolean
  shownIn: (unit: Adjustment['unit'], v: number) => string
}) {
  return (
    <>
      <span className="min-w-0 flex-1">
        <span className="block text-body font-medium leading-tight">
          {a.title}
          {isNext ? <span className="ml-2 bg-hand px-1.5 text-note text-on-hand">next</span> : null}
        </span>
        <span className={`text-note ${a.state === 'adjust' ? 'font-semibold text-tight' : 'text-muted'}`}>
          {a.state}
        </span>
      </span>
      <span className="figure shrink-0 text-right text-plain leading-tight">
        {a.reading === undefined ? '–' : shownIn(a.unit, a.reading)}
        <br />
        <span className="text-muted">{shownIn(a.unit, a.target)}</span>
      </span>
    </>
  )
}

/** Readings in, the next adjustment out, in handbook order. */
export function Setup() {
  const layout = useFact('layout')
  const work = useFact('setup')
  const l = useLength()
  const buzz = useFact('buzz'),
    tremolo = useFact('tremolo'),
    intonation = useFact('intonation'),
    nut = useFact('nut'),
    sticks = useFact('sticks'),
    noises = useFact('noises'),
    sheet = useFact('setupSheet'),
    reach = useFact('reachable'),
    neckAngle = useFact('neckAngle'),
    poles = useFact('poles')
  const [params, setParams] = useSearchParams(),
    s = buzz?.strings.find(x => String(x.number) === params.get('string')) ?? buzz?.strings[0],
    asked = Number(params.get('held') ?? s?.worst.held ?? 0),
    held = buzz && asked >= 0 && asked < buzz.neck.frets ? asked : 0
  const choose = (string: number, at: number) =>
    setParams(
      p => {
        p.set('string', String(string))
        p.set('held', String(at))
        return p
      },
      { replace: true },
    )
  const { hand, take } = useHand(work.adjustments, work.next)
  const shownIn = (unit: Adjustment['unit'], v: number) =>
    unit === 'cents' ? signed(v) || '0' : l.fineFigure(v).figure
  const rows = work.adjustments.map(a => ({
    id: a.id,
    label: `${a.title}: ${a.state}`,
    content: <AdjustmentRow of={a} isNext={a.id === work.next} shownIn={shownIn} />,
  }))
  const move = (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      {hand && <AdjustmentCard hand={hand} shownIn={shownIn} buzz={buzz} />}
      <Schools />
      {reach && <ReachTable reach={reach} />}
      <TensionTable strings={work.strings} />
    </article>
  )
  return (
    <StationFrame
      map={{
        title: 'Setup',
        summary:
          buzz && s
            ? `string ${s.number} held at ${held === 0 ? 'the nut' : `fret ${held}`} · ${fixed(work.totalNewtons, 0)} N on the neck`
            : `${fixed(work.totalNewtons, 0)} N on the neck`,
        hand: hand?.id,
        take,
        caption: hand?.title,
        reach: 34,
        marks: layout
          ? work.adjustments.map((a, i) => ({
              id: a.id,
              at: placeOf(a, layout),
              label: String(i + 1),
              title: a.title,
            }))
          : [],
      }}
      {...(buzz && s ? { low: true, sheet: <SideSheet work={buzz} string={s} held={held} /> } : {})}
      ledger={
        <Ledger
          heading="In this order"
          aside={`read, target, ${l.unit} or cents`}
          rows={rows}
          hand={hand?.id}
          take={take}
          empty="Choose a neck at the Parts station first."
        />
      }
    >
      <Views
        label="Sheets of the setup"
        views={[
          { id: 'move', label: 'Next', content: move },
          ...(buzz && s
            ? [
                {
                  id: 'buzz',
                  label: buzz.buzzing.length ? `Buzz: ${buzz.buzzing.length}` : 'Buzz',
                  content: <BuzzView work={buzz} string={s} held={held} choose={choose} />,
                },
              ]
            : []),
          ...(tremolo
            ? [{ id: 'tremolo', label: 'Tremolo', content: <TremoloView work={tremolo} sticks={sticks} /> }]
            : []),
          ...(intonation
            ? [{ id: 'intonation', label: 'Intonation', content: <IntonationView places={intonation} /> }]
            : []),
          ...(neckAngle ? [{ id: 'neck', label: 'Neck', content: <NeckView work={neckAngle} /> }] : []),
          ...(nut ? [{ id: 'nut', label: 'Nut', content: <NutView work={nut} /> }] : []),
          ...(work.strings.length
            ? [
                { id: 'strings', label: 'Strings', content: <StringsView /> },
                { id: 'tuner', label: 'Tuner', content: <TunerView strings={work.strings} /> },
              ]
            : []),
          ...(poles.length ? [{ id: 'poles', label: 'Poles', content: <PolesView work={poles} /> }] : []),
          ...(noises ? [{ id: 'noises', label: 'Noises', content: <NoisesView facts={noises} /> }] : []),
          { id: 'sheet', label: 'Sheet', content: <SetupSheetView sheet={sheet} /> },
        ]}
      />
    </StationFrame>
  )
}

import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import type { TracedNumber } from '../../../core/trace/traceItem.ts'
import { counted } from '../../../core/text/text.ts'
import { useFact } from '../../hooks/useFact.ts'
import { stepText } from '../../../core/document/stepRef.ts'
import { Ruler } from 'lucide-react'
import { Link, useSearchParams } from 'react-router'
import type { MarkItem } from '../../../core/drill/markList.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { buttonLook } from '../../components/Button.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { Views } from '../../components/Views.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { useTrail } from '../../hooks/useTrail.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { BridgeLineSheet } from './BridgeLineSheet.tsx'
import { CentreLineSheet } from './CentreLineSheet.tsx'
import { ControlsSheet } from './ControlsSheet.tsx'
import { CutSheet } from './CutSheet.tsx'
import { CuttingView } from './CuttingView.tsx'
import { dimsOf } from '../../drawings/dimsOf.ts'
import { DrawerView } from './DrawerView.tsx'
import { DrillOverlay } from '../../drawings/DrillOverlay.tsx'
import { groupStep } from './groupStep.ts'
import { HoleSheet } from './HoleSheet.tsx'
import { HoleThereSheet } from './HoleThereSheet.tsx'
import { ImpossibleSheet } from './ImpossibleSheet.tsx'
import { OtherNeckView } from './OtherNeckView.tsx'
import { PlugSheet } from './PlugSheet.tsx'
import { ScrewsView } from './ScrewsView.tsx'
import { StringsSheet } from './StringsSheet.tsx'
import { TemplatesView } from './TemplatesView.tsx'
import { Trail } from './Trail.tsx'
import { TunersSheet } from './TunersSheet.tsx'
import { NotYet } from '../../readings/NotYet.tsx'
import { ShowOn } from '../../components/ShowOn.tsx'

const LETTERS: Record<string, string> = {
  impossible: '!',
  'bridge-line': 'L',
  'centre-line': 'C',
  strings: 'S',
  tuners: 'T',
  controls: 'K',
}

/** Half of what the close-up shows, mm. */
const REACH: Record<string, number> = {
  'bridge-line': 60,
  'centre-line': 60,
  strings: 40,
  tuners: 70,
  controls: 75,
}

/** Everything to mark, cut and drill: numbers, sheets and templates. */
export function Drill() {
  const build = useOpenBuild(),
    work = useFact('drill'),
    items = useFact('marks'),
    l = useLength()
  const { hand } = useHand(items)
  const [, setParams] = useSearchParams()
  const trail = useTrail(hand?.id)
  const open = (id: string) => setParams({ hand: id })
  const holes = work?.holes ?? [],
    cuts = work?.cuts ?? [],
    plugs = work?.plugs ?? [],
    there = work?.there ?? [],
    hole = holes.find(h => h.id === hand?.id)
  const warned = items.filter(i => i.kind !== 'mark' && i.warnings.length).length
  const number = (i: MarkItem) =>
    i.kind === 'drill'
      ? String(holes.findIndex(h => h.id === i.id) + 1)
      : i.kind === 'cut'
        ? `R${cuts.findIndex(c => c.id === i.id) + 1}`
        : i.kind === 'plug'
          ? `P${plugs.findIndex(p => p.id === i.id) + 1}`
          : i.kind === 'there'
            ? '✓'
            : (LETTERS[i.id] ?? '')
  const { steps } = useFact('plan')
  const done = new Set(build.steps.filter(s => s.state === 'done').map(s => s.step))
  const isDone = (i: MarkItem): boolean => {
    const h = holes.find(x => x.id === i.id)
    return h
      ? groupStep(steps, h)?.status === 'done'
      : i.kind === 'there'
        ? i.warnings.length === 0
        : done.has(stepText({ kind: 'cut', cut: i.id }))
  }
  const figure = (i: MarkItem): [string, string] => {
    const h = holes.find(x => x.id === i.id),
      c = cuts.find(x => x.id === i.id),
      p = plugs.find(x => x.id === i.id)
    const t = there.find(x => x.id === i.id)
    if (t) return [l.fineText(t.feature.dims.diameter?.value ?? 0), t.feature.through ? 'through' : 'there']
    if (p) return [l.text(p.plug), 'plug']
    if (h) return [h.bits.at(-1)?.name ?? 'no bit', h.depth === 'through' ? 'through' : l.text(h.depth)]
    if (c)
      return c.drilled
        ? [l.text(c.size.length > c.size.width ? c.size.length : c.size.width, 0), c.row ? 'wide' : 'long']
        : [
            c.binding === undefined ? 'deep' : 'binding',
            l.text(c.binding ?? c.depth, c.binding === undefined ? 1 : 0),
          ]
    return i.id === 'bridge-line' && work ? [l.text(work.layout.scaleLength), 'scale'] : ['', '']
  }
  const rows = items.map(i => ({
    id: i.id,
    label: `${number(i)}, ${i.title}`,
    content: <MarkRow of={i} number={number(i)} done={isDone(i)} figures={figure(i)} />,
  }))
  const shown = items.filter(
    i =>
      i.id === hand?.id ||
      (hand?.kind === 'drill'
        ? holes.find(h => h.id === i.id)?.group === hole?.group
        : hand?.kind === 'there'
          ? there.find(t => t.id === i.id)?.group === there.find(t => t.id === hand.id)?.group
          : i.kind === hand?.kind),
  )
  const needs = <p className="text-body">Choose neck, bridge and strings at the Parts station first.</p>
  return (
    <StationFrame
      map={{
        title: 'Layout & drill',
        summary: work
          ? `${holes.length || !there.length ? `${counted(holes.length, 'hole')}` : 'no hole left'}${cuts.length ? `, ${cuts.length} cut${cuts.length > 1 ? 's' : ''}` : ''}${plugs.length ? `, ${plugs.length} to plug` : ''}${there.length ? `, ${there.length} drilled` : ''}${warned ? `, ${warned} with a warning` : ''}`
          : 'nothing to lay out yet',
        hand: hand?.id,
        take: open,
        caption: hand?.title,
        reach: REACH[hand?.id ?? ''] ?? 42,
        marks: shown.map(i => ({ id: i.id, at: i.at, label: number(i), title: i.title })),
        ...(work && hand
          ? { dims: dimsOf(work, hand, l.text), overlay: <DrillOverlay work={work} build={build} hand={hand.id} /> }
          : {}),
      }}
      ledger={
        <Ledger
          heading="Mark, cut, drill: in this order"
          aside="last bit, depth"
          rows={rows}
          hand={hand?.id}
          take={open}
          empty="Nothing to lay out yet. Choose neck, bridge and strings at the Parts station."
        />
      }
    >
      <Views
        label="Views of layout and drilling"
        views={[
          {
            id: 'hand',
            label: 'In hand',
            content:
              work && hand ? (
                <Sheet work={work} hand={hand} trail={trail} />
              ) : (
                <p className="text-body">Nothing to lay out yet.</p>
              ),
          },
          { id: 'cutting', label: 'Cutting', content: work ? <CuttingView work={work} open={open} /> : needs },
          { id: 'templates', label: 'Templates', content: work ? <TemplatesView work={work} /> : needs },
          { id: 'bits', label: 'Bits', content: <DrawerView work={work} /> },
          { id: 'screws', label: 'Screws', content: work ? <ScrewsView work={work} /> : needs },
          { id: 'neck', label: 'Other neck', content: work ? <OtherNeckView work={work} /> : needs },
        ]}
      />
    </StationFrame>
  )
}

function MarkRow({
  of: i,
  number,
  done,
  figures: [a, b],
}: {
  of: MarkItem
  number: string
  done: boolean
  figures: readonly [string, string]
}) {
  const l = useLength()
  return (
    <>
      <span className="figure w-8 shrink-0 text-center text-note font-semibold">{number}</span>
      <span className="min-w-0 flex-1">
        <span className={`block text-plain leading-tight ${i.kind === 'mark' ? 'font-semibold' : 'font-medium'}`}>
          {i.title}
        </span>
        <span
          className={`line-clamp-2 text-note leading-tight ${i.warnings.length && !done ? 'font-semibold text-tight' : 'text-muted'}`}
        >
          {done
            ? `${i.kind === 'cut' ? 'cut' : 'drilled'}, ${i.face}`
            : i.warnings.length
              ? `${l.say(i.warnings[0]!)}${i.warnings.length > 1 ? ` And ${i.warnings.length - 1} more.` : ''}`
              : i.face}
        </span>
      </span>
      <span className="figure shrink-0 text-right text-note leading-tight">
        {a}
        <br />
        {b}
      </span>
    </>
  )
}

/** The sheet of the mark, hole, cut or plug in hand. */
function Sheet({ work, hand, trail }: { work: Work; hand: MarkItem; trail: readonly TracedNumber[] | undefined }) {
  const props = { work, item: hand },
    hole = work.holes.find(h => h.id === hand.id),
    cut = work.cuts.find(c => c.id === hand.id),
    plug = work.plugs.find(p => p.id === hand.id),
    drilled = work.there.find(t => t.id === hand.id)
  return (
    <div className="relative flex flex-col gap-4 min-[43.75em]:[&>article>h2]:pr-56 min-[43.75em]:[&_header]:pr-56">
      <p className="no-print flex flex-col items-start gap-2 min-[43.75em]:absolute min-[43.75em]:right-0 min-[43.75em]:top-0 min-[43.75em]:items-end">
        <Link to={`../marking?hand=${encodeURIComponent(hand.id)}`} className={buttonLook('main')}>
          <Ruler size={18} aria-hidden="true" />
          Numbers to mark, large
        </Link>
        <ShowOn to={`../marking?hand=${encodeURIComponent(hand.id)}`} />
      </p>
      <div className="empty:hidden min-[43.75em]:pr-56">
        <NotYet of={hand} trail={trail} />
      </div>
      {hole ? (
        <HoleSheet key={hole.id} {...props} trail={trail} hole={hole} />
      ) : cut ? (
        <CutSheet key={cut.id} item={hand} trail={trail} cut={cut} />
      ) : drilled ? (
        <HoleThereSheet key={drilled.id} {...props} hole={drilled} />
      ) : plug ? (
        <PlugSheet {...props} trail={trail} plug={plug} />
      ) : hand.id === 'impossible' ? (
        <ImpossibleSheet item={hand} />
      ) : hand.id === 'centre-line' ? (
        <CentreLineSheet {...props} />
      ) : hand.id === 'strings' ? (
        <StringsSheet {...props} />
      ) : hand.id === 'tuners' ? (
        <TunersSheet {...props} />
      ) : hand.id === 'controls' ? (
        <ControlsSheet {...props} />
      ) : (
        <BridgeLineSheet {...props} trail={trail} />
      )}
      {hand.id !== 'impossible' && <Trail of={trail} />}
    </div>
  )
}

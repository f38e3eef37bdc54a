import { readWithUsual } from '../../../core/document/usualTool.ts'
import type { MarkItem, MarkNumber } from '../../../core/drill/markList.ts'
import type { HoleThere } from '../../../core/drill/there.ts'
import type { Hole } from '../../../core/drill/hole.ts'
import { Says } from '../../components/Says.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { SPANS } from '../../../core/document/spans.ts'
import { Link } from 'react-router'
import { holeReading, offPlace, type OffPlace } from '../../../core/drill/holeReading.ts'
import { LengthField } from '../../components/LengthField.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { useTrail } from '../../hooks/useTrail.ts'
import { useNarrow } from '../../hooks/useNarrow.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { AcrossField } from '../../readings/AcrossField.tsx'
import { dimsOf } from '../../drawings/dimsOf.ts'
import { DrillOverlay } from '../../drawings/DrillOverlay.tsx'
import { NotYet } from '../../readings/NotYet.tsx'
import { readBack } from '../../readings/readBack.ts'
import { doubtOfMark, notYet, STRUCK_WITHIN } from '../../../core/trace/notYet.ts'
import { BenchFrame } from './BenchFrame.tsx'

/** A smaller doubt shows on no rule, mm. */
const SHOWN = 0.05

/** What is to be marked, cut or drilled over the whole screen, its numbers readable from a metre. */
export function Marking() {
  const build = useOpenBuild(),
    work = useFact('drill'),
    items = useFact('marks'),
    l = useLength(),
    narrow = useNarrow()
  const { hand: item, take: open } = useHand(items)
  const trail = useTrail(item?.id)
  if (!item)
    return (
      <p className="p-8 text-title">
        Nothing to mark yet: choose neck, bridge and strings first.{' '}
        <Link className="underline" to="../drill">
          Back to layout
        </Link>
      </p>
    )
  const i = items.indexOf(item),
    to = (by: number) => {
      const next = items[i + by]
      return next ? () => open(next.id) : undefined
    }
  const hole = work?.holes.find(h => h.id === item.id),
    off =
      work && hole
        ? offPlace(hole, { ...work.build, readings: build.readings }, work.layout)
        : work?.there.find(t => t.id === item.id)?.off
  const read = (axis: 'along' | 'across', value: number) =>
    editBuild(b => readWithUsual(b, holeReading(item.id, axis), value, now()), `${item.title}: came out ${axis}`)
  const there = work?.there.find(t => t.id === item.id)
  const take = (axis: 'along' | 'across', v: number) =>
    there && work
      ? readBack(work, there, axis, axis === 'along' && there.along < 0 ? -v : v, 'near')
      : read(axis, axis === 'along' && hole && hole.along < 0 ? -v : v)
  const many = item.numbers.length > 6
  const isDoubtful = notYet(build, item.numbers, trail) !== undefined
  const doubt = (n: MarkNumber, k: number) => {
    const by = doubtOfMark(trail, n, k)
    return by !== undefined && by >= SHOWN ? (
      <span
        className={`ml-3 text-head font-normal ${isDoubtful && by > STRUCK_WITHIN ? 'text-never' : 'text-muted'}`}
      >
        ±{l.figure(by, 1).figure}
      </span>
    ) : null
  }
  return (
    <BenchFrame
      leave={`../drill?hand=${encodeURIComponent(item.id)}`}
      back={to(-1)}
      next={to(1)}
      head={
        <>
          {build.name}, <span className="figure">{i + 1}</span> of <span className="figure">{items.length}</span>,{' '}
          {item.face}
        </>
      }
      map={{
        hand: item.id,
        reach: 46,
        ...(work
          ? { dims: dimsOf(work, item, l.text), overlay: <DrillOverlay work={work} build={build} hand={item.id} /> }
          : {}),
        marks: [{ id: item.id, at: item.at, label: '', title: item.title }],
      }}
    >
      <h1 className="text-banner font-semibold leading-[1.1]">{item.title}</h1>
      {item.warnings.length > 0 && (
        <ul className="border-l-8 border-never pl-4 text-title font-semibold leading-snug">
          {item.warnings.slice(0, 3).map(w => (
            <li key={l.say(w)}>{l.say(w)}</li>
          ))}
        </ul>
      )}
      <NotYet large of={item} trail={trail} />
      <dl className="grid grid-cols-2 gap-x-8 gap-y-6 max-[43.75em]:grid-cols-1">
        {item.numbers.map((n, k) => {
          const f = n.mm === undefined ? undefined : l.figure(n.mm, 1)
          return (
            <div key={k} className="flex flex-col gap-1">
              <dt className="text-figure leading-tight">{n.label}</dt>
              <dd
                className={`figure font-semibold leading-none ${f ? (many || narrow ? 'text-far' : 'text-farthest') : 'text-large leading-tight'}`}
              >
                {f ? (
                  <>
                    {f.figure}
                    <span className="ml-3 font-sans text-head font-normal text-muted">{f.unit}</span>
                    {doubt(n, k)}
                  </>
                ) : (
                  n.text !== undefined && <Says of={n.text} />
                )}
              </dd>
            </div>
          )
        })}
      </dl>
      {(hole ?? there) && <HoleReadings take={take} hole={hole} there={there} off={off} item={item} />}
    </BenchFrame>
  )
}

function HoleReadings({
  take,
  hole,
  there,
  off,
  item,
}: {
  take: (axis: 'along' | 'across', v: number) => void
  hole: Hole | undefined
  there: HoleThere | undefined
  off: OffPlace | undefined
  item: MarkItem
}) {
  const l = useLength()
  return (
    <div
      className="mt-auto flex flex-wrap items-end gap-6 border-t border-line pt-4 text-section"
      role="group"
      aria-label="Drilled: where it came out"
    >
      <LengthField
        large
        wide
        label="Came out along at"
        placeholder="measured…"
        clears
        mm={undefined}
        {...SPANS.along}
        onMm={v => take('along', v)}
      />
      <AcrossField
        large
        wide
        label="…"
        placeholder="measured…"
        clears
        along={(hole ?? there)!.along}
        onHead={(hole ?? there)!.from === 'nut'}
        y={undefined}
        onY={v => take('across', v)}
      />
      {off && (
        <p className="min-w-[min(15rem,100%)] flex-1 text-title font-semibold leading-snug">
          {l.text(off.off)} off: {off.ways.find(w => w.best)?.way ?? 'live with it'}.{' '}
          <Link className="underline" to={`../drill?hand=${encodeURIComponent(item.id)}`}>
            What it does
          </Link>
        </p>
      )}
    </div>
  )
}

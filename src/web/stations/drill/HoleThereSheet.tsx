import { dated } from '../../text/dates.ts'
import { plugHoles } from '../../../core/document/edits.ts'
import { SPANS } from '../../../core/document/spans.ts'
import { SLOT_OF } from '../../../core/drill/drilledHere.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import { farMouth, type HoleThere } from '../../../core/drill/there.ts'
import { GUIDES, wander } from '../../../core/drill/wander.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { Button } from '../../components/Button.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { AcrossField } from '../../readings/AcrossField.tsx'
import { Findings } from './Findings.tsx'
import { Numbers } from './Numbers.tsx'
import { OffSays } from './OffSays.tsx'
import { readBack } from '../../readings/readBack.ts'

const FROM: Record<HoleThere['from'], string> = {
  nut: 'from the nut',
  'heel end': 'from the heel’s end',
  'pocket end': 'from the pocket’s end',
}

/** A hole that is drilled: where it lies, how well that is known, and what to do when something else is wanted there today. */
export function HoleThereSheet({ work, item, hole: t }: { work: Work; item: MarkItem; hole: HoleThere }) {
  const l = useLength()
  const { x, y } = t.feature.dims,
    read = [
      { axis: 'along', d: x },
      { axis: 'across', d: y },
    ].flatMap(r => (r.d?.basis === 'measured' ? [{ axis: r.axis, d: r.d }] : [])),
    far = farMouth(work.build, work.layout, t)
  const sign = t.along < 0 ? -1 : 1
  const fields = (mouth: 'near' | 'far', along?: number, across?: number) => (
    <div className="flex flex-wrap items-end gap-4">
      <LengthField
        label={`Measured along, ${FROM[t.from]}`}
        mm={along === undefined ? undefined : along * sign}
        {...SPANS.along}
        onMm={v => readBack(work, t, 'along', v * sign, mouth)}
      />
      <AcrossField
        label="Measured"
        along={t.along}
        onHead={t.from === 'nut'}
        y={across}
        onY={v => readBack(work, t, 'across', v, mouth)}
      />
    </div>
  )
  return (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      <header>
        <Title>{t.label}</Title>
        <p className="text-plain text-muted">
          {t.face}, a hole that is there:{' '}
          {read.length === 0
            ? 'drilled to its mark, not read since'
            : `read ${read.length === 2 ? '' : `${read[0]!.axis} `}with ${read[0]!.d.with ?? 'a rule'}`}
          {x?.on ? `, ${dated(x.on)}` : ''}.
        </p>
      </header>
      <Numbers of={item.numbers} trail={undefined} />
      <Findings of={item.warnings} />
      <section aria-label="Where it is" className="flex flex-col gap-2">
        <Heading>Where it is, read on the {t.face}</Heading>
        {fields(
          'near',
          x?.basis === 'measured' ? t.along : undefined,
          t.feature.dims.y?.basis === 'measured' ? t.across : undefined,
        )}
        {t.off &&
          (t.off.off < 0.05 ? (
            <p className="text-lead">Just where it is wanted today.</p>
          ) : (
            <OffSays off={t.off} where="off where it is wanted today" />
          ))}
      </section>
      {far && (
        <section aria-label="Where it comes out" className="flex flex-col gap-2">
          <Heading>Where it comes out, on the other face</Heading>
          <p className="text-plain">
            Expected within {GUIDES.map(g => `${l.text(wander(far.way, g))} ${g}`).join(', ')} of the mouth.
          </p>
          {fields('far', far.along, far.across)}
          {far.leans !== undefined && (
            <p className="text-lead">
              Leans by <span className="figure text-bench font-semibold">{l.text(far.leans)}</span> over{' '}
              {l.text(far.way)}: {far.degrees!.toFixed(1)}°,{' '}
              {far.like ? `no more than is usual ${far.like}` : 'more than is usual by hand'}.
            </p>
          )}
        </section>
      )}
      <p className="flex flex-wrap items-center gap-3">
        <Button
          onClick={() =>
            editBuild(b => plugHoles(b, [t.feature.id], true, SLOT_OF[pieceOf(t)]), `${t.label}: plugged`)
          }
          disabled={t.face === 'guard' || t.feature.role === 'channel'}
        >
          It is plugged
        </Button>
        <span className="text-note text-muted">
          Hardwood, its grain as the wood’s, a night for the glue. What is wanted there is asked for again.
        </span>
      </p>
    </article>
  )
}

const pieceOf = (t: HoleThere) =>
  t.face === 'guard'
    ? ('guard' as const)
    : t.face === 'heel' || t.face === 'headstock face' || t.face === 'headstock back'
      ? ('heel' as const)
      : ('body' as const)

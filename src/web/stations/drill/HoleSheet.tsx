import { readWithUsual } from '../../../core/document/usualTool.ts'
import { ReadingField } from '../../readings/ReadingField.tsx'
import { Says } from '../../components/Says.tsx'
import { tickAsked } from '../../hooks/tickAsked.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { FactTable } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { readingRef } from '../../../core/document/readingRef.ts'
import { Check } from 'lucide-react'
import { GROUP_NAMES, type Hole } from '../../../core/drill/hole.ts'
import { holeReading, offPlace } from '../../../core/drill/holeReading.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { readingOf } from '../../../core/layout/readingOf.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { AcrossField } from '../../readings/AcrossField.tsx'
import { Findings } from './Findings.tsx'
import { groupStep } from './groupStep.ts'
import { Numbers, type Traced } from './Numbers.tsx'
import { OffSays } from './OffSays.tsx'
import { useSheets } from '../../hooks/useSheets.ts'

const isOfHole = (of: string, id: string): boolean => {
  const r = readingRef(of)
  return r?.kind === 'hole' && r.hole === id
}

/** One hole: numbers to mark, bits and depth, what is left around it, and what to do when it came out elsewhere. */
export function HoleSheet({
  work,
  item,
  hole: h,
  trail,
}: {
  work: Work
  item: MarkItem
  hole: Hole
  trail: Traced
}) {
  const build = useOpenBuild(),
    l = useLength(),
    sheets = useSheets()
  return (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      <header>
        <Title>{h.label}</Title>
        <p className="text-plain text-muted">
          {h.face}
          {h.angleDeg === 90 ? ', square to the face' : `, slanting at ${h.angleDeg}°`}, {h.when}.{' '}
          {h.wood[0]!.toUpperCase() + h.wood.slice(1)}.
        </p>
      </header>
      <Numbers of={item.numbers} trail={trail} />
      <Findings of={h.warnings} />
      <p className="text-plain">
        {l.say(h.why)}
        {h.chamfer !== undefined && ` Chamfer the mouth to ${l.text(h.chamfer)}.`}
      </p>
      <FactTable
        caption="Why these numbers"
        facts={[
          [
            h.purpose === 'screw pilot' ? 'computed lead hole' : 'diameter wanted',
            `${l.fineText(h.wanted)}${h.bits.length ? `; ${h.bits.at(-1)!.name} is ${Math.abs(h.bitOff) < 0.005 ? 'just that' : `${l.fineText(Math.abs(h.bitOff))} ${h.bitOff > 0 ? 'over' : 'under'}`}` : ''}${h.film > 0 ? `; ${l.fineText(h.film)} of it for the film` : ''}`,
          ],
          [
            'depth of the hole',
            h.depth === 'through'
              ? 'through'
              : `${l.text(h.depth)}${h.stopMark !== undefined && h.stopMark !== h.depth ? `; tape ${l.text(h.stopMark)} from the bit’s tip, its point included` : ''}`,
          ],
          ['left under it', h.leftUnder === undefined ? '' : l.text(h.leftUnder)],
          ['least beside it', h.leftBeside ? `${l.text(h.leftBeside.by)} to the ${h.leftBeside.what}` : ''],
          [
            'screw',
            h.screw
              ? `${l.fineText(h.screw.diameter)} × ${l.text(h.screw.length, 0)}, about number ${h.screw.number}; bite ${l.text(h.screw.bite)}${h.screw.bite > 0 ? `, holds about ${Math.round(h.screw.withdrawalN)} N` : ''}`
              : '',
          ],
          [
            'comes out off its place by',
            h.wander
              ? `by hand ${l.text(h.wander.byHand)}, with a guide ${l.text(h.wander.withGuide)}, on a press ${l.text(h.wander.onPress)}; ${h.wander.far}`
              : '',
          ],
          [
            'from both faces',
            h.bothFaces && h.wander
              ? `each mouth where its template puts it; a step of about ${l.text(h.wander.bothFaces)} inside`
              : '',
          ],
        ]}
      />
      <GroupStep hole={h} />
      <OffPlace work={work} hole={h} />
      <p className="flex flex-wrap items-center gap-3">
        <Button onClick={() => sheets.make(build, { practice: h.group }, 'pdf')}>
          Practice sheet: {GROUP_NAMES[h.group]} on scrap
        </Button>
        <span role="status" className="text-note text-muted">
          {sheets.trouble ??
            (sheets.done
              ? `${sheets.done.name} is saved.`
              : 'Try the bits and screws on scrap of the same wood first; wax every screw.')}
        </span>
      </p>
      <CautionNotes ids={['cutters']} />
    </article>
  )
}

/** The plan's own step for the hole's group: ticked here when all of them are drilled. */
function GroupStep({ hole: h }: { hole: Hole }) {
  const step = groupStep(useFact('plan').steps, h)
  if (!step) return null
  const done = step.status === 'done'
  return (
    <p className="flex flex-wrap items-center gap-3 border-y border-line py-2 text-plain">
      {done ? (
        <>
          <Check size={20} aria-hidden="true" className="text-snug" />
          <span className="min-w-[min(10rem,100%)] flex-1">
            <Says of={step.title} />: done.
          </span>
        </>
      ) : (
        <>
          <span className="min-w-[min(10rem,100%)] flex-1">
            <Says of={step.title} />
          </span>
          <Button onClick={() => tickAsked(step)}>All of them are drilled</Button>
        </>
      )}
    </p>
  )
}

/** Where the hole came out, what that does, and the ways out. */
function OffPlace({ work, hole: h }: { work: Work; hole: Hole }) {
  const build = useOpenBuild()
  // What was read is the build's as it stands; what it is told against is the work as planned.
  const off = offPlace(h, { ...work.build, readings: build.readings }, work.layout)
  const read = (axis: 'along' | 'across') => readingOf(build, holeReading(h.id, axis), '')?.value
  const takeAcross = (value: number) =>
    editBuild(b => readWithUsual(b, holeReading(h.id, 'across'), value, now()), `${h.label}: came out across`)
  const sign = h.along < 0 ? -1 : 1,
    [a, c] = [read('along'), read('across')]
  return (
    <section aria-label="Where it came out" className="flex flex-col gap-2">
      <Heading>Drilled? Read where it came out</Heading>
      <div className="flex flex-wrap items-end gap-4">
        <ReadingField
          label={`Measured along, ${h.from === 'nut' ? 'from the nut' : h.from === 'heel end' ? 'from the heel’s end' : 'from the pocket’s end'}`}
          of={holeReading(h.id, 'along')}
          mm={a === undefined ? undefined : a * sign}
          kept={v => v * sign}
          title={`${h.label}: came out along`}
        />
        <AcrossField label="Measured" along={h.along} onHead={h.from === 'nut'} y={c} onY={takeAcross} />
        {(a !== undefined || c !== undefined) && (
          <Button
            onClick={() => editBuild(b => ({ ...b, readings: b.readings.filter(r => !isOfHole(r.of, h.id)) }))}
          >
            Read again
          </Button>
        )}
      </div>
      {off && <OffSays off={off} where="off its place" />}
    </section>
  )
}

import { together } from '../../../core/say/said.ts'
import { LINES, woodLine } from '../../../core/layout/lines.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { FactTable } from '../../components/Table.tsx'
import { rangeOf } from '../../../core/document/rangeOf.ts'
import { Cut } from '../../../core/document/build.ts'
import { CUT_NEEDS } from '../../../core/document/references.ts'
import type { CutWork } from '../../../core/drill/cutting.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { Findings } from './Findings.tsx'
import { Numbers, type Traced } from './Numbers.tsx'

/** Sizes of a cut, as they are asked for, with the range that the document takes. */
const SIZES: Record<string, { label: string; min: number; max: number }> = {
  x: { label: 'From the pocket’s end', ...rangeOf(Cut, 'x') },
  y: { label: 'Off centre, treble +', ...rangeOf(Cut, 'y') },
  toX: { label: 'Ends at, from the pocket’s end', ...rangeOf(Cut, 'toX') },
  toY: { label: 'Ends off centre', ...rangeOf(Cut, 'toY') },
  length: { label: 'Along the strings', ...rangeOf(Cut, 'length') },
  width: { label: 'Width', ...rangeOf(Cut, 'width') },
  corner: { label: 'Corner radius', ...rangeOf(Cut, 'corner') },
  depth: { label: 'Depth', ...rangeOf(Cut, 'depth') },
}

const setCut = (id: string, patch: Partial<Cut>) =>
  editBuild(b => ({ ...b, cuts: b.cuts.map(c => (c.id === id ? { ...c, ...patch } : c)) }))

/** One piece of cutting work: where, how deep, what is left, and where to stop. */
export function CutSheet({ cut, item, trail }: { cut: CutWork; item: MarkItem; trail: Traced }) {
  const build = useOpenBuild(),
    l = useLength(),
    own = build.cuts.find(c => `cut-${c.id}` === cut.id)
  const fields = own
    ? [...CUT_NEEDS[own.sort], ...(own.sort === 'rout' || own.sort === 'recess' ? ['corner' as const] : [])]
    : []
  const facts: [string, string][] = [
    ['floor left', cut.left.floor === undefined ? '' : l.text(cut.left.floor)],
    ['wall left', cut.left.wall ? `${l.text(cut.left.wall.by)} to the ${cut.left.wall.what}` : ''],
    ['to the body’s edge', cut.left.edge === undefined ? '' : l.text(cut.left.edge)],
    [
      'to take away',
      cut.area > 0.5
        ? `${l.area(cut.area)} of face${cut.deeper > 0 ? `, ${l.text(cut.deeper)} deeper than now` : ''}`
        : cut.deeper
          ? `${l.text(cut.deeper)} deeper than now`
          : '',
    ],
    [
      'binding',
      cut.binding === undefined ? '' : `${l.text(cut.size.length, 0)} round, have ${l.text(cut.binding, 0)}`,
    ],
    ['tools', cut.tools.join(', ')],
  ]
  return (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      <header>
        <Title>{cut.title}</Title>
        <p className="text-plain text-muted">
          {cut.face === 'edge' ? 'inside the body' : `body ${cut.face}`}, before finish.
          {cut.because === 'fix'
            ? ' From a fix that you chose at Fit.'
            : cut.because === 'missing'
              ? ' A chosen pickup has no rout here.'
              : ''}
        </p>
      </header>
      <Numbers of={item.numbers} trail={trail} columns={3} />
      <Findings of={cut.stops} fine="Floor, walls and edge stay strong enough." />
      {cut.notes.length > 0 && <p className="text-plain">{l.say(together(cut.notes))}</p>}
      <FactTable hideCaption caption="What it leaves" facts={facts} />
      {own && (
        <section aria-label="Its sizes" className="flex flex-col gap-3">
          <Heading>Its sizes</Heading>
          <div className="flex flex-wrap items-end gap-4">
            {own.sort !== 'string-through' && (
              <Select
                label="From"
                value={own.face}
                onChange={v => setCut(own.id, { face: v as Cut['face'] })}
                options={[
                  { value: 'top', label: 'the top' },
                  { value: 'back', label: 'the back' },
                ]}
              />
            )}
            {fields.map(k => (
              <LengthField
                key={k}
                narrow
                label={
                  own.sort === 'channel' && k === 'depth'
                    ? 'Middle below the face'
                    : (k === 'y' || k === 'toY') && woodLine(build) !== LINES.one
                      ? `${SIZES[k]!.label}, from ${LINES.body}`
                      : SIZES[k]!.label
                }
                mm={own[k] as number | undefined}
                min={SIZES[k]!.min}
                max={SIZES[k]!.max}
                onMm={v => setCut(own.id, { [k]: v })}
              />
            ))}
            <Button onClick={() => editBuild(b => ({ ...b, cuts: b.cuts.filter(c => c.id !== own.id) }))}>
              Do without it
            </Button>
          </div>
        </section>
      )}
      <CautionNotes ids={['cutters', 'dust']} />
    </article>
  )
}

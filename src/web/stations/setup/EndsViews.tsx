import { ReadingField } from '../../readings/ReadingField.tsx'
import { readWith } from '../../../core/tools/tools.ts'
import { counted } from '../../../core/text/text.ts'
import { takeReading } from '../../../core/document/edits.ts'
import { readingText } from '../../../core/document/readingRef.ts'
import type { SaddlePlace, TremoloWork } from '../../../core/setup/ends.ts'
import type { StickWork } from '../../../core/setup/sticks.ts'
import { IN_TUNE } from '../../../core/setup/intonation.ts'
import { setupReading } from '../../../core/setup/stringTable.ts'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { useState } from 'react'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { ErrorsChart } from './ErrorsChart.tsx'
import { now } from '../../stores/clock.ts'
import { CentsField, signed } from '../../readings/centsField.tsx'
import { SticksTable } from './SticksTable.tsx'

/** Where every saddle begins, what it reads, where it goes, and what no saddle mends. */
export function IntonationView({ places }: { places: readonly SaddlePlace[] }) {
  const l = useLength(),
    [hand, setHand] = useState<number>(),
    shown = places.find(p => p.number === hand) ?? places[0]!,
    stuck = places.filter(p => Math.abs(p.beyond) > 0.05)
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Intonation</Title>
      <p className="max-w-[70ch] text-body">
        After action, since height moves it. Tune the open string, hold fret 12 as you play it, and enter how many
        cents it is off: sharp is plus, and the saddle goes back.
      </p>
      <Table
        caption="Saddles"
        hideCaption
        heads={['String', { label: 'begins behind', right: true }, 'at fret 12, cents', 'then']}
      >
        {places.map(p => (
          <tr key={p.number} className="rule-row">
            <th scope="row" className="figure py-1 pr-3 text-left font-normal">
              {p.number} {p.note}
            </th>
            <td className="figure py-1 pr-3 text-right">{l.fineText(p.start)}</td>
            <td className="py-1 pr-3">
              <CentsField
                label={`Cents of string ${p.number} at fret 12`}
                cents={p.cents}
                of={readingText({ kind: 'cents', string: p.number, fret: p.fret })}
                what="Intonation read"
              />
            </td>
            <td className="py-1 text-lead">
              {p.move === undefined
                ? ''
                : Math.abs(p.cents!) <= IN_TUNE
                  ? 'right'
                  : `${p.move > 0 ? 'back' : 'forward'} ${l.fineText(Math.abs(p.move))}`}
            </td>
          </tr>
        ))}
      </Table>
      {stuck.map(p => (
        <p key={p.number} className="border-l-4 border-never pl-3 text-lead">
          String {p.number}: its place lies {l.fineText(Math.abs(p.beyond))}{' '}
          {p.beyond > 0 ? 'behind the end of' : 'ahead of'} the saddle’s travel. The whole bridge has to move{' '}
          {p.beyond > 0 ? 'back' : 'forward'}, or a shorter spring or a turned saddle gains a millimetre.
        </p>
      ))}
      <figure className="flex flex-col gap-1">
        <figcaption className="flex flex-wrap items-end gap-3 text-note text-muted">
          <span>What stays with fret 12 right, cents over the frets; no saddle mends it.</span>
          <Select
            label="String"
            value={String(shown.number)}
            onChange={v => setHand(Number(v))}
            options={places.map(p => ({ value: String(p.number), label: `${p.number} ${p.note}` }))}
          />
        </figcaption>
        <ErrorsChart places={places} hand={shown.number} />
      </figure>
      <Table
        caption="A compensated nut, as an option"
        heads={[
          'String',
          { label: 'most, saddle alone', right: true },
          { label: 'nut nearer to fret 1', right: true },
          { label: 'saddle then', right: true },
          { label: 'most, both', right: true },
        ]}
      >
        {places.map(p => (
          <tr key={p.number} className="rule-row">
            <th scope="row" className="figure py-1 pr-3 text-left font-normal">
              {p.number} {p.note}
            </th>
            <td className="figure py-1 pr-3 text-right">{p.nut.alone.toFixed(1)} cents</td>
            <td className="figure py-1 pr-3 text-right">{l.fineText(p.nut.nearer)}</td>
            <td className="figure py-1 pr-3 text-right">{l.fineText(p.nut.saddle)}</td>
            <td className="figure py-1 text-right">{p.nut.both.toFixed(1)} cents</td>
          </tr>
        ))}
      </Table>
    </article>
  )
}

/** Strings against springs: whether it floats, and the next move of the claw. */
export function TremoloView({ work: w, sticks }: { work: TremoloWork; sticks: StickWork | undefined }) {
  const l = useLength(),
    { balance: b } = w,
    build = useOpenBuild()
  // What is dropped in practice is the lowest.
  const last = w.dropped.at(-1),
    risen = last?.others.filter(c => c !== undefined) ?? [],
    drop = last && {
      note: build.instrument.tuning[w.dropped.length - 1] ?? 'lowest string',
      falls: last.falls,
      least: Math.min(...risen),
      most: Math.max(...risen),
    }
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Tremolo, balanced before action</Title>
      <div className="flex flex-wrap items-end gap-x-10 gap-y-3">
        <div>
          <p className="text-note text-muted">both claw screws, retuned to pitch</p>
          <Figure value={w.turnsAtPitch === undefined ? '–' : signed(w.turnsAtPitch, 2)} unit="turns out" />
          <p className="text-plain text-muted">
            {w.turns === undefined ? '' : `${signed(w.turns, 2)} before retuning; `}a turn opens{' '}
            {l.fineText(b.perTurn)}
            {b.perTurnAtPitch === undefined ? '' : `, at pitch ${l.fineText(b.perTurnAtPitch)}`}
          </p>
        </div>
        <ReadingField
          label="Gap under the rear edge"
          large
          wide
          of={setupReading('tremolo.gap')}
          by={readWith('feeler gauge', 'gap under a bridge')}
          mm={w.gap}
          title="Tremolo read"
        />
      </div>
      <p
        className={`border-l-4 pl-3 text-figure font-semibold ${b.perTurnAtPitch === undefined ? 'border-never' : 'border-hand'}`}
      >
        {w.says}
      </p>
      <div className="flex flex-wrap gap-2">
        {[0.25, -0.25].map(turn => (
          <Button
            key={turn}
            onClick={() =>
              editBuild(
                x =>
                  takeReading(x, {
                    of: readingText({ kind: 'turned', what: 'claw' }),
                    value: turn,
                    doubt: 0,
                    at: now(),
                    with: 'counted',
                  }),
                'Claw turned',
              )
            }
          >
            {turn > 0 ? 'A quarter out, done' : 'A quarter in, done'}
          </Button>
        ))}
      </div>
      {w.learned.moves > 0 && (
        <p className="text-body">
          Yours opens {l.fineText(w.learned.value)} a turn, from {w.learned.moves} move
          {w.learned.moves > 1 ? 's' : ''}.
        </p>
      )}
      <Table caption="What holds it" hideCaption heads={['', { label: 'N·mm a radian', right: true }]}>
        {(
          [
            ['strings, as they stretch', b.strings, false],
            [`${counted(w.springs, 'spring')}`, b.spring, false],
            ['both pulls as they turn', b.geometry, false],
            ['left as it stands', b.loose, true],
            ['left at pitch', b.atPitch, true],
          ] as const
        ).map(([name, v, left]) => (
          <tr key={name} className="rule-row">
            <th scope="row" className="py-1 pr-6 text-left font-normal">
              {name}
            </th>
            <td className={`figure py-1 text-right ${v < 0 && left ? 'font-semibold text-never' : ''}`}>
              {Math.round(v)}
            </td>
          </tr>
        ))}
      </Table>
      {drop && (
        <p className="max-w-[70ch] text-body">
          The {drop.note} dropped by a whole tone, the others left alone: the rear edge falls{' '}
          {l.fineText(drop.falls)} and the others rise by {Math.round(drop.least)} to {Math.round(drop.most)} cents.
          A block under the plate holds it for dives alone; whoever drops often blocks it, or tunes all of them for
          it.
        </p>
      )}
      {sticks && <SticksTable work={sticks} />}
      <p className="text-note text-muted">
        Places of pulls and a spring’s rate are usual ones [from memory]; your own readings correct what a turn
        does.
      </p>
      <CautionNotes ids={['springs', 'strings']} />
    </article>
  )
}

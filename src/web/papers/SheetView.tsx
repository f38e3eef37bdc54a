import { Says } from '../components/Says.tsx'
import type { ReactNode } from 'react'
import type { SolderDrawing } from '../../core/circuit/solderDrawing.ts'
import type { SheetPage, SheetPhoto } from '../../core/handover/guestPages.ts'
import { counted } from '../../core/text/text.ts'
import { formatResistance } from '../../core/units/electrical.ts'
import { fixed } from '../../core/units/length.ts'
import { Heading } from '../components/Heading.tsx'
import { Table } from '../components/Table.tsx'
import { useLength } from '../hooks/useLength.ts'
import { PlainDrawing } from '../map/PlainDrawing.tsx'
import { day, moment } from '../text/dates.ts'
import { SetupReadings } from './SetupSheetView.tsx'
import { CircuitDrawing } from '../drawings/CircuitDrawing.tsx'

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section aria-label={title} className="flex break-inside-avoid-page flex-col gap-2">
    <Heading level={2}>{title}</Heading>
    {children}
  </section>
)

/** How a photo stands on the sheet. */
export const PHOTO_LOOK = 'aspect-[4/3] w-full object-cover'

/** The sheet that goes with an instrument, from what its page holds and nothing else. */
export function SheetView({
  page,
  circuit,
  written,
  photo,
}: {
  page: SheetPage
  circuit: SolderDrawing | undefined
  /** The day of it. */
  written: string
  photo: (p: SheetPhoto) => ReactNode
}) {
  const l = useLength(),
    { sheet } = page
  return (
    <>
      {sheet.open > 0 && (
        <p className="border-l-4 border-tight pl-3 text-body">
          {counted(sheet.open, 'step')} {sheet.open > 1 ? 'are' : 'is'} open: this is how far it is, not how it will
          be.
        </p>
      )}
      <header className="flex flex-col gap-1 border-b-4 border-ink pb-3">
        <h1 className="text-far font-semibold leading-none">{page.name}</h1>
        <p className="text-lead">{sheet.what.join(', ')}</p>
        {page.note && <p className="max-w-[70ch] text-plain text-muted">{page.note}</p>}
      </header>
      {page.picture && <PlainDrawing of={page.picture} name={page.name} />}
      <Part title="Measures">
        <dl className="grid grid-cols-[repeat(auto-fill,minmax(9.375rem,1fr))] gap-x-6 gap-y-2">
          {sheet.figures.map(f => (
            <div key={f.label}>
              <dt className="text-note text-muted">
                {f.label}, {f.from}
              </dt>
              <dd className="figure text-title font-semibold">{l.text(f.mm)}</dd>
            </div>
          ))}
        </dl>
      </Part>
      <Part title="What it is made of">
        <Table caption="Parts" hideCaption heads={['Place', 'Part', 'What is known of it']}>
          {sheet.parts.map(p => (
            <tr key={p.slot} className="rule-row break-inside-avoid">
              <th scope="row" className="w-40 max-w-full py-1 pr-3 text-left align-top font-normal text-muted">
                {p.label}
              </th>
              <td className="py-1 pr-3 align-top font-semibold">{p.part}</td>
              <td className="py-1 align-top text-note">
                {[...p.made, ...(p.note ? [p.note] : [])].map(x => l.say(x)).join('; ')}
              </td>
            </tr>
          ))}
        </Table>
      </Part>
      {sheet.strings.length > 0 && <StringsPart sheet={sheet} />}
      {sheet.settings.length > 0 && <CircuitPart sheet={sheet} circuit={circuit} />}
      {sheet.finish.length > 0 && <FinishPart sheet={sheet} />}
      {sheet.setup.rows.length > 0 && (
        <Part title="Set-up">
          <SetupReadings rows={sheet.setup.rows} />
        </Part>
      )}
      {sheet.departures.length > 0 && (
        <Part title="What is not as it is usually">
          <ul className="list-disc pl-5 text-plain">
            {sheet.departures.map(d => (
              <li key={d.title}>
                <b className="font-semibold">{d.title}</b>, {l.say(d.says)}
              </li>
            ))}
          </ul>
        </Part>
      )}
      <Part title="What to look after">
        <ul className="list-disc pl-5 text-body">
          {sheet.care.map(c => (
            <li key={l.say(c.says)}>
              {c.on ? `${day(c.on)}: ` : ''}
              {l.say(c.says)}
            </li>
          ))}
        </ul>
      </Part>
      {page.photos.length > 0 && (
        <Part title="Photos">
          <div className="grid grid-cols-3 gap-3">
            {page.photos.map(p => (
              <figure key={`${p.hash} ${p.at}`} className="break-inside-avoid">
                {photo(p)}
                <figcaption className="text-note">
                  {p.says ? `${p.says}, ` : ''}
                  {moment(p.at)}
                </figcaption>
              </figure>
            ))}
          </div>
        </Part>
      )}
      <p className="text-note text-muted">Written {day(written)} from what was chosen, read and done.</p>
    </>
  )
}

function StringsPart({ sheet }: { sheet: SheetPage['sheet'] }) {
  const l = useLength()
  return (
    <Part title="Strings">
      <Table
        fit
        caption="Strings"
        hideCaption
        heads={['', 'note', { label: 'gauge', right: true }, { label: 'pull', right: true }]}
      >
        {sheet.strings.map(s => (
          <tr key={s.number} className="rule-row">
            <th scope="row" className="py-0.5 pr-6 text-left font-normal text-muted">
              {s.number}
            </th>
            <td className="py-0.5 pr-6 font-semibold">{s.note}</td>
            <td className="figure py-0.5 pr-6 text-right">
              {l.fineText(s.diameter, 3)}
              {s.wound ? ' wound' : ''}
            </td>
            <td className="figure py-0.5 text-right">{fixed(s.newtons, 0)} N</td>
          </tr>
        ))}
      </Table>
    </Part>
  )
}

function CircuitPart({ sheet, circuit }: { sheet: SheetPage['sheet']; circuit: SolderDrawing | undefined }) {
  return (
    <Part title="Switch and circuit">
      <Table
        caption="What each setting gives"
        hideCaption
        heads={['Setting', 'What sounds', { label: 'meter at the jack', right: true }]}
      >
        {sheet.settings.map(s => (
          <tr key={s.label} className="rule-row break-inside-avoid">
            <th scope="row" className="w-40 max-w-full py-1 pr-3 text-left align-top font-semibold">
              {s.label}
            </th>
            <td className="py-1 pr-3">
              <Says of={s.says} />
            </td>
            <td className="figure py-1 text-right align-top whitespace-nowrap">
              {s.reading !== undefined
                ? `${formatResistance(s.reading)} read`
                : s.ohms !== undefined
                  ? `${formatResistance(s.ohms)} meant`
                  : 'open'}
            </td>
          </tr>
        ))}
      </Table>
      {circuit && circuit.components.length > 0 && <CircuitDrawing of={circuit} />}
    </Part>
  )
}

function FinishPart({ sheet }: { sheet: SheetPage['sheet'] }) {
  return (
    <Part title="Finish, and how it is mended">
      {sheet.finish.map(f => (
        <div key={f.zones.join()} className="flex break-inside-avoid flex-col gap-1 border-l-4 border-line pl-3">
          <p className="text-body">
            <b className="font-semibold">{f.material}</b> on {f.zones.join(', ')}
            {f.below.length > 0 && `, over ${f.below.join(', ')}`}:{' '}
            <span className="figure">
              {Math.round(f.microns)} ± {Math.round(f.doubt)} µm
            </span>
            {f.done ? '' : ' when all coats are on; they are not yet'}
          </p>
          <p className="text-plain">
            <b className="font-semibold">Clean:</b> {f.care.clean} <b className="font-semibold">Keep off:</b>{' '}
            {f.care.harms}
          </p>
          <p className="text-plain">
            <b className="font-semibold">Mend:</b> {f.care.mend}
          </p>
        </div>
      ))}
    </Part>
  )
}

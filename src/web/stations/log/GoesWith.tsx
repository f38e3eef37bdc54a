import { today } from '../../stores/clock.ts'
import { useRef, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { formatResistance } from '../../../core/units/electrical.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { download } from '../../components/download.ts'
import { Heading } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useSolderDrawing } from '../../hooks/useSolderDrawing.ts'
import { PlainDrawing } from '../../map/PlainDrawing.tsx'
import { attachmentAddress } from '../../stores/api.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { day, moment } from '../plan/dates.ts'
import { SetupReadings } from '../setup/SetupSheetView.tsx'
import { CircuitDrawing } from '../wiring/CircuitDrawing.tsx'
import { oneFile } from './goesWithFile.ts'

/** Photos that a sheet on paper carries: the newest; the file of the build has them all [our choice]. */
const MOST_PHOTOS = 12

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section aria-label={title} className="flex break-inside-avoid-page flex-col gap-2">
    <Heading level={2}>{title}</Heading>
    {children}
  </section>
)

/** The sheet that goes with the instrument: to print, or as one file that opens anywhere. */
export function GoesWith() {
  const build = useOpenBuild(),
    sheet = useFact('handover'),
    circuit = useSolderDrawing(),
    l = useLength(),
    page = useRef<HTMLDivElement>(null),
    [busy, setBusy] = useState(false),
    [trouble, setTrouble] = useState<string>()
  const save = async () => {
    setBusy(true)
    setTrouble(undefined)
    try {
      if (page.current) download(`${build.id}.html`, await oneFile(page.current, build.name), 'text/html')
    } catch (e) {
      setTrouble(e instanceof Error ? e.message : String(e))
    }
    setBusy(false)
  }
  const photos = [...sheet.photos].sort((a, b) => (a.at < b.at ? 1 : -1)).slice(0, MOST_PHOTOS)
  return (
    <div ref={page} className="mx-auto flex max-w-[56.25rem] flex-col gap-6 bg-paper px-6 py-6 print:p-0">
      <div className="no-print flex flex-wrap items-center gap-3">
        <Link to="../log" className={buttonLook()}>
          Back to the log
        </Link>
        <Link to="../packing" className={buttonLook()}>
          What goes into the parcel
        </Link>
        <span className="flex-1" />
        <Button onClick={() => void save()} disabled={busy}>
          {busy ? 'Putting it together' : 'Save as one HTML file'}
        </Button>
        <Button kind="main" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {trouble && (
        <p role="alert" className="no-print text-plain text-never">
          {trouble}
        </p>
      )}
      {sheet.open > 0 && (
        <p className="no-print border-l-4 border-tight pl-3 text-body">
          {sheet.open} step{sheet.open > 1 ? 's are' : ' is'} open: this is how far it is, not how it will be.
        </p>
      )}
      <header className="flex flex-col gap-1 border-b-4 border-ink pb-3">
        <h1 className="text-far font-semibold leading-none">{build.name}</h1>
        <p className="text-lead">{sheet.what.join(', ')}</p>
        {build.note && <p className="max-w-[70ch] text-plain text-muted">{build.note}</p>}
      </header>
      <PlainDrawing />
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
                {[...p.made, ...(p.note ? [p.note] : [])].map(x => l.prose(x)).join('; ')}
              </td>
            </tr>
          ))}
        </Table>
      </Part>
      {sheet.strings.length > 0 && (
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
      )}
      {sheet.settings.length > 0 && (
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
                <td className="py-1 pr-3">{s.says}</td>
                <td className="figure py-1 text-right align-top whitespace-nowrap">
                  {s.reading !== undefined
                    ? `${formatResistance(s.reading)} read`
                    : Number.isFinite(s.ohms)
                      ? `${formatResistance(s.ohms)} meant`
                      : 'open'}
                </td>
              </tr>
            ))}
          </Table>
          {circuit && circuit.components.length > 0 && <CircuitDrawing of={circuit} />}
        </Part>
      )}
      {sheet.finish.length > 0 && (
        <Part title="Finish, and how it is mended">
          {sheet.finish.map(f => (
            <div
              key={f.zones.join()}
              className="flex break-inside-avoid flex-col gap-1 border-l-4 border-line pl-3"
            >
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
      )}
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
                <b className="font-semibold">{d.title}</b>, {l.prose(d.says)}
              </li>
            ))}
          </ul>
        </Part>
      )}
      <Part title="What to look after">
        <ul className="list-disc pl-5 text-body">
          {sheet.care.map(c => (
            <li key={c.says}>
              {c.on ? `${day(c.on)}: ` : ''}
              {l.prose(c.says)}
            </li>
          ))}
        </ul>
      </Part>
      {photos.length > 0 && (
        <Part title="Photos">
          <div className="grid grid-cols-3 gap-3">
            {photos.map(p => (
              <figure key={p.id} className="break-inside-avoid">
                <img
                  src={attachmentAddress(p.hash)}
                  alt={p.note ?? p.name}
                  className="aspect-[4/3] w-full object-cover"
                />
                <figcaption className="text-note">
                  {p.note ? `${p.note}, ` : ''}
                  {moment(p.at)}
                </figcaption>
              </figure>
            ))}
          </div>
        </Part>
      )}
      <p className="text-note text-muted">Written {day(today())} from what was chosen, read and done.</p>
    </div>
  )
}

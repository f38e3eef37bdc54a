import { Heading, Title } from '../../components/Heading.tsx'
import { ends } from '../../components/numberOf.ts'
import { FileDown } from 'lucide-react'
import { useState } from 'react'
import { PAPER_NAMES, Printing, type Paper } from '../../../core/document/build.ts'
import { holeCsv } from '../../../core/drill/holeCsv.ts'
import { drawingSvg } from '../../../core/drill/templates/drawingSvg.ts'
import { TEMPLATE_FORMATS } from '../../../core/drill/templates/templateFile.ts'
import { templatesOf } from '../../../core/drill/templates/templates.ts'
import { CHECK_BAR, correction, tile } from '../../../core/drill/templates/tile.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { GROUP_NAMES, HOLE_GROUPS } from '../../../core/drill/hole.ts'
import { MENDED } from '../../../core/document/docs.ts'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button } from '../../components/Button.tsx'
import { download } from '../../hooks/download.ts'
import { LengthField } from '../../components/LengthField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { Table } from '../../components/Table.tsx'
import { Select } from '../../components/Select.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { editSettings } from '../../stores/settingsStore.ts'
import { useSheets } from '../../hooks/useSheets.ts'

const setPrint = (print: Printing) => editSettings(s => ({ ...s, preferences: { ...s.preferences, print } }))

/** Full-size sheets: on paper with a bar to prove them, and as files for a shop. */
export function TemplatesView({ work }: { work: Work }) {
  const build = useOpenBuild(),
    sheets = useSheets(),
    { print } = build.preferences
  const drawings = templatesOf(work)
  const [hand, setHand] = useState<string>(),
    shown = drawings.find(d => d.id === hand) ?? drawings[0]
  const busy = sheets.share !== undefined
  return (
    <article className="flex max-w-[55rem] flex-col gap-4">
      <header className="flex flex-wrap items-end justify-between gap-3">
        <Title>Full-size templates</Title>
        <span className="flex flex-wrap items-end gap-2">
          <Select
            label="Paper"
            value={print.paper}
            onChange={v => setPrint({ ...print, paper: v as Paper })}
            options={PAPER_NAMES.map(p => ({ value: p, label: p === 'A4' ? 'A4' : 'US Letter' }))}
          />
          <Button kind="main" disabled={busy} onClick={() => sheets.make(build, 'all', 'pdf')}>
            <FileDown size={18} aria-hidden="true" />
            All as PDF
          </Button>
          <Button disabled={busy} onClick={() => sheets.make(build, 'all', 'dxf')}>
            All as DXF
          </Button>
          <Button disabled={busy} onClick={() => sheets.make(build, 'all', 'svg')}>
            All as SVG
          </Button>
          <Button onClick={() => download(`${build.id}-holes.csv`, holeCsv(work), 'text/csv')}>
            Hole list, CSV
          </Button>
        </span>
      </header>
      {busy && (
        <div className="flex items-center gap-3">
          <progress className="h-4 flex-1 accent-(--hand)" max={1} value={sheets.share} aria-label="Sheets drawn" />
          <span className="figure w-12 text-plain">{Math.round((sheets.share ?? 0) * 100)} %</span>
          <Button onClick={sheets.stop}>Stop</Button>
        </div>
      )}
      <p
        role="status"
        className={`text-plain ${sheets.trouble ? 'font-semibold text-never' : ''}`}
        data-ms={sheets.done ? Math.round(sheets.done.ms) : undefined}
      >
        {sheets.trouble ??
          (sheets.done
            ? `${sheets.done.name} is saved.`
            : 'Print at 100 %, without fitting. Measure the bars on the first sheet before you mark anything.')}
      </p>
      <CheckBar print={print} />
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(13.75rem,38%)] gap-5 max-[56.25em]:grid-cols-1">
        <ol className="flex flex-col">
          {drawings.map(d => {
            const n = tile(d, print).length
            return (
              <li
                key={d.id}
                className={`rule-row flex flex-wrap items-center gap-x-2 gap-y-1 border-l-[5px] py-1.5 pl-2 ${d.id === shown?.id ? 'border-hand' : 'border-transparent'}`}
              >
                <button
                  type="button"
                  aria-pressed={d.id === shown?.id}
                  onClick={() => setHand(d.id)}
                  className="min-h-10 min-w-[min(11rem,100%)] flex-1 text-left hover:bg-shade"
                >
                  <span className="block text-plain font-medium leading-tight">
                    {d.title.replace(`${build.name}: `, '').replace(/^./, c => c.toUpperCase())}
                  </span>
                  <span className="text-note text-muted">
                    {d.face}
                    {d.mirrored ? ', mirrored' : ''}, {n} sheet{n === 1 ? '' : 's'}
                  </span>
                </button>
                {TEMPLATE_FORMATS.map(f => (
                  <Button
                    key={f}
                    className="px-2"
                    disabled={busy}
                    aria-label={`${d.title} as ${f.toUpperCase()}`}
                    onClick={() => sheets.make(build, { id: d.id }, f)}
                  >
                    {f.toUpperCase()}
                  </Button>
                ))}
              </li>
            )
          })}
        </ol>
        {shown && (
          <figure className="flex flex-col gap-2 self-start">
            <img
              alt={`${shown.title}, as it is drawn`}
              className="max-h-[26.25rem] w-full border border-line bg-white object-contain p-2"
              src={`data:image/svg+xml,${encodeURIComponent(drawingSvg(shown, 4))}`}
            />
            <figcaption className="text-note text-muted">{shown.lay}</figcaption>
            {shown.slot && <MustMeetTable slot={shown.slot} />}
          </figure>
        )}
      </div>
      <section aria-label="Practice sheets">
        <Heading>Practice sheets, for scrap of the same wood</Heading>
        <p className="flex flex-wrap gap-2 pt-2">
          {work.holes.length === 0 && 'Every hole is drilled: nothing is left to try first.'}
          {HOLE_GROUPS.filter(g =>
            work.holes.some(h => h.group === g && h.face !== 'body edge' && h.piece !== 'heel'),
          ).map(g => (
            <Button key={g} disabled={busy} onClick={() => sheets.make(build, { practice: g }, 'pdf')}>
              {GROUP_NAMES[g]}
            </Button>
          ))}
        </p>
      </section>
    </article>
  )
}

/** What a printer's scale can be made up for, by the document; a bar may read half or twice its length to be told so. */
const MADE_UP = ends(Printing, 'short'),
  BAR = { min: CHECK_BAR / 2, max: CHECK_BAR * 2 }

/** What the printed bars measure, and the correction that comes of it. */
function CheckBar({ print }: { print: Printing }) {
  const [word, setWord] = useState<string>()
  const take = (side: 'short' | 'long', reads: number) => {
    const next = correction(print[side], reads)
    setWord(
      next === undefined
        ? `A bar of ${CHECK_BAR} mm that reads ${fixed(reads, 1)} mm was printed to fit the page: print at 100 % first. Between ${fixed(CHECK_BAR / MADE_UP.max, 0)} and ${fixed(CHECK_BAR / MADE_UP.min, 0)} mm can be made up for.`
        : undefined,
    )
    if (next !== undefined) setPrint({ ...print, [side]: next })
  }
  const off = (s: number) => `${s >= 1 ? '+' : '−'}${fixed(Math.abs(s - 1) * 100, 2)} %`
  return (
    <section aria-label="Printed scale" className="flex flex-wrap items-end gap-4 border-y border-line py-2">
      <LengthField
        label="Bar along the paper’s short side reads"
        mm={undefined}
        clears
        {...BAR}
        onMm={v => take('short', v)}
      />
      <LengthField label="… along its long side" mm={undefined} clears {...BAR} onMm={v => take('long', v)} />
      <p className="min-w-[min(13rem,100%)] flex-1 text-plain">
        {word ? (
          <span role="alert" className="font-semibold text-never">
            {word}
          </span>
        ) : print.short === 1 && print.long === 1 ? (
          `Both are ${CHECK_BAR} mm when the printer is true.`
        ) : (
          <>
            Drawn <span className="figure">{off(print.short)}</span> along the short side,{' '}
            <span className="figure">{off(print.long)}</span> along the long one. Print again and measure.
          </>
        )}
      </p>
      {(print.short !== 1 || print.long !== 1) && (
        <Button onClick={() => setPrint({ ...print, short: 1, long: 1 })}>Back to true size</Button>
      )}
    </section>
  )
}

/** The sizes that a part which is sent for has to come back with, and the joints that say so. */
function MustMeetTable({ slot }: { slot: string }) {
  const build = useOpenBuild(),
    l = useLength(),
    { result } = useHeavy(e => e.mustMeet(build, slot), [...MENDED.map(k => build[k]), slot])
  if (!result) return <p className="text-plain text-muted">Its sizes are being tried against its joints.</p>
  return (
    <div className="flex flex-col gap-1">
      {result.sizes.length > 0 && (
        <Table
          caption="What it has to come back with"
          heads={['Size', { label: 'from', right: true }, { label: 'to', right: true }, 'so that it meets']}
        >
          {result.sizes.map(r => (
            <tr key={r.ref} className="rule-row">
              <th scope="row" className="py-1 pr-3 text-left align-top font-normal first-letter:uppercase">
                {r.label}
              </th>
              <td className="figure py-1 pr-3 text-right align-top">
                {r.low === undefined ? '' : l.fineNum(r.low)}
              </td>
              <td className="figure py-1 pr-3 text-right align-top">
                {r.high === undefined ? '' : l.fineNum(r.high)}
              </td>
              <td className="py-1 align-top text-note">{r.because.join('; ')}</td>
            </tr>
          ))}
        </Table>
      )}
      {result.broken.length > 0 && (
        <p className="border-l-4 border-tight pl-3 text-plain">
          Not snug as it is drawn, whatever the shop holds: {result.broken.join('; ')}.
        </p>
      )}
      <p className="text-note text-muted">
        In {l.unit}, each by itself and the others as drawn. Sent along with the drawing; when it comes back, read
        it at the Shelf station and the same joints tell.
      </p>
    </div>
  )
}

import type { SetupSheet } from '../../core/setup/setupSheet.ts'
import { Button } from '../components/Button.tsx'
import { Heading, Title } from '../components/Heading.tsx'
import { Table } from '../components/Table.tsx'
import { useLength } from '../hooks/useLength.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { day } from '../text/dates.ts'
import { signed } from '../readings/centsField.tsx'

/** The set-up as it is kept with the instrument: as it came, as it is wanted, as it was left; and when to look again. */
export function SetupSheetView({ sheet }: { sheet: SetupSheet }) {
  const l = useLength(),
    build = useOpenBuild()
  return (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <Title>Set-up sheet: {build.name}</Title>
        <Button className="no-print" onClick={() => print()}>
          Print
        </Button>
      </div>
      <p className="text-plain">
        Strings {build.instrument.tuning.join(' ')},{' '}
        {(build.parts.find(p => p.id === build.slots.strings)?.gauges ?? [])
          .map(g => l.fineText(g.diameter, 3))
          .join(', ')}
      </p>
      <SetupReadings rows={sheet.rows} />
      {sheet.again.length > 0 && (
        <section aria-label="Read again" className="flex flex-col gap-1">
          <Heading>Read everything again</Heading>
          <ul className="list-disc pl-5 text-body">
            {sheet.again.map(a => (
              <li key={a.after}>
                After {a.after}, {day(a.on)}: {l.say(a.says)}.
              </li>
            ))}
          </ul>
        </section>
      )}
    </article>
  )
}

/** Each reading as it came, as it is wanted, as it was left. */
export function SetupReadings({ rows }: { rows: SetupSheet['rows'] }) {
  const l = useLength()
  const shown = (v: number | undefined, unit: 'mm' | 'cents') =>
    v === undefined ? '–' : unit === 'cents' ? `${signed(v)}\u202fcents` : l.fineText(v)
  return (
    <Table
      caption="Readings"
      hideCaption
      heads={[
        'What',
        { label: 'as it came', right: true },
        { label: 'wanted', right: true },
        { label: 'as it was left', right: true },
        { label: 'read', right: true },
        'stands',
      ]}
    >
      {rows.map(r => (
        <tr key={r.id} className="rule-row">
          <th scope="row" className="py-1 pr-3 text-left font-normal">
            {r.title}
          </th>
          <td className="figure py-1 pr-3 text-right whitespace-nowrap">{shown(r.before, r.unit)}</td>
          <td className="figure py-1 pr-3 text-right whitespace-nowrap">{shown(r.target, r.unit)}</td>
          <td className="figure py-1 pr-3 text-right font-semibold whitespace-nowrap">{shown(r.after, r.unit)}</td>
          <td className="figure py-1 pr-3 text-right text-muted">{r.times ? `${r.times}×` : ''}</td>
          <td className="py-1 text-note">{r.state}</td>
        </tr>
      ))}
    </Table>
  )
}

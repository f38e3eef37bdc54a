import { ReadingField } from '../../readings/ReadingField.tsx'
import { capital } from '../../../core/say/said.ts'
import { readWith } from '../../../core/tools/tools.ts'
import { ALIKE, poleReading, type PoleWork } from '../../../core/setup/poles.ts'
import { fixed } from '../../../core/units/length.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { signed } from '../../readings/centsField.tsx'

/** How evenly the strings come over each pickup's poles, and what its poles or its two ends would have to do. */
export function PolesView({ work }: { work: readonly PoleWork[] }) {
  const l = useLength(),
    way = (mm: number) =>
      Math.abs(mm) < 0.05 ? 'leave it' : `${mm > 0 ? 'up' : 'down'} ${l.fineText(Math.abs(mm))}`
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Poles and balance</Title>
      <p className="max-w-[70ch] text-body">
        String held at the last fret, rule from its own pole to its underside. Poles that turn or can be pushed go
        string by string; fixed ones go by the two ends of the pickup. Never push a pole that is glued through its
        winding.
      </p>
      {work.map(w => (
        <section key={w.place} aria-label={`${capital(w.place)} pickup`} className="flex flex-col gap-2">
          <Heading>
            {capital(w.place)} pickup: {fixed(w.spread, 1)} dB from the quietest string to the loudest
          </Heading>
          <p className={`border-l-4 pl-3 text-lead ${w.spread <= 2 * ALIKE ? 'border-snug' : 'border-hand'}`}>
            {w.spread <= 2 * ALIKE
              ? 'As even as an ear asks for.'
              : `By its two ends alone: bass ${way(w.tilt.bass)}, treble ${way(w.tilt.treble)}; ${fixed(w.tilt.spread, 1)} dB are left then.`}
          </p>
          <Table
            fit
            caption={`Poles of the ${w.place} pickup`}
            hideCaption
            heads={[
              'String',
              'gap',
              { label: 'level, dB', right: true },
              { label: 'even at', right: true },
              'its pole',
            ]}
          >
            {w.rows.map(r => (
              <tr key={r.number} className="rule-row">
                <th scope="row" className="figure py-1 pr-6 text-left font-normal">
                  {r.number} {r.note}
                </th>
                <td className="py-1 pr-3">
                  <ReadingField
                    narrow
                    hideLabel
                    label={`Gap of string ${r.number} over the ${w.place} pickup`}
                    of={poleReading(w.place, r.number)}
                    by={readWith('rule', 'height of a string')}
                    mm={r.gap}
                    title="Pole read"
                  />
                  {r.read ? '' : <span className="text-note text-muted"> not read</span>}
                </td>
                <td className={`figure py-1 pr-3 text-right ${Math.abs(r.level) > ALIKE ? 'font-semibold' : ''}`}>
                  {signed(r.level) || '0'}
                </td>
                <td className="figure py-1 pr-3 text-right">{l.fineText(r.wanted)}</td>
                <td className="py-1">{way(r.move)}</td>
              </tr>
            ))}
          </Table>
        </section>
      ))}
      <p className="text-note text-muted">
        Equal force on every string; field of a rod on its axis, steel of core and, by three tenths, of its wrap
        [from memory], pull and mass of the string. The ear has the last word.
      </p>
    </article>
  )
}

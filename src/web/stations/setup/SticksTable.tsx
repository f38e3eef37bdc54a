import { readingText, STICK_WAYS } from '../../../core/document/readingRef.ts'
import type { StickWork } from '../../../core/setup/sticks.ts'
import { Heading } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { CentsField } from '../../readings/centsField.tsx'

/** Cents that every string comes back off after a dive and a pull, and where it sticks. */
export function SticksTable({ work }: { work: StickWork }) {
  return (
    <section aria-label="Sticks" className="flex flex-col gap-2">
      <Heading>Does it come back?</Heading>
      {work.says.map(s => (
        <p key={s} className="border-l-4 border-hand pl-3 text-lead">
          {s}
        </p>
      ))}
      <Table
        fit
        caption="Cents off when it comes back"
        hideCaption
        heads={['String', 'after a dive, cents', 'after a pull, cents']}
      >
        {work.rows.map(r => (
          <tr key={r.number} className="rule-row">
            <th scope="row" className="figure py-1 pr-6 text-left font-normal">
              {r.number} {r.note}
            </th>
            {STICK_WAYS.map(way => (
              <td key={way} className="py-1 pr-6">
                <CentsField
                  label={`String ${r.number} after a ${way}`}
                  cents={r[way]}
                  of={readingText({ kind: 'stick', string: r.number, way })}
                  what="Stick test"
                />
              </td>
            ))}
          </tr>
        ))}
      </Table>
    </section>
  )
}

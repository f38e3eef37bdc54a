import type { FactOf } from '../../../core/facts/facts.ts'
import { fixed } from '../../../core/units/length.ts'
import { Table } from '../../components/Table.tsx'
import { useLength } from '../../hooks/useLength.ts'

/** How low and how high the saddles bring the strings. */
export function ReachTable({ reach }: { reach: NonNullable<FactOf<'reachable'>> }) {
  const l = useLength()
  return (
    <section aria-label="Reach of the saddles" className="flex flex-col gap-2">
      <p
        className={`border-l-4 pl-3 text-body ${reach.rows.some(r => r.above < 0) ? 'border-never' : 'border-snug'}`}
      >
        {reach.says}
      </p>
      <Table
        fit
        caption="At fret 12, saddles lowest to highest"
        heads={[
          'String',
          { label: 'lowest', right: true },
          { label: 'highest', right: true },
          { label: `± ${l.unit}`, right: true },
          { label: 'saddle over its bottom', right: true },
        ]}
      >
        {reach.rows.map(r => (
          <tr key={r.number} className="rule-row">
            <th scope="row" className="figure pr-6 text-left font-normal">
              {r.number} {r.note}
            </th>
            <td className="figure pr-3 text-right">{l.fineFigure(r.lowest).figure}</td>
            <td className="figure pr-3 text-right">{l.fineFigure(r.highest).figure}</td>
            <td className="figure pr-3 text-right text-muted">{l.fineFigure(reach.doubt).figure}</td>
            <td className="figure text-right">
              {l.fineText(r.above)}, {fixed(r.turns, 2)} turns
            </td>
          </tr>
        ))}
      </Table>
    </section>
  )
}

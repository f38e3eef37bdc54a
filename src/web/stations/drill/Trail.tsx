import { Table } from '../../components/Table.tsx'
import type { TracedNumber } from '../../../core/trace/traceItem.ts'
import { doubtOf } from '../../../core/units/quantity.ts'
import { byWeight, InputTable } from '../../readings/InputTable.tsx'
import { useLength } from '../../hooks/useLength.ts'

/** Where the numbers of a sheet come from: each with its doubt, then everything that moves any of them. */
export function Trail({ of }: { of: readonly TracedNumber[] | undefined }) {
  const l = useLength()
  if (!of) return <p className="text-note text-muted">Working out where these numbers come from.</p>
  if (of.length === 0) return null
  const inputs = byWeight(...of.map(n => n.quantity))
  return (
    <section aria-label="Where these numbers come from" className="flex max-w-[48.75rem] flex-col gap-3">
      <Table caption="Where these numbers come from">
        {of.map((n, i) => {
          const [most] = byWeight(n.quantity)
          return (
            <tr key={i} className="rule-row">
              <th scope="row" className="py-1 pr-3 text-left font-normal first-letter:uppercase">
                {n.label}
              </th>
              <td className="figure whitespace-nowrap py-1 pr-3 text-body">
                {l.doubted(n.quantity.value, doubtOf(n.quantity))}
              </td>
              <td className="py-1 text-note text-muted">
                {most ? `most of the doubt from ${most.source.label}` : 'hangs on nothing in doubt'}
              </td>
            </tr>
          )
        })}
      </Table>
      {inputs.length > 0 && <InputTable caption="They hang on" inputs={inputs} />}
    </section>
  )
}

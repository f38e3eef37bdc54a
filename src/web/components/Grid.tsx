import type { ReactNode } from 'react'
import { Table } from './Table.tsx'

/** A plain table of figures: a heading row, then rows with a heading of their own. */
export function Grid({
  caption,
  heads,
  rows,
  hideCaption,
}: {
  caption: string
  heads: readonly string[]
  rows: readonly { id: string; head: ReactNode; cells: readonly ReactNode[]; strong?: boolean }[]
  hideCaption?: boolean
}) {
  return (
    <Table caption={caption} heads={heads} {...(hideCaption ? { hideCaption } : {})}>
      {rows.map(r => (
        <tr key={r.id} className={`rule-row ${r.strong ? 'bg-shade' : ''}`}>
          <th scope="row" className="py-1 pr-3 text-left font-normal">
            {r.head}
          </th>
          {r.cells.map((c, i) => (
            <td key={i} className="py-1 pr-3">
              {c}
            </td>
          ))}
        </tr>
      ))}
    </Table>
  )
}

import type { ReactNode } from 'react'

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
    <div className="overflow-x-auto">
      <table className="w-full text-plain">
        <caption
          className={hideCaption ? 'sr-only' : 'border-b-2 border-ink pb-1 text-left text-body font-semibold'}
        >
          {caption}
        </caption>
        <thead>
          <tr className="border-b border-line text-left align-bottom text-note leading-tight text-muted">
            {heads.map((h, i) =>
              h ? (
                <th key={i} scope="col" className="py-1 pr-3 font-normal">
                  {h}
                </th>
              ) : (
                <td key={i} />
              ),
            )}
          </tr>
        </thead>
        <tbody>
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
        </tbody>
      </table>
    </div>
  )
}

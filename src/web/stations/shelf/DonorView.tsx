import { Heading } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import type { Part } from '../../../core/parts/part.ts'
import { takeApart } from '../../../core/shelf/takeApart.ts'
import { Button } from '../../components/Button.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { useShelf } from '../../stores/shelfStore.ts'

/** A donor: its places from the nut as a template, and the parts it gives. */
export function DonorView({ part, take }: { part: Part; take: (id: string) => void }) {
  const l = useLength(),
    rows = useShelf(s => s.rows)
  const apart = async () => {
    const r = takeApart(part, new Set(rows?.map(x => x.id)))
    if ((await useShelf.getState().put([...r.parts, r.donor])) && r.parts[0]) take(r.parts[0].id)
  }
  return (
    <div className="flex flex-col gap-4">
      <Table
        caption="Places from the nut, kept as a template"
        heads={['What', { label: 'Along', right: true }, { label: 'Off the centre line', right: true }]}
      >
        {part.features.map(f => (
          <tr key={f.id} className="rule-row">
            <th scope="row" className="py-1 text-left font-normal">
              {f.id.replace(/-/g, ' ')}
            </th>
            <td className="figure text-right text-lead">{l.text(f.dims.x?.value ?? 0)}</td>
            <td className="figure text-right text-lead">{l.text(f.dims.y?.value ?? 0)}</td>
          </tr>
        ))}
      </Table>
      {part.gave?.length ? (
        <section aria-label="Gave">
          <Heading>Taken apart into {part.gave.length} parts</Heading>
          <ul>
            {part.gave.map(id => {
              const row = rows?.find(r => r.id === id)
              return row ? (
                <li key={id} className="rule-row">
                  <button
                    type="button"
                    onClick={() => take(id)}
                    className="min-h-10 text-left text-plain underline decoration-line underline-offset-4"
                  >
                    {row.name}
                  </button>
                </li>
              ) : null
            })}
          </ul>
        </section>
      ) : (
        <div>
          <Button kind="main" onClick={() => void apart()}>
            Take it apart into parts
          </Button>
          <p className="mt-2 text-note text-muted">
            Each part takes over what was measured of the whole; the rest is assumed until the calliper has been
            there. The template stays.
          </p>
        </div>
      )}
    </div>
  )
}

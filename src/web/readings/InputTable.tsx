import { ReadingField } from './ReadingField.tsx'
import { dayHere } from '../text/dates.ts'
import { Table } from '../components/Table.tsx'
import { readingOf, refOf, splitRef } from '../../core/document/quantityAt.ts'
import { EDGES_UNREAD, readingInSource, readingText } from '../../core/document/readingRef.ts'
import { Link } from 'react-router'
import { specAt } from '../../core/parts/dimensionAt.ts'
import type { Quantity, Source } from '../../core/units/quantity.ts'
import { useLength } from '../hooks/useLength.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { FarReadingAt } from '../components/FarReading.tsx'

interface Input {
  source: Source
  coefficient: number
}

/** What a quantity hangs on, what moves it most first. */
export const byWeight = (...of: readonly Quantity[]): Input[] => {
  const most = new Map<string, Input>()
  for (const t of of.flatMap(q => [...q.terms.values()])) {
    const have = most.get(t.source.id)
    if (!have || Math.abs(have.coefficient) < Math.abs(t.coefficient)) most.set(t.source.id, t)
  }
  return [...most.values()]
    .filter(t => Math.abs(t.coefficient) > 1e-6)
    .sort((a, b) => Math.abs(b.coefficient) * b.source.doubt - Math.abs(a.coefficient) * a.source.doubt)
}

/** Dimensions, readings and places that a number was computed from, each with a field for its reading. */
export function InputTable({ caption, inputs }: { caption: string; inputs: readonly Input[] }) {
  const build = useOpenBuild(),
    l = useLength()
  return (
    <Table caption={caption}>
      {inputs.map(({ source }) => {
        const { partId, path } = splitRef(source.id)
        const part = build.parts.find(p => p.id === partId)
        const spec = part && specAt(part, path),
          read = part ? undefined : readingInSource(source.id)
        return (
          <tr key={source.id} className="rule-row">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              <span className="block first-letter:uppercase">{source.label}</span>
              <span className="block text-note leading-tight text-muted">
                {part?.name ?? (read || source.id === EDGES_UNREAD ? 'read on the instrument' : 'placement')}
              </span>
              {part && <Earlier of={`part/${refOf(part, path)}`} />}
              {part && <FarReadingAt at={refOf(part, path)} />}
            </th>
            <td className="figure whitespace-nowrap py-1 pr-3 text-body">
              {l.doubted(source.value, source.doubt)}
            </td>
            <td className="py-1 pr-3 text-note text-muted">{source.basis}</td>
            <td className="py-1 text-right">
              {source.id === EDGES_UNREAD && (
                <Link className="underline underline-offset-4" to={`/b/${build.id}/drill?hand=centre-line`}>
                  Read both edges
                </Link>
              )}
              {read && (read.kind === 'dry' || read.kind === 'frets' || read.kind === 'edge') && (
                <ReadingField label={`Measured ${source.label}`} hideLabel clears of={readingText(read)} />
              )}
              {part && spec?.quantity === 'length' && (
                <ReadingField
                  label={`Measured ${source.label}`}
                  hideLabel
                  clears
                  of={readingOf(refOf(part, path))}
                />
              )}
            </td>
          </tr>
        )
      })}
    </Table>
  )
}

/** Readings of a dimension before the one that counts, with their days. */
function Earlier({ of }: { of: string }) {
  const before = useOpenBuild()
      .readings.filter(r => r.of === of)
      .slice(0, -1),
    l = useLength()
  if (before.length === 0) return null
  return (
    <span className="block text-note leading-tight text-muted">
      read before: {before.map(r => `${l.fineText(r.value)} on ${dayHere(r.at)}`).join(', ')}
    </span>
  )
}

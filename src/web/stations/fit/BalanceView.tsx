import { Title } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { fixed } from '../../../core/units/length.ts'
import { doubtOf } from '../../../core/units/quantity.ts'
import { Figure } from '../../components/Figure.tsx'
import { useLength } from '../../hooks/useLength.ts'

/** Weight in all, and how it hangs on the strap. */
export function BalanceView() {
  const b = useFact('balance'),
    l = useLength()
  if (!b)
    return (
      <p className="text-body">
        Weight and balance come from neck, body, bridge and strings. Choose them at the Parts station first.
      </p>
    )
  const behind = b.behind,
    doubt = behind ? doubtOf(behind) : 0
  const dives = behind !== undefined && behind.value < 0
  const guessed = b.masses.filter(m => m.assumed).length
  return (
    <article className="flex max-w-[47.5rem] flex-col gap-3">
      <header className="flex flex-wrap items-end justify-between gap-6">
        <Title>On the strap</Title>
        <span className="flex gap-8">
          <Figure
            size="large"
            value={(b.total.value / 1000).toFixed(2)}
            doubt={(doubtOf(b.total) / 1000).toFixed(2)}
            unit="kg in all"
          />
          {behind && (
            <Figure
              size="large"
              value={l.figure(Math.abs(behind.value), 0).figure}
              doubt={l.figure(doubt, 0).figure}
              unit={`${l.unit} ${dives ? 'before' : 'behind'} the button`}
            />
          )}
        </span>
      </header>
      <p className="text-body">
        {behind === undefined
          ? 'Choose two strap buttons and a body with an outline: then the hang can be told.'
          : Math.abs(behind.value) < doubt
            ? 'It hangs about level; the doubt of the masses is larger than the tilt. Weigh the parts that count most.'
            : dives
              ? `The head dives: it takes ${Math.round(b.holdAtNut)} g at the nut to hold it level. Lighter tuners, or a button nearer to the nut.`
              : 'The body hangs lower than the head, as it should.'}
      </p>
      <Table
        caption="What weighs, heaviest first"
        heads={[
          'Part',
          { label: 'Mass', right: true },
          { label: 'From the nut', right: true },
          { label: 'Turns about the button', right: true },
        ]}
      >
        {b.masses.map(m => (
          <tr key={m.slot} className="rule-row">
            <th scope="row" className="py-1 text-left font-normal">
              {m.name}
              {m.assumed && <span className="text-muted"> (usual)</span>}
            </th>
            <td className="figure text-right">
              {Math.round(m.grams.value)}
              {'\u202f'}g
            </td>
            <td className="figure text-right">{l.text(m.x, 0)}</td>
            <td className="figure text-right">
              {b.button === undefined
                ? ''
                : `${fixed((m.grams.value * (m.x - b.button) * 9.81) / 1e6, 2)}\u202fN\u00b7m`}
            </td>
          </tr>
        ))}
      </Table>
      {guessed > 0 && (
        <p className="text-note text-muted">
          {guessed} of {b.masses.length} masses are usual ones, ±30 %: put the part on a scale and enter its mass at
          the Shelf station.
        </p>
      )}
    </article>
  )
}

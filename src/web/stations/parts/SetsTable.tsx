import type { Slot } from '../../../core/document/slots.ts'
import { Table } from '../../components/Table.tsx'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { inCurrency } from '../../text/money.ts'
import type { SetsAnswer } from '../../workers/engines.worker.ts'

/** Sets, best first; those that come to the same are one row. */
export function SetsTable({
  answer,
  slots,
  hand,
  setHand,
}: {
  answer: SetsAnswer
  slots: readonly Slot[]
  hand: number
  setHand: (i: number) => void
}) {
  const build = useOpenBuild()
  const groups = answer.sets.reduce<{ at: number[] }[]>((gs, s, i) => {
    const like = gs.find(g => {
      const o = answer.sets[g.at[0]!]!
      return o.cost === s.cost && o.wait === s.wait && Math.abs(o.minutes - s.minutes) < 0.05
    })
    if (like) like.at.push(i)
    else gs.push({ at: [i] })
    return gs
  }, [])
  /** Slots in which sets that come to the same differ. */
  const differ = (at: readonly number[]) =>
    slots
      .filter(x => new Set(at.map(i => answer.sets[i]!.parts[x.id]?.id)).size > 1)
      .map(x => x.label.toLowerCase())
  return (
    <Table
      hideCaption
      caption="Sets, best first"
      heads={[
        'Set',
        { label: inCurrency('Cost', build.preferences.currency), right: true },
        { label: 'Work, min', right: true },
        { label: 'Wait, days', right: true },
        'What decides it',
      ]}
    >
      {groups.map(({ at }) => {
        const i = at.includes(hand) ? hand : at[0]!,
          s = answer.sets[i]!
        return (
          <tr key={at[0]} className={`rule-row align-top ${at.includes(hand) ? 'bg-shade' : ''}`}>
            <th scope="row" className="text-left font-normal">
              <button
                type="button"
                aria-pressed={at.includes(hand)}
                onClick={() => setHand(i)}
                className="min-h-10 px-1 text-left font-semibold underline decoration-line underline-offset-4"
              >
                {i + 1}
                <span className="ml-2 text-note font-normal text-snug">
                  {s.alone ?? s.explained.marks.join(', ')}
                </span>
              </button>
              {at.length > 1 && (
                <span className="block px-1 pb-1 text-note text-muted">
                  {at.length} alike, other {differ(at).slice(0, 3).join(', ')}
                  {at.includes(hand) && (
                    <button
                      type="button"
                      className="ml-2 underline"
                      onClick={() => setHand(at[(at.indexOf(hand) + 1) % at.length]!)}
                    >
                      next of them
                    </button>
                  )}
                </span>
              )}
            </th>
            <td className="figure py-2 text-right">{s.cost.toFixed(0)}</td>
            <td className="figure py-2 text-right">{s.minutes.toFixed(0)}</td>
            <td className="figure py-2 text-right">{s.wait}</td>
            <td className="py-2 pl-4 text-note text-muted">
              {s.explained.decides[0]
                ? `${s.explained.decides[0].joint.replace(/-/g, ' ')}, ${Math.round(s.explained.decides[0].minutes)} min`
                : 'nothing to mend'}
              {s.explained.latest ? `; waits for ${s.explained.latest}` : ''}
            </td>
          </tr>
        )
      })}
    </Table>
  )
}

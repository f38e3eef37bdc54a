import { inMm } from '../../../core/say/spoken.ts'
import { Says } from '../../components/Says.tsx'
import { useEffect, useMemo } from 'react'
import type { CostLine } from '../../../core/document/build.ts'
import { openHoles } from '../../../core/finish/openHoles.ts'
import { shoppingList, type Need } from '../../../core/finish/shopping.ts'
import { Button } from '../../components/Button.tsx'
import { Title } from '../../components/Heading.tsx'
import { money } from '../../text/money.ts'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { useShelf } from '../../stores/shelfStore.ts'

const KINDS = ['finish-tin', 'abrasive', 'finish-supply'] as const

/** A line of the cost sheet for something to buy; its id names it, so that it is put there once. */
const lineOf = (n: Need): CostLine => ({
  id: `finish-${n.id}`.slice(0, 60),
  kind: 'consumable',
  what: `${inMm(n.what)}, ${n.buy} ${n.unit}`.slice(0, 120),
  cost: n.cost ?? 0,
})

const ONE: Partial<Record<Need['unit'], string>> = { cans: 'can', sheets: 'sheet', pieces: 'piece' }
const unitOf = (unit: Need['unit'], n: number): string => (n === 1 ? (ONE[unit] ?? unit) : unit)

/** What the finish needs, against what lies on the shelf. */
export function BuyView() {
  const build = useOpenBuild(),
    work = useFact('finish'),
    shelf = useShelf(s => s.parts),
    load = useShelf(s => s.loadKinds)
  useEffect(() => void load(KINDS), [load])
  const needs = useMemo(
    () => shoppingList(work, build.finish.levelling, openHoles(build), [...shelf.values(), ...build.parts]),
    [work, build, shelf],
  )
  const buy = needs.filter(n => n.buy > 0),
    cost = buy.reduce((s, n) => s + (n.cost ?? 0), 0)
  return (
    <article className="flex max-w-[56.25rem] flex-col gap-4">
      <header className="flex flex-wrap items-center justify-between gap-3">
        <Title>To buy</Title>
        {buy.length > 0 && (
          <Button
            onClick={() =>
              editBuild(b => {
                const lines = buy.map(lineOf),
                  ids = new Set(lines.map(l => l.id))
                return { ...b, costs: [...b.costs.filter(c => !ids.has(c.id)), ...lines] }
              }, 'Finish into the cost sheet')
            }
          >
            Into the cost sheet
          </Button>
        )}
      </header>
      {needs.length === 0 ? (
        <p className="text-body">Nothing yet: it follows from the layers and from this instrument’s faces.</p>
      ) : (
        <Table
          caption="Needed"
          hideCaption
          heads={[
            'What',
            { label: 'needed', right: true },
            { label: 'there', right: true },
            { label: 'to buy', right: true },
            { label: 'cost', right: true },
            'reckoned from',
          ]}
        >
          {needs.map(n => (
            <tr key={n.id} className="rule-row">
              <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                <Says of={n.what} />
              </th>
              <td className="figure py-1.5 pr-3 text-right">
                {n.amount} {unitOf(n.unit, n.amount)}
              </td>
              <td className="figure py-1.5 pr-3 text-right text-muted">{n.have ? Math.round(n.have) : '–'}</td>
              <td
                className={`figure py-1.5 pr-3 text-right text-lead ${n.buy > 0 ? 'font-semibold' : 'text-snug'}`}
              >
                {n.buy > 0 ? `${Math.ceil(n.buy)} ${unitOf(n.unit, Math.ceil(n.buy))}` : 'there'}
              </td>
              <td className="figure py-1.5 pr-3 text-right">{n.cost === undefined ? '' : money(n.cost)}</td>
              <td className="py-1.5 text-note text-muted">
                <Says of={n.how} />
              </td>
            </tr>
          ))}
        </Table>
      )}
      {cost > 0 && (
        <p className="text-body">
          As far as the shelf knows prices: <span className="figure font-semibold">{money(cost)}</span>{' '}
          {build.preferences.currency}
        </p>
      )}
    </article>
  )
}

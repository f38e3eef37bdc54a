import { nextId } from '../../../core/document/freshId.ts'
import { Title } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { inCurrency, money, parseAmount } from '../../text/money.ts'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { COST_KINDS, type CostKind } from '../../../core/document/build.ts'
import { readCostCsv, writeCostCsv } from '../../../core/cost/costCsv.ts'
import { parsed } from '../../../core/units/parsed.ts'
import { Button } from '../../components/Button.tsx'
import { download } from '../../hooks/download.ts'
import { Figure } from '../../components/Figure.tsx'
import { FileButton } from '../../components/FileButton.tsx'
import { Select } from '../../components/Select.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

/** What it all costs: parts, freight, consumables, tools to buy, against the budget. */
export function CostView() {
  const build = useOpenBuild(),
    sheet = useFact('costs'),
    currency = build.preferences.currency
  const [words, setWords] = useState<string[]>([])
  const read = (text: string) => {
    const r = readCostCsv(text, build.costs)
    setWords([
      `${r.lines.length} line${r.lines.length === 1 ? '' : 's'} came in${r.passed ? `, ${r.passed} of parts and log are here already` : ''}.`,
      ...r.problems.map(p => `${p.path}: ${p.reason}`),
    ])
    if (r.lines.length) editBuild(b => ({ ...b, costs: [...b.costs, ...r.lines].slice(0, 500) }))
  }
  return (
    <article className="flex max-w-[50rem] flex-col gap-3">
      <header className="flex flex-wrap items-end justify-between gap-6">
        <Title>Cost sheet</Title>
        <span className="flex flex-wrap gap-8">
          <Figure size="large" value={money(sheet.total)} unit={`${currency} in all`} />
          <Figure size="large" value={money(sheet.toPay)} unit="still to pay" />
          {sheet.left !== undefined && (
            <Figure
              size="large"
              value={money(Math.abs(sheet.left))}
              unit={sheet.left < 0 ? 'over the budget' : 'left'}
            />
          )}
        </span>
      </header>
      {sheet.left !== undefined && sheet.left < 0 && (
        <p className="border-l-4 border-never pl-3 text-plain">
          Over by {money(-sheet.left)} {currency}. Tools and freight are{' '}
          {money(sheet.byKind.tool + sheet.byKind.freight + sheet.byKind['part freight'])} of it.
        </p>
      )}
      <ValueField
        label="Budget"
        text={build.budget === undefined ? 'none' : `${money(build.budget)} ${currency}`}
        parse={t => (/^none$|^$/i.test(t.trim()) ? parsed(-1) : parseAmount(t))}
        onValue={v =>
          editBuild(b => {
            const { budget: gone, ...rest } = b
            void gone
            return v < 0 ? rest : { ...b, budget: v }
          })
        }
      />
      <CostLines />
      <AddLine />
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() =>
            download(`${build.id}-costs.csv`, writeCostCsv(build, build.preferences.currency), 'text/csv')
          }
        >
          Save as CSV
        </Button>
        <FileButton
          label="Bring in a CSV"
          accept=".csv,text/csv"
          most={2 * 1024 * 1024}
          onText={read}
          onProblem={w => setWords([w])}
        />
      </div>
      {words.length > 0 && (
        <ul role="status" className="text-plain">
          {words.slice(0, 12).map(w => (
            <li key={w}>{w}</li>
          ))}
        </ul>
      )}
    </article>
  )
}

function CostLines() {
  const build = useOpenBuild(),
    sheet = useFact('costs'),
    { currency } = build.preferences
  return (
    <Table
      hideCaption
      caption="Lines of the cost sheet"
      heads={['What', 'Kind', { label: currency, right: true }, { label: 'Actions', unseen: true }]}
    >
      {sheet.lines.map(l => {
        const own = build.costs.find(c => c.id === l.id && l.typed)
        return (
          <tr key={l.id} className="rule-row">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {l.what}
              {own?.owned && <span className="text-muted"> (owned)</span>}
            </th>
            <td className="pr-3 text-note text-muted">
              {l.kind}
              {!l.paid && !l.typed ? ', to buy' : ''}
            </td>
            <td className="figure text-right">{money(l.cost)}</td>
            <td className="w-32 text-right">
              {own && (
                <>
                  <label className="mr-1 inline-flex min-h-10 items-center gap-1 text-note">
                    <input
                      type="checkbox"
                      checked={own.owned ?? false}
                      onChange={() =>
                        editBuild(b => ({
                          ...b,
                          costs: b.costs.map(c => (c.id === l.id ? { ...c, owned: !c.owned } : c)),
                        }))
                      }
                      className="size-5 accent-[var(--hand)]"
                      aria-label={`${l.what} is owned already`}
                    />
                    owned
                  </label>
                  <button
                    type="button"
                    aria-label={`Remove ${l.what}`}
                    className="inline-grid size-10 place-items-center align-middle hover:bg-shade"
                    onClick={() => editBuild(b => ({ ...b, costs: b.costs.filter(c => c.id !== l.id) }))}
                  >
                    <Trash2 size={17} aria-hidden="true" />
                  </button>
                </>
              )}
            </td>
          </tr>
        )
      })}
    </Table>
  )
}

function AddLine() {
  const { currency } = useOpenBuild().preferences
  const [kind, setKind] = useState<CostKind>('freight'),
    [what, setWhat] = useState('')
  return (
    <section aria-label="Add a line" className="flex flex-wrap items-end gap-3">
      <Select
        label="Kind"
        value={kind}
        onChange={v => setKind(v as CostKind)}
        options={COST_KINDS.map(k => ({ value: k, label: k }))}
      />
      <label className="flex flex-1 flex-col text-note text-muted">
        What
        <input
          value={what}
          maxLength={120}
          onChange={e => setWhat(e.target.value)}
          className="min-h-10 min-w-[min(12rem,100%)] border border-line bg-paper px-2 text-plain text-ink"
        />
      </label>
      <ValueField
        label={`${inCurrency('Cost', currency)}; Enter adds it`}
        clears
        text=""
        placeholder="12.50"
        parse={parseAmount}
        check={() => (what.trim() ? undefined : 'say what it is first')}
        onValue={cost => {
          editBuild(b => ({
            ...b,
            costs: [...b.costs, { id: nextId('c', b.costs), kind, what: what.trim(), cost }],
          }))
          setWhat('')
        }}
      />
    </section>
  )
}

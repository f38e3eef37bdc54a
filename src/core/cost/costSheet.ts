import { unmarked, writeCsv } from '../text/csv.ts'
import type { Costed } from '../build/docs.ts'
import { cutText } from '../text/text.ts'
import Papa from 'papaparse'
import { COST_KINDS, type CostKind, type CostLine } from '../build/build.ts'
import type { Problem } from '../build/problem.ts'
import { slotsOf } from '../build/slots.ts'

/** A line of the cost sheet, from a part or typed. */
export interface SheetLine {
  id: string
  kind: 'part' | 'part freight' | CostKind | 'log'
  what: string
  cost: number
  paid: boolean
  typed: boolean
}

export interface CostSheet {
  lines: SheetLine[]
  byKind: Record<SheetLine['kind'], number>
  total: number
  /** What is still to be paid: parts to buy, lines not owned are counted as spent when they are logged. */
  toPay: number
  budget: number | undefined
  /** Budget less total; negative: over. */
  left: number | undefined
}

/** Everything that the build costs: chosen parts and their freight, consumables, tools to buy, what the log spent. */
export function costSheet(build: Costed): CostSheet {
  const lines: SheetLine[] = []
  for (const s of slotsOf(build.instrument)) {
    const p = build.parts.find(x => x.id === build.slots[s.id])
    if (!p) continue
    const paid = p.stock?.state !== 'to buy'
    lines.push({
      id: `part/${s.id}`,
      kind: 'part',
      what: `${s.label}: ${p.name}`,
      cost: p.stock?.price ?? 0,
      paid,
      typed: false,
    })
    if (p.stock?.freight)
      lines.push({
        id: `freight/${s.id}`,
        kind: 'part freight',
        what: `Freight of ${p.name}`,
        cost: p.stock.freight,
        paid,
        typed: false,
      })
  }
  for (const c of build.costs)
    lines.push({
      id: c.id,
      kind: c.kind,
      what: c.what,
      cost: c.owned ? 0 : c.cost,
      paid: c.owned ?? false,
      typed: true,
    })
  for (const e of build.log)
    if (e.cost && e.struck === undefined)
      lines.push({ id: `log/${e.id}`, kind: 'log', what: e.text, cost: e.cost, paid: true, typed: false })
  const byKind = { part: 0, 'part freight': 0, freight: 0, consumable: 0, tool: 0, log: 0 }
  for (const l of lines) byKind[l.kind] += l.cost
  const total = lines.reduce((s, l) => s + l.cost, 0)
  return {
    lines,
    byKind,
    total,
    toPay: lines.filter(l => !l.paid).reduce((s, l) => s + l.cost, 0),
    budget: build.budget,
    left: build.budget === undefined ? undefined : build.budget - total,
  }
}

/** The sheet as a table for any spreadsheet. */
export const writeCostCsv = (build: Costed, currency: string): string => {
  const sheet = costSheet(build)
  return writeCsv({
    fields: ['kind', 'what', 'cost', 'currency', 'owned'],
    data: sheet.lines.map(l => [
      l.kind,
      l.what,
      l.typed ? (build.costs.find(c => c.id === l.id)?.cost ?? l.cost) : l.cost,
      currency,
      l.typed && build.costs.find(c => c.id === l.id)?.owned ? 'yes' : 'no',
    ]),
  })
}

/**
 * Lines typed elsewhere, from a table with the headings kind, what and cost; `owned` may stand beside them. Rows of
 * parts and of the log come from the build itself and are passed over. A bad row is told with its line.
 */
export function readCostCsv(
  text: string,
  taken: readonly CostLine[] = [],
): { lines: CostLine[]; passed: number; problems: Problem[] } {
  const out: { lines: CostLine[]; passed: number; problems: Problem[] } = { lines: [], passed: 0, problems: [] }
  const table = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
    transform: unmarked,
  })
  const [head, ...rows] = table.data
  const column = (name: string) => (head ?? []).findIndex(h => h.trim().toLowerCase() === name)
  const at = { kind: column('kind'), what: column('what'), cost: column('cost'), owned: column('owned') }
  for (const k of ['kind', 'what', 'cost'] as const)
    if (at[k] < 0)
      out.problems.push({ path: 'line 1', reason: `has no heading “${k}”; accepted: kind, what, cost, owned` })
  if (out.problems.length) return out
  const ids = new Set(taken.map(t => t.id))
  rows.slice(0, 500).forEach((row, r) => {
    const line = `line ${r + 2}`,
      kind = (row[at.kind] ?? '').trim().toLowerCase(),
      what = (row[at.what] ?? '').trim()
    if (['part', 'part freight', 'log'].includes(kind)) {
      out.passed++
      return
    }
    if (!COST_KINDS.includes(kind as CostKind)) {
      out.problems.push({ path: `${line}, kind`, reason: `“${kind}” is none of ${COST_KINDS.join(', ')}` })
      return
    }
    const cost = Number(
      (row[at.cost] ?? '')
        .trim()
        .replace(/\s/g, '')
        .replace(/^(\d+),(\d+)$/, '$1.$2'),
    )
    if (!Number.isFinite(cost) || cost < 0 || cost > 1e7 || (row[at.cost] ?? '').trim() === '') {
      out.problems.push({ path: `${line}, cost`, reason: `“${row[at.cost] ?? ''}” is not an amount from 0` })
      return
    }
    if (!what) {
      out.problems.push({ path: `${line}, what`, reason: 'says nothing' })
      return
    }
    let n = ids.size + 1
    while (ids.has(`c-${n}`)) n++
    ids.add(`c-${n}`)
    out.lines.push({
      id: `c-${n}`,
      kind: kind as CostKind,
      what: cutText(what, 120),
      cost,
      ...(/^(yes|true|1|x)$/i.test((at.owned < 0 ? '' : (row[at.owned] ?? '')).trim()) ? { owned: true } : {}),
    })
  })
  return out
}

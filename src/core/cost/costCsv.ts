import { freshId } from '../document/freshId.ts'
import Papa from 'papaparse'
import { COST_KINDS, type CostKind, type CostLine } from '../document/build.ts'
import type { Costed } from '../document/docs.ts'
import type { Problem } from '../document/problem.ts'
import { unmarked, writeCsv } from '../text/csv.ts'
import { cutText } from '../text/text.ts'
import { costSheet } from './costSheet.ts'

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
    const id = freshId('c-', ids)
    ids.add(id)
    out.lines.push({
      id,
      kind: kind as CostKind,
      what: cutText(what, 120),
      cost,
      ...(/^(yes|true|1|x)$/i.test((at.owned < 0 ? '' : (row[at.owned] ?? '')).trim()) ? { owned: true } : {}),
    })
  })
  return out
}

import type { Costed } from '../document/docs.ts'
import type { CostKind } from '../document/build.ts'
import { slotsOf } from '../document/slots.ts'

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

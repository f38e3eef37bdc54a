import { type Said } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import { slotsOf } from '../document/slots.ts'
import { orderBy } from './outlook.ts'
import { expectedOn } from './partsOfStep.ts'
import type { Plan } from './plan.ts'

/** A part that is to be bought, or is on its way. */
export interface BuyLine {
  slot: string
  label: string
  part: string
  partId: string
  price: number
  freight: number
  link: string | undefined
  /** The supplier's own number of it. */
  item: string | undefined
  /** The last day to order it on, and what waits for it; undefined where it is ordered, or nothing in the plan asks for it. */
  by: string | undefined
  late: boolean
  waits: Said | undefined
  /** The day on which it is expected. */
  due: string
  state: 'to buy' | 'ordered'
}

/** What one shop sends, with what it comes to. */
export interface BuyShop {
  /** Undefined: nobody said who sells it. */
  supplier: string | undefined
  lines: BuyLine[]
  parts: number
  freight: number
  total: number
  /** The first of its lines that has to be ordered: one order, one parcel. */
  by: string | undefined
}

/** Everything that is not here yet, shop by shop, the shop that has to be asked first at the top. */
export function buyList(p: Plan, build: Build, today: string): BuyShop[] {
  const by = new Map(orderBy(p, build, today).map(o => [o.slot, o])),
    parts = new Map(build.parts.map(x => [x.id, x])),
    shops = new Map<string, BuyLine[]>(),
    seen = new Set<string>()
  for (const s of slotsOf(build.instrument)) {
    const part = parts.get(build.slots[s.id] ?? ''),
      due = part && expectedOn(part, s.id, today)
    // A part that serves two slots is bought once.
    if (!part || !due || seen.has(part.id)) continue
    seen.add(part.id)
    const order = by.get(s.id),
      { stock } = part,
      shop = stock?.supplier?.trim() ?? ''
    shops.set(shop, [
      ...(shops.get(shop) ?? []),
      {
        slot: s.id,
        label: s.label,
        part: part.name,
        partId: part.id,
        price: stock?.price ?? 0,
        freight: stock?.freight ?? 0,
        link: stock?.link,
        item: stock?.item,
        by: order?.by,
        late: order?.late ?? false,
        waits: order?.step,
        due: due.day,
        state: due.order ? 'to buy' : 'ordered',
      },
    ])
  }
  const first = (lines: readonly BuyLine[]): string | undefined =>
    lines
      .flatMap(l => l.by ?? [])
      .sort()
      .at(0)
  return [...shops]
    .map(([supplier, lines]): BuyShop => {
      const sum = (k: 'price' | 'freight') => lines.reduce((s, l) => s + l[k], 0)
      return {
        supplier: supplier || undefined,
        lines: lines.sort((a, b) => ((a.by ?? '9') < (b.by ?? '9') ? -1 : 1)),
        parts: sum('price'),
        freight: sum('freight'),
        total: sum('price') + sum('freight'),
        by: first(lines),
      }
    })
    .sort((a, b) => ((a.by ?? '9') < (b.by ?? '9') ? -1 : 1))
}

import { counted } from '../text/text.ts'
import type { Build } from '../document/build.ts'
import type { Part, Stock } from '../parts/part.ts'
import type { Catalogue, Orders, OrderState } from './supplier.ts'

/** A build after its supplier was asked, and what is news in it, in words. */
export interface Followed {
  build: Build
  says: string[]
}

const withStock = (p: Part, patch: Stock): Part => ({ ...p, stock: { ...p.stock, ...patch } })

/** The build after a part was ordered: it is on its way, at the price of the day. */
export const orderedIn = (build: Build, partId: string, o: OrderState): Build => ({
  ...build,
  parts: build.parts.map(p =>
    p.id === partId
      ? withStock(p, { state: 'ordered', ordered: o.ordered, due: o.due, order: o.order, price: o.price })
      : p,
  ),
})

/**
 * What a supplier says today, taken into a build: a part that is only chosen follows price and days, one that is ordered
 * its due day, and one that came is here. Parts of other suppliers stay as they are.
 */
export function followSupplier(build: Build, catalogue: Catalogue, orders: Orders): Followed {
  const says: string[] = [],
    offers = new Map(catalogue.offers.map(o => [o.item, o])),
    placed = new Map(orders.orders.map(o => [o.order, o]))
  const parts = build.parts.map(p => {
    const { stock } = p
    if (stock?.supplier !== catalogue.supplier) return p
    const order = stock.order === undefined ? undefined : placed.get(stock.order)
    if (stock.state === 'ordered' && order) {
      if (order.state === 'arrived') {
        says.push(`${p.name} came on ${order.due}.`)
        return withStock(p, { state: 'here', arrived: order.due })
      }
      if (order.due !== stock.due) {
        says.push(
          `${p.name} is ${order.late ? 'late: ' : ''}due ${order.due} now${stock.due ? `, was ${stock.due}` : ''}.`,
        )
        return withStock(p, { due: order.due })
      }
      return p
    }
    const offer = stock.item === undefined ? undefined : offers.get(stock.item)
    if (stock.state !== 'to buy' || stock.item === undefined) return p
    if (!offer) {
      says.push(`${p.name} is not sold any more.`)
      return p
    }
    if (offer.price === stock.price && offer.days === stock.waitDays && offer.stock === stock.count) return p
    if (offer.price !== stock.price)
      says.push(`${p.name} costs ${offer.price} now${stock.price === undefined ? '' : `, was ${stock.price}`}.`)
    if (offer.days !== stock.waitDays) says.push(`${p.name} takes ${counted(offer.days, 'day')} to come now.`)
    if (offer.stock === 0) says.push(`${p.name} is sold out for now.`)
    return withStock(p, { price: offer.price, waitDays: offer.days, count: offer.stock })
  })
  return says.length ? { build: { ...build, parts }, says } : { build, says }
}

import { randomOf } from '../chance/random.ts'
import { addDays, formatISO } from 'date-fns'
import type { Part } from '../parts/part.ts'
import {
  CATALOGUE_FORMAT,
  ORDERS_FORMAT,
  type Catalogue,
  type Offer,
  type Orders,
  type OrderState,
} from './supplier.ts'

interface Placed {
  order: string
  item: string
  placed: number
  promised: number
  arrives: number
  price: number
}

/** How far prices swing about their mean, and over how many days [our choice: a supplier that stands in]. */
const SWING = 0.12,
  SEASON = 9
/** How often a parcel is late, and by how many days at most. */
const LATE = 0.35,
  LATE_DAYS = 9
/** What a part costs of which nobody says it. */
const USUAL_PRICE = 25

/**
 * A supplier that stands in: sells the parts that it is given, at prices, stock and days that change from day to day and
 * are the same for the same seed; takes orders, and sends them, now and then late. It has its own calendar: `nextDay`.
 */
export class SimulatedSupplier {
  private day = 0
  private readonly placed: Placed[] = []
  private readonly base: { item: string; part: Part; price: number; phase: number; days: number; stock: number }[]

  constructor(
    readonly name: string,
    parts: readonly Part[],
    private readonly seed: number,
    /** The day of the calendar on which it opens, YYYY-MM-DD. */
    private readonly opens: string,
  ) {
    const draw = randomOf(seed + 1)
    this.base = parts.map((p, i) => {
      const { stock, ...part } = p
      return {
        item: `n-${1000 + i}`,
        part: { ...part, id: `offer-${1000 + i}` },
        price: stock?.price ?? USUAL_PRICE,
        phase: 2 * Math.PI * draw(),
        days: 2 + Math.floor(draw() * 25),
        stock: Math.floor(draw() * 12),
      }
    })
  }

  private on(day: number): string {
    return formatISO(addDays(new Date(`${this.opens}T12:00:00`), day), { representation: 'date' })
  }

  nextDay(): string {
    this.day++
    return this.on(this.day)
  }

  private offers(): Offer[] {
    return this.base.map(b => {
      const taken = this.placed.filter(p => p.item === b.item).length,
        // A delivery now and then.
        stock = Math.max(0, b.stock + 4 * Math.floor((this.day + b.phase) / SEASON) - taken)
      return {
        item: b.item,
        part: b.part,
        price:
          Math.round(b.price * (1 + SWING * Math.sin(b.phase + (2 * Math.PI * this.day) / SEASON)) * 100) / 100,
        freight: b.price > 100 ? 18 : 6,
        stock,
        days: stock > 0 ? b.days : b.days + 14,
      }
    })
  }

  catalogue(): Catalogue {
    return {
      format: CATALOGUE_FORMAT,
      version: 1,
      supplier: this.name,
      on: this.on(this.day),
      offers: this.offers(),
    }
  }

  /** Takes an order for one of an item; undefined where it sells no such item, `sold out` where there is none. */
  order(item: string): OrderState | 'sold out' | undefined {
    const offer = this.offers().find(o => o.item === item)
    if (!offer) return undefined
    if (offer.stock === 0) return 'sold out'
    const draw = randomOf(this.seed * 7919 + this.placed.length * 104_729 + 3)
    draw()
    const late = draw() < LATE ? 1 + Math.floor(draw() * LATE_DAYS) : 0,
      p: Placed = {
        order: `order-${this.placed.length + 1}`,
        item,
        placed: this.day,
        promised: this.day + offer.days,
        arrives: this.day + offer.days + late,
        price: offer.price,
      }
    this.placed.push(p)
    return this.stateOf(p)
  }

  private stateOf(p: Placed): OrderState {
    // That a parcel is late is told when it should be there, not before.
    const late = p.arrives > p.promised && this.day >= p.promised
    return {
      order: p.order,
      item: p.item,
      state: this.day >= p.arrives ? 'arrived' : this.day > p.placed ? 'sent' : 'placed',
      ordered: this.on(p.placed),
      due: this.on(late ? p.arrives : p.promised),
      late,
      price: p.price,
    }
  }

  orders(): Orders {
    return {
      format: ORDERS_FORMAT,
      version: 1,
      on: this.on(this.day),
      orders: this.placed.map(p => this.stateOf(p)),
    }
  }
}

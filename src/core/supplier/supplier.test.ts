import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { candidatesFor } from '../match/candidates.ts'
import { expectedOn } from '../plan/partsOfStep.ts'
import { typicalPart } from '../parts/typicalPart.ts'
import { followSupplier, orderedIn } from './follow.ts'
import { SimulatedSupplier } from './simulatedSupplier.ts'
import { offered, readCatalogue, readOrders, type OrderState } from './supplier.ts'

const SOLD = [
  { ...typicalPart('nut', 'bone-nut', 'Bone nut'), stock: { price: 12 } },
  { ...typicalPart('jack', 'long-jack', 'Long jack'), stock: { price: 9 } },
  { ...typicalPart('bridge', 'steel-plate', 'Steel plate'), stock: { price: 140 } },
]
const open = (seed = 1, parts = SOLD) => new SimulatedSupplier('Corner shop', parts, seed, '2026-12-30')

describe('what a supplier says', () => {
  it('is read strictly: what the stand-in says is accepted, what is missing or more is told with its place', () => {
    const c = JSON.parse(JSON.stringify(open().catalogue())) as Record<string, unknown>
    expect(readCatalogue(c).ok).toBe(true)
    expect(readOrders(open().orders()).ok).toBe(true)
    const wrong = (patch: object) => {
      const r = readCatalogue({ ...c, ...patch })
      return r.ok ? [] : r.problems.map(p => p.path)
    }
    expect(wrong({ on: '2026-02-30' })).toContain('on')
    expect(wrong({ supplier: '' })).toContain('supplier')
    expect(wrong({ more: 1 })).toContain('more')
    expect(wrong({ offers: [{ ...(c.offers as object[])[0], price: -1 }] })).toContain('offers[0].price')
    expect(wrong({ offers: [{ ...(c.offers as object[])[0], part: { id: 'x' } }] }).length).toBeGreaterThan(0)
    expect(readCatalogue([]).ok).toBe(false)
    expect(readOrders({ format: 'snugbolt-catalogue' }).ok).toBe(false)
  })
})

describe('the supplier that stands in', () => {
  it('changes prices, stock and days from day to day, and says the same for the same seed', () => {
    const a = open(),
      b = open(),
      first = a.catalogue()
    expect(b.catalogue()).toEqual(first)
    for (let i = 0; i < 5; i++) {
      a.nextDay()
      b.nextDay()
    }
    expect(a.catalogue()).toEqual(b.catalogue())
    expect(a.catalogue().offers.map(o => o.price)).not.toEqual(first.offers.map(o => o.price))
    expect(
      open(2)
        .catalogue()
        .offers.map(o => o.days),
    ).not.toEqual(first.offers.map(o => o.days))
    // Over the turn of the year.
    expect(a.catalogue().on).toBe('2027-01-04')
  })
  it('keeps every promise in the end: what is ordered arrives on the promised day or, told then, late', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), seed => {
        const s = open(seed),
          item = s.catalogue().offers.find(o => o.stock > 0)?.item
        if (!item) return
        const placed = s.order(item) as OrderState
        expect(placed.state).toBe('placed')
        let on = placed.ordered
        for (let i = 0; i < 60; i++) {
          on = s.nextDay()
          const now = s.orders().orders[0]!
          if (on < placed.due) expect(now).toMatchObject({ due: placed.due, late: false })
          if (now.state === 'arrived') {
            expect(on >= now.due).toBe(true)
            expect(now.late).toBe(now.due > placed.due)
            return
          }
          // Not there on its day: it says when, and that is no day that is over.
          if (on >= placed.due) expect(now.due > on && now.late).toBe(true)
        }
        throw new Error('it never came')
      }),
      { numRuns: 60 },
    )
  })
  it('sells no more than it has, and nothing that it has not', () => {
    const s = open(3),
      offer = s.catalogue().offers.find(o => o.stock > 0)!
    for (let i = 0; i < offer.stock; i++) expect(s.order(offer.item)).toHaveProperty('order')
    expect(s.order(offer.item)).toBe('sold out')
    expect(s.order('n-9')).toBeUndefined()
    expect(new Set(s.orders().orders.map(o => o.order)).size).toBe(offer.stock)
    // Without stock it promises a later day.
    expect(s.catalogue().offers.find(o => o.item === offer.item)!.days).toBeGreaterThan(offer.days)
  })
})

describe('a build that follows its supplier', () => {
  const s = open(),
    catalogue = s.catalogue(),
    offer = catalogue.offers.find(o => o.part.kind === 'bridge' && o.stock > 0)!,
    part = offered(offer, catalogue.supplier)
  const chosen: Build = (() => {
    const b = plainBuild()
    return { ...b, parts: [...b.parts, part], slots: { ...b.slots, bridge: part.id } }
  })()
  const stockOf = (b: Build) => b.parts.find(p => p.id === part.id)!.stock!
  const none = { ...s.orders(), orders: [] }
  it('chooses from what is sold: an offer is a candidate with its price and its days', () => {
    const c = candidatesFor(plainBuild(), { id: 'bridge', kind: 'bridge' }, [part], catalogue.on).find(
      x => x.part.id === part.id,
    )!
    expect(c.cost).toBeCloseTo(offer.price + offer.freight, 9)
    expect(c.wait).toBe(offer.days)
  })
  it('follows the price of what is only chosen, and says so', () => {
    const dearer = {
      ...catalogue,
      offers: catalogue.offers.map(o => (o.item === offer.item ? { ...o, price: 99, stock: 0 } : o)),
    }
    const { build, says } = followSupplier(chosen, dearer, none)
    expect(stockOf(build)).toMatchObject({ price: 99, count: 0, state: 'to buy' })
    expect(says.join(' ')).toMatch(/costs 99 now, was .* sold out/)
    expect(followSupplier(chosen, catalogue, none)).toEqual({ build: chosen, says: [] })
    expect(followSupplier(chosen, { ...catalogue, offers: [] }, none).says[0]).toContain('not sold any more')
    // Another shop's parts are none of its business.
    expect(followSupplier(chosen, { ...dearer, supplier: 'Another' }, none).build).toBe(chosen)
  })
  it('keeps what was paid once it is ordered, moves its day with the parcel, and has it here when it comes', () => {
    const placed: OrderState = {
      order: 'order-1',
      item: offer.item,
      state: 'placed',
      ordered: '2026-12-30',
      due: '2027-01-04',
      late: false,
      price: 130,
    }
    const b = orderedIn(chosen, part.id, placed)
    expect(stockOf(b)).toMatchObject({ state: 'ordered', ordered: '2026-12-30', due: '2027-01-04', price: 130 })
    expect(
      expectedOn(
        b.parts.find(p => p.id === part.id)!,
        'bridge',
        '2026-12-31',
      ),
    ).toMatchObject({
      day: '2027-01-04',
      order: false,
    })
    const orders = (patch: Partial<OrderState>) => ({ ...none, orders: [{ ...placed, ...patch }] })
    const cheaper = { ...catalogue, offers: catalogue.offers.map(o => ({ ...o, price: 1 })) }
    expect(followSupplier(b, cheaper, orders({ state: 'sent' })).build).toBe(b)
    const late = followSupplier(b, catalogue, orders({ state: 'sent', due: '2027-01-11', late: true }))
    expect(stockOf(late.build).due).toBe('2027-01-11')
    expect(late.says[0]).toContain('late')
    const here = followSupplier(late.build, catalogue, orders({ state: 'arrived', due: '2027-01-11', late: true }))
    expect(stockOf(here.build)).toMatchObject({ state: 'here', arrived: '2027-01-11', price: 130 })
    expect(
      expectedOn(
        here.build.parts.find(p => p.id === part.id)!,
        'bridge',
        '2027-01-12',
      ),
    ).toBeUndefined()
  })
})

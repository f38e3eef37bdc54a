import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import type { Stock } from '../parts/part.ts'
import { buyList } from './buyList.ts'
import { plan } from './plan.ts'

const TODAY = '2026-11-30',
  NOW = { at: `${TODAY}T08:00:00Z`, zone: 'UTC' }
const list = (b: Build) => buyList(plan(b, NOW), b, TODAY)
function stocked(stocks: Readonly<Record<string, Stock>>): Build {
  const b = plainBuild()
  return {
    ...b,
    parts: b.parts.map(p => {
      const slot = Object.keys(stocks).find(s => b.slots[s] === p.id)
      return slot ? { ...p, stock: stocks[slot]! } : { ...p, stock: { state: 'here' as const } }
    }),
  }
}

describe('what is to buy', () => {
  it('is nothing where all is here', () => expect(list(stocked({}))).toEqual([]))
  it('comes shop by shop with its parts, its freight and both together', () => {
    const shops = list(
      stocked({
        bridge: {
          state: 'to buy',
          supplier: 'Shop one',
          price: 30,
          freight: 4,
          link: 'https://one.example/bridge',
        },
        strings: { state: 'to buy', supplier: 'Shop one', price: 9, freight: 2 },
        tuners: { state: 'ordered', supplier: ' Shop two ', price: 40, due: '2026-12-20' },
        neck: { state: 'to buy', price: 90 },
      }),
    )
    const by = Object.fromEntries(shops.map(s => [s.supplier ?? 'nobody', s]))
    expect(by['Shop one']).toMatchObject({ parts: 39, freight: 6, total: 45 })
    expect(by['Shop one']!.lines.find(l => l.slot === 'bridge')!.link).toBe('https://one.example/bridge')
    expect(by['Shop two']!.lines).toMatchObject([
      { slot: 'tuners', state: 'ordered', due: '2026-12-20', by: undefined },
    ])
    expect(by.nobody!.lines.map(l => l.slot)).toEqual(['neck'])
    // What is wanted first is asked for first; what is on its way last.
    expect(shops.at(-1)!.supplier).toBe('Shop two')
  })
  it('has to be ordered as many days before it is wanted as its supplier says', () => {
    const by = (waitDays: number) => list(stocked({ strings: { state: 'to buy', waitDays } }))[0]!.lines[0]!
    const days = (a: string, b: string) => (Date.parse(b) - Date.parse(a)) / 86_400_000
    expect(days(by(20).by!, by(3).by!)).toBe(17)
    // Ordered today it is there so many days on.
    expect(by(20).due).toBe('2026-12-20')
    expect(by(3).late).toBe(false)
    expect(by(700).late).toBe(true)
  })
  it('is told once where one part serves two slots', () => {
    const b = stocked({ strings: { state: 'to buy' } }),
      id = b.slots.strings!
    expect(list({ ...b, slots: { ...b.slots, shim: id } }).flatMap(s => s.lines)).toHaveLength(1)
  })
})

import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { identifyLeads, type LeadAnswer, type LeadReading, type Swing } from './leads.ts'

/** A pickup on the bench as a meter sees it: coils between leads, and which lead of each is positive. */
interface Bench {
  leads: string[]
  coils: { plus: string; minus: string; ohms: number }[]
  /** Leads that are one conductor. */
  one?: [string, string][]
}
const between = (b: Bench, x: string, y: string): number => {
  // Series ways through the coils; pickups have no rings.
  const walk = (at: string, seen: ReadonlySet<string>): number => {
    if (at === y) return 0
    const ways = [
      ...(b.one ?? []).flatMap(
        ([p, q]) => (p === at ? [[q, 0.3]] : q === at ? [[p, 0.3]] : []) as [string, number][],
      ),
      ...b.coils.flatMap(
        c => (c.plus === at ? [[c.minus, c.ohms]] : c.minus === at ? [[c.plus, c.ohms]] : []) as [string, number][],
      ),
    ].filter(([to]) => !seen.has(to))
    return Math.min(Infinity, ...ways.map(([to, r]) => r + walk(to, new Set([...seen, at]))))
  }
  return walk(x, new Set())
}
/** Answers every question that is asked, as somebody with a meter would. */
function played(b: Bench): { answer: LeadAnswer; readings: number } {
  const readings: LeadReading[] = [],
    swings: Swing[] = []
  for (let k = 0; k < 40; k++) {
    const answer = identifyLeads({ leads: b.leads, readings, swings, magnet: 'north' })
    if (!answer.next) return { answer, readings: readings.length }
    if ('read' in answer.next) {
      const [a, c] = answer.next.read
      readings.push({ a, b: c, ohms: between(b, a, c) })
    } else {
      const [red] = answer.next.swing.ends
      swings.push({ red, way: b.coils.some(c => c.plus === red) ? 'up' : 'down' })
    }
  }
  throw new Error('it never ends')
}
const lug = (a: LeadAnswer, l: string) => a.lugs?.find(x => x.lead === l)?.lug

describe('leads by meter', () => {
  it('two leads and a braid', () => {
    const { answer } = played({
      leads: ['white', 'black', 'braid'],
      coils: [{ plus: 'black', minus: 'white', ohms: 6100 }],
    })
    expect([lug(answer, 'black'), lug(answer, 'white'), lug(answer, 'braid')]).toEqual(['start', 'finish', 'case'])
    expect(answer.coils[0]!.ohms).toBe(6100)
    expect(answer.winding).toBe('reverse')
  })
  it('four and a bare one, in as few readings as it takes', () => {
    const { answer, readings } = played({
      leads: ['blue', 'yellow', 'grey', 'brown', 'bare'],
      coils: [
        { plus: 'blue', minus: 'grey', ohms: 4100 },
        { plus: 'brown', minus: 'yellow', ohms: 4000 },
      ],
    })
    expect(answer.lugs).toEqual(
      expect.arrayContaining([
        { lead: 'blue', lug: 'a-start' },
        { lead: 'grey', lug: 'a-finish' },
        { lead: 'brown', lug: 'b-finish' },
        { lead: 'yellow', lug: 'b-start' },
        { lead: 'bare', lug: 'case' },
      ]),
    )
    expect(readings).toBeLessThanOrEqual(10)
  })
  it('three of two coils in series: the lead whose readings add up is their link', () => {
    const { answer } = played({
      leads: ['blue', 'white', 'black'],
      coils: [
        { plus: 'blue', minus: 'white', ohms: 4100 },
        { plus: 'white', minus: 'black', ohms: 3900 },
      ],
    })
    expect(answer.link).toBe('white')
    expect(answer.coils.map(c => c.ohms).sort()).toEqual([3900, 4100])
  })
  it('a braid that is the cold end itself is said to be one with it', () => {
    const { answer } = played({
      leads: ['white', 'black', 'braid'],
      coils: [{ plus: 'white', minus: 'black', ohms: 7000 }],
      one: [['black', 'braid']],
    })
    expect(answer.joined).toEqual([['black', 'braid']])
    expect(answer.lugs!.filter(l => l.lead === 'braid').map(l => l.lug)).toEqual(['case', 'finish'])
  })
  it('says what is wrong: no coil at all, and sums that do not add up', () => {
    expect(played({ leads: ['a', 'b'], coils: [] }).answer.trouble).toMatch(/No two leads read a coil/)
    const r = (a: string, b: string, ohms: number) => ({ a, b, ohms })
    expect(
      inWords(
        identifyLeads({
          leads: ['a', 'b', 'c'],
          readings: [r('a', 'b', 4000), r('b', 'c', 4000), r('a', 'c', 5000)],
          swings: [],
        }).trouble,
      ),
    ).toBe('a to c reads 5000 Ω, by way of b it is 8000 Ω: read them again.')
  })
  it('the newest reading counts', () => {
    const first = identifyLeads({ leads: ['a', 'b'], readings: [{ a: 'a', b: 'b', ohms: Infinity }], swings: [] })
    expect(first.trouble).toBeDefined()
    const then = identifyLeads({
      leads: ['a', 'b'],
      readings: [
        { a: 'a', b: 'b', ohms: Infinity },
        { a: 'b', b: 'a', ohms: 6000 },
      ],
      swings: [{ red: 'b', way: 'down' }],
    })
    expect(then.lugs).toEqual([
      { lead: 'a', lug: 'start' },
      { lead: 'b', lug: 'finish' },
    ])
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CONTACTS } from '../parts/contacts.ts'
import { currentPath } from './currentPath.ts'
import type { Coil, Element } from './element.ts'
import type { Network } from './network.ts'
import { dcResistance, transfers } from './solve.ts'
import { blendShare, taperShare } from './taper.ts'
import { anyOver } from '../../../tests/support/any.ts'

const network = (elements: Element[], nodes: number, tip = 1): Network => ({
  nodes,
  tip,
  elements,
  nodeOf: new Map(),
  nets: [],
})
const R = (a: number, b: number, ohms: number, id = 'r'): Element => ({ kind: 'R', id, a, b, ohms })
const NODES = 6
const ohms = anyOver(10, 1e5)
/** A connected net of resistors: a chain through all nodes, and more between any two. */
const nets = fc
  .tuple(
    fc.array(ohms, { minLength: NODES - 1, maxLength: NODES - 1 }),
    fc.array(fc.tuple(fc.nat(NODES - 1), fc.nat(NODES - 1), ohms), { maxLength: 8 }),
  )
  .map(([chain, more]) => [
    ...chain.map((r, i) => R(i, i + 1, r, `c${i}`)),
    ...more.filter(([a, b]) => a !== b).map(([a, b, r], i) => R(a, b, r, `m${i}`)),
  ])

describe('nets of resistors at random [published: laws of linear networks]', () => {
  it('read the same from both sides', () =>
    fc.assert(
      fc.property(nets, n => {
        const net = network(n, NODES)
        expect(dcResistance(net, 0, NODES - 1) / dcResistance(net, NODES - 1, 0)).toBeCloseTo(1, 5)
      }),
    ))
  it('with one more beside them read product over sum', () =>
    fc.assert(
      fc.property(nets, ohms, (n, r) => {
        const z = dcResistance(network(n, NODES), 0, 3),
          both = dcResistance(network([...n, R(0, 3, r)], NODES), 0, 3)
        expect(both / ((z * r) / (z + r))).toBeCloseTo(1, 6)
      }),
    ))
  it('give out no more than goes in, and what a source brings to the tip it would take from it', () =>
    fc.assert(
      fc.property(nets, fc.integer({ min: 2, max: NODES - 1 }), (n, k) => {
        const coil = (a: number, b: number): Coil => ({
          kind: 'coil',
          id: 'coil',
          of: 'coil',
          a,
          b,
          ohms: 1000,
          henries: 1,
          volts: 1,
          hum: 1,
        })
        // Reciprocity: drive at k and listen at 1, or the other way round, behind the same branches.
        const net = (from: number, to: number) =>
          transfers(network([...n, coil(from, 0), { ...coil(to, 0), volts: 0, id: 'other' }], NODES, to), [200])
        const one = net(k, 1),
          two = net(1, k)
        const size = (t: ReturnType<typeof transfers>) => {
          const q = t.coils.findIndex(c => c.id === 'coil')
          return Math.hypot(t.re[q]![0]!, t.im[q]![0]!)
        }
        expect(size(one) / size(two)).toBeCloseTo(1, 6)
        expect(size(one)).toBeLessThanOrEqual(1)
      }),
    ))
})

describe('what lies between two nodes', () => {
  it('leaves out what hangs on one node', () => {
    const n = [R(1, 2, 1, 'a'), R(2, 0, 1, 'b'), R(2, 3, 1, 'hangs'), R(3, 4, 1, 'further'), R(3, 4, 1, 'loop')]
    expect(
      currentPath({ elements: n, nodes: 5 }, 1, 0)
        .map(e => e.id)
        .sort(),
    ).toEqual(['a', 'b'])
  })
  it('changes no reading, in nets at random', () =>
    fc.assert(
      fc.property(nets, n => {
        const all = dcResistance(network(n, NODES), 1, 0),
          some = dcResistance(network([...currentPath({ elements: n, nodes: NODES }, 1, 0)], NODES), 1, 0)
        expect(some / all).toBeCloseTo(1, 6)
      }),
    ))
})

/** What each sort joins, written down from the trade's words and not from the code [common practice: handbook section 6]. */
describe('contacts', () => {
  const joins = (name: keyof typeof CONTACTS) =>
    CONTACTS[name].throws.map(t => t.joins.map(([a, b]) => `${a}>${b}`).join(' '))
  it('a five-way blade of two poles joins neighbours in 2 and 4', () =>
    expect(joins('blade 2 × 5')).toEqual([
      'a-common>a-1 b-common>b-1',
      'a-common>a-1 a-common>a-2 b-common>b-1 b-common>b-2',
      'a-common>a-2 b-common>b-2',
      'a-common>a-2 a-common>a-3 b-common>b-2 b-common>b-3',
      'a-common>a-3 b-common>b-3',
    ]))
  it('one of four poles has five throws of their own', () => {
    expect(CONTACTS['blade 4 × 5'].lugs).toHaveLength(4 * 6 + 1)
    expect(joins('blade 4 × 5')[3]).toBe('a-common>a-4 b-common>b-4 c-common>c-4 d-common>d-4')
  })
  it('both sorts of on-on-on throw their poles apart in the middle', () => {
    expect(joins('on-on-on')).toEqual([
      'a-common>a-1 b-common>b-1',
      'a-common>a-1 b-common>b-2',
      'a-common>a-2 b-common>b-2',
    ])
    expect(joins('on-on-on, other')[1]).toBe('a-common>a-2 b-common>b-1')
  })
  it('on-off-on joins nothing in the middle, a rotary one throw a pole, a button only while it is pressed', () => {
    expect(joins('on-off-on')[1]).toBe('')
    expect(joins('rotary 3 × 4')[2]).toBe('a-common>a-3 b-common>b-3 c-common>c-3')
    expect(joins('push to make')).toEqual(['', 'a-common>a-1'])
    expect(joins('leaf toggle')[1]).toBe('common>bridge common>neck')
  })
  it('name lugs that are there, each in a place of its own', () => {
    for (const [name, s] of Object.entries(CONTACTS)) {
      const lugs = new Map(s.lugs.map(l => [l.id, l.at] as const))
      expect(lugs.size, name).toBe(s.lugs.length)
      for (const t of s.throws)
        for (const [a, b] of t.joins) expect(lugs.has(a) && lugs.has(b), `${name} ${a} ${b}`).toBe(true)
      const at = [...lugs.values()]
      for (const [i, p] of at.entries())
        for (const q of at.slice(i + 1)) expect(Math.hypot(p[0] - q[0], p[1] - q[1]), name).toBeGreaterThan(2)
    }
  })
})

describe('blends and reverse tapers', () => {
  it('a blend’s halves are whole in the middle and pass their value over half the turn', () => {
    expect([0, 0.25, 0.5, 0.75, 1].map(x => blendShare('second', x))).toEqual([0, 0.5, 1, 1, 1])
    expect([0, 0.25, 0.5, 0.75, 1].map(x => blendShare('first', x))).toEqual([1, 1, 1, 0.5, 0])
  })
  it('reverse logarithmic has at half turn what logarithmic leaves', () =>
    expect(taperShare('reverse logarithmic', 0.5)).toBeCloseTo(1 - taperShare('logarithmic', 0.5), 12))
})

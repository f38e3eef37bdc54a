import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { oneIn, runs } from '../../../tests/support/long.ts'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { demo } from '../../../tests/support/demo.ts'
import { heron } from '../../../tests/support/heron.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { takeReading } from '../document/edits.ts'
import { need } from '../document/quantityAt.ts'
import { drillWork } from '../fit/drillWork.ts'
import { bridgeLine, bridgeOffset } from '../layout/bridgeLine.ts'
import { layOut } from '../layout/layOut.ts'
import { doubtOf, fromSource, linear, type Quantity } from '../units/quantity.ts'
import type { Input } from './inputs.ts'
import { traceItem } from './traceItem.ts'
import { traced } from './traced.ts'

const numbers = (b: Build, id: string) =>
  Object.fromEntries(traceItem(b, id).map(n => [n.is ?? n.nth ?? n.label, n.quantity]))
/** Those with a coefficient that tells. */
const told = (q: Quantity) => Object.fromEntries(Object.entries(terms(q)).filter(([, c]) => Math.abs(c) > 1e-6))
const terms = (q: Quantity) =>
  Object.fromEntries([...q.terms.values()].map(t => [t.source.id, Number(t.coefficient.toFixed(4))]))

describe('a number that is traced by moving its inputs', () => {
  interface Doc {
    a: number
    b: number
    c: number
  }
  const input = (k: keyof Doc, doubt: number, assumed?: true): Input<Doc> => ({
    source: { id: k, label: k, value: 0, doubt, basis: 'measured' },
    moved: (d, by) => ({ ...d, [k]: d[k] + by }),
    ...(assumed ? { assumed } : {}),
  })
  const at: Doc = { a: 3, b: 4, c: 10 }
  it('has the partial derivatives that calculus gives', () => {
    const q = traced(
      at,
      [input('a', 0.1), input('b', 0.2), input('c', 1)],
      d =>
        new Map([
          ['hypotenuse', Math.hypot(d.a, d.b)],
          ['product', d.a * d.c],
        ]),
    )
    // ∂√(a²+b²)/∂a = a/√(a²+b²) = 3/5.
    const slopes = terms(q.get('hypotenuse')!)
    // Moved by all of its doubt: the next order is 0.0002.
    expect(slopes.a).toBeCloseTo(0.6, 3)
    expect(slopes.b).toBeCloseTo(0.8, 3)
    expect(terms(q.get('product')!)).toEqual({ a: 10, c: 3 })
    expect(doubtOf(q.get('hypotenuse')!)).toBeCloseTo(Math.hypot(0.06, 0.16), 4)
  })
  it('finds an input among many, and asks little of those that move nothing', () => {
    let calls = 0
    const many = Array.from({ length: 256 }, (_, i): Input<Doc> => ({
      ...input('c', 1),
      source: { ...input('c', 1).source, id: `c${i}` },
      moved: d => d,
    }))
    const q = traced(at, [...many.slice(0, 100), input('b', 1), ...many.slice(100)], d => {
      calls++
      return new Map([['b', 2 * d.b]])
    })
    expect(terms(q.get('b')!)).toEqual({ b: 2 })
    expect(calls).toBeLessThan(25)
  })
  it('takes a number that runs in steps by what its doubt really brings, not by the jump of one step', () => {
    const q = traced(at, [input('a', 1)], d => new Map([['steps', Math.round(d.a * 2) / 2]]))
    expect(doubtOf(q.get('steps')!)).toBeCloseTo(1, 9)
  })
  it('leaves out an input where the number jumps or is not there, and a usual value that nothing took', () => {
    const q = traced(
      at,
      [input('a', 1), input('b', 1, true), input('c', 1, true)],
      d => new Map([['a', d.a], ...(d.a >= 3 ? [['only from three', d.a] as const] : []), ['b', d.b]]),
    )
    expect(terms(q.get('only from three')!)).toEqual({})
    expect(terms(q.get('a')!)).toEqual({ a: 1 })
    expect(terms(q.get('b')!)).toEqual({ b: 1 })
    const taken = traced(
      { b: undefined as number | undefined },
      [
        {
          ...input('b', 1, true),
          moved: (d: { b: number | undefined }, by: number) => ({ b: (d.b ?? 7) + by }),
        } as unknown as Input<{ b: number | undefined }>,
      ],
      d =>
        new Map([
          ['taken', d.b ?? 7],
          ['given', d.b === undefined ? 0 : d.b],
        ]),
    )
    // Written down, 7 changes "given": it was not taken there, so it cannot be its source.
    expect(terms(taken.get('given')!)).toEqual({})
  })
})

describe('numbers of the drill sheets', () => {
  it('agree with the bridge line that is computed with its trail, in any build', () =>
    fc.assert(
      fc.property(anyBuild, b => {
        const line = bridgeLine(b)
        // Fixes may move the bridge: the line is the build’s own without them.
        const plain = { ...b, fixes: [] }
        if (!line || !layOut(plain)) return
        const place = numbers(plain, 'bridge-line')[0]!
        expect(place.value).toBeCloseTo(line.place.value, 6)
        // A proposal stands in the middle of the saddles’ travel: that travel is in it too.
        const own = Object.entries(terms(place)).filter(([id]) => !id.endsWith('/dims.saddleTravel'))
        expect(Object.fromEntries(own)).toEqual(told(line.place))
      }),
      { numRuns: runs(10) },
    ))
  it('of a bridge screw: the plate’s place, the foremost saddle point and the hole’s own place', () => {
    const b = heron(),
      line = bridgeLine(b)!,
      n = numbers(b, 'bridge-1'),
      bridge = b.parts.find(p => p.id === b.slots.bridge)!,
      hole = bridge.features[0]!
    const of = (key: string) => {
      const d = hole.dims[key]!
      return fromSource({
        id: `${bridge.id}/features.${hole.id}.${key}`,
        label: '',
        value: d.value,
        doubt: d.doubt,
        basis: d.basis,
      })
    }
    // Told from the pocket’s end: the neck’s length is in the saddle point’s place and goes out again.
    const toHeel = need(
      b.parts.find(p => p.id === b.slots.neck)!,
      'dims.nutToHeelEnd',
    )
    const along = linear([
      [1, line.foremost],
      [-1, toHeel],
      [1, of('x')],
    ])
    expect(terms(n.along!)).toEqual(told(along))
    expect(doubtOf(n.along!)).toBeCloseTo(doubtOf(along), 6)
    expect(doubtOf(n.across!)).toBeCloseTo(
      doubtOf(
        linear([
          [1, bridgeOffset(b)],
          [1, of('y')],
        ]),
      ),
      6,
    )
  })
  it('of a blind hole: what is left under it is the body’s thickness less the hole', () => {
    const n = numbers(heron(), 'bridge-1')
    // Depth = length − plate + 1: left = thickness − length + plate − 1.
    expect(Object.values(terms(n.under!)).sort()).toEqual([-1, 1, 1])
    expect(terms(n.depth!)).toMatchObject(
      Object.fromEntries(
        Object.entries(terms(n.under!))
          .filter(([k]) => !k.includes('thickness'))
          .map(([k, c]) => [k, -c]),
      ),
    )
  })
  it('hang on the readings of the neck’s edges once those are read', () => {
    const edge = (b: Build, of: string, value: number) =>
      takeReading(b, {
        of: `layout.edge.${of}`,
        value,
        doubt: 0.25,
        at: '2026-11-25T10:00:00Z',
        with: 'steel rule',
      })
    let b = plainBuild()
    for (const [of, v] of [
      ['mouth.at', -70],
      ['mouth.treble', 27.4],
      ['mouth.bass', 27.0],
      ['bridge.at', 140],
      ['bridge.treble', 28.4],
      ['bridge.bass', 27.2],
    ] as const)
      b = edge(b, of, v)
    const ids = Object.keys(terms(numbers(b, 'centre-line')[0]!))
    expect(ids).toContain('reading/layout.edge.bridge.treble')
    expect(ids).toContain('reading/layout.edge.bridge.bass')
  })
  it('say what nobody measured: the truss rod beside a pilot is assumed', () => {
    // A heel so wide that the rod is nearer to its screws than the heel's sides.
    const bare = plainBuild({ parts: { neck: { dims: { heelWidth: 85, heelWidthEnd: 85 } } } }),
      neck = bare.parts.find(p => p.id === bare.slots.neck)!
    expect(neck.dims.rodWidth).toBeUndefined()
    const beside = drillWork(bare)!.holes.filter(h => h.leftBeside?.what === 'truss rod')
    expect(beside.length).toBeGreaterThan(0)
    const q = numbers(bare, beside[0]!.id).beside!
    const rod = q.terms.get(`${neck.id}/dims.rodWidth`)!
    expect(rod.source.basis).toBe('assumed')
    // Half the rod's width is what comes nearer.
    expect(rod.coefficient).toBeCloseTo(-0.5, 4)
  })
  it('of every hole and cut of every demo build have a trail, or are in no doubt', () => {
    for (const name of oneIn(2, ['heron', 'bittern'] as const)) {
      const b = demo(name),
        w = drillWork(b)!
      for (const h of w.holes.filter((h, i) => i % 4 === 0 && h.group !== 'buttons')) {
        const n = numbers(b, h.id)
        expect(Object.keys(n)).toEqual(expect.arrayContaining(['along', 'across', 'wanted']))
        expect(n.along!.value).toBeCloseTo(h.along, 6)
        expect(n.along!.terms.size, `${name} ${h.id}`).toBeGreaterThan(0)
      }
      for (const c of w.cuts) {
        const n = traceItem(b, c.id)
        expect(n.length).toBeGreaterThan(3)
        expect(
          n.some(x => x.quantity.terms.size > 0),
          c.id,
        ).toBe(true)
        for (const x of n) expect(doubtOf(x.quantity), `${c.id} ${x.label}`).toBeLessThan(4)
      }
    }
  })
  it('are none for what is not there', () => expect(traceItem(heron(), 'no-such-hole')).toEqual([]))
})

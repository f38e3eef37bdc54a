import { describe, expect, it } from 'vitest'
import { cavity, dim, hollowed, SHELL } from '../../../tests/support/hollowed.ts'
import type { Build } from '../document/build.ts'
import { boreLoads, bundleDiameter, CABLES, foldLoads, strandsOf } from './bundles.ts'

/**
 * Radius of the smallest circle that holds so many of radius 1 [published: R. L. Graham et al., Dense packings of congruent
 * circles in a circle, Discrete Mathematics 181, 1998; figures retyped from memory].
 */
const PACKED: Readonly<Record<number, number>> = {
  1: 1,
  2: 2,
  3: 2.1547,
  4: 2.4142,
  5: 2.7013,
  6: 3,
  7: 3,
  8: 3.3048,
  9: 3.6131,
  10: 3.813,
  11: 3.9238,
  12: 4.0296,
  13: 4.236,
  14: 4.328,
  15: 4.5214,
  16: 4.6154,
  17: 4.792,
  18: 4.8637,
  19: 4.8637,
  20: 5.1223,
}

describe('a bundle', () => {
  it.each(Object.entries(PACKED))('of %s alike is never narrower than their densest packing', (n, radius) => {
    const d = bundleDiameter(Array.from({ length: Number(n) }, () => 1.6))
    expect(d).toBeGreaterThanOrEqual(1.6 * radius - 1e-9)
    // And no more than a fifth wider: a bore is not drilled out for nothing.
    expect(d).toBeLessThanOrEqual(1.6 * radius * 1.2)
  })
  it('of two is as wide as both, whatever their sizes; of one as that', () => {
    expect(bundleDiameter([3.8, 1.4])).toBeCloseTo(5.2, 9)
    expect(bundleDiameter([3.8])).toBe(3.8)
    expect(bundleDiameter([])).toBe(0)
  })
})

describe('what is pulled through a bore', () => {
  const b = hollowed(SHELL)
  it('is a single-coil’s leads one by one, a double-coil’s as one cable', () => {
    const leads = b.circuit.wires.filter(w => w.kind === 'lead')
    const pickup = b.parts.find(p => p.id === b.slots['pickup-bridge'])!
    const coils = (n: number): Build => ({
      ...b,
      parts: b.parts.map(p => (p === pickup ? { ...p, dims: { ...p.dims, coils: dim(n) } } : p)),
    })
    expect(strandsOf(coils(1), leads).map(s => s.diameter)).toEqual([CABLES.single, CABLES.single, CABLES.single])
    expect(strandsOf(coils(2), leads)).toEqual([
      { diameter: CABLES['two-core pickup'], wires: leads.map(w => w.id) },
    ])
    expect(strandsOf(coils(2), leads.slice(0, 2)).map(s => s.diameter)).toEqual([CABLES['braided pickup']])
    const split = [...leads, { ...leads[0]!, id: 'split' }]
    expect(strandsOf(coils(2), split).map(s => s.diameter)).toEqual([CABLES['four-core pickup']])
  })
  it('loads the channel with the pickup’s leads and nothing else', () => {
    const load = boreLoads(b).find(l => l.bore.id.endsWith('/way'))!
    expect(load.strands.flatMap(s => s.wires).sort()).toEqual(['w6', 'w7', 'w8'])
  })
})

describe('what is folded away', () => {
  it('is as high as its wires’ volume over the floor beside the cases: by hand', () => {
    const b = hollowed(SHELL),
      spare = 100,
      load = foldLoads(b, spare).find(l => l.room.feature?.role === 'control-cavity')!
    const size = (slot: string) => b.parts.find(p => p.id === b.slots[slot])!.dims.caseWidth!.value
    // Floor: 100 by 60, less two pots; a jack takes a case's two smaller sides.
    const jack = b.parts.find(p => p.id === b.slots.jack)!.dims,
      sides = [jack.caseWidth!.value, jack.caseWidth!.value, jack.caseDepth!.value].sort((x, y) => x - y)
    const pot = (slot: string) => {
      const p = b.parts.find(x => x.id === b.slots[slot])!.dims,
        all = [size(slot), size(slot), p.caseDepth!.value + (p.threadLength?.value ?? 8)].sort((x, y) => x - y)
      return all[0]! * all[1]!
    }
    const floor = 100 * 60 - pot('pot-volume') - pot('pot-tone') - sides[0]! * sides[1]!
    expect(load.floor).toBeCloseTo(floor, 6)
    // Wires inside: their way a third longer and 20 mm for both ends; what comes in from elsewhere its spare and 20 mm.
    const at = (slot: string): readonly [number, number] =>
      slot === 'jack' ? [190, 125] : slot === 'pot-volume' ? [130, 90] : [170, 90]
    const apart = (p: string, q: string) => Math.hypot(at(p)[0] - at(q)[0], at(p)[1] - at(q)[1])
    const inside = (mm: number) => mm * 1.3 + 20
    const wires = [
        inside(40),
        inside(40),
        inside(apart('pot-volume', 'jack')),
        inside(apart('pot-volume', 'jack')),
      ],
      bond = spare + 20,
      leads = 3 * (spare + 20)
    const volume = (Math.PI / 4) * (1.6 ** 2 * (wires.reduce((s, x) => s + x, 0) + bond) + 1.4 ** 2 * leads)
    expect(load.height).toBeCloseTo(volume / 0.35 / floor, 6)
  })
  it('lies higher the smaller the hollow', () => {
    const small = hollowed(SHELL.map(f => (f.id === 'cavity' ? cavity(150, 90, 80) : f)))
    const height = (x: Build) => foldLoads(x, 100).find(l => l.room.feature?.role === 'control-cavity')!.height
    expect(height(small)).toBeGreaterThan(height(hollowed(SHELL)))
  })
})

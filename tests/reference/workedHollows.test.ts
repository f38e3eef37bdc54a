import { describe, expect, it } from 'vitest'
import { hollowsOf } from '../../src/core/drill/hollows.ts'
import type { Bore } from '../../src/core/geometry/bore.ts'
import { layOut } from '../../src/core/layout/layOut.ts'
import { candidatesFor } from '../../src/core/match/candidates.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { holesOf } from '../support/holesOf.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * What is hollow in a slab 45 thick, by hand: heights count down from its top; the pocket's end lies 470 from the nut,
 * and the slab's sides 160 off the middle.
 */
const THICK = 45
const bores = (face: 'top' | 'back' | 'side', role: 'screw-hole' | 'jack-hole', dims: Record<string, number>) => {
  const b = plainBuild({
    parts: {
      body: {
        features: [
          typicalFeature('neck-pocket', 'pocket', { length: 76, width: 56, widthEnd: 56, depth: 16 }),
          typicalFeature(role, 'own', dims, { face, ...(role === 'jack-hole' ? { serves: 'jack' } : {}) }),
        ],
      },
    },
  })
  const h = hollowsOf(b, layOut(b)!).find(x => x.id.endsWith('/own'))!
  return (h.shape as { bore: Bore }).bore
}

describe('a hole that is there already', () => {
  it('goes down from the top', () => {
    const b = bores('top', 'screw-hole', { x: 150, y: -30, diameter: 3, depth: 12 })
    expect(b.from).toEqual([470 + 150, -30, 0])
    expect(b.to).toEqual([470 + 150, -30, -12])
    expect(b.radius).toBe(1.5)
  })
  it('goes up from the back', () => {
    const b = bores('back', 'screw-hole', { x: 150, y: 30, diameter: 4, depth: 14 })
    expect(b.from[2]).toBe(-THICK)
    expect(b.to[2]).toBe(-THICK + 14)
    expect(b.radius).toBe(2)
  })
  it.each([1, -1])('goes in from the side, half-way down, towards the middle (side %i)', side => {
    const b = bores('side', 'jack-hole', { x: 280, y: side * 155, diameter: 22, depth: 30 })
    expect(b.from.map(x => Math.round(x * 1e6) / 1e6)).toEqual([750, side * (155 + 12), -THICK / 2])
    expect(b.to.map(x => Math.round(x * 1e6) / 1e6)).toEqual([750, side * (155 - 30), -THICK / 2])
    expect(b.radius).toBe(11)
  })
})

describe('the ground wire of a floating bridge', () => {
  const b = plainBuild({ instrument: { bridge: 'floating bridge' } })
  b.circuit.components.push({ id: 'strings', kind: 'metal', label: 'Strings' })
  const hole = holesOf(b).find(h => h.id === 'ground')!
  it('leaves the tail’s edge half-way down and ends three millimetres inside the cavity', () => {
    // The slab's tail lies 320 behind the pocket's end; the cavity from 150 to 250 and 60 to 120.
    expect(hole.at[0]).toBeCloseTo(470 + 320, 6)
    expect(hole.bore.from[2]).toBeCloseTo(-THICK / 2, 6)
    expect(hole.face).toBe('body edge')
    // Its corners are of 10: as far as the round one's middle, less that, and three more.
    const [x, y] = hole.bore.to,
      beside = Math.max(0, 70 - hole.at[1], hole.at[1] - 110)
    expect(Math.hypot(x - hole.at[0], y - hole.at[1])).toBeCloseTo(Math.hypot(790 - 710, beside) - 10 + 3, 1)
  })
  it('stands beside the tailpiece’s bracket, on the cavity’s side', () => {
    expect(Math.sign(hole.at[1])).toBe(1)
    expect(hole.at[1]).toBeGreaterThan(3)
  })
})

describe('parts that fit alike', () => {
  it('are listed by work, then price, then name, whichever way they came', () => {
    const b = plainBuild()
    const like = (id: string, price: number) => ({
      ...structuredClone(b.parts.find(p => p.id === b.slots['pickup-bridge'])!),
      id,
      stock: { price },
    })
    const parts = [like('delta', 20), like('alpha', 20), like('gamma', 10), like('beta', 20)]
    const order = (ps: typeof parts) =>
      candidatesFor(b, { id: 'pickup-bridge', kind: 'pickup' }, ps, '2026-11-24')
        .map(c => c.part.id)
        .filter(id => parts.some(p => p.id === id))
    expect(order(parts)).toEqual(['gamma', 'alpha', 'beta', 'delta'])
    expect(order([...parts].reverse())).toEqual(['gamma', 'alpha', 'beta', 'delta'])
  })
})

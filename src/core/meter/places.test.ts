import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { nextProbes, answersOf } from './next.ts'
import { ACCESS, inReach, pairsOf, pickupsLift, pointsOf, type Access } from './places.ts'
import { modelOf, tableOf } from './table.ts'

const accessOf = (b: Parameters<typeof pointsOf>[0], terminal: string) =>
  pointsOf(b).find(p => p.terminal === terminal)?.access

describe('what has to be open for a probe', () => {
  it('is nothing at the plug, the cavity at a pot, the rout at a pickup’s own lugs', () => {
    const b = demo('wren'),
      pickup = b.circuit.components.find(c => c.kind === 'pickup')!.id,
      pot = b.circuit.components.find(c => c.kind === 'pot')!.id
    const of = (id: string) => pointsOf(b).filter(p => p.terminal.startsWith(`${id}.`))
    expect(of(pickup).length).toBeGreaterThan(0)
    expect(new Set(of(pickup).map(p => p.access))).toEqual(new Set(['lifted']))
    expect(new Set(of(pot).map(p => p.access))).toEqual(new Set(['inside']))
    expect(accessOf(b, 'strings.bond')).toBe('outside')
  })
  it('is one thing under a guard: whatever it carries comes up with it', () => {
    const b = demo('kestrel')
    expect(b.instrument.mounting).toBe('on the guard')
    expect(pickupsLift(b)).toBe(false)
    expect(pointsOf(b).some(p => p.access === 'lifted')).toBe(false)
    const loose = { ...b, instrument: { ...b.instrument, mounting: 'in the body' as const } }
    expect(pickupsLift(loose)).toBe(true)
    expect(pointsOf(loose).some(p => p.access === 'lifted')).toBe(true)
  })
  it('is of a pair what the deeper of both asks for', () => {
    const b = demo('wren'),
      depth = new Map(pointsOf(b).map(p => [p.terminal, ACCESS.indexOf(p.access)]))
    for (const p of pairsOf(b)) expect(ACCESS.indexOf(p.access)).toBe(Math.max(depth.get(p.a)!, depth.get(p.b)!))
  })
  it.each(ACCESS)('with “%s” open proposes nothing deeper', open => {
    const m = modelOf(demo('wren')),
      t = tableOf(m)
    const next = nextProbes(
      m,
      t,
      answersOf(m).of,
      m.hypotheses.map(h => h.prior),
      (a: Access) => inReach(open, a),
    )
    expect(next.length).toBeGreaterThan(0)
    for (const n of next) expect(inReach(open, m.probes[n.probe]!.access)).toBe(true)
  })
})

import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { diagnose } from './diagnose.ts'
import { faultsOf } from './faults.ts'
import { partsRead } from './partsRead.ts'
import { modelOf, predictions, tableOf } from './table.ts'

/** A build whose pot of a component is another by a share, and nobody knows. */
function really(b: Build, component: string, by: number): Build {
  const slot = b.circuit.components.find(c => c.id === component)!.slot!,
    id = b.slots[slot]
  return {
    ...b,
    parts: b.parts.map(p =>
      p.id === id
        ? { ...p, dims: { ...p.dims, resistance: { ...p.dims.resistance!, value: p.dims.resistance!.value * by } } }
        : p,
    ),
  }
}

describe('what the readings tell of the parts', () => {
  const b = demo('kestrel'),
    m = modelOf(b),
    t = tableOf(m),
    pot = b.circuit.components.find(c => c.kind === 'pot' && c.slot && b.slots[c.slot])!
  /** Readings without noise of an instrument whose pot has other than it was said to have: those that show it most. */
  const readings = (by: number) => {
    const other = modelOf(really(b, pot.id, by)),
      is = predictions(other, other.hypotheses[0]!)
    return m.probes
      .flatMap((p, i) => (p.kind === 'ohms' && is.mean[i]! < 1e7 && t.mean[i]! < 1e7 ? [i] : []))
      .sort((x, y) => Math.abs(is.mean[y]! / t.mean[y]! - 1) - Math.abs(is.mean[x]! / t.mean[x]! - 1))
      .slice(0, 8)
      .map(i => ({ probe: i, value: is.mean[i]! }))
  }
  it('is nothing before anything is read', () => {
    expect(partsRead(m, t, diagnose(m, t, []))).toEqual([])
  })
  it.each([0.96, 1.03])('is a pot’s own value, with less doubt than was said: × %s', by => {
    const seen = readings(by),
      d = diagnose(m, t, seen),
      row = partsRead(m, t, d).find(r => r.label === pot.label)!
    expect(d.answers[0]!.faults).toEqual([])
    expect(row).toBeDefined()
    expect(row.doubt).toBeLessThan(0.61 * row.wasDoubt)
    expect(Math.abs(row.is - row.was * by)).toBeLessThan(row.doubt)
    // No other part is said to have moved by more than its doubt.
    for (const r of partsRead(m, t, d))
      if (r !== row && r.label !== pot.label) expect(Math.abs(r.is - r.was)).toBeLessThanOrEqual(r.wasDoubt)
  })
  it('leaves out a part that is at fault itself', () => {
    const worn = faultsOf(b).find(f => f.sort === 'wrong value' && f.at.some(x => x.startsWith(`${pot.id}.`)))!,
      is = predictions(
        m,
        m.hypotheses.find(h => h.faults.length === 1 && h.faults[0]!.id === worn.id)!,
      )
    const seen = m.probes
        .flatMap((p, i) => (p.kind === 'ohms' && is.mean[i]! < 1e7 && t.mean[i]! < 1e7 ? [i] : []))
        .sort((x, y) => Math.abs(is.mean[y]! / t.mean[y]! - 1) - Math.abs(is.mean[x]! / t.mean[x]! - 1))
        .slice(0, 8)
        .map(i => ({ probe: i, value: is.mean[i]! })),
      d = diagnose(m, t, seen)
    expect(d.answers[0]!.faults.map(f => f.mends)).toEqual([worn.mends])
    expect(partsRead(m, t, d).map(r => r.label)).not.toContain(pot.label)
    // With more than one chance in twenty that it is at fault, nothing is told of it, however well the rest agrees.
    const seen2 = readings(0.97),
      fine = diagnose(m, t, seen2),
      faulty = m.hypotheses.findIndex(h => h.faults.length === 1 && h.faults[0]!.id === worn.id)
    expect(partsRead(m, t, fine).map(r => r.label)).toContain(pot.label)
    const chances = fine.chances.map((w, h) => (h === faulty ? 0.1 : w * 0.9))
    expect(partsRead(m, t, { ...fine, chances }).map(r => r.label)).not.toContain(pot.label)
  })
})

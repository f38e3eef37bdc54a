import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { readCostCsv, writeCostCsv } from './costCsv.ts'
import { costSheet } from './costSheet.ts'

describe('the cost sheet', () => {
  const b = demo('heron')
  it('adds parts, freight, consumables and tools to buy, and leaves what is owned out', () => {
    const s = costSheet(b),
      parts = Object.values(b.slots).reduce((n, id) => n + (b.parts.find(p => p.id === id)!.stock?.price ?? 0), 0)
    expect(s.byKind.part).toBe(parts)
    expect(s.byKind.tool).toBe(17)
    expect(s.total).toBe(parts + 14 + 24 + 6 + 17)
    expect(s.left).toBe(260 - s.total)
  })
  it('counts what the log spent', () =>
    expect(
      costSheet({ ...b, log: [{ id: 'l', at: '2026-11-24T10:00:00Z', text: 'Glue', cost: 4 }] }).byKind.log,
    ).toBe(4))
  it('goes out and comes in again, its own lines only', () => {
    const back = readCostCsv(writeCostCsv(b, b.preferences.currency))
    expect(back.problems).toEqual([])
    expect(back.lines.map(l => [l.kind, l.what, l.cost, l.owned ?? false])).toEqual(
      b.costs.map(l => [l.kind, l.what, l.cost, l.owned ?? false]),
    )
    expect(back.passed).toBeGreaterThan(15)
  })
  it('refuses bad rows with their line and takes the others', () => {
    const r = readCostCsv(
      'kind;what;cost\ntool;File;12,5\ntool;;3\nfreight;Parcel;-2\nfreight;Parcel;much\nspoon;x;1',
    )
    expect(r.lines.map(l => l.cost)).toEqual([12.5])
    expect(r.problems.map(p => p.path)).toEqual(['line 3, what', 'line 4, cost', 'line 5, cost', 'line 6, kind'])
    expect(readCostCsv('a,b\n1,2').problems).toHaveLength(3)
  })
})

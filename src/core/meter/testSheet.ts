import type { Fault } from './faults.ts'
import { leastCover } from './cover.ts'
import { ALIKE } from './next.ts'
import type { Access } from './places.ts'
import type { Model, Table } from './table.ts'

/** A reading of the test sheet and what it proves. */
export interface SheetReading {
  probe: number
  /** Joints, wires and contacts that would read otherwise if they were open. */
  proves: readonly Fault[]
}

export interface TestSheet {
  readings: SheetReading[]
  /** No smaller number of readings covers as much. */
  proven: boolean
  /** What no allowed reading shows: another way carries the current. */
  unseen: readonly Fault[]
}

/** Whether a fault is a joint or a contact that does not conduct at all. */
const isOpen = (f: Fault): boolean => {
  const [c] = f.changes
  return c?.kind === 'cut' || c?.kind === 'contact' || (c?.kind === 'lift' && !Number.isFinite(c.ohms))
}

/**
 * As few readings as cover every wire, joint and contact: each is held against the circuit with that one open, and
 * counts where a reading differs by three sums of deviations.
 */
export function testSheet(m: Model, t: Table, allowed: (access: Access) => boolean): TestSheet {
  const rows = m.hypotheses.flatMap((h, i) =>
      h.faults.length === 1 && isOpen(h.faults[0]!) ? [{ f: h.faults[0]!, i }] : [],
    ),
    probes = m.probes.flatMap((p, i) => (p.kind === 'ohms' && allowed(p.access) ? [i] : []))
  const shows = (h: number, p: number): boolean => {
    const a = h * t.probes + p
    return Math.abs(t.mean[a]! - t.mean[p]!) >= ALIKE * (t.sd[a]! + t.sd[p]!)
  }
  const sets = probes.map(p => new Set(rows.flatMap((r, k) => (shows(r.i, p) ? [k] : []))))
  const cover = leastCover(
    rows.length,
    sets,
    probes.map(p => m.probes[p]!.seconds),
  )
  const readings = cover.taken.map(k => ({ probe: probes[k]!, proves: [...sets[k]!].map(i => rows[i]!.f) }))
  // One setting after another: a switch is thrown as seldom as can be.
  readings.sort((a, b) => m.probes[a.probe]!.stand - m.probes[b.probe]!.stand || a.probe - b.probe)
  return { readings, proven: cover.proven, unseen: cover.uncovered.map(i => rows[i]!.f) }
}

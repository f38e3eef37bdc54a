import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { against, keepRun, keptRun, paceHere, type BenchRun } from '../../scripts/benchKept.ts'

const run: BenchRun = {
  machine: 'bench, 2 cores',
  at: '2026-12-01T00:00:00Z',
  pace: 100,
  rows: { joints: 10, heap: 50 },
}

describe('a run of the bench', () => {
  it('is told against one that was kept, times for the pace that the machine has', () => {
    expect(against('joints', 10, 'ms', 100, run)).toBe('× 1.00')
    expect(against('joints', 15, 'ms', 100, run)).toBe('× 1.50')
    // In an hour half as fast the same code takes twice as long.
    expect(against('joints', 20, 'ms', 200, run)).toBe('× 1.00')
    expect(against('heap', 50, 'MB', 200, run)).toBe('× 1.00')
    expect(against('another', 10, 'ms', 100, run)).toBe('')
    expect(against('joints', 10, 'ms', 100, undefined)).toBe('')
  })
  it('is kept for its own machine alone, and a file that is none is passed over', () => {
    const folder = mkdtempSync(join(tmpdir(), 'snugbolt-bench-')),
      file = join(folder, 'new', 'bench.json')
    try {
      expect(keptRun(file, run.machine)).toBeUndefined()
      keepRun(file, run)
      expect(keptRun(file, run.machine)).toEqual(run)
      expect(keptRun(file, 'another')).toBeUndefined()
      writeFileSync(file, '{')
      expect(keptRun(file, run.machine)).toBeUndefined()
    } finally {
      rmSync(folder, { recursive: true })
    }
    expect(paceHere()).toBeGreaterThan(0)
  })
})

import { describe, expect, it } from 'vitest'
import { heron } from '../../../tests/support/heron.ts'
import { meterAtJack } from './jack.ts'

describe('the meter at the jack', () => {
  it('judges what was read', () => {
    const b = heron()
    const read = (value: number) =>
      meterAtJack({
        ...b,
        readings: [{ id: 'r1', of: 'meter.switch=bridge', value, doubt: 1, at: '2026-12-01T10:00:00Z' }],
      })[0]!
    expect(read(8600).verdict).toBe('as expected')
    expect(read(3).verdict).toBe('too low')
    expect(read(3).meaning).toContain('Short')
    expect(read(1e8).meaning).toContain('Open')
    expect(meterAtJack(b)[0]!.verdict).toBe('not read yet')
    for (const m of meterAtJack(b)) {
      expect(m.low).toBeLessThan(m.ohms)
      expect(m.high).toBeGreaterThan(m.ohms)
    }
  })
})

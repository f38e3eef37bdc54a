import { describe, expect, it } from 'vitest'
import { DEFAULT_DOUBT } from '../units/doubt.ts'
import { readWith, TOOLS, type ToolName } from './tools.ts'

describe('what a tool leaves open', () => {
  it('is what the handbook says [common practice: section 1: calliper ±0.05 mm, steel rule ±0.3 mm]', () => {
    expect(readWith('calliper', 'length')).toEqual({ with: 'calliper', doubt: 0.05 })
    expect(readWith('rule', 'length')).toEqual({ with: 'steel rule', doubt: 0.3 })
    expect([DEFAULT_DOUBT.calliper(), DEFAULT_DOUBT.rule()]).toEqual([0.05, 0.3])
  })
  it('is a share of a meter’s reading, and never less than its leads', () => {
    expect(readWith('meter', 'resistance', 8000).doubt).toBeCloseTo(80, 9)
    expect(readWith('meter', 'resistance', 20).doubt).toBe(1)
    expect(readWith('meter', 'value', -500).doubt).toBeCloseTo(5, 9)
    expect(readWith('eye', 'count', 22).doubt).toBe(0)
  })
  it('is told for every measure that it takes', () => {
    for (const name of Object.keys(TOOLS) as ToolName[])
      for (const measure of Object.keys(TOOLS[name].reads)) {
        const r = readWith(name, measure as never, 100)
        expect(r.with.length).toBeGreaterThan(0)
        expect(r.doubt >= 0 && Number.isFinite(r.doubt), `${name}: ${measure}`).toBe(true)
      }
  })
})

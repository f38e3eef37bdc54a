import { randomOf } from '../chance/random.ts'
import { describe, expect, it } from 'vitest'
import { displayed, displayText } from './benchMeter.ts'
import { CHEAP_METER, NOTHING } from './meters.ts'
import { parseMeter } from './meterText.ts'

describe('a bench meter’s display', () => {
  // 2,000 steps: 200.0, 2.000 k, 20.00 k, 200.0 k, 2.000 M, 20.00 M [common practice].
  it.each([
    [7.2, '7.2 Ω'],
    [199.9, '199.9 Ω'],
    [201, '0.201 kΩ'],
    [8520, '8.52 kΩ'],
    [247_300, '0.247 MΩ'],
    [4_700_000, '4.70 MΩ'],
    [21e6, 'OL'],
    [NOTHING, 'OL'],
  ])('shows %s Ω in the smallest range that holds it: %s', (ohms, text) =>
    expect(displayText(CHEAP_METER, ohms)).toBe(text),
  )
  it('goes through the ranges that are too small, moves, slips now and then, and stands still at the value', () => {
    let slipped = 0
    for (let seed = 1; seed <= 60; seed++) {
      const d = displayed(CHEAP_METER, 8520, randomOf(seed))
      // 200 and 2 k are too small, and before that the tips are in the air.
      expect(d.slice(0, 3)).toEqual(['OL', 'OL', 'OL'])
      expect(d[3]).toBeDefined()
      expect(d.at(-1)).toBe('8.52 kΩ')
      const values = d.slice(3).map(t => {
        const p = parseMeter(t)
        if (!p.ok) throw new Error(t)
        return p.value
      })
      if (values.some(v => v > 8560)) slipped++
      // Whatever does not slip lies within two of the last digits.
      for (const v of values) if (v <= 8560) expect(Math.abs(v - 8520)).toBeLessThanOrEqual(20.001)
    }
    // 1 − 0.65³ = 73 of 100 [by hand], within three deviations of 60 draws.
    expect(slipped / 60).toBeGreaterThan(0.55)
    expect(slipped / 60).toBeLessThan(0.9)
    expect(displayed(CHEAP_METER, NOTHING, randomOf(1)).every(t => t === 'OL')).toBe(true)
  })
})

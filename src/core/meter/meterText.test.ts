import { describe, expect, it } from 'vitest'
import { NOTHING } from './meters.ts'
import { parseMeter } from './meterText.ts'

describe('what a meter showed', () => {
  it.each(['OL', 'ol', 'O.L', '0L', 'open', '200M', '1', '∞', '1.'])('%s is nothing', t =>
    expect(parseMeter(t)).toEqual({ ok: true, value: NOTHING }),
  )
  it.each([
    ['8.6k', 8600],
    ['0', 0],
    ['1 Ω', 1],
    ['4k7', 4700],
    ['1M', 1e6],
    ['220', 220],
    ['19.9M', 19.9e6],
  ])('%s is %d Ω', (t, value) => expect(parseMeter(t)).toEqual({ ok: true, value }))
  it('that still moves is its middle, as wide as it moved', () => {
    for (const t of ['8.4k–8.8k', '8.4–8.8k', '8.4k to 8.8k', '8.4k..8.8k', '8.4-8.8k'])
      expect(parseMeter(t), t).toMatchObject({ ok: true, value: 8600, doubt: expect.closeTo(200, 6) as number })
  })
  it('a short without a number is less than one ohm and a half', () =>
    expect(parseMeter('short')).toEqual({ ok: true, value: 0.5, doubt: 1 }))
  it.each(['abc', '-3', '', '8.8k–8.4k', '12 mm', '3 V'])('%s is refused, with what is accepted', t =>
    expect(parseMeter(t)).toMatchObject({ ok: false, accepted: expect.stringContaining('OL') as string }),
  )
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { heron, measuredAt } from '../../../tests/support/heron.ts'
import type { Build } from '../document/build.ts'
import { doubtOf } from '../units/quantity.ts'
import { bridgeLine } from './bridgeLine.ts'
import { startingCompensation } from './compensation.ts'
import { fretPosition, shareBetween } from '../parts/frets.ts'
import { halfBoardAt, layOut, stringAt } from './layOut.ts'
import { nutSlots, saddlePlaces } from './nutSlots.ts'
import { meanActionAtTwelve, saddleHeight, shimAngle, shimFor } from './saddleHeight.ts'
import { anyIn } from '../../../tests/support/any.ts'

describe('strings over the nut', () => {
  const gauges = [0.254, 0.3302, 0.4318, 0.6604, 0.9144, 1.1684]
  it('stand with equal gaps between their surfaces', () => {
    const y = nutSlots(42, 3, gauges, 'equal gaps')
    const gaps = y.slice(1).map((v, i) => y[i]! - gauges[i]! / 2 - (v + gauges[i + 1]! / 2))
    for (const g of gaps) expect(g).toBeCloseTo(gaps[0]!, 9)
    expect(21 - y[0]! - gauges[0]! / 2).toBeCloseTo(3, 9)
    expect(21 + y[5]! - gauges[5]! / 2).toBeCloseTo(3, 9)
  })
  it('or with equal centres, the other school', () => {
    const y = nutSlots(42, 3, gauges, 'equal centres')
    const pitch = y.slice(1).map((v, i) => y[i]! - v)
    for (const p of pitch) expect(p).toBeCloseTo(pitch[0]!, 9)
  })
  it('keep their margins for any count', () =>
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 12 }), anyIn(0.5, 4), (n, margin) => {
        const d = Array.from({ length: n }, (_, i) => 0.25 + i * 0.1)
        const y = nutSlots(60, margin, d, 'equal gaps')
        return (
          Math.abs(30 - y[0]! - d[0]! / 2 - margin) < 1e-9 &&
          Math.abs(30 + y[n - 1]! - d[n - 1]! / 2 - margin) < 1e-9 &&
          y.every((v, i) => i === 0 || v < y[i - 1]!)
        )
      }),
    ))
  it('spread evenly over the saddles', () => {
    expect(saddlePlaces(52.5, 6)[1]! - saddlePlaces(52.5, 6)[2]!).toBeCloseTo(10.5, 9)
    expect(saddlePlaces(52, 1)).toEqual([0])
  })
})

describe('compensation', () => {
  // Common practice: thin plain strings about 1–2 mm, low wound ones 3–5 mm.
  it('lies in the trade’s ranges and grows with the core', () => {
    expect(startingCompensation({ diameter: 0.254, wound: false })).toBeGreaterThan(1)
    expect(startingCompensation({ diameter: 0.3302, wound: false })).toBeLessThan(2)
    for (const core of [0.36, 0.41, 0.5]) {
      const c = startingCompensation({ diameter: 1.1, wound: true, core })
      expect(c).toBeGreaterThanOrEqual(3)
      expect(c).toBeLessThanOrEqual(5)
    }
  })
})

describe('bridge line', () => {
  it('ties neck, body and bridge: place = scale − heel − plate front − half the spare travel', () => {
    const line = bridgeLine(heron())!
    // By hand: 628 − 458 − 158 − 9 = 3 mm ahead of the scale line.
    expect(line.ahead.value).toBeCloseTo(3, 9)
    expect(line.ideal.value).toBeCloseTo(628 - 458 - 9 - (line.low + line.high) / 2, 9)
  })
  it('misses when the neck has another heel, however well it fits', () => {
    const line = bridgeLine(measuredAt(heron(), 'heron-neck', 'dims.nutToHeelEnd', 446))!
    expect(line.ahead.value).toBeCloseTo(15, 9)
    expect(line.ahead.value).toBeGreaterThan(line.high)
  })
  it('is proposed while nothing is placed, with only the neck’s and the bridge’s doubt', () => {
    const b: Build = { ...heron(), placements: {} }
    const line = bridgeLine(b)!
    expect(line.proposed).toBe(true)
    // Placed from the measured neck, its errors cancel: the place is set where the scale asks for it.
    expect(doubtOf(line.ahead)).toBeLessThan(1)
    expect(line.ahead.value).toBeCloseTo((line.low + line.high) / 2, 9)
  })
  it('is unknown without a neck', () => {
    const b = heron()
    delete b.slots.neck
    expect(bridgeLine(b)).toBeUndefined()
    expect(layOut(b)).toBeUndefined()
  })
})

describe('the whole layout', () => {
  it('runs every string straight from its slot to its saddle', () => {
    const l = layOut(heron())!
    expect(l.strings).toHaveLength(6)
    for (const s of l.strings) {
      expect(stringAt(s, 0)).toBeCloseTo(s.nut[1], 9)
      expect(stringAt(s, s.saddle[0])).toBeCloseTo(s.saddle[1], 9)
      expect(s.tuner).toBeDefined()
    }
    expect(l.strings[0]!.nut[1]).toBeGreaterThan(0)
    expect(halfBoardAt(l, l.lastFret)).toBeCloseTo(28, 9)
  })
  it.each([4, 5, 7, 8, 12])('lays out %i strings from data alone', n => {
    const b = heron()
    b.instrument = { ...b.instrument, strings: n, tuning: Array.from({ length: n }, () => 'E3') }
    const set = b.parts.find(p => p.id === 'heron-strings')!
    set.gauges = Array.from({ length: n }, (_, i) => ({ diameter: 0.3 + i * 0.15, wound: i > 2 }))
    const l = layOut(b)!
    expect(l.strings).toHaveLength(n)
    expect(l.pickups[0]!.poles).toHaveLength(n)
  })
  it('moves everything behind the neck with the heel', () => {
    const a = layOut(heron())!,
      b = layOut(measuredAt(heron(), 'heron-neck', 'dims.nutToHeelEnd', 468))!
    expect(b.bridge.front - a.bridge.front).toBeCloseTo(10, 9)
    expect(b.pickups[0]!.centre[0] - a.pickups[0]!.centre[0]).toBeCloseTo(10, 9)
    expect(b.frets).toEqual(a.frets)
  })
})

describe('saddle height and shims', () => {
  it('follows h = H + D·tan θ + (2·a₁₂ − a_nut)', () => {
    const h = saddleHeight(heron())!
    // By hand: 25 + 1.1 − 15.5 + 2 · 1.475 − 0.435 = 13.115.
    expect(h.needed.value).toBeCloseTo(13.115, 9)
    expect(h.aboveLowest.value).toBeCloseTo(5.115, 9)
  })
  it('asks for twice a change of action at the saddle', () => {
    const b = heron(),
      c = heron()
    c.setup = { ...c.setup, actionBass: c.setup.actionBass + 0.5, actionTreble: c.setup.actionTreble + 0.5 }
    expect(saddleHeight(c)!.needed.value - saddleHeight(b)!.needed.value).toBeCloseTo(1, 9)
  })
  it('turns a neck by atan(s/p): a quarter degree over 76 mm is 0.33 mm', () => {
    // ISO/IEC 7810 ID-1 card: 0.76 mm thick [published], 0.57° over 76 mm.
    expect(shimAngle(0.33, 76)).toBeCloseTo(0.25, 2)
    expect(shimAngle(0.76, 76)).toBeCloseTo(0.573, 2)
  })
  it('finds the shim that gives a wanted rise', () => {
    const h = saddleHeight(heron())!
    const s = shimFor(2, h)
    expect(saddleHeight(heron(), s)!.needed.value - h.needed.value).toBeCloseTo(2, 9)
  })
  it('converts between the schools of action by geometry', () => {
    const b = heron()
    const twelve = meanActionAtTwelve(b, 628, 22)
    b.setup = { ...b.setup, actionAt: 'last fret' }
    const nut = 0.435
    expect(meanActionAtTwelve(b, 628, 22)).toBeCloseTo(nut + ((twelve - nut) * 314) / fretPosition(628, 22), 9)
  })
})

describe('scale from a measured fret pair', () => {
  it('is twice nut to fret 12: 381 → 762 mm', () => expect(381 / shareBetween(0, 12)).toBeCloseTo(762, 9))
  it('agrees with the frets it came from', () =>
    fc.assert(
      fc.property(
        anyIn(400, 900),
        fc.integer({ min: 0, max: 10 }),
        fc.integer({ min: 11, max: 24 }),
        (L, a, b) => Math.abs((fretPosition(L, b) - fretPosition(L, a)) / shareBetween(a, b) - L) < 1e-6,
      ),
    ))
  it('refuses frets in the wrong order', () => expect(() => shareBetween(12, 5)).toThrow(RangeError))
})

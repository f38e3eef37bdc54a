import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseAngle } from './angle.ts'
import {
  formatCapacitance,
  formatInductance,
  formatResistance,
  parseCapacitance,
  parseInductance,
  parseResistance,
} from './electrical.ts'
import { formatTemperature, parseTemperature } from './temperature.ts'
import type { Parsed } from './parsed.ts'
import { anyIn, anyOver } from '../../../tests/support/any.ts'

const value = (p: Parsed) => (p.ok ? p.value : NaN)

describe('electrical values as people type them', () => {
  it.each([
    ['250k', 250e3],
    ['8.8k', 8800],
    ['4k7', 4700],
    ['1M', 1e6],
    ['220', 220],
    ['500 kΩ', 500e3],
    ['8,8 kohm', 8800],
    ['1meg', 1e6],
    ['220R', 220],
  ])('%s', (t, want) => expect(value(parseResistance(t))).toBeCloseTo(want, 6))
  it.each([
    ['.022uF', 22e-9],
    ['22n', 22e-9],
    ['470p', 470e-12],
    ['4n7', 4.7e-9],
    ['0,1 µF', 100e-9],
    ['500 pF', 500e-12],
  ])('%s', (t, want) => expect(value(parseCapacitance(t)) / want).toBeCloseTo(1, 9))
  it.each([
    ['4.4 H', 4.4],
    ['2200 mH', 2.2],
    ['3.1', 3.1],
  ])('%s', (t, want) => expect(value(parseInductance(t))).toBeCloseTo(want, 9))
  it.each(['', 'k', '8..8k', '4k7k', '-5k', 'x22n', '22'])('refuses “%s” as a capacitance', t =>
    expect(parseCapacitance(t).ok).toBe(false),
  )
  it('reads back what it shows', () => {
    fc.assert(
      fc.property(anyOver(1, 9e8), r => Math.abs(value(parseResistance(formatResistance(r, 6))) / r - 1) < 1e-5),
    )
    fc.assert(
      fc.property(
        anyOver(1e-12, 9e-5),
        c => Math.abs(value(parseCapacitance(formatCapacitance(c, 6))) / c - 1) < 1e-5,
      ),
    )
    fc.assert(
      fc.property(anyOver(1e-3, 50), h => Math.abs(value(parseInductance(formatInductance(h, 6))) / h - 1) < 1e-5),
    )
  })
})

describe('angles and temperatures', () => {
  it.each([
    ['0.5°', 0.5],
    ["30'", 0.5],
    ['0,25', 0.25],
    ['0.01 rad', 0.572958],
  ])('%s', (t, want) => expect(value(parseAngle(t))).toBeCloseTo(want, 5))
  it.each([
    ['21', 21],
    ['70 °F', 21.1111],
    ['-5 C', -5],
    ['68F', 20],
  ])('%s', (t, want) => expect(value(parseTemperature(t))).toBeCloseTo(want, 3))
  it('refuses what is neither', () => {
    expect(parseAngle('north').ok).toBe(false)
    expect(parseAngle('400°').ok).toBe(false)
    expect(parseTemperature('warm').ok).toBe(false)
    expect(parseTemperature('900 F').ok).toBe(false)
  })
  it('reads back temperatures in both displays', () =>
    fc.assert(
      fc.property(
        anyIn(-20, 60),
        fc.constantFrom('C' as const, 'F' as const),
        (c, d) => Math.abs(value(parseTemperature(formatTemperature(c, d, 3))) - c) < 0.001,
      ),
    ))
})

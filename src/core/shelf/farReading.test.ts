import { describe, expect, it } from 'vitest'
import { measuredDimension } from '../document/edits.ts'
import { claimed } from '../units/doubt.ts'
import { isFar } from './farReading.ts'

const read = (value: number, before = claimed(9.6, 0.3)) =>
  measuredDimension(before, { value, doubt: 0.05, at: '2026-11-25T10:00:00.000Z' })

describe('a reading far from what was expected', () => {
  it('is asked about beyond three times the doubt of the claim, and not within', () => {
    expect(isFar(read(6))).toBe(true)
    expect(isFar(read(10.4))).toBe(false)
    expect(isFar(read(10.6))).toBe(true)
    expect(isFar(claimed(6, 0.1))).toBe(false)
  })
  it('is settled by saying that it is right, until another reading comes', () => {
    const sure = { ...read(6), sure: true }
    expect(isFar(sure)).toBe(false)
    expect(isFar(read(6.1, sure as never))).toBe(true)
    expect(isFar(read(9.5, sure as never))).toBe(false)
  })
})

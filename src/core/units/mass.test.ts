import { describe, expect, it } from 'vitest'
import { parseMass } from './mass.ts'

const grams = (t: string) => {
  const p = parseMass(t)
  return p.ok ? p.value : undefined
}

describe('a mass as people write it', () => {
  it('is in grams unless it says otherwise', () => {
    expect(grams('1900')).toBe(1900)
    expect(grams(' 84,5 g ')).toBe(84.5)
    expect(grams('1.9 kg')).toBe(1900)
    expect(grams('3 grams')).toBe(3)
  })
  it('knows ounces and pounds [published: 1959 agreement, a pound is 0.45359237 kg and 16 ounces]', () => {
    expect(grams('16 oz')).toBeCloseTo(453.59237, 9)
    expect(grams('1 lb')).toBeCloseTo(453.59237, 9)
    expect(grams('4.2 pounds')).toBeCloseTo(1905.087954, 6)
  })
  it('refuses what is none, with what is accepted', () => {
    for (const t of ['', 'heavy', '-3 g', '5 stone', 'kg'])
      expect(parseMass(t), t).toMatchObject({ ok: false, accepted: expect.stringContaining('kg') as string })
  })
})

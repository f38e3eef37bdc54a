import { describe, expect, it } from 'vitest'
import { unitSlip } from './slip.ts'

const near = (want: number, by: number) => (mm: number) => Math.abs(mm - want) <= by

describe('a length that looks typed in another unit', () => {
  // 1 in = 25.4 mm, 1 thou = 0.0254 mm [published: international inch, 1959].
  it.each([
    ['inches for mm', 0.062, 'mm', near(1.57, 0.1), 1.5748, '0.062 in'],
    ['cm for mm', 5.6, 'mm', near(56, 0.5), 56, '5.6 cm'],
    ['thou for mm', 59, 'mm', near(1.5, 0.1), 1.4986, '59 thou'],
    ['mm for inches', 56 * 25.4, 'inch', near(56, 0.5), 56, '56 mm'],
    ['cm for inches', 2.2 * 25.4, 'inch', near(22, 0.5), 22, '2.2 cm'],
  ] as const)('%s', (_, mm, typedIn, fits, want, text) => {
    const slip = unitSlip(mm, typedIn, fits)!
    expect(slip.mm).toBeCloseTo(want, 9)
    expect(slip.text).toBe(text)
  })
  it('is none where it fits as it is, or in no unit', () => {
    expect(unitSlip(1.57, 'mm', near(1.57, 0.1))).toBeUndefined()
    expect(unitSlip(7, 'mm', near(1.57, 0.1))).toBeUndefined()
  })
})

import { describe, expect, it } from 'vitest'
import { lengthsInText } from './lengthsInText.ts'

describe('lengths inside the engines’ sentences', () => {
  it.each([
    ['Ream 6 tuner holes to 10.10 mm', 'Ream 6 tuner holes to 0.398\u202fin'],
    ['2.08 ± 0.29 mm short', '0.082 ± 0.011\u202fin short'],
    ['To 39.9 × 71.4 mm, corners 3.7 mm.', 'To 1.571 × 2.811\u202fin, corners 0.146\u202fin.'],
    ['lower by −1.5 mm: 2 turns', 'lower by −0.059\u202fin: 2 turns'],
    ['30 min, 5 holes, M3', '30 min, 5 holes, M3'],
  ])('%s', (mm, inches) => {
    expect(lengthsInText(mm, 'inch-fraction')).toBe(inches)
    expect(lengthsInText(mm, 'mm')).toBe(mm)
  })
})

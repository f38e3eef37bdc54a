import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatDoubted, formatLength, lengthFigure, parseLength, type LengthDisplay } from './length.ts'
import { anyIn } from '../../../tests/support/any.ts'

const mm = (text: string, bare: 'mm' | 'inch' = 'mm') => {
  const p = parseLength(text, bare)
  return p.ok ? p.value : p.reason
}

describe('lengths as people type them', () => {
  // 1 in = 25.4 mm exactly [published: international inch, 1959].
  it.each([
    ['4/64', 1.5875],
    ['1 5/8"', 41.275],
    ['1-5/8 in', 41.275],
    ['.059"', 1.4986],
    ['59 thou', 1.4986],
    ['1.5 mm', 1.5],
    ['1,5', 1.5],
    ['12', 12],
    ['2 cm', 20],
    ['0.628 m', 628],
    ['25 1/2"', 647.7],
    ['−3.2', -3.2],
    ['-1/8"', -3.175],
    ['5⁄64', 1.984375],
    ['3 mils', 0.0762],
    ['  7.25  in. ', 184.15],
  ])('%s', (text, want) => expect(mm(text)).toBeCloseTo(want, 9))

  it('takes a bare number in the display the user picked', () => expect(mm('1.5', 'inch')).toBeCloseTo(38.1, 9))

  it.each(['', 'abc', '1/0', '1,234.5', '1.2.3', '5 feet', '1 mm 2', 'NaN', 'Infinity', '1e999', '--2', '4/'])(
    'refuses “%s” with what is accepted',
    text => {
      const p = parseLength(text)
      expect(p.ok).toBe(false)
      if (!p.ok) {
        expect(p.reason.length).toBeGreaterThan(5)
        expect(p.accepted).toContain('59 thou')
      }
    },
  )
})

describe('lengths as shown', () => {
  it('reduces fractions to the nearest 64th', () => {
    expect(lengthFigure(41.275, 'inch-fraction')).toEqual({ figure: '1 5/8', unit: 'in' })
    expect(lengthFigure(1.5875, 'inch-fraction').figure).toBe('1/16')
    expect(lengthFigure(25.4 * 0.999, 'inch-fraction').figure).toBe('1')
    expect(lengthFigure(0, 'inch-fraction').figure).toBe('0')
    expect(lengthFigure(-3.175, 'inch-fraction').figure).toBe('−1/8')
  })
  it('has no negative zero', () => expect(formatLength(-0.001, 'mm', 1)).toBe('0.0\u202fmm'))

  const displays: [LengthDisplay, number][] = [
    ['mm', 0.0005],
    ['inch-decimal', 0.00005 * 25.4],
    ['inch-fraction', 25.4 / 128],
  ]
  it.each(displays)('reads back what it shows in %s', (display, within) => {
    fc.assert(
      fc.property(anyIn(-1500, 1500), x => {
        const p = parseLength(formatLength(x, display, 3))
        return p.ok && Math.abs(p.value - x) <= within + 1e-9
      }),
    )
  })
  it('never throws on any text', () =>
    fc.assert(
      fc.property(fc.string(), t => {
        const p = parseLength(t)
        return p.ok ? Number.isFinite(p.value) : p.reason.length > 0
      }),
    ))
})

describe('a length with its doubt', () => {
  it.each([
    [300, 120, '300 ±120 mm', '11.8 ±4.7 in'],
    [164.63, 26.8, '164.6 ±26.8 mm', '6.48 ±1.06 in'],
    [56.13, 0.3, '56.13 ±0.30 mm', '2.210 ±0.012 in'],
    [-3.2, 1.04, '−3.2 ±1.0 mm', '−0.13 ±0.04 in'],
    // As it is written, not as it is: what rounds up to a whole mm is one.
    [5, 0.996, '5.0 ±1.0 mm', '0.20 ±0.04 in'],
    [5, 99.7, '5 ±100 mm', '0.2 ±3.9 in'],
  ])('%f ±%f has no decimals that mean nothing', (value, doubt, inMm, inInches) => {
    expect(formatDoubted(value, doubt)).toBe(inMm.replace(' mm', '\u202fmm'))
    expect(formatDoubted(value, doubt, 'inch-decimal')).toBe(inInches.replace(' in', '\u202fin'))
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyIn } from '../../../tests/support/any.ts'
import { MM_PER_INCH } from '../units/length.ts'
import {
  area,
  asWritten,
  capital,
  cm,
  squareCentimetres,
  cmSpan,
  count,
  list,
  squareMetres,
  metres,
  mm,
  num,
  ohms,
  say,
  size,
  small,
  span,
  together,
  type Said,
} from './said.ts'
import { IN_MM, inMm, spoken, valuesIn } from './spoken.ts'

const INCH = { length: 'inch-decimal' } as const,
  both = (s: Said) => [spoken(s, IN_MM), spoken(s, INCH)].map(t => t.replaceAll('\u202f', ' '))

describe('a sentence', () => {
  it('keeps its template and its values apart, each with its type', () => {
    expect(say`Bite ${mm(43)}, ${mm(4)} short of the ${'fingerboard'}.`).toEqual({
      text: 'Bite {0}, {1} short of the {2}.',
      values: [{ is: 'length', mm: 43, decimals: 1 }, { is: 'length', mm: 4, decimals: 1 }, 'fingerboard'],
    })
    expect(say`They fit.`).toBe('They fit.')
  })
  it('is written in the reader’s unit, each number of it in the same one', () => {
    // 60, 43 and 46 mm over 25.4 mm to the inch [published: international inch, 1959].
    expect(both(say`${mm(60)} is too long: ${span(43, 46)}`)).toEqual([
      '60.0 mm is too long: 43.0 to 46.0 mm',
      '2.362 in is too long: 1.693 to 1.811 in',
    ])
    expect(both(say`A ${span(1.3, 1.5)} nozzle`)).toEqual(['A 1.3 to 1.5 mm nozzle', 'A 0.051 to 0.059 in nozzle'])
    expect(both(say`${size([40, 71, 18.5], 1)}`)).toEqual(['40.0 × 71.0 × 18.5 mm', '1.575 × 2.795 × 0.728 in'])
    expect(both(say`${size([2.2, 16])}`)).toEqual(['2.2 × 16 mm', '0.087 × 0.63 in'])
    expect(both(say`${mm(2.08, 2, 0.29)}`)).toEqual(['2.08 ±0.29 mm', '0.082 ±0.011 in'])
    expect(both(say`${mm(-0.05, 2)} and ${mm(-0.001, 1)}`)).toEqual([
      '−0.05 mm and 0.0 mm',
      '−0.002 in and 0.000 in',
    ])
    expect(both(say`${asWritten(10)}, ${asWritten(2.5)}, ${asWritten(0.125)}`)).toEqual([
      '10 mm, 2.5 mm, 0.13 mm',
      '0.39 in, 0.098 in, 0.005 in',
    ])
  })
  it('says areas in squares, what is held off in centimetres, wire in metres or feet', () => {
    expect(both(say`${area(645.16, 0)}`)).toEqual(['645 mm²', '1.00 in²'])
    expect(both(say`${area(64516)}`)).toEqual(['645 cm²', '100 in²'])
    expect(both(say`${squareCentimetres(645.16)}`)).toEqual(['645 cm²', '100 in²'])
    // A square foot is 0.09290304 m² [published: international foot, 1959].
    expect(both(say`${squareMetres(0.18580608)}`)).toEqual(['0.19 m²', '2.00 ft²'])
    expect(both(say`${cm(25)} off, ${cmSpan(15, 20)}`)).toEqual(['25 cm off, 15 to 20 cm', '10 in off, 6 to 8 in'])
    expect(both(say`${metres(3.048)} of wire`)).toEqual(['3.0 m of wire', '10.0 ft of wire'])
  })
  it('writes what every reader shares alike, counts with their plural', () => {
    for (const r of [IN_MM, INCH])
      expect(
        spoken(
          say`${num(21.44, 1, '°C')}, ${num(3, 0, '°')}, ${ohms(8800)}, ${count(1, 'hole')}, ${count(2, 'entry', 'entries')}`,
          r,
        ),
      ).toBe('21.4 °C, 3°, 8.8\u202fkΩ, 1 hole, 2 entries')
  })
  it('nests, lists, begins with the letter that its place asks for', () => {
    const inner = say`tuner ${num(3)} by ${mm(2)}`
    expect(both(say`Moves: ${list([inner, 'the rest'])}.`)[0]).toBe('Moves: tuner 3 by 2.0 mm, the rest.')
    expect(both(capital(say`${inner}.`))[0]).toBe('Tuner 3 by 2.0 mm.')
    expect(both(capital(list([inner])))[0]).toBe('Tuner 3 by 2.0 mm')
    expect(both(small(say`Only ${mm(2)} left`))[0]).toBe('only 2.0 mm left')
    expect(both(small(say`${mm(2)} left`))[0]).toBe('2.0 mm left')
    expect(together(['', undefined])).toBe('')
    expect(both(together(['', 'One.', undefined, inner]))[0]).toBe('One. tuner 3 by 2.0 mm')
    expect(valuesIn(say`${list([inner])} and ${mm(7)}`)).toEqual([num(3), mm(2), mm(7)])
  })
  it('says what was meant: read back it is the same to half a last place, in inches to half a thousandth at the worst', () =>
    fc.assert(
      fc.property(anyIn(0.01, 900), fc.constantFrom(0, 1, 2, 3), (x, decimals) => {
        const told = (r: typeof IN_MM | typeof INCH) =>
          Number(/[\d.]+/.exec(spoken(say`${mm(x, decimals)}`, r))![0])
        expect(Math.abs(told(IN_MM) - x)).toBeLessThanOrEqual(0.5001 * 10 ** -decimals)
        expect(Math.abs(told(INCH) * MM_PER_INCH - x)).toBeLessThanOrEqual(
          0.5001 * Math.max(10 ** -decimals, 0.001 * MM_PER_INCH),
        )
      }),
    ))
  it('refuses a template that names a value which is not there', () => {
    expect(() => inMm({ text: '{1}', values: ['a'] })).toThrow(RangeError)
  })
})

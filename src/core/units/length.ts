import { parseDecimal, parsed, refused, type Parsed } from './parsed.ts'

/** 1 in = 25.4 mm exactly [published: international inch, 1959]. */
export const MM_PER_INCH = 25.4
export const MM_PER_THOU = 0.0254

export const LENGTH_DISPLAYS = ['mm', 'inch-fraction', 'inch-decimal'] as const
export type LengthDisplay = (typeof LENGTH_DISPLAYS)[number]

const ACCEPTED = '1.5 mm, 1,5, 4/64, 1 5/8", .059", 59 thou'
const THIN = '\u202f'

const UNITS: readonly [RegExp, number][] = [
  [/(mm|millimet(er|re)s?)$/i, 1],
  [/(cm|centimet(er|re)s?)$/i, 10],
  [/(thou|mils?)$/i, MM_PER_THOU],
  [/("|″|”|''|in(ch(es)?)?\.?)$/i, MM_PER_INCH],
  [/(?<![cm])m$/i, 1000],
]

/**
 * Reads a length as builders type it and returns millimetres.
 * A fraction without a unit is inches (`4/64`), a plain number is in `bare` (mm or inches).
 */
export function parseLength(text: string, bare: 'mm' | 'inch' = 'mm'): Parsed {
  const raw = text.trim().replace('−', '-')
  if (!raw) return refused('nothing entered', ACCEPTED)
  let body = raw
  let factor: number | undefined
  for (const [re, f] of UNITS) {
    if (re.test(body)) {
      factor = f
      body = body.replace(re, '').trim()
      break
    }
  }
  const fraction = /^([+-])?(?:(\d+)(?:\s+|\s*-\s*))?(\d+)\s*[/⁄]\s*(\d+)$/.exec(body)
  if (fraction) {
    const [, sign, whole, top, bottom] = fraction
    if (Number(bottom) === 0) return refused(`“${raw}” divides by zero`, ACCEPTED)
    const n = Number(whole ?? 0) + Number(top) / Number(bottom)
    return finite((sign === '-' ? -n : n) * (factor ?? MM_PER_INCH), raw)
  }
  const n = parseDecimal(body)
  if (n === undefined) return refused(`“${raw}” is not a length`, ACCEPTED)
  return finite(n * (factor ?? (bare === 'inch' ? MM_PER_INCH : 1)), raw)
}

const finite = (mm: number, raw: string): Parsed =>
  Number.isFinite(mm) && Math.abs(mm) <= 1e6 ? parsed(mm) : refused(`“${raw}” is beyond any length here`, ACCEPTED)

/** Number and unit of a length as shown, so that the two can be set apart in type. */
export function lengthFigure(
  mm: number,
  display: LengthDisplay = 'mm',
  decimals = 2,
): { figure: string; unit: string } {
  if (display === 'mm') return { figure: fixed(mm, decimals), unit: 'mm' }
  const inches = mm / MM_PER_INCH
  if (display === 'inch-decimal') return { figure: fixed(inches, decimals + 1), unit: 'in' }
  return { figure: fractionOf(inches, 64), unit: 'in' }
}

/** A length as text in the display the user picked, with a narrow space before the unit. */
export function formatLength(mm: number, display: LengthDisplay = 'mm', decimals = 2): string {
  const { figure, unit } = lengthFigure(mm, display, decimals)
  return figure + THIN + unit
}

/** Decimals that a length in mm is worth where it is so far in doubt: one from a whole mm on, none from a hundred. */
export const decimalsWorth = (doubt: number, most = 2): number =>
  doubt >= 99.5 ? 0 : doubt >= 0.95 ? Math.min(most, 1) : most

/** A length with its doubt as text, both with the decimals that the doubt leaves a meaning: 300 ±120 mm. */
export function formatDoubted(mm: number, doubt: number, display: LengthDisplay = 'mm', most = 2): string {
  const decimals = decimalsWorth(doubt, most),
    { figure, unit } = lengthFigure(mm, display, decimals)
  return `${figure} ±${lengthFigure(doubt, display, decimals).figure}${THIN}${unit}`
}

/** Fixed decimals with a true minus and without a negative zero. */
export function fixed(x: number, decimals: number): string {
  const s = x.toFixed(decimals)
  return (Number(s) === 0 ? s.replace('-', '') : s).replace('-', '−')
}

/** Inches as a whole number and the nearest 64th, reduced: 1.625 → `1 5/8`. */
function fractionOf(inches: number, parts: number): string {
  const sign = inches < 0 ? '−' : ''
  let n = Math.round(Math.abs(inches) * parts)
  const whole = Math.floor(n / parts)
  n -= whole * parts
  if (n === 0) return whole === 0 ? '0' : `${sign}${whole}`
  let d = parts
  while (n % 2 === 0) {
    n /= 2
    d /= 2
  }
  return `${sign}${whole ? `${whole} ` : ''}${n}/${d}`
}

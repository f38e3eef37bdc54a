import { prefixed } from '../units/electrical.ts'
import { decimalsWorth, fixed, MM_PER_INCH, type LengthDisplay } from '../units/length.ts'
import { decimalsOf, isSentence, type Large, type Said, type SaidValue, type Sentence } from './said.ts'

/** Who reads: in which unit lengths are written. */
export interface Reader {
  length: LengthDisplay
}

/** Who reads what has no reader of its own, such as a file for another program. */
export const IN_MM: Reader = { length: 'mm' }

const THIN = '\u202f'

/**
 * Inches are decimal in sentences: fractions would hide small amounts. Whole mm are said in hundredths of an inch, tenths
 * and hundredths of a mm in thousandths, as inch callipers read, thousandths in ten-thousandths.
 */
const inchDecimals = (decimals: number): number => Math.max(decimals + 1, Math.min(decimals + 2, 3))

/** One unit for readers of mm and one for readers of inches, by what is said in it. */
const UNITS: Record<Large | 'mm', { metric: string; mm: number; imperial: string; each: number }> = {
  mm: { metric: 'mm', mm: 1, imperial: 'in', each: MM_PER_INCH },
  cm: { metric: 'cm', mm: 10, imperial: 'in', each: MM_PER_INCH },
  m: { metric: 'm', mm: 1000, imperial: 'ft', each: 12 * MM_PER_INCH },
}
const isMetric = (r: Reader): boolean => r.length === 'mm'
const figure = (mm: number, decimals: number, r: Reader, as: Large | 'mm' = 'mm'): string =>
  isMetric(r)
    ? fixed(mm / UNITS[as].mm, decimals)
    : fixed(mm / UNITS[as].each, as === 'mm' ? inchDecimals(decimals) : decimals)
const unit = (r: Reader, as: Large | 'mm' = 'mm'): string =>
  THIN + (isMetric(r) ? UNITS[as].metric : UNITS[as].imperial)

/** From here an area is no longer said in mm² and hundredths of a square inch, mm². */
const LARGE = 10_000

function areaOf(mm2: number, decimals: number, r: Reader, as?: Large): string {
  const of = as ?? (mm2 < LARGE ? 'mm' : isMetric(r) ? 'cm' : 'mm'),
    side = isMetric(r) ? UNITS[of].mm : UNITS[of].each
  const places = as === 'm' ? decimals : isMetric(r) ? (of === 'mm' ? decimals : 0) : mm2 < LARGE ? 2 : 0
  return `${fixed(mm2 / side ** 2, places)}${unit(r, of)}²`
}

function valueOf(v: SaidValue, r: Reader): string {
  switch (v.is) {
    case 'length': {
      if (v.doubt === undefined) return figure(v.mm, v.decimals, r, v.as) + unit(r, v.as)
      const decimals = decimalsWorth(v.doubt, v.decimals)
      return `${figure(v.mm, decimals, r, v.as)} ±${figure(v.doubt, decimals, r, v.as)}${unit(r, v.as)}`
    }
    case 'span':
      return v.mm.map(x => figure(x, v.decimals, r, v.as)).join(' to ') + unit(r, v.as)
    case 'size':
      return v.mm.map(x => figure(x, v.decimals ?? decimalsOf(x), r)).join(' × ') + unit(r)
    case 'area':
      return areaOf(v.mm2, v.decimals, r, v.as)
    case 'number':
      return (
        (v.decimals === undefined ? String(v.value).replace('-', '−') : fixed(v.value, v.decimals)) +
        (v.unit === '' ? '' : v.unit === '°' ? v.unit : ` ${v.unit}`)
      )
    case 'prefixed': {
      const p = prefixed(v.value, v.unit, v.digits)
      return p.figure + THIN + p.unit
    }
    case 'count':
      return `${v.of} ${v.of === 1 ? v.one : v.more}`
    case 'list':
      return v.items.map(i => spoken(i, r)).join(v.between)
  }
}

const HOLE = /\{(\d+)\}/g

/** What was said, in words, as its reader writes numbers. @throws RangeError where a template names a value that it does not have */
export function spoken(s: Said, r: Reader): string {
  if (typeof s === 'string') return s
  return s.text.replace(HOLE, (_, n: string) => {
    const v = s.values[Number(n)]
    if (v === undefined) throw new RangeError(`“${s.text}” names a value that it does not have`)
    return typeof v === 'string' || isSentence(v) ? spoken(v, r) : valueOf(v, r)
  })
}

/** What was said in mm: for files that are read by other programs, and for sorting. */
export const inMm = (s: Said): string => spoken(s, IN_MM)

/** Plain data with every sentence in it written out: for programs that read it. */
export function written(x: unknown, r: Reader): unknown {
  if (isSentence(x)) return spoken(x, r)
  if (Array.isArray(x)) return x.map(v => written(v, r))
  if (typeof x !== 'object' || x === null || Object.getPrototypeOf(x) !== Object.prototype) return x
  return Object.fromEntries(Object.entries(x).map(([k, v]) => [k, written(v, r)]))
}

/** Every value in what was said, those of sentences within it too, in their order. */
export function valuesIn(s: Said): SaidValue[] {
  if (typeof s === 'string') return []
  const of = (v: Sentence['values'][number]): SaidValue[] =>
    typeof v === 'string' ? [] : isSentence(v) ? valuesIn(v) : v.is === 'list' ? v.items.flatMap(valuesIn) : [v]
  return s.values.flatMap(of)
}

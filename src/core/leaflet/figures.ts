import { MM_PER_INCH, MM_PER_THOU } from '../units/length.ts'

/** What a figure of a leaflet counts; `none`: it stands without a unit. */
export type Counts = 'length' | 'mass' | 'resistance' | 'inductance' | 'capacitance' | 'angle' | 'none'

/** One figure with its unit as it stands in a text; lengths in mm, masses in g, the rest in SI units. */
export interface Figure {
  text: string
  from: number
  to: number
  counts: Counts
  values: number[]
  /** `range`: from … to; `box`: one times the other; else one value. */
  form: 'one' | 'range' | 'box'
  /** Half-width that the text names itself. */
  doubt?: number
  /** Whether it was written as a fraction: then it is inches where no unit says otherwise. */
  fraction: boolean
}

const GRAMS_PER_POUND = 453.59237
const GRAMS_PER_OUNCE = 28.349523

/** Units by how they are written, with their factor; the longest first. */
const UNITS: readonly (readonly [string, Counts, number])[] = [
  ['millimet(?:er|re)s?', 'length', 1],
  ['mm', 'length', 1],
  ['cm', 'length', 10],
  ['inch(?:es)?', 'length', MM_PER_INCH],
  ['thou', 'length', MM_PER_THOU],
  ['in', 'length', MM_PER_INCH],
  ['["″”]', 'length', MM_PER_INCH],
  ['kg', 'mass', 1000],
  ['lbs?', 'mass', GRAMS_PER_POUND],
  ['pounds?', 'mass', GRAMS_PER_POUND],
  ['oz', 'mass', GRAMS_PER_OUNCE],
  ['g(?:rams?)?', 'mass', 1],
  ['k(?:ilo)?[ -]?(?:[oO]hms?|[ΩΩ])', 'resistance', 1e3],
  ['M[ -]?(?:[oO]hms?|[ΩΩ])', 'resistance', 1e6],
  ['[oO]hms?', 'resistance', 1],
  ['[ΩΩ]', 'resistance', 1],
  ['[kK]', 'resistance', 1e3],
  ['M', 'resistance', 1e6],
  ['mH', 'inductance', 1e-3],
  ['H', 'inductance', 1],
  ['nF', 'capacitance', 1e-9],
  ['[uµμ]F', 'capacitance', 1e-6],
  ['mfd', 'capacitance', 1e-6],
  ['pF', 'capacitance', 1e-12],
  ['(?:°|deg(?:rees?)?)', 'angle', 1],
]

const NUMBER = '(?:\\d+[ -]+\\d+\\s*/\\s*\\d+|\\d+\\s*/\\s*\\d+|\\d*[.,]\\d+|\\d+)'
const UNIT = UNITS.map(([u]) => u).join('|')
/** A number, a unit where there is one (the quotation mark needs no word's end), and more of them. */
const WITH_UNIT = `${NUMBER}\\s?(?:(?:${UNIT})(?![A-Za-z]))?`
const FIGURE = new RegExp(
  `(?<![\\w.,/])(${WITH_UNIT}(?:\\s*(?:x|×|\\*|by)\\s*${WITH_UNIT}){1,2}|${WITH_UNIT}\\s*(?:–|-|to|\\.\\.\\.|…)\\s*${WITH_UNIT}|${WITH_UNIT})(?:\\s*(?:±|\\+/-|\\+-)\\s*(${WITH_UNIT}))?(?!\\d|(?:st|nd|rd|th)\\b|-[A-Za-z]{2})`,
  'g',
)

const number = (text: string): number => {
  const mixed = /^(?:(\d+)[ -]+)?(\d+)\s*\/\s*(\d+)$/.exec(text.trim())
  if (mixed) return Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3])
  return Number(text.trim().replace(',', '.'))
}

interface One {
  value: number
  counts: Counts
  factor: number
  fraction: boolean
}

function one(text: string): One | undefined {
  const m = new RegExp(`^(${NUMBER})\\s?(.*)$`).exec(text.trim())
  if (!m) return undefined
  const value = number(m[1]!)
  if (!Number.isFinite(value)) return undefined
  const unit = m[2]!.trim(),
    known = unit ? UNITS.find(([u]) => new RegExp(`^(?:${u})$`).test(unit)) : undefined
  return { value, counts: known?.[1] ?? 'none', factor: known?.[2] ?? 1, fraction: m[1]!.includes('/') }
}

/** Fractions written as one character, as a number and a fraction. */
const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
}

/** The text with one sort of fraction, space, dash, quotation mark. Positions of figures are in this text. */
export const normalised = (text: string): string =>
  text
    .replace(/(\d?)\s?([½¼¾⅛⅜⅝⅞⅓⅔])/g, (_, d: string, f: string) => `${d ? `${d} ` : ''}${VULGAR[f]}`)
    .replace(/[\u00a0\u2000-\u200a\u202f]/g, ' ')
    .replace(/''|″|”|“/g, '"')
    .replace(/[–—−]/g, '-')
    .replace(/ø|Ø|⌀/g, ' diameter ')
    // 2" W x 3" L: each with its own letter.
    .replace(/("|\d|mm)\s*([WLDHT])\s*[x×]\s*(?=[\d.])/g, '$1 $2, ')

/** All figures in a line, in order. A unit at the end of a box or range holds for the whole of it. */
export function figuresIn(line: string): Figure[] {
  return [...line.matchAll(FIGURE)].flatMap((m): Figure[] => {
    const whole = m[1]!
    const range = /\d[^x×*]*?\s*(?:-|to|\.\.\.|…)\s*\.?\d/.test(whole) && !/^\d+-\d+\s*\//.test(whole)
    const form = /[x×*]|\bby\b/.test(whole) ? 'box' : range ? 'range' : 'one'
    const texts =
      form === 'box'
        ? whole.split(/\s*(?:x|×|\*|\bby\b)\s*/)
        : form === 'range'
          ? whole.split(/\s*(?:-|\bto\b|\.\.\.|…)\s*(?=[.\d])/)
          : [whole]
    const ones = texts.map(one)
    if (ones.some(o => !o) || (form === 'range' && ones.length !== 2)) return []
    const unit = ones.findLast(o => o!.counts !== 'none')
    const values = ones.map(o => o!.value * (o!.counts === 'none' ? (unit?.factor ?? 1) : o!.factor))
    const tolerance = m[2] ? one(m[2]) : undefined
    return [
      {
        text: m[0].trim(),
        from: m.index,
        to: m.index + m[0].length,
        counts: unit?.counts ?? 'none',
        values,
        form,
        fraction: ones.some(o => o!.fraction),
        ...(tolerance
          ? { doubt: tolerance.value * (tolerance.counts === 'none' ? (unit?.factor ?? 1) : tolerance.factor) }
          : {}),
      },
    ]
  })
}

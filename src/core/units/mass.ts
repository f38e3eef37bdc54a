import { parseDecimal, parsed, refused, type Parsed } from './parsed.ts'

/** Grams to the avoirdupois ounce and pound [published: international yard and pound agreement of 1959]. */
export const GRAMS: Readonly<Record<string, number>> = { kg: 1000, g: 1, oz: 28.349523125, lb: 453.59237 }

const WRITTEN = /^(.*?)\s*(kg|g|grams?|oz|ounces?|lbs?|pounds?)?$/i
const NAMES: Readonly<Record<string, string>> = {
  gram: 'g',
  grams: 'g',
  ounce: 'oz',
  ounces: 'oz',
  lbs: 'lb',
  pound: 'lb',
  pounds: 'lb',
}

/** Reads a mass as people write it, in grams; a bare number is in grams: `1900`, `1.9 kg`, `67 oz`. */
export function parseMass(text: string): Parsed {
  const m = WRITTEN.exec(text.trim()),
    unit = (m?.[2] ?? 'g').toLowerCase(),
    n = parseDecimal(m?.[1] ?? '')
  return n === undefined || n < 0
    ? refused(`“${text.trim()}” is not a mass`, '1900, 1.9 kg, 67 oz, 4.2 lb')
    : parsed(n * GRAMS[NAMES[unit] ?? unit]!)
}

import { CostLine } from '../../core/document/build.ts'
import { rangeOf } from '../../core/document/rangeOf.ts'
import { parseDecimal, parsed, refused, type Parsed } from '../../core/units/parsed.ts'

const { min, max } = rangeOf(CostLine, 'cost')

/** An amount of money as it is typed, with or without its currency. */
export function parseAmount(t: string): Parsed {
  const n = parseDecimal(t.replace(/[^\d.,-]/g, ''))
  return n !== undefined && n >= min && n <= max ? parsed(n) : refused(`“${t}” is not an amount`, '0, 12.50, 300')
}

/** An amount of money as it is shown: whole, or with both hundredths. */
export const money = (v: number): string => {
  const hundredths = Math.round(v * 100)
  return hundredths % 100 ? (hundredths / 100).toFixed(2) : (hundredths / 100).toString()
}

/** What an amount is, with its currency where the workshop has named one. */
export const inCurrency = (what: string, currency: string): string => (currency ? `${what}, ${currency}` : what)

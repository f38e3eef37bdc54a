import type { Span } from '../../core/document/spans.ts'
import { parseDecimal, parsed, refused, type Parsed } from '../../core/units/parsed.ts'

/** Reads a number within a span, with its unit or without. */
export const within =
  ({ min, max }: Span, what: string, unit = ''): ((t: string) => Parsed) =>
  t => {
    const n = parseDecimal(t.replace(/\s*(µm|um|g|%|h|mL|°C)\s*$/i, ''))
    return n !== undefined && n >= min && n <= max
      ? parsed(n)
      : refused(`“${t.trim()}” is no ${what}`, `${min} to ${max}${unit && ` ${unit}`}`)
  }

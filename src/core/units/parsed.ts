/** What reading a typed text gives: a value, or why not and what would be accepted. */
export type Parsed = { ok: true; value: number } | { ok: false; reason: string; accepted: string }

export const parsed = (value: number): Parsed => ({ ok: true, value })
export const refused = (reason: string, accepted: string): Parsed => ({ ok: false, reason, accepted })

/**
 * Reads a plain decimal number with point or comma as decimal sign; undefined when it is not one.
 * Thousands separators are not read: `1,234.5` and `1.234,5` are refused rather than guessed.
 */
export function parseDecimal(text: string): number | undefined {
  const t = text.trim().replace('−', '-')
  if (!/^[+-]?(\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d{1,3})?$/i.test(t)) return undefined
  const n = Number(t.replace(',', '.'))
  return Number.isFinite(n) ? n : undefined
}

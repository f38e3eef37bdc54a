import { parseDecimal, parsed, refused, type Parsed } from './parsed.ts'
import { fixed } from './length.ts'

const ACCEPTED = '21, 21 °C, 70 °F'

/** Reads a temperature and returns °C; a bare number is °C. */
export function parseTemperature(text: string): Parsed {
  const raw = text.trim()
  const m = /^(.*?)\s*°?\s*([CF])?$/i.exec(raw)
  const n = m && parseDecimal(m[1]!)
  if (n === undefined || n === null || !m)
    return refused(raw ? `“${raw}” is not a temperature` : 'nothing entered', ACCEPTED)
  const c = m[2]?.toUpperCase() === 'F' ? ((n - 32) * 5) / 9 : n
  return c >= -60 && c <= 120 ? parsed(c) : refused(`“${raw}” is no workshop temperature`, '−60 to 120 °C')
}

export const formatTemperature = (celsius: number, display: 'C' | 'F' = 'C', decimals = 1): string =>
  display === 'C' ? `${fixed(celsius, decimals)}\u202f°C` : `${fixed((celsius * 9) / 5 + 32, decimals)}\u202f°F`

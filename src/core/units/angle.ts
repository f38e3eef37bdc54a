import { parseDecimal, parsed, refused, type Parsed } from './parsed.ts'
import { fixed } from './length.ts'

const ACCEPTED = "0.5°, 0,5, 30', 0.01 rad"

/** Reads an angle and returns degrees; a bare number is degrees, `'` is minutes of arc. */
export function parseAngle(text: string): Parsed {
  const raw = text.trim()
  const unit = /(°|deg(rees?)?|'|′|rad)$/i.exec(raw)?.[0].toLowerCase()
  const n = parseDecimal(unit ? raw.slice(0, raw.length - unit.length) : raw)
  if (n === undefined) return refused(raw ? `“${raw}” is not an angle` : 'nothing entered', ACCEPTED)
  const deg = unit === 'rad' ? (n * 180) / Math.PI : unit === "'" || unit === '′' ? n / 60 : n
  return Math.abs(deg) <= 360 ? parsed(deg) : refused(`“${raw}” is more than a full turn`, ACCEPTED)
}

export const formatAngle = (deg: number, decimals = 2): string => `${fixed(deg, decimals)}°`

import { parsed, refused, type Parsed } from '../units/parsed.ts'
import { SPANS } from '../document/spans.ts'

const ACCEPTED = '19.5 C 55 %, 67 F 55 %'

/** What a hygrometer shows: warmth and humidity. */
export type AirShown =
  (Extract<Parsed, { ok: true }> & { celsius: number; humidity: number }) | Extract<Parsed, { ok: false }>

/** Reads a hygrometer’s display: degrees first, then per cent. Its value is the warmth, °C. */
export function parseAir(text: string): AirShown {
  const m = /^\s*(-?\d+(?:[.,]\d+)?)\s*°?\s*([CF])?[\s;,/]+(\d+(?:[.,]\d+)?)\s*%?(?:\s*RH)?\s*$/i.exec(text)
  if (!m) return refused(`“${text.trim()}” is no reading of the air`, ACCEPTED) as Extract<Parsed, { ok: false }>
  const degrees = Number(m[1]!.replace(',', '.')),
    celsius = m[2]?.toUpperCase() === 'F' ? ((degrees - 32) * 5) / 9 : degrees,
    humidity = Number(m[3]!.replace(',', '.'))
  const { celsius: c, humidity: h } = SPANS
  if (celsius < c.min || celsius > c.max || humidity < h.min || humidity > h.max)
    return refused(
      `${degrees} ° and ${humidity} % are no air of a workshop`,
      `${c.min} to ${c.max} °C, ${h.min} to ${h.max} %`,
    ) as Extract<Parsed, { ok: false }>
  return { ...(parsed(celsius) as Extract<Parsed, { ok: true }>), celsius, humidity }
}

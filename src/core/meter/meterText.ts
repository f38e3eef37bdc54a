import { parseResistance } from '../units/electrical.ts'
import { refused, type Parsed } from '../units/parsed.ts'
import { NOTHING } from './meters.ts'

/** What a meter showed, as it was typed: a value, and how far it moved. */
export type MeterText = Parsed & { doubt?: number }

const ACCEPTED = '8.6k, 8.4k–8.8k while it moves, 0 or short, OL or open when it shows nothing'
const SHOWS_NOTHING = /^(o\.?l\.?|0l|open|nothing|inf|infinity|∞|over|1\.?\s*_*)$/i
const SHOWS_SHORT = /^(short|beep|beeps)$/i
/** Above this it is what some meters show of nothing, Ω [from memory]. */
const BEYOND = 5e7
/** A short that nobody gave a number, and its half-width, Ω: below the beep [from memory]. */
const SHORT = { value: 0.5, doubt: 1 }

/** Reads what a meter shows on ohms. `1` alone is what a display shows that has nothing to show; `1 Ω` is one ohm. */
export function parseMeter(text: string): MeterText {
  const raw = text.trim()
  if (SHOWS_NOTHING.test(raw)) return { ok: true, value: NOTHING }
  if (SHOWS_SHORT.test(raw)) return { ok: true, ...SHORT }
  const span = /^(.+?)\s*(?:–|…|\.\.\.?|\bto\b|-)\s*(\S.*)$/.exec(raw)
  if (span) {
    const b = parseResistance(span[2]!),
      // `8.4–8.8k`: the prefix belongs to both.
      a = parseResistance(
        /[a-zA-ZΩ]/.test(span[1]!) ? span[1]! : span[1]! + (/[a-zA-ZµΩ]+$/.exec(span[2]!)?.[0] ?? ''),
      )
    if (a.ok && b.ok && b.value >= a.value)
      return { ok: true, value: (a.value + b.value) / 2, doubt: (b.value - a.value) / 2 }
    return refused(`“${raw}” is no span from less to more`, ACCEPTED)
  }
  const p = parseResistance(raw)
  if (!p.ok) return refused(p.reason, ACCEPTED)
  return p.value > BEYOND ? { ok: true, value: NOTHING } : p
}

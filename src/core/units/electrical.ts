import { parseDecimal, parsed, refused, type Parsed } from './parsed.ts'

const PREFIX: Record<string, number> = {
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  μ: 1e-6,
  m: 1e-3,
  '': 1,
  k: 1e3,
  K: 1e3,
  M: 1e6,
  meg: 1e6,
  G: 1e9,
}
const THIN = '\u202f'

interface Reading {
  unit: RegExp
  prefixes: string
  bare: number
  accepted: string
  what: string
}

/** Reads `8.8k`, `4n7`, `.022uF`: a number, a prefix that may stand for the decimal sign, a unit that may be left out. */
function parsePrefixed(text: string, r: Reading): Parsed {
  const raw = text.trim()
  if (!raw) return refused('nothing entered', r.accepted)
  const bare = raw.replace(r.unit, '').trim()
  const m = new RegExp(`^([\\d.,+-]+(?:e[+-]?\\d{1,3})?)\\s*(meg|[${r.prefixes}])?(\\d*)$`).exec(bare)
  if (!m) return refused(`“${raw}” is not ${r.what}`, r.accepted)
  const [, head = '', prefix, tail] = m
  if (tail && (!prefix || /[.,]/.test(head))) return refused(`“${raw}” is not ${r.what}`, r.accepted)
  const n = parseDecimal(tail ? `${head}.${tail}` : head)
  if (n === undefined) return refused(`“${raw}” is not ${r.what}`, r.accepted)
  if (!prefix && !r.unit.test(raw) && Number.isNaN(r.bare)) return refused(`“${raw}” has no unit`, r.accepted)
  const value = n * (prefix ? PREFIX[prefix]! : r.unit.test(raw) ? 1 : r.bare)
  return Number.isFinite(value) && value >= 0
    ? parsed(value)
    : refused(`“${raw}” is below zero or beyond any value`, r.accepted)
}

/** Reads a resistance in ohms: `250k`, `8.8k`, `1M`, `4k7`, `220 Ω`. A bare number is ohms. */
export const parseResistance = (text: string): Parsed =>
  parsePrefixed(text, {
    unit: /\s*(ohms?|Ω|Ω|R)$/i,
    prefixes: 'mkKMG',
    bare: 1,
    accepted: '250k, 8.8k, 4k7, 1M, 220',
    what: 'a resistance',
  })

/** Reads a capacitance in farads: `.022uF`, `22n`, `470p`, `4n7`. A number without prefix needs the unit F. */
export function parseCapacitance(text: string): Parsed {
  const p = parsePrefixed(text, {
    unit: /\s*(F|farads?)$/,
    prefixes: 'pnuµμm',
    bare: NaN,
    accepted: '.022uF, 22n, 470p, 4n7',
    what: 'a capacitance',
  })
  return p
}

/** Reads an inductance in henries: `4.4 H`, `2200 mH`, `3.1`. A bare number is henries. */
export const parseInductance = (text: string): Parsed =>
  parsePrefixed(text, {
    unit: /\s*(H|henr(y|ies))$/i,
    prefixes: 'uµμm',
    bare: 1,
    accepted: '4.4 H, 2200 mH, 3.1',
    what: 'an inductance',
  })

const STEPS: readonly [number, string][] = [
  [1e9, 'G'],
  [1e6, 'M'],
  [1e3, 'k'],
  [1, ''],
  [1e-3, 'm'],
  [1e-6, 'µ'],
  [1e-9, 'n'],
  [1e-12, 'p'],
]

/** Figure and unit with the prefix that leaves 1…999 before the decimal sign. */
export function prefixed(value: number, unit: string, digits = 3): { figure: string; unit: string } {
  if (value === 0) return { figure: '0', unit }
  const a = Math.abs(value)
  const step = STEPS.find(([s]) => a >= s * 0.99949999) ?? STEPS[STEPS.length - 1]!
  return { figure: String(Number((value / step[0]).toPrecision(digits))).replace('-', '−'), unit: step[1] + unit }
}

const text = (value: number, unit: string, digits?: number) => {
  const p = prefixed(value, unit, digits)
  return p.figure + THIN + p.unit
}
export const formatResistance = (ohm: number, digits?: number): string => text(ohm, 'Ω', digits)
export const formatCapacitance = (farad: number, digits?: number): string => text(farad, 'F', digits)
export const formatInductance = (henry: number, digits?: number): string => text(henry, 'H', digits)
export const formatFrequency = (hz: number, digits?: number): string => text(hz, 'Hz', digits)

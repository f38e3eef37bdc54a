/** Digits of the coloured bands, and what the third and the fourth band multiply by [published: IEC 60062]. */
const BANDS = ['black', 'brown', 'red', 'orange', 'yellow', 'green', 'blue', 'violet', 'grey', 'white'] as const
const POWERS: Readonly<Record<string, number>> = { gold: 0.1, silver: 0.01 }
const BAND_TOLERANCE: Readonly<Record<string, number>> = {
  brown: 0.01,
  red: 0.02,
  green: 0.005,
  blue: 0.0025,
  violet: 0.001,
  gold: 0.05,
  silver: 0.1,
}
/** Tolerance by letter [published: IEC 60062]. */
const LETTERS: Readonly<Record<string, number>> = {
  B: 0.001,
  C: 0.0025,
  D: 0.005,
  F: 0.01,
  G: 0.02,
  J: 0.05,
  K: 0.1,
  M: 0.2,
}

/** What a marking says. */
export interface Marking {
  value: number
  /** Half-width as a share; undefined where the marking says none. */
  tolerance?: number
}

const TOLERANCE = `([${Object.keys(LETTERS).join('')}])?`
const withTolerance = (value: number, letter: string | undefined): Marking => ({
  value,
  ...(letter ? { tolerance: LETTERS[letter]! } : {}),
})

/** Prefixes that stand in the place of the decimal sign. */
const CAP_LETTER: Readonly<Record<string, number>> = { p: 1e-12, n: 1e-9, u: 1e-6, µ: 1e-6 }
const OHM_LETTER: Readonly<Record<string, number>> = { R: 1, K: 1e3, k: 1e3, M: 1e6 }

/**
 * A capacitor's marking, F: `223`, `223K`, `22n`, `4n7`, `.022`, `0.022u` [published: IEC 60062; a bare decimal is taken
 * as microfarads: common practice]. Undefined when it is none of these.
 */
export function capacitorMarking(text: string): Marking | undefined {
  const t = text.trim().replace(/\s+/g, '')
  const code = new RegExp(`^(\\d\\d)(\\d)${TOLERANCE}$`).exec(t)
  if (code) return withTolerance(Number(code[1]) * 10 ** Number(code[2]) * 1e-12, code[3])
  const letter = new RegExp(`^(\\d*)([pnuµ])(\\d*)F?${TOLERANCE}$`).exec(t)
  if (letter && (letter[1] || letter[3]))
    return withTolerance(Number(`${letter[1] || '0'}.${letter[3] || '0'}`) * CAP_LETTER[letter[2]!]!, letter[4])
  const micro = new RegExp(`^(0?\\.\\d+)([uµ]F?)?${TOLERANCE}$`).exec(t)
  return micro ? withTolerance(Number(micro[1]) * 1e-6, micro[3]) : undefined
}

/**
 * A pot's or resistor's marking, Ω: `504`, `500K`, `A500K`, `B250K`, `1M`, `4K7`, `220R` [published: IEC 60062]; the letter
 * of the taper stands before or after and makers differ in it, so it is left out. Undefined when it is none of these.
 */
export function resistorMarking(text: string): Marking | undefined {
  const t = text
    .trim()
    .replace(/\s+|Ω/g, '')
    .replace(/^[ABCW](?=\d)|(?<=[KkMR\d])[ABCW]$/, '')
  const code = new RegExp(`^(\\d\\d)(\\d)${TOLERANCE}$`).exec(t)
  if (code && Number(code[2]) > 0) return withTolerance(Number(code[1]) * 10 ** Number(code[2]), code[3])
  const letter = new RegExp(`^(\\d+)([RKkM])(\\d*)${TOLERANCE}$`).exec(t)
  return letter
    ? withTolerance(Number(`${letter[1]}.${letter[3] || '0'}`) * OHM_LETTER[letter[2]!]!, letter[4])
    : undefined
}

/** A resistor's bands, four or five, first to last: Ω [published: IEC 60062]. Undefined when they are none. */
export function bandMarking(bands: readonly string[]): Marking | undefined {
  if (bands.length !== 4 && bands.length !== 5) return undefined
  const digits = bands.slice(0, -2).map(b => (BANDS as readonly string[]).indexOf(b)),
    power = bands.at(-2)!,
    times =
      POWERS[power] ??
      ((BANDS as readonly string[]).includes(power) ? 10 ** (BANDS as readonly string[]).indexOf(power) : NaN),
    tolerance = BAND_TOLERANCE[bands.at(-1)!]
  const value = Number(digits.join('')) * times
  return digits.includes(-1) || !Number.isFinite(value) || tolerance === undefined
    ? undefined
    : { value, tolerance }
}

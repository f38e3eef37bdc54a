/**
 * Sentences as data. An engine says what it found with `say`, and gives the template and its values; nothing in it is
 * converted or written out until a reader is known. `spoken` does that, and nothing else does.
 */

/** What is large enough to be said in centimetres or metres, in inches or feet by who reads those; areas in their squares. */
export type Large = 'cm' | 'm'

/** A number with what it measures: everything that the reader's own unit and way of writing decide about. */
export type SaidValue =
  | {
      readonly is: 'length'
      readonly mm: number
      readonly decimals: number
      readonly doubt?: number
      readonly as?: Large
    }
  /** From … to, both in one unit. */
  | { readonly is: 'span'; readonly mm: readonly [number, number]; readonly decimals: number; readonly as?: Large }
  /** Two or three sides; each with as many decimals as it has where none are given. */
  | { readonly is: 'size'; readonly mm: readonly number[]; readonly decimals: number | undefined }
  | { readonly is: 'area'; readonly mm2: number; readonly decimals: number; readonly as?: Large }
  | { readonly is: 'number'; readonly value: number; readonly decimals: number | undefined; readonly unit: Unit }
  /** A quantity written with the prefix that fits it: 8.8 kΩ, 22 nF. */
  | {
      readonly is: 'prefixed'
      readonly value: number
      readonly unit: 'Ω' | 'F' | 'H' | 'Hz'
      readonly digits: number
    }
  | { readonly is: 'count'; readonly of: number; readonly one: string; readonly more: string }
  | { readonly is: 'list'; readonly items: readonly Said[]; readonly between: string }

/** Units that are the same for every reader, as they stand behind a number; none for a bare number. */
export type Unit =
  | ''
  | '%'
  | '°'
  | '°C'
  | 'µm'
  | 'g'
  | 'g/m²'
  | 'kg'
  | 'ml'
  | 'N'
  | 'dB'
  | 'cents'
  | 'min'
  | 'h'
  | 's'
  | 'V'
  | 'Hz'
  | 'Ω'
  | 'mL'

/** A template with `{0}`, `{1}` … where its values stand: the template is the key by which it can be said in another language. */
export interface Sentence {
  readonly text: string
  readonly values: readonly (SaidValue | Said)[]
}

/** What an engine says: words without any value are their own template. */
export type Said = string | Sentence

export const isSentence = (x: unknown): x is Sentence =>
  typeof x === 'object' && x !== null && 'text' in x && 'values' in x && Array.isArray(x.values)

/** Says a sentence: values are typed, names and other sentences stand as they are. Without any value it is plain words. */
export function say(parts: TemplateStringsArray, ...values: readonly (SaidValue | Said)[]): Said {
  if (values.length === 0) return parts[0]!
  return { text: parts.reduce((t, p, i) => `${t}{${i - 1}}${p}`, '').slice('{-1}'.length), values }
}

/** A length, mm, with as many decimals as it is worth in mm. */
export const mm = (value: number, decimals = 1, doubt?: number): SaidValue =>
  doubt === undefined ? { is: 'length', mm: value, decimals } : { is: 'length', mm: value, decimals, doubt }
/** A length that is a round number of mm or of tenths: no more decimals than it has, two at most. */
export const asWritten = (value: number): SaidValue => ({ is: 'length', mm: value, decimals: decimalsOf(value) })
/** From one length to another, mm. */
export const span = (from: number, to: number, decimals = 1): SaidValue => ({
  is: 'span',
  mm: [from, to],
  decimals,
})
/** Two or three sides, mm; without decimals each has as many as it is written with. */
export const size = (sides: readonly number[], decimals?: number): SaidValue => ({
  is: 'size',
  mm: sides,
  decimals,
})
/** A length that is said in centimetres, as how far off a can is held. */
export const cm = (value: number, decimals = 0): SaidValue => ({ is: 'length', mm: value * 10, decimals, as: 'cm' })
export const cmSpan = (from: number, to: number): SaidValue => ({
  is: 'span',
  mm: [from * 10, to * 10],
  decimals: 0,
  as: 'cm',
})
/** A length that is said in metres, as wire. */
export const metres = (value: number, decimals = 1): SaidValue => ({
  is: 'length',
  mm: value * 1000,
  decimals,
  as: 'm',
})
/** An area that is said in square centimetres, as foil, or in square metres, as faces to be sanded. */
export const squareCentimetres = (value: number): SaidValue => ({
  is: 'area',
  mm2: value * 100,
  decimals: 0,
  as: 'cm',
})
export const squareMetres = (value: number, decimals = 2): SaidValue => ({
  is: 'area',
  mm2: value * 1e6,
  decimals,
  as: 'm',
})
/** An area, mm². */
export const area = (mm2: number, decimals = 0): SaidValue => ({ is: 'area', mm2, decimals })
/** A number with a unit that every reader shares, or with none; without decimals it has as many as it is written with. */
export const num = (value: number, decimals?: number, unit: Unit = ''): SaidValue => ({
  is: 'number',
  value,
  decimals,
  unit,
})
export const ohms = (value: number, digits = 3): SaidValue => ({ is: 'prefixed', value, unit: 'Ω', digits })
export const farads = (value: number, digits = 3): SaidValue => ({ is: 'prefixed', value, unit: 'F', digits })
export const henries = (value: number, digits = 3): SaidValue => ({ is: 'prefixed', value, unit: 'H', digits })
export const hertz = (value: number, digits = 3): SaidValue => ({ is: 'prefixed', value, unit: 'Hz', digits })
/** A number of things: one hole, two holes. */
export const count = (of: number, one: string, more = `${one}s`): SaidValue => ({ is: 'count', of, one, more })
/** Several one after another. */
export const list = (items: readonly Said[], between = ', '): Sentence | '' =>
  items.length ? { text: '{0}', values: [{ is: 'list', items, between }] } : ''

/** Sentences one after another, those that say nothing left out. */
export const together = (items: readonly (Said | undefined)[], between = ' '): Said => {
  const said = items.filter((s): s is Said => s !== undefined && s !== '')
  return said.length === 1 ? said[0]! : list(said, between)
}

/** Most decimals that a round number is written with. */
const MOST_DECIMALS = 2
export function decimalsOf(x: number): number {
  for (let d = 0; d < MOST_DECIMALS; d++) if (Math.abs(x - Number(x.toFixed(d))) < 1e-9) return d
  return MOST_DECIMALS
}

/** What is said with its first letter changed, of a sentence that begins with another the first letter of that one. */
function begun(s: Said, letter: (c: string) => string): Said {
  if (typeof s === 'string') return letter(s.slice(0, 1)) + s.slice(1)
  const first = s.values[0]
  if (!s.text.startsWith('{0}')) return { ...s, text: letter(s.text.slice(0, 1)) + s.text.slice(1) }
  if (first === undefined) return s
  if (typeof first === 'string' || isSentence(first))
    return { ...s, values: [begun(first, letter), ...s.values.slice(1)] }
  if (first.is !== 'list' || !first.items.length) return s
  const items = [begun(first.items[0]!, letter), ...first.items.slice(1)]
  return { ...s, values: [{ ...first, items }, ...s.values.slice(1)] }
}

/** A sentence or a name begun with a capital; nothing stays nothing. */
export function capital(s: string): string
export function capital(s: Said): Said
export function capital(s: Said): Said {
  return begun(s, c => c.toUpperCase())
}

/** A sentence as it goes on behind a colon: begun with a small letter. */
export function small(s: string): string
export function small(s: Said): Said
export function small(s: Said): Said {
  return begun(s, c => c.toLowerCase())
}

import type { Span } from '../../core/document/spans.ts'
import { PART_KINDS, type PartKind } from '../../core/parts/partKinds.ts'
import { rangeOf } from '../../core/document/rangeOf.ts'
import { parseDecimal, parsed, refused, type Parsed } from '../../core/units/parsed.ts'

type Class = Parameters<typeof rangeOf>[0]

/** Text with one of its unit's ways of being written taken off. */
const bare = (t: string, unit: string): string => {
  const u = unit.trim()
  return u && t.trimEnd().toLowerCase().endsWith(u.toLowerCase()) ? t.trimEnd().slice(0, -u.length) : t
}

/**
 * Reads a number for a field of the document, within the very range that the document is held to: what the workshop
 * would refuse is refused in the field.
 * @param what the number in words, for a refusal: `relative humidity`
 * @param unit as it is shown and may be typed, with its space: ` %`
 * @param scale document's value of one typed unit
 */
export function numberOf<C extends Class>(
  of: C,
  field: keyof InstanceType<C> & string,
  what: string,
  unit = '',
  scale = 1,
): (t: string) => Parsed {
  const { min, max, whole } = rangeOf(of, field)
  // A typed number times its unit's scale may miss an end by a rounding.
  const slack = 1e-12 * Math.max(Math.abs(min), Math.abs(max))
  const shown = (v: number) => String(Number((v / scale).toPrecision(6)))
  return t => {
    const n = parseDecimal(bare(t, unit))
    const v = n === undefined ? undefined : n * scale
    return v !== undefined && v >= min - slack && v <= max + slack && (!whole || Number.isInteger(v))
      ? parsed(Math.min(max, Math.max(min, v)))
      : refused(`“${t.trim()}” is no ${what}`, `${shown(min)} to ${shown(max)}${unit}${whole ? ', whole' : ''}`)
  }
}

/** The same as a check behind a parser that knows several ways of writing: temperatures, lengths, resistances. */
export function withinOf<C extends Class>(
  of: C,
  field: keyof InstanceType<C> & string,
  show: (v: number) => string,
): (v: number) => string | undefined {
  const { min, max } = rangeOf(of, field)
  return v => (v < min || v > max ? `${show(v)} is outside ${show(min)} to ${show(max)}` : undefined)
}

/** Both ends of a field's range, for a field of lengths. */
export const ends = <C extends Class>(
  of: C,
  field: keyof InstanceType<C> & string,
): { min: number; max: number } => {
  const { min, max } = rangeOf(of, field)
  return { min, max }
}

/** Both ends of a part's dimension, as its kind says: for a field that asks for one without a part at hand. */
export function dimensionOf<K extends PartKind>(kind: K, dim: keyof (typeof PART_KINDS)[K]['dims'] & string): Span {
  const { min, max } = (PART_KINDS[kind].dims as Record<string, Span>)[dim]!
  return { min, max }
}

/** Holds a value to the range that the document has for a field; says the range in the field's own unit. */
export function heldIn<C extends Class>(
  of: C,
  field: keyof InstanceType<C> & string,
  show: (v: number) => string,
): (v: number) => string | undefined {
  const { min, max } = rangeOf(of, field)
  return v => (v < min || v > max ? `must be ${show(min)} to ${show(max)}` : undefined)
}

import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import { parseAngle } from '../units/angle.ts'
import { parseCapacitance, parseInductance, parseResistance } from '../units/electrical.ts'
import { parseLength } from '../units/length.ts'
import { parseMass } from '../units/mass.ts'
import { parseDecimal, parsed, refused, type Parsed } from '../units/parsed.ts'

/** Reads a value of a dimension as people write it, in the unit its kind is stored in; a bare number is in `bare`. */
export function readValue(spec: DimensionSpec, text: string, bare: 'mm' | 'inch' = 'mm'): Parsed {
  const plain = (t: string): Parsed => {
    const n = parseDecimal(t)
    return n === undefined ? refused(`“${t}” is not a number`, '6, 0.5, 0,5') : parsed(n)
  }
  switch (spec.quantity) {
    case 'length':
      return parseLength(text, bare)
    case 'angle':
      return parseAngle(text)
    case 'resistance':
      return parseResistance(text)
    case 'inductance':
      return parseInductance(text)
    case 'capacitance':
      return parseCapacitance(text)
    case 'mass':
      return parseMass(text)
    default:
      return plain(text)
  }
}

/** Why a value cannot be taken for a dimension; undefined when it can. */
export function outOfRange(spec: DimensionSpec, v: number): string | undefined {
  if (v < spec.min || v > spec.max)
    return `${spec.label} of ${Number(v.toPrecision(5))} is outside ${spec.min} to ${spec.max}`
  return spec.quantity === 'count' && !Number.isInteger(v) ? `${spec.label} must be a whole number` : undefined
}

import { type Said } from '../say/said.ts'

/** What a dimension counts: decides its unit, its parser and how it is shown. */
export type QuantityKind =
  | 'length'
  | 'angle'
  | 'resistance'
  | 'inductance'
  | 'capacitance'
  | 'mass'
  | 'count'
  | 'ratio'
  | 'percent'
  | 'film'
  | 'hours'
  | 'temperature'
  | 'volume'

/** Unit in which each kind is stored. */
export const STORED_UNIT: Record<QuantityKind, string> = {
  length: 'mm',
  angle: '°',
  resistance: 'Ω',
  inductance: 'H',
  capacitance: 'F',
  mass: 'g',
  count: '',
  ratio: '',
  percent: '%',
  film: 'µm',
  hours: 'h',
  temperature: '°C',
  volume: 'mL',
}

/** What is known of a dimension before any part is at hand. */
export interface DimensionSpec {
  label: string
  quantity: QuantityKind
  /** Smallest and largest value that is accepted at all. */
  min: number
  max: number
  /** Our default for a part of which nothing is known [from memory unless the table says otherwise]. */
  typical: number
  /** How to take it at the bench. */
  how: Said
  optional?: true
}

/** A length dimension in mm. */
export const lengthOf = (
  label: string,
  min: number,
  max: number,
  typical: number,
  how: Said = 'Calliper, outside jaws.',
): DimensionSpec => ({ label, quantity: 'length', min, max, typical, how })

/** Any other dimension. */
export const other = (
  quantity: QuantityKind,
  label: string,
  min: number,
  max: number,
  typical: number,
  how: Said,
): DimensionSpec => ({ label, quantity, min, max, typical, how })

/** The same dimension, not needed for a part to be complete. */
export const maybe = (d: DimensionSpec): DimensionSpec => ({ ...d, optional: true })

/** What a part weighs, g, with what such parts usually weigh [from memory]. */
export const massOf = (usual: number): DimensionSpec =>
  maybe(other('mass', 'mass', 0.1, 5000, usual, 'Kitchen scale.'))
/** The same of a whole set: the usual one of as many as are usual. */
export const massOfSet = (usual: number): DimensionSpec =>
  maybe(other('mass', 'mass of the set', 0.1, 5000, usual, 'Kitchen scale, all of them together.'))

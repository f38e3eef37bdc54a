import type { DimensionSpec } from '../dimensionSpec.ts'
import type { FeatureRole } from '../featureRoles.ts'

/** A property of a part that is a choice rather than a dimension. */
export interface TraitSpec {
  label: string
  values: readonly string[]
  typical: string
  optional?: true
}

/** What is known of a kind of part before any part is at hand. */
export interface PartKindSpec {
  label: string
  dims: Record<string, DimensionSpec>
  /**
   * How far real parts of the kind stray from the typical value, as the half-width that holds nearly all of them: mm, or
   * the unit that the dimension is stored in. A dimension that is not named here strays by 2 % (lengths) or 20 %
   * (electrical values, masses). All of it from memory; what a part measures overrules it.
   */
  spreads?: Readonly<Record<string, number>>
  traits: Record<string, TraitSpec>
  features: readonly FeatureRole[]
  outline: boolean
  /** What to look at when one comes in, before anything is measured [common practice]. */
  look: readonly string[]
}

export const trait = (label: string, values: readonly string[], typical = values[0]!): TraitSpec => ({
  label,
  values,
  typical,
})

/** A choice that a part may leave open. */
export const maybeTrait = (label: string, values: readonly string[], typical = values[0]!): TraitSpec => ({
  ...trait(label, values, typical),
  optional: true,
})

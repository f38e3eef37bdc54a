import { assumedDimension, assumedPlace } from '../parts/typicalPart.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import type { Feature, Part } from '../parts/part.ts'
import type { PartKind } from '../parts/partKinds.ts'
import type { Dimension } from '../units/dimension.ts'
import { fromSource, type Quantity } from '../units/quantity.ts'
import { labelAt } from '../parts/dimensionAt.ts'
import { quantityAt, refOf } from './quantityAt.ts'

/**
 * A part's own dimension; else, of a part that nobody described or chose yet, what such parts usually measure, as an
 * assumption with the spread that they have. The one place where a value is taken that nobody gave.
 */
export function sizeOr(part: Part | undefined, kind: PartKind, key: string): Quantity {
  const own = quantityAt(part, `dims.${key}`)
  if (own) return own
  const usual = assumedDimension(kind, key)
  return fromSource({
    id: part ? refOf(part, `dims.${key}`) : `usual/${kind}.${key}`,
    label: `usual ${key} of ${kind}`,
    value: usual.value,
    doubt: usual.doubt,
    basis: 'assumed',
  })
}

/** The same of a hole, a rout or a pocket. */
export function placeOr(
  part: Part | undefined,
  feature: Feature | undefined,
  role: FeatureRole,
  key: string,
): Quantity {
  const own = feature && quantityAt(part, `features.${feature.id}.${key}`)
  if (own) return own
  const usual = assumedPlace(role, key)
  return fromSource({
    id: part && feature ? refOf(part, `features.${feature.id}.${key}`) : `usual/${role}.${key}`,
    label: `usual ${key} of ${role}`,
    value: usual.value,
    doubt: usual.doubt,
    basis: 'assumed',
  })
}

/** A dimension without which a joint cannot be told: the part's own; else what is usual, as a thing that is missing. Undefined without a part. */
export function asked(part: Part | undefined, key: string): Quantity | undefined {
  const path = `dims.${key}`
  return part && (quantityAt(part, path) ?? unread(part, path, assumedDimension(part.kind, key)))
}

/** The same of a hole, a rout or a pocket that is there. */
export function askedIn(part: Part | undefined, feature: Feature | undefined, key: string): Quantity | undefined {
  if (!part || !feature) return undefined
  const path = `features.${feature.id}.${key}`
  return quantityAt(part, path) ?? unread(part, path, assumedPlace(feature.role, key))
}

const unread = (part: Part, path: string, usual: Dimension): Quantity =>
  fromSource({
    id: refOf(part, path),
    label: labelAt(part, path),
    value: usual.value,
    doubt: usual.doubt,
    basis: 'assumed',
    missing: true,
  })

/** The value alone, for computations whose trail is found by moving their inputs. */
export const sizeAt = (part: Part | undefined, kind: PartKind, key: string): number =>
  part?.dims[key]?.value ?? sizeOr(part, kind, key).value

/** The same of a hole, a rout or a pocket. */
export const placeAt = (
  part: Part | undefined,
  feature: Feature | undefined,
  role: FeatureRole,
  key: string,
): number => feature?.dims[key]?.value ?? placeOr(part, feature, role, key).value

import { assumedDimension, assumedPlace } from '../parts/typicalPart.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import type { Feature, Part } from '../parts/part.ts'
import type { PartKind } from '../parts/partKinds.ts'
import { fromSource, type Quantity } from '../units/quantity.ts'
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

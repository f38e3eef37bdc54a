import { servedWord } from './servedWord.ts'
import type { PlannedDimension } from '../units/quantity.ts'
import type { DimensionSpec } from './dimensionSpec.ts'
import { FEATURE_ROLES } from './featureRoles.ts'
import type { Feature, Part } from './part.ts'
import { PART_KINDS } from './partKinds.ts'

/** The dimension of a part by its path `dims.heelWidth` or `features.<id>.width`; undefined when it has none. */
export function dimensionAt(part: Part, path: string): PlannedDimension | undefined {
  const [head, a, b] = path.split('.')
  if (head === 'dims') return part.dims[a ?? '']
  return part.features.find(f => f.id === a)?.dims[b ?? '']
}

/** What is known of the dimension at a path: label, unit, range, how to take it. */
export function specAt(part: Part, path: string): DimensionSpec | undefined {
  const [head, a, b] = path.split('.')
  if (head === 'dims') return (PART_KINDS[part.kind].dims as Record<string, DimensionSpec>)[a ?? '']
  const f = part.features.find(x => x.id === a)
  return f && (FEATURE_ROLES[f.role].dims as Record<string, DimensionSpec>)[b ?? '']
}

/** The feature whose dimension a path names; undefined for a dimension of the part as a whole. */
export const featureAt = (part: Part, path: string): Feature | undefined => {
  const [head, id] = path.split('.')
  return head === 'features' ? part.features.find(f => f.id === id) : undefined
}

/** Name of the dimension at a path, with the feature it belongs to: `Pickup rout (neck), depth`. */
export function labelAt(part: Part, path: string): string {
  const spec = specAt(part, path)
  const f = featureAt(part, path)
  if (!spec) return path
  if (!f) return spec.label
  // Several alike are told apart by their number.
  const alike = part.features.filter(o => o.role === f.role && o.serves === f.serves),
    nth = alike.length > 1 ? ` ${alike.indexOf(f) + 1}` : ''
  return `${FEATURE_ROLES[f.role].label}${nth}${f.serves ? ` (${servedWord(f.serves)})` : ''}, ${spec.label}`
}

/** A copy of the part with another dimension at the path. */
export function withDimension(part: Part, path: string, d: PlannedDimension): Part {
  const [head, a, b] = path.split('.')
  if (head === 'dims') return { ...part, dims: { ...part.dims, [a!]: d } }
  return { ...part, features: part.features.map(f => (f.id === a ? { ...f, dims: { ...f.dims, [b!]: d } } : f)) }
}

/** All dimension paths that a part has, its own first. */
export const dimensionPaths = (part: Part): string[] => [
  ...Object.keys(part.dims).map(k => `dims.${k}`),
  ...part.features.flatMap(f => Object.keys(f.dims).map(k => `features.${f.id}.${k}`)),
]

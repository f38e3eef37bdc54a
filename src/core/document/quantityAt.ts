import { memo } from '../memo/memo.ts'
import { dimensionAt, labelAt } from '../parts/dimensionAt.ts'
import type { Feature, Part } from '../parts/part.ts'
import { readingRef, readingText } from './readingRef.ts'
import { fromDimension, type PlannedDimension, type Quantity } from '../units/quantity.ts'

/** Name of one dimension of one part, as readings and trails use it. */
export const refOf = (part: Part, path: string): string => `${part.id}/${path}`

/** What a reading of a part's dimension is of, from the dimension's name. */
export const readingOf = (ref: string): string => readingText({ kind: 'dimension', of: ref })

/** Name of the dimension that a reading is of; undefined when it is of something else: a voltage, an action. */
export function dimensionRead(of: string): string | undefined {
  const r = readingRef(of)
  return r?.kind === 'dimension' ? r.of : undefined
}

/** Splits a name made by `refOf`. */
export function splitRef(ref: string): { partId: string; path: string } {
  const i = ref.indexOf('/')
  return { partId: ref.slice(0, i), path: ref.slice(i + 1) }
}

/** Documents share the parts that an edit leaves alone: each dimension is made a quantity once. */
const quantitiesOf = memo((_: Part) => new Map<string, { of: object; quantity: Quantity }>(), { weak: true })

function quantityOf(part: Part, path: string, d: PlannedDimension): Quantity {
  const own = quantitiesOf(part)
  let hit = own.get(path)
  if (hit?.of !== d)
    own.set(path, (hit = { of: d, quantity: fromDimension(refOf(part, path), labelAt(part, path), d) }))
  return hit.quantity
}

/** A part's dimension as a quantity that remembers where it comes from; undefined when the part lacks it. */
export function quantityAt(part: Part | undefined, path: string): Quantity | undefined {
  const d = part && dimensionAt(part, path)
  return d && quantityOf(part, path, d)
}

/** The same of a part's own dimension, by its key. */
export function ownQuantity(part: Part | undefined, key: string): Quantity | undefined {
  const d = part?.dims[key]
  return d && quantityOf(part!, `dims.${key}`, d)
}

/** The same of a dimension of one of its features. */
export function featureQuantity(part: Part | undefined, f: Feature | undefined, key: string): Quantity | undefined {
  const d = f?.dims[key]
  return part && d && quantityOf(part, `features.${f.id}.${key}`, d)
}

/** The same for a dimension that every part of its kind has; throws when a document slipped past validation. */
export function need(part: Part, path: string): Quantity {
  const q = quantityAt(part, path)
  if (!q) throw new Error(`${part.id} has no ${path}`)
  return q
}

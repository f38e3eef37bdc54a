import { dimensionAt, labelAt } from '../parts/dimensionAt.ts'
import { assumedDimension } from '../parts/typicalPart.ts'
import type { Part } from '../parts/part.ts'
import { readingRef, readingText } from './readingRef.ts'
import { fromDimension, type Quantity } from '../units/quantity.ts'

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

/** A part's dimension as a quantity that remembers where it comes from; undefined when the part lacks it. */
export function quantityAt(part: Part | undefined, path: string): Quantity | undefined {
  const d = part && dimensionAt(part, path)
  return d && fromDimension(refOf(part, path), labelAt(part, path), d)
}

/** A part's own dimension, or what such parts usually measure, as an assumption, when nobody described it yet. */
export const orAssumed = (part: Part, key: string): Quantity =>
  quantityAt(part, `dims.${key}`) ??
  fromDimension(refOf(part, `dims.${key}`), labelAt(part, `dims.${key}`), assumedDimension(part.kind, key))

/** The same for a dimension that every part of its kind has; throws when a document slipped past validation. */
export function need(part: Part, path: string): Quantity {
  const q = quantityAt(part, path)
  if (!q) throw new Error(`${part.id} has no ${path}`)
  return q
}

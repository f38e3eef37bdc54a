import type { Feature, Part } from '../parts/part.ts'

/** A part as it lies on the shelf: its holes came with it, whoever drilled them. */
export function asOnShelf(part: Part): Part {
  if (!part.features.some(f => f.drilled)) return part
  return {
    ...part,
    features: part.features.map(({ drilled, ...f }): Feature => {
      void drilled
      return f
    }),
  }
}

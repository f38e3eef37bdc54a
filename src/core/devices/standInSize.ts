import type { Build } from '../document/build.ts'
import { dimensionRead, splitRef } from '../document/quantityAt.ts'
import { dimensionAt, specAt } from '../parts/dimensionAt.ts'
import type { QuantityKind } from '../parts/dimensionSpec.ts'

/** What a device on the bench can read of a part that is not there: a size that agrees with what is known of it. */
export interface StandInSize {
  value: number
  quantity: QuantityKind
}

/** A number between 0 and 1 that is the same for the same text [published: FNV-1a hash, 32 bits]. */
function share(text: string): number {
  let h = 0x811c9dc5
  for (const c of new TextEncoder().encode(text)) h = Math.imul(h ^ c, 0x01000193)
  return (h >>> 0) / 2 ** 32
}

/** How far inside of its doubt a part that stands in is from what is said of it, at most. */
const WITHIN = 0.8

/**
 * The size that a part which stands in for the real one has at a reading's place: always the same, somewhere within the
 * doubt of what the build says of it. Undefined where the reading is of no dimension.
 */
export function standInSize(build: Build, reading: string): StandInSize | undefined {
  const ref = dimensionRead(reading)
  if (ref === undefined) return undefined
  const { partId, path } = splitRef(ref),
    part = build.parts.find(p => p.id === partId),
    d = part && dimensionAt(part, path),
    spec = part && specAt(part, path)
  if (!d || !spec) return undefined
  const value = d.value + (2 * share(`${build.id} ${ref}`) - 1) * WITHIN * (d.basis === 'measured' ? 0 : d.doubt)
  return { value: Math.max(spec.min, Math.min(spec.max, value)), quantity: spec.quantity }
}

/** What a calliper shows while its jaws close on a size and after: two hundredths of play, steps of a hundredth [from memory]. */
export function calliperDisplays(mm: number, random: () => number): string[] {
  const shown = (v: number) => `${(Math.round(v * 100) / 100).toFixed(2)} mm`
  return [shown(mm + 2 + 4 * random()), shown(mm + 0.3 * random()), shown(mm + 0.02 * (2 * random() - 1))]
}

/** What a kitchen scale shows while a part is laid down and after: whole grams [from memory]. */
export function scaleDisplays(grams: number, random: () => number): string[] {
  const shown = (v: number) => `${Math.max(0, Math.round(v))} g`
  return ['0 g', shown(grams * (1 + 0.1 * random())), shown(grams + (2 * random() - 1))]
}

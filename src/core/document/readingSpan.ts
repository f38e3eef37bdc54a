import { specAt } from '../parts/dimensionAt.ts'
import type { Fitted } from './docs.ts'
import { splitRef } from './quantityAt.ts'
import type { ReadingRef } from './readingRef.ts'
import { SPANS, type Span } from './spans.ts'

/** The one setup reading that may be negative. */
const RELIEF = 'relief'

/** Where nothing closer is known, mm. */
const ANY_LENGTH: Span = { min: -2000, max: 2000 }

/** Range that a part's dimension must keep to, as its kind says. */
export function dimensionSpan(build: Pick<Fitted, 'parts'>, ref: string): Span {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  const spec = part && specAt(part, path)
  return { min: spec?.min ?? ANY_LENGTH.min, max: spec?.max ?? ANY_LENGTH.max }
}

/** What a reading of this can be, in its own unit (mm, but for other dimensions of a part, film, strokes and air); undefined where nothing bounds it. */
export function readingSpan(build: Pick<Fitted, 'parts'>, ref: ReadingRef): Span | undefined {
  switch (ref.kind) {
    case 'dimension': {
      // A reading outlives the part it was taken of.
      const { partId } = splitRef(ref.of)
      return build.parts.some(p => p.id === partId) ? dimensionSpan(build, ref.of) : undefined
    }
    case 'setup':
      return ref.what === RELIEF ? SPANS.relief : SPANS.setup
    case 'frets':
      return SPANS.frets
    case 'dry':
      return SPANS.dry
    case 'edge':
      return ref.edge === 'at' ? SPANS.along : SPANS.across
    case 'hole':
      return ref.axis === 'along' ? SPANS.along : SPANS.across
    case 'cents':
    case 'stick':
      return SPANS.cents
    case 'turned':
      return SPANS.turns
    case 'fret':
      return SPANS.crown
    case 'film':
      return ref.how === 'weight' ? SPANS.grams : SPANS.microns
    case 'strokes':
      return SPANS.strokes
    case 'air':
      return ref.what === 'humidity' ? SPANS.humidity : SPANS.celsius
    case 'meter':
    case 'probe':
    case 'heard':
      return undefined
  }
}

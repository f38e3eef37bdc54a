import { dimensionAt, specAt } from '../parts/dimensionAt.ts'
import { shareBetween } from '../parts/frets.ts'
import type { Dimension } from '../units/dimension.ts'
import type { Reading } from './build.ts'
import type { Fitted } from './docs.ts'
import { refOf } from './quantityAt.ts'
import { readingRef, type ReadingRef } from './readingRef.ts'
import { partIn } from './references.ts'
import type { Span } from './spans.ts'

/** A dimension that a reading tells though it is named for something else. */
export interface Fed {
  /** The dimension, and what it is by this reading, half-width of its doubt beside it. */
  ref: string
  value: number
  doubt: number
  /** What the dimension is at present. */
  now: Dimension | undefined
}

/**
 * What a reading tells of a dimension that it is not named for: two frets tell the neck's scale length, their distance
 * over the share of it that lies between them [published: equal temperament]. Undefined where it tells none.
 */
export function fedBy(
  build: Pick<Fitted, 'parts' | 'slots'>,
  r: Pick<Reading, 'of' | 'value' | 'doubt'>,
): Fed | undefined {
  const ref = readingRef(r.of),
    neck = partIn(build, 'neck')
  if (ref?.kind !== 'frets' || !neck || ref.high <= ref.low) return undefined
  const share = shareBetween(ref.low, ref.high),
    path = 'dims.scaleLength'
  return {
    ref: refOf(neck, path),
    value: r.value / share,
    doubt: r.doubt / share,
    now: dimensionAt(neck, path),
  }
}

/** A reading is taken for a claim that is up to so many times as sure: a listing is no fact [our choice]. */
const OVER_CLAIM = 2

/** Whether two values are apart by no more than both leave open. */
const agree = (a: Pick<Dimension, 'value' | 'doubt'>, b: Pick<Dimension, 'value' | 'doubt'>): boolean =>
  Math.abs(a.value - b.value) <= a.doubt + b.doubt

/**
 * Whether a reading becomes the dimension that it tells. What is assumed gives way to anything that is known better, a
 * claim to what is nearly as sure; what was measured only to what agrees with it and is no less sure. Where two readings
 * contradict one another neither is taken in silence.
 */
export function isTaken({ value, doubt, now }: Fed): boolean {
  switch (now?.basis) {
    case undefined:
      return true
    case 'assumed':
      return doubt <= now.doubt
    case 'claimed':
      return doubt <= OVER_CLAIM * now.doubt
    case 'measured':
      return doubt <= now.doubt && agree({ value, doubt }, now)
  }
}

/** Whether a reading and what was measured before cannot both be right. */
export const contradicts = ({ value, doubt, now }: Fed): boolean =>
  now?.basis === 'measured' && !agree({ value, doubt }, now)

/**
 * What a reading can be so that the dimension it tells is one that there is; undefined where it tells none. Fields are
 * held to this; what a document has already is not refused for it.
 */
export function fedSpan(build: Pick<Fitted, 'parts' | 'slots'>, ref: ReadingRef): Span | undefined {
  const neck = partIn(build, 'neck'),
    spec = neck && specAt(neck, 'dims.scaleLength')
  if (ref.kind !== 'frets' || !spec || ref.high <= ref.low) return undefined
  const share = shareBetween(ref.low, ref.high)
  return { min: spec.min * share, max: spec.max * share }
}

type FretsRef = Extract<ReadingRef, { kind: 'frets' }>

/** Fret that a scale is read to [common practice: nut to twelfth, doubled]. */
export const HALF_FRET = 12

/** The reading by which a dimension is best told, where that is not its own: the scale is read from nut to fret 12. */
export function tellingOf(build: Pick<Fitted, 'parts' | 'slots'>, ref: string): FretsRef | undefined {
  const neck = partIn(build, 'neck')
  if (!neck || ref !== refOf(neck, 'dims.scaleLength')) return undefined
  const high = Math.min(HALF_FRET, neck.dims.frets?.value ?? HALF_FRET)
  return high > 0 ? { kind: 'frets', low: 0, high } : undefined
}

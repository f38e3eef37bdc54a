import { mm, type Said, say } from '../say/said.ts'
import type { Laid } from '../document/docs.ts'
import { need } from '../document/quantityAt.ts'
import { readingText } from '../document/readingRef.ts'
import { partIn } from '../document/references.ts'
import { doubtOf, linear, subtract, type Quantity } from '../units/quantity.ts'
import { fretPosition } from './frets.ts'
import { readingOf } from './readingOf.ts'

/** Share of the scale length that lies between two frets; 0 is the nut. Throws a RangeError when they are not in order. */
export function shareBetween(low: number, high: number): number {
  const share = fretPosition(1, high) - fretPosition(1, low)
  if (!(share > 0)) throw new RangeError('the second fret must have the higher number')
  return share
}

/**
 * Scale length from the distance of two frets [published: equal temperament]; its doubt grows as the pair gets closer.
 * From the nut to fret 12 it is twice the distance.
 */
export const scaleFrom = (distance: Quantity, low: number, high: number): Quantity =>
  linear([[1 / shareBetween(low, high), distance]])

export interface ScaleCheck {
  scale: Quantity
  doubt: number
  off: number
  agrees: boolean
  says: Said
}

/** What a measured pair of frets says of the neck's scale length. Undefined without a neck. */
export function checkScale(build: Laid, distance: Quantity, low: number, high: number): ScaleCheck | undefined {
  const neck = partIn(build, 'neck')
  if (!neck) return undefined
  const scale = scaleFrom(distance, low, high),
    stated = need(neck, 'dims.scaleLength')
  const off = scale.value - stated.value,
    doubt = doubtOf(subtract(scale, stated))
  const agrees = Math.abs(off) <= doubt
  const says = agrees
    ? say`Agrees with the neck’s ${mm(stated.value, 1)}: ${mm(Math.abs(off), 2)} apart, ${mm(doubt, 2)} in doubt.`
    : say`The frets make it ${mm(scale.value, 1)}, the neck is down as ${mm(stated.value, 1)}. The bridge line would lie ${mm(Math.abs(off), 1)} ${off > 0 ? 'nearer to the neck' : 'further back'} than it must. Measure again; if it stays, take this one.`
  return { scale, doubt: doubtOf(scale), off, agrees, says }
}

/** Name of a reading of the distance between two frets; 0 is the nut. */
export const fretReading = (low: number, high: number): string => readingText({ kind: 'frets', low, high })

/** The newest reading of a pair of frets and what it says of the scale length; undefined until one is read. */
export function readScale(build: Laid): (ScaleCheck & { low: number; high: number }) | undefined {
  const r = build.readings.findLast(x => /^layout\.frets\.\d+-\d+$/.test(x.of)),
    [, a = '', b = ''] = /(\d+)-(\d+)$/.exec(r?.of ?? '') ?? []
  const distance = r && readingOf(build, r.of, `fret ${a} to fret ${b}`),
    low = Number(a),
    high = Number(b)
  const check = distance && high > low ? checkScale(build, distance, low, high) : undefined
  return check && { ...check, low, high }
}

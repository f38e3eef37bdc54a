import { sizeAt } from '../document/assumed.ts'
import type { Component } from '../document/circuitRecord.ts'
import type { Part } from '../parts/part.ts'

/** Three sides of the box that a component fits in, smallest first, mm. */
export type Sides = readonly [number, number, number]

const sorted = (a: number, b: number, c: number): Sides => {
  const [x = 0, y = 0, z = 0] = [a, b, c].sort((p, q) => p - q)
  return [x, y, z]
}

/** What hangs on legs, mm [from memory]. */
const SMALL: Sides = [4, 6, 12]
/** A switch's case across, where only one side is known, mm [from memory]. */
const SLIM = 12

/** The box of a component that has to be brought to its place; undefined for what is no part: a bond, a wire's end. */
export function sidesOf(c: Component, part: Part | undefined): Sides | undefined {
  const size = (key: string) => sizeAt(part, part?.kind ?? 'pot', key)
  switch (c.kind) {
    case 'pot':
      return sorted(size('caseWidth'), size('caseWidth'), size('caseDepth') + (part?.dims.threadLength?.value ?? 8))
    case 'switch':
      return sorted(
        size('caseWidth'),
        part?.dims.caseLength?.value ?? Math.max(SLIM, size('caseWidth')),
        size('caseDepth') + (part?.dims.threadLength?.value ?? 0),
      )
    case 'jack':
      return sorted(size('caseWidth'), size('caseWidth'), size('caseDepth'))
    case 'pickup':
      return part ? sorted(size('length'), size('width'), size('depthBelowTop') + size('coverHeight')) : undefined
    case 'battery':
      return part ? sorted(size('length'), size('width'), size('height')) : undefined
    case 'capacitor':
    case 'resistor':
    case 'stage':
      return SMALL
    default:
      return undefined
  }
}

/** Play that a thing wants in what it is pulled through, mm [from memory]. */
const PLAY = 1

/** Whether it goes through a round bore: across its two smaller sides. */
export const passesBore = ([a, b]: Sides, diameter: number): boolean => Math.hypot(a, b) <= diameter - PLAY

/** Whether it goes through an opening of a width and a length. */
export const passesOpening = (sides: Sides, width: number, length: number): boolean =>
  openingRoom(sides, width, length) >= 0

/** What an opening leaves beside a thing that goes through it, mm; negative: it does not go through. */
export const openingRoom = ([a, b]: Sides, width: number, length: number): number =>
  Math.min(Math.min(width, length) - a, Math.max(width, length) - b)

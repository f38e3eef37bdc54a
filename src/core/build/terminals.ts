import type { Part } from '../parts/part.ts'
import type { Component, ComponentKind } from './circuitRecord.ts'

const SINGLE = ['start', 'finish', 'case'] as const
const DOUBLE = ['a-start', 'a-finish', 'b-finish', 'b-start', 'case'] as const
const POT = ['1', '2', '3', 'case'] as const
const PULL = ['a-common', 'a-in', 'a-out', 'b-common', 'b-in', 'b-out'] as const
const TWO_POLE = ['a', 'b'] as const

/**
 * Terminals that a component of each kind may have, named as the trade names them. Pots from the shaft, lugs down: 1 is
 * the fully anticlockwise end, 2 the wiper, 3 the clockwise end [common practice]. A pull switch has two poles, a and b:
 * common, in (pushed), out (pulled). Coil ends are start and finish; a double-coil has coils a and b.
 */
export const LUGS: Record<ComponentKind, readonly string[]> = {
  pickup: [...new Set([...SINGLE, ...DOUBLE])],
  pot: [...POT, ...PULL],
  switch: ['bridge', 'common', 'neck', 'frame'],
  capacitor: TWO_POLE,
  resistor: TWO_POLE,
  jack: ['tip', 'sleeve'],
  metal: ['bond'],
}

/** Terminals that a component has with the part that is chosen for it. */
export function terminalsOf(c: Component, part: Part | undefined): readonly string[] {
  if (c.kind === 'pickup') return part?.dims.coils?.value === 2 ? DOUBLE : SINGLE
  if (c.kind === 'pot') return part?.traits.pull && part.traits.pull !== 'none' ? LUGS.pot : POT
  return LUGS[c.kind]
}

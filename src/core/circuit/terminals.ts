import type { Component } from '../build/circuitRecord.ts'
import type { Part } from '../parts/part.ts'

/**
 * Terminals of each component, named as the trade names them. Pots from the shaft, lugs down: 1 is the fully
 * anticlockwise end, 2 the wiper, 3 the clockwise end [common practice]. A pull switch has two poles, a and b:
 * common, in (pushed), out (pulled). Coil ends are start and finish; a double-coil has coils a and b.
 */
export function terminalsOf(c: Component, part: Part | undefined): string[] {
  switch (c.kind) {
    case 'pickup':
      return part?.dims.coils?.value === 2
        ? ['a-start', 'a-finish', 'b-finish', 'b-start', 'case']
        : ['start', 'finish', 'case']
    case 'pot':
      return [
        '1',
        '2',
        '3',
        'case',
        ...(part?.traits.pull && part.traits.pull !== 'none'
          ? ['a-common', 'a-in', 'a-out', 'b-common', 'b-in', 'b-out']
          : []),
      ]
    case 'switch':
      return ['bridge', 'common', 'neck', 'frame']
    case 'capacitor':
    case 'resistor':
      return ['a', 'b']
    case 'jack':
      return ['tip', 'sleeve']
    case 'metal':
      return ['bond']
  }
}

/** Positions of a pickup switch in the order in which it is thrown, and which lugs each joins. */
export const SWITCH_POSITIONS: readonly {
  id: string
  label: string
  joins: readonly (readonly [string, string])[]
}[] = [
  { id: 'bridge', label: 'Bridge', joins: [['common', 'bridge']] },
  {
    id: 'both',
    label: 'Both',
    joins: [
      ['common', 'bridge'],
      ['common', 'neck'],
    ],
  },
  { id: 'neck', label: 'Neck', joins: [['common', 'neck']] },
]

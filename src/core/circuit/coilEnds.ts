import type { Component } from '../document/circuitRecord.ts'
import type { Wired } from '../document/docs.ts'
import { coilsOf } from './pieces.ts'
import { partOf } from './settings.ts'

/** A coil of a pickup with the lug that is positive for the string, and the other. */
export interface CoilEnds {
  /** As the network names it. */
  id: string
  of: string
  plus: string
  minus: string
}

/** Which end of each coil is positive for a string that comes nearer: the end at which the network's own source is. */
export function coilEnds(build: Pick<Wired, 'parts' | 'slots'>, c: Component): CoilEnds[] {
  const part = partOf(build, c)
  if (!part || part.traits.electronics === 'active') return []
  return coilsOf(c, part).flatMap(([a, b, e]): CoilEnds[] => {
    if (e.kind !== 'coil') return []
    const [plus, minus] = (e.volts as number) > 0 ? [a, b] : [b, a]
    return [{ id: e.id as string, of: c.id, plus: `${c.id}.${plus}`, minus: `${c.id}.${minus}` }]
  })
}

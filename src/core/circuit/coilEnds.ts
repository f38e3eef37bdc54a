import type { Component } from '../build/circuitRecord.ts'
import type { Wired } from '../build/docs.ts'
import { partOf } from './settings.ts'

/** A coil of a pickup with the lug that is positive for the string, and the other. */
export interface CoilEnds {
  /** As the network names it. */
  id: string
  of: string
  plus: string
  minus: string
}

/** Which end of each coil is positive for a string that comes nearer: winding times magnet [published: Faraday's law]. */
export function coilEnds(build: Pick<Wired, 'parts' | 'slots'>, c: Component): CoilEnds[] {
  const part = partOf(build, c)
  if (!part || part.traits.electronics === 'active') return []
  const sign = (part.traits.winding === 'reverse' ? -1 : 1) * (part.traits.magnet === 'north' ? -1 : 1)
  const ends = (tag: string, pre: string, pole: number): CoilEnds => {
    const start = `${c.id}.${pre}start`,
      finish = `${c.id}.${pre}finish`
    return sign * pole > 0
      ? { id: `${c.id}${tag}`, of: c.id, plus: start, minus: finish }
      : { id: `${c.id}${tag}`, of: c.id, plus: finish, minus: start }
  }
  return part.dims.coils?.value === 2 ? [ends('-a', 'a-', 1), ends('-b', 'b-', -1)] : [ends('', '', 1)]
}

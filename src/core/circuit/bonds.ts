import type { Wired } from '../document/docs.ts'
import { METAL_LUGS } from '../parts/lugs.ts'
import { terminalsOf } from '../document/circuitRecord.ts'
import { networkOf } from './network.ts'
import { openSettings, partOf } from './settings.ts'

/** A metal part the hand can touch, and whether it reaches the jack's sleeve. */
export interface Bond {
  terminal: string
  label: string
  bonded: boolean
}

/** Everything metal that has to reach the jack's sleeve: strings, pot cases, frames, covers [common practice]. */
export function bonds(build: Wired): Bond[] {
  const n = networkOf(build, openSettings(build))
  return build.circuit.components.flatMap(c =>
    terminalsOf(c, partOf(build, c))
      .filter(t => METAL_LUGS.has(t))
      .map(t => ({
        terminal: `${c.id}.${t}`,
        label: t === 'bond' ? c.label : `${c.label} ${t}`,
        bonded: n.nodeOf.get(`${c.id}.${t}`) === 0,
      })),
  )
}

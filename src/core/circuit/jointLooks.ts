import { lugRef } from '../document/lugRef.ts'
import type { Circuit } from '../document/circuitRecord.ts'

/** How a joint looks when it is right, by what it is made on [common practice]. */
const LOOKS = {
  lug: 'Solder has run all round wire and lug and shows the wire’s shape: smooth, hollow at its edges, no ball, no whisker to the next lug. It holds a light tug.',
  case: 'A flat pool, thin at its rim, that has run onto the scuffed case. A ball that stands on it is cold. Three seconds of a hot iron at most, then let it cool: the track is behind it.',
  free: 'Twisted, soldered, and a sleeve over all of it: no bright metal can touch anything.',
} as const

/** How the joint at a lug looks when it is right. */
export function jointLook(c: Circuit, terminal: string): string {
  const { of, lug } = lugRef(terminal),
    kind = c.components.find(x => x.id === of)?.kind
  if (kind === 'pickup') return LOOKS.free
  return lug === 'case' || lug === 'frame' ? LOOKS.case : LOOKS.lug
}

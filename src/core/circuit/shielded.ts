import type { Wire } from '../document/circuitRecord.ts'
import type { Wired } from '../document/docs.ts'
import { lugRef, lugText } from '../document/lugRef.ts'
import { allLugs } from './lugFinder.ts'
import { networkOf } from './network.ts'
import { openSettings } from './settings.ts'

/** At which of its ends a wire's braid is on ground. One end screens without a loop; both make one [common practice]. */
export const SHIELDS = ['none', 'at its start', 'at its end', 'at both ends'] as const
export type Shield = (typeof SHIELDS)[number]

export const shieldOf = (w: Wire): Shield =>
  w.braid?.from && w.braid.to
    ? 'at both ends'
    : w.braid?.from
      ? 'at its start'
      : w.braid?.to
        ? 'at its end'
        : 'none'

/** The lug on ground that is nearest at hand for a wire's end: its own component's, else any; undefined when nothing is on ground. */
function groundAt(build: Wired, terminal: string): string | undefined {
  const { nodeOf } = networkOf(build, openSettings(build))
  const on = allLugs(build).filter(t => nodeOf.get(t) === 0)
  const { of } = lugRef(terminal)
  return on.find(t => lugRef(t).of === of) ?? on.find(t => lugRef(t).lug === 'case') ?? on[0]
}

/** The wire with its braid on ground at the ends that are wanted; as it was where nothing is on ground. */
export function shielded(build: Wired, w: Wire, shield: Shield): Wire {
  const { braid: _was, ...bare } = w
  void _was
  const from = shield === 'at its start' || shield === 'at both ends' ? groundAt(build, w.from) : undefined,
    to = shield === 'at its end' || shield === 'at both ends' ? groundAt(build, w.to) : undefined
  const ends = { ...(from ? { from: lugText(lugRef(from)) } : {}), ...(to ? { to: lugText(lugRef(to)) } : {}) }
  return Object.keys(ends).length ? { ...bare, braid: ends } : bare
}

import type { Wired } from '../document/docs.ts'
import { lugRef, lugText } from '../document/lugRef.ts'
import { knobsOf, type Settings } from '../circuit/settings.ts'
import type { Change } from './change.ts'
import { placesOf, solveDirect } from './dc.ts'
import { hear } from './ear.ts'
import type { Under } from './under.ts'

/** A crackle as loud as the strings themselves, and one that nobody hears, on the scale of what is heard, dB [our choice]. */
export const CRACKLES = 25
/** What a wiper has while it has lost its track, Ω. */
const LOST = 1e9
/** Of a stage's direct voltage so much on a pot is heard when its knob moves, as a share [from memory]. */
const HEARD_SHARE = 0.02

const amplitude = (db: number): number => 10 ** (db / 20)

/**
 * How much a knob crackles while it is turned, dB from 0 (not at all) to CRACKLES (as loud as the strings): a wiper that
 * loses its track cuts the signal off and lets it on again; direct current on a track scratches with every step
 * [common practice: a scratch is direct current on the pot, or dirt].
 */
export function crackleOf(
  build: Wired,
  played: Under,
  direct: Under,
  rest: Settings,
  changes: readonly Change[],
  pot: string,
): number {
  const of = (c: Change) => c.kind === 'lift' && Number.isFinite(c.ohms) && lugRef(c.terminal).of === pot
  return changes.some(of)
    ? cutOff(build, played, rest, changes, pot, of)
    : directOn(build, direct, rest, changes, pot)
      ? CRACKLES
      : 0
}

/** What is lost of the signal, its treble counted by itself, at the place of the knob where most is. */
function cutOff(
  build: Wired,
  played: Under,
  rest: Settings,
  changes: readonly Change[],
  pot: string,
  worn: (c: Change) => boolean,
): number {
  const { load } = build.circuit,
    lost = changes.map(c => (worn(c) && c.kind === 'lift' ? { ...c, ohms: LOST } : c))
  let most = 0
  const knobs = knobsOf(build).filter(k => k.component === pot)
  for (const at of [0, 0.5, 1]) {
    const s = { ...rest, knobs: { ...rest.knobs, ...Object.fromEntries(knobs.map(k => [k.id, at])) } },
      on = hear(played(s, changes), load, [], undefined, false),
      off = hear(played(s, lost), load, [], undefined, false)
    for (const k of ['level', 'treble'] as const) {
      const [a, b] = [amplitude(on[k]), amplitude(off[k])]
      // Against the louder of both: what appears crackles as what goes does.
      if (Math.max(a, b) > 1e-3) most = Math.max(most, Math.abs(a - b) / Math.max(a, b))
    }
  }
  return most > 0 ? Math.max(0, CRACKLES + 20 * Math.log10(most)) : 0
}

/** Whether a stage's direct voltage reaches a pot that it should not reach. */
function directOn(build: Wired, direct: Under, rest: Settings, changes: readonly Change[], pot: string): boolean {
  const stages = build.circuit.components.filter(c => c.kind === 'stage')
  if (!stages.length || !changes.length) return false
  const share = (cs: readonly Change[]): number => {
    const p = direct(rest, cs),
      place = placesOf(p.terminals),
      solved = solveDirect(p),
      ground = place.get(p.jack?.sleeve ?? '') ?? -1
    let most = 0
    for (const s of stages) {
      const out = place.get(lugText({ of: s.id, lug: 'out' })) ?? -1,
        own = solved.across(out, ground, out, ground)
      if (!(own > 0)) continue
      for (const t of p.terminals)
        if (lugRef(t).of === pot)
          most = Math.max(most, Math.abs(solved.across(out, ground, place.get(t)!, ground)) / own)
    }
    return most
  }
  return share(changes) > HEARD_SHARE && share([]) <= HEARD_SHARE
}

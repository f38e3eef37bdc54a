import type { Build } from '../document/build.ts'
import { combine, SIGMA } from '../units/weighted.ts'
import { readingRef, type TurnedWhat } from '../document/readingRef.ts'

/** What a turn does, mm: expected and read, with its half-width, and from how many moves. */
export interface PerTurn {
  value: number
  doubt: number
  moves: number
}

/** What a turn of each screw does before this instrument has told its own [from memory: handbook, chapter 8]. */
export const USUAL_PER_TURN: Record<TurnedWhat, readonly [number, number]> = {
  rod: [0.4, 0.4],
  claw: [0.7, 0.35],
  // Half of an M3's pitch at fret 12; a screw turns by its thread, and what strays is the reading.
  'saddle-bass': [0.25, 0.05],
  'saddle-treble': [0.25, 0.05],
}

/** Which reading tells what a screw did, and which way: relief falls as the rod is tightened, the gap grows as the claw is let out, action as a saddle is raised. */
const TOLD_BY: Record<TurnedWhat, { what: string; sign: 1 | -1 }> = {
  rod: { what: 'relief', sign: -1 },
  claw: { what: 'tremolo.gap', sign: 1 },
  'saddle-bass': { what: 'action.bass', sign: 1 },
  'saddle-treble': { what: 'action.treble', sign: 1 },
}

/**
 * What one turn of a screw does on this instrument: of every stretch between two readings with turns between them, the change
 * over the turns, weighed by 1/σ² with what is usual [published: weighted mean, JCGM 100:2008]. Turns to tighten are positive
 * at the rod, turns out at the claw, turns up at a saddle.
 */
export function perTurn(
  readings: Build['readings'],
  screw: TurnedWhat,
  [usual, spread]: readonly [number, number] = USUAL_PER_TURN[screw],
): PerTurn {
  const { what, sign } = TOLD_BY[screw]
  const seen: [number, number][] = []
  let last: Build['readings'][number] | undefined,
    turns = 0
  for (const r of [...readings].sort((a, b) => (a.at < b.at ? -1 : 1))) {
    const ref = readingRef(r.of)
    if (ref?.kind === 'turned' && ref.what === screw) turns += r.value
    else if (ref?.kind === 'setup' && ref.what === what) {
      if (last && turns !== 0) {
        const s = Math.max((Math.hypot(r.doubt, last.doubt) * SIGMA) / Math.abs(turns), 1e-3)
        seen.push([(sign * (r.value - last.value)) / turns, s])
      }
      last = r
      turns = 0
    }
  }
  const [value, sigma] = combine([usual, spread * SIGMA], seen)
  return { value, doubt: sigma / SIGMA, moves: seen.length }
}

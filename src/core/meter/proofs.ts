import type { Wired } from '../document/docs.ts'
import { piecesOf, type Pieces } from '../circuit/pieces.ts'
import { changedBy, type Change } from './change.ts'
import { expecter, type Expected } from './expected.ts'
import { agreesWith } from './meters.ts'
import { ALIKE } from './next.ts'
import { ohmsTaken } from './ohmsTaken.ts'

/** What readings have proven: wires by their names, and lugs that are joined to what is soldered to them. */
export interface Proofs {
  wires: ReadonlySet<string>
  lugs: ReadonlySet<string>
}

/**
 * Wires and lugs that a reading which agrees has proven: each is taken out of the circuit, and counts where the reading
 * would then have been another by three sums of deviations.
 */
export function proofsOf(build: Wired): Proofs {
  const expect = expecter(build),
    wires = new Set<string>(),
    lugs = new Set<string>()
  const otherwise = (p: Pieces, was: Expected, a: string, b: string, c: Change): boolean => {
    const is = expect(changedBy(p, [c]), a, b)
    return Math.abs(is.mean - was.mean) >= ALIKE * (is.sd + was.sd)
  }
  // Of a lug with one wire nothing more is to be known than of the wire.
  const ends = build.circuit.wires.flatMap(w => [w.from, w.to]),
    meeting = new Set(ends.filter((t, i) => ends.indexOf(t) !== i))
  for (const o of ohmsTaken(build)) {
    const p = piecesOf(build, o.settings, false),
      [a, b] = o.pair ?? [p.jack?.tip, p.jack?.sleeve]
    if (a === undefined || b === undefined) continue
    const was = expect(p, a, b)
    if (!agreesWith(was.from, was.to, o)) continue
    for (const w of build.circuit.wires)
      if (!wires.has(w.id) && otherwise(p, was, a, b, { kind: 'cut', wire: w.id, sort: 'wire' })) wires.add(w.id)
    for (const t of meeting)
      if (!lugs.has(t) && otherwise(p, was, a, b, { kind: 'lift', terminal: t, ohms: Infinity })) lugs.add(t)
  }
  return { wires, lugs }
}

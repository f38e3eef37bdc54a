import type { Shaped, Wired } from '../document/docs.ts'
import { DETOUR } from './service.ts'
import { wireWays, type WireWay } from './wireWays.ts'

/** How long a wire runs along its way, mm: across one hollow it takes its detour. */
export const runOf = (way: WireWay): number =>
  way.through.length || !way.together ? way.length : way.length * DETOUR

/**
 * The document with the lengths of its shielded wires, as their ways through the body are: a braid adds its capacitance
 * by the metre. As it is where nothing is shielded or nothing is known of ways.
 */
export function withWireMetres<B extends Shaped & Wired>(build: B): B {
  if (!build.circuit.wires.some(w => w.braid)) return build
  const ways = wireWays(build)?.ways ?? []
  return { ...build, wireMetres: new Map(ways.map(w => [w.wire, runOf(w) / 1000])) }
}

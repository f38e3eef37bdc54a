import type { Build } from '../document/build.ts'
import type { Circuit } from '../document/circuitRecord.ts'
import type { Problem } from '../document/problem.ts'
import { readBuild } from '../document/readBuild.ts'

/** A circuit as a file of its own, to be sent to somebody else. */
export const CIRCUIT_FORMAT = 'snugbolt-circuit'
export const CIRCUIT_VERSION = 1

/** The build's circuit as text. */
export const writeCircuit = (b: Pick<Build, 'name' | 'circuit'>): string =>
  JSON.stringify({ format: CIRCUIT_FORMAT, version: CIRCUIT_VERSION, from: b.name, circuit: b.circuit }, null, 2)

export type CircuitRead = { ok: true; circuit: Circuit } | { ok: false; problems: Problem[] }

/**
 * Reads a circuit for a build: a file of its own, or a whole build's. It is held against this build's slots and lugs;
 * cable and amplifier stay the build's own.
 */
export function readCircuit(b: Build, text: string): CircuitRead {
  let file: unknown
  try {
    file = JSON.parse(text)
  } catch {
    return { ok: false, problems: [{ path: '', reason: 'is not JSON; a circuit’s or a build’s file is wanted' }] }
  }
  const f = file as { format?: unknown; version?: unknown; circuit?: unknown } | null
  if (typeof f !== 'object' || f === null || typeof f.circuit !== 'object' || f.circuit === null)
    return {
      ok: false,
      problems: [{ path: 'circuit', reason: 'is missing; a circuit’s or a build’s file is wanted' }],
    }
  if (f.format === CIRCUIT_FORMAT && f.version !== CIRCUIT_VERSION)
    return {
      ok: false,
      problems: [{ path: 'version', reason: `is not ${CIRCUIT_VERSION}: made by another application` }],
    }
  const read = readBuild({ ...b, circuit: { ...f.circuit, load: b.circuit.load } })
  return read.ok ? { ok: true, circuit: read.build.circuit } : read
}

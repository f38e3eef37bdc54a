import type { Reading } from '../document/build.ts'
import type { Wired } from '../document/docs.ts'
import { readingRef } from '../document/readingRef.ts'
import type { Settings } from '../circuit/settings.ts'
import { standsOf } from './places.ts'

const momentOf = (stamp: string | undefined): number => (stamp === undefined ? -Infinity : Date.parse(stamp))

/**
 * Readings of the circuit that count: those since it was last mended and, in practice, of the instrument that stands in;
 * the newest of each, in the order in which they were taken.
 */
export function countingReadings(build: Wired): Reading[] {
  const { mended, standIn } = build.circuit,
    from = Math.max(momentOf(mended), standIn?.practice ? momentOf(standIn.began) : -Infinity)
  const newest = new Map<string, Reading>()
  for (const r of build.readings) {
    const kind = readingRef(r.of)?.kind
    if ((kind !== 'meter' && kind !== 'probe' && kind !== 'heard') || Date.parse(r.at) < from) continue
    newest.delete(r.of)
    newest.set(r.of, r)
  }
  return [...newest.values()]
}

/** Ohms that were read between two lugs at a setting; at the plug both are left out. */
export interface OhmsTaken {
  of: string
  pair: readonly [string, string] | undefined
  settings: Settings
  value: number
  doubt: number
}

/** What was read in ohms, as far as the circuit still has the setting. */
export function ohmsTaken(build: Wired): OhmsTaken[] {
  const readings = countingReadings(build)
  if (!readings.length) return []
  const stands = new Map(standsOf(build).map(s => [s.key, s.settings]))
  return readings.flatMap((r): OhmsTaken[] => {
    const ref = readingRef(r.of)
    if (ref?.kind !== 'meter' && ref?.kind !== 'probe') return []
    const settings = stands.get(ref.setting)
    if (!settings) return []
    return [
      {
        of: r.of,
        pair: ref.kind === 'probe' ? [ref.a, ref.b] : undefined,
        settings,
        value: r.value,
        doubt: r.doubt,
      },
    ]
  })
}

import type { Reading } from '../document/build.ts'
import { readingText } from '../document/readingRef.ts'
import type { Observation } from './belief.ts'
import { countingReadings } from './ohmsTaken.ts'
import type { Model, Probe } from './table.ts'

/** How a document names what a probe reads: what is read at the plug by its setting alone. */
export function probeText(m: Pick<Model, 'build' | 'stands'>, p: Probe): string {
  const setting = m.stands[p.stand]!.key
  if (p.kind === 'heard')
    return readingText({ kind: 'heard', what: p.what, setting, ...(p.of === undefined ? {} : { of: p.of }) })
  return isJack(p)
    ? readingText({ kind: 'meter', setting })
    : readingText({ kind: 'probe', a: p.a, b: p.b, setting })
}

/** Whether a pair of probes is the plug's tip and sleeve: the one pair that is read through it. */
const isJack = (p: Extract<Probe, { kind: 'ohms' }>): boolean => p.access === 'outside' && p.plug

/** What was read and heard, by the model's probes, in the order in which it was taken; what the circuit has no place for any more. */
export function takenFrom(m: Model, readings: readonly Reading[]): { seen: Observation[]; lost: Reading[] } {
  const at = new Map(m.probes.map((p, i) => [probeText(m, p), i])),
    seen: Observation[] = [],
    lost: Reading[] = []
  for (const r of countingReadings({ ...m.build, readings: [...readings] })) {
    const probe = at.get(r.of)
    if (probe === undefined) lost.push(r)
    else seen.push({ probe, value: r.value, ...(m.probes[probe]!.kind === 'heard' ? {} : { doubt: r.doubt }) })
  }
  return { seen, lost }
}

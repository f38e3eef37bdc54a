import type { Reading } from '../build/build.ts'
import { readingRef, readingText } from '../build/readingRef.ts'
import type { Observation } from './belief.ts'
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

const momentOf = (stamp: string | undefined): number => (stamp === undefined ? -Infinity : Date.parse(stamp))

/** What was read and heard, by the model's probes: the newest of each, in the order in which they were taken. */
export function takenFrom(m: Model, readings: readonly Reading[]): { seen: Observation[]; lost: Reading[] } {
  const at = new Map(m.probes.map((p, i) => [probeText(m, p), i])),
    newest = new Map<number, Observation>(),
    lost: Reading[] = [],
    { mended, standIn } = m.build.circuit,
    // In practice only what was read of the instrument that stands in counts.
    from = Math.max(momentOf(mended), standIn?.practice ? momentOf(standIn.began) : -Infinity)
  for (const r of readings) {
    if (Date.parse(r.at) < from) continue
    const ref = readingRef(r.of)
    if (ref?.kind !== 'meter' && ref?.kind !== 'probe' && ref?.kind !== 'heard') continue
    const probe = at.get(r.of)
    if (probe === undefined) {
      lost.push(r)
      continue
    }
    newest.delete(probe)
    newest.set(probe, { probe, value: r.value, ...(ref.kind === 'heard' ? {} : { doubt: r.doubt }) })
  }
  return { seen: [...newest.values()], lost }
}

import type { Build } from '../../../core/build/build.ts'
import { lugRef } from '../../../core/build/lugRef.ts'

/** A lug in words, with what it is on. */
export function lugName(build: Pick<Build, 'circuit'>, t: string): string {
  const { of, lug } = lugRef(t),
    c = build.circuit.components.find(x => x.id === of)
  return `${c?.label ?? of}, ${/^\d$/.test(lug) ? `lug ${lug}` : lug.replace(/-/g, ' ')}`
}

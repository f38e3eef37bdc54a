import type { Build } from '../document/build.ts'
import { readingSource } from '../document/readingRef.ts'
import { fromSource, type Quantity } from '../units/quantity.ts'

/** The newest reading of something, as a quantity that knows where it comes from. */
export function readingOf(build: Pick<Build, 'readings'>, of: string, label: string): Quantity | undefined {
  const r = build.readings.findLast(x => x.of === of)
  return r && fromSource({ id: readingSource(of), label, value: r.value, doubt: r.doubt, basis: 'measured' })
}

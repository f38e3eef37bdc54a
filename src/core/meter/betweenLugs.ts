import type { Wired } from '../document/docs.ts'
import { piecesOf } from '../circuit/pieces.ts'
import type { Settings } from '../circuit/settings.ts'
import { expecter, type Expected } from './expected.ts'
import { CHEAP_METER, type MeterSort } from './meters.ts'

/** What a meter on continuity says of a span: it beeps, it may, it does not. */
export type Beep = 'beeps' | 'may beep' | 'stays silent'
export const beepOf = (o: Pick<Expected, 'from' | 'to'>, meter: MeterSort = CHEAP_METER): Beep =>
  o.to <= meter.beeps ? 'beeps' : o.from > meter.beeps ? 'stays silent' : 'may beep'

/** What a meter should show between any two lugs of the circuit as it is meant, at any setting of switches and knobs. */
export function betweenLugs(
  build: Wired,
  a: string,
  b: string,
  s: Settings,
  meter: MeterSort = CHEAP_METER,
): Expected & { beep: Beep } {
  const e = expecter(build, meter)(piecesOf(build, s, false), a, b)
  return { ...e, beep: beepOf(e, meter) }
}

import type { Wired } from '../document/docs.ts'
import { networkOf } from './network.ts'
import type { Settings } from './settings.ts'
import { dcResistance } from './solve.ts'

/** Above this a meter shows open, Ω [common practice: 20 MΩ range]. */
export const OPEN = 20e6

/** DC resistance at the jack, tip to sleeve, Ω; Infinity when open. */
export function jackResistance(build: Wired, s: Settings): number {
  const n = networkOf(build, s, false)
  if (n.tip < 0) return Infinity
  const r = dcResistance(n, n.tip, 0)
  return r > OPEN ? Infinity : r
}

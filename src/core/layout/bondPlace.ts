import { boundsOf, type Point } from '../geometry/outline.ts'
import type { Layout } from './layOut.ts'

/** How far behind its foremost saddle a bare end lies under a bridge's plate, mm [from memory]. */
const UNDER = 18

/** Where the strings are grounded: at the tremolo's claw, at the mouth of the ground's own hole, else under the bridge. */
export function bondPlace(l: Layout): Point {
  const springs = l.features.find(f => f.role === 'spring-cavity')
  if (springs) {
    const b = boundsOf(springs.polygon)
    return [b.x0, (b.y0 + b.y1) / 2]
  }
  return (
    l.features.find(f => f.role === 'channel' && f.serves === 'ground')?.centre ?? [
      l.bridge.front + UNDER,
      l.bridge.y,
    ]
  )
}

import { boundsOf, type Point } from '../../core/geometry/outline.ts'
import type { Layout } from '../../core/layout/layOut.ts'
import type { PartKind } from '../../core/parts/partKinds.ts'

/** What the close-up shows of a part: all of it, never an empty stretch of wood. Half its height on the page, mm. */
export function partPlace(
  kind: PartKind,
  slot: string | undefined,
  l: Layout,
): { at: Point; reach: number } | undefined {
  const whole = (points: readonly Point[]) => {
    if (points.length === 0) return undefined
    const b = boundsOf(points)
    const at: Point = [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2]
    return { at, reach: Math.max(24, (b.x1 - b.x0) / 2, (b.y1 - b.y0) / 2) * 1.15 }
  }
  if (kind === 'body') return whole(l.body)
  if (kind === 'neck') return whole([...l.head, [l.nutToHeelEnd, l.halfLast]])
  if (kind === 'bridge') return whole(l.bridge.plate)
  if (kind === 'guard') return whole(l.guard)
  if (kind === 'nut' || kind === 'locking-nut')
    return whole([
      [-8, l.halfNut],
      [6, -l.halfNut],
    ])
  if (kind === 'tuners') return whole(l.head)
  const pickup = l.pickups.find(x => x.slot === slot)
  if (pickup) return whole(pickup.polygon)
  const f = l.features.find(x => x.serves === slot)
  return f && { at: f.centre, reach: 40 }
}

import type { Build } from '../../core/document/build.ts'
import { splitRef } from '../../core/document/quantityAt.ts'
import { boundsOf, type Point } from '../../core/geometry/outline.ts'
import type { Layout } from '../../core/layout/layOut.ts'
import { featureAt } from '../../core/parts/dimensionAt.ts'
import type { PartKind } from '../../core/parts/partKinds.ts'

/** A place to look at, and half the height of what is shown of it, mm. */
export interface CloseUp {
  at: Point
  reach: number
}

function whole(points: readonly Point[]): CloseUp | undefined {
  if (points.length === 0) return undefined
  const b = boundsOf(points)
  const at: Point = [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2]
  return { at, reach: Math.max(24, (b.x1 - b.x0) / 2, (b.y1 - b.y0) / 2) * 1.15 }
}

/** What the close-up shows of a part: all of it, never an empty stretch of wood. Half its height on the page, mm. */
export function partPlace(kind: PartKind, slot: string | undefined, l: Layout): CloseUp | undefined {
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

/** What the close-up shows while a dimension is read: the hole or rout that it belongs to, else its part. */
export function dimensionPlace(build: Build, ref: string, l: Layout): CloseUp | undefined {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId),
    feature = part && featureAt(part, path)
  const placed = feature && l.features.find(f => f.partId === partId && f.id === feature.id)
  if (placed) {
    const close = whole(placed.polygon)
    return close && { at: close.at, reach: close.reach * 1.6 }
  }
  const slot = Object.entries(build.slots).find(([, id]) => id === partId)?.[0]
  return part && partPlace(part.kind, slot, l)
}

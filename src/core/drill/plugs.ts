import type { Shaped } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import type { Point } from '../geometry/outline.ts'
import type { Layout } from '../layout/layOut.ts'
import { bridgeReuse } from './requests/bridgeHoles.ts'

/** An old hole that is in nobody's place: to be plugged before the new ones are drilled. */
export interface Plug {
  id: string
  /** The body's feature. */
  feature: string
  label: string
  at: Point
  /** From the pocket's end wall, and off the body's own line, mm. */
  along: number
  across: number
  diameter: number
  /** What is drilled out for the plug, mm: hardwood, its grain as the wood's [common practice]. */
  plug: number
  /** Nearest hole that is still to be drilled, middle to middle, mm; undefined without any. */
  nearest: number | undefined
  /** Whether the plate will lie over it. */
  covered: boolean
}

/** What the plan's step calls them. */
export const PLUGS = 'plugs'

/** A plug is this much wider than the hole at least, mm [from memory]. */
const WIDER = 2

/** Holes of the body that the bridge does not use where it lies. */
export function plugsWanted(build: Shaped, l: Layout, drilled: readonly { at: Point }[]): Plug[] {
  const body = partIn(build, 'body')
  if (!body) return []
  const box = l.bridge.plate.reduce(
    (b, [x, y]) => [Math.min(b[0]!, x), Math.max(b[1]!, x), Math.min(b[2]!, y), Math.max(b[3]!, y)],
    [Infinity, -Infinity, Infinity, -Infinity],
  )
  return bridgeReuse(build, l).left.flatMap((f, i): Plug[] => {
    const placed = l.features.find(p => p.partId === body.id && p.id === f.id)
    if (!placed) return []
    const [x, y] = placed.centre,
      diameter = f.dims.diameter?.value ?? 0
    const nearest = drilled.reduce((m, h) => Math.min(m, Math.hypot(h.at[0] - x, h.at[1] - y)), Infinity)
    return [
      {
        id: `plug-${f.id}`,
        feature: f.id,
        label: `Plug old bridge hole ${i + 1}`,
        at: placed.centre,
        along: f.dims.x?.value ?? 0,
        across: f.dims.y?.value ?? 0,
        diameter,
        plug: Math.ceil(diameter + WIDER),
        nearest: Number.isFinite(nearest) ? nearest : undefined,
        covered: x > box[0]! && x < box[1]! && y > box[2]! && y < box[3]!,
      },
    ]
  })
}

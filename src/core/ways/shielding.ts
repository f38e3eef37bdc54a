import { yDown } from '../document/mirror.ts'
import { SHAPED } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import type { ShieldSort } from '../document/circuitRecord.ts'
import { placeComponents } from '../circuit/drawing/place.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import { networkOf } from '../circuit/network.ts'
import { openSettings } from '../circuit/settings.ts'
import { inside, polygonArea, toEdge, type Point } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { closedBody } from './closedBody.ts'
import { wireWays } from './wireWays.ts'

/** What a lining of one sort wants [from memory; the tin wins]. */
export interface ShieldRule {
  label: string
  coats: number
  /** mL a square metre and coat, or the share that overlaps. */
  perSquareMetre: number
  overlap: number
  /** Hours between coats, and before anything is wired. */
  between: number
  before: number
  /** Ω from corner to corner, at most. */
  ohms: number
}

export const SHIELD_RULES: Record<ShieldSort, ShieldRule> = {
  paint: { label: 'paint', coats: 2, perSquareMetre: 130, overlap: 0, between: 4, before: 24, ohms: 500 },
  foil: { label: 'foil', coats: 1, perSquareMetre: 0, overlap: 0.2, between: 0, before: 0, ohms: 1 },
}

/** A face that is lined. */
export interface LinedFace {
  id: string
  label: string
  /** mm². */
  area: number
}

/** A hot lug so near to a lined wall that a bend or a whisker reaches it. */
export interface KeepOut {
  terminal: string
  label: string
  /** mm to the wall. */
  gap: number
}

export interface Shielding {
  faces: readonly LinedFace[]
  /** mm². */
  area: number
  /** Paint for all coats, mL; foil with its overlaps, mm². */
  paint: number
  foil: number
  keepOut: readonly KeepOut[]
}

/** A hot lug wants this much from a lined wall, or tape over it, mm [from memory]. */
const CLEAR = 5

const around = (p: readonly Point[]): number =>
  p.reduce((s, [x, y], i) => {
    const [u, v] = p[(i + 1) % p.length]!
    return s + Math.hypot(u - x, v - y)
  }, 0)

/**
 * What lining the hollows under pickups and controls, and the guard's back over them, comes to: walls and floors
 * [geometry], and hot lugs that stand too near.
 */
export const shieldingOf = fact(SHAPED, (build): Shielding | undefined => {
  const l = layOut(build),
    ways = wireWays(build)
  if (!l || !ways) return undefined
  const rooms = ways.graph.rooms.filter(
    r =>
      r.feature?.role === 'control-cavity' || (r.feature?.role === 'pickup-rout' && r.feature.serves !== undefined),
  )
  const faces: LinedFace[] = rooms.map(r => ({
    id: r.id,
    label: r.label,
    area: polygonArea(r.polygon) + around(r.polygon) * (r.z1 - r.z0),
  }))
  if (l.guard.length > 2) faces.push({ id: 'guard', label: 'back of the guard', area: polygonArea(l.guard) })
  else if (!closedBody(build))
    for (const r of rooms)
      if (r.feature?.role === 'control-cavity' && r.feature.face === 'back')
        faces.push({ id: `${r.id}/cover`, label: `cover of the ${r.label}`, area: polygonArea(r.polygon) })
  const area = faces.reduce((s, f) => s + f.area, 0)
  const side = yDown(build, 'behind'),
    n = networkOf(build, openSettings(build))
  const keepOut = placeComponents(build, l).flatMap((c): KeepOut[] => {
    const room = ways.homes.get(c.id)?.room
    if (!room || c.kind === 'pickup' || c.kind === 'metal') return []
    return c.lugs.flatMap((lug): KeepOut[] => {
      if (lug.wide || (n.nodeOf.get(lug.terminal) ?? -1) <= 0) return []
      const at: Point = [lug.at[0], side * lug.at[1]]
      const within = inside(room.polygon, at)
      // A jack in the wall stands outside its hollow with some of its lugs.
      if (!within && c.kind === 'jack') return []
      const gap = within ? Math.hypot(...minus(toEdge(room.polygon, at).on, at)) : 0
      return gap < CLEAR ? [{ terminal: lug.terminal, label: lugWords(build.circuit, lug.terminal), gap }] : []
    })
  })
  return {
    faces,
    area,
    paint: (area / 1e6) * SHIELD_RULES.paint.perSquareMetre * SHIELD_RULES.paint.coats,
    foil: area * (1 + SHIELD_RULES.foil.overlap),
    keepOut: keepOut.sort((a, b) => a.gap - b.gap),
  }
})

const minus = (a: Point, b: Point): [number, number] => [a[0] - b[0], a[1] - b[1]]

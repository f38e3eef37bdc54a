import type { BurstRing } from '../document/finishRecord.ts'
import { grown } from '../geometry/boolean.ts'
import { polygonArea, type Point } from '../geometry/outline.ts'

/** How strong a ring is at a distance in from the outline, 1 to 0: full outside its fade, half at its reach, none inside. */
export function ringStrength(r: Pick<BurstRing, 'reach' | 'fade'>, inward: number): number {
  const t = (inward - (r.reach - r.fade / 2)) / r.fade
  if (t <= 0) return 1
  if (t >= 1) return 0
  // As a spray’s own edge falls off: smooth at both ends.
  return 1 - t * t * (3 - 2 * t)
}

/** The part of a face that lies farther in from its outline than a distance. */
export const insideOf = (outline: readonly Point[], inward: number): Point[][] =>
  inward <= 0 ? [[...outline]] : grown({ points: outline }, -inward)

/** Area between the outline and a distance in from it, m². */
export const rimArea = (outline: readonly Point[], inward: number): number =>
  (polygonArea(outline) - insideOf(outline, inward).reduce((s, p) => s + polygonArea(p), 0)) / 1e6

/** Steps that a ring's fade is drawn and reckoned in. */
const STEPS = 12

/** Area that a ring covers, each strip by how strong the ring is there, m²: what its colour is mixed for. */
export function ringArea(outline: readonly Point[], r: BurstRing): number {
  const from = Math.max(0, r.reach - r.fade / 2),
    to = r.reach + r.fade / 2
  let area = rimArea(outline, from)
  for (let i = 0; i < STEPS; i++) {
    const a = from + ((to - from) * i) / STEPS,
      b = from + ((to - from) * (i + 1)) / STEPS
    area += (rimArea(outline, b) - rimArea(outline, a)) * ringStrength(r, (a + b) / 2)
  }
  return area
}

/** Strips to draw a burst with: from the outline inward, how far in each begins. */
export function strips(rings: readonly BurstRing[]): number[] {
  const out = new Set<number>([0])
  for (const r of rings) {
    const from = Math.max(0, r.reach - r.fade / 2),
      to = r.reach + r.fade / 2
    for (let i = 0; i <= STEPS; i++) out.add(Number((from + ((to - from) * i) / STEPS).toFixed(1)))
  }
  return [...out].sort((a, b) => a - b)
}

/** Where the spray's middle is held, mm outside the outline (negative: over the face), so that half of a ring's strength lies at its reach [from memory: a pattern 150 mm wide]. */
export const sprayLine = (r: Pick<BurstRing, 'reach' | 'fade'>): number => Math.round(r.fade / 2 - r.reach)

import { memo } from '../memo/memo.ts'
import type { Feature, Part } from '../parts/part.ts'

/** A hole of the bridge and the one of the body that it lies over. */
export interface HolePair {
  own: Feature
  hole: Feature
}

/** A bridge over holes that the body has: what meets, what of the body's is left, what of the bridge's has none. */
export interface DrilledPattern {
  pairs: readonly HolePair[]
  left: readonly Feature[]
  missing: readonly Feature[]
}

/** Further off than this a hole is another one: a screw does not find it [common practice: where a pattern stops going]. */
export const SAME_HOLE = 1.5
/** Holes that lie off each other by no more than this may be the same pattern badly drilled; beyond it is another bridge's, mm [from memory]. */
const OWN_PATTERN = 2 * SAME_HOLE
/** A screw finds a hole that lies no further off than this, mm [common practice: the snug band of a pattern]. */
export const REUSED = 0.25

/** The holes that a bridge can use together, where it then lies, and those that it cannot: the worst is given up until the rest fit. */
export function usable(pairs: readonly HolePair[]): { kept: readonly HolePair[]; along: number; across: number } {
  let kept = pairs
  for (;;) {
    const along = spread(kept, p => x(p.hole) - x(p.own)).mean,
      across = spread(kept, p => y(p.hole) - y(p.own)).mean
    const off = (p: HolePair) => Math.hypot(x(p.hole) - x(p.own) - along, y(p.hole) - y(p.own) - across)
    if (kept.length < 2 || kept.every(p => off(p) <= REUSED)) return { kept, along, across }
    const worst = kept.reduce((a, b) => (off(b) > off(a) ? b : a))
    kept = kept.filter(p => p !== worst)
  }
}

/** Where the bridge lies on the body: its saddle point from the pocket's end, and off the body's own line, mm. */
export interface BridgeLies {
  from: 'placed' | 'drilled' | 'proposed'
  along: number
  across: number
}

/**
 * What becomes of the body's holes under a bridge: those that serve it where it lies, those to be plugged, and its own
 * that are still to be drilled. One that was set on the holes that are there uses whatever meets at all.
 */
export function reuseOf(body: Part | undefined, bridge: Part | undefined, lies: BridgeLies): DrilledPattern {
  const own = bridgeHolesOf(bridge),
    drilled = drilledBridgeHoles(body)
  const on = lies.from === 'drilled' ? drilledPattern(body, bridge) : undefined
  return on ?? patternAt(own, drilled, lies.along, lies.across, lies.from === 'placed' ? REUSED : 0)
}

const none: readonly Feature[] = []
/** Holes of the bridge for its screws. */
export const bridgeHolesOf = (bridge: Part | undefined): readonly Feature[] =>
  bridge?.features.filter(f => f.role === 'screw-hole') ?? none
/** Holes for them that are in the body. */
export const drilledBridgeHoles = (body: Part | undefined): readonly Feature[] =>
  body?.features.filter(f => f.role === 'screw-hole' && f.serves === 'bridge-screws') ?? none

const x = (f: Feature): number => f.dims.x?.value ?? 0
const y = (f: Feature): number => f.dims.y?.value ?? 0

/** What meets when the bridge's saddle point lies at a place on the body, each hole taking the nearest that is free. */
export function patternAt(
  own: readonly Feature[],
  drilled: readonly Feature[],
  dx: number,
  dy: number,
  within: number,
): DrilledPattern {
  const near = own
    .flatMap(o => drilled.map(h => ({ o, h, d: Math.hypot(x(h) - x(o) - dx, y(h) - y(o) - dy) })))
    .filter(n => n.d <= within)
    .sort((a, b) => a.d - b.d)
  const pairs: HolePair[] = []
  for (const { o, h } of near) if (!pairs.some(p => p.own === o || p.hole === h)) pairs.push({ own: o, hole: h })
  return {
    pairs,
    left: drilled.filter(h => !pairs.some(p => p.hole === h)),
    missing: own.filter(o => !pairs.some(p => p.own === o)),
  }
}

const spread = (pairs: readonly HolePair[], of: (p: HolePair) => number): { mean: number; sum: number } => {
  const mean = pairs.reduce((s, p) => s + of(p), 0) / pairs.length
  return { mean, sum: pairs.reduce((s, p) => s + (of(p) - mean) ** 2, 0) }
}

/**
 * How the bridge lies on the holes that the body has: moved so that most of its own meet one, and those as well as may
 * be (least squares over pure shifts). Undefined where no two meet: those holes are of another bridge.
 */
export const drilledPattern = (body: Part | undefined, bridge: Part | undefined): DrilledPattern | undefined =>
  body && bridge && patternOf(body, bridge)

const patternOf = memo(bestPattern, { keep: 2, weak: true })

function bestPattern(body: Part, bridge: Part): DrilledPattern | undefined {
  const own = bridgeHolesOf(bridge),
    drilled = drilledBridgeHoles(body)
  let best: { pattern: DrilledPattern; sum: number } | undefined
  for (const o of own)
    for (const h of drilled) {
      const first = patternAt(own, drilled, x(h) - x(o), y(h) - y(o), OWN_PATTERN)
      const dx = spread(first.pairs, p => x(p.hole) - x(p.own)).mean,
        dy = spread(first.pairs, p => y(p.hole) - y(p.own)).mean
      const pattern = patternAt(own, drilled, dx, dy, OWN_PATTERN),
        sum =
          spread(pattern.pairs, p => x(p.hole) - x(p.own)).sum +
          spread(pattern.pairs, p => y(p.hole) - y(p.own)).sum
      const n = pattern.pairs.length
      if (
        n >= 2 &&
        (!best || n > best.pattern.pairs.length || (n === best.pattern.pairs.length && sum < best.sum - 1e-9))
      )
        best = { pattern, sum }
    }
  return best?.pattern
}

import type { Fitted, Laid } from '../document/docs.ts'
import type { Build } from '../document/build.ts'
import { quantities, type Maths } from '../document/maths.ts'
import { need, quantityAt } from '../document/quantityAt.ts'
import { partIn } from '../document/references.ts'
import { viewOf, type LaidFields, type View } from '../document/view.ts'
import type { Dimension } from '../units/dimension.ts'
import { fromSource, linear, subtract, type Quantity } from '../units/quantity.ts'
import { neckLine } from './centreLine.ts'
import { drilledPattern } from './drilledBridge.ts'
import { COMPENSATION_DOUBT, startingCompensation } from './compensation.ts'

/** Room wanted beyond the saddles' needed places at both ends of their travel, mm [common practice]. */
export const TRAVEL_RESERVE = 1

export interface BridgeLineOf<Q> {
  /** How far the saddles can come ahead of the scale length, mm: scale length − foremost saddle place. */
  ahead: Q
  /** Smallest and largest `ahead` that leave every string's saddle its place with the reserve. */
  low: number
  high: number
  /** Pocket end to the plate's front edge, as placed or proposed. */
  place: Q
  proposed: boolean
  /** Where it comes from: placed by the builder, given by the holes that are in the body, or proposed. */
  from: 'placed' | 'drilled' | 'proposed'
  /** What `place` would have to be for the middle of the range. */
  ideal: Q
  compensation: number[]
  /** Nut to foremost saddle point. */
  foremost: Q
}
export type BridgeLine = BridgeLineOf<Quantity>

/** Starting compensations of the thinnest and thickest of an usual set, mm, while no strings are chosen [from memory]. */
const USUAL_COMPENSATION = [1.5, 4] as const

/**
 * Ties neck, body and bridge together: pocket end → bridge must equal scale length + compensation − (nut → heel end),
 * within the saddles' travel [common practice: the bridge-line check].
 * Undefined while neck or bridge are not chosen. Without strings an usual set is taken.
 */
export function bridgeLineOf<Q>(m: Maths<Q>, v: View<LaidFields, unknown>): BridgeLineOf<Q> | undefined {
  const neck = v.part('neck'),
    bridge = v.part('bridge')
  const scale = m.of(neck, 'scaleLength'),
    toHeel = m.of(neck, 'nutToHeelEnd'),
    front = m.of(bridge, 'frontToForwardSaddle'),
    travel = bridge?.dims.saddleTravel?.value
  if (!scale || !toHeel || !front || travel === undefined) return undefined
  const compensation = compensationsOf(v)
  const low = TRAVEL_RESERVE - Math.min(...compensation)
  const high = travel - Math.max(...compensation) - TRAVEL_RESERVE
  const aim = Math.max((low + high) / 2, Math.min(TRAVEL_RESERVE, high))
  const scaleLessPlate = [
    [1, scale],
    [-1, toHeel],
    [-1, front],
  ] as const
  const ideal = m.sum(scaleLessPlate, -aim)!
  const placed = v.fields.placements.bridge?.x
  const saddle = placed ? undefined : saddleFromScrews(m, v),
    posts = placed || saddle ? undefined : placeFromPosts(m, v)
  const given = placed
    ? m.given({ id: 'placements/bridge.x', label: 'pocket end to bridge plate', ...numbersOf(placed) })
    : saddle
      ? m.sum([...saddle, [-1, front]])
      : posts
  const place = given ?? ideal
  // Screw holes give the saddles' place themselves; a plate's edge gives it by what lies between.
  const toSaddle: Terms<Q> = saddle ?? [
    [1, given],
    [1, front],
  ]
  const start = m.given({
    id: 'table/compensation',
    label: 'starting compensation',
    value: 0,
    doubt: COMPENSATION_DOUBT,
    basis: 'computed',
  })
  return {
    // Where the bridge is only proposed it lies where it should, whatever the parts' doubts.
    ahead: given
      ? m.sum([[1, scale], [-1, toHeel], ...toSaddle.map(([c, q]) => [-c, q] as const), [1, start]])!
      : m.sum([[1, start]], aim)!,
    low,
    high,
    place,
    proposed: !given,
    from: placed ? 'placed' : given ? 'drilled' : 'proposed',
    ideal,
    compensation,
    foremost: given ? m.sum([[1, toHeel], ...toSaddle])! : m.sum([[1, scale]], -aim)!,
  }
}

/** The same for a build whose strings are chosen. */
export const bridgeLine = (build: Laid): BridgeLine | undefined =>
  partIn(build, 'strings')?.gauges?.length ? bridgeLineOf(quantities, viewOf(build)) : undefined

/** Starting compensation of every string, thinnest first. */
function compensationsOf(v: View<LaidFields, unknown>): number[] {
  const gauges = v.part('strings')?.gauges
  return gauges?.length ? gauges.map(startingCompensation) : [...USUAL_COMPENSATION]
}

const numbersOf = (d: Dimension) => ({ value: d.value, doubt: d.doubt, basis: d.basis })

type Terms<Q> = readonly (readonly [number, Q | undefined])[]

/** Where the body's screw holes put the saddles' foremost point, from the pocket's end: mean over the bridge's holes that meet one. */
function saddleFromScrews<Q>(m: Maths<Q>, v: View<LaidFields, unknown>): Terms<Q> | undefined {
  const body = v.part('body'),
    bridge = v.part('bridge'),
    pattern = drilledPattern(body, bridge)
  return pattern?.pairs.flatMap(p => [
    [1 / pattern.pairs.length, m.in(body, p.hole, 'x')] as const,
    [-1 / pattern.pairs.length, m.in(bridge, p.own, 'x')] as const,
  ])
}

/** Where the body's post holes put the plate's front edge: mean of the posts' places, less the posts' set-back. */
function placeFromPosts<Q>(m: Maths<Q>, v: View<LaidFields, unknown>): Q | undefined {
  const body = v.part('body')
  const holes = body?.features.filter(f => f.role === 'stud-hole' && f.serves === 'posts') ?? []
  return body && holes.length
    ? m.sum([
        ...holes.map(h => [1 / holes.length, m.in(body, h, 'x')] as const),
        [-1, m.asked(v.part('bridge'), 'postBehindFront')],
      ])
    : undefined
}

/** Off the neck's own line at the bridge, mm to the treble side: where it is placed on the body, less where the fitted neck points. */
export function bridgeOffsetOf(v: View<Pick<Build, 'placements' | 'readings'>, unknown>): Quantity {
  const y = v.fields.placements.bridge?.y,
    line = neckLine(v.fields)
  const body = v.part('body'),
    bridge = v.part('bridge'),
    pattern = y ? undefined : drilledPattern(body, bridge)
  if (pattern && body && bridge) {
    const n = pattern.pairs.length
    const across = linear(
      pattern.pairs.flatMap(p => [
        [1 / n, need(body, `features.${p.hole.id}.y`)] as const,
        [-1 / n, need(bridge, `features.${p.own.id}.y`)] as const,
      ]),
    )
    return line ? subtract(across, line.drift) : across
  }
  const placed = fromSource({
    id: 'placements/bridge.y',
    label: 'bridge off the centre line',
    value: y?.value ?? 0,
    doubt: y?.doubt ?? 0.3,
    basis: y?.basis ?? 'assumed',
  })
  return y && line ? subtract(placed, line.drift) : placed
}

/** The same of a build as it stands. */
export const bridgeOffset = (build: Fitted & Pick<Build, 'placements' | 'readings'>): Quantity =>
  bridgeOffsetOf(viewOf(build))

/** Off the body's centre line, mm: what is marked when the body's own line is at hand. */
export const bridgeOnBody = (build: Laid): number => bridgeOffset(build).value + (neckLine(build)?.drift.value ?? 0)

/** The pocket feature of the chosen body. */
export function pocketOf(build: Laid) {
  const body = partIn(build, 'body')
  const pocket = body?.features.find(f => f.role === 'neck-pocket')
  return body && pocket && quantityAt(body, `features.${pocket.id}.depth`)
    ? { body, pocket, at: (key: string) => need(body, `features.${pocket.id}.${key}`) }
    : undefined
}

import type { Build } from '../build/build.ts'
import { need, quantityAt } from '../build/quantityAt.ts'
import { partIn } from '../build/references.ts'
import { fromSource, linear, subtract, type Quantity } from '../units/quantity.ts'
import { neckLine } from './centreLine.ts'
import { COMPENSATION_DOUBT, startingCompensation } from './compensation.ts'

/** Room wanted beyond the saddles' needed places at both ends of their travel, mm [common practice]. */
export const TRAVEL_RESERVE = 1

export interface BridgeLine {
  /** How far the saddles can come ahead of the scale length, mm: scale length − foremost saddle place. */
  ahead: Quantity
  /** Smallest and largest `ahead` that leave every string's saddle its place with the reserve. */
  low: number
  high: number
  /** Pocket end to the plate's front edge, as placed or proposed. */
  place: Quantity
  proposed: boolean
  /** What `place` would have to be for the middle of the range. */
  ideal: Quantity
  compensation: number[]
  /** Nut to foremost saddle point. */
  foremost: Quantity
}

/**
 * Ties neck, body and bridge together: pocket end → bridge must equal scale length + compensation − (nut → heel end),
 * within the saddles' travel [common practice: the bridge-line check].
 * Undefined while neck, bridge or strings are not chosen.
 */
export function bridgeLine(build: Build): BridgeLine | undefined {
  const neck = partIn(build, 'neck'),
    bridge = partIn(build, 'bridge'),
    strings = partIn(build, 'strings')
  if (!neck || !bridge || !strings?.gauges?.length) return undefined
  const scale = need(neck, 'dims.scaleLength'),
    toHeel = need(neck, 'dims.nutToHeelEnd')
  const front = need(bridge, 'dims.frontToForwardSaddle'),
    travel = need(bridge, 'dims.saddleTravel').value
  const compensation = strings.gauges.map(startingCompensation)
  const low = TRAVEL_RESERVE - Math.min(...compensation)
  const high = travel - Math.max(...compensation) - TRAVEL_RESERVE
  const aim = Math.max((low + high) / 2, Math.min(TRAVEL_RESERVE, high))
  const ideal = linear(
    [
      [1, scale],
      [-1, toHeel],
      [-1, front],
    ],
    -aim,
  )
  const placed = build.placements.bridge?.x
  const drilled = placed ? undefined : placeFromPosts(build)
  const place: Quantity = placed
    ? fromSource({
        id: 'placements/bridge.x',
        label: 'pocket end to bridge plate',
        value: placed.value,
        doubt: placed.doubt,
        basis: placed.basis,
      })
    : (drilled ?? ideal)
  const foremost = linear([
    [1, toHeel],
    [1, place],
    [1, front],
  ])
  const start = fromSource({
    id: 'table/compensation',
    label: 'starting compensation',
    value: 0,
    doubt: COMPENSATION_DOUBT,
    basis: 'computed',
  })
  return {
    ahead: linear([
      [1, scale],
      [-1, foremost],
      [1, start],
    ]),
    low,
    high,
    place,
    proposed: !placed && !drilled,
    ideal,
    compensation,
    foremost,
  }
}

/** Where the body's post holes put the plate's front edge: mean of the posts' places, less the posts' set-back. */
function placeFromPosts(build: Build): Quantity | undefined {
  const body = partIn(build, 'body'),
    setBack = quantityAt(partIn(build, 'bridge'), 'dims.postBehindFront')
  const holes = body?.features.filter(f => f.role === 'stud-hole' && f.serves === 'posts') ?? []
  if (!body || !setBack || holes.length === 0) return undefined
  return linear([...holes.map(h => [1 / holes.length, need(body, `features.${h.id}.x`)] as const), [-1, setBack]])
}

/** Off the neck's own line at the bridge, mm to the treble side: where it is placed on the body, less where the fitted neck points. */
export function bridgeOffset(build: Build): Quantity {
  const y = build.placements.bridge?.y,
    line = neckLine(build)
  const placed = fromSource({
    id: 'placements/bridge.y',
    label: 'bridge off the centre line',
    value: y?.value ?? 0,
    doubt: y?.doubt ?? 0.3,
    basis: y?.basis ?? 'assumed',
  })
  return y && line ? subtract(placed, line.drift) : placed
}

/** Off the body's centre line, mm: what is marked when the body's own line is at hand. */
export const bridgeOnBody = (build: Build): number =>
  bridgeOffset(build).value + (neckLine(build)?.drift.value ?? 0)

/** The pocket feature of the chosen body. */
export function pocketOf(build: Build) {
  const body = partIn(build, 'body')
  const pocket = body?.features.find(f => f.role === 'neck-pocket')
  return body && pocket && quantityAt(body, `features.${pocket.id}.depth`)
    ? { body, pocket, at: (key: string) => need(body, `features.${pocket.id}.${key}`) }
    : undefined
}

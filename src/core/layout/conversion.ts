import { count, mm, type Said, say } from '../say/said.ts'
import { placeAt } from '../document/assumed.ts'
import type { Laid } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { boundsOf } from '../geometry/outline.ts'
import { doubtOf } from '../units/quantity.ts'
import { bridgeLine } from './bridgeLine.ts'
import { fretPosition } from '../parts/frets.ts'

/** A neck that might go on this body: baritone, bass or shorter. mm. */
export interface OtherNeck {
  scaleLength: number
  nutToHeelEnd: number
  frets: number
}

export interface Conversion {
  /** Pocket's end wall to the plate's front edge with this neck, and how far that is from where the bridge is or would be. */
  front: number
  doubt: number
  shift: number
  /** Pocket's end wall to the scale line. */
  scaleLine: number
  /** Plate's rear edge to the body's tail, mm; undefined without an outline. */
  behind: number | undefined
  /** Fret over the pocket's mouth, and how much of the string lies between bridge pickup and saddle, percent before and after. */
  fretAtBody: number
  pickups: { slot: string; before: number; after: number }[]
  findings: Said[]
}

/** Room wanted behind the plate, mm [from memory]. */
const BEHIND = 12

/**
 * What another neck asks of this body: the bridge follows scale length and heel, pickups and pocket stay.
 * Undefined while body, bridge or strings are not chosen.
 */
export function conversion(build: Laid, other: OtherNeck): Conversion | undefined {
  const neck = partIn(build, 'neck'),
    bridge = partIn(build, 'bridge'),
    body = partIn(build, 'body')
  const now = bridgeLine(build)
  if (!neck || !bridge || !body || !now) return undefined
  const swapped: Laid = {
    ...build,
    placements: { ...build.placements, bridge: undefined as never },
    parts: build.parts.map(p =>
      p.id === neck.id
        ? {
            ...p,
            dims: {
              ...p.dims,
              scaleLength: { ...p.dims.scaleLength!, value: other.scaleLength },
              nutToHeelEnd: { ...p.dims.nutToHeelEnd!, value: other.nutToHeelEnd },
            },
          }
        : p,
    ),
  }
  const then = bridgeLine(swapped)!
  const front = then.ideal.value,
    shift = front - now.place.value
  const plate = bridge.dims.plateLength?.value ?? 0,
    tail = body.outline ? boundsOf(body.outline.points).x1 : undefined
  const behind = tail === undefined ? undefined : tail - (front + plate)
  const pocket = body.features.find(f => f.role === 'neck-pocket'),
    mouth = other.nutToHeelEnd - placeAt(body, pocket, 'neck-pocket', 'length')
  let fretAtBody = 0
  while (fretAtBody < other.frets && fretPosition(other.scaleLength, fretAtBody + 1) <= mouth) fretAtBody++
  const was = { scale: neck.dims.scaleLength!.value, heel: neck.dims.nutToHeelEnd!.value }
  const pickups = body.features
    .filter(f => f.role === 'pickup-rout' && f.serves)
    .map(f => {
      const share = (scale: number, heel: number) => ((scale - heel - (f.dims.x?.value ?? 0)) / scale) * 100
      return {
        slot: f.serves!,
        before: share(was.scale, was.heel),
        after: share(other.scaleLength, other.nutToHeelEnd),
      }
    })
  const routs = body.features.filter(f => f.role === 'pickup-rout' || f.role === 'tremolo-rout')
  const ahead = routs.map(f => front - ((f.dims.x?.value ?? 0) + (f.dims.length?.value ?? 0) / 2)),
    near = ahead.length ? Math.min(...ahead.filter((_, i) => routs[i]!.role === 'pickup-rout')) : Infinity
  const drilled = body.features.filter(
    f =>
      (f.role === 'screw-hole' && f.serves === 'bridge-screws') || (f.role === 'stud-hole' && f.serves === 'posts'),
  )
  const travel = then.high - then.low
  const findings = [
    Math.abs(shift) < 0.05
      ? 'The bridge stays where it is.'
      : say`The bridge moves ${mm(Math.abs(shift), 1)} ${shift > 0 ? 'towards the tail' : 'towards the neck'}.`,
    ...(drilled.length && Math.abs(shift) > travel / 2
      ? [
          say`Its ${count(drilled.length, 'hole')} no longer serve: plug them and drill again. The saddles’ travel makes up for ${mm(Math.max(travel / 2, 0), 1)} at most.`,
        ]
      : []),
    ...(routs.some(f => f.role === 'tremolo-rout') && Math.abs(shift) > 1
      ? [
          'The tremolo’s rout would have to move with it: this body wants a bridge without one, or a neck of its own scale.',
        ]
      : []),
    ...(behind !== undefined && behind < BEHIND
      ? [
          behind < 0
            ? say`The plate would stand ${mm(-behind, 0)} over the body’s tail: this neck is too long for the body.`
            : say`Only ${mm(behind, 0)} of body behind the plate.`,
        ]
      : []),
    ...(near < 2
      ? [
          say`The plate would ${near < 0 ? say`cover ${mm(-near, 0)} of` : say`stand ${mm(near, 1)} from`} the pickup rout before it.`,
        ]
      : []),
    ...(mouth < 0 ? ['The pocket is longer than this neck.'] : []),
  ]
  return {
    front,
    doubt: doubtOf(then.ideal),
    shift,
    scaleLine: other.scaleLength - other.nutToHeelEnd,
    behind,
    fretAtBody,
    pickups,
    findings,
  }
}

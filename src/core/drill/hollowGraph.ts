import { boreToPrism, boxGap, boxOfBore, boxOfPrism, pointOn, type Bore, type Box } from '../geometry/bore.ts'
import { inside, type Point } from '../geometry/outline.ts'
import { gapBeside } from '../geometry/shape.ts'
import type { Feature, Part } from '../parts/part.ts'
import type { Hollow } from './hollows.ts'

/** A wall this thin between two hollows is no wall, mm [from memory]. */
const THIN = 1

/** A hollow of the body that wires can lie in. */
export interface Room {
  id: string
  label: string
  polygon: readonly Point[]
  z0: number
  z1: number
  box: Box
  /** The body's place that it is; none for what the builder means to cut. */
  feature: Feature | undefined
}

/** A bore that wires can be pulled through, and the rooms that it opens into. */
export interface Passage {
  id: string
  label: string
  bore: Bore
  rooms: readonly Room[]
  feature: Feature | undefined
  /** Not drilled yet. */
  planned: boolean
}

/** Hollows of the body, and how one comes from one to another. */
export interface HollowGraph {
  rooms: readonly Room[]
  /** Drilled wire channels, and those that are meant. */
  channels: readonly Passage[]
  /** Two rooms that run into each other. */
  meets(a: Room, b: Room): boolean
}

const NO_ROOM: ReadonlySet<string> = new Set(['neck-pocket', 'rod-notch', 'sound-hole'])

/** Rooms that a bore opens into. */
export const roomsOn = (bore: Bore, rooms: readonly Room[]): Room[] => {
  const box = boxOfBore(bore)
  return rooms.filter(n => boxGap(box, n.box) < 1 && boreToPrism(bore, n) < 1)
}

/** The body's hollows as rooms, and its channels between them [geometry]. */
export function hollowGraph(body: Part, hollows: readonly Hollow[]): HollowGraph {
  const byId = new Map(body.features.map(f => [`${body.id}/${f.id}`, f]))
  const rooms = hollows.flatMap((h): Room[] => {
    const f = byId.get(h.id)
    if (!('prism' in h.shape) || (!f && !h.cut) || (f && NO_ROOM.has(f.role))) return []
    const { prism } = h.shape
    return [{ id: h.id, label: h.label, feature: f, ...prism, box: boxOfPrism(prism) }]
  })
  const channels = hollows.flatMap((h): Passage[] => {
    const f = byId.get(h.id)
    return 'bore' in h.shape && (f?.role === 'channel' || h.cut === 'channel')
      ? [
          {
            id: h.id,
            label: h.label,
            feature: f,
            bore: h.shape.bore,
            rooms: roomsOn(h.shape.bore, rooms),
            planned: h.cut !== undefined,
          },
        ]
      : []
  })
  const meets = (a: Room, b: Room): boolean =>
    Math.min(a.z1, b.z1) > Math.max(a.z0, b.z0) &&
    boxGap(a.box, b.box) < THIN &&
    gapBeside({ points: a.polygon }, { points: b.polygon }).gap < THIN
  return { rooms, channels, meets }
}

/** Steps in which a bore is looked along. */
const LOOK = 60
/** Halvings by which a wall is found between two of them. */
const HALVINGS = 14

/** Where along a bore, 0 to 1, it first and last lies in a room; its nearer end where it only touches. */
export function spanIn(bore: Bore, room: Room): readonly [number, number] {
  const within = (t: number): boolean => {
    const [x, y] = pointOn(bore, t)
    return inside(room.polygon, [x, y])
  }
  /** The wall between a place inside and one outside. */
  const wall = (into: number, out: number): number => {
    for (let k = 0; k < HALVINGS; k++) {
      const m = (into + out) / 2
      if (within(m)) into = m
      else out = m
    }
    return into
  }
  let first: number | undefined, last: number | undefined
  for (let i = 0; i <= LOOK; i++) {
    if (!within(i / LOOK)) continue
    first ??= i === 0 ? 0 : wall(i / LOOK, (i - 1) / LOOK)
    last = i / LOOK
  }
  if (first !== undefined && last !== undefined) return [first, last < 1 ? wall(last, last + 1 / LOOK) : 1]
  const c: Point = [(room.box[0] + room.box[1]) / 2, (room.box[2] + room.box[3]) / 2]
  const far = (t: number) => Math.hypot(pointOn(bore, t)[0] - c[0], pointOn(bore, t)[1] - c[1])
  return far(0) < far(1) ? [0, 0] : [1, 1]
}

import { steady } from '../memo/steady.ts'
import { stringsIn, type Component } from '../document/circuitRecord.ts'
import { SHAPED, type Shaped } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import type { BodyGraph } from '../drill/bodyGraph.ts'
import { roomsOn, spanIn, type HollowGraph, type Room } from '../drill/hollowGraph.ts'
import { hollowsOf } from '../drill/hollows.ts'
import { lengthOf, pointOn, type Bore } from '../geometry/bore.ts'
import { boundsOf, inside, type Point } from '../geometry/outline.ts'
import { controlSpots } from '../layout/controls.ts'
import type { Layout, PlacedPickup } from '../layout/layOut.ts'
import { perKinds } from '../layout/perKinds.ts'

/** What a component is fixed to: it goes where that goes when it is lifted. */
export type Carrier = 'body' | 'guard' | 'control plate' | 'jack plate'

/** A bore that only one component's wires go through: its own hole, or the strings' ground. */
export interface OwnBore {
  id: string
  label: string
  bore: Bore
  /** Not drilled yet. */
  planned: boolean
}

/** Where a component sits, and where its wires lie there. */
export interface Home {
  at: Point
  on: Carrier
  /** Hollow under it; undefined where no hollow is known there. */
  room: Room | undefined
  /** What lies between it and its room. */
  through?: OwnBore
}

const ON_PLATES: readonly (readonly [slot: string, on: Carrier])[] = [
  ['guard', 'guard'],
  ['control-plate', 'control plate'],
  ['jack-plate', 'jack plate'],
]

/** A jack's hole through the wall leads on into a hollow this near to its end, mm [from memory]. */
const ON = 30

/** A bore, drilled on until it opens into a room, where one is near enough. */
function throughWall(bore: Bore, rooms: readonly Room[]): { bore: Bore; room: Room | undefined } {
  const [own] = roomsOn(bore, rooms),
    long = lengthOf(bore)
  if (own || long < 1e-6) return { bore, room: own }
  for (let on = 2; on <= ON; on += 2) {
    const longer = { ...bore, to: pointOn(bore, 1 + on / long) },
      [room] = roomsOn(longer, rooms)
    if (room) return { bore: longer, room }
  }
  return { bore, room: undefined }
}

/** The hollow at a place: where several lie one over another, the one for controls. */
const roomAt = (g: HollowGraph, at: Point): Room | undefined => {
  const over = g.rooms.filter(r => inside(r.polygon, at))
  return over.find(r => r.feature?.role === 'control-cavity') ?? over[0]
}

/** Where the wire that grounds the strings begins: at the claw, in a hole under bridge or post, at the tail. */
function stringsHome(l: Layout, g: BodyGraph): Home {
  const springs = g.rooms.find(r => r.feature?.role === 'spring-cavity')
  if (springs) {
    const b = boundsOf(springs.polygon)
    return { at: [b.x0, (b.y0 + b.y1) / 2], on: 'body', room: springs }
  }
  if (!g.ground) return { at: [l.bridge.front, l.bridge.y], on: 'body', room: undefined }
  const { id, bore, planned, rooms } = g.ground,
    at: Point = [bore.from[0], bore.from[1]]
  return {
    at,
    on: 'body',
    // The bore is passed to its far end: what it cuts on the way there it leaves behind.
    room: [...rooms].sort((a, b) => spanIn(bore, b)[1] - spanIn(bore, a)[1])[0],
    through: { id, label: 'the ground’s hole', bore, planned },
  }
}

/** Where the strings' ground begins. */
export const bondOf = (components: readonly Component[], homes: ReadonlyMap<string, Home>): Point | undefined => {
  const strings = stringsIn(components)
  return strings && homes.get(strings.id)?.at
}

/** Where a pickup hangs, and on what. */
type PickupPlace = Pick<PlacedPickup, 'slot' | 'centre' | 'on'>

/** Where pickups hang, whatever their size: the same list while none hangs elsewhere. */
const hung = steady<readonly PickupPlace[]>()

/** Where every component sits that the layout tells of: on guard, plate or body, and over which hollow. By component. */
export const homesOf = (
  build: Shaped,
  l: Layout,
  g: BodyGraph,
  components: readonly Component[],
): ReadonlyMap<string, Home> =>
  homesIn(build, l, hung(l.pickups.map(({ slot, centre, on }) => ({ slot, centre, on }))), g, components)

/** The same from where the pickups hang. */
export const homesIn = perKinds(['body', 'guard', 'plate', 'pot', 'switch', 'jack', 'knob'], SHAPED, homesFound)

function homesFound(
  build: Shaped,
  l: Layout,
  hanging: readonly PickupPlace[],
  g: BodyGraph,
  components: readonly Component[],
): ReadonlyMap<string, Home> {
  const spots = new Map(controlSpots(build, l).map(s => [s.slot, s])),
    pickups = new Map(hanging.map(p => [p.slot, p])),
    bores = new Map(hollowsOf(build, l).map(h => [h.id, h])),
    plates = ON_PLATES.flatMap(([slot, on]) => {
      const part = partIn(build, slot)
      return part ? [{ part, on }] : []
    })
  const strings = stringsIn(components),
    battery = g.rooms.find(r => r.feature?.role === 'battery-box')
  const out = new Map<string, Home>()
  for (const c of components) {
    if (c === strings) {
      out.set(c.id, stringsHome(l, g))
      continue
    }
    if (c.slot === undefined) continue
    if (c.kind === 'battery' && battery) {
      const b = boundsOf(battery.polygon)
      out.set(c.id, { at: [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2], on: 'body', room: battery })
      continue
    }
    const pickup = pickups.get(c.slot)
    if (pickup) {
      const own = g.rooms.find(r => r.feature?.role === 'pickup-rout' && r.feature.serves === c.slot)
      out.set(c.id, {
        at: pickup.centre,
        on: pickup.on === 'guard' ? 'guard' : 'body',
        room: own ?? roomAt(g, pickup.centre),
      })
      continue
    }
    const spot = spots.get(c.slot)
    if (!spot) continue
    const carrier = plates.find(p => p.part.features.some(f => f.serves === c.slot))?.on,
      hole = l.features.find(
        f => f.serves === c.slot && f.partId === partIn(build, 'body')?.id && f.role === 'jack-hole',
      ),
      shape = hole && bores.get(`${hole.partId}/${hole.id}`)?.shape
    if (hole && shape && 'bore' in shape) {
      const plate = plates.find(p => p.on === 'jack plate'),
        on = carrier ?? plate?.on ?? 'body',
        led = throughWall(shape.bore, g.rooms),
        // One that is screwed on from outside is soldered there; the other sort goes in from its hollow.
        outside = on !== 'body' || partIn(build, c.slot)?.traits.sort === 'barrel'
      out.set(c.id, {
        at: hole.centre,
        on,
        room: led.room,
        ...(outside
          ? {
              through: {
                id: `${hole.partId}/${hole.id}`,
                label: 'the jack’s hole',
                bore: led.bore,
                planned: false,
              },
            }
          : {}),
      })
      continue
    }
    out.set(c.id, {
      at: spot.at,
      on: carrier ?? (spot.on === 'guard' ? 'guard' : 'body'),
      room: roomAt(g, spot.at),
    })
  }
  return out
}

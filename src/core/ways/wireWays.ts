import { memo } from '../memo/memo.ts'
import type { Wire } from '../document/circuitRecord.ts'
import { SHAPED, type Shaped } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { lugRef } from '../document/lugRef.ts'
import { bodyGraph, type BodyGraph } from '../drill/bodyGraph.ts'
import { wayBetween } from '../drill/channelsWanted.ts'
import { spanIn, type HollowGraph, type Passage, type Room } from '../drill/hollowGraph.ts'
import { lengthOf, pointOn } from '../geometry/bore.ts'
import type { Point } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { homesOf, type Home } from './homes.ts'

/** A bore on a wire's way. */
export interface Through {
  /** The hollow's id. */
  id: string
  label: string
  diameter: number
  /** Length of the bore that the wire lies in, mm. */
  length: number
  planned: boolean
}

/** How a wire gets from one component to another inside the instrument. */
export interface WireWay {
  wire: string
  from: Home
  to: Home
  /** Corner points seen from above, in the instrument's frame, mm; the bare line where no way is known. */
  points: readonly Point[]
  length: number
  /** Bores that it is pulled through, in order. */
  through: readonly Through[]
  /** It stays on one guard or plate. */
  together: boolean
  /** Wood lies between, and nothing leads through. */
  blocked: boolean
}

export interface WireWays {
  graph: BodyGraph
  homes: ReadonlyMap<string, Home>
  ways: readonly WireWay[]
}

/** A place at which one changes rooms: in the middle of an opening, or at a bore's end. */
interface Door {
  at: Point
  room: Room
  /** Doors on the other side, what the way there costs, and the bore it leads through. */
  to: { door: Door; cost: number; bore?: Passage }[]
}

const apart = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1])

/** Doors of all rooms. */
function doorsOf(g: HollowGraph): Door[] {
  const doors: Door[] = []
  const pair = (a: Door, b: Door, cost: number, bore?: Passage) => {
    a.to.push({ door: b, cost, ...(bore ? { bore } : {}) })
    b.to.push({ door: a, cost, ...(bore ? { bore } : {}) })
    doors.push(a, b)
  }
  g.rooms.forEach((a, i) =>
    g.rooms.slice(i + 1).forEach(b => {
      if (!g.meets(a, b)) return
      const way = wayBetween(a.polygon, b.polygon),
        at: Point = [(way.a[0] + way.b[0]) / 2, (way.a[1] + way.b[1]) / 2]
      pair({ at, room: a, to: [] }, { at, room: b, to: [] }, 0)
    }),
  )
  for (const c of g.channels) {
    const full = lengthOf(c.bore)
    const ends = c.rooms.map(room => ({ room, span: spanIn(c.bore, room) })).sort((a, b) => a.span[0] - b.span[0])
    ends.slice(1).forEach((b, i) => {
      const a = ends[i]!,
        // From where it leaves the one to where it enters the other.
        t: readonly [number, number] = [Math.min(a.span[1], b.span[0]), Math.max(a.span[1], b.span[0])]
      const at = (s: number): Point => [pointOn(c.bore, s)[0], pointOn(c.bore, s)[1]]
      pair(
        { at: at(a.span[1]), room: a.room, to: [] },
        { at: at(b.span[0]), room: b.room, to: [] },
        (t[1] - t[0]) * full,
        c,
      )
    })
  }
  return doors
}

/** The shortest way through rooms, doors and bores [published: E. W. Dijkstra, Numerische Mathematik 1, 1959]. */
function shortest(doors: readonly Door[], from: Point, start: Room, to: Point, goal: Room) {
  if (start === goal) return { points: [from, to], through: [] }
  const cost = new Map<Door, number>(),
    before = new Map<Door, { door: Door | undefined; bore?: Door['to'][number]['bore'] }>(),
    left = new Set<Door>()
  const offer = (d: Door, c: number, b: { door: Door | undefined; bore?: Door['to'][number]['bore'] }) => {
    if (c >= (cost.get(d) ?? Infinity)) return
    cost.set(d, c)
    before.set(d, b)
    left.add(d)
  }
  for (const d of doors) if (d.room === start) offer(d, apart(from, d.at), { door: undefined })
  let best: { door: Door; cost: number } | undefined
  while (left.size) {
    const d = [...left].reduce((a, b) => (cost.get(b)! < cost.get(a)! ? b : a)),
      c = cost.get(d)!
    left.delete(d)
    if (best && c >= best.cost) break
    if (d.room === goal && (!best || c + apart(d.at, to) < best.cost)) best = { door: d, cost: c + apart(d.at, to) }
    for (const t of d.to) offer(t.door, c + t.cost, { door: d, ...(t.bore ? { bore: t.bore } : {}) })
    for (const o of doors) if (o.room === d.room && o !== d) offer(o, c + apart(d.at, o.at), { door: d })
  }
  if (!best) return undefined
  const points: Point[] = [to],
    bores: NonNullable<Door['to'][number]['bore']>[] = []
  for (let d: Door | undefined = best.door; d;) {
    points.unshift(d.at)
    const b: { door: Door | undefined; bore?: Door['to'][number]['bore'] } = before.get(d)!
    if (b.bore) bores.unshift(b.bore)
    d = b.door
  }
  points.unshift(from)
  return { points, through: bores }
}

const wayLength = (p: readonly Point[]): number => p.slice(1).reduce((s, q, i) => s + apart(q, p[i]!), 0)

/** The way of one wire between two homes. */
function wayOf(doors: readonly Door[], wire: string, from: Home, to: Home): WireWay {
  const bare: WireWay = {
    wire,
    from,
    to,
    points: [from.at, to.at],
    length: apart(from.at, to.at),
    through: [],
    together: from.on === to.on && from.on !== 'body',
    blocked: false,
  }
  if (bare.together) return bare
  if (!from.room || !to.room) return { ...bare, blocked: true }
  /** Own bores are entered at the component and left in the room. */
  const mouth = (h: Home): Point => {
    if (!h.through || !h.room) return h.at
    const [a, b] = spanIn(h.through.bore, h.room),
      p = pointOn(h.through.bore, Math.abs(a - 0.5) < Math.abs(b - 0.5) ? a : b)
    return [p[0], p[1]]
  }
  const a = mouth(from),
    b = mouth(to),
    found = shortest(doors, a, from.room, b, to.room)
  if (!found) return { ...bare, blocked: true }
  const own = (h: Home): Through[] =>
    h.through
      ? [
          {
            id: h.through.id,
            label: h.through.label,
            diameter: h.through.bore.radius * 2,
            length: apart(h.at, mouth(h)),
            planned: h.through.planned,
          },
        ]
      : []
  const points = [...(from.through ? [from.at] : []), ...found.points, ...(to.through ? [to.at] : [])]
  return {
    ...bare,
    points,
    length: wayLength(points),
    through: [
      ...own(from),
      // A bore that cuts a third hollow on its way is still one.
      ...[...new Set(found.through)].map(t => ({
        id: t.id,
        label: `the ${t.label} between ${t.rooms[0]?.label ?? 'nowhere'} and ${t.rooms.at(-1)?.label ?? 'nowhere'}`,
        diameter: t.bore.radius * 2,
        length: lengthOf(t.bore),
        planned: t.planned,
      })),
      ...own(to),
    ],
  }
}

interface Wanted {
  graph: BodyGraph
  homes: ReadonlyMap<string, Home>
  wires: readonly Wire[]
}

const computed = memo(
  ({ graph, homes, wires }: Wanted): WireWays => {
    const doors = doorsOf(graph),
      // Wires between the same two components lie together.
      known = new Map<string, WireWay>()
    const ways = wires.flatMap((w): WireWay[] => {
      const a = lugRef(w.from).of,
        b = lugRef(w.to).of,
        from = homes.get(a),
        to = homes.get(b)
      if (!from || !to || a === b) return []
      const key = `${a} ${b}`
      let way = known.get(key)
      if (!way) known.set(key, (way = wayOf(doors, w.id, from, to)))
      return [{ ...way, wire: w.id }]
    })
    return { graph, homes, ways }
  },
  { on: ({ graph, wires }) => [graph, wires], alike: ({ homes }) => homes },
)

/**
 * The way of every wire through the body's hollows, channels and openings, those that are there and those that are
 * meant. Undefined without a body or a layout: nothing is known of ways then.
 */
export const wireWays = fact(SHAPED, waysOf)

function waysOf(build: Shaped): WireWays | undefined {
  const l = layOut(build),
    graph = l && bodyGraph(build, l)
  if (!graph) return undefined
  const { components, wires } = build.circuit
  return computed({ graph, homes: homesOf(build, l, graph, components), wires })
}

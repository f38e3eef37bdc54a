import { asWritten, mm, type Said, say } from '../say/said.ts'
import { doubtOf } from '../units/quantity.ts'
import { placeOr, sizeAt, sizeOr } from '../document/assumed.ts'
import { LAID, type Laid } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { slotOn, slotsOf } from '../document/slots.ts'
import { boundsOf, edgeDistance, inside, toEdge, type Point } from '../geometry/outline.ts'
import type { Part } from '../parts/part.ts'
import { placedSlots, stringAt, type Layout } from './layOut.ts'
import { perKinds } from './perKinds.ts'

/** Knob's rim to the nearest string, so that the playing hand strums free, mm [from memory]. */
export const HAND_ROOM = 15
/** Between two knobs, for fingers, mm [from memory]. */
export const FINGER_ROOM = 6
/** Knob's rim to the guard's or body's edge, mm [from memory]. */
export const RIM_ROOM = 3
/** Half the breadth of a forearm over the body's edge, mm [from memory]. */
const ARM = 45
/** Case to the cavity's wall, and to the next case, mm [common practice for cases; wall from memory]. */
export const CASE_ROOM = { wall: 0.5, next: 1 } as const

export interface ControlSpot {
  slot: string
  label: string
  kind: 'pot' | 'switch' | 'jack'
  at: Point
  from: 'drilled' | 'placed' | 'proposed'
  /** Drilled in what: the body, the guard, a plate. */
  on: 'body' | 'guard' | 'side'
  case: number
  knob: number
  /** Case to the cavity's wall; to the nearest other case; rim to the nearest string, the nearest rim, the guard's edge. mm. */
  wall: number | undefined
  neighbour: { of: string; by: number } | undefined
  rim: { of: string; by: number } | undefined
  string: number
  edge: number | undefined
  findings: Said[]
}

const KINDS: readonly Part['kind'][] = ['pot', 'switch', 'jack']

/** Middle line of the forearm over the body: from its bass-side edge behind the bridge to the strings before it. */
export function armLine(l: Layout): [Point, Point] | undefined {
  if (l.body.length < 3) return undefined
  const to: Point = [l.bridge.front - 40, l.bridge.y]
  const rear = l.body.filter(p => p[1] < -40 && p[0] > l.bridge.front - 20)
  if (!rear.length) return undefined
  const from = rear.reduce((a, p) => (p[1] < a[1] ? p : a))
  return [from, to]
}

/** Whether a knob's rim at a place lies under the forearm. */
export const underArm = (line: [Point, Point] | undefined, at: Point, knob: number): boolean =>
  line !== undefined && fromArm(line, at) < ARM + knob / 2

function fromArm(line: [Point, Point], [x, y]: Point): number {
  const [[ax, ay], [bx, by]] = line,
    dx = bx - ax,
    dy = by - ay
  const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)))
  return Math.hypot(ax + t * dx - x, ay + t * dy - y)
}

/** A place's distance from the nearest string, past the saddles too, mm. */
export const fromStrings = (l: Layout, [x, y]: Point): number =>
  Math.min(...l.strings.map(p => Math.abs(stringAt(p, x) - y) + (x > p.saddle[0] ? x - p.saddle[0] : 0)))

/** Even places along the middle of a cavity, from the bridge backwards, for controls that have none yet. */
function proposed(cavity: readonly Point[], count: number): Point[] {
  const box = boundsOf(cavity),
    y = (box.y0 + box.y1) / 2,
    step = (box.x1 - box.x0) / (count + 1)
  return Array.from({ length: count }, (_, i): Point => {
    const x = box.x0 + step * (i + 1)
    return inside(cavity, [x, y]) ? [x, y] : toEdge(cavity, [x, y]).on
  })
}

/** Every knob, switch and jack against cavity, strings, playing hand, forearm, neighbours and guard [limits from memory]. */
export const controlSpots = perKinds([...KINDS, 'knob', 'guard', 'body'], LAID, spotsOf)

function spotsOf(build: Laid, l: Layout): readonly ControlSpot[] {
  const slots = slotsOf(build.instrument).filter(s => KINDS.includes(s.kind) && partIn(build, s.id))
  const guard = partIn(build, 'guard'),
    body = partIn(build, 'body')
  const given = new Map(placedSlots(build, l.nutToHeelEnd).map(p => [p.slot, p.at]))
  const cavities = l.features.filter(f => f.role === 'control-cavity')
  const holes = new Map(
    l.features
      .filter(f => f.role === 'pot-hole' || f.role === 'switch-hole' || f.role === 'jack-hole')
      .map(f => [f.serves ?? f.id, f]),
  )
  const loose = slots.filter(s => !holes.has(s.id) && !given.has(s.id) && s.kind !== 'jack'),
    free = cavities[0] ? proposed(cavities[0].polygon, loose.length) : []
  const line = armLine(l)
  const spots = slots.flatMap((s): ControlSpot[] => {
    const hole = holes.get(s.id),
      part = partIn(build, s.id)!,
      at = hole?.centre ?? given.get(s.id) ?? free[loose.indexOf(s)]
    if (!at) return []
    const knob =
      s.kind === 'pot'
        ? sizeAt(partIn(build, slotOn(build.instrument, s.id, 'knob') ?? ''), 'knob', 'outsideDiameter')
        : s.kind === 'switch'
          ? 6
          : 0
    return [
      {
        slot: s.id,
        label: s.label,
        kind: s.kind as ControlSpot['kind'],
        at,
        from: hole ? 'drilled' : given.has(s.id) ? 'placed' : 'proposed',
        on:
          hole?.face === 'side'
            ? 'side'
            : hole
              ? hole.partId === guard?.id
                ? 'guard'
                : 'body'
              : guard && l.guard.length > 2 && inside(l.guard, at)
                ? 'guard'
                : 'body',
        case: sizeAt(part, part.kind, 'caseWidth'),
        knob,
        wall: undefined,
        neighbour: undefined,
        rim: undefined,
        string: Infinity,
        edge: undefined,
        findings: [],
      },
    ]
  })
  const nearest = (s: ControlSpot, size: (o: ControlSpot) => number) =>
    spots
      .filter(o => o !== s && size(o) > 0 && o.on !== 'side')
      .reduce<{ of: string; by: number } | undefined>((m, o) => {
        const by = Math.hypot(o.at[0] - s.at[0], o.at[1] - s.at[1]) - size(s) / 2 - size(o) / 2
        return m && m.by <= by ? m : { of: o.label, by }
      }, undefined)
  for (const s of spots) {
    const home = cavities.find(c => inside(c.polygon, s.at)),
      tell = (t: Said) => s.findings.push(t)
    if (s.on !== 'side') {
      s.wall = home ? edgeDistance(home.polygon, s.at) - s.case / 2 : undefined
      if (!home && body) tell('Stands over no cavity: its case has no room below.')
      else if (s.wall !== undefined && s.wall < CASE_ROOM.wall)
        tell(
          s.wall < 0
            ? say`Its case runs ${mm(-s.wall, 1)} into the cavity’s wall.`
            : say`Only ${mm(s.wall, 1)} from case to wall.`,
        )
      s.neighbour = nearest(s, o => o.case)
      if (s.neighbour && s.neighbour.by < CASE_ROOM.next)
        tell(
          s.neighbour.by < 0
            ? say`Its case runs ${mm(-s.neighbour.by, 1)} into ${s.neighbour.of.toLowerCase()}’s.`
            : say`Only ${mm(s.neighbour.by, 1)} between its case and ${s.neighbour.of.toLowerCase()}’s.`,
        )
      if (s.knob > 0) {
        s.rim = nearest(s, o => o.knob)
        if (s.rim && s.rim.by < FINGER_ROOM)
          tell(
            s.rim.by < 0
              ? say`Its knob runs into ${s.rim.of.toLowerCase()}’s.`
              : say`${mm(s.rim.by, 1)} to ${s.rim.of.toLowerCase()}’s rim: fingers want ${asWritten(FINGER_ROOM)}.`,
          )
        s.string = fromStrings(l, s.at) - s.knob / 2
        if (s.string < HAND_ROOM)
          tell(
            say`Its rim stands ${mm(s.string, 1)} from the strings: the playing hand wants ${asWritten(HAND_ROOM)}.`,
          )
        if (s.on === 'guard' && l.guard.length > 2) {
          s.edge = edgeDistance(l.guard, s.at) - s.knob / 2
          if (s.edge < RIM_ROOM)
            tell(
              say`Its rim stands ${s.edge < 0 ? say`${mm(-s.edge, 1)} over` : say`${mm(s.edge, 1)} from`} the guard’s edge.`,
            )
        } else if (l.body.length > 2) {
          s.edge = edgeDistance(l.body, s.at) - s.knob / 2
          if (s.edge < RIM_ROOM) tell(say`Its rim stands ${mm(s.edge, 1)} from the body’s edge.`)
        }
      }
    }
    if (underArm(line, s.at, s.knob)) tell('Lies under the forearm.')
  }
  return spots
}

/** Whether places from a donor are taken at the same distance from the nut, or from the bridge. */
export type DonorTie = 'nut' | 'bridge'

/**
 * A donor's control places on this build: its template is measured from its nut. Tied to the bridge they keep their
 * place to hand and bridge when the scale is another. From the pocket's end wall, mm.
 */
export function placesFromDonor(
  build: Laid,
  l: Layout,
  donor: Part,
  tie: DonorTie,
): { slot: string; x: number; y: number; doubt: number }[] {
  const known = new Set(slotsOf(build.instrument).map(s => s.id))
  const shift = tie === 'nut' ? 0 : l.bridge.front - (donor.dims.nutToBridge?.value ?? l.bridge.front)
  const doubt = tie === 'nut' ? 0 : doubtOf(sizeOr(donor, 'donor', 'nutToBridge'))
  return donor.features
    .filter(f => f.serves && known.has(f.serves) && ['pot-hole', 'switch-hole', 'jack-hole'].includes(f.role))
    .map(f => ({
      slot: f.serves!,
      x: (f.dims.x?.value ?? 0) + shift - l.nutToHeelEnd,
      y: f.dims.y?.value ?? 0,
      doubt: Math.hypot(doubtOf(placeOr(donor, f, f.role, 'x')), doubt),
    }))
}

import type { Build } from '../../build/build.ts'
import { partIn } from '../../build/references.ts'
import { boundsOf, edgeDistance, inside, toEdge, type Point } from '../../geometry/outline.ts'
import { gapBeside } from '../../geometry/shape.ts'
import { placedSlots, type Layout } from '../../layout/layOut.ts'
import type { Part } from '../../parts/part.ts'
import { woodOf } from '../../parts/woods.ts'
import type { HoleRequest } from '../hole.ts'
import { wayBetween } from '../channelsWanted.ts'
import { bodyThicknessAt, CLAW_DEEP, clawHeight } from '../hollows.ts'
import { leadHole } from '../screws.ts'
import { drilledFor, screwIn, v, type Requests } from './sizes.ts'

/** Press of a bushing in wood, mm of diameter: the middle of the snug band [common practice]. */
const PRESS = 0.1
/** Stop tail behind the bridge's posts when it is not placed, mm [from memory]. */
const TAIL_BEHIND = 42

/** A screw pattern of a bridge, in the body at the bridge line. */
function bridgeScrews(build: Build, l: Layout, body: Part, bridge: Part): HoleRequest[] {
  const screws = partIn(build, 'bridge-screws')
  if (!screws || drilledFor(l, body, 'screw-hole', 'bridge-screws').length) return []
  const screw = screwIn(build, 'bridge-screws', { diameter: 3, length: 25 })
  return bridge.features.filter(f => f.role === 'screw-hole').map((f, i): HoleRequest => {
    const at: Point = [l.bridge.foremost + (f.dims.x?.value ?? 0), l.bridge.y + (f.dims.y?.value ?? 0)]
    const under = l.features.find(c => c.role === 'control-cavity' && c.face === 'back' && inside(c.polygon, at))
    const cavity = under && body.features.find(c => c.id === under.id)
    return { id: `bridge-${i + 1}`, group: 'bridge', label: `Bridge screw ${i + 1}`, purpose: 'screw pilot', at, from: 'pocket end', along: at[0] - l.nutToHeelEnd, face: 'body top', wood: woodOf(body.traits.wood), stock: cavity ? (cavity.dims.topThickness?.value ?? 0) : bodyThicknessAt(build, at[1]), screw, bite: screw.length - v(bridge, 'plateThickness'), chamfer: screw.diameter + 1, why: 'Drawn from the bridge’s own pattern at the bridge line.' }
  })
}

/** Holes for two posts, pressed bushings or screwed straight into wood. */
function posts(build: Build, l: Layout, body: Part, slot: 'posts' | 'tail-posts', x: number, spacing: number, label: string): HoleRequest[] {
  const studs = partIn(build, slot)
  if (!studs || spacing <= 0 || drilledFor(l, body, 'stud-hole', slot).length) return []
  const pressed = studs.traits.fit !== 'screwed into wood', wood = woodOf(body.traits.wood), outer = v(studs, 'bushingDiameter'), deep = v(studs, 'bushingLength')
  return [1, -1].map((side): HoleRequest => {
    const at: Point = [x, l.bridge.y + (side * spacing) / 2]
    return { id: `${slot}-${side > 0 ? 'treble' : 'bass'}`, group: 'bridge', label: `${label}, ${side > 0 ? 'treble' : 'bass'} side`, purpose: pressed ? 'pressed bushing' : 'screw pilot', at, from: 'pocket end', along: x - l.nutToHeelEnd, face: 'body top', wood, stock: bodyThicknessAt(build, at[1]), diameter: pressed ? outer - PRESS : leadHole(outer, wood), rule: pressed ? 'nearest' : 'never larger', depth: deep + 1, chamfer: outer + 0.6, why: pressed ? 'The bushing is pressed in with a clamp, not hammered: a loose one is not undone by adhesive.' : 'The post cuts its own thread: wax it.' }
  })
}

/** Through holes for strings that come up through the body, with ferrules let into the back. */
function stringThrough(build: Build, l: Layout, body: Part, bridge: Part): HoleRequest[] {
  const ferrules = partIn(build, 'ferrules'), wanted = build.instrument.extras.includes('ferrules') || build.cuts.some(c => c.sort === 'string-through')
  if (!wanted || l.features.some(f => f.role === 'ferrule-hole')) return []
  const behind = bridge.dims.anchorBehindFront?.value, wood = woodOf(body.traits.wood)
  const line = behind === undefined ? Math.max(...l.strings.map(s => s.saddle[0])) + 10 : l.bridge.front + behind
  const widest = Math.max(...l.strings.map(s => s.diameter)), outer = ferrules ? v(ferrules, 'outsideDiameter') : 8, long = ferrules ? v(ferrules, 'length') : 10
  return l.strings.map((s): HoleRequest => ({
    id: `string-${s.number}`, group: 'strings', label: `String ${s.number} through the body`, purpose: 'string', at: [line, s.saddle[1]], from: 'pocket end', along: line - l.nutToHeelEnd, face: 'body top', wood, stock: bodyThicknessAt(build, s.saddle[1]), diameter: Math.max(3, widest + 1), rule: 'never smaller', through: true, bothFaces: true,
    counterbore: { diameter: outer - 0.07, depth: long, face: 'body back' },
    why: 'The row at the back is what is seen: both mouths come from templates, and the error stays inside.',
  }))
}

/** A trapeze's screws in the edge at the body's tail. */
function tailScrews(build: Build, l: Layout, body: Part): HoleRequest[] {
  const tail = partIn(build, 'tailpiece'), screws = partIn(build, 'tail-screws')
  if (!tail || !screws || l.body.length < 3 || build.instrument.bridge !== 'floating bridge' || drilledFor(l, body, 'screw-hole', 'tail-screws').length) return []
  const screw = screwIn(build, 'tail-screws', { diameter: 3, length: 20 }), n = Math.max(1, Math.min(6, v(screws, 'count')))
  const own = tail.features.filter(f => f.role === 'screw-hole').map(f => f.dims.y?.value ?? 0)
  const places = own.length ? own : Array.from({ length: n }, (_, i) => (n === 1 ? 0 : -12 + (24 * i) / (n - 1)))
  // The strap button's own screw goes through the bracket's middle [common practice]: no second one beside it.
  const shared = partIn(build, 'buttons') && partIn(build, 'button-screws') ? (build.placements.buttons?.map(b => b.y.value) ?? [0]) : []
  return places.filter(y => shared.every(b => Math.abs(b - y - l.bridge.y) > 6)).map((y, i): HoleRequest => {
    const at: Point = [tailAt(l, y + l.bridge.y), y + l.bridge.y]
    return { id: `tail-screw-${i + 1}`, group: 'bridge', label: `Tailpiece screw ${i + 1}`, purpose: 'screw pilot', at, from: 'pocket end', along: at[0] - l.nutToHeelEnd, face: 'body edge', wood: woodOf(body.traits.wood), stock: Math.max(30, at[0] - boundsOf(l.body).x0), screw, bite: screw.length - 1.5, why: 'At half the body’s thickness, square to the edge: the strings’ whole pull hangs on these.' }
  })
}

/** Rearmost place of the body's edge at a height across it. */
export function tailAt(l: Layout, y: number): number {
  let best = -Infinity
  for (let i = 0, j = l.body.length - 1; i < l.body.length; j = i++) {
    const [ax, ay] = l.body[j]!, [bx, by] = l.body[i]!
    if (ay > y !== by > y) best = Math.max(best, ax + ((bx - ax) * (y - ay)) / (by - ay))
  }
  return Number.isFinite(best) ? best : boundsOf(l.body).x1
}

/** Ground wire from under the bridge to the cavity, slanting. */
function groundHole(build: Build, l: Layout, body: Part, bridge: Part): HoleRequest[] {
  const cavity = l.features.find(f => f.role === 'control-cavity')
  if (!cavity || !build.circuit.components.some(c => c.kind === 'metal') || l.features.some(f => f.role === 'tremolo-rout')) return []
  const at: Point = [l.bridge.front + v(bridge, 'plateLength') * 0.45, l.bridge.y + v(bridge, 'plateWidth') * 0.25]
  const own = body.features.find(f => f.id === cavity.id), thick = bodyThicknessAt(build, at[1])
  const top = cavity.face === 'back' ? thick - (own?.dims.depth?.value ?? thick) : 0, floor = cavity.face === 'back' ? thick : own?.dims.depth?.value ?? thick
  const wall = toEdge(cavity.polygon, at).on, run = Math.max(-edgeDistance(cavity.polygon, at), 1)
  const down = Math.min((top + floor) / 2, top + 8), past = 1 + 3 / run
  return [{
    id: 'ground', group: 'ground', label: 'Ground wire, bridge to cavity', purpose: 'wire', at, from: 'pocket end', along: at[0] - l.nutToHeelEnd, face: 'body top', wood: woodOf(body.traits.wood), stock: thick, diameter: 3, rule: 'never smaller', through: true,
    to: [at[0] + (wall[0] - at[0]) * past, at[1] + (wall[1] - at[1]) * past, -down * past], into: [`${body.id}/${cavity.id}`],
    why: `Slants ${Math.round(run)} mm towards the cavity, under the plate where it is not seen. Strings without it hum.`,
  }]
}

/** Half the distance of the claw's two screws, mm [from memory: claws differ; measure yours]. */
const CLAW_HALF = 14
/** The claw's screws when nobody says otherwise, mm [from memory]. */
const CLAW_SCREW = { diameter: 4, length: 45 } as const

/** Pilots for the claw that the tremolo's springs pull on, in the spring cavity's wall; and its ground wire into the control cavity. */
function clawHoles(build: Build, l: Layout, body: Part): HoleRequest[] {
  const springs = l.features.find(f => f.partId === body.id && f.role === 'spring-cavity')
  if (!springs || !partIn(build, 'tremolo-springs')) return []
  const wood = woodOf(body.traits.wood), x = boundsOf(springs.polygon).x0, z = clawHeight(build)
  const screws = drilledFor(l, body, 'screw-hole', 'claw').length ? [] : [1, -1].map((side): HoleRequest => ({
    id: `claw-${side > 0 ? 'treble' : 'bass'}`, group: 'bridge', label: `Claw screw, ${side > 0 ? 'treble' : 'bass'} side`, purpose: 'screw pilot', at: [x, springs.centre[1] + side * CLAW_HALF], mouthZ: z, to: [x - CLAW_DEEP, springs.centre[1] + side * CLAW_HALF, z], from: 'pocket end', along: x - l.nutToHeelEnd, face: 'cavity wall', wood, stock: CLAW_DEEP + 30, screw: { ...CLAW_SCREW }, bite: CLAW_DEEP - 1, into: [`${body.id}/${springs.id}`],
    why: 'Level, towards the neck, with a long bit laid on the cavity’s floor; its screw is taken as 4 × 45 mm, 28 mm apart [from memory]: measure your claw.',
  }))
  const cavity = l.features.find(f => f.partId === body.id && f.role === 'control-cavity'), own = cavity && body.features.find(f => f.id === cavity.id), thick = bodyThicknessAt(build, 0)
  const reaches = l.features.some(f => f.role === 'channel' && f.partId === body.id && cavity && gapBeside({ points: f.polygon }, { points: springs.polygon }).gap < 1 && gapBeside({ points: f.polygon }, { points: cavity.polygon }).gap < 1)
  if (!cavity || !own || reaches || !build.circuit.components.some(c => c.kind === 'metal')) return screws
  const way = wayBetween(springs.polygon, cavity.polygon), floor = own.dims.depth?.value ?? thick - (own.dims.topThickness?.value ?? 6)
  const end = cavity.face === 'back' ? -thick + Math.min(floor, 10) : Math.max(-floor + 3, -thick + 6)
  return [...screws, {
    id: 'ground', group: 'ground', label: 'Ground wire, claw to cavity', purpose: 'wire', at: way.a, mouthZ: z, to: [way.b[0], way.b[1], end], from: 'pocket end', along: way.a[0] - l.nutToHeelEnd, face: 'cavity wall', wood, stock: way.gap, diameter: 3, rule: 'never smaller', through: true, into: [`${body.id}/${springs.id}`, `${body.id}/${cavity.id}`],
    why: 'From the spring cavity into the control cavity: springs and strings get their ground through the claw.',
  }]
}

/** Everything that bridge, posts, tail and strings want drilled. */
export const bridgeHoles: Requests = (build, l) => {
  const body = partIn(build, 'body'), bridge = partIn(build, 'bridge'), tail = partIn(build, 'tailpiece')
  if (!body || !bridge) return []
  const postX = l.bridge.front + v(bridge, 'postBehindFront')
  const tailX = placedSlots(build, l.nutToHeelEnd).find(p => p.slot === 'tail-posts')?.at[0] ?? postX + TAIL_BEHIND
  return [
    ...bridgeScrews(build, l, body, bridge), ...posts(build, l, body, 'posts', postX, v(bridge, 'postSpacing'), 'Bridge post'),
    ...(tail ? posts(build, l, body, 'tail-posts', tailX, v(tail, 'postSpacing'), 'Tail post') : []), ...tailScrews(build, l, body), ...stringThrough(build, l, body, bridge), ...groundHole(build, l, body, bridge), ...clawHoles(build, l, body),
  ]
}

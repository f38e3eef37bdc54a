import type { Build } from '../../build/build.ts'
import { partIn } from '../../build/references.ts'
import { boundsOf, edgeDistance, inside, toEdge, type Point } from '../../geometry/outline.ts'
import { placedSlots, type Layout } from '../../layout/layOut.ts'
import type { Part } from '../../parts/part.ts'
import { woodOf } from '../../parts/woods.ts'
import type { HoleRequest } from '../hole.ts'
import { bodyThicknessAt } from '../hollows.ts'
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

/** Everything that bridge, posts, tail and strings want drilled. */
export const bridgeHoles: Requests = (build, l) => {
  const body = partIn(build, 'body'), bridge = partIn(build, 'bridge'), tail = partIn(build, 'tailpiece')
  if (!body || !bridge) return []
  const postX = l.bridge.front + v(bridge, 'postBehindFront')
  const tailX = placedSlots(build, l.nutToHeelEnd).find(p => p.slot === 'tail-posts')?.at[0] ?? postX + TAIL_BEHIND
  return [
    ...bridgeScrews(build, l, body, bridge), ...posts(build, l, body, 'posts', postX, v(bridge, 'postSpacing'), 'Bridge post'),
    ...(tail ? posts(build, l, body, 'tail-posts', tailX, v(tail, 'postSpacing'), 'Tail post') : []), ...tailScrews(build, l, body), ...stringThrough(build, l, body, bridge), ...groundHole(build, l, body, bridge),
  ]
}

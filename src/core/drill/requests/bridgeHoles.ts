import { mm, say, size } from '../../say/said.ts'
import { stringsIn } from '../../document/circuitRecord.ts'
import type { Bore } from '../../geometry/bore.ts'
import { placeAt, sizeAt } from '../../document/assumed.ts'
import { TREMOLOS } from '../../document/build.ts'
import { SHAPED, type Shaped } from '../../document/docs.ts'
import { partIn } from '../../document/references.ts'
import { boundsOf, edgeDistance, inside, toEdge, type Point } from '../../geometry/outline.ts'
import { gapBeside } from '../../geometry/shape.ts'
import { bridgeOnBody } from '../../layout/bridgeLine.ts'
import { bridgeHolesOf, reuseOf } from '../../layout/drilledBridge.ts'
import { placedSlots, type Layout } from '../../layout/layOut.ts'
import { perKinds } from '../../layout/perKinds.ts'
import type { Part } from '../../parts/part.ts'
import { woodOf } from '../../parts/woods.ts'
import type { HoleRequest } from '../hole.ts'
import { wayBetween } from '../channelsWanted.ts'
import { bodyThicknessAt, CLAW_DEEP, clawHeight } from '../hollows.ts'
import { leadHole } from '../screws.ts'
import { drilledFor, screwOf, v, requestsOf, type Requests } from './sizes.ts'

/** Press of a bushing in wood, mm of diameter: the middle of the snug band [common practice]. */
const PRESS = 0.1
/** Stop tail behind the bridge's posts when it is not placed, mm [from memory]. */
const TAIL_BEHIND = 42

/** Kinds of parts that say what is drilled for bridge, tail and strings, and where the strings' ground comes from. */
const BRIDGED: readonly Part['kind'][] = [
  ...(['body', 'neck', 'bridge', 'tailpiece', 'studs', 'screws'] as const),
  ...(['ferrules', 'springs', 'buttons', 'strings'] as const),
]

/** What becomes of the holes for the bridge that the body has. */
export const bridgeReuse = (build: Shaped, l: Layout) =>
  reuseOf(partIn(build, 'body'), partIn(build, 'bridge'), {
    from: l.line.from,
    along: l.bridge.foremost - l.nutToHeelEnd,
    across: bridgeOnBody(build),
  })

/** A screw pattern of a bridge, in the body at the bridge line. */
function bridgeScrews(build: Shaped, l: Layout, body: Part, bridge: Part): HoleRequest[] {
  const screws = partIn(build, 'bridge-screws')
  if (!screws) return []
  const screw = screwOf(screws)
  const { missing } = bridgeReuse(build, l)
  return bridgeHolesOf(bridge)
    .map((f, i) => ({ f, i }))
    .filter(({ f }) => missing.includes(f))
    .map(({ f, i }): HoleRequest => {
      const at: Point = [l.bridge.foremost + (f.dims.x?.value ?? 0), l.bridge.y + (f.dims.y?.value ?? 0)]
      const under = l.features.find(c => c.role === 'control-cavity' && c.face === 'back' && inside(c.polygon, at))
      const cavity = under && body.features.find(c => c.id === under.id)
      return {
        id: `bridge-${i + 1}`,
        screws: 'bridge-screws',
        serves: 'bridge-screws',
        under: { slot: 'bridge', feature: f.id },
        group: 'bridge',
        label: `Bridge screw ${i + 1}`,
        purpose: 'screw pilot',
        at,
        from: 'pocket end',
        along: at[0] - l.nutToHeelEnd,
        face: 'body top',
        wood: woodOf(body.traits.wood),
        stock: cavity ? placeAt(body, cavity, 'control-cavity', 'topThickness') : bodyThicknessAt(build, at[1]),
        screw,
        bite: screw.length - v(bridge, 'plateThickness'),
        chamfer: screw.diameter + 1,
        why: 'Drawn from the bridge’s own pattern at the bridge line.',
      }
    })
}

/** Whether the strings' ground comes out in one of these holes: it is laid before the bushing closes it. */
const grounded = (build: Shaped, slot: 'posts' | 'tail-posts'): string =>
  build.instrument.bridge === 'stud bridge' &&
  slot === (partIn(build, 'tail-posts') ? 'tail-posts' : 'posts') &&
  stringsIn(build.circuit.components) !== undefined
    ? ' The ground wire comes out in the one nearer to the cavity: drill that channel first and lay the bare end before the bushing is pressed.'
    : ''

/** Holes for two posts, pressed bushings or screwed straight into wood. */
function posts(
  build: Shaped,
  l: Layout,
  body: Part,
  slot: 'posts' | 'tail-posts',
  x: number,
  spacing: number,
  label: string,
): HoleRequest[] {
  const studs = partIn(build, slot)
  if (!studs || spacing <= 0 || drilledFor(l, body, 'stud-hole', slot).length) return []
  const pressed = studs.traits.fit !== 'screwed into wood',
    wood = woodOf(body.traits.wood),
    outer = v(studs, 'bushingDiameter'),
    deep = v(studs, 'bushingLength')
  return [1, -1].map((side): HoleRequest => {
    const at: Point = [x, l.bridge.y + (side * spacing) / 2]
    return {
      id: `${slot}-${side > 0 ? 'treble' : 'bass'}`,
      becomes: 'stud-hole',
      serves: slot,
      group: 'bridge',
      label: `${label}, ${side > 0 ? 'treble' : 'bass'} side`,
      purpose: pressed ? 'pressed bushing' : 'screw pilot',
      at,
      from: 'pocket end',
      along: x - l.nutToHeelEnd,
      face: 'body top',
      wood,
      stock: bodyThicknessAt(build, at[1]),
      diameter: pressed ? outer - PRESS : leadHole(outer, wood),
      rule: pressed ? 'nearest' : 'never larger',
      depth: deep + 1,
      chamfer: outer + 0.6,
      why: pressed
        ? say`The bushing, ${mm(outer, 2)} over its knurling, less ${mm(PRESS, 2)} of press: ${mm(outer - PRESS, 2)}; ${mm(deep, 1)} long and ${mm(1, 0)} to spare. Square to the top: 1° leans a post by ${mm(deep * Math.tan(Math.PI / 180), 1)} over that.${grounded(build, slot)} Pressed in with a clamp, not hammered: a loose one is not undone by adhesive.`
        : say`The post cuts its own thread: ${mm(outer, 2)} over it, lead hole ${mm(leadHole(outer, wood), 2)}. Square to the top: 1° leans it by ${mm(deep * Math.tan(Math.PI / 180), 1)}. Wax it.`,
    }
  })
}

/** Through holes for strings that come up through the body, with ferrules let into the back. */
function stringThrough(build: Shaped, l: Layout, body: Part, bridge: Part): HoleRequest[] {
  const ferrules = partIn(build, 'ferrules'),
    wanted = build.instrument.extras.includes('ferrules') || build.cuts.some(c => c.sort === 'string-through')
  if (!wanted || l.features.some(f => f.role === 'ferrule-hole' && f.drilled === undefined)) return []
  const behind = bridge.dims.anchorBehindFront?.value,
    wood = woodOf(body.traits.wood)
  const line = behind === undefined ? Math.max(...l.strings.map(s => s.saddle[0])) + 10 : l.bridge.front + behind
  const widest = Math.max(...l.strings.map(s => s.diameter)),
    outer = sizeAt(ferrules, 'ferrules', 'outsideDiameter'),
    long = sizeAt(ferrules, 'ferrules', 'length')
  return l.strings.map((s): HoleRequest => ({
    id: `string-${s.number}`,
    string: s.number,
    serves: String(s.number),
    group: 'strings',
    label: `String ${s.number} through the body`,
    purpose: 'string',
    at: [line, s.saddle[1]],
    from: 'pocket end',
    along: line - l.nutToHeelEnd,
    face: 'body top',
    wood,
    stock: bodyThicknessAt(build, s.saddle[1]),
    diameter: Math.max(3, widest + 1),
    rule: 'never smaller',
    through: true,
    bothFaces: true,
    counterbore: { diameter: outer - 0.07, depth: long, face: 'body back' },
    why: 'The row at the back is what is seen: both mouths come from templates, and the error stays inside.',
  }))
}

/** Where a trapeze's bracket is screwed to the edge, off the bridge's line: its own holes, else a row of them [from memory]. */
function bracketPlaces(build: Shaped, l: Layout): number[] {
  const tail = partIn(build, 'tailpiece'),
    own = tail?.features.filter(f => f.role === 'screw-hole').map(f => f.dims.y?.value ?? 0) ?? []
  const n = Math.max(1, Math.min(6, v(partIn(build, 'tail-screws'), 'count')))
  const places = own.length ? own : Array.from({ length: n }, (_, i) => (n === 1 ? 0 : -12 + (24 * i) / (n - 1)))
  // The strap button's own screw goes through the bracket's middle [common practice]: no second one beside it.
  const shared =
    partIn(build, 'buttons') && partIn(build, 'button-screws')
      ? (build.placements.buttons?.map(p => p.y.value) ?? [0])
      : []
  return places.filter(y => shared.every(p => Math.abs(p - y - l.bridge.y) > 6))
}

/** A trapeze's screws in the edge at the body's tail. */
function tailScrews(build: Shaped, l: Layout, body: Part): HoleRequest[] {
  const tail = partIn(build, 'tailpiece'),
    screws = partIn(build, 'tail-screws')
  if (
    !tail ||
    !screws ||
    l.body.length < 3 ||
    build.instrument.bridge !== 'floating bridge' ||
    drilledFor(l, body, 'screw-hole', 'tail-screws').length
  )
    return []
  const screw = screwOf(screws)
  return bracketPlaces(build, l).map((y, i): HoleRequest => {
    const at: Point = [tailAt(l, y + l.bridge.y), y + l.bridge.y]
    return {
      id: `tail-screw-${i + 1}`,
      screws: 'tail-screws',
      serves: 'tail-screws',
      group: 'bridge',
      label: `Tailpiece screw ${i + 1}`,
      purpose: 'screw pilot',
      at,
      from: 'pocket end',
      along: at[0] - l.nutToHeelEnd,
      face: 'body edge',
      wood: woodOf(body.traits.wood),
      stock: Math.max(30, at[0] - boundsOf(l.body).x0),
      screw,
      bite: screw.length - 1.5,
      why: 'At half the body’s thickness, square to the edge: the strings’ whole pull hangs on these.',
    }
  })
}

/** Rearmost place of the body's edge at a height across it. */
export function tailAt(l: Layout, y: number): number {
  let best = -Infinity
  for (let i = 0, j = l.body.length - 1; i < l.body.length; j = i++) {
    const [ax, ay] = l.body[j]!,
      [bx, by] = l.body[i]!
    if (ay > y !== by > y) best = Math.max(best, ax + ((bx - ax) * (y - ay)) / (by - ay))
  }
  return Number.isFinite(best) ? best : boundsOf(l.body).x1
}

/** How far outside its outermost screw a trapeze's ground comes out under the bracket's edge, mm [from memory]. */
const BESIDE_BRACKET = 6

/** What every hole for the strings' ground has alike; its diameter, mm [common practice]. */
const GROUND = {
  id: 'ground',
  serves: 'ground',
  group: 'ground',
  purpose: 'wire',
  diameter: 3,
  rule: 'never smaller',
  through: true,
} as const

/** Where a cavity's wires are: its outline, and the heights between top and floor. */
function cavityOf(build: Shaped, l: Layout, body: Part) {
  const cavity = l.features.find(f => f.partId === body.id && f.role === 'control-cavity'),
    own = cavity && body.features.find(f => f.id === cavity.id)
  if (!cavity || !own) return undefined
  const thick = body.dims.thickness?.value ?? bodyThicknessAt(build, 0),
    deep = own.dims.depth?.value ?? thick - placeAt(body, own, 'control-cavity', 'topThickness')
  return {
    id: `${body.id}/${cavity.id}`,
    polygon: cavity.polygon,
    top: cavity.face === 'back' ? thick - deep : 0,
    floor: cavity.face === 'back' ? thick : deep,
    thick,
  }
}

/**
 * Ground wire from what the strings end in to the cavity: under a flat plate, into a post's hole, or to a trapeze's
 * bracket. A tremolo's goes to its claw.
 */
function groundHole(build: Shaped, l: Layout, body: Part, bridge: Part): HoleRequest[] {
  const cavity = cavityOf(build, l, body),
    sort = build.instrument.bridge
  if (!cavity || !stringsIn(build.circuit.components) || TREMOLOS.includes(sort)) return []
  const common = { ...GROUND, from: 'pocket end' as const, wood: woodOf(body.traits.wood) }
  /** From a place into the cavity's nearest wall, at a height inside it. */
  const into = ([x, y]: Point, from: number, depth: number): readonly [number, number, number] => {
    const wall = toEdge(cavity.polygon, [x, y]).on,
      run = Math.max(-edgeDistance(cavity.polygon, [x, y]), 1),
      past = 1 + 3 / run
    return [x + (wall[0] - x) * past, y + (wall[1] - y) * past, -from + (from - depth) * past]
  }
  if (sort === 'floating bridge') {
    if (l.body.length < 3) return []
    const side = Math.sign(boundsOf(cavity.polygon).y0 + boundsOf(cavity.polygon).y1) || 1,
      outermost = Math.max(3, ...bracketPlaces(build, l).map(p => p * side)),
      y = l.bridge.y + side * (outermost + BESIDE_BRACKET),
      at: Point = [tailAt(l, y), y],
      half = cavity.thick / 2
    return [
      {
        ...common,
        label: 'Ground wire, tailpiece to cavity',
        at,
        mouthZ: -half,
        to: into(at, half, Math.min(Math.max(half, cavity.top + 4), cavity.floor - 3)),
        along: at[0] - l.nutToHeelEnd,
        face: 'body edge',
        stock: Math.max(1, -edgeDistance(cavity.polygon, at)),
        into: [cavity.id],
        why: 'From the tail’s edge, under the bracket, into the cavity: the tailpiece grounds the strings.',
      },
    ]
  }
  if (sort === 'stud bridge') {
    const drilled = l.features.filter(f => f.partId === body.id && f.role === 'stud-hole'),
      tail = drilled.filter(f => f.serves === 'tail-posts'),
      posts: { at: Point; id: string }[] = (tail.length ? tail : drilled).map(f => ({
        at: f.centre,
        id: `${body.id}/${f.id}`,
      }))
    const planned = posts.length ? posts : postPlaces(build, l, bridge).map(p => ({ at: p.at, id: p.id }))
    const [near] = planned.sort((a, b) => edgeDistance(cavity.polygon, b.at) - edgeDistance(cavity.polygon, a.at))
    if (!near) return []
    const studs = partIn(build, 'tail-posts') ?? partIn(build, 'posts'),
      deep = Math.max(6, v(studs, 'bushingLength') - 3)
    return [
      {
        ...common,
        label: 'Ground wire, tail post to cavity',
        at: near.at,
        mouthZ: -deep,
        to: into(near.at, deep, Math.min(Math.max(deep, cavity.top + 4), cavity.floor - 3)),
        along: near.at[0] - l.nutToHeelEnd,
        face: 'cavity wall',
        stock: cavity.thick,
        into: [cavity.id, near.id],
        why: 'From the cavity into the post’s hole with a long bit: the bare end is trapped behind the bushing.',
      },
    ]
  }
  const at: Point = [l.bridge.front + v(bridge, 'plateLength') * 0.45, l.bridge.y + v(bridge, 'plateWidth') * 0.25],
    run = Math.max(-edgeDistance(cavity.polygon, at), 1)
  return [
    {
      ...common,
      label: 'Ground wire, bridge to cavity',
      at,
      along: at[0] - l.nutToHeelEnd,
      face: 'body top',
      stock: bodyThicknessAt(build, at[1]),
      to: into(at, 0, Math.min((cavity.top + cavity.floor) / 2, cavity.top + 8)),
      into: [cavity.id],
      why: say`Slants ${mm(Math.round(run), 0)} towards the cavity, under the plate where it is not seen. Strings without it hum.`,
    },
  ]
}

/** Where the posts of a stop tail stand, or the bridge's own without one. */
function postPlaces(build: Shaped, l: Layout, bridge: Part): { at: Point; id: string }[] {
  const tail = partIn(build, 'tailpiece'),
    slot = tail ? 'tail-posts' : 'posts',
    x = tail ? tailPostX(build, l, bridge) : l.bridge.front + v(bridge, 'postBehindFront'),
    spacing = v(tail ?? bridge, 'postSpacing')
  return spacing > 0 && partIn(build, slot)
    ? [1, -1].map(side => ({
        at: [x, l.bridge.y + (side * spacing) / 2] as Point,
        id: `${slot}-${side > 0 ? 'treble' : 'bass'}`,
      }))
    : []
}

/** A stop tail's posts along the instrument: where they are placed, else a usual way behind the bridge's. */
const tailPostX = (build: Shaped, l: Layout, bridge: Part): number =>
  placedSlots(build, l.nutToHeelEnd).find(p => p.slot === 'tail-posts')?.at[0] ??
  l.bridge.front + v(bridge, 'postBehindFront') + TAIL_BEHIND

/** Half the distance of the claw's two screws, mm [from memory: claws differ; measure yours]. */
const CLAW_HALF = 14
/** The claw's screws when nobody says otherwise, mm [from memory]. */
const CLAW_SCREW = { diameter: 4, length: 45 } as const

/** Pilots for the claw that the tremolo's springs pull on, in the spring cavity's wall; and its ground wire into the control cavity. */
function clawHoles(build: Shaped, l: Layout, body: Part): HoleRequest[] {
  const springs = l.features.find(f => f.partId === body.id && f.role === 'spring-cavity')
  if (!springs || !partIn(build, 'tremolo-springs')) return []
  const wood = woodOf(body.traits.wood),
    x = boundsOf(springs.polygon).x0,
    z = clawHeight(build)
  const screws = drilledFor(l, body, 'screw-hole', 'claw').length
    ? []
    : [1, -1].map((side): HoleRequest => ({
        id: `claw-${side > 0 ? 'treble' : 'bass'}`,
        serves: 'claw',
        group: 'bridge',
        label: `Claw screw, ${side > 0 ? 'treble' : 'bass'} side`,
        purpose: 'screw pilot',
        at: [x, springs.centre[1] + side * CLAW_HALF],
        mouthZ: z,
        to: [x - CLAW_DEEP, springs.centre[1] + side * CLAW_HALF, z],
        from: 'pocket end',
        along: x - l.nutToHeelEnd,
        face: 'cavity wall',
        wood,
        stock: CLAW_DEEP + 30,
        screw: { ...CLAW_SCREW },
        bite: CLAW_DEEP - 1,
        into: [`${body.id}/${springs.id}`],
        why: say`Level, towards the neck, with a long bit laid on the cavity’s floor; its screw is taken as ${size([4, 45])}, ${mm(28, 0)} apart [from memory]: measure your claw.`,
      }))
  const cavity = cavityOf(build, l, body)
  const reaches = l.features.some(
    f =>
      f.role === 'channel' &&
      f.partId === body.id &&
      cavity &&
      gapBeside({ points: f.polygon }, { points: springs.polygon }).gap < 1 &&
      gapBeside({ points: f.polygon }, { points: cavity.polygon }).gap < 1,
  )
  if (!cavity || reaches || !stringsIn(build.circuit.components)) return screws
  const way = wayBetween(springs.polygon, cavity.polygon),
    end = -Math.max(cavity.top + 3, Math.min(cavity.floor - 3, -z))
  return [
    ...screws,
    {
      ...GROUND,
      label: 'Ground wire, claw to cavity',
      at: way.a,
      mouthZ: z,
      to: [way.b[0], way.b[1], end],
      from: 'pocket end',
      along: way.a[0] - l.nutToHeelEnd,
      face: 'cavity wall',
      wood,
      stock: way.gap,
      into: [`${body.id}/${springs.id}`, cavity.id],
      why: 'From the spring cavity into the control cavity: springs and strings get their ground through the claw.',
    },
  ]
}

/** The bore for the strings' ground that is still to be drilled; undefined where there is none to drill. */
export const groundWanted = perKinds(BRIDGED, SHAPED, (build, l): { at: Point; bore: Bore } | undefined => {
  const body = partIn(build, 'body'),
    bridge = partIn(build, 'bridge')
  if (!body || !bridge || l.features.some(f => f.role === 'channel' && f.serves === GROUND.serves)) return undefined
  const hole = [...groundHole(build, l, body, bridge), ...clawHoles(build, l, body)].find(
    h => h.group === GROUND.group,
  )
  if (!hole?.to || hole.diameter === undefined) return undefined
  return {
    at: hole.at,
    bore: { from: [...hole.at, hole.mouthZ ?? 0], to: hole.to, radius: hole.diameter / 2 },
  }
})

/** Everything that bridge, posts, tail and strings want drilled. */
export const bridgeHoles: Requests = requestsOf(BRIDGED, (build, l) => {
  const body = partIn(build, 'body'),
    bridge = partIn(build, 'bridge'),
    tail = partIn(build, 'tailpiece')
  if (!body || !bridge) return []
  const postX = l.bridge.front + v(bridge, 'postBehindFront')
  return [
    ...bridgeScrews(build, l, body, bridge),
    ...posts(build, l, body, 'posts', postX, v(bridge, 'postSpacing'), 'Bridge post'),
    ...(tail
      ? posts(build, l, body, 'tail-posts', tailPostX(build, l, bridge), v(tail, 'postSpacing'), 'Tail post')
      : []),
    ...tailScrews(build, l, body),
    ...stringThrough(build, l, body, bridge),
    ...groundHole(build, l, body, bridge),
    ...clawHoles(build, l, body),
  ]
})

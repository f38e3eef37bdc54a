import { count, mm, type Said, say, size } from '../say/said.ts'
import { servedWord } from '../parts/servedWord.ts'
import { sizeAt } from '../document/assumed.ts'
import type { Shaped } from '../document/docs.ts'
import type { Cut } from '../document/build.ts'
import { same } from '../memo/same.ts'
import { partIn } from '../document/references.ts'
import { opened, toRemove } from '../geometry/boolean.ts'
import { boreToPrism } from '../geometry/bore.ts'
import { boundsOf, inside, polygonArea, type Point } from '../geometry/outline.ts'
import { gapBeside, gapInside, polygonOf, type Shape } from '../geometry/shape.ts'
import type { Layout, PlacedFeature } from '../layout/layOut.ts'
import { FEATURE_ROLES, type FeatureRole } from '../parts/featureRoles.ts'
import { bindingRun } from './binding.ts'
import { channelOutline, channelTitle, type AnyCut } from './channelsWanted.ts'
import { bodyThicknessAt, CHANNEL, hollowsOf, type Hollow } from './hollows.ts'

/** Under this a floor or wall is weak, mm [from memory]; at nothing it breaks out. */
export const LEAST = { floor: 4, wall: 4, top: 3 } as const
/** Room round a pickup in a rout that is cut new, mm [common practice: 0.3 to 2]. */
const ROUT_ROOM = 0.8
/** Room under it, mm [common practice]. */
const ROUT_UNDER = 2

/** One piece of cutting work, with what it leaves. */
export interface CutWork {
  id: string
  /** Where it comes from: a fix chosen at Fit, a part that has no place cut for it, or the builder. */
  because: 'fix' | 'missing' | 'meant'
  title: string
  face: 'top' | 'back' | 'edge'
  /** The finished outline, and what is taken away beyond what is there; instrument's frame. */
  outline: Point[]
  removes: Point[][]
  /** From the pocket's end wall to its middle, and off the centre line. */
  along: number
  across: number
  size: { length: number; width: number; corner: number | undefined }
  depth: number
  /** How much deeper than it is now. */
  deeper: number
  area: number
  left: { floor: number | undefined; wall: { by: number; what: string } | undefined; edge: number | undefined }
  /** Whether it is drilled: its work stands in the hole list. */
  drilled: boolean
  /** Where a channel ends, as its start is given. */
  ends?: { along: number; across: number; below: 'top' | 'back' }
  /** A row of holes: how many, and their distance. */
  row?: { count: number; pitch: number }
  /** Length of binding to have, mm. */
  binding: number | undefined
  tools: string[]
  stops: Said[]
  notes: Said[]
}

/** What a cut comes too near to, and what to say of it. */
interface Stop {
  where: 'floor' | 'far face' | 'wall' | 'edge'
  says: Said
}
const FAR = 'the far face'
const said = (stops: readonly Stop[], but: readonly Stop['where'][] = []): Said[] =>
  stops.filter(s => !but.includes(s.where)).map(s => s.says)

/** Wood that an upright cut leaves below it and beside it, and where it must not go. */
function leaves(
  build: Shaped,
  l: Layout,
  polygon: readonly Point[],
  face: 'top' | 'back',
  depth: number,
  hollows: readonly Hollow[],
  own: readonly string[],
): Pick<CutWork, 'left'> & { stops: Stop[] } {
  const stops: Stop[] = [],
    stop = (where: Stop['where'], says: Said) => stops.push({ where, says })
  const middle = boundsOf(polygon),
    thick = Math.min(
      ...polygon.map(p => bodyThicknessAt(build, p[1])),
      bodyThicknessAt(build, (middle.y0 + middle.y1) / 2),
    )
  const z0 = face === 'top' ? -depth : -thick,
    z1 = face === 'top' ? 0 : -thick + depth
  let floor = thick - depth,
    wall: CutWork['left']['wall'],
    what = FAR
  for (const h of hollows) {
    if (h.piece !== 'body' || own.includes(h.id)) continue
    if ('bore' in h.shape) {
      const by = boreToPrism(h.shape.bore, { polygon, z0, z1 })
      if (!meet(h) && (!wall || by < wall.by)) wall = { by, what: h.label }
      continue
    }
    const p = h.shape.prism,
      gap = gapBeside({ points: polygon }, { points: p.polygon }).gap,
      overlap = gap < 0 || inside(p.polygon, polygon[0]!) || inside(polygon, p.polygon[0]!)
    if (overlap) {
      const between = Math.max(p.z0 - z1, z0 - p.z1)
      if (between < floor && between > -1e9) {
        if (between >= 0 || !meet(h)) {
          floor = Math.min(floor, between)
          what = `the ${h.label}`
        }
      }
    } else if (Math.min(z1, p.z1) > Math.max(z0, p.z0) && (!wall || gap < wall.by))
      wall = { by: gap, what: h.label }
  }
  const edge = l.body.length > 2 ? gapInside({ points: l.body }, { points: polygon }).gap : undefined
  if (floor < LEAST.floor)
    stop(
      what === FAR ? 'far face' : 'floor',
      floor <= 0
        ? say`Breaks through into ${what}${floor < 0 ? say` by ${mm(-floor, 1)}` : ''}: stop at ${mm(Math.max(0, depth + floor - LEAST.floor), 1)} deep.`
        : say`Only ${mm(floor, 1)} of floor to ${what}: it sounds and gives. Stop at ${mm(Math.max(0, depth + floor - LEAST.floor), 1)} deep.`,
    )
  if (wall && wall.by < LEAST.wall)
    stop(
      'wall',
      wall.by < 0
        ? say`Runs into the ${wall.what}.`
        : say`Only ${mm(wall.by, 1)} of wall to the ${wall.what}: it breaks out under the cutter.`,
    )
  if (edge !== undefined && edge < LEAST.wall)
    stop(
      'edge',
      edge < 0
        ? say`Breaks out through the body’s edge by ${mm(-edge, 1)}.`
        : say`Only ${mm(edge, 1)} to the body’s edge.`,
    )
  return { left: { floor, wall, edge }, stops }
}

const leftBy = (x: ReturnType<typeof leaves>): Pick<CutWork, 'left' | 'stops'> => ({
  left: x.left,
  stops: said(x.stops),
})

/** Hollows that a cut may run into: that is what it is for. */
const meet = (h: Hollow): boolean =>
  (h.role !== undefined && MEET.has(h.role)) || h.cut === 'channel' || h.cut === 'notch'
const MEET: ReadonlySet<FeatureRole> = new Set(['control-cavity', 'spring-cavity', 'channel', 'rod-notch'])

const sizeOf = (polygon: readonly Point[]) => {
  const b = boundsOf(polygon)
  return { length: b.x1 - b.x0, width: b.y1 - b.y0, middle: [(b.x0 + b.x1) / 2, (b.y0 + b.y1) / 2] as Point }
}

const faceOf = (f: PlacedFeature['face']): 'top' | 'back' => (f === 'back' ? 'back' : 'top')

/** Routs and pockets that the chosen fixes change: what goes is the new shape less the old one. */
function changed(before: Shaped, after: Shaped, was: Layout, will: Layout, hollows: readonly Hollow[]): CutWork[] {
  const body = partIn(before, 'body'),
    next = partIn(after, 'body')
  if (!body || !next || body.id !== next.id) return []
  return will.features
    .filter(f => f.partId === next.id && f.diameter === undefined)
    .flatMap((f): CutWork[] => {
      const old = was.features.find(o => o.partId === body.id && o.id === f.id),
        a = body.features.find(x => x.id === f.id),
        b = next.features.find(x => x.id === f.id)
      if (!old || !a || !b) return []
      const shape: Shape = { points: f.polygon }
      // Most features are as they were: they are not cut into each other for nothing.
      if (same(a, b)) return []
      const removed = toRemove({ points: old.polygon }, shape, 0)
      const depth = b.dims.depth?.value ?? 0,
        deeper = depth - (a.dims.depth?.value ?? 0)
      if (removed.area < 0.5 && Math.abs(deeper) < 0.05) return []
      const s = sizeOf(f.polygon),
        corner = f.role === 'neck-pocket' || b.outline ? undefined : b.dims.corner?.value
      const oldShape = sizeOf(old.polygon)
      return [
        {
          id: `open-${f.id}`,
          because: 'fix',
          title: `${FEATURE_ROLES[f.role].label}${f.serves ? ` (${servedWord(f.serves)})` : ''}: ${removed.area >= 0.5 ? 'open' : 'deepen'}`,
          face: faceOf(f.face),
          outline: [...f.polygon],
          removes: removed.pieces,
          along: s.middle[0] - will.nutToHeelEnd,
          across: s.middle[1],
          size: { length: s.length, width: s.width, corner },
          depth,
          deeper,
          area: removed.area,
          ...leftBy(leaves(after, will, f.polygon, faceOf(f.face), depth, hollows, [`${next.id}/${f.id}`])),
          drilled: false,
          binding: undefined,
          tools: ['router', 'template', 'bearing bit'],
          notes: [
            say`From ${size([oldShape.length, oldShape.width], 1)} to ${size([s.length, s.width], 1)}${Math.abs(deeper) >= 0.05 ? say`, ${mm(Math.abs(deeper), 1)} ${deeper > 0 ? 'deeper' : 'shallower, filled'}` : ''}.`,
          ],
        },
      ]
    })
}

/** Routs for pickups that have none: cut to the pickup's own outline with room around it. */
function missing(build: Shaped, l: Layout, hollows: readonly Hollow[]): CutWork[] {
  return l.pickups
    .filter(p => p.on === 'body' && !l.features.some(f => f.role === 'pickup-rout' && f.serves === p.slot))
    .map((p): CutWork => {
      const polygon = opened(p.shape, p.shape, ROUT_ROOM),
        part = partIn(build, p.slot)!,
        depth = sizeAt(part, 'pickup', 'depthBelowTop') + ROUT_UNDER,
        s = sizeOf(polygon)
      return {
        id: `new-${p.slot}`,
        because: 'missing',
        title: `Pickup rout (${servedWord(p.slot)}): cut new`,
        face: 'top',
        outline: polygon,
        removes: [polygon],
        along: p.centre[0] - l.nutToHeelEnd,
        across: p.centre[1],
        size: { length: s.length, width: s.width, corner: sizeAt(part, 'pickup', 'corner') + ROUT_ROOM },
        depth,
        deeper: depth,
        area: polygonArea(polygon),
        ...leftBy(leaves(build, l, polygon, 'top', depth, hollows, [])),
        drilled: false,
        binding: undefined,
        tools: ['router', 'template', 'drill to waste it first'],
        notes: [say`${mm(ROUT_ROOM, 1)} round the pickup, ${mm(ROUT_UNDER, 0)} under its lowest setting.`],
      }
    })
}

/** What the builder means to cut. */
function own(build: Shaped, l: Layout, c: AnyCut, hollows: readonly Hollow[]): CutWork[] {
  const none = {
    removes: [],
    deeper: 0,
    area: 0,
    drilled: c.sort === 'channel' || c.sort === 'string-through',
    binding: undefined,
  }
  if (c.sort === 'binding') return bindingWork(build, l, c, hollows)
  if (c.sort === 'string-through') {
    const bridge = partIn(build, 'bridge'),
      behind = bridge?.dims.anchorBehindFront?.value,
      x = behind === undefined ? Math.max(...l.strings.map(s => s.saddle[0])) + 10 : l.bridge.front + behind
    const ys = l.strings.map(s => s.saddle[1]),
      row: Point[] = [
        [x - 4, Math.min(...ys) - 4],
        [x + 4, Math.min(...ys) - 4],
        [x + 4, Math.max(...ys) + 4],
        [x - 4, Math.max(...ys) + 4],
      ]
    const thick = bodyThicknessAt(build, 0)
    const { left, stops } = leaves(build, l, row, 'back', thick, hollows, [])
    return [
      {
        ...none,
        id: `cut-${c.id}`,
        because: 'meant',
        title: 'Strings through the body',
        face: 'back',
        outline: row,
        row: { count: ys.length, pitch: ys.length > 1 ? Math.abs(ys[0]! - ys[1]!) : 0 },
        along: x - l.nutToHeelEnd,
        across: (Math.min(...ys) + Math.max(...ys)) / 2,
        size: { length: 8, width: Math.max(...ys) - Math.min(...ys), corner: undefined },
        depth: thick,
        left: { ...left, floor: undefined },
        stops: said(stops, ['far face']),
        tools: ['drill with guide', 'two templates', 'brad-point bit'],
        notes: [
          say`${count(ys.length, 'hole')} in a row, ${mm(ys.length > 1 ? Math.abs(ys[0]! - ys[1]!) : 0, 2)} apart; they stand in the hole list with their ferrules.`,
          ...(behind === undefined
            ? [
                say`The bridge does not say where its string holes are: taken ${mm(10, 0)} behind the rearmost saddle [from memory]. Measure them.`,
              ]
            : []),
        ],
      },
    ]
  }
  const x = (c.x ?? 0) + l.nutToHeelEnd,
    y = c.y ?? 0
  if (c.sort === 'channel') {
    const run = Math.hypot((c.toX ?? 0) - (c.x ?? 0), (c.toY ?? 0) - y),
      width = c.width ?? CHANNEL.width,
      depth = c.depth ?? CHANNEL.depth
    const wanted =
      c.wantedBy !== undefined
        ? [
            'No channel is described that leads from there to the control cavity. If the body has one, add it at the Shelf with where it starts and ends.',
          ]
        : []
    return [
      {
        ...none,
        id: `cut-${c.id}`,
        because: 'meant',
        title: channelTitle(c),
        face: 'edge',
        outline: channelOutline(l, c),
        along: c.x ?? 0,
        across: y,
        ends: { along: c.toX ?? 0, across: c.toY ?? 0, below: c.face },
        size: { length: run, width, corner: undefined },
        depth,
        left: {
          floor: Math.min(depth, bodyThicknessAt(build, y) - depth) - width / 2,
          wall: undefined,
          edge: undefined,
        },
        stops: run < 1 ? ['Starts where it ends.'] : [],
        tools: ['long bit', 'drill'],
        notes: [say`${mm(run, 0)} long; its hole stands in the hole list with what it meets.`, ...wanted],
      },
    ]
  }
  const length = c.length ?? 0,
    width = c.width ?? 0,
    depth = c.depth ?? 0
  const polygon = polygonOf({
    length,
    width,
    corner: Math.min(c.corner ?? 0, length / 2, width / 2),
    x,
    y,
  }) as Point[]
  const found = leaves(build, l, polygon, c.face, depth, hollows, [`cut/${c.id}`])
  // A notch opens into what it is cut beside.
  const open = said(found.stops, c.sort === 'notch' ? ['edge', 'wall'] : [])
  return [
    {
      ...none,
      id: `cut-${c.id}`,
      because: 'meant',
      title: { rout: 'Rout', recess: 'Recess', notch: 'Access notch' }[c.sort],
      face: c.face,
      outline: polygon,
      removes: [polygon],
      deeper: depth,
      area: polygonArea(polygon),
      along: c.x ?? 0,
      across: y,
      size: { length, width, corner: c.corner },
      depth,
      left: found.left,
      stops: open,
      tools: c.sort === 'notch' ? ['chisel', 'saw'] : ['router', 'template'],
      notes: c.sort === 'recess' ? ['A flat-bottomed bit; its floor carries the plate or nut.'] : [],
    },
  ]
}

/** The ledge for a binding round the body, and how much binding it takes. */
function bindingWork(build: Shaped, l: Layout, c: Cut, hollows: readonly Hollow[]): CutWork[] {
  const width = c.width ?? 0,
    depth = c.depth ?? 0
  if (l.body.length < 3)
    return [
      {
        id: `cut-${c.id}`,
        because: 'meant',
        title: 'Binding channel',
        face: c.face,
        outline: [],
        removes: [],
        along: 0,
        across: 0,
        size: { length: 0, width, corner: undefined },
        depth,
        deeper: depth,
        area: 0,
        left: { floor: undefined, wall: undefined, edge: undefined },
        drilled: false,
        binding: undefined,
        tools: [],
        stops: ['The body has no outline yet: draw or read one at the Shelf, and its length is computed.'],
        notes: [],
      },
    ]
  const pocket = l.features.find(f => f.role === 'neck-pocket'),
    run = bindingRun(l.body, width, pocket?.polygon)
  const thick = build.parts.find(p => p.id === build.slots.body)?.dims.thickness?.value ?? 0
  const near = hollows
    .filter(
      h =>
        h.piece === 'body' &&
        h.role !== 'neck-pocket' &&
        h.role !== 'jack-hole' &&
        'prism' in h.shape &&
        (c.face === 'top' ? h.shape.prism.z1 > -depth : h.shape.prism.z0 < -thick + depth),
    )
    .map(h => ({
      label: h.label,
      by:
        'prism' in h.shape
          ? gapInside({ points: l.body }, { points: h.shape.prism.polygon }).gap - width
          : Infinity,
    }))
    .sort((a, b) => a.by - b.by)[0]
  return [
    {
      id: `cut-${c.id}`,
      because: 'meant',
      title: `Binding channel, ${c.face}`,
      face: c.face,
      outline: run.inner,
      removes: [],
      along: 0,
      across: 0,
      size: { length: run.length, width, corner: undefined },
      depth,
      deeper: depth,
      area: run.length * width,
      left: { floor: thick - depth, wall: near && { by: near.by, what: near.label }, edge: undefined },
      drilled: false,
      binding: run.toBuy,
      tools: ['router', 'rabbet bit with bearing', 'tape'],
      stops: [
        ...(thick - depth < 10 ? [say`Only ${mm(thick - depth, 1)} of body left under the ledge.`] : []),
        ...(near && near.by < LEAST.wall
          ? [say`Only ${mm(near.by, 1)} between the ledge and the ${near.label}.`]
          : []),
        ...(!run.inner.length ? ['The ledge is wider than the body anywhere: nothing is left.'] : []),
      ],
      notes: [
        say`${mm(run.length, 0)} round${pocket ? ', the pocket’s mouth left open' : ''}; have ${mm(run.toBuy, 0)}.`,
        say`Tightest bend ${mm(run.tightest, 0)}${run.tightest < 15 ? ': warm the binding there, or it springs' : ''}.`,
        'Cement overnight, 12 to 24 h, before it is scraped.',
      ],
    },
  ]
}

/**
 * All cutting work of a build: what the chosen fixes open, what has no rout yet, and what the builder wants beside.
 * @param before the build as its parts are, with its layout; @param after the same with its chosen fixes done, and all its cuts
 */
export function cuttingWork(
  before: { build: Shaped; layout: Layout },
  after: { build: Shaped; layout: Layout; cuts: readonly AnyCut[] },
): CutWork[] {
  const hollows = hollowsOf(after.build, after.layout, after.cuts)
  return [
    ...changed(before.build, after.build, before.layout, after.layout, hollows),
    ...missing(after.build, after.layout, hollows),
    ...after.cuts.flatMap(c => own(after.build, after.layout, c, hollows)),
  ]
}

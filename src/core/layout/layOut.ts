import { memo } from '../memo/memo.ts'
import { steady } from '../memo/steady.ts'
import { LAID, type Laid } from '../document/docs.ts'
import type { Build } from '../document/build.ts'
import { factOfKinds } from '../document/fact.ts'
import { partIn } from '../document/references.ts'
import { smoothClosed, type Point } from '../geometry/outline.ts'
import { roundRectPolygon } from '../geometry/roundRect.ts'
import { isRect, type Shape } from '../geometry/shape.ts'
import type { Feature, OutlineData, Part } from '../parts/part.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import { bridgeLine, bridgeOffset, type BridgeLine } from './bridgeLine.ts'
import { fretPositions } from '../parts/frets.ts'
import { neckLine, offAt } from './centreLine.ts'
import { COURSE_GAP, nutSlots, saddlePlaces, SINGLE } from './nutSlots.ts'
import { placeTuners, type Tuners } from './tuners.ts'

/** Instrument frame: origin on the centre line at the fingerboard edge of the nut; x to the bridge, y to the treble side; mm. */
export interface StringPath {
  /** 1 is the thinnest. */
  number: number
  diameter: number
  wound: boolean
  nut: Point
  saddle: Point
  tuner?: Point
  compensation: number
}

export interface PlacedFeature {
  partId: string
  id: string
  role: FeatureRole
  serves?: string
  face: Feature['face']
  /** Drilled here, as the hole list knows it. */
  drilled?: string
  centre: Point
  shape: Shape
  polygon: readonly Point[]
  diameter?: number
}

export interface PlacedPickup {
  slot: string
  partId: string
  centre: Point
  shape: Shape
  polygon: readonly Point[]
  poles: Point[]
  coils: number
  on: 'body' | 'guard'
}

export interface Layout {
  scaleLength: number
  frets: number[]
  nutToHeelEnd: number
  /** Half widths of the fingerboard at the nut and at the last fret. */
  halfNut: number
  halfLast: number
  lastFret: number
  strings: StringPath[]
  tuners: Tuners
  line: BridgeLine
  bridge: { front: number; y: number; plate: Point[]; foremost: number; rearmost: number }
  features: PlacedFeature[]
  pickups: PlacedPickup[]
  body: Point[]
  head: Point[]
  guard: Point[]
}

/** Half the fingerboard's width at a distance x from the nut, mm. */
export const halfBoardAt = (l: Layout, x: number): number => l.halfNut + ((l.halfLast - l.halfNut) * x) / l.lastFret

/** Where a string runs, y at a distance x from the nut, mm. */
export const stringAt = (s: StringPath, x: number): number =>
  s.nut[1] + ((s.saddle[1] - s.nut[1]) * (x - s.nut[0])) / (s.saddle[0] - s.nut[0])

/** A straight stretch of a width from one place to another, as a polygon. */
export function strip(a: Point, b: Point, width: number): Point[] {
  const run = Math.hypot(b[0] - a[0], b[1] - a[1]),
    h = width / 2,
    n: Point = run > 0 ? [(-(b[1] - a[1]) / run) * h, ((b[0] - a[0]) / run) * h] : [0, h]
  return [
    [a[0] + n[0], a[1] + n[1]],
    [b[0] + n[0], b[1] + n[1]],
    [b[0] - n[0], b[1] - n[1]],
    [a[0] - n[0], a[1] - n[1]],
  ]
}

/** Shape of a feature about the place of its own datum, moved into the instrument's frame. */
export function shapeOf(f: Feature, dx: number, dy: number): Shape {
  const v = (k: string) => f.dims[k]?.value ?? 0
  const x = v('x') + dx,
    y = v('y') + dy
  if (f.outline) return { points: curve(f.outline, x, y) }
  if (f.dims.toX && f.dims.toY)
    return { points: strip([x, y], [f.dims.toX.value + dx, f.dims.toY.value + dy], v('diameter')) }
  if (f.dims.diameter) return { length: v('diameter'), width: v('diameter'), corner: v('diameter') / 2, x, y }
  return { length: v('length'), width: v('width'), corner: v('corner'), x, y }
}

/** A pickup's outline, or its rounded rectangle, at a place. */
export function pickupShape(p: Part, [x, y]: Point): Shape {
  const v = (k: string) => p.dims[k]?.value ?? 0
  return p.outline
    ? { points: curve(p.outline, x, y) }
    : { length: v('length'), width: v('width'), corner: v('corner'), x, y }
}

/** The same outline at the same place is the same array: what is derived from it can be kept beside it. */
const curve = memo(
  (o: OutlineData, dx: number, dy: number): Point[] => {
    const control = o.points.map(([x, y]): Point => [x + dx, y + dy])
    return o.smooth ? smoothClosed(control) : control
  },
  { weak: true },
)

const placed = memo(
  (f: Feature, dx: number, dy: number): Pick<PlacedFeature, 'centre' | 'shape' | 'polygon' | 'diameter'> => {
    const shape = shapeOf(f, dx, dy)
    const centre: Point = [(f.dims.x?.value ?? 0) + dx, (f.dims.y?.value ?? 0) + dy]
    return {
      centre,
      shape,
      polygon: isRect(shape) ? roundRectPolygon(shape, centre, 8) : shape.points,
      ...(f.dims.diameter && !f.dims.toX ? { diameter: f.dims.diameter.value } : {}),
    }
  },
  { weak: true },
)

const outlineOf = (p: Part | undefined, dx: number, dy = 0): Point[] => (p?.outline ? curve(p.outline, dx, dy) : [])

/** Pickups that hang on the body or guard move with it when the fitted neck points beside the body's centre line. */
type Aside = (x: number) => number

/** Places that the builder gave parts for which nothing is cut yet, in the instrument's frame. */
export const placedSlots = (build: Laid, toHeel: number): { slot: string; at: Point }[] => {
  const line = neckLine(build)
  return (build.placements.parts ?? []).map(p => ({
    slot: p.slot,
    at: [p.x.value + toHeel, p.y.value - (line ? offAt(line, p.x.value) : 0)],
  }))
}

/** A place of the instrument's frame as it is measured on the body: from the pocket's end wall, and off the body's own centre line. */
export function bodyPlace(build: Laid, l: Pick<Layout, 'nutToHeelEnd'>, [x, y]: Point): { x: number; y: number } {
  const line = neckLine(build),
    along = x - l.nutToHeelEnd
  return { x: along, y: y + (line ? offAt(line, along) : 0) }
}

/** How this build's strings lie in courses, at the nut and at the bridge. */
export const coursesOf = (build: Pick<Build, 'instrument' | 'setup'>) => {
  const size = build.instrument.perCourse ?? 1
  return size === 1
    ? { nut: SINGLE, bridge: SINGLE, count: build.instrument.strings }
    : {
        nut: { size, gap: build.setup.courseGap ?? COURSE_GAP.nut },
        bridge: { size, gap: COURSE_GAP.bridge },
        count: Math.ceil(build.instrument.strings / size),
      }
}

/** Where the guard's datum lies: at the pocket's end unless it is placed elsewhere. */
export const guardPlace = (build: Pick<Build, 'placements'>): { x: number; y: number } => ({
  x: build.placements.guard?.x.value ?? 0,
  y: build.placements.guard?.y.value ?? 0,
})

/** Kinds of parts that settle where everything but the pickups lies. */
const FRAME_KINDS: readonly Part['kind'][] = ['body', 'neck', 'bridge', 'strings', 'tuners', 'guard']

/**
 * Places everything that the chosen parts settle, in the instrument's frame. Bodies are dimensioned from the
 * pocket's end wall, so what lies behind the neck is placed through the neck's nut-to-heel distance.
 * Undefined while there is no neck, bridge or set of strings.
 */
export const layOut = factOfKinds([...FRAME_KINDS, 'pickup'], LAID, (build): Layout | undefined => {
  const frame = frameOf(build)
  return (
    frame &&
    steadyLayout({
      ...frame,
      pickups: placePickups(build, frame.features, placedSlots(build, frame.nutToHeelEnd)),
    })
  )
})
const steadyLayout = steady<Layout>()

/** Everything but the pickups, which hang where what holds them lies. */
const frameOf = factOfKinds(FRAME_KINDS, LAID, build => steadyFrame(placeAll(build)))
const steadyFrame = steady<ReturnType<typeof placeAll>>()

function placeAll(build: Laid): Omit<Layout, 'pickups'> | undefined {
  const neck = partIn(build, 'neck'),
    bridge = partIn(build, 'bridge'),
    body = partIn(build, 'body'),
    strings = partIn(build, 'strings')
  const line = bridgeLine(build)
  if (!neck || !bridge || !strings?.gauges || !line) return undefined
  const n = (p: Part, k: string) => p.dims[k]?.value ?? 0
  const scaleLength = n(neck, 'scaleLength'),
    toHeel = n(neck, 'nutToHeelEnd')
  const frets = fretPositions(scaleLength, n(neck, 'frets'))
  const offset = bridgeOffset(build).value
  const courses = coursesOf(build)
  const slots = nutSlots(
    n(neck, 'widthAtNut'),
    build.setup.edgeMargin,
    strings.gauges.map(g => g.diameter),
    build.setup.spacing,
    courses.nut,
  )
  const saddles = saddlePlaces(n(bridge, 'stringSpread'), strings.gauges.length, courses.bridge)
  const guard = partIn(build, 'guard'),
    gp = guardPlace(build),
    turned = neckLine(build)
  const aside: Aside = x => (turned ? -offAt(turned, x) : 0)
  const turnedAside = (points: Point[]): Point[] =>
    turned ? points.map(([x, y]): Point => [x, y + aside(x - toHeel)]) : points
  const bodyward = (p: Part | undefined, x0: number, y0: number): PlacedFeature[] =>
    (p?.features ?? []).map(f => ({
      partId: p!.id,
      id: f.id,
      role: f.role,
      face: f.face,
      ...(f.serves ? { serves: f.serves } : {}),
      ...(f.drilled ? { drilled: f.drilled.hole } : {}),
      ...placed(f, toHeel + x0, y0 + aside((f.dims.x?.value ?? 0) + x0)),
    }))
  const features: PlacedFeature[] = [
    ...neck.features.map(f => ({
      partId: neck.id,
      id: f.id,
      role: f.role,
      face: f.face,
      ...(f.serves ? { serves: f.serves } : {}),
      ...(f.drilled ? { drilled: f.drilled.hole } : {}),
      ...placed(f, 0, 0),
    })),
    ...bodyward(body, 0, 0),
    ...bodyward(guard, gp.x, gp.y),
  ]
  const head = outlineOf(neck, 0),
    tuners = placeTuners(build, neck, head, slots)
  const paths = strings.gauges.map((g, i): StringPath => {
    const tuner = tuners.spots.find(t => t.string === i + 1)
    return {
      number: i + 1,
      diameter: g.diameter,
      wound: g.wound,
      compensation: line.compensation[i]!,
      nut: [0, slots[i]!],
      saddle: [scaleLength + line.compensation[i]!, saddles[i]! + offset],
      ...(tuner ? { tuner: tuner.at } : {}),
    }
  })
  const front = toHeel + line.place.value
  const plateCentre: Point = [front + n(bridge, 'plateLength') / 2, offset]
  const pocket = body?.features.find(f => f.role === 'neck-pocket')
  return {
    scaleLength,
    frets,
    nutToHeelEnd: toHeel,
    line,
    halfNut: n(neck, 'widthAtNut') / 2,
    halfLast: n(neck, 'widthAtLastFret') / 2,
    lastFret: frets.at(-1) ?? toHeel,
    strings: paths,
    tuners,
    bridge: {
      front,
      y: offset,
      foremost: line.foremost.value,
      rearmost: line.foremost.value + n(bridge, 'saddleTravel'),
      plate: roundRectPolygon(
        { length: n(bridge, 'plateLength'), width: n(bridge, 'plateWidth'), corner: 3 },
        plateCentre,
      ),
    },
    features: pocket
      ? features.map(f =>
          f.role === 'neck-pocket'
            ? {
                ...f,
                centre: [toHeel - (pocket.dims.length?.value ?? 0) / 2, 0],
                polygon: roundRectPolygon(
                  {
                    length: pocket.dims.length?.value ?? 0,
                    width: pocket.dims.width?.value ?? 0,
                    corner: pocket.dims.corner?.value ?? 0,
                  },
                  [toHeel - (pocket.dims.length?.value ?? 0) / 2, pocket.dims.y?.value ?? 0],
                ),
              }
            : f,
        )
      : features,
    body: turnedAside(outlineOf(body, toHeel)),
    head,
    guard: turnedAside(outlineOf(guard, toHeel + gp.x, gp.y)),
  }
}

/** Each pickup hangs where what holds it has its opening: the guard's cut-out, else the body's rout, else where it was placed. */
function placePickups(
  build: Laid,
  features: PlacedFeature[],
  given: readonly { slot: string; at: Point }[],
): PlacedPickup[] {
  const { mounting } = build.instrument,
    courses = coursesOf(build)
  const openings = new Map<string | undefined, { centre: Point; guard: boolean }>(
    given.map(g => [g.slot, { centre: g.at, guard: false }]),
  )
  for (const f of features) if (f.role === 'pickup-rout') openings.set(f.serves, { centre: f.centre, guard: false })
  if (mounting === 'on the guard')
    for (const f of features) if (f.role === 'cut-out') openings.set(f.serves, { centre: f.centre, guard: true })
  return [...openings].flatMap(([slot, { centre, guard }]) => {
    const p = slot ? partIn(build, slot) : undefined
    if (!p || p.kind !== 'pickup' || !slot) return []
    const shape = pickupShape(p, centre)
    return [
      {
        slot,
        partId: p.id,
        centre,
        coils: p.dims.coils?.value ?? 1,
        shape,
        polygon: isRect(shape) ? roundRectPolygon(shape, centre) : shape.points,
        on: guard ? ('guard' as const) : ('body' as const),
        // One pole stands under a course, as under a string.
        poles: saddlePlaces(p.dims.poleSpread?.value ?? 0, courses.count).map((y): Point => [
          centre[0],
          centre[1] + y,
        ]),
      },
    ]
  })
}

import type { Build } from '../build/build.ts'
import { partIn } from '../build/references.ts'
import { smoothClosed, type Point } from '../geometry/outline.ts'
import { roundRectPolygon } from '../geometry/roundRect.ts'
import { isRect, type Shape } from '../geometry/shape.ts'
import type { Feature, OutlineData, Part } from '../parts/part.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import { bridgeLine, bridgeOffset, type BridgeLine } from './bridgeLine.ts'
import { fretPositions } from './frets.ts'
import { nutSlots, saddlePlaces } from './nutSlots.ts'

/** Instrument frame: origin on the centre line at the fingerboard edge of the nut; x to the bridge, y to the treble side; mm. */
export interface StringPath {
  /** 1 is the thinnest. */
  number: number
  diameter: number
  nut: Point
  saddle: Point
  tuner?: Point
  compensation: number
}

export interface PlacedFeature { partId: string; id: string; role: FeatureRole; serves?: string; face: Feature['face']; centre: Point; shape: Shape; polygon: readonly Point[]; diameter?: number }

export interface PlacedPickup { slot: string; partId: string; centre: Point; shape: Shape; polygon: readonly Point[]; poles: Point[]; coils: number; on: 'body' | 'guard' }

export interface Layout {
  scaleLength: number
  frets: number[]
  nutToHeelEnd: number
  /** Half widths of the fingerboard at the nut and at the last fret. */
  halfNut: number
  halfLast: number
  lastFret: number
  strings: StringPath[]
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
export const stringAt = (s: StringPath, x: number): number => s.nut[1] + ((s.saddle[1] - s.nut[1]) * (x - s.nut[0])) / (s.saddle[0] - s.nut[0])

/** Shape of a feature about the place of its own datum, moved into the instrument's frame. */
export function shapeOf(f: Feature, dx: number, dy: number): Shape {
  const v = (k: string) => f.dims[k]?.value ?? 0
  const x = v('x') + dx, y = v('y') + dy
  if (f.outline) return { points: curve(f.outline, x, y) }
  if (f.dims.diameter) return { length: v('diameter'), width: v('diameter'), corner: v('diameter') / 2, x, y }
  return { length: v('length'), width: v('width'), corner: v('corner'), x, y }
}

/** A pickup's outline, or its rounded rectangle, at a place. */
export function pickupShape(p: Part, [x, y]: Point): Shape {
  const v = (k: string) => p.dims[k]?.value ?? 0
  return p.outline ? { points: curve(p.outline, x, y) } : { length: v('length'), width: v('width'), corner: v('corner'), x, y }
}

const curve = (o: OutlineData, dx: number, dy: number): Point[] => {
  const control = o.points.map(([x, y]): Point => [x + dx, y + dy])
  return o.smooth ? smoothClosed(control) : control
}

const placed = (f: Feature, dx: number, dy: number): Pick<PlacedFeature, 'centre' | 'shape' | 'polygon' | 'diameter'> => {
  const shape = shapeOf(f, dx, dy)
  const centre: Point = [(f.dims.x?.value ?? 0) + dx, (f.dims.y?.value ?? 0) + dy]
  return { centre, shape, polygon: isRect(shape) ? roundRectPolygon(shape, centre, 8) : shape.points, ...(f.dims.diameter ? { diameter: f.dims.diameter.value } : {}) }
}

const outlineOf = (p: Part | undefined, dx: number, dy = 0): Point[] => (p?.outline ? curve(p.outline, dx, dy) : [])

/** Where the guard's datum lies: at the pocket's end unless it is placed elsewhere. */
export const guardPlace = (build: Build): { x: number; y: number } => ({ x: build.placements.guard?.x.value ?? 0, y: build.placements.guard?.y.value ?? 0 })

/**
 * Places everything that the chosen parts settle, in the instrument's frame. Bodies are dimensioned from the
 * pocket's end wall, so what lies behind the neck is placed through the neck's nut-to-heel distance.
 * Undefined while there is no neck, bridge or set of strings.
 */
export function layOut(build: Build): Layout | undefined {
  const neck = partIn(build, 'neck'), bridge = partIn(build, 'bridge'), body = partIn(build, 'body'), strings = partIn(build, 'strings')
  const line = bridgeLine(build)
  if (!neck || !bridge || !strings?.gauges || !line) return undefined
  const n = (p: Part, k: string) => p.dims[k]?.value ?? 0
  const scaleLength = n(neck, 'scaleLength'), toHeel = n(neck, 'nutToHeelEnd')
  const frets = fretPositions(scaleLength, n(neck, 'frets'))
  const offset = bridgeOffset(build).value
  const slots = nutSlots(n(neck, 'widthAtNut'), build.setup.edgeMargin, strings.gauges.map(g => g.diameter), build.setup.spacing)
  const saddles = saddlePlaces(n(bridge, 'stringSpread'), strings.gauges.length)
  const guard = partIn(build, 'guard'), gp = guardPlace(build)
  const at: [Part | undefined, number, number][] = [[neck, 0, 0], [body, toHeel, 0], [guard, toHeel + gp.x, gp.y]]
  const features: PlacedFeature[] = at.flatMap(([p, dx, dy]) => (p?.features ?? []).map(f => ({ partId: p!.id, id: f.id, role: f.role, face: f.face, ...(f.serves ? { serves: f.serves } : {}), ...placed(f, dx, dy) })))
  const holes = features.filter(f => f.role === 'tuner-hole')
  const paths = strings.gauges.map((g, i): StringPath => {
    const tuner = holes.find(h => h.serves === String(i + 1))
    return {
      number: i + 1, diameter: g.diameter, compensation: line.compensation[i]!,
      nut: [0, slots[i]!], saddle: [scaleLength + line.compensation[i]!, saddles[i]! + offset],
      ...(tuner ? { tuner: tuner.centre } : {}),
    }
  })
  const front = toHeel + line.place.value
  const plateCentre: Point = [front + n(bridge, 'plateLength') / 2, offset]
  const pocket = body?.features.find(f => f.role === 'neck-pocket')
  return {
    scaleLength, frets, nutToHeelEnd: toHeel, line,
    halfNut: n(neck, 'widthAtNut') / 2, halfLast: n(neck, 'widthAtLastFret') / 2, lastFret: frets.at(-1) ?? toHeel,
    strings: paths,
    bridge: {
      front, y: offset, foremost: line.foremost.value, rearmost: line.foremost.value + n(bridge, 'saddleTravel'),
      plate: roundRectPolygon({ length: n(bridge, 'plateLength'), width: n(bridge, 'plateWidth'), corner: 3 }, plateCentre),
    },
    features: pocket ? features.map(f => (f.role === 'neck-pocket' ? { ...f, centre: [toHeel - (pocket.dims.length?.value ?? 0) / 2, 0], polygon: roundRectPolygon({ length: pocket.dims.length?.value ?? 0, width: pocket.dims.width?.value ?? 0, corner: pocket.dims.corner?.value ?? 0 }, [toHeel - (pocket.dims.length?.value ?? 0) / 2, pocket.dims.y?.value ?? 0]) } : f)) : features,
    pickups: placePickups(build, features),
    body: outlineOf(body, toHeel), head: outlineOf(neck, 0), guard: outlineOf(guard, toHeel + gp.x, gp.y),
  }
}

/** Each pickup hangs where what holds it has its opening: the guard's cut-out, else the body's rout. */
function placePickups(build: Build, features: PlacedFeature[]): PlacedPickup[] {
  const { mounting } = build.instrument
  const openings = new Map(features.filter(f => f.role === 'pickup-rout').map(f => [f.serves, f]))
  if (mounting === 'on the guard') for (const f of features) if (f.role === 'cut-out') openings.set(f.serves, f)
  return [...openings.values()].flatMap(f => {
    const p = f.serves ? partIn(build, f.serves) : undefined
    if (!p || p.kind !== 'pickup' || !f.serves) return []
    const shape = pickupShape(p, f.centre)
    return [{
      slot: f.serves, partId: p.id, centre: f.centre, coils: p.dims.coils?.value ?? 1, shape, polygon: isRect(shape) ? roundRectPolygon(shape, f.centre) : shape.points, on: f.role === 'cut-out' ? 'guard' as const : 'body' as const,
      poles: saddlePlaces(p.dims.poleSpread?.value ?? 0, build.instrument.strings).map((y): Point => [f.centre[0], f.centre[1] + y]),
    }]
  })
}

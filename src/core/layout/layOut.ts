import type { Build } from '../build/build.ts'
import { partIn } from '../build/references.ts'
import { smoothClosed, type Point } from '../geometry/outline.ts'
import { roundRectPolygon } from '../geometry/roundRect.ts'
import type { Feature, Part } from '../parts/part.ts'
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

export interface PlacedFeature { partId: string; id: string; role: FeatureRole; serves?: string; face: Feature['face']; centre: Point; polygon: Point[]; diameter?: number }

export interface PlacedPickup { slot: string; partId: string; centre: Point; polygon: Point[]; poles: Point[]; coils: number }

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
}

/** Half the fingerboard's width at a distance x from the nut, mm. */
export const halfBoardAt = (l: Layout, x: number): number => l.halfNut + ((l.halfLast - l.halfNut) * x) / l.lastFret

/** Where a string runs, y at a distance x from the nut, mm. */
export const stringAt = (s: StringPath, x: number): number => s.nut[1] + ((s.saddle[1] - s.nut[1]) * (x - s.nut[0])) / (s.saddle[0] - s.nut[0])

const shape = (f: Feature, dx: number): Pick<PlacedFeature, 'centre' | 'polygon' | 'diameter'> => {
  const v = (k: string) => f.dims[k]?.value ?? 0
  const centre: Point = [v('x') + dx, v('y')]
  if (f.dims.diameter) return { centre, polygon: roundRectPolygon({ length: v('diameter'), width: v('diameter'), corner: v('diameter') / 2 }, centre, 8), diameter: v('diameter') }
  return { centre, polygon: roundRectPolygon({ length: v('length'), width: v('width'), corner: v('corner') }, centre) }
}

const outlineOf = (p: Part | undefined, dx: number): Point[] => {
  if (!p?.outline) return []
  const control = p.outline.points.map(([x, y]): Point => [x + dx, y])
  return p.outline.smooth ? smoothClosed(control) : control
}

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
  const features: PlacedFeature[] = [neck, ...(body ? [body] : [])].flatMap(p =>
    p.features.map(f => ({ partId: p.id, id: f.id, role: f.role, face: f.face, ...(f.serves ? { serves: f.serves } : {}), ...shape(f, p === body ? toHeel : 0) })))
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
    body: outlineOf(body, toHeel), head: outlineOf(neck, 0),
  }
}

function placePickups(build: Build, features: PlacedFeature[]): PlacedPickup[] {
  return features.filter(f => f.role === 'pickup-rout').flatMap(f => {
    const p = f.serves ? partIn(build, f.serves) : undefined
    if (!p || !f.serves) return []
    const v = (k: string) => p.dims[k]?.value ?? 0
    return [{
      slot: f.serves, partId: p.id, centre: f.centre, coils: v('coils'),
      polygon: roundRectPolygon({ length: v('length'), width: v('width'), corner: v('corner') }, f.centre),
      poles: saddlePlaces(v('poleSpread'), build.instrument.strings).map((y): Point => [f.centre[0], f.centre[1] + y]),
    }]
  })
}

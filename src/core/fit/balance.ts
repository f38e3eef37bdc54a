import type { Shaped } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { polygonArea, type Point } from '../geometry/outline.ts'
import { halfBoardAt, layOut, type Layout } from '../layout/layOut.ts'
import { buttonPlaces } from '../drill/requests/buttonHoles.ts'
import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import type { Part } from '../parts/part.ts'
import { PART_KINDS } from '../parts/partKinds.ts'
import { woodOf } from '../parts/woods.ts'
import { fromDimension, fromSource, linear, type Quantity } from '../units/quantity.ts'
import { refOf } from '../document/quantityAt.ts'

/** A mass at a place along the instrument, mm from the nut. */
export interface PlacedMass {
  slot: string
  name: string
  grams: Quantity
  x: number
  assumed: boolean
}

export interface Balance {
  masses: PlacedMass[]
  /** All in all, g. */
  total: Quantity
  /** Centre of mass from the nut, mm. */
  centre: Quantity
  /** Strap button nearer to the neck, from the nut, mm. */
  button: number | undefined
  /** Centre of mass behind that button: positive, the instrument hangs body-down; negative, its head dives. mm. */
  behind: Quantity | undefined
  /** Pull at the nut that would hold a diving head level, g; 0 when it does not dive. */
  holdAtNut: number
}

/** What such a part usually weighs, g: a set by how many there are of it; undefined where nothing is known. */
function usualMass(part: Part): number | undefined {
  const dims: Readonly<Record<string, DimensionSpec>> = PART_KINDS[part.kind].dims
  if (!dims.mass) return undefined
  const many = part.gauges
    ? part.gauges.length / USUAL_STRINGS
    : part.dims.count && dims.count
      ? part.dims.count.value / dims.count.typical
      : 1
  return dims.mass.typical * many
}
/** Strings in an usual set. */
const USUAL_STRINGS = 6
const USUAL_DOUBT = 0.3

/** Middle of an area, mm. */
function centroid(p: readonly Point[]): Point {
  let a = 0,
    cx = 0,
    cy = 0
  for (let i = 0; i < p.length; i++) {
    const [x1, y1] = p[i]!,
      [x2, y2] = p[(i + 1) % p.length]!,
      k = x1 * y2 - x2 * y1
    a += k
    cx += (x1 + x2) * k
    cy += (y1 + y2) * k
  }
  return a === 0 ? [0, 0] : [cx / (3 * a), cy / (3 * a)]
}

/** Small parts that sit at the neck's heel. */
const AT_NECK: ReadonlySet<string> = new Set(['neck-screws', 'neck-plate'])

/** Where along the instrument a slot's part has its mass. */
function placeOf(slot: string, part: Part, l: Layout): number {
  const feature = l.features.find(f => f.serves === slot)
  if (feature) return feature.centre[0]
  switch (part.kind) {
    case 'body':
      return centroid(l.body)[0] || l.nutToHeelEnd + 100
    case 'neck': {
      // A board of one thickness from the nut to the heel's end, and the head as drawn: by their areas.
      const head = polygonArea(l.head),
        board = l.nutToHeelEnd * (l.halfNut + halfBoardAt(l, l.nutToHeelEnd))
      return (head * (l.head.length ? centroid(l.head)[0] : 0) + board * l.nutToHeelEnd * 0.52) / (head + board)
    }
    case 'tuners': {
      const xs = l.features.filter(f => f.role === 'tuner-hole').map(f => f.centre[0])
      return xs.length ? xs.reduce((s, x) => s + x, 0) / xs.length : -80
    }
    case 'nut':
    case 'locking-nut':
    case 'trees':
      return 0
    case 'bridge':
      return l.bridge.front + 20
    case 'tailpiece':
    case 'ferrules':
      return l.bridge.front + 60
    case 'guard':
      return l.guard.length ? centroid(l.guard)[0] : l.bridge.front - 60
    case 'strings':
      return l.scaleLength / 2
    default:
      return AT_NECK.has(slot) ? l.nutToHeelEnd - 38 : slot === 'tuner-screws' ? -80 : l.bridge.front + 20
  }
}

/** A body nobody weighed, from its drawn area, thickness and its wood's specific gravity at 12 % [published: Wood Handbook], less its routs. */
function bodyMass(part: Part, l: Layout): number {
  const thick = part.dims.thickness?.value ?? 0
  const cut = part.features.reduce(
    (s, f) =>
      s +
      (f.dims.length && f.dims.width
        ? f.dims.length.value * f.dims.width.value * (f.dims.depth?.value ?? thick)
        : 0),
    0,
  )
  return ((polygonArea(l.body) * thick - cut) / 1000) * woodOf(part.traits.wood).specificGravity * 1.12
}

/** Weight in all, and how the instrument hangs on its strap: a lever about the button nearer to the neck. Undefined while the layout does not stand. */
export function balance(build: Shaped): Balance | undefined {
  const l = layOut(build)
  if (!l) return undefined
  const masses = Object.keys(build.slots).flatMap((slot): PlacedMass[] => {
    const part = partIn(build, slot)
    if (!part) return []
    const weighed = part.dims.mass
    const usual = part.kind === 'body' ? bodyMass(part, l) : usualMass(part)
    if (!weighed && usual === undefined) return []
    const grams = weighed
      ? fromDimension(refOf(part, 'dims.mass'), `mass of ${part.name}`, weighed)
      : fromSource({
          // Its own name: a scale's reading takes its place.
          id: refOf(part, 'dims.mass'),
          label: `usual mass of ${part.name}`,
          value: usual!,
          doubt: usual! * USUAL_DOUBT,
          basis: 'assumed',
        })
    return [{ slot, name: part.name, grams, x: placeOf(slot, part, l), assumed: !weighed }]
  })
  const total = linear(masses.map(m => [1, m.grams] as const))
  const at = total.value === 0 ? 0 : masses.reduce((s, m) => s + m.grams.value * m.x, 0) / total.value
  // d(centre)/d(mass) = (place − centre) / total.
  const centre: Quantity = {
    ...linear(masses.map(m => [(m.x - at) / (total.value || 1), m.grams] as const)),
    value: at,
  }
  const buttons = buttonPlaces(build, l).map(p => p[0])
  const button = buttons.length > 1 ? Math.min(...buttons) : undefined
  const behind = button === undefined ? undefined : linear([[1, centre]], -button)
  return {
    masses: masses.sort((a, b) => b.grams.value - a.grams.value),
    total,
    centre,
    button,
    behind,
    holdAtNut:
      behind && button !== undefined && behind.value < 0 ? (total.value * -behind.value) / Math.max(button, 1) : 0,
  }
}

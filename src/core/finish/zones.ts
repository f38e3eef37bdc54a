import { ZONES, type Zone } from '../document/finishNames.ts'
import { factOfKinds } from '../document/fact.ts'
import { LAID } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { polygonArea, polygonPerimeter, type Point } from '../geometry/outline.ts'
import { layOut, type Layout } from '../layout/layOut.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import type { Part } from '../parts/part.ts'

/** Radius that an edge is eased to where nobody said, mm, and its half-width [from memory]. */
export const EASED = { value: 3, doubt: 1.5 } as const

/** A face that a finish is put on, as this instrument has it. */
export interface ZoneFacts {
  zone: Zone
  /** Of which part. */
  slot: 'body' | 'neck'
  /** m². */
  area: number
  /** Length of the edges that are masked along it when it is not coated with its neighbour, m. */
  border: number
}

/** What of an instrument settles its faces. */
export const FACED = [...LAID, 'cuts'] as const

/** Kinds of parts that settle its faces and what is put on them: those that are coated, and those that settle where they lie. */
export const FACED_KINDS: readonly Part['kind'][] = ['body', 'neck', 'bridge', 'strings']

export const SLOT_OF: Record<Zone, 'body' | 'neck'> = {
  'body top': 'body',
  'body back': 'body',
  'body sides': 'body',
  'body edges': 'body',
  'body cavities': 'body',
  binding: 'body',
  'neck back': 'neck',
  'headstock face': 'neck',
  fingerboard: 'neck',
}

/** What lies inside the wood and opens in no face. */
export const INSIDE: readonly FeatureRole[] = ['channel', 'chamber']

const HOLLOWS: readonly FeatureRole[] = [
  'pickup-rout',
  'control-cavity',
  'tremolo-rout',
  'spring-cavity',
  'battery-box',
]

/** Radius of the body's eased edges, mm. */
export const edgeRadiusOf = (body: Part | undefined): { value: number; doubt: number; basis: string } =>
  body?.dims.edgeRadius ?? { ...EASED, basis: 'assumed' }

/** Half of an ellipse's perimeter, mm [published: Ramanujan’s first approximation]. */
function halfEllipse(a: number, b: number): number {
  return (Math.PI / 2) * (3 * (a + b) - Math.sqrt((3 * a + b) * (a + 3 * b)))
}

/** How deep a neck's shaft is under its board, against its heel [from memory]. */
const SHAFT_SHARE = 0.8

const m2 = (mm2: number) => Math.max(0, mm2) / 1e6

function bodyZones(
  l: Layout,
  body: Part,
  cuts: readonly { sort: string; width?: number; depth?: number }[],
): ZoneFacts[] {
  const face = polygonArea(l.body),
    round = polygonPerimeter(l.body),
    thickness = body.dims.thickness?.value ?? 0,
    r = Math.min(edgeRadiusOf(body).value, thickness / 2),
    own = l.features.filter(f => f.partId === body.id)
  const open = (on: 'top' | 'back') =>
    own.filter(f => f.face === on && !INSIDE.includes(f.role)).reduce((s, f) => s + polygonArea(f.polygon), 0)
  const hollows = own
    .filter(f => HOLLOWS.includes(f.role))
    .reduce((s, f) => {
      const depth = body.features.find(x => x.id === f.id)?.dims.depth?.value ?? thickness / 2
      return s + polygonArea(f.polygon) + polygonPerimeter(f.polygon) * depth
    }, 0)
  const pocket = own.filter(f => f.role === 'neck-pocket').reduce((s, f) => s + polygonPerimeter(f.polygon), 0)
  const bound = cuts
    .filter(c => c.sort === 'binding')
    .reduce((s, c) => s + round * ((c.width ?? 1.5) + (c.depth ?? 6)), 0)
  const bounds = cuts.filter(c => c.sort === 'binding').length
  return [
    { zone: 'body top', slot: 'body', area: m2(face - open('top') - round * r), border: pocket / 1000 },
    { zone: 'body back', slot: 'body', area: m2(face - open('back') - round * r), border: 0 },
    { zone: 'body sides', slot: 'body', area: m2(round * (thickness - 2 * r)), border: 0 },
    { zone: 'body edges', slot: 'body', area: m2(2 * round * (Math.PI / 2) * r), border: 0 },
    { zone: 'body cavities', slot: 'body', area: m2(hollows), border: 0 },
    { zone: 'binding', slot: 'body', area: m2(bound), border: (2 * bounds * round) / 1000 },
  ]
}

function neckZones(l: Layout, neck: Part): ZoneFacts[] {
  const width =
      (neck.dims.widthAtNut?.value ?? 2 * l.halfNut) / 2 + (neck.dims.widthAtLastFret?.value ?? 2 * l.halfLast) / 2,
    deep = SHAFT_SHARE * ((neck.dims.heelThickness?.value ?? 25) - (neck.dims.fingerboardThickness?.value ?? 6)),
    shaft = l.nutToHeelEnd - (neck.dims.heelLength?.value ?? 0),
    head = l.head.length > 2 ? polygonArea(l.head) : 0,
    thick = neck.dims.headThickness?.value ?? 14
  return [
    {
      zone: 'neck back',
      slot: 'neck',
      area: m2(
        halfEllipse(width / 2, deep) * shaft + head + (l.head.length > 2 ? polygonPerimeter(l.head) * thick : 0),
      ),
      border: (2 * l.nutToHeelEnd) / 1000,
    },
    { zone: 'headstock face', slot: 'neck', area: m2(head), border: (2 * l.halfNut) / 1000 },
    { zone: 'fingerboard', slot: 'neck', area: m2(width * l.nutToHeelEnd), border: (2 * l.nutToHeelEnd) / 1000 },
  ]
}

/** Faces of this instrument with their areas, from its own outlines and sizes; what it does not have is left out. */
export const zonesOf = factOfKinds(FACED_KINDS, FACED, (build): ZoneFacts[] => {
  const l = layOut(build),
    body = partIn(build, 'body'),
    neck = partIn(build, 'neck')
  if (!l) return []
  return [...(body && l.body.length > 2 ? bodyZones(l, body, build.cuts) : []), ...(neck ? neckZones(l, neck) : [])]
    .filter(z => z.area > 0)
    .sort((a, b) => ZONES.indexOf(a.zone) - ZONES.indexOf(b.zone))
})

/** A stretch of the body's edge, as long as one place that can be sanded through by itself. */
export interface Stretch {
  face: 'top' | 'back'
  /** Points of the outline along it. */
  points: readonly Point[]
  middle: Point
  /** What the edge is eased to there, with the outline's own curve: a horn is sharper than a straight run, mm. */
  radius: number
}

/** Radius where a body is contoured and nobody measured it, mm [from memory]. */
const CONTOURED = 25

/**
 * Whether a place on an edge is contoured: the forearm's on the top, bass side, behind the middle; the belly's on the back, bass
 * side, before it [common practice].
 */
export function contourAt(
  body: Part | undefined,
  face: 'top' | 'back',
  at: Point,
  middle: Point,
): number | undefined {
  const has = body?.traits.contours,
    bass = at[1] < middle[1],
    there =
      face === 'top'
        ? (has === 'forearm' || has === 'forearm and belly') && bass && at[0] > middle[0]
        : (has === 'belly' || has === 'forearm and belly') && bass && at[0] < middle[0]
  return there ? (body?.dims.contourRadius?.value ?? CONTOURED) : undefined
}

/** A place along an edge that holds or goes through by itself, mm [from memory: a hand and a half of strokes]. */
export const PLACE = 150

/** Steps that an outline is walked in, mm. */
const WALK = 8

/** The same outline with points no farther apart than a step. */
const dense = (outline: readonly Point[]): Point[] =>
  outline.flatMap((p, i): Point[] => {
    const q = outline[(i + 1) % outline.length]!,
      count = Math.max(1, Math.ceil(Math.hypot(q[0] - p[0], q[1] - p[1]) / WALK))
    return Array.from({ length: count }, (_, k) => [
      p[0] + ((q[0] - p[0]) * k) / count,
      p[1] + ((q[1] - p[1]) * k) / count,
    ])
  })

/**
 * The body's edges in stretches, each with its effective radius: 1/r = 1/eased + 1/curve where the outline is convex
 * (the mean of both main curvatures counts twice) [from memory: film draws away from a place that curves both ways].
 */
export function edgeStretches(drawn: readonly Point[], eased: number): Omit<Stretch, 'face'>[] {
  if (drawn.length < 3) return []
  const outline = dense(drawn),
    n = outline.length,
    round = polygonPerimeter(outline),
    count = Math.max(3, Math.round(round / PLACE)),
    signed = outline.reduce((s, p, i) => {
      const q = outline[(i + 1) % n]!
      return s + p[0] * q[1] - q[0] * p[1]
    }, 0)
  const groups: { points: Point[]; turn: number; length: number }[] = Array.from({ length: count }, () => ({
    points: [],
    turn: 0,
    length: 0,
  }))
  let at = 0
  for (let i = 0; i < n; i++) {
    const p = outline[(i - 1 + n) % n]!,
      q = outline[i]!,
      s = outline[(i + 1) % n]!,
      step = Math.hypot(s[0] - q[0], s[1] - q[1])
    const g = groups[Math.min(count - 1, Math.floor((at / round) * count))]!
    const cross = (q[0] - p[0]) * (s[1] - q[1]) - (q[1] - p[1]) * (s[0] - q[0]),
      dot = (q[0] - p[0]) * (s[0] - q[0]) + (q[1] - p[1]) * (s[1] - q[1])
    g.points.push(q)
    g.turn += Math.atan2(cross, dot) * Math.sign(signed || 1)
    g.length += step
    at += step
  }
  return groups
    .filter(g => g.points.length)
    .map(g => {
      const curve = Math.max(0, g.turn / Math.max(g.length, 1))
      return { points: g.points, middle: g.points[g.points.length >> 1]!, radius: 1 / (1 / eased + curve) }
    })
}

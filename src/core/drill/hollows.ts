import { memo } from '../memo/memo.ts'
import { servedWord } from '../parts/servedWord.ts'
import { placeAt, sizeAt } from '../document/assumed.ts'
import type { Shaped } from '../document/docs.ts'
import type { Cut } from '../document/build.ts'
import { partIn } from '../document/references.ts'
import type { Bore, Prism } from '../geometry/bore.ts'
import type { Point } from '../geometry/outline.ts'
import type { Layout } from '../layout/layOut.ts'
import type { Feature } from '../parts/part.ts'
import { cutsInFrame } from './cutsInFrame.ts'
import { FEATURE_ROLES, type FeatureRole } from '../parts/featureRoles.ts'

/** Pieces of wood that are drilled. Body: z 0 at the top; head: z 0 at its face; heel: z 0 at the fingerboard's glue line. */
export type Piece = 'body' | 'head' | 'heel'

/** What is hollow in a piece already: holes must leave wood beside it. */
export interface Hollow {
  /** The feature that it is, or the sort of cutting work that makes it. */
  role?: FeatureRole
  cut?: Cut['sort']
  id: string
  piece: Piece
  label: string
  shape: { prism: Prism } | { bore: Bore }
}

/** Truss rod's channel and its opening when the neck does not say, mm [from memory]. */
const ROD = { short: 20, mouth: 30, mouthWidth: 14, mouthDepth: 9 } as const

/** Depth of a truss rod's notch, which nobody measures, mm [from memory]. */
const NOTCH_DEEP = 12

const box = (x0: number, x1: number, half: number): Point[] => [
  [x0, -half],
  [x1, -half],
  [x1, half],
  [x0, half],
]

/** Thickness of the body at a place, mm: less towards the edges of an arched top. */
export function bodyThicknessAt(build: Shaped, y: number): number {
  const body = partIn(build, 'body'),
    t = body?.dims.thickness?.value ?? 0,
    r = body?.dims.topRadius?.value
  return r && r > Math.abs(y) ? t - (r - Math.sqrt(r * r - y * y)) : t
}

function rod(build: Shaped, l: Layout): Hollow[] {
  const neck = partIn(build, 'neck')
  if (!neck || neck.traits.rod === 'none') return []
  const width = sizeAt(neck, 'neck', 'rodWidth'),
    depth = sizeAt(neck, 'neck', 'rodDepth')
  const end = neck.traits.rod === 'at the heel' ? l.nutToHeelEnd : l.nutToHeelEnd - ROD.short
  return [
    {
      id: 'rod',
      piece: 'heel',
      label: 'truss rod',
      shape: { prism: { polygon: box(0, end, width / 2), z0: -depth, z1: 0 } },
    },
    ...(neck.traits.rod === 'at the head'
      ? [
          {
            id: 'rod-mouth',
            piece: 'head' as const,
            label: 'truss rod’s opening',
            shape: { prism: { polygon: box(-ROD.mouth, 0, ROD.mouthWidth / 2), z0: -ROD.mouthDepth, z1: 0 } },
          },
        ]
      : []),
  ]
}

/** Depth of a claw screw's hole, mm [from memory: a 4 × 45 screw leaves room to turn]. */
export const CLAW_DEEP = 30

/** Height at which the claw's screws enter the wall of the spring cavity, a little above its middle [from memory]. */
export function clawHeight(build: Shaped): number {
  const body = partIn(build, 'body'),
    springs = body?.features.find(f => f.role === 'spring-cavity'),
    depth = placeAt(body, springs, 'spring-cavity', 'depth')
  return -(body?.dims.thickness?.value ?? 0) + depth * 0.55
}

/** A channel's bore between two places, its middle a depth below its face, and another where it ends. mm. */
export const channelBore = (
  from: Point,
  to: Point,
  face: 'top' | 'back',
  depth: number,
  width: number,
  thick: number,
  toDepth = depth,
): Bore => {
  const z = (d: number) => (face === 'top' ? -d : -thick + d)
  return { from: [...from, z(depth)], to: [...to, z(toDepth)], radius: width / 2 }
}

/** Middle of a channel below its face when nothing is said, mm [from memory]. */
export const CHANNEL = { depth: 15, width: 8 } as const

/** From where to where an opening or a chamber is hollow: a chamber is closed on both faces. */
function heightsOf(f: Feature, full: number, depth: number): { z0: number; z1: number } {
  const under = f.role === 'chamber' ? (f.dims.topThickness?.value ?? 0) : 0
  return f.face === 'back' ? { z0: -full + under, z1: -full + under + depth } : { z0: -under - depth, z1: -under }
}

/** Every pocket, rout, cavity, channel and hole that is in body and neck already, and those that the builder means to cut. */
export const hollowsOf = (build: Shaped, l: Layout, cuts: readonly Cut[] = cutsInFrame(build)): readonly Hollow[] =>
  hollowsIn(build, l, cuts)

const hollowsIn = memo(hollowsFound, {
  on: (build, l, cuts) => [partIn(build, 'body'), partIn(build, 'neck'), l.features, l.nutToHeelEnd, cuts],
})

function hollowsFound(build: Shaped, l: Layout, cuts: readonly Cut[]): readonly Hollow[] {
  const body = partIn(build, 'body'),
    neck = partIn(build, 'neck')
  const thick = body?.dims.thickness?.value ?? 0,
    head = neck?.dims.headThickness?.value ?? 0
  const out: Hollow[] = rod(build, l)
  for (const f of l.features) {
    const of = f.partId === body?.id ? body : f.partId === neck?.id ? neck : undefined
    const own = of?.features.find(x => x.id === f.id)
    if (!of || !own) continue
    const label = own.drilled
      ? `hole of ${own.drilled.label.charAt(0).toLowerCase()}${own.drilled.label.slice(1)}`
      : `${FEATURE_ROLES[f.role].label.toLowerCase()}${f.serves ? ` (${servedWord(f.serves)})` : ''}`
    const piece: Piece = of === body ? 'body' : f.centre[0] <= 0 ? 'head' : 'heel'
    const full =
      piece === 'body'
        ? thick
        : piece === 'head'
          ? head
          : (neck?.dims.heelThickness?.value ?? 0) - (neck?.dims.fingerboardThickness?.value ?? 0)
    const depth = own.through
      ? full
      : (own.dims.depth?.value ??
        (f.role === 'control-cavity'
          ? full - (own.dims.topThickness?.value ?? 0)
          : f.role === 'rod-notch'
            ? NOTCH_DEEP
            : full))
    const id = `${of.id}/${f.id}`
    if (own.dims.toX && own.dims.toY && of === body) {
      const end: Point = [
        own.dims.toX.value - (own.dims.x?.value ?? 0) + f.centre[0],
        own.dims.toY.value - (own.dims.y?.value ?? 0) + f.centre[1],
      ]
      out.push({
        id,
        role: f.role,
        piece,
        label,
        shape: {
          bore: channelBore(
            f.centre,
            end,
            f.face === 'back' ? 'back' : 'top',
            placeAt(of, own, 'channel', 'depth'),
            placeAt(of, own, 'channel', 'diameter'),
            thick,
            own.dims.toDepth?.value,
          ),
        },
      })
    } else if (f.serves === 'claw') {
      // In the wall of the spring cavity, towards the neck.
      const z = clawHeight(build)
      out.push({
        id,
        piece,
        label: 'claw screw’s hole',
        shape: {
          bore: {
            from: [...f.centre, z],
            to: [f.centre[0] - (own.dims.depth?.value ?? CLAW_DEEP), f.centre[1], z],
            radius: placeAt(of, own, 'screw-hole', 'diameter') / 2,
          },
        },
      })
    } else if (f.face === 'side') {
      const inward = Math.sign(f.centre[1]) || 1
      out.push({
        id,
        role: f.role,
        piece,
        label,
        shape: {
          bore: {
            from: [f.centre[0], f.centre[1] + inward * 12, -full / 2],
            to: [
              f.centre[0],
              f.centre[1] - inward * Math.min(placeAt(of, own, 'jack-hole', 'depth'), 40),
              -full / 2,
            ],
            radius: placeAt(of, own, 'jack-hole', 'diameter') / 2,
          },
        },
      })
    } else if (f.diameter !== undefined) {
      const top: readonly [number, number] = f.face === 'back' ? [-full, -full + depth] : [0, -depth]
      out.push({
        id,
        role: f.role,
        piece,
        label,
        shape: { bore: { from: [...f.centre, top[0]], to: [...f.centre, top[1]], radius: f.diameter / 2 } },
      })
    } else
      out.push({
        id,
        role: f.role,
        piece,
        label,
        shape: {
          prism: {
            polygon: f.polygon,
            ...heightsOf(own, full, depth),
          },
        },
      })
  }
  for (const c of cuts) {
    const h = cutHollow(c, l, thick)
    if (h) out.push(h)
  }
  return out
}

/** What a cut makes hollow in a body of a thickness; undefined for what leaves no hollow: a binding's channel, one without a place. */
export function cutHollow(c: Cut, l: Layout, thick: number): Hollow | undefined {
  if (c.x === undefined || c.y === undefined) return undefined
  const at = (x: number, y: number): Point => [x + l.nutToHeelEnd, y],
    own = { id: `cut/${c.id}`, cut: c.sort, piece: 'body' as const }
  if (c.sort === 'channel')
    return c.toX === undefined || c.toY === undefined
      ? undefined
      : {
          ...own,
          label: 'channel',
          shape: {
            bore: channelBore(
              at(c.x, c.y),
              at(c.toX, c.toY),
              c.face,
              c.depth ?? CHANNEL.depth,
              c.width ?? CHANNEL.width,
              thick,
            ),
          },
        }
  if (!c.length || !c.width || !c.depth || c.sort === 'binding') return undefined
  const [x, y] = at(c.x, c.y)
  return {
    ...own,
    label: c.sort,
    shape: {
      prism: {
        polygon: [
          [x - c.length / 2, y - c.width / 2],
          [x + c.length / 2, y - c.width / 2],
          [x + c.length / 2, y + c.width / 2],
          [x - c.length / 2, y + c.width / 2],
        ],
        z0: c.face === 'back' ? -thick : -c.depth,
        z1: c.face === 'back' ? -thick + c.depth : 0,
      },
    },
  }
}

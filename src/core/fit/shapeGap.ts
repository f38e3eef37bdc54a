import { quantities, type Maths } from '../document/maths.ts'
import { refOf } from '../document/quantityAt.ts'
import { opened } from '../geometry/boolean.ts'
import type { Point } from '../geometry/outline.ts'
import { gapInside, isRect, moved, type Gap, type Shape } from '../geometry/shape.ts'
import type { Feature, OutlineData, Part } from '../parts/part.ts'
import type { Quantity } from '../units/quantity.ts'
import { HOLDS, type Held } from './holds.ts'
import type { Change } from './joint.ts'

/** A shape of a part, and where its dimensions stand: a rounded rectangle has three, an outline one doubt all round. */
export interface PartShape {
  part: Part
  /** The feature whose shape it is; left out: the part's own. */
  feature?: Feature | undefined
  shape: Shape
  /** Where the shape's own datum lies, so that an opened outline can be written about it. */
  at?: Point
  /** Names of length, width and corner radius when they are others. */
  keys?: readonly [string, string, string]
}

/** Doubt of an outline that names none, mm [from memory]. */
export const OUTLINE_DOUBT = 0.5
const RECT = ['length', 'width', 'corner'] as const

const outlineOf = ({ part, feature }: PartShape): OutlineData | undefined =>
  feature ? feature.outline : part.outline
const baseOf = ({ feature }: PartShape): string => (feature ? `features.${feature.id}` : 'dims')
const doubtOfOutline = (side: PartShape): number => outlineOf(side)?.doubt ?? OUTLINE_DOUBT

/** The smallest room that one shape leaves in another, and where. */
export interface Room<Q> {
  gap: Q
  found: Gap
}

/**
 * Smallest room of one part's shape inside another's: rounded rectangles carry the doubts of their own dimensions, an
 * outline the doubt of its edge; an offset of the two enters along the direction where it is smallest.
 * Undefined for outlines in a mathematics that does not meet them.
 * @param dx offset of the inner shape's centre against the outer's, already in the shapes' places; dy likewise
 */
export function roomOf<Q>(m: Maths<Q>, outer: PartShape, inner: PartShape, dx: Q, dy: Q): Room<Q> | undefined {
  if (!m.outlines && !(isRect(outer.shape) && isRect(inner.shape))) return undefined
  const found = gapInside(outer.shape, inner.shape)
  const inputs: Q[] = [],
    places: { side: PartShape; key: 0 | 1 | 2 }[] = []
  const edges: Q[] = []
  for (const side of [outer, inner]) {
    if (isRect(side.shape))
      (side.keys ?? RECT).forEach((k, i) => {
        const q = side.feature ? m.in(side.part, side.feature, k) : m.of(side.part, k)
        if (q) {
          inputs.push(q)
          places.push({ side, key: i as 0 | 1 | 2 })
        }
      })
    else
      edges.push(
        m.given({
          id: refOf(side.part, `${baseOf(side)}/outline`),
          label: `outline of ${side.part.name}`,
          value: 0,
          doubt: doubtOfOutline(side),
          basis: outlineOf(side)?.basis ?? 'claimed',
        }),
      )
  }
  const x0 = m.value(dx),
    y0 = m.value(dy)
  const at = (values: number[], ox: number, oy: number) => {
    const shaped = (side: PartShape): Shape => {
      if (!isRect(side.shape)) return side.shape
      const s = { ...side.shape }
      places.forEach((p, i) => {
        if (p.side === side) s[RECT[p.key]] = values[i]!
      })
      return s
    }
    return gapInside(shaped(outer), moved(shaped(inner), ox, oy)).gap
  }
  const base =
    isRect(outer.shape) && isRect(inner.shape)
      ? m.derived(v => at(v.slice(0, -2), v.at(-2)! - x0, v.at(-1)! - y0), [...inputs, dx, dy])
      : m.sum([
          ...places.map((p, i) => [slope(p, found, outer), inputs[i]!] as const),
          [-found.towards[0], dx],
          [-found.towards[1], dy],
        ])!
  return { gap: m.valued(found.gap, m.sum([[1, base], ...edges.map(e => [1, e] as const)])!), found }
}

/** The same as a quantity, with what opening the outer shape would change. */
export function shapeGap(
  outer: PartShape,
  inner: PartShape,
  dx: Quantity,
  dy: Quantity,
): Room<Quantity> & { read: (room: number, by: Held) => Change[] } {
  const { gap, found } = roomOf(quantities, outer, inner, dx, dy)!
  return { gap, found, read: (room, by) => changesFor(outer, inner, found, room, HOLDS[by]) }
}

/** How the gap moves with a rectangle's length or width when the other shape is an outline: by half, along its direction. */
const slope = (p: { side: PartShape; key: 0 | 1 | 2 }, g: Gap, outer: PartShape): number => {
  const sign = p.side === outer ? 1 : -1
  return p.key === 2 ? 0 : sign * 0.5 * Math.abs(g.towards[p.key])
}

/** What the outer part's dimensions become when it is opened to `room` all round the inner one. */
function changesFor(outer: PartShape, inner: PartShape, found: Gap, room: number, doubt: number): Change[] {
  if (!isRect(outer.shape)) {
    const x = outer.at?.[0] ?? 0,
      y = outer.at?.[1] ?? 0
    return outer.feature
      ? [
          {
            ref: refOf(outer.part, `${baseOf(outer)}.outline`),
            value: room,
            doubt,
            points: opened(outer.shape, inner.shape, room).map(([px, py]) => [px - x, py - y] as const),
          },
        ]
      : []
  }
  const [l, w, c] = outer.keys ?? RECT,
    o = outer.shape
  const ref = (k: string) => refOf(outer.part, `${baseOf(outer)}.${k}`)
  if (!isRect(inner.shape)) {
    const by = 2 * Math.max(room - found.gap, 0)
    return [
      { ref: ref(l), value: o.length + by, doubt },
      { ref: ref(w), value: o.width + by, doubt },
    ]
  }
  const n = inner.shape,
    off = { x: Math.abs(n.x - o.x), y: Math.abs(n.y - o.y) }
  return [
    { ref: ref(l), value: Math.max(o.length, n.length + 2 * (room + off.x)), doubt },
    { ref: ref(w), value: Math.max(o.width, n.width + 2 * (room + off.y)), doubt },
    { ref: ref(c), value: Math.min(o.corner, n.corner + room), doubt },
  ]
}

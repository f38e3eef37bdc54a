import { yUp } from '../document/mirror.ts'
import type { Build } from '../document/build.ts'
import { SHAPED, type Shaped } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { partIn } from '../document/references.ts'
import type { Point } from '../geometry/outline.ts'
import { roundRectPolygon } from '../geometry/roundRect.ts'
import type { Part } from '../parts/part.ts'
import { halfBoardAt, layOut, type Layout } from './layOut.ts'

/** How a line is drawn: an outer edge, a part's own, what lies behind, a thin one, a centre line. */
export type PictureLine = 'edge' | 'part' | 'hidden' | 'fine' | 'centre'

/** What an area is filled with: a part's own colour (none where it has none said), or a tone of the page. */
export type PictureFill = { colour: string | undefined; opacity?: number } | { tone: 'paper' | 'ground' | 'shade' }

/** A piece of a picture, in mm: an area by its rim, a round one, or a straight line; `width` where it is not its kind's own. */
export type PictureShape =
  | { kind: 'area'; rim: readonly Point[]; line: PictureLine; fill?: PictureFill }
  | { kind: 'round'; at: Point; radius: number; line: PictureLine; fill?: PictureFill }
  | { kind: 'line'; from: Point; to: Point; line: PictureLine; width?: number }

/** An instrument as it is seen from the front, the last shape uppermost. */
export type InstrumentPicture = PictureShape[]

/** A plate's or a ring's rim about a place: the rounded rectangle of its sizes. */
const plateAt = (p: Part, at: Point): Point[] => {
  const v = (k: string) => p.dims[k]?.value ?? 0
  return v('length') > 0 && v('width') > 0
    ? roundRectPolygon({ length: v('length'), width: v('width'), corner: v('corner') }, at)
    : []
}

/** The saddle of a string as it is drawn, mm: how far it reaches to the nut, its length, its half width [our choice]. */
const SADDLE = { before: 1.5, length: 9, half: 3.2 }
/** How far the line of the scale reaches past the outer saddles, mm [our choice]. */
const PAST = 12
/** How large a pole is drawn, mm [our choice]. */
const POLE = 2.4

/**
 * The instrument's lines in mm with its parts' colours, nut at the left.
 * @param fine pickups let more of what lies below them through
 * @param painted body and head are painted below: their lines alone are drawn
 */
export function instrumentPicture(
  build: Pick<Build, 'instrument' | 'parts' | 'slots'>,
  l: Layout,
  { fine = false, painted = false }: { fine?: boolean; painted?: boolean } = {},
): InstrumentPicture {
  const out: PictureShape[] = []
  const area = (rim: readonly Point[], line: PictureLine, fill?: PictureFill) => {
    if (rim.length) out.push({ kind: 'area', rim, line, ...(fill ? { fill } : {}) })
  }
  const round = (at: Point, radius: number, line: PictureLine, fill?: PictureFill) =>
    out.push({ kind: 'round', at, radius, line, ...(fill ? { fill } : {}) })
  const straight = (from: Point, to: Point, line: PictureLine, width?: number) =>
    out.push({ kind: 'line', from, to, line, ...(width === undefined ? {} : { width }) })
  const own = (slot: string, opacity?: number): PictureFill => ({
    colour: partIn(build, slot)?.colour,
    ...(opacity === undefined ? {} : { opacity }),
  })
  const wood = (slot: string) => (painted ? undefined : own(slot))
  const features = (...roles: Layout['features'][number]['role'][]) =>
    l.features.filter(f => roles.includes(f.role))

  area(l.head, 'edge', wood('neck'))
  area(l.body, 'edge', wood('body'))
  for (const f of features('control-cavity', 'chamber', 'channel'))
    if (f.role !== 'channel' || f.diameter === undefined) area(f.polygon, 'hidden')
  for (const f of features('sound-hole')) area(f.polygon, 'part', { tone: 'shade' })
  for (const f of features('pickup-rout')) area(f.polygon, 'hidden', { tone: 'shade' })
  if (l.guard.length > 2) area(l.guard, 'part', own('guard', 0.8))
  for (const f of features('cut-out')) area(f.polygon, 'fine', { tone: 'ground' })
  const atHeel = halfBoardAt(l, l.nutToHeelEnd)
  area(
    [
      [0, l.halfNut],
      [l.nutToHeelEnd, atHeel],
      [l.nutToHeelEnd, -atHeel],
      [0, -l.halfNut],
    ],
    'part',
    wood('neck'),
  )
  for (const f of features('neck-pocket')) area(f.polygon, 'hidden')
  for (const x of l.frets) straight([x, -halfBoardAt(l, x)], [x, halfBoardAt(l, x)], 'fine')
  straight([0, -l.halfNut], [0, l.halfNut], 'edge')
  for (const place of build.instrument.pickups) {
    const ring = partIn(build, `ring-${place}`),
      held = l.pickups.find(p => p.slot === `pickup-${place}`)
    if (ring && held) area(plateAt(ring, held.centre), 'part', { colour: ring.colour })
  }
  const plate = partIn(build, 'control-plate'),
    cavity = l.features.find(f => f.role === 'control-cavity')
  if (plate && cavity) area(plateAt(plate, cavity.centre), 'part', own('control-plate', 0.8))
  for (const p of l.pickups) {
    area(p.polygon, 'part', {
      colour: build.parts.find(x => x.id === p.partId)?.colour,
      opacity: fine ? 0.5 : 0.75,
    })
    for (const pole of p.poles) round(pole, POLE, 'fine')
  }
  area(l.bridge.plate, 'part', own('bridge'))
  for (const f of l.features)
    if (f.diameter !== undefined && f.face !== 'side' && f.serves !== 'claw')
      round(f.centre, f.diameter / 2, 'part', { tone: 'ground' })
  for (const f of features('jack-hole')) round(f.centre, f.diameter! / 2, 'hidden')
  for (const s of l.strings) {
    if (s.tuner) straight(s.tuner, s.nut, 'fine')
    straight(s.nut, s.saddle, 'fine', Math.max(0.6, s.diameter * 0.9))
    const [x, y] = [s.saddle[0] - SADDLE.before, s.saddle[1]]
    area(
      [
        [x, y - SADDLE.half],
        [x + SADDLE.length, y - SADDLE.half],
        [x + SADDLE.length, y + SADDLE.half],
        [x, y + SADDLE.half],
      ],
      'fine',
      { tone: 'paper' },
    )
  }
  const first = l.strings[0],
    last = l.strings.at(-1)
  if (first && last)
    straight([l.scaleLength, last.saddle[1] - PAST], [l.scaleLength, first.saddle[1] + PAST], 'centre')
  return out
}

/** The whole instrument as it lies on a page: the head to the left. */
export interface PlainPicture {
  shapes: InstrumentPicture
  /** What is seen of it, mm: the left edge, the upper one as it is drawn, width and height. */
  view: [number, number, number, number]
  /** Drawn with y upward, as a right-handed instrument is. */
  upward: boolean
}

/** Room round the instrument, mm. */
const ROOM = 12

/** The picture of a whole instrument; undefined while its outlines are not known. */
export const plainPicture = fact(SHAPED, (build: Shaped): PlainPicture | undefined => {
  const layout = layOut(build),
    outline = layout && [...layout.head, ...layout.body]
  if (!layout || !outline?.length) return undefined
  const xs = outline.map(p => p[0]),
    ys = outline.map(p => p[1]),
    x0 = Math.min(...xs) - ROOM,
    x1 = Math.max(...xs) + ROOM,
    y0 = Math.min(...ys) - ROOM,
    y1 = Math.max(...ys) + ROOM,
    upward = yUp(build) === 1
  return {
    shapes: instrumentPicture(build, layout),
    view: [x0, upward ? -y1 : y0, x1 - x0, y1 - y0],
    upward,
  }
})

import { memo } from '../memo/memo.ts'
import { list, mm, num, type Said, say } from '../say/said.ts'
import { REQUESTS } from './requests/index.ts'
import type { Shaped } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import {
  axisDistance,
  boreInOutline,
  boreToPrism,
  boxGap,
  boxOfBore,
  boxOfPrism,
  lengthOf,
  type Bore,
  type Box,
  type Point3,
} from '../geometry/bore.ts'
import { inside, toEdge, type Point } from '../geometry/outline.ts'
import type { Layout } from '../layout/layOut.ts'
import { bitSeries, bitsFor, chooseBit, type Bit } from './bits.ts'
import { toTenth, type AnyCut } from './channelsWanted.ts'
import { isDrilled } from './drilledHere.ts'
import type { Belongs, Hole, HoleRequest } from './hole.ts'
import { bodyThicknessAt, hollowsOf, type Hollow, type Piece } from './hollows.ts'
import { bridgeReuse } from './requests/bridgeHoles.ts'
import { v } from './requests/sizes.ts'
import { leadHole, POINT_SHARE, ROOT_SHARE, screwNumber, withdrawal } from './screws.ts'
import { drilledWhen, filmRoom, THROUGH_FINISH } from './surface.ts'
import { meetingStep, wander } from './wander.ts'

export type { Face, Hole, HoleGroup } from './hole.ts'

/** Left under a blind hole at least, mm [common practice]. */
export const LEFT_UNDER = 3
/** Wood wanted beside a hole in each piece, and between two holes, mm [from memory]. */
const BESIDE: Record<Piece, number> = { body: 4, head: 2, heel: 3 }
const BETWEEN = 1.5
/** Beside the truss rod, mm [from memory]. */
const BESIDE_ROD = 2

const PIECE: Record<Hole['face'], Hole['piece']> = {
  'body top': 'body',
  'body back': 'body',
  'body edge': 'body',
  'cavity wall': 'body',
  heel: 'heel',
  'headstock face': 'head',
  'headstock back': 'head',
  guard: 'guard',
}

/** Unit direction into the wood, square to an outline at its nearest side. */
function inward(outline: readonly Point[], at: Point): Point {
  let best = Infinity,
    n: Point = [-1, 0]
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [ax, ay] = outline[j]!,
      [bx, by] = outline[i]!,
      dx = bx - ax,
      dy = by - ay,
      len = Math.hypot(dx, dy)
    if (len < 1e-9) continue
    const t = Math.max(0, Math.min(1, ((at[0] - ax) * dx + (at[1] - ay) * dy) / (len * len))),
      d = Math.hypot(ax + t * dx - at[0], ay + t * dy - at[1])
    if (d < best - 1e-9) {
      best = d
      n = [-dy / len, dx / len]
    }
  }
  return inside(outline, [at[0] + n[0], at[1] + n[1]]) ? n : [-n[0], -n[1]]
}

/** Where a hole runs: from its mouth to the bit's tip. */
function boreOf(r: HoleRequest, build: Shaped, l: Layout, tip: number, radius: number): Bore {
  const [x, y] = r.at,
    down = r.through ? r.stock : tip
  const body = bodyThicknessAt(build, y)
  const at = (z0: number, z1: number): Bore => ({ from: [x, y, z0], to: [x, y, z1], radius })
  if (r.to) return { from: [x, y, r.mouthZ ?? 0], to: r.to, radius }
  switch (r.face) {
    case 'body top':
    case 'guard':
    case 'cavity wall':
      return at(r.mouthZ ?? 0, (r.mouthZ ?? 0) - down)
    case 'body back':
      return at(-body, -body + down)
    case 'headstock face':
      return at(0, -down)
    case 'heel':
    case 'headstock back':
      return at(-r.stock, -r.stock + down)
    case 'body edge': {
      const n = l.body.length > 2 ? inward(l.body, r.at) : ([-1, 0] as const),
        mid = -(partIn(build, 'body')?.dims.thickness?.value ?? body) / 2
      return { from: [x, y, mid], to: [x + n[0] * down, y + n[1] * down, mid], radius }
    }
  }
}

/** What a bit that is not quite the wanted one does. */
function bitEffect(r: HoleRequest, bit: Bit, wanted: number): Said | undefined {
  const off = bit.mm - wanted,
    by = say`${mm(Math.abs(off), 2)} ${off > 0 ? 'over' : 'under'}`
  if (Math.abs(off) > Math.max(1, wanted * 0.25))
    return say`The drawer holds no bit near ${mm(wanted, 2)}: the nearest, ${bit.name}, is ${by}. Borrow one.`
  switch (r.purpose) {
    case 'screw pilot': {
      const d = r.screw?.diameter ?? wanted / ROOT_SHARE
      if (off > 0.15)
        return say`Nearest bit is ${by}: the thread bites ${num(Math.max(0, ((d - bit.mm) / (d - wanted)) * 100), 0, '%')} of what is meant.`
      return off < -0.3
        ? say`Nearest bit is ${by}: the screw turns hard, wax it, and turn back every half turn.`
        : undefined
    }
    case 'pressed bushing':
      if (off > 0.06)
        return say`Nearest bit is ${by}: the bushing sits loose; wrap it with veneer, or take the next smaller bit and ream.`
      return off < -0.06 ? say`Nearest bit is ${by}: ream to size, never pound it in.` : undefined
    case 'bushing':
    case 'control':
    case 'passing hole':
      if (off < -0.06) return say`Nearest bit is ${by}: it does not pass; ream or file the rest.`
      return off > 0.5 ? say`Nearest bit is ${by}: it has play; a washer on both sides.` : undefined
    default:
      return off < -0.2 ? say`Nearest bit is ${by}.` : undefined
  }
}

const belongs = ({ screws, under, string, becomes, serves }: Belongs): Belongs => ({
  ...(screws === undefined ? {} : { screws }),
  ...(under === undefined ? {} : { under }),
  ...(string === undefined ? {} : { string }),
  ...(becomes === undefined ? {} : { becomes }),
  ...(serves === undefined ? {} : { serves }),
})

function drilled(
  r: HoleRequest,
  build: Shaped,
  l: Layout,
  bits: readonly Bit[],
  round: (x: number) => number,
): Hole {
  const film = filmRoom(build, r),
    wanted = (r.diameter ?? leadHole(r.screw.diameter, r.wood)) + film,
    when = drilledWhen(build, r)
  const mine = bitsFor(bits, {
    stock: r.stock,
    through: r.through ?? false,
    inWood: r.face !== 'guard',
    wanted,
  })
  const last = chooseBit(wanted, mine, r.rule ?? 'never larger')
  const bite = r.bite ?? 0,
    size = last?.mm ?? wanted
  const deep = Math.max(0, round(r.depth ?? bite + 1))
  const tip = r.through ? r.stock : r.purpose === 'screw pilot' ? deep : deep + size * POINT_SHARE
  const bore = boreOf(r, build, l, tip, size / 2)
  const flat = Math.hypot(bore.to[0] - bore.from[0], bore.to[1] - bore.from[1])
  const warnings: Said[] = []
  if (!last) warnings.push(say`The drawer is empty: ${mm(wanted, 2)} is wanted.`)
  if (deep < 2 && !r.through) warnings.push(say`Only ${mm(deep, 1)} deep: a longer screw, or it holds nothing.`)
  const does = last && bitEffect(r, last, wanted)
  if (does) warnings.push(does)
  const upright = flat < 1e-6
  return {
    id: r.id,
    ...belongs(r),
    group: r.group,
    label: r.label,
    purpose: r.purpose,
    at: r.at,
    piece: PIECE[r.face],
    bore,
    from: r.from,
    along: r.along,
    across: r.at[1],
    face: r.face,
    angleDeg:
      upright || r.face === 'body edge' || r.face === 'cavity wall'
        ? 90
        : Math.round((Math.atan2(Math.abs(bore.to[2] - bore.from[2]), flat) * 180) / Math.PI),
    wanted,
    film,
    bits: last ? bitSeries(last, bits) : [],
    bitOff: last ? last.mm - wanted : 0,
    bitDoes: does,
    depth: r.through ? 'through' : deep,
    stopMark: r.through ? undefined : round(tip),
    counterbore: r.counterbore,
    chamfer: r.chamfer,
    leftUnder: r.through || r.face === 'body edge' || r.face === 'cavity wall' ? undefined : r.stock - tip,
    leftBeside: undefined,
    wander: r.through
      ? {
          byHand: wander(lengthOf(bore), 'by hand'),
          withGuide: wander(lengthOf(bore), 'with a guide'),
          onPress: wander(lengthOf(bore), 'on a press'),
          bothFaces: meetingStep(lengthOf(bore), 'with a guide'),
          far: farSide(r),
        }
      : undefined,
    bothFaces: r.bothFaces ?? false,
    wood: r.wood.name,
    screw: r.screw
      ? {
          diameter: r.screw.diameter,
          length: r.screw.length,
          number: screwNumber(r.screw.diameter),
          bite,
          withdrawalN: withdrawal(r.wood.specificGravity, r.screw.diameter, Math.max(bite, 0)),
        }
      : undefined,
    when,
    why: list([r.why, byHand(r, wanted), when === 'before finish' ? '' : THROUGH_FINISH].filter(Boolean), ' '),
    warnings,
  }
}

/** Pilots under this are turned by hand, mm; in hard wood screws up to this are too [from memory]. */
const PIN_VICE = 1.6
const SMALL_SCREW = 2.5
const HARD = 0.55

/** Why a small pilot is turned by hand: the bit snaps, a ring's ear or a small screw's hole cracks [common practice: small screws by hand]. */
function byHand(r: HoleRequest, wanted: number): Said {
  if (r.purpose !== 'screw pilot' || !r.screw || r.face === 'guard') return ''
  return wanted < PIN_VICE || (r.screw.diameter <= SMALL_SCREW && r.wood.specificGravity >= HARD)
    ? say`By hand, in a pin vice: ${mm(wanted, 1)} snaps in a drill, and so small a screw cracks ${r.wood.specificGravity >= HARD ? 'hard wood' : 'what it holds'} when it is driven.`
    : ''
}

/** What a through hole's far mouth is, and whether it is seen. */
function farSide(r: HoleRequest): string {
  if (r.bothFaces) return r.face === 'body top' ? 'the ferrules’ row at the back is seen' : 'both faces are seen'
  if (r.into?.length) return 'it comes out inside, where nobody looks'
  return r.face === 'body back'
    ? 'it comes out in the pocket, under the heel'
    : 'its far mouth shows: back it with scrap, or it splinters'
}

const meant = (r: HoleRequest, id: string) => (r.into ?? []).some(x => id === x)

/** Warnings of a hole against the wood around it: faces, edges, hollows, other holes. Fills in what is left under and beside it. */
function surroundings(
  h: Hole,
  r: HoleRequest,
  others: readonly { h: Hole; r: HoleRequest }[],
  hollows: readonly (Hollow & { box: Box })[],
  build: Shaped,
  l: Layout,
): Hole {
  if (h.piece === 'guard') return guardEdge(h, l)
  const piece = h.piece,
    warnings = [...h.warnings]
  let { leftUnder, leftBeside } = h
  const beside = (by: number, what: string, least: number, meets: string) => {
    if (!leftBeside || by < leftBeside.by) leftBeside = { by, what }
    if (by < least) warnings.push(by < 0 ? meets : say`Only ${mm(by, 1)} of wood to the ${what}.`)
  }
  // The outline of its piece.
  const outline = piece === 'body' ? l.body : piece === 'head' ? l.head : heelOutline(build, l)
  const edgeName = piece === 'body' ? 'body’s edge' : piece === 'head' ? 'headstock’s edge' : 'heel’s side'
  const upright = Math.hypot(h.bore.to[0] - h.bore.from[0], h.bore.to[1] - h.bore.from[1]) < 1e-6
  if (outline.length > 2) {
    const start = h.face === 'body edge' ? Math.min(8, lengthOf(h.bore) * 0.6) : 0
    const gap = boreInOutline(h.bore, outline, start)
    const within = h.face === 'body edge' ? Math.min(BESIDE[piece], start - h.bore.radius) * 0.8 : BESIDE[piece]
    if (upright && !inside(outline, h.at)) {
      warnings.push(say`Lies outside the ${piece === 'head' ? 'headstock' : piece}.`)
      leftBeside = { by: gap, what: edgeName }
    } else beside(gap, edgeName, within, `Breaks out through the ${edgeName}.`)
  }
  if (!upright && (h.face === 'body edge' || h.face === 'cavity wall') && h.purpose !== 'wire') {
    const thick = bodyThicknessAt(build, h.at[1]),
      room = Math.min(-h.bore.from[2], thick + h.bore.from[2]) - h.bore.radius
    beside(room, 'body’s faces', BESIDE.body, 'Breaks out through a face of the body.')
  }
  if (h.purpose === 'wire') {
    const thick = Math.min(bodyThicknessAt(build, h.bore.from[1]), bodyThicknessAt(build, h.bore.to[1])),
      ends = h.face === 'body top' ? [h.bore.to[2]] : [h.bore.from[2], h.bore.to[2]]
    const room = Math.min(...ends.flatMap(z => [-z, thick + z])) - h.bore.radius
    beside(room, 'body’s faces', LEFT_UNDER, 'Breaks out through a face of the body.')
  }
  // Hollows: under a blind hole they shorten the wood, beside it they leave a wall.
  const bores: Bore[] = [h.bore, ...(h.counterbore ? [counterboreOf(h, build)] : [])]
  const box = boxOfBore(
    bores.length > 1 && bores[1]!.radius > h.bore.radius ? { ...h.bore, radius: bores[1]!.radius } : h.bore,
  )
  for (const w of hollows) {
    if (w.piece !== piece || meant(r, w.id)) continue
    // Further off than what is nearest so far, and not below or above it: nothing to say.
    if (
      leftBeside &&
      boxGap(box, w.box) >= Math.max(leftBeside.by, BESIDE[piece]) &&
      (box[0] > w.box[1] || box[1] < w.box[0] || box[2] > w.box[3] || box[3] < w.box[2])
    )
      continue
    const gap = Math.min(
      ...bores.map(b =>
        'prism' in w.shape
          ? boreToPrism(b, w.shape.prism)
          : axisDistance(b, w.shape.bore) - b.radius - w.shape.bore.radius,
      ),
    )
    if (upright && h.depth !== 'through' && 'prism' in w.shape && under(h, w.shape.prism)) {
      const left =
        h.face === 'body back' || h.face === 'headstock back' || h.face === 'heel'
          ? w.shape.prism.z0 - h.bore.to[2]
          : h.bore.to[2] - w.shape.prism.z1
      if (leftUnder === undefined || left < leftUnder) leftUnder = left
      if (left < LEFT_UNDER)
        warnings.push(
          left < 0
            ? say`Breaks into the ${w.label} by ${mm(-left, 1)}: shorter screw, or stop at ${mm(Math.max(0, lengthOf(h.bore) + left - LEFT_UNDER), 1)}.`
            : say`Only ${mm(left, 1)} left over the ${w.label}: shorter screw, or stop at ${mm(Math.max(0, lengthOf(h.bore) + left - LEFT_UNDER), 1)}.`,
        )
      continue
    }
    beside(
      gap,
      w.label,
      w.id === 'rod' || w.id === 'rod-mouth' ? BESIDE_ROD : BESIDE[piece],
      `Breaks into the ${w.label}.`,
    )
  }
  // The face at its far end.
  if (h.leftUnder !== undefined && leftUnder === h.leftUnder && leftUnder < LEFT_UNDER)
    warnings.push(
      leftUnder < 0
        ? say`Comes through the far face by ${mm(-leftUnder, 1)}: shorter screw, or stop at ${mm(Math.max(0, r.stock - LEFT_UNDER), 1)}.`
        : say`Only ${mm(leftUnder, 1)} left under it: shorter screw, or stop at ${mm(Math.max(0, r.stock - LEFT_UNDER), 1)}.`,
    )
  for (const o of others) {
    if (o.h === h || o.h.piece !== piece || meant(r, o.h.id) || meant(o.r, h.id)) continue
    const gap = Math.min(
      ...bores.flatMap(b =>
        [o.h.bore, ...(o.h.counterbore ? [counterboreOf(o.h, build)] : [])].map(
          c => axisDistance(b, c) - b.radius - c.radius,
        ),
      ),
    )
    beside(
      gap,
      `hole of ${o.h.label.charAt(0).toLowerCase()}${o.h.label.slice(1)}`,
      BETWEEN,
      `Meets the hole of ${o.h.label.charAt(0).toLowerCase()}${o.h.label.slice(1)}.`,
    )
  }
  return { ...h, leftUnder, leftBeside, warnings }
}

/** Whether a hollow lies past the tip of an upright blind hole, within its width. */
const under = (h: Hole, p: { polygon: readonly Point[]; z0: number; z1: number }): boolean => {
  const reach = toEdge(p.polygon, h.at).distance
  if (reach < -h.bore.radius) return false
  return h.bore.to[2] < h.bore.from[2] ? p.z1 < h.bore.from[2] - 0.01 : p.z0 > h.bore.from[2] + 0.01
}

const counterboreOf = (h: Hole, build: Shaped): Bore => {
  const c = h.counterbore!,
    thick = bodyThicknessAt(build, h.at[1]),
    at = (z: number): Point3 => [h.at[0], h.at[1], z]
  return c.face === 'body back'
    ? { from: at(-thick), to: at(-thick + c.depth), radius: c.diameter / 2 }
    : { from: at(0), to: at(-c.depth), radius: c.diameter / 2 }
}

function guardEdge(h: Hole, l: Layout): Hole {
  if (l.guard.length < 3) return h
  const by = toEdge(l.guard, h.at).distance - h.bore.radius
  return {
    ...h,
    leftBeside: { by, what: 'guard’s edge' },
    warnings:
      by < 3
        ? [...h.warnings, by < 0 ? 'Lies outside the guard.' : say`Only ${mm(by, 1)} to the guard’s edge.`]
        : h.warnings,
  }
}

/** The heel's sides, narrowing from its mouth to its end or the other way. */
function heelOutline(build: Shaped, l: Layout): Point[] {
  const neck = partIn(build, 'neck'),
    x1 = l.nutToHeelEnd,
    x0 = x1 - v(neck, 'heelLength'),
    a = v(neck, 'heelWidth') / 2,
    b = v(neck, 'heelWidthEnd') / 2
  return [
    [x0 - 20, a],
    [x1, b],
    [x1, -b],
    [x0 - 20, -a],
  ]
}

/**
 * Every hole that what is fitted asks for and that is not there yet, in the order in which they are drilled, each met
 * with faces, edges, hollows and every other hole.
 * @param l the build's own layout, @param cuts all its cutting work, @param bits the drawer's
 * @param only the one hole that is asked for, not rounded to what a depth stop can be set to
 */
export function holeList(
  build: Shaped,
  l: Layout,
  cuts: readonly AnyCut[],
  bits: readonly Bit[],
  only?: string,
): Hole[] {
  const requests = REQUESTS.flatMap(f => f(build, l, cuts)).filter(r => !isDrilled(build, r, PIECE[r.face])),
    body = partIn(build, 'body'),
    filled = new Set(bridgeReuse(build, l).left.map(f => `${body?.id ?? ''}/${f.id}`)),
    // What is plugged first is wood again when the new holes are drilled.
    hollows = filled.size ? hollowsOf(build, l, cuts).filter(h => !filled.has(h.id)) : hollowsOf(build, l, cuts)
  const around: Around = { build, l, requests, hollows, bits }
  return only === undefined ? met(around) : holesMet(around, only)
}

/** Every hole that what is fitted asks for, with its bits and depth, not met with what is around it. */
export const holesAsked = (build: Shaped, l: Layout, cuts: readonly AnyCut[], bits: readonly Bit[]): Hole[] =>
  REQUESTS.flatMap(f => f(build, l, cuts)).map(r => drilled(r, build, l, bits, toTenth))

/** Everything that holes come from: what is asked for, what is hollow, and the parts, outlines and bits they meet. */
interface Around {
  build: Shaped
  l: Layout
  requests: readonly HoleRequest[]
  hollows: readonly Hollow[]
  bits: readonly Bit[]
}

const met = memo((a: Around) => holesMet(a), {
  on: ({ build, l, bits }) => [
    ...['body', 'neck', 'guard'].map(s => partIn(build, s)),
    ...[build.finish, build.steps, l.body, l.head, l.guard, l.nutToHeelEnd, bits],
  ],
  alike: ({ requests, hollows }) => [requests, hollows],
})

/**
 * The holes of requests, each met with faces, edges, hollows and all the others.
 * @param only the one that is asked for, not rounded
 */
export function holesMet({ build, l, requests, hollows, bits }: Around, only?: string): Hole[] {
  const round = only === undefined ? toTenth : (x: number) => x
  const boxed = hollows.map(w => ({
    ...w,
    box: 'prism' in w.shape ? boxOfPrism(w.shape.prism) : boxOfBore(w.shape.bore),
  }))
  const holes = requests.map(r => ({ r, h: drilled(r, build, l, bits, round) }))
  return holes
    .filter(m => only === undefined || m.r.id === only)
    .map(m => surroundings(m.h, m.r, holes, boxed, build, l))
}

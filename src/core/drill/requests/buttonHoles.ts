import { mm, num, type Said, say } from '../../say/said.ts'
import type { Shaped } from '../../document/docs.ts'
import { partIn } from '../../document/references.ts'
import { alongOutline, boundsOf, inside, type Point } from '../../geometry/outline.ts'
import { wander } from '../wander.ts'
import { neckLine, offAt } from '../../layout/centreLine.ts'
import type { Layout } from '../../layout/layOut.ts'
import { woodOf } from '../../parts/woods.ts'
import type { HoleRequest } from '../hole.ts'
import { tailAt } from './bridgeHoles.ts'
import { screwOf, v, requestsOf, type Requests } from './sizes.ts'

/** Where strap buttons go when the builder has not placed them: tail on the centre line, and the horn on the bass side. */
export function buttonPlaces(build: Shaped, l: Layout): Point[] {
  const placed = build.placements.buttons,
    line = neckLine(build)
  if (placed?.length)
    return placed.map((p): Point => [p.x.value + l.nutToHeelEnd, p.y.value - (line ? offAt(line, p.x.value) : 0)])
  if (l.body.length < 3) return []
  const horn = l.body.filter(p => p[1] < -50).reduce((a, p) => (p[0] < a[0] ? p : a), [Infinity, 0] as Point)
  const count = v(partIn(build, 'buttons'), 'count')
  return (
    [[tailAt(l, 0), 0], ...(Number.isFinite(horn[0]) ? [horn] : [[boundsOf(l.body).x0, 0] as Point])] as Point[]
  ).slice(0, count)
}

/** Shoulders of the rim beside a button that say how it curves, mm. */
const BESIDE = 15

/** How a strap button's hole stands in the rim: square to the rim's own curve, how far it leans without a guide, and the block that holds it. */
export function rimSays(outline: readonly Point[], at: Point, deep: number): Said {
  const lean = say`Over ${mm(deep, 0)} it leans about ${mm(wander(deep, 'by hand'), 1)} by hand, ${mm(wander(deep, 'with a guide'), 1)} with a drilled block`
  if (outline.length < 3) return say`At half the body’s thickness, square to the edge. ${lean}.`
  const { turn, radius } = rimAt(outline, at)
  return say`At half the body’s thickness, square to the rim’s own curve: its axis turns ${num(Math.abs(turn), 0, '°')} from the centre line${Math.abs(turn) < 0.5 ? '' : say`, to the ${turn > 0 ? 'treble' : 'bass'} side`}. ${lean}${radius === undefined ? '' : say` whose face is hollowed to ${mm(radius, 0)}`}.`
}

/** Turn of the axis into the rim against the centre line, degrees, and the rim's radius there, mm; none where it is straight or hollow. */
export function rimAt(outline: readonly Point[], at: Point): { turn: number; radius: number | undefined } {
  const on = alongOutline(outline, at),
    [a, b] = [on(-BESIDE), on(BESIDE)],
    [dx, dy] = [b[0] - a[0], b[1] - a[1]],
    run = Math.hypot(dx, dy) || 1,
    m: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2],
    c = on(0)
  // Wood lies behind the rim itself: in a hollow the shoulders' middle is air.
  const n: Point = inside(outline, [c[0] - (dy / run) * 2, c[1] + (dx / run) * 2])
    ? [-dy / run, dx / run]
    : [dy / run, -dx / run]
  // The axis is a line: it is told from the end that points to the neck or to the tail, whichever is nearer.
  const turn = (Math.atan2(n[1], Math.abs(n[0])) * 180) / Math.PI
  const rise = (c[0] - m[0]) * -n[0] + (c[1] - m[1]) * -n[1]
  return { turn, radius: rise > 0.05 ? (run * run) / (8 * rise) + rise / 2 : undefined }
}

/** Strap buttons, square to the body's edge at half its thickness. */
export const buttonHoles: Requests = requestsOf(['body', 'buttons', 'screws'], (build, l) => {
  const body = partIn(build, 'body'),
    buttons = partIn(build, 'buttons'),
    screws = partIn(build, 'button-screws')
  if (!body || !buttons || !screws) return []
  const screw = screwOf(screws)
  return buttonPlaces(build, l).map((at, i): HoleRequest => ({
    id: `button-${i + 1}`,
    screws: 'button-screws',
    serves: 'button-screws',
    group: 'buttons',
    label: i === 0 ? 'Strap button, tail' : i === 1 ? 'Strap button, horn' : `Strap button ${i + 1}`,
    purpose: 'screw pilot',
    at,
    from: 'pocket end',
    along: at[0] - l.nutToHeelEnd,
    face: 'body edge',
    wood: woodOf(body.traits.wood),
    stock: 60,
    screw,
    bite: screw.length - v(buttons, 'height') + 3,
    why: rimSays(l.body, at, screw.length - v(buttons, 'height') + 3),
  }))
})

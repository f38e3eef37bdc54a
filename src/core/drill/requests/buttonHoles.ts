import type { Shaped } from '../../build/docs.ts'
import { partIn } from '../../build/references.ts'
import { boundsOf, type Point } from '../../geometry/outline.ts'
import { neckLine, offAt } from '../../layout/centreLine.ts'
import type { Layout } from '../../layout/layOut.ts'
import { woodOf } from '../../parts/woods.ts'
import type { HoleRequest } from '../hole.ts'
import { tailAt } from './bridgeHoles.ts'
import { screwIn, v, type Requests } from './sizes.ts'

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

/** Strap buttons, square to the body's edge at half its thickness. */
export const buttonHoles: Requests = (build, l) => {
  const body = partIn(build, 'body'),
    buttons = partIn(build, 'buttons')
  if (!body || !buttons || !partIn(build, 'button-screws')) return []
  const screw = screwIn(build, 'button-screws', { diameter: 3.5, length: 30 })
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
    why: 'At half the body’s thickness, square to the edge.',
  }))
}

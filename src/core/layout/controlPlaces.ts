import { edgeDistance, boundsOf, inside, type Point } from '../geometry/outline.ts'
import {
  armLine,
  CASE_ROOM,
  FINGER_ROOM,
  fromStrings,
  HAND_ROOM,
  RIM_ROOM,
  underArm,
  type ControlSpot,
} from './controls.ts'
import type { Layout } from './layOut.ts'

/** A place that a control fits in, with what is left around it, mm. */
export interface ControlPlace {
  at: Point
  /** Case to the cavity's wall, and to the nearest other case; rim to the nearest rim, to the strings, to the edge. */
  wall: number
  neighbour: number
  rim: number
  string: number
  edge: number
  /** By how much its tightest room exceeds what is wanted; below zero: it misses by so much. */
  spare: number
}

/** Places are tried on a grid of this pitch, and told when they lie this far apart, mm. */
const GRID = 2
const APART = 15

/**
 * Where over the cavities a control fits: case from walls and cases, rim from rims, strings and edge, out of the
 * forearm's way. The best first, each a good way from those before; where none fits, the one that misses by least.
 * @param s the control, wherever it stands now, @param others all other controls
 */
export function placesThatFit(
  l: Layout,
  s: Pick<ControlSpot, 'case' | 'knob'>,
  others: readonly ControlSpot[],
  most = 3,
): ControlPlace[] {
  const arm = armLine(l),
    cavities = l.features.filter(f => f.role === 'control-cavity')
  const gap = (at: Point, own: number, of: (o: ControlSpot) => number) =>
    Math.min(
      Infinity,
      ...others
        .filter(o => o.on !== 'side' && of(o) > 0)
        .map(o => Math.hypot(o.at[0] - at[0], o.at[1] - at[1]) - own / 2 - of(o) / 2),
    )
  const tried: ControlPlace[] = []
  for (const c of cavities) {
    const b = boundsOf(c.polygon)
    for (let x = b.x0 + GRID; x < b.x1; x += GRID)
      for (let y = b.y0 + GRID; y < b.y1; y += GRID) {
        const at: Point = [x, y]
        if (!inside(c.polygon, at) || underArm(arm, at, s.knob)) continue
        const wall = edgeDistance(c.polygon, at) - s.case / 2,
          neighbour = gap(at, s.case, o => o.case),
          rim = s.knob > 0 ? gap(at, s.knob, o => o.knob) : Infinity,
          string = s.knob > 0 ? fromStrings(l, at) - s.knob / 2 : Infinity,
          edge = s.knob > 0 && l.body.length > 2 ? edgeDistance(l.body, at) - s.knob / 2 : Infinity
        const spare = Math.min(
          wall - CASE_ROOM.wall,
          neighbour - CASE_ROOM.next,
          rim - FINGER_ROOM,
          string - HAND_ROOM,
          edge - RIM_ROOM,
        )
        tried.push({ at, wall, neighbour, rim, string, edge, spare })
      }
  }
  tried.sort((a, b) => b.spare - a.spare)
  const fit = tried.filter(p => p.spare >= 0)
  if (!fit.length) return tried.slice(0, 1)
  return fit.reduce<ControlPlace[]>(
    (out, p) =>
      out.length < most && out.every(o => Math.hypot(o.at[0] - p.at[0], o.at[1] - p.at[1]) >= APART)
        ? [...out, p]
        : out,
    [],
  )
}

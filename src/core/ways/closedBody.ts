import { SHAPED, type Shaped } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { partOf } from '../circuit/settings.ts'
import { boundsOf, inside, type Point } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { partIn } from '../document/references.ts'
import { passesOpening, sidesOf } from './girth.ts'
import { wireWays } from './wireWays.ts'

/** A hole in the top through which controls are brought in. */
export interface Opening {
  id: string
  label: string
  centre: Point
  width: number
  length: number
}

/** A component that is pulled to its hole from an opening. */
export interface PulledIn {
  component: string
  label: string
  /** The opening that it goes through; undefined: through none. */
  by: Opening | undefined
  /** From there to its hole, mm. */
  distance: number
  /** It goes in after all others, whatever its distance. */
  last: boolean
}

/** A hollow that is reached through sound holes alone, and how its controls get in. */
export interface ClosedBody {
  openings: readonly Opening[]
  /** In the order in which they go in. */
  pulled: readonly PulledIn[]
}

/**
 * Whether the controls sit in a hollow that no cover opens, and then in which order they are pulled in: the farthest
 * from its opening first, switches last whatever their distance, since their wires are the most [common practice].
 * A hollow under a sound hole is such a one, unless the instrument has a back cover. Undefined for every other body.
 */
export const closedBody = fact(SHAPED, closedIn)

function closedIn(build: Shaped): ClosedBody | undefined {
  const l = layOut(build),
    ways = wireWays(build),
    body = partIn(build, 'body')
  if (!l || !ways || !body || build.instrument.extras.includes('back cover')) return undefined
  const homes = build.circuit.components.flatMap(c => {
    const home = ways.homes.get(c.id)
    return home?.room && home.on === 'body' && ['pot', 'switch', 'jack'].includes(c.kind) ? [{ c, home }] : []
  })
  const rooms = new Set(homes.map(h => h.home.room!))
  const openings = l.features.flatMap((f): Opening[] => {
    if (f.partId !== body.id || f.role !== 'sound-hole') return []
    if (![...rooms].some(r => inside(r.polygon, f.centre))) return []
    const b = boundsOf(f.polygon)
    return [{ id: f.id, label: 'sound hole', centre: f.centre, width: b.y1 - b.y0, length: b.x1 - b.x0 }]
  })
  if (!openings.length) return undefined
  const pulled = homes.map(({ c, home }): PulledIn => {
    const sides = sidesOf(c, partOf(build, c)),
      far = (o: Opening) => Math.hypot(o.centre[0] - home.at[0], o.centre[1] - home.at[1])
    const fits = openings
      .filter(o => inside(home.room!.polygon, o.centre) && sides && passesOpening(sides, o.width, o.length))
      .sort((a, b) => far(a) - far(b))
    const [by] = fits,
      near = by ?? [...openings].sort((a, b) => far(a) - far(b))[0]!
    return { component: c.id, label: c.label, by, distance: far(near), last: c.kind === 'switch' }
  })
  return { openings, pulled: pulled.sort((a, b) => Number(a.last) - Number(b.last) || b.distance - a.distance) }
}

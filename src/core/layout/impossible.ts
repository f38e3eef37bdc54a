import { mm, type Said, say } from '../say/said.ts'
import type { Laid } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { inside, polygonArea, type Point } from '../geometry/outline.ts'
import { selfCrossing } from '../geometry/selfCrossing.ts'
import { FEATURE_ROLES } from '../parts/featureRoles.ts'
import type { Layout } from './layOut.ts'

/** Least area that a body, a head or a guard may enclose, mm²: below that its points are no outline. */
const LEAST_AREA = 400

function outlineTroubles(name: string, points: readonly Point[], dx: number): Said[] {
  if (points.length < 3) return []
  const at = selfCrossing(points)
  if (at)
    return [
      say`The ${name}’s outline crosses itself near ${mm(at[0] - dx, 0)} along and ${mm(at[1], 0)} across: draw or read it again at the Shelf; one line that does not cross itself is wanted.`,
    ]
  return polygonArea(points) < LEAST_AREA
    ? [say`The ${name}’s outline encloses next to nothing: draw or read it again at the Shelf.`]
    : []
}

/**
 * What of the chosen parts cannot be drawn or cut as it is described: outlines that cross themselves, openings outside
 * what they are in, routs without depth or through the far face. Words for the builder, lengths in mm; empty when all is well.
 */
export function impossible(build: Laid, l: Layout): Said[] {
  const body = partIn(build, 'body'),
    guard = partIn(build, 'guard')
  const out = [
    ...outlineTroubles('body', l.body, l.nutToHeelEnd),
    ...outlineTroubles('head', l.head, 0),
    ...outlineTroubles('guard', l.guard, l.nutToHeelEnd),
  ]
  for (const f of l.features) {
    const part = f.partId === body?.id ? body : f.partId === guard?.id ? guard : undefined
    const own = part?.features.find(x => x.id === f.id),
      edge = part === body ? l.body : l.guard
    if (!part || !own || f.face === 'side') continue
    const name = `${FEATURE_ROLES[f.role].label}${f.serves ? ` (${f.serves.replace(/^(pickup|pot)-/, '').replace(/-/g, ' ')})` : ''}`
    const where = part === body ? 'body' : 'guard'
    if (edge.length > 2 && !inside(edge, f.centre) && f.role !== 'neck-pocket')
      out.push(
        say`${name} lies outside the ${where}: ${mm(f.centre[0] - l.nutToHeelEnd, 0)} from the pocket’s end, ${mm(f.centre[1], 0)} across. Read its place again.`,
      )
    if (part !== body || own.through) continue
    const depth = own.dims.depth?.value,
      thick = body.dims.thickness?.value ?? 0
    // A slanting channel may begin at the face itself.
    const slants = own.dims.toDepth !== undefined && own.dims.toDepth.value > 0
    if (depth !== undefined && depth <= 0 && !slants)
      out.push(say`${name} has no depth: measure it from the ${f.face}.`)
    else if (depth !== undefined && thick > 0 && depth >= thick)
      out.push(say`${name} is ${mm(depth, 1)} deep in a body ${mm(thick, 1)} thick: measure both again.`)
  }
  return out
}

import { yUp } from '../../document/mirror.ts'
import type { Named, Shaped } from '../../document/docs.ts'
import type { Point } from '../../geometry/outline.ts'
import type { Layout } from '../../layout/layOut.ts'
import type { CutWork } from '../cutting.ts'
import type { Hole } from '../hole.ts'
import type { Plug } from '../plugs.ts'
import type { HoleThere } from '../there.ts'

/** Everything that templates are drawn from, computed once. */
export interface Work {
  build: Named
  layout: Layout
  holes: readonly Hole[]
  cuts: readonly CutWork[]
  /** Old holes to be filled first. */
  plugs: readonly Plug[]
  /** Holes that the plan drilled. */
  there: readonly HoleThere[]
}

/** How a face is turned on paper: nut at the left, thin strings up on a right-handed instrument seen from the front. */
export function turned(
  build: Shaped,
  behind: boolean,
): { to: (p: Point) => Point; all: (p: readonly Point[]) => Point[] } {
  const up = yUp(build, behind ? 'behind' : 'front')
  const to = ([x, y]: Point): Point => [x, up * y]
  return { to, all: p => p.map(to) }
}

import type { Drilled } from '../document/docs.ts'
import { HOLE_GROUPS, type HoleGroup } from '../drill/hole.ts'
import type { Drawing } from '../drill/templates/drawing.ts'
import { practicePiece, templatesOf } from '../drill/templates/templates.ts'
import { drillWork } from './drillWork.ts'

/** Which drawings: all of a build, one by its id, or the practice piece of a group of holes. */
export type Wanted = 'all' | { id: string } | { practice: HoleGroup }

/** Full-size drawings of a build as it will be when its chosen fixes are done; undefined until the layout stands. */
export function templateDrawings(build: Drilled, wanted: Wanted): Drawing[] | undefined {
  const work = drillWork(build)
  if (!work) return undefined
  if (wanted === 'all') return templatesOf(work)
  if ('id' in wanted) return templatesOf(work).filter(d => d.id === wanted.id)
  const piece = HOLE_GROUPS.includes(wanted.practice) ? practicePiece(work, wanted.practice) : undefined
  return piece ? [piece] : []
}

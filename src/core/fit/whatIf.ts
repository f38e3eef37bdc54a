import type { Build } from '../document/build.ts'
import { choosePart } from '../document/edits.ts'
import type { Part } from '../parts/part.ts'
import { applyChange } from './applyFixes.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import type { Joint } from './joint.ts'

/** A change that is only thought of: another part in a slot, or another value of a dimension. */
export type Supposed = { slot: string; part: Part } | { ref: string; value: number; doubt: number }

/** A joint before and after; one of both is missing when the change makes or unmakes it. */
export interface Shift {
  id: string
  title: string
  before: Joint | undefined
  after: Joint | undefined
}

/** Moves less than this are not told, mm. */
const TOLD = 0.005

/** The build as it would be with the supposed changes; the build itself stays as it is. */
export const supposedBuild = (build: Build, changes: readonly Supposed[]): Build =>
  changes.reduce(
    (b, c) =>
      'slot' in c
        ? choosePart(b, c.slot, c.part)
        : applyChange(b, { ref: c.ref, value: c.value, doubt: c.doubt }, { basis: 'assumed' }),
    build,
  )

/** Which joints would change, worst afterwards first. */
export function whatIf(
  build: Build,
  changes: readonly Supposed[],
  now: readonly Joint[] = jointsAsTheyStand(build),
): Shift[] {
  const then = jointsAsTheyStand(supposedBuild(build, changes))
  const ids = [...new Set([...then.map(j => j.id), ...now.map(j => j.id)])]
  return ids
    .map((id): Shift => {
      const before = now.find(j => j.id === id),
        after = then.find(j => j.id === id)
      return { id, title: (after ?? before)!.title, before, after }
    })
    .filter(
      s =>
        !s.before ||
        !s.after ||
        s.before.state !== s.after.state ||
        Math.abs(s.before.clearance.value - s.after.clearance.value) > TOLD ||
        Math.abs(s.before.doubt - s.after.doubt) > TOLD,
    )
}

import type { Shaped } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { stepText } from '../document/stepRef.ts'
import { filmOn, takesFinish } from '../finish/film.ts'
import { putsColourOn } from '../finish/colourOn.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import { groupIsDrilled } from './drilledHere.ts'
import type { Hole, HoleRequest } from './hole.ts'

/** The place that a hole becomes, as the finish masks it. */
const ROLE: Partial<Record<HoleRequest['purpose'], FeatureRole>> = {
  'pressed bushing': 'stud-hole',
  bushing: 'tuner-hole',
  string: 'ferrule-hole',
  'passing hole': 'screw-hole',
}

const partUnder = (build: Shaped, face: Hole['face']) =>
  partIn(build, face === 'guard' ? 'guard' : face.startsWith('body') ? 'body' : 'neck')

/** Whether colour is on the part already that a face belongs to: it came so, or its coats are on. A heel stays bare. */
export function finishIsOn(build: Shaped, face: Hole['face']): boolean {
  const part = partUnder(build, face)
  if (!part || face === 'heel' || face === 'guard') return false
  return (
    part.traits.surface === 'finished' ||
    (takesFinish(part) && build.steps.some(s => putsColourOn(build.finish, s.step)))
  )
}

/**
 * When a hole is drilled: everything in wood comes before colour, unless that is there already [common practice]. A group
 * whose step is done, and of which no hole is kept, was drilled in its time, whatever has been put on since.
 */
export function drilledWhen(build: Shaped, { face, group }: Pick<HoleRequest, 'face' | 'group'>): Hole['when'] {
  if (
    !finishIsOn(build, face) ||
    (!groupIsDrilled(build, group) &&
      build.steps.some(s => s.step === stepText({ kind: 'drill', group, after: false })))
  )
    return 'before finish'
  return partUnder(build, face)?.traits.surface === 'finished' ? 'through the finish it has' : 'after finish'
}

/** How much wider a hole is drilled for the film that will go on its wall, mm of diameter: nothing where it is masked or chased. */
export function filmRoom(build: Shaped, r: Pick<HoleRequest, 'purpose' | 'face' | 'becomes'>): number {
  // A screw cuts its thread through the film.
  if (r.purpose === 'screw pilot') return 0
  const part = partUnder(build, r.face)
  const role = r.becomes ?? ROLE[r.purpose]
  return part && role && r.face !== 'guard' && r.face !== 'heel' ? 2 * filmOn(build, part, role).value : 0
}

/** How the first millimetre is drilled when colour is on [common practice]. */
export const THROUGH_FINISH =
  'Colour is on: tape over the place, punch, run the bit backwards first to score the film, chamfer, then drill; chase the hole by hand after.'

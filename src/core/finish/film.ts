import type { Build } from '../build/build.ts'
import { quantities, type Maths } from '../build/maths.ts'
import { stepText } from '../build/stepRef.ts'
import { CURE, FINISH_SYSTEMS } from './systems.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import type { Part } from '../parts/part.ts'
import type { Quantity } from '../units/quantity.ts'

/** Places that are masked or chased after unless the build says otherwise [common practice]: bare routs are not worth it. */
export const USUALLY_MASKED: readonly FeatureRole[] = [
  'neck-pocket',
  'tuner-hole',
  'pot-hole',
  'switch-hole',
  'jack-hole',
  'stud-hole',
  'ferrule-hole',
  'screw-hole',
  'rod-notch',
  'channel',
  'cut-out',
]

/** The step after which no more film comes: it has cured. */
const CURED = stepText({ kind: 'finish', stage: CURE })

/** Whether the finish still goes on a part: bodies unless they came finished, necks only when they are said to be bare or sealed. */
export const takesFinish = (p: Part): boolean =>
  (p.kind === 'body' && p.traits.surface !== 'finished') ||
  (p.kind === 'neck' && p.traits.surface !== undefined && p.traits.surface !== 'finished')

/**
 * Film that the finish will still put on one face of a hole or rout of this part, mm [common practice: a finished hole
 * loses its film twice unless it is masked]. Nothing on a part that is finished already, and nothing where it is masked.
 */
export function filmFor<Q>(m: Maths<Q>, build: Pick<Build, 'finish' | 'steps'>, part: Part, role: FeatureRole): Q {
  if (!takesFinish(part) || build.steps.some(s => s.step === CURED)) return m.exact(0)
  if ((build.finish.masked ?? USUALLY_MASKED).includes(role)) return m.exact(0)
  const own = build.finish.film,
    usual = FINISH_SYSTEMS[build.finish.system].film
  const value = own?.value ?? usual.value,
    doubt = own?.doubt ?? usual.doubt
  return value === 0 && doubt === 0
    ? m.exact(0)
    : m.given({
        id: 'finish/film',
        label: 'film of the finish, each face',
        value,
        doubt,
        basis: own?.basis ?? 'planned',
      })
}

/** The same as a quantity that remembers. */
export const filmOn = (build: Pick<Build, 'finish' | 'steps'>, part: Part, role: FeatureRole): Quantity =>
  filmFor(quantities, build, part, role)

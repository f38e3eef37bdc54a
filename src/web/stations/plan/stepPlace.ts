import type { Build } from '../../../core/build/build.ts'
import { stepRef } from '../../../core/build/stepRef.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import type { Layout } from '../../../core/layout/layOut.ts'
import type { Step } from '../../../core/plan/step.ts'
import { drillOf, marksOf } from '../../app/drillOf.ts'
import { fitOf } from '../../app/stations.ts'
import { dimensionPlace } from '../../map/partPlace.ts'
import { computed } from '../../hooks/useEngine.ts'

/** Where on the instrument a step is done, if it has a place. */
export function stepPlace(step: Step, build: Build, l: Layout): Point | undefined {
  const ref = stepRef(step.id)
  switch (ref?.kind) {
    case 'fix':
      return computed(fitOf, build).now.find(j => j.id === ref.joint)?.at
    case 'drill':
      return computed(drillOf, build)?.holes.find(h => h.group === ref.group)?.at
    case 'cut':
      return computed(marksOf, build).find(m => m.id === ref.cut)?.at
    case 'test':
      return l.features.find(f => f.role === 'jack-hole')?.centre
    case 'measure':
      return dimensionPlace(build, ref.of, l)?.at
    default:
      return undefined
  }
}

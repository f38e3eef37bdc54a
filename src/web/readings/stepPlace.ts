import { factOf } from '../hooks/useFact.ts'
import { stepText } from '../../core/document/stepRef.ts'
import type { Build } from '../../core/document/build.ts'
import type { Point } from '../../core/geometry/outline.ts'
import type { Layout } from '../../core/layout/layOut.ts'
import type { PlannedStep } from '../../core/plan/step.ts'
import { dimensionPlace } from '../map/partPlace.ts'

/** Where on the instrument a step is done, if it has a place. */
export function stepPlace(step: PlannedStep, build: Build, l: Layout): Point | undefined {
  const { ref } = step
  switch (ref.kind) {
    case 'fix':
      return factOf('fit', build).now.find(j => j.id === ref.joint)?.at
    case 'drill': {
      const work = factOf('drill', build)
      return work?.holes.find(h => h.group === ref.group)?.at ?? work?.there.find(t => stepText(ref) === t.step)?.at
    }
    case 'cut':
      return factOf('marks', build).find(m => m.id === ref.cut)?.at
    case 'test':
      return l.features.find(f => f.role === 'jack-hole')?.centre
    case 'measure':
      return dimensionPlace(build, ref.of, l)?.at
    case 'visit': {
      const first = step.reads?.[0]
      return first && dimensionPlace(build, first.ref, l)?.at
    }
    default:
      return undefined
  }
}

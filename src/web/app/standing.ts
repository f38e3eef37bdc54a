import type { Build } from '../../core/build/build.ts'
import type { Standing } from '../../core/plan/effects.ts'
import { computed } from '../hooks/useEngine.ts'
import { drillOf } from './drillOf.ts'
import { fitOf, planOf } from './stations.ts'

/** A build with what its engines say of it, each computed once. */
export const standingOf = (build: Build): Standing => ({
  build,
  fit: computed(fitOf, build),
  plan: computed(planOf, build),
  holes: computed(drillOf, build)?.holes.length ?? 0,
})

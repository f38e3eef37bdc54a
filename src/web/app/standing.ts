import { factOf } from '../hooks/useFact.ts'
import type { Build } from '../../core/build/build.ts'
import type { Standing } from '../../core/plan/effects.ts'

/** A build with what its engines say of it, each computed once. */
export const standingOf = (build: Build): Standing => ({
  build,
  fit: factOf('fit', build),
  plan: factOf('plan', build),
  holes: factOf('drill', build)?.holes.length ?? 0,
})

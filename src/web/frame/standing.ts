import { factOf } from '../hooks/useFact.ts'
import { drilledSteps } from '../../core/drill/drilledHere.ts'
import type { Build } from '../../core/document/build.ts'
import { placesOf, type Standing } from '../../core/plan/effects.ts'

/** A build with what its engines say of it, each computed once. */
export function standingOf(build: Build): Standing {
  const work = factOf('drill', build)
  return {
    build,
    fit: factOf('fit', build),
    plan: factOf('plan', build),
    // A hole that is drilled is not one less.
    places: placesOf(work),
    holes: (work?.holes.length ?? 0) + drilledSteps(build).filter(d => d.fitted).length,
  }
}

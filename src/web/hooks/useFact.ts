import type { Build } from '../../core/document/build.ts'
import { ask, type FactName, type FactOf } from '../../core/facts/facts.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { present, useStretch } from '../stores/clock.ts'

/** A fact of a build at present, computed once however many places show it. */
export const factOf = <N extends FactName>(name: N, build: Build): FactOf<N> => ask(name, build, present())

/** A fact of the open build; what hangs on the present follows it. */
export function useFact<N extends FactName>(name: N): FactOf<N> {
  useStretch(s => s.stretch)
  return factOf(name, useOpenBuild())
}

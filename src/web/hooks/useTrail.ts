import type { TracedNumber } from '../../core/trace/traceItem.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { useHeavy } from './useHeavy.ts'

/** Where the numbers of one thing to mark, cut or drill come from; undefined until that is worked out. */
export function useTrail(id: string | undefined): readonly TracedNumber[] | undefined {
  const build = useOpenBuild(),
    traced = useHeavy(async e => (id ? e.trace(build, id) : undefined), [build, id]).result
  return traced && traced.id === id ? traced.numbers : undefined
}

import { SHAPED } from '../../core/document/docs.ts'
import type { SolderDrawing } from '../../core/circuit/solderDrawing.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { useHeavy } from './useHeavy.ts'

/** The drawing to solder from, laid out in the worker; undefined before the first one is there. */
export function useSolderDrawing(): SolderDrawing | undefined {
  const build = useOpenBuild()
  return useHeavy(
    e => e.solderDrawing(build),
    SHAPED.map(k => build[k]),
  ).result
}

import type { Build } from '../../core/build/build.ts'
import { markList, type MarkItem } from '../../core/drill/markList.ts'
import type { Work } from '../../core/drill/templates/work.ts'
import { drillWork } from '../../core/fit/drillWork.ts'
import { computed } from '../hooks/useEngine.ts'

/** Holes, cuts and layout as they will be when the chosen fixes are done; computed once for every place that shows them. */
export const drillOf = (b: Build): Work | undefined => drillWork(b)

/** What to mark, cut and drill, in working order. */
export const marksOf = (b: Build): MarkItem[] => {
  const w = computed(drillOf, b)
  return w ? markList(w, b) : []
}

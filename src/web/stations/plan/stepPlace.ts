import type { Build } from '../../../core/build/build.ts'
import { splitRef } from '../../../core/build/quantityAt.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import type { Layout } from '../../../core/layout/layOut.ts'
import type { Step } from '../../../core/plan/step.ts'
import { drillOf, marksOf } from '../../app/drillOf.ts'
import { fitOf } from '../../app/stations.ts'
import { computed } from '../../hooks/useEngine.ts'

/** Where on the instrument a step is done, if it has a place. */
export function stepPlace(step: Step, build: Build, l: Layout): Point | undefined {
  const [kind, rest = ''] = [step.id.split('/')[0], step.id.slice(step.id.indexOf('/') + 1)]
  if (kind === 'fix') return computed(fitOf, build).now.find(j => j.id === rest.split('/')[0])?.at
  if (kind === 'drill') return computed(drillOf, build)?.holes.find(h => h.group === rest.split('/')[0])?.at
  if (kind === 'cut') return computed(marksOf, build).find(m => m.id === rest)?.at
  if (kind === 'test') return l.features.find(f => f.role === 'jack-hole')?.centre
  if (kind === 'measure') {
    const { partId, path } = splitRef(rest)
    const f = l.features.find(x => x.partId === partId && path.startsWith(`features.${x.id}.`))
    if (f) return f.centre
    const slot = Object.entries(build.slots).find(([, id]) => id === partId)?.[0]
    const served = l.features.find(x => x.serves === slot)
    return (
      served?.centre ??
      (slot === 'neck'
        ? path.includes('ut') && !path.includes('eel')
          ? [0, 0]
          : [l.nutToHeelEnd - 20, 0]
        : slot === 'nut'
          ? [0, l.halfNut]
          : slot === 'bridge'
            ? [l.bridge.front + 15, 0]
            : undefined)
    )
  }
  return undefined
}

import { proxy } from 'comlink'
import { useState } from 'react'
import type { MeterWork } from '../../../core/meter/work.ts'
import { useHeavy } from '../../hooks/useHeavy.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** What was read, what explains it and what to read next, computed in the worker; how far the predictions are, 0 to 1. */
export function useMeterWork(
  inside: boolean,
  wanted: string | undefined,
): { work: MeterWork | undefined; busy: boolean; share: number } {
  const build = useOpenBuild(),
    [share, setShare] = useState(0)
  const { result, busy } = useHeavy(
    e =>
      e.meter(
        build,
        inside,
        wanted,
        proxy((x: number) => setShare(x)),
      ),
    [build.circuit, build.parts, build.slots, build.instrument, build.readings, inside, wanted],
  )
  return { work: result, busy, share }
}

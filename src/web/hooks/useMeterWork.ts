import { proxy } from 'comlink'
import { useState } from 'react'
import type { Access } from '../../core/meter/places.ts'
import type { MeterWork } from '../../core/meter/meterWork.ts'
import { useHeavy } from './useHeavy.ts'
import { useOpenBuild } from '../stores/buildStore.ts'

/** What was read, what explains it and what to read next, computed in the worker; how far the predictions are, 0 to 1. */
export function useMeterWork(
  open: Access,
  wanted: string | undefined,
): { work: MeterWork | undefined; busy: boolean; share: number } {
  const build = useOpenBuild(),
    [share, setShare] = useState(0)
  const { result, busy } = useHeavy(
    e =>
      e.meter(
        build,
        open,
        wanted,
        proxy((x: number) => setShare(x)),
      ),
    [build.circuit, build.parts, build.slots, build.instrument, build.readings, open, wanted],
  )
  return { work: result, busy, share }
}

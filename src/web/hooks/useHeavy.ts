import { wrap, type Remote } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { HeavyEngines } from '../workers/engines.worker.ts'

let remote: Remote<HeavyEngines> | undefined
export const heavy = () =>
  (remote ??= wrap<HeavyEngines>(
    new Worker(new URL('../workers/engines.worker.ts', import.meta.url), { type: 'module' }),
  ))

/**
 * Result of an engine that runs in the worker. The last result stays until the next one is there. While one request is
 * on its way only the newest of those that follow is kept: dragging never queues up work.
 */
export function useHeavy<T>(
  run: (e: Remote<HeavyEngines>) => Promise<T>,
  deps: readonly unknown[],
): { result: T | undefined; busy: boolean } {
  const [state, setState] = useState<{ result: T | undefined; busy: boolean }>({ result: undefined, busy: true })
  const line = useRef<{ running: boolean; waiting: typeof run | undefined; open: boolean }>({
    running: false,
    waiting: undefined,
    open: true,
  })
  useEffect(() => {
    const l = line.current
    l.open = true
    return () => {
      l.open = false
    }
  }, [])
  useEffect(() => {
    const l = line.current
    const send = (request: typeof run) => {
      l.running = true
      const settle = (next: (s: typeof state) => typeof state) => {
        l.running = false
        const waiting = l.waiting
        l.waiting = undefined
        if (!l.open) return
        setState(next)
        if (waiting) send(waiting)
      }
      request(heavy()).then(
        result => settle(() => ({ result, busy: l.waiting !== undefined })),
        (e: unknown) => {
          console.error(e)
          settle(s => ({ ...s, busy: false }))
        },
      )
    }
    if (l.running) l.waiting = run
    else send(run)
    // The caller names what the request depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, deps)
  return state
}

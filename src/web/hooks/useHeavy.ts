import { wrap, type Remote } from 'comlink'
import { useLayoutEffect, useRef, useState } from 'react'
import type { HeavyEngines } from '../workers/engines.worker.ts'

let remote: Remote<HeavyEngines> | undefined
export const heavy = () =>
  (remote ??= wrap<HeavyEngines>(
    new Worker(new URL('../workers/engines.worker.ts', import.meta.url), { type: 'module' }),
  ))

/**
 * Result of an engine that runs in the worker. The last result stays until the next one is there. While one request is
 * on its way only the newest of those that follow is kept: dragging never queues up work.
 * @param rest ms without a change before anything but the first is asked: for what may follow when the hand rests
 */
export function useHeavy<T>(
  run: (e: Remote<HeavyEngines>) => Promise<T>,
  deps: readonly unknown[],
  rest = 0,
): { result: T | undefined; busy: boolean } {
  const [state, setState] = useState<{ result: T | undefined; busy: boolean }>({ result: undefined, busy: true })
  const line = useRef<{ running: boolean; waiting: typeof run | undefined; open: boolean; asked: boolean }>({
    running: false,
    waiting: undefined,
    open: true,
    asked: false,
  })
  useLayoutEffect(() => {
    const l = line.current
    l.open = true
    return () => {
      l.open = false
    }
  }, [])
  // Asked before the page is painted: the worker begins a frame earlier.
  useLayoutEffect(() => {
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
    const ask = () => {
      if (l.running) l.waiting = run
      else send(run)
    }
    if (!rest || !l.asked) {
      l.asked = true
      ask()
      return
    }
    const later = setTimeout(ask, rest)
    return () => clearTimeout(later)
    // The caller names what the request depends on.
    // oxlint-disable-next-line react/exhaustive-deps
  }, deps)
  return state
}

import { wrap, type Remote } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Build } from '../../core/build/build.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { useStretch } from '../stores/clock.ts'
import type { HeavyEngines } from '../workers/engines.worker.ts'

const caches = new Map<unknown, WeakMap<Build, unknown>>()

const stale = new Map<unknown, number>()

/** Marks an engine whose result hangs on the present: it is computed again when time has gone on. */
export function dated<T>(engine: (b: Build) => T): (b: Build) => T {
  stale.set(engine, useStretch.getState().stretch)
  return engine
}

/** Result of a cheap engine for a build, computed once however many places show it. */
export function computed<T>(engine: (b: Build) => T, build: Build): T {
  let cache = caches.get(engine)
  const { stretch } = useStretch.getState()
  if (stale.has(engine) && stale.get(engine) !== stretch) {
    stale.set(engine, stretch)
    cache = undefined
  }
  if (!cache) caches.set(engine, (cache = new WeakMap()))
  if (!cache.has(build)) cache.set(build, engine(build))
  return cache.get(build) as T
}

/** Result of a cheap engine for the open build. The engine must be a stable function. */
export function useEngine<T>(engine: (b: Build) => T): T {
  useStretch(s => s.stretch)
  return computed(engine, useOpenBuild())
}

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

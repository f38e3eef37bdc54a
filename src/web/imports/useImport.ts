import { wrap, type Remote } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Importers } from '../workers/imports.worker.ts'

/** How long a file may be read, ms: what takes longer is none that anybody made for this. */
const PATIENCE = 20_000

export interface Import {
  /** The file that is being read. */
  name: string | undefined
  /**
   * Reads a file in a thread of its own. Gives nothing where it was stopped, or another was begun; says why where it took
   * too long or failed.
   */
  read: <T>(
    name: string,
    work: (i: Remote<Importers>) => Promise<T>,
    problem: (why: string) => void,
  ) => Promise<T | undefined>
  stop: () => void
}

/** Reading of files that somebody brings, one at a time, to be stopped at any moment. */
export function useImport(): Import {
  const [name, setName] = useState<string>()
  const worker = useRef<Worker>(undefined)
  const stop = useCallback(() => {
    worker.current?.terminate()
    worker.current = undefined
    setName(undefined)
  }, [])
  useEffect(() => stop, [stop])
  const read: Import['read'] = useCallback(
    async (of, work, problem) => {
      stop()
      const mine = new Worker(new URL('../workers/imports.worker.ts', import.meta.url), { type: 'module' })
      worker.current = mine
      setName(of)
      let late: ReturnType<typeof setTimeout> | undefined
      try {
        return await Promise.race([
          work(wrap<Importers>(mine)),
          new Promise<never>((_, failed) => {
            mine.onerror = () => failed(new Error('it cannot be read'))
            late = setTimeout(
              () =>
                failed(
                  new Error(
                    `it was still being read after ${PATIENCE / 1000} s: it holds more than this needs, or a rule that never ends`,
                  ),
                ),
              PATIENCE,
            )
          }),
        ])
      } catch (e) {
        if (worker.current === mine) problem(`${of}: ${(e as Error).message}. Nothing was changed.`)
        return undefined
      } finally {
        clearTimeout(late)
        mine.terminate()
        if (worker.current === mine) {
          worker.current = undefined
          setName(undefined)
        }
      }
    },
    [stop],
  )
  return { name, read, stop }
}

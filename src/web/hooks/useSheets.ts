import { proxy, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Build } from '../../core/document/build.ts'
import { download } from './download.ts'
import type { TemplateFormat } from '../../core/drill/templates/templateFile.ts'
import type { Sheets, TemplateMaker } from '../workers/templates.worker.ts'

export interface SheetsState {
  share: number | undefined
  done: { name: string; ms: number } | undefined
  trouble: string | undefined
}

/** Makes template files in a worker of their own, with progress; stopping ends the worker. */
export function useSheets(): SheetsState & {
  make: (build: Build, wanted: Sheets, format: TemplateFormat) => void
  stop: () => void
} {
  const [state, setState] = useState<SheetsState>({ share: undefined, done: undefined, trouble: undefined })
  const worker = useRef<Worker>(undefined)
  const end = () => {
    worker.current?.terminate()
    worker.current = undefined
  }
  useEffect(() => end, [])
  const make = (build: Build, wanted: Sheets, format: TemplateFormat) => {
    end()
    const mine = new Worker(new URL('../workers/templates.worker.ts', import.meta.url), { type: 'module' })
    worker.current = mine
    setState({ share: 0, done: undefined, trouble: undefined })
    const tell = (s: Partial<SheetsState>) => {
      if (worker.current === mine) setState(o => ({ ...o, ...s }))
    }
    mine.onerror = () =>
      tell({ share: undefined, trouble: 'The sheets could not be made. Load the page again and try once more.' })
    wrap<TemplateMaker>(mine)
      .make(
        build,
        wanted,
        format,
        proxy(share => tell({ share })),
      )
      .then(
        file => {
          if (worker.current !== mine) return
          if (file) download(file.name, file.bytes, file.type)
          tell({
            share: undefined,
            done: file && { name: file.name, ms: file.ms },
            trouble: file ? undefined : 'There is nothing to draw yet: no such holes or plates on this build.',
          })
          end()
        },
        (e: unknown) => {
          console.error(e)
          tell({ share: undefined, trouble: 'The sheets could not be made.' })
          end()
        },
      )
  }
  return {
    ...state,
    make,
    stop: () => {
      end()
      setState({ share: undefined, done: undefined, trouble: undefined })
    },
  }
}

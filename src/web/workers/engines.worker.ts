import { expose } from 'comlink'
import type { Build } from '../../core/build/build.ts'
import { response, type Response } from '../../core/circuit/response.ts'
import type { Settings } from '../../core/circuit/settings.ts'

const engines = {
  /** Responses at the jack for several settings. */
  responses: (build: Build, settings: Settings[]): Response[] => settings.map(s => response(build, s)),
}

export type HeavyEngines = typeof engines
expose(engines)

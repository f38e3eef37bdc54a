import { MINUTE } from '../../core/units/time.ts'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import { projectRoot } from '../projectRoot.ts'
import type { Job, Work } from './work.ts'

/** Work that waits at most: whoever comes after it is told to come again. */
const QUEUE = 24
/** How long one piece of work may take, ms, and the memory that it may use, MB. */
const PATIENCE = MINUTE,
  MEMORY = 1024
/** A thread that nobody has asked for so long is ended, ms. */
const IDLE = 30_000

/** So much work waits already that this is not begun. */
export class Busy extends Error {}

export type Do = <J extends Job>(job: J, input: Parameters<Work[J]>[0]) => Promise<Awaited<ReturnType<Work[J]>>>

const source = fileURLToPath(new URL('./work.ts', import.meta.url)),
  fromSource = import.meta.url.endsWith('.ts')

/** A thread for heavy work, with a queue of bounded length; it is started when it is first asked. */
export function pool({ queue = QUEUE, patience = PATIENCE } = {}): { work: Do; close: () => Promise<void> } {
  let threads: Piscina | undefined
  const open = () =>
    (threads ??= new Piscina({
      filename: fromSource ? source : join(projectRoot(), 'dist/server/work.js'),
      ...(fromSource ? { execArgv: ['--import', 'tsx'] } : {}),
      minThreads: 0,
      maxThreads: 1,
      maxQueue: queue,
      idleTimeout: IDLE,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY },
    }))
  return {
    work: async (job, input) => {
      const p = open()
      if (p.queueSize >= queue) throw new Busy(`${queue} pieces of work are waiting`)
      try {
        return (await p.run(
          { job, input },
          patience === Infinity ? {} : { signal: AbortSignal.timeout(patience) },
        )) as never
      } catch (e) {
        const { name, message } = e as Error
        if (name === 'AbortError' || /Task queue is at limit/.test(message)) throw new Busy(message, { cause: e })
        throw e
      }
    },
    close: async () => {
      await threads?.destroy()
    },
  }
}

import { spawn, type ChildProcess } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'
import { isBuilt } from '../../scripts/prepare.mjs'

export const ROOT = fileURLToPath(new URL('../../', import.meta.url))

export interface Running {
  address: string
  process: ChildProcess
  output: () => string
  kill: (signal?: NodeJS.Signals) => Promise<void>
}

let known: boolean | undefined
/** What is built is started as it is shipped, in a quarter of the time. */
const builtOnce = () => (known ??= isBuilt())

/** The database's own program is not made faster before it runs: half the time of a start, which is most of what a test has of it. */
const QUICK = '--liftoff-only'

const made = new Map<boolean, Promise<string>>()
/** A workshop that was made once, empty or the demo's: to be copied, which takes a fifth of the time of making one. */
function madeOnce(demo: boolean, dist: boolean): Promise<string> {
  const there = made.get(demo)
  if (there) return there
  const data = mkdtempSync(join(tmpdir(), 'snugbolt-made-')),
    now = startServer(data, {}, { demo, dist, fresh: true }).then(async s => {
      await s.kill()
      return data
    })
  process.on('exit', () => rmSync(data, { recursive: true, force: true }))
  made.set(demo, now)
  return now
}

/** Starts the server on a free port, as it is built, or from its sources where they are newer, and waits until it is open. */
export async function startServer(
  data: string,
  env: Record<string, string> = {},
  {
    demo = true,
    dist = builtOnce(),
    root = ROOT,
    fresh = false,
  }: {
    demo?: boolean
    dist?: boolean
    root?: string
    /** Whether an empty folder is made a workshop by the server itself. */
    fresh?: boolean
  } = {},
): Promise<Running> {
  if (!fresh && !env.DATABASE_URL && existsSync(data) && readdirSync(data).length === 0)
    cpSync(await madeOnce(demo, dist), data, { recursive: true, preserveTimestamps: true })
  const child = spawn(
    process.execPath,
    [
      QUICK,
      ...(dist ? [join(root, 'dist/server/main.js')] : ['--import', 'tsx', join(ROOT, 'src/server/main.ts')]),
      ...(demo ? ['--demo'] : []),
    ],
    {
      cwd: root,
      env: { ...process.env, SNUGBOLT_DATA: data, PORT: '0', ...env },
    },
  )
  let out = ''
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => {
      child.kill('SIGKILL')
      reject(new Error(`server did not open: ${out}`))
    }, 150_000)
    const take = (chunk: Buffer) => {
      out += chunk.toString()
      const address = /open at (http:\S+?)\/\s/.exec(out)?.[1]
      if (!address) return
      clearTimeout(timer)
      resolve({
        address,
        process: child,
        output: () => out,
        kill: signal =>
          new Promise(done => {
            if (child.exitCode !== null || child.signalCode !== null) return done()
            child.once('exit', () => done())
            child.kill(signal ?? 'SIGTERM')
          }),
      })
    }
    child.stdout.on('data', take)
    child.stderr.on('data', take)
    child.once('exit', code => {
      clearTimeout(timer)
      reject(new Error(`server ended with ${code}: ${out}`))
    })
  })
}

import { spawn, type ChildProcess } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'

export const ROOT = fileURLToPath(new URL('../../', import.meta.url))

export interface Running {
  address: string
  process: ChildProcess
  output: () => string
  kill: (signal?: NodeJS.Signals) => Promise<void>
}

/** Starts the server on a free port, from its sources or as it is built, and waits until it is open. */
export function startServer(
  data: string,
  env: Record<string, string> = {},
  { demo = true, dist = false } = {},
): Promise<Running> {
  const child = spawn(
    process.execPath,
    [
      ...(dist ? [join(ROOT, 'dist/server/main.js')] : ['--import', 'tsx', join(ROOT, 'src/server/main.ts')]),
      ...(demo ? ['--demo'] : []),
    ],
    {
      cwd: ROOT,
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

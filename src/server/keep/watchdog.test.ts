import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { ROOT } from '../../../tests/support/server.ts'
import { isPanic } from './watchdog.ts'

/** Nothing that spins is left behind, whatever a test says. */
const children: ChildProcess[] = []
afterEach(() => {
  for (const c of children.splice(0)) c.kill('SIGKILL')
})

/** Runs a script with the watchdog in a process of its own. */
const run = (script: string): Promise<{ code: number | null; signal: string | null; said: string }> =>
  new Promise(done => {
    const child = spawn(
      process.execPath,
      [
        '--import',
        'tsx',
        '--input-type=module',
        '-e',
        `import { watch } from ${JSON.stringify(join(ROOT, 'src/server/keep/watchdog.ts'))}\n${script}`,
      ],
      { cwd: ROOT },
    )
    children.push(child)
    let said = ''
    child.stderr.on('data', (c: Buffer) => (said += c.toString()))
    child.on('exit', (code, signal) => done({ code, signal, said }))
  })

describe('a process that spins', () => {
  it('is ended with a plain word', async () => {
    const r = await run('watch(800); setTimeout(() => { for (;;); }, 100)')
    expect(r.signal).toBe('SIGKILL')
    expect(r.said).toMatch(/has not answered for 1 s and is ended\. What was acknowledged is in the journal/)
  }, 60_000)
  it('is left alone while it lives, and ends by itself', async () => {
    const r = await run('watch(800); setTimeout(() => undefined, 2500)')
    expect(r).toMatchObject({ code: 0, signal: null, said: '' })
  }, 60_000)
})

describe('an engine that broke', () => {
  it('is told from a refusal', () => {
    expect(isPanic(new Error('Failed query', { cause: new Error('PANIC:  could not write to file') }))).toBe(true)
    expect(isPanic(new WebAssembly.RuntimeError('unreachable'))).toBe(true)
    expect(isPanic(new Error('duplicate key value violates unique constraint'))).toBe(false)
    expect(isPanic('PANIC')).toBe(false)
  })
})

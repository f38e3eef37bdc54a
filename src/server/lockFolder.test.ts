import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { spawn, type ChildProcess } from 'node:child_process'
import { transformSync } from 'esbuild'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { ROOT } from '../../tests/support/server.ts'
import { FolderInUse, inPlainWords, lockFolder } from './lockFolder.ts'

let dir: string
const started: ChildProcess[] = []
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'snugbolt-lock-'))
})
afterEach(() => {
  for (const p of started.splice(0)) p.kill('SIGKILL')
  rmSync(dir, { recursive: true, force: true })
})
const sockets = (folder: string): string[] => readdirSync(join(folder, 'in-use'))

/** The lock in plain JavaScript, so that a process of its own begins at once. */
const plain = transformSync(readFileSync(join(ROOT, 'src/server/lockFolder.ts'), 'utf8'), {
  loader: 'ts',
  format: 'esm',
}).code

/** A process of its own that takes the folder, and says whether it has it; it keeps it until it is killed. */
const taker = (folder: string): Promise<{ has: boolean; process: ChildProcess; says: string }> =>
  new Promise(done => {
    const p = spawn(process.execPath, [
      '--input-type=module',
      '-e',
      `${plain}
       lockFolder(${JSON.stringify(folder)}).then(() => { console.log('has it'); setInterval(() => {}, 1000) }, e => { console.log(e.message); process.exit(1) })`,
    ])
    started.push(p)
    p.stdout.once('data', (d: Buffer) =>
      done({ has: d.toString().startsWith('has it'), process: p, says: d.toString() }),
    )
  })

describe('one process a data folder', () => {
  it('takes the folder, makes it when it is missing, and gives it back', async () => {
    const folder = join(dir, 'new', 'deep')
    const unlock = await lockFolder(folder)
    expect(sockets(folder)).toHaveLength(1)
    unlock()
    expect(sockets(folder)).toEqual([])
  })
  it('refuses a second holder with a plain word that says what to do', async () => {
    const unlock = await lockFolder(dir)
    await expect(lockFolder(dir)).rejects.toThrow(FolderInUse)
    await expect(lockFolder(dir)).rejects.toThrow(new RegExp(`process ${process.pid}.*SNUGBOLT_DATA`))
    unlock()
    ;(await lockFolder(dir))()
  })
  it('takes a folder whose path is longer than a socket’s name may be', async () => {
    const folder = join(dir, 'x'.repeat(120))
    const unlock = await lockFolder(folder)
    await expect(lockFolder(folder)).rejects.toThrow(FolderInUse)
    unlock()
    expect(sockets(folder)).toEqual([])
  })
  it('goes with its process, however that ends, and then just one of many gets it', async () => {
    const first = await taker(dir)
    expect(first.has).toBe(true)
    expect((await taker(dir)).says).toMatch(/in use by process/)
    const ended = new Promise(done => first.process.once('exit', done))
    first.process.kill('SIGKILL')
    await ended
    // What it left behind lies there still, and several start at once.
    expect(sockets(dir)).toHaveLength(1)
    const all = await Promise.all(Array.from({ length: 6 }, () => taker(dir)))
    expect(all.filter(t => t.has)).toHaveLength(1)
  }, 60_000)
  it('is held by one alone, whoever asks in whichever order', async () => {
    for (let turn = 0; turn < 40; turn++) {
      const all = await Promise.allSettled(Array.from({ length: 5 }, () => lockFolder(dir))),
        held = all.flatMap(r => (r.status === 'fulfilled' ? [r.value] : []))
      expect(held).toHaveLength(1)
      held[0]!()
    }
  }, 60_000)
  it('takes over from a lock of an older version', async () => {
    writeFileSync(join(dir, 'in-use'), '1 1')
    ;(await lockFolder(dir))()
    expect(existsSync(join(dir, 'in-use'))).toBe(true)
  })
  it('says in plain words where nothing can be written, and what else would do', async () => {
    // A file on the way: the one that holds for any user, root too.
    writeFileSync(join(dir, 'file'), '')
    await expect(lockFolder(join(dir, 'file', 'data'))).rejects.toThrow(
      /cannot be written: something on the way to it is a file\. Nothing was changed\..*SNUGBOLT_DATA/,
    )
    await expect(lockFolder(join(dir, 'file'))).rejects.toThrow(/a file has its name/)
    for (const code of ['EACCES', 'EROFS', 'ENOSPC'])
      expect((inPlainWords('/data', Object.assign(new Error('raw'), { code })) as Error).message).toMatch(
        /^The data folder \/data cannot be written: .*/,
      )
    const other = new Error('something else')
    expect(inPlainWords('/data', other)).toBe(other)
  })
})

import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { spawnSync } from 'node:child_process'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { FolderInUse, inPlainWords, lockFolder } from './lockFolder.ts'

let dir: string
beforeEach(() => {
  dir = mkdtempSync(join(tmpdir(), 'snugbolt-lock-'))
})
afterEach(() => rmSync(dir, { recursive: true, force: true }))

describe('one process a data folder', () => {
  it('takes the folder, makes it when it is missing, and gives it back', () => {
    const folder = join(dir, 'new', 'deep')
    const unlock = lockFolder(folder)
    expect(readFileSync(join(folder, 'in-use'), 'utf8')).toContain(String(process.pid))
    unlock()
    expect(existsSync(join(folder, 'in-use'))).toBe(false)
  })
  it('refuses a second holder with a plain word that says what to do', () => {
    const unlock = lockFolder(dir)
    expect(() => lockFolder(dir)).toThrow(FolderInUse)
    expect(() => lockFolder(dir)).toThrow(/SNUGBOLT_DATA/)
    unlock()
    expect(() => lockFolder(dir)()).not.toThrow()
  })
  it('takes over from a process that has ended', () => {
    const gone = spawnSync(process.execPath, ['-e', '0']).pid
    writeFileSync(join(dir, 'in-use'), `${gone} 123`)
    expect(() => lockFolder(dir)()).not.toThrow()
  })
  it('takes over when the number belongs to another process by now', () => {
    writeFileSync(join(dir, 'in-use'), `${process.pid} 1`)
    expect(() => lockFolder(dir)()).not.toThrow()
  })
  it('takes over from a lock that says nothing', () => {
    writeFileSync(join(dir, 'in-use'), '')
    expect(() => lockFolder(dir)()).not.toThrow()
  })
  it('says in plain words where nothing can be written, and what else would do', () => {
    // A file on the way: the one that holds for any user, root too.
    writeFileSync(join(dir, 'file'), '')
    expect(() => lockFolder(join(dir, 'file', 'data'))).toThrow(
      /cannot be written: something on the way to it is a file\. Nothing was changed\..*SNUGBOLT_DATA/,
    )
    for (const code of ['EACCES', 'EROFS', 'ENOSPC'])
      expect((inPlainWords('/data', Object.assign(new Error('raw'), { code })) as Error).message).toMatch(
        /^The data folder \/data cannot be written: .*/,
      )
    const other = new Error('something else')
    expect(inPlainWords('/data', other)).toBe(other)
  })
})

import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { LONG } from '../../tests/support/long.ts'
import { demo } from '../../tests/support/demo.ts'
import { buildStore } from '../server/buildStore.ts'
import { placesIn } from '../server/keep/places.ts'
import { openWorkshop } from '../server/openWorkshop.ts'
import { lockFolder } from '../server/lockFolder.ts'
import { main } from './main.ts'

const data = mkdtempSync(join(tmpdir(), 'snugbolt-cli-')),
  file = join(data, 'all.zip')
const inIt = async <T>(work: (b: ReturnType<typeof buildStore>) => Promise<T>): Promise<T> => {
  const o = await openWorkshop(data)
  try {
    return await work(buildStore(o.db, o.keeper.keep))
  } finally {
    await o.close()
  }
}
beforeAll(async () => {
  await inIt(b => b.create(demo('wren')))
}, 60_000)
afterAll(() => rmSync(data, { recursive: true, force: true }))

/** A command run here, with what it says and how it ends. */
const run = (...args: string[]) => runIn(data, ...args)
async function runIn(folder: string, ...args: string[]): Promise<{ code: number; out: string; err: string }> {
  let out = '',
    err = ''
  const o = vi.spyOn(process.stdout, 'write').mockImplementation(x => ((out += String(x)), true)),
    e = vi.spyOn(process.stderr, 'write').mockImplementation(x => ((err += String(x)), true))
  try {
    return { code: await main([...args, '--data', folder]), out, err }
  } finally {
    o.mockRestore()
    e.mockRestore()
  }
}

describe('a workshop on the command line', () => {
  it('is backed up, and a restore shows what it would change before it does', async () => {
    expect(await run('backup', file)).toMatchObject({
      code: 0,
      out: expect.stringContaining('holds the whole workshop'),
    })
    await inIt(async b => {
      await b.write({ ...demo('wren'), name: 'Wren, changed' }, 1, null)
      await b.create(demo('heron'))
    })
    const shown = await run('restore', file)
    expect(shown.out).toMatch(/builds that change: 1 \(Wren\)/)
    expect(shown.out).toMatch(/go among the deleted: 1 \(Heron\)/)
    expect(shown.out).toMatch(/Nothing was changed\. With --do/)
    expect((await inIt(b => b.read('wren')))!.build.name).toBe('Wren, changed')
    const tried = await run('restore', file, '--try')
    expect(tried.out).toMatch(/What would be there: builds: 1 \(Wren\)/)
    expect(tried.out).toMatch(/Nothing was touched/)
    expect((await run('restore', file, '--try', '--do')).code).toBe(2)
    expect((await inIt(b => b.read('wren')))!.build.name).toBe('Wren, changed')
    expect((await run('restore', file, '--do')).out).toMatch(/Done\. A copy of how it was/)
    expect((await inIt(b => b.read('wren')))!.build).toEqual(demo('wren'))
    expect(await inIt(b => b.read('heron'))).toBeUndefined()
  }, 60_000)
  it.runIf(LONG)(
    'is rebuilt when it is damaged, and says how',
    async () => {
      rmSync(join(placesIn(data).database, 'PG_VERSION'))
      const refused = await run('backup', file)
      expect(refused.code).toBe(2)
      expect(refused.err.trim().split('\n')).toHaveLength(1)
      expect(refused.err).toMatch(/PG_VERSION is missing.*npx snugbolt rebuild/)
      const r = await run('rebuild')
      expect(r).toMatchObject({
        code: 0,
        out: expect.stringMatching(/^Rebuilt from .*copy-.*zip and the journal: 1 builds/),
      })
      expect(readdirSync(data).some(n => n.startsWith('postgres.damaged-'))).toBe(true)
      expect((await inIt(b => b.read('wren')))!.build).toEqual(demo('wren'))
    },
    60_000,
  )
  it('answers one line to a folder in use and to a file that is no backup', async () => {
    writeFileSync(file, 'no zip')
    const bad = await run('restore', file)
    expect(bad).toMatchObject({ code: 2, err: expect.stringMatching(/all\.zip: it is no zip file/) })
    const typo = join(data, 'typo')
    for (const c of [['backup', file], ['restore', file], ['rebuild']])
      expect(await runIn(typo, ...c)).toMatchObject({ code: 2, err: expect.stringMatching(/No workshop lives in/) })
    expect(existsSync(typo)).toBe(false)
    const unlock = await lockFolder(data)
    expect(await run('rebuild')).toMatchObject({ code: 2, err: expect.stringMatching(/in use by process/) })
    unlock()
  })
})

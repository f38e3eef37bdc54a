import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { createHash } from 'node:crypto'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { crc32 } from 'node:zlib'
import { sql } from 'drizzle-orm'
import { unzipSync, zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LONG, oneIn } from '../../../tests/support/long.ts'
import { demo, demoShelf } from '../../../tests/support/demo.ts'
import { numbers } from '../../../tests/support/simDisk.ts'
import { USUAL_SETTINGS } from '../../core/document/settings.ts'
import type { Attachment } from '../../core/document/build.ts'
import { readBytes } from '../attachmentBytes.ts'
import { attachmentStore } from '../attachmentStore.ts'
import { buildStore } from '../buildStore.ts'
import { clearAway } from '../clearAway.ts'
import { openDatabase } from '../db/openDatabase.ts'
import { realDisk } from '../disk/realDisk.ts'
import { openWorkshop, type OpenWorkshop } from '../openWorkshop.ts'
import { settingsStore } from '../settingsStore.ts'
import { shelfStore } from '../shelfStore.ts'
import { copiesIn, keepCopy, newestCopy, overdue, KEPT_DAYS } from './copies.ts'
import { NoCopy, openCopy } from './copyFile.ts'
import { damageOf, doesNotOpen } from './databaseFolder.ts'
import type { Entry } from './entry.ts'
import { BEGINNING, writeHead } from './journalLine.ts'
import { damaged, lives } from './marker.ts'
import { placesIn } from './places.ts'
import { readJournal } from './readJournal.ts'
import { rebuild } from './rebuild.ts'
import { rehearse } from './rehearse.ts'
import { planRestore, restore } from './restore.ts'
import { keepSecond } from './secondPlace.ts'
import { lookThrough } from './scrub.ts'
import { FolderTrouble } from './trouble.ts'

const folders: string[] = []
const fresh = (): string => {
  const f = mkdtempSync(join(tmpdir(), 'snugbolt-keep-'))
  folders.push(f)
  return f
}
afterAll(() => folders.forEach(f => rmSync(f, { recursive: true, force: true })))

const wren = demo('wren')
const noted = (n: number) => ({ ...wren, name: `Wren ${n}` })

/** An empty workshop, made once; every test has a folder of its own. */
let empty: string
beforeAll(async () => {
  empty = fresh()
  await (await openWorkshop(empty)).close()
}, 60_000)
const workshop = (): string => {
  const data = fresh()
  cpSync(empty, data, { recursive: true, preserveTimestamps: true })
  return data
}
/** A workshop opened, worked in, and closed; what it told. */
async function within<T>(data: string, work: (o: OpenWorkshop) => Promise<T>, told: string[] = []): Promise<T> {
  const o = await openWorkshop(data, { tell: t => told.push(t) })
  try {
    return await work(o)
  } finally {
    await o.close()
  }
}
/** What opening a workshop tells. */
const tellsOf = async (data: string): Promise<string> => {
  const told: string[] = []
  await within(data, () => Promise.resolve(), told)
  return told.join('\n')
}
/** As after a stop of the machine: what the database says may be anything. */
const stopped = (data: string) => writeFileSync(placesIn(data).running, 'another run of the machine')
const emptied = (data: string) => {
  rmSync(placesIn(data).database, { recursive: true })
  cpSync(placesIn(empty).database, placesIn(data).database, { recursive: true, preserveTimestamps: true })
}
const copies = (data: string) => copiesIn(realDisk, placesIn(data).copies)
/** So many acknowledged saves of one build, some parts, and settings; what was acknowledged last. */
const worked = (data: string, saves: number) =>
  within(data, async ({ db, keeper: { keep } }) => {
    await settingsStore(db, keep).write(USUAL_SETTINGS, undefined, false)
    const builds = buildStore(db, keep)
    await builds.create(wren)
    let revision = 1
    for (let n = 1; n <= saves; n++) revision = (await builds.write(noted(n), revision, null))!.revision
    const shelf = shelfStore(db, keep),
      parts = demoShelf().slice(0, 5)
    await shelf.put(parts)
    await shelf.remove(parts[0]!.id)
  })
const state = (data: string) =>
  within(data, async ({ db }) => ({
    build: await buildStore(db).read('wren'),
    parts: (await shelfStore(db).list()).map(p => p.id),
    settings: await settingsStore(db).read(),
  }))

describe('a database that lost what was written', () => {
  it('gets it back from copies and journal after the machine stopped, whatever it says', async () => {
    const data = workshop()
    await worked(data, 12)
    const was = await state(data)
    expect(was.build).toMatchObject({ revision: 13, build: { name: 'Wren 12' } })
    expect(was.parts).toHaveLength(4)
    emptied(data)
    stopped(data)
    expect(await tellsOf(data)).toMatch(/The machine stopped.*rebuilt from copy and journal/)
    expect(await state(data)).toEqual(was)
    expect(await tellsOf(data)).toBe('')
  })
  it.runIf(LONG)(
    'gets back a part that was deleted and put back, at the revision that was acknowledged',
    async () => {
      const data = workshop(),
        [part] = demoShelf()
      await within(data, async ({ db, keeper: { keep } }) => {
        const s = shelfStore(db, keep)
        for (let n = 0; n < 4; n++) await s.put([{ ...part!, name: `Put ${n}` }])
      })
      const older = fresh()
      cpSync(placesIn(data).database, join(older, 'postgres'), { recursive: true, preserveTimestamps: true })
      await within(data, async ({ db, keeper: { keep } }) => {
        const s = shelfStore(db, keep)
        await s.remove(part!.id)
        // A page that still holds revision 4 never takes this for what it knows.
        expect(await s.put([{ ...part!, name: 'Put back' }])).toEqual({ [part!.id]: 5 })
      })
      rmSync(placesIn(data).database, { recursive: true })
      cpSync(join(older, 'postgres'), placesIn(data).database, { recursive: true, preserveTimestamps: true })
      // Even where its folder claims that all was written.
      await within(data, async ({ db }) =>
        expect(await shelfStore(db).read(part!.id)).toMatchObject({ revision: 5, part: { name: 'Put back' } }),
      )
    },
  )
  it.runIf(LONG)('goes on counting where a build was cleared away and is made again', async () => {
    const data = workshop()
    await within(data, async ({ db, keeper }) => {
      const b = buildStore(db, keeper.keep)
      await b.create(wren)
      for (let n = 1; n < 4; n++) await b.write(noted(n), n, null)
      await b.remove('wren', 4)
      await clearAway({ db, keeper }, new Date(Date.now() + 31 * 86_400_000))
      expect(await b.create(wren)).toMatchObject({ revision: 5 })
    })
    emptied(data)
    stopped(data)
    expect((await state(data)).build).toMatchObject({ revision: 5, build: { name: wren.name } })
  })
  it('does not bring back what was deleted, where the journal lost the line that says so', async () => {
    const data = workshop(),
      [a, b] = demoShelf()
    await within(data, async ({ db, keeper: { keep } }) => {
      const s = shelfStore(db, keep)
      await s.put([a!, b!])
      await s.remove(a!.id)
    })
    const { journal } = placesIn(data),
      name = readdirSync(journal).sort().at(-1)!,
      text = readFileSync(join(journal, name), 'latin1')
    writeFileSync(join(journal, name), text.replace(/part-gone/, 'part-GONE'), 'latin1')
    expect((await state(data)).parts).toEqual([b!.id])
  })
  it.runIf(LONG)('has nothing come true that was refused', async () => {
    const data = workshop()
    let fails = false
    const disk = {
      ...realDisk,
      open: async (...args: Parameters<typeof realDisk.open>) => {
        const f = await realDisk.open(...args)
        return {
          ...f,
          flush: async () => {
            if (fails && args[0].endsWith('.jnl')) {
              fails = false
              throw Object.assign(new Error('the disk failed'), { code: 'EIO' })
            }
            await f.flush()
          },
        }
      },
    }
    const o = await openWorkshop(data, { disk }),
      b = buildStore(o.db, o.keeper.keep)
    await b.create(wren)
    fails = true
    await expect(b.write({ ...wren, name: 'Refused' }, 1, null)).rejects.toThrow()
    expect(await b.read('wren')).toMatchObject({ revision: 1 })
    await o.close()
    emptied(data)
    stopped(data)
    expect((await state(data)).build).toMatchObject({ revision: 1, build: { name: wren.name } })
  })
  it.runIf(LONG)(
    'is got over with the newest copy damaged: the journal goes back to the one before it',
    async () => {
      const data = workshop()
      await within(data, o => o.keeper.keepCopy())
      await worked(data, 4)
      await within(data, o => o.keeper.keepCopy())
      const was = await state(data)
      truncateSync((await copies(data))[0]!.file, 50)
      stopped(data)
      expect(await state(data)).toEqual(was)
      const r = await rebuild(data)
      expect(r.damagedCopies).toHaveLength(1)
      expect(await state(data)).toEqual(was)
    },
    60_000,
  )
  it.runIf(LONG)(
    'is refused, with the command that mends it, where lines of the journal are missing after the machine stopped',
    async () => {
      const data = workshop()
      await worked(data, 6)
      const { journal } = placesIn(data),
        name = readdirSync(journal).sort().at(-1)!,
        lines = readFileSync(join(journal, name), 'latin1').split('\n')
      lines.splice(3, 1)
      writeFileSync(join(journal, name), lines.join('\n'), 'latin1')
      // With a database that holds all of it that is told, and a copy is made of what only it has.
      const whole = fresh()
      cpSync(data, whole, { recursive: true, preserveTimestamps: true })
      expect(await tellsOf(whole)).toMatch(/lines 3 are missing or damaged; the database holds what they said/)
      stopped(whole)
      expect((await state(whole)).build).toMatchObject({ revision: 7 })
      stopped(data)
      await expect(within(data, () => Promise.resolve())).rejects.toThrow(
        /lines 3 to 3 of its journal are missing.*npx snugbolt rebuild/,
      )
      expect(await rebuild(data)).toMatchObject({ builds: 1, missing: [{ from: 3, to: 3 }] })
      expect((await state(data)).build).toMatchObject({ revision: 7 })
    },
  )
  it.runIf(LONG)('opens one of before lines were numbered, and brings it up to the present', async () => {
    const data = workshop()
    await worked(data, 2)
    const p = placesIn(data),
      build = await within(data, ({ db }) => buildStore(db).read('wren'))
    for (const folder of [p.journal, p.copies]) {
      rmSync(folder, { recursive: true })
      mkdirSync(folder)
    }
    writeFileSync(p.marker, JSON.stringify({ format: 'snugbolt-workshop', since: '2026-01-01T00:00:00Z' }))
    const old = (e: unknown) => {
      const text = JSON.stringify(e)
      return `${crc32(text).toString(16).padStart(8, '0')} ${text}\n`
    }
    const entry: Entry = {
      kind: 'build',
      row: {
        id: 'wren',
        name: 'Lost by the database',
        revision: build!.revision + 1,
        document: { ...wren, name: 'Lost by the database' },
        history: null,
        demo: false,
        archivedAt: null,
        removedAt: null,
        updatedAt: new Date('2026-11-28T10:00:00.123Z'),
      },
    }
    writeFileSync(
      join(p.journal, 'journal-000001.log'),
      old(entry) + old({ ...entry, row: { ...entry.row, revision: 1 } }) + '1234',
    )
    expect((await state(data)).build).toMatchObject({ revision: 4, build: { name: 'Lost by the database' } })
    expect(readdirSync(p.journal).filter(n => n.endsWith('.log'))).toEqual([])
    emptied(data)
    stopped(data)
    expect((await state(data)).build).toMatchObject({ revision: 4 })
  })
  it.runIf(LONG)(
    'tells where the journal or the copies were taken away, and begins none where photos alone are left',
    async () => {
      const data = workshop()
      await worked(data, 3)
      rmSync(placesIn(data).journal, { recursive: true })
      expect(await tellsOf(data)).toMatch(/The journal is gone/)
      expect((await state(data)).build).toMatchObject({ revision: 4 })
      rmSync(placesIn(data).copies, { recursive: true })
      expect(await tellsOf(data)).toMatch(/No copy of the workshop is left: one is made now/)
      expect(await copies(data)).toHaveLength(1)
      await within(data, ({ db, keeper }) =>
        attachmentStore(db, keeper.keep, keeper.files).put(new Uint8Array([0xff, 0xd8, 0xff, 1]), 'image/jpeg'),
      )
      const { attachments } = placesIn(data)
      rmSync(attachments, { recursive: true })
      expect(await tellsOf(data)).toMatch(/1 photo or other file was gone .* and was written there again/)
      expect(readdirSync(attachments)).toHaveLength(1)
      for (const n of readdirSync(data)) if (n !== 'attachments') rmSync(join(data, n), { recursive: true })
      await expect(within(data, () => Promise.resolve())).rejects.toThrow(
        /nothing is left to open it from: the database’s folder is gone.*Nothing was changed/,
      )
      await expect(rebuild(data)).rejects.toThrow(/neither a copy nor a journal/)
    },
  )
  it('of a newer program is left alone', async () => {
    const data = workshop()
    writeFileSync(placesIn(data).marker, JSON.stringify({ format: 'snugbolt-workshop', version: 3 }))
    await expect(within(data, () => Promise.resolve())).rejects.toThrow(/newer version.*format 3/)
  })
  it.each([
    ['PG_VERSION gone', (d: string) => rmSync(join(d, 'PG_VERSION')), /PG_VERSION is missing/],
    [
      'emptied',
      (d: string) => readdirSync(d).forEach(f => rmSync(join(d, f), { recursive: true })),
      /PG_VERSION is missing/,
    ],
    ['the folder gone', (d: string) => rmSync(d, { recursive: true }), /folder is gone/],
    ['the log’s folder gone', (d: string) => rmSync(join(d, 'pg_wal'), { recursive: true }), /pg_wal is missing/],
    [
      'control file zeroed',
      (d: string) => writeFileSync(join(d, 'global/pg_control'), Buffer.alloc(8192)),
      /control file is empty/,
    ],
    [
      'tables gone',
      (d: string) => readdirSync(join(d, 'base')).forEach(f => rmSync(join(d, 'base', f), { recursive: true })),
      /tables are gone/,
    ],
  ])('is never begun over: %s', async (what, damage, says) => {
    // What is looked at before the engine is: the files without which no cluster opens.
    const data = fresh(),
      d = placesIn(data).database
    for (const n of ['global', 'base/1', 'pg_wal']) mkdirSync(join(d, n), { recursive: true })
    writeFileSync(join(d, 'PG_VERSION'), '17')
    writeFileSync(join(d, 'global/pg_control'), 'control')
    expect(damageOf(d)).toBeUndefined()
    mkdirSync(placesIn(data).journal)
    writeFileSync(join(placesIn(data).journal, 'lines-000001.jnl'), writeHead({ ...BEGINNING, seq: 7 }))
    damage(d)
    const opened = () => openWorkshop(data)
    await expect(opened()).rejects.toThrow(FolderTrouble)
    await expect(opened()).rejects.toThrow(says)
    await expect(opened()).rejects.toThrow(`npx snugbolt rebuild --data ${data}`)
    // Nothing was made in its place.
    expect(existsSync(join(d, 'PG_VERSION'))).toBe(
      !['PG_VERSION gone', 'emptied', 'the folder gone'].includes(what),
    )
  })
  it.each(
    oneIn(2, [
      ['its log cut', (d: string) => files(join(d, 'pg_wal')).forEach(f => truncateSync(f, 4096))],
      [
        'its tables cut',
        (d: string) =>
          readdirSync(join(d, 'base')).forEach(x =>
            files(join(d, 'base', x)).forEach(f => statSync(f).size > 8192 && truncateSync(f, 4000)),
          ),
      ],
    ] as [string, (d: string) => void][]),
  )(
    'is rebuilt from copy and journal with everything acknowledged: %s',
    async (_what, damage) => {
      const data = workshop()
      await worked(data, 6)
      // A copy half way, and more after it.
      await within(data, o => o.keeper.keepCopy())
      await within(data, async ({ db, keeper: { keep } }) => {
        const b = buildStore(db, keep)
        expect(await b.write(noted(99), 7, null)).toMatchObject({ revision: 8 })
      })
      const was = await state(data)
      damage(placesIn(data).database)
      const open = openDatabase({ folder: placesIn(data).database })
      await expect(open).rejects.toThrow()
      const said = damaged(data, doesNotOpen(await open.catch((e: unknown) => e)))
      expect(said.message).toMatch(/files are damaged/)
      await expect(openWorkshop(data)).rejects.toThrow(/files are damaged.*npx snugbolt rebuild/)
      const r = await rebuild(data)
      expect(r).toMatchObject({ builds: 1, missing: [], damagedCopies: [] })
      expect(readdirSync(data).filter(n => n.startsWith('postgres.damaged-'))).toHaveLength(1)
      expect(await state(data)).toEqual(was)
    },
    60_000,
  )
  const files = (folder: string) =>
    readdirSync(folder).flatMap(n => (statSync(join(folder, n)).isFile() ? [join(folder, n)] : []))
  it('says plainly where there is nothing to rebuild from, and what no copy is', async () => {
    await expect(rebuild(fresh())).rejects.toThrow(/neither a copy nor a journal/)
    expect(await lives(realDisk, placesIn(fresh()))).toBe(false)
    const file = join(fresh(), 'a file')
    writeFileSync(file, '')
    await expect(openWorkshop(file)).rejects.toThrow(/is a file\. Nothing was changed.*SNUGBOLT_DATA/)
  })
})

describe('copies', () => {
  /** A backup of a workshop, as bytes. */
  const backup = (data: string) =>
    within(data, async o => {
      const file = join(data, 'all.zip')
      await o.keeper.backup(file)
      return readFileSync(file)
    })
  const opened = (bytes: Uint8Array) => openCopy(Buffer.from(bytes), { strict: true })
  /** Brings a copy back as the command does, and opens the workshop that it makes. */
  const broughtBack = async (data: string, bytes: Uint8Array) => {
    const copy = await opened(bytes)
    await within(data, ({ db, keeper, places }) =>
      restore({ disk: realDisk, places, db, files: keeper.files }, copy, copy.bytesOf, keeper.mark(), new Date()),
    )
    copy.close()
    await within(data, () => Promise.resolve())
  }
  it.runIf(LONG)('hold the whole workshop as open files and come back equal, documents byte for byte', async () => {
    const data = workshop()
    await worked(data, 3)
    const bytes = await backup(data),
      files = unzipSync(bytes)
    expect(Object.keys(files).sort()).toEqual([
      'builds/wren.json',
      'digests.json',
      'settings.json',
      'shelf.json',
      'workshop.json',
    ])
    expect(Buffer.from(files['builds/wren.json']!).toString()).toBe(JSON.stringify(noted(3), null, 2) + '\n')
    // Brought into an empty workshop it is the same again.
    const other = workshop()
    await broughtBack(other, bytes)
    const again = unzipSync(await backup(other))
    for (const n of ['builds/wren.json', 'settings.json', 'shelf.json']) expect(again[n]).toEqual(files[n])
  })
  it.runIf(LONG)('that were changed by one bit anywhere are told, or are what they were', async () => {
    const data = workshop()
    await worked(data, 1)
    const bytes = await backup(data),
      was = [] as Entry[]
    for await (const e of (await opened(bytes)).entries()) was.push(e)
    const random = numbers(3)
    let told = 0
    for (let turn = 0; turn < 300; turn++) {
      const other = Buffer.from(bytes)
      other[Math.floor(random() * other.length)]! ^= 1 << Math.floor(random() * 8)
      try {
        const copy = await opened(other)
        await copy.prove()
        const now = [] as Entry[]
        for await (const e of copy.entries()) now.push(e)
        expect(now).toEqual(was)
      } catch (e) {
        if (!(e instanceof NoCopy)) throw e
        told++
      }
    }
    expect(told).toBeGreaterThan(200)
  })
  it('are numbered whatever the clock says, kept by day, and a damaged one is passed over', async () => {
    const data = workshop(),
      folder = placesIn(data).copies,
      pieces = async function* () {
        yield readFileSync((await copies(empty))[0]!.file)
      }
    // One that a wrong clock dated a year ahead.
    await keepCopy(realDisk, folder, new Date(Date.UTC(2028, 0, 1)), pieces())
    for (let n = 1; n <= KEPT_DAYS + 3; n++)
      for (const hour of [8, 20]) await keepCopy(realDisk, folder, new Date(Date.UTC(2027, 0, n, hour)), pieces())
    const all = await copies(data)
    expect(all[0]!.file).toMatch(/-2027-01-17T20-00-00Z\.zip$/)
    expect(new Set(all.map(c => c.made.toISOString().slice(0, 10))).size).toBe(KEPT_DAYS)
    expect(all.length).toBe(KEPT_DAYS + 1)
    expect(overdue(all)).toEqual([])
    expect(readdirSync(folder).filter(n => n.endsWith('.part'))).toEqual([])
    truncateSync(all[0]!.file, 100)
    writeFileSync(all[1]!.file, zipSync({ 'workshop.json': new TextEncoder().encode('{"format":"other"}') }))
    const { found, damaged: bad } = await newestCopy(realDisk, folder)
    expect(found!.file).toBe(all[2]!.file)
    expect(bad.map(b => b.why)).toEqual(['it is no zip file, or a damaged one', 'it is no copy of a workshop'])
  })
  it('go on being made where the newest is dated in the future, and say so', async () => {
    const data = workshop(),
      [c] = await copies(data)
    cpSync(
      c!.file,
      join(
        placesIn(data).copies,
        `copy-000900-${new Date(Date.now() + 4e10).toISOString().slice(0, 10)}T00-00-00Z.zip`,
      ),
    )
    expect(await tellsOf(data)).toMatch(/clock was or is wrong.*Copies go on being made/)
    expect((await copies(data))[0]!.number).toBe(901)
  })
  it('name what is missing in them', async () => {
    const text = (x: unknown) => new TextEncoder().encode(JSON.stringify(x))
    await expect(opened(new Uint8Array(3))).rejects.toThrow(NoCopy)
    const lacking = await opened(
      zipSync({ 'workshop.json': text({ format: 'snugbolt-workshop-copy', builds: [{ id: 'x' }], shelf: [] }) }),
    )
    await expect(lacking.prove()).rejects.toThrow('builds/x.json is missing')
    await expect(
      opened(zipSync({ 'workshop.json': new TextEncoder().encode('{'), 'shelf.json': text({}) })),
    ).rejects.toThrow('workshop.json in it is not JSON')
    await expect(
      opened(zipSync({ 'workshop.json': text({ format: 'snugbolt-workshop-copy', version: 9 }) })),
    ).rejects.toThrow(/newer version of this program made it/)
  })
  it.runIf(LONG)('tell what bringing them back would change, and do that and no more', async () => {
    const data = workshop()
    await worked(data, 2)
    const then = await backup(data)
    await within(data, async ({ db, keeper: k }) => {
      const copy = await opened(then)
      expect(await planRestore(db, copy)).toEqual({
        come: [],
        change: [],
        go: [],
        parts: { come: 0, change: 0, go: 0 },
        settings: false,
        attachments: 0,
      })
      const b = buildStore(db, k.keep),
        s = shelfStore(db, k.keep),
        [part] = await s.list()
      await b.write(noted(50), 3, null)
      await b.create({ ...demo('heron') })
      await s.remove(part!.id)
      await s.put([{ ...demoShelf()[8]!, name: 'Brought later' }])
      expect(await planRestore(db, copy)).toEqual({
        come: [],
        change: ['Wren 2'],
        go: ['Heron'],
        parts: { come: 1, change: 0, go: 1 },
        settings: false,
        attachments: 0,
      })
    })
    await broughtBack(data, then)
    await within(data, async ({ db, keeper: k }) => {
      const b = buildStore(db, k.keep)
      expect((await b.read('wren'))!.build.name).toBe('Wren 2')
      // Revisions go on, and what went can be had back.
      expect((await b.read('wren'))!.revision).toBe(5)
      expect(await b.read('heron')).toBeUndefined()
      expect(await b.restore('heron')).toBe(true)
      expect(await shelfStore(db).list()).toHaveLength(4)
      // A page that holds what was there in between is told.
      expect((await shelfStore(db).read(demoShelf()[1]!.id))!.revision).toBeGreaterThan(1)
    })
  })
  it.runIf(LONG)('that are brought back come whole or not at all: broken off, it is as it was before', async () => {
    const data = workshop()
    await worked(data, 2)
    const then = await backup(data)
    await worked(data, 0).catch(() => undefined)
    await within(data, ({ db, keeper }) => buildStore(db, keeper.keep).write(noted(50), 3, null))
    const was = await state(data),
      copy = await opened(then)
    // The copy that would be the workshop is never finished.
    const disk = {
      ...realDisk,
      rename: (from: string, to: string) =>
        to.includes('copy-')
          ? Promise.reject(Object.assign(new Error('ended'), { code: 'EIO' }))
          : realDisk.rename(from, to),
    }
    await within(data, ({ db, keeper, places }) =>
      restore({ disk, places, db, files: keeper.files }, copy, copy.bytesOf, keeper.mark(), new Date()).catch(
        () => undefined,
      ),
    )
    expect(await state(data)).toEqual(was)
  })
  it('are rehearsed in memory: what would be there, nothing touched', async () => {
    const data = workshop()
    await worked(data, 2)
    const copy = await opened(await backup(data))
    expect(await rehearse(copy, copy.bytesOf)).toEqual({
      builds: ['Wren 2'],
      deleted: [],
      parts: 4,
      attachments: 0,
      missing: 0,
      settings: true,
    })
  })
  it('are read through, and what is damaged is named', async () => {
    const data = workshop()
    await worked(data, 2)
    await within(data, o => o.keeper.keepCopy())
    const places = placesIn(data),
      at = new Date('2026-12-01T12:00:00Z')
    expect(await lookThrough(realDisk, places, at)).toMatchObject({ wrong: [], copies: 2, photos: 0 })
    truncateSync((await copies(data))[0]!.file, 100)
    mkdirSync(places.attachments, { recursive: true })
    writeFileSync(join(places.attachments, 'a'.repeat(64)), 'no photo')
    const { wrong } = await lookThrough(realDisk, places, at)
    expect(wrong.join()).toMatch(/The copy .* is damaged.*The file .*a{64} is damaged/)
  })
  it('go to a second place with their photos, and are to be had back from there', async () => {
    const data = workshop(),
      second = fresh()
    await worked(data, 2)
    await within(data, async ({ db, keeper }) => {
      await attachmentStore(db, keeper.keep, keeper.files).put(new Uint8Array([0xff, 0xd8, 0xff, 1]), 'image/jpeg')
      await keeper.keepCopy()
    })
    const places = placesIn(data),
      at = new Date('2026-12-01T12:00:00Z')
    expect(await keepSecond(realDisk, places, join(second, 'no stick'), at)).toMatchObject({
      wrong: 'it is not there',
    })
    expect(await keepSecond(realDisk, places, second, at)).toEqual({
      folder: second,
      at: at.toISOString(),
      wrong: undefined,
    })
    expect(readdirSync(join(second, 'copies'))).toEqual(readdirSync(places.copies))
    expect(readdirSync(join(second, 'attachments'))).toEqual(readdirSync(places.attachments))
  })
})

describe('attachments', () => {
  const photo = (n: number) =>
    new Uint8Array([0xff, 0xd8, 0xff, ...Array.from({ length: 5000 }, (_, i) => (i * n) % 251)])
  const put = (data: string, ...all: Uint8Array[]) =>
    within(data, async ({ db, keeper: k }) => {
      const out = []
      for (const b of all) out.push(await attachmentStore(db, k.keep, k.files).put(b, 'image/jpeg'))
      return out
    })
  const bytes = (data: string, hash: string) => within(data, ({ db }) => readBytes(db, hash))
  it('are flushed to a file of their own before they are acknowledged, and each is there once', async () => {
    const data = workshop(),
      [a, again, b] = await put(data, photo(3), photo(3), photo(7))
    expect(again).toEqual(a)
    expect(readdirSync(placesIn(data).attachments).sort()).toEqual([a!.hash, b!.hash].sort())
    // FIPS 180-4, as another implementation has it.
    expect(createHash('sha256').update(photo(3)).digest('hex')).toBe(a!.hash)
    expect(await bytes(data, a!.hash)).toEqual(photo(3))
  })
  it.runIf(LONG)('come back with a rebuilt database, and one whose file was damaged does not', async () => {
    const data = workshop(),
      [a, b] = await put(data, photo(3), photo(7))
    writeFileSync(join(placesIn(data).attachments, b!.hash), 'not the photo')
    rmSync(placesIn(data).database, { recursive: true })
    await rebuild(data)
    expect(await bytes(data, a!.hash)).toEqual(photo(3))
    expect(await bytes(data, b!.hash)).toBeUndefined()
  })
  it.runIf(LONG)('go with a backup, and come back from it into an empty workshop', async () => {
    const data = workshop(),
      [a] = await put(data, photo(3)),
      file = join(data, 'all.zip')
    await within(data, o => o.keeper.backup(file))
    const copy = await openCopy(file, { strict: true }),
      other = workshop()
    expect(Buffer.from((await copy.bytesOf(a!.hash))!)).toEqual(Buffer.from(photo(3)))
    await within(other, async ({ db, keeper, places }) => {
      expect((await planRestore(db, copy)).attachments).toBe(1)
      await restore(
        { disk: realDisk, places, db, files: keeper.files },
        copy,
        copy.bytesOf,
        keeper.mark(),
        new Date(),
      )
    })
    await within(other, async ({ db }) => expect((await planRestore(db, copy)).attachments).toBe(0))
    expect(await bytes(other, a!.hash)).toEqual(photo(3))
    expect(readdirSync(placesIn(other).attachments)).toEqual([a!.hash])
    // The copy of the day lies beside them and does not hold them again.
    await within(data, o => o.keeper.keepCopy())
    const daily = readFileSync((await copies(data))[0]!.file)
    expect(Object.keys(unzipSync(daily)).filter(n => n.startsWith('attachments'))).toEqual([])
    const entries: Entry[] = []
    for await (const e of (await openCopy(daily)).entries()) entries.push(e)
    expect(entries).toContainEqual({ kind: 'attachment', row: a })
  })
  it('are refused in a backup whose bytes are others than its hash says', async () => {
    const data = workshop(),
      [a] = await put(data, photo(3)),
      file = join(data, 'all.zip')
    await within(data, o => o.keeper.backup(file))
    const files = unzipSync(readFileSync(file))
    files[`attachments/${a!.hash}`]![100]! ^= 1
    const copy = await openCopy(Buffer.from(zipSync(files)))
    await expect(copy.prove()).rejects.toThrow(`attachments/${a!.hash} in it was changed since it was made`)
  })
  it('are cleared away a month after anything last spoke of them: a build, what can be taken back on it, a copy', async () => {
    const data = workshop(),
      [a, b, c, d] = await put(data, photo(3), photo(7), photo(11), photo(13)),
      of = (hash: string): Attachment => ({
        id: 'p-1',
        hash,
        type: 'image/jpeg',
        size: 5003,
        name: 'pocket.jpg',
        at: '2026-11-28T10:00:00Z',
      }),
      DAY = 86_400_000,
      now = Date.now(),
      after = (days: number) => new Date(now + days * DAY),
      there = () => readdirSync(placesIn(data).attachments).sort()
    const hashes = (...all: (typeof a)[]) => all.map(x => x!.hash).sort()
    await within(data, async o => {
      const builds = buildStore(o.db, o.keeper.keep)
      await builds.create({ ...wren, attachments: [of(a!.hash), of(c!.hash)] })
      // The second is spoken of by what can be taken back alone, the third by a copy alone.
      await o.keeper.keepCopy()
      await builds.write({ ...wren, attachments: [of(a!.hash)] }, 1, {
        past: [
          {
            title: 'Photo taken away',
            at: '2026-11-28T10:00:00Z',
            patch: [{ op: 'add', path: '/attachments', value: [of(b!.hash)] }],
          },
        ],
        future: [],
      })
      await clearAway(o, after(0))
      // Uploaded long ago is not the question.
      await clearAway(o, after(29))
      expect(there()).toEqual(hashes(a, b, c, d))
      await clearAway(o, after(31))
      expect(there()).toEqual(hashes(a, b, c))
      // What can be taken back has gone: from now on it counts, not from the upload.
      await builds.write({ ...wren, attachments: [of(a!.hash)], note: 'later' }, 2, null)
      await clearAway(o, after(40))
      await clearAway(o, after(69))
      expect(there()).toEqual(hashes(a, b, c))
      await clearAway(o, after(71))
      expect(there()).toEqual(hashes(a, c))
      // Deleted, a build can be had back, and so can its photos.
      await builds.remove('wren', 3)
      await clearAway({ ...o, keeper: o.keeper }, after(72))
      expect(there()).toEqual(hashes(a, c))
    })
  })
})

describe('the tables', () => {
  it.runIf(LONG)(
    'do not grow by every save: 250 saves of one build leave room for fewer than 100',
    async () => {
      const data = workshop()
      await within(data, async ({ db, keeper: { keep } }) => {
        const b = buildStore(db, keep)
        await b.create(wren)
        const size = async () =>
          Number(
            (
              (await db.execute(sql`select pg_total_relation_size('builds') as n`)) as unknown as {
                rows: { n: number }[]
              }
            ).rows[0]!.n,
          )
        const one = await size()
        let revision = 1
        for (let n = 1; n <= 250; n++) revision = (await b.write(noted(n), revision, null))!.revision
        expect(await size()).toBeLessThan(100 * one)
        expect((await readJournal(realDisk, placesIn(data).journal)).lines).toHaveLength(251)
      })
    },
    60_000,
  )
})

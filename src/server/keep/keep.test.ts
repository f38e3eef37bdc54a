import {
  appendFileSync,
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
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createHash } from 'node:crypto'
import { sql } from 'drizzle-orm'
import { unzipSync, zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demo, demoShelf } from '../../../tests/support/demo.ts'
import { USUAL_SETTINGS } from '../../core/build/settings.ts'
import type { Attachment } from '../../core/build/build.ts'
import { attachmentStore, readBytes } from '../attachmentStore.ts'
import { buildStore } from '../buildStore.ts'
import { openDatabase, type OpenDatabase } from '../db/openDatabase.ts'
import { databaseFolder, prepareHere } from '../prepareFolder.ts'
import { settingsStore } from '../settingsStore.ts'
import { shelfStore } from '../shelfStore.ts'
import { copiesIn, copyOf, entriesIn, KEPT_COPIES, keepCopy, newestCopy, NoCopy } from './copy.ts'
import { entryIn, Journal, lineOf, readJournal, type Entry } from './journal.ts'
import { openKeeper } from './keeper.ts'
import { rebuild } from './rebuild.ts'
import { replay } from './replay.ts'
import { planRestore, restore } from './restore.ts'
import {
  damaged,
  doesNotOpen,
  examine,
  FolderTrouble,
  lives,
  mark,
  mayHaveStopped,
  placesIn,
} from './workshopFolder.ts'

const folders: string[] = []
const fresh = (): string => {
  const f = mkdtempSync(join(tmpdir(), 'snugbolt-keep-'))
  folders.push(f)
  return f
}
afterAll(() => folders.forEach(f => rmSync(f, { recursive: true, force: true })))

const wren = demo('wren')
const quiet = () => undefined
const noted = (n: number) => ({ ...wren, name: `Wren ${n}` })

/** An empty workshop, made once; every test has a folder of its own. */
let empty: string
beforeAll(async () => {
  empty = fresh()
  await prepareHere(empty)
}, 60_000)
const workshop = (): string => {
  const data = fresh()
  cpSync(empty, data, { recursive: true })
  return data
}
/** A workshop opened, worked in, and closed, or left as a power cut would leave it but for what the disk lost. */
async function within<T>(
  data: string,
  work: (o: OpenDatabase, keep: Awaited<ReturnType<typeof openKeeper>>) => Promise<T>,
): Promise<T> {
  const o = await openDatabase({ folder: databaseFolder(data) }),
    keeper = await openKeeper(o.db, data, quiet)
  mark(data)
  try {
    return await work(o, keeper)
  } finally {
    await keeper.close()
    await o.close()
  }
}
/** So many acknowledged saves of one build, some parts, and settings; what was acknowledged last. */
const worked = (data: string, saves: number) =>
  within(data, async ({ db }, { keep }) => {
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

describe('the journal', () => {
  const entry = (revision: number): Entry => ({
    kind: 'build',
    row: {
      id: 'wren',
      name: 'Wren',
      revision,
      document: wren,
      history: null,
      demo: false,
      archivedAt: null,
      removedAt: null,
      updatedAt: new Date('2026-11-28T10:00:00.123Z'),
    },
  })
  it('reads back what was written, times and all, and nothing that was changed since', () => {
    const line = lineOf(entry(3)).trimEnd()
    expect(entryIn(line)).toEqual(entry(3))
    for (const at of [0, 5, 9, 40, line.length - 2])
      expect(
        entryIn(line.slice(0, at) + (line[at] === 'x' ? 'y' : 'x') + line.slice(at + 1)),
        `at ${at}`,
      ).toBeUndefined()
    expect(entryIn(line.slice(0, -1))).toBeUndefined()
    expect(entryIn('')).toBeUndefined()
  })
  it('leaves out a torn last line and goes on in a file of its own', async () => {
    const folder = fresh(),
      first = await Journal.open(folder)
    await Promise.all([1, 2, 3].map(n => first.record([entry(n)])))
    await first.close()
    const [name] = readdirSync(folder)
    appendFileSync(join(folder, name!), lineOf(entry(4)).slice(0, 60))
    const second = await Journal.open(folder)
    await second.record([entry(5)])
    await second.close()
    const { entries, bad } = readJournal(folder)
    expect(entries.map(e => e.kind === 'build' && e.row.revision)).toEqual([1, 2, 3, 5])
    expect(bad).toBe(1)
  })
  it('is cut to what was written after a copy, and keeps what came while it was made', async () => {
    const folder = fresh(),
      j = await Journal.open(folder)
    await j.record([entry(1)])
    await j.turn()
    await j.record([entry(2)])
    const revisions = () => readJournal(folder).entries.map(e => e.kind === 'build' && e.row.revision)
    // A copy that was made before the first was written holds none of them.
    j.cut(new Date(Date.now() - 60_000))
    expect(revisions()).toEqual([1, 2])
    j.cut(new Date(Date.now() + 60_000))
    expect(revisions()).toEqual([2])
    await j.close()
    await expect(j.record([entry(3)])).rejects.toThrow()
  })
  it('is nothing where there is none', () =>
    expect(readJournal(join(fresh(), 'none'))).toEqual({ entries: [], bad: 0 }))
})

describe('entries played over a database', () => {
  it('leave a build that stands at a later revision, and go by revision where two writers crossed', async () => {
    await within(workshop(), async ({ db }) => {
      const b = buildStore(db),
        at = (revision: number): Entry => ({
          kind: 'build',
          row: {
            id: 'wren',
            name: `At ${revision}`,
            revision,
            document: noted(revision),
            history: null,
            demo: false,
            archivedAt: null,
            removedAt: null,
            updatedAt: new Date(0),
          },
        })
      await replay(db, [at(3), at(2)])
      expect(await b.read('wren')).toMatchObject({ revision: 3, build: { name: 'Wren 3' } })
      expect(await replay(db, [at(1)])).toBe(0)
      expect(await b.read('wren')).toMatchObject({ revision: 3 })
      expect(await replay(db, [at(3), { kind: 'build-gone', id: 'wren' }])).toBe(1)
      expect(await b.read('wren')).toBeUndefined()
    })
  })
})

describe('a power cut', () => {
  it('brings back from the journal what the database lost, and again changes nothing', async () => {
    const data = workshop()
    await worked(data, 12)
    const was = await state(data)
    expect(was.build).toMatchObject({ revision: 13, build: { name: 'Wren 12' } })
    // The disk kept the journal and lost everything that the engine never flushed.
    rmSync(databaseFolder(data), { recursive: true })
    cpSync(databaseFolder(empty), databaseFolder(data), { recursive: true })
    const now = await state(data)
    expect(now).toEqual(was)
    expect(now.parts).toHaveLength(4)
    await within(data, async ({ db }) =>
      expect(await replay(db, readJournal(placesIn(data).journal).entries)).toBe(0),
    )
  })
  it('brings back from the copy as well what was written before it, after the machine has stopped', async () => {
    const data = workshop()
    await worked(data, 5)
    await within(data, (_o, k) => k.keepCopy())
    // Nothing of this is in the journal any more once a later copy has been made.
    for (const f of readdirSync(placesIn(data).journal)) rmSync(join(placesIn(data).journal, f))
    await within(data, async ({ db }, { keep }) => {
      expect(await buildStore(db, keep).write(noted(6), 6, null)).toMatchObject({ revision: 7 })
    })
    const was = await state(data)
    rmSync(databaseFolder(data), { recursive: true })
    cpSync(databaseFolder(empty), databaseFolder(data), { recursive: true })
    expect(mayHaveStopped(data)).toBe(false)
    writeFileSync(placesIn(data).running, 'another run of the machine')
    expect(mayHaveStopped(data)).toBe(true)
    expect(await state(data)).toEqual(was)
    expect(mayHaveStopped(data)).toBe(false)
  })
  it('is got over with the newest copy damaged: the journal goes back to the one before it', async () => {
    const data = workshop()
    await within(data, async (_o, k) => k.keepCopy())
    await new Promise(done => setTimeout(done, 1100))
    await worked(data, 4)
    await within(data, async (_o, k) => k.keepCopy())
    const was = await state(data)
    truncateSync(copiesIn(placesIn(data).copies)[0]!, 50)
    const r = await rebuild(data)
    expect(r.damagedCopies).toHaveLength(1)
    expect(await state(data)).toEqual(was)
  }, 60_000)
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
  ])('is never begun over: %s', (what, damage, says) => {
    // What is looked at before the engine is: the files without which no cluster opens.
    const data = fresh(),
      d = databaseFolder(data)
    for (const n of ['global', 'base/1', 'pg_wal']) mkdirSync(join(d, n), { recursive: true })
    writeFileSync(join(d, 'PG_VERSION'), '17')
    writeFileSync(join(d, 'global/pg_control'), 'control')
    mark(data)
    expect(() => examine(data)).not.toThrow()
    damage(d)
    expect(() => examine(data)).toThrow(FolderTrouble)
    expect(() => examine(data)).toThrow(says)
    expect(() => examine(data)).toThrow(`npx snugbolt rebuild --data ${data}`)
    // Nothing was made in its place.
    expect(existsSync(join(d, 'PG_VERSION'))).toBe(
      !['PG_VERSION gone', 'emptied', 'the folder gone'].includes(what),
    )
  })
  it.each([
    ['its log cut', (d: string) => files(join(d, 'pg_wal')).forEach(f => truncateSync(f, 4096))],
    [
      'its tables cut',
      (d: string) =>
        readdirSync(join(d, 'base')).forEach(x =>
          files(join(d, 'base', x)).forEach(f => statSync(f).size > 8192 && truncateSync(f, 4000)),
        ),
    ],
  ])(
    'is rebuilt from copy and journal with everything acknowledged: %s',
    async (_what, damage) => {
      const data = workshop()
      await worked(data, 6)
      // A copy half way, and more after it.
      await within(data, (_o, k) => k.keepCopy())
      await within(data, async ({ db }, { keep }) => {
        const b = buildStore(db, keep)
        expect(await b.write(noted(99), 7, null)).toMatchObject({ revision: 8 })
      })
      const was = await state(data)
      damage(databaseFolder(data))
      const open = openDatabase({ folder: databaseFolder(data) })
      await expect(open).rejects.toThrow()
      const said = damaged(data, doesNotOpen(await open.catch((e: unknown) => e)))
      expect(said.message).toMatch(/files are damaged/)
      const r = await rebuild(data)
      expect(r).toMatchObject({ builds: 1, badLines: 0, damagedCopies: [] })
      expect(existsSync(r.aside!)).toBe(true)
      expect(await state(data)).toEqual(was)
    },
    60_000,
  )
  const files = (folder: string) =>
    readdirSync(folder).flatMap(n => (statSync(join(folder, n)).isFile() ? [join(folder, n)] : []))
  it('says plainly where there is nothing to rebuild from, and what no copy is', async () => {
    await expect(rebuild(fresh())).rejects.toThrow(/neither a copy nor a journal/)
    expect(lives(fresh())).toBe(false)
    expect(() => examine(fresh())).not.toThrow()
  })
})

describe('copies', () => {
  it('hold the whole workshop as open files and come back equal, documents byte for byte', async () => {
    const data = workshop()
    await worked(data, 3)
    await within(data, async ({ db }, k) => {
      const bytes = await k.copy(),
        files = unzipSync(bytes)
      expect(Object.keys(files).sort()).toEqual([
        'builds/wren.json',
        'settings.json',
        'shelf.json',
        'workshop.json',
      ])
      expect(Buffer.from(files['builds/wren.json']!).toString()).toBe(JSON.stringify(noted(3), null, 2) + '\n')
      // Brought into an empty workshop it is the same again.
      const other = workshop()
      await within(other, async (o, keeper) => {
        await restore(o.db, entriesIn(bytes).entries, keeper.keep)
        const again = unzipSync(await copyOf(o.db, new Date()))
        for (const n of ['builds/wren.json', 'settings.json', 'shelf.json']) expect(again[n]).toEqual(files[n])
      })
      void db
    })
  })
  it('are kept by date, the newest fourteen, and a damaged one is passed over', async () => {
    const data = workshop(),
      folder = placesIn(data).copies
    await within(data, async ({ db }) => {
      for (let n = 1; n <= KEPT_COPIES + 3; n++) await keepCopy(db, folder, new Date(Date.UTC(2027, 0, n, 8)))
    })
    const all = copiesIn(folder)
    expect(all).toHaveLength(KEPT_COPIES)
    expect(all[0]).toMatch(/copy-2027-01-17T08-00-00Z\.zip$/)
    expect(readdirSync(folder).filter(n => n.endsWith('.part'))).toEqual([])
    truncateSync(all[0]!, 100)
    writeFileSync(all[1]!, zipSync({ 'workshop.json': new TextEncoder().encode('{"format":"other"}') }))
    const { found, damaged: bad } = newestCopy(folder)
    expect(found!.file).toBe(all[2])
    expect(bad.map(b => b.why)).toEqual(['it is no zip file, or a damaged one', 'it is no copy of a workshop'])
  })
  it('name what is missing in them', () => {
    const text = (x: unknown) => new TextEncoder().encode(JSON.stringify(x))
    expect(() => entriesIn(new Uint8Array(3))).toThrow(NoCopy)
    expect(() =>
      entriesIn(
        zipSync({ 'workshop.json': text({ format: 'snugbolt-workshop-copy', builds: [{ id: 'x' }], shelf: [] }) }),
      ),
    ).toThrow('builds/x.json is missing')
    expect(() =>
      entriesIn(zipSync({ 'workshop.json': new TextEncoder().encode('{'), 'shelf.json': text({}) })),
    ).toThrow('workshop.json in it is not JSON')
  })
  it('tell what bringing them back would change, and do that and no more', async () => {
    const data = workshop()
    await worked(data, 2)
    await within(data, async ({ db }, k) => {
      const then = entriesIn(await k.copy()).entries
      expect(await planRestore(db, then)).toEqual({
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
      expect(await planRestore(db, then)).toEqual({
        come: [],
        change: ['Wren 2'],
        go: ['Heron'],
        parts: { come: 1, change: 0, go: 1 },
        settings: false,
        attachments: 0,
      })
      await restore(db, then, k.keep)
      expect((await b.read('wren'))!.build.name).toBe('Wren 2')
      // Revisions go on, and what went can be had back.
      expect((await b.read('wren'))!.revision).toBe(5)
      expect(await b.read('heron')).toBeUndefined()
      expect(await b.restore('heron')).toBe(true)
      expect((await s.list()).map(p => p.id)).toContain(part!.id)
    })
  })
})

describe('attachments', () => {
  const photo = (n: number) =>
    new Uint8Array([0xff, 0xd8, 0xff, ...Array.from({ length: 5000 }, (_, i) => (i * n) % 251)])
  const put = (data: string, ...all: Uint8Array[]) =>
    within(data, async ({ db }, k) => {
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
  it('come back with a rebuilt database, and one whose file was damaged does not', async () => {
    const data = workshop(),
      [a, b] = await put(data, photo(3), photo(7))
    writeFileSync(join(placesIn(data).attachments, b!.hash), 'not the photo')
    rmSync(placesIn(data).database, { recursive: true })
    await rebuild(data)
    expect(await bytes(data, a!.hash)).toEqual(photo(3))
    expect(await bytes(data, b!.hash)).toBeUndefined()
  })
  it('go with a backup, and come back from it into an empty workshop', async () => {
    const data = workshop(),
      [a] = await put(data, photo(3)),
      copy = entriesIn(await within(data, (_, k) => k.copy())),
      other = workshop()
    expect(copy.files.get(a!.hash)).toEqual(photo(3))
    await within(other, async ({ db }, k) => {
      expect((await planRestore(db, copy.entries)).attachments).toBe(1)
      await restore(db, copy.entries, k.keep, k.files, h => copy.files.get(h))
      expect((await planRestore(db, copy.entries)).attachments).toBe(0)
    })
    expect(await bytes(other, a!.hash)).toEqual(photo(3))
    expect(readdirSync(placesIn(other).attachments)).toEqual([a!.hash])
    // The copy of the day lies beside them and does not hold them again.
    const daily = await within(data, ({ db }) => copyOf(db, new Date(), { bare: true }))
    expect(Object.keys(unzipSync(daily)).filter(n => n.startsWith('attachments'))).toEqual([])
    expect(entriesIn(daily).entries).toContainEqual({ kind: 'attachment', row: a })
  })
  it('are refused in a backup whose bytes are others than its hash says', async () => {
    const data = workshop(),
      [a] = await put(data, photo(3)),
      files = unzipSync(await within(data, (_, k) => k.copy()))
    files[`attachments/${a!.hash}`]![100]! ^= 1
    expect(() => entriesIn(zipSync(files))).toThrow(`the attachment ${a!.hash} in it is damaged`)
  })
  it('are cleared away when no build has spoken of them for a time, and only then', async () => {
    const data = workshop(),
      [a, b] = await put(data, photo(3), photo(7)),
      of = (hash: string): Attachment => ({
        id: 'p-1',
        hash,
        type: 'image/jpeg',
        size: 5003,
        name: 'pocket.jpg',
        at: '2026-11-28T10:00:00Z',
      })
    await within(data, async ({ db }, k) => {
      await buildStore(db, k.keep).create({ ...wren, attachments: [of(a!.hash)] })
      const store = attachmentStore(db, k.keep, k.files)
      expect(await store.clearAway(new Date(Date.now() - 60_000))).toEqual([])
      expect(await store.clearAway(new Date(Date.now() + 60_000))).toEqual([b!.hash])
      // Deleted, a build can be had back, and so can its photos.
      await buildStore(db, k.keep).remove('wren', 1)
      expect(await store.clearAway(new Date(Date.now() + 60_000))).toEqual([])
    })
    expect(readdirSync(placesIn(data).attachments)).toEqual([a!.hash])
    expect(await bytes(data, b!.hash)).toBeUndefined()
  })
})

describe('the tables', () => {
  it('do not grow by every save: 250 saves of one build leave room for fewer than 100', async () => {
    const data = workshop()
    await within(data, async ({ db }, { keep }) => {
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
      expect(
        readFileSync(join(placesIn(data).journal, readdirSync(placesIn(data).journal).at(-1)!), 'utf8').split('\n')
          .length,
      ).toBe(252)
    })
  }, 60_000)
})

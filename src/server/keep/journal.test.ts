import { describe, expect, it } from 'vitest'
import { numbers, SimDisk, type Image } from '../../../tests/support/simDisk.ts'
import type { Part } from '../../core/parts/part.ts'
import { keyOf, type Entry } from './entry.ts'
import { Journal } from './journal.ts'
import { BEGINNING, readHead, readLine, writeHead, writeLine } from './journalLine.ts'
import { entryReader, readJournal, type JournalRead } from './readJournal.ts'
import { NewerWorkshop, Unconfirmed } from './trouble.ts'

const FOLDER = '/data/journal'
const fresh = (): SimDisk => new SimDisk({ files: new Map(), folders: new Set(['/', '/data']) })
const part = (id: string, revision: number): Entry => ({
  kind: 'part',
  row: { id, position: 0, part: { id, name: `Part ${id}, ${revision}` } as Part, demo: false, revision },
})
const NOTHING = { segments: [] }
const read = (disk: SimDisk) => readJournal(disk, FOLDER)
const all = async (disk: SimDisk, r?: JournalRead): Promise<Entry[]> => {
  const reader = entryReader(disk, FOLDER),
    out: Entry[] = []
  for (const l of (r ?? (await read(disk))).lines) out.push(await reader.read(l.place))
  await reader.close()
  return out
}
const begun = async (disk: SimDisk, segment?: number) => {
  const r = await read(disk)
  return Journal.open(disk, FOLDER, r, r.end, segment)
}

describe('lines of the journal', () => {
  it('read back what was written and follow on one another', () => {
    const a = writeLine(BEGINNING, { n: 1, of: 2, sure: 0 }, 'part/nut', '{"x":1}'),
      b = writeLine(a.mark, { n: 2, of: 2, sure: 0 }, 'build/my-build', '"ü"'),
      bytes = b.bytes.subarray(0, -1),
      line = readLine(bytes)!
    expect(line).toMatchObject({ seq: 2, n: 2, of: 2, sure: 0, before: a.mark.digest, key: 'build/my-build' })
    expect(bytes.subarray(line.from).toString()).toBe('"ü"')
    expect(readHead(writeHead(b.mark).subarray(0, -1))).toEqual({ ...b.mark, format: 2 })
  })
  it('tell every byte that was changed', () => {
    const bytes = writeLine(
      { seq: 41, digest: 'ab'.repeat(16) },
      { n: 1, of: 1, sure: 40 },
      'part/nut',
      '{"x":[1,2]}',
    ).bytes.subarray(0, -1)
    for (let at = 0; at < bytes.length; at++)
      for (const bit of [1, 16, 128]) {
        const other = Buffer.from(bytes)
        other[at]! ^= bit
        expect(readLine(other), `byte ${at}`).toBeUndefined()
      }
    const head = writeHead({ seq: 7, digest: 'cd'.repeat(16) }).subarray(0, -1)
    for (let at = 0; at < head.length; at++) {
      const other = Buffer.from(head)
      other[at]! ^= 1
      expect(readHead(other), `byte ${at} of a head`).toBeUndefined()
    }
  })
})

describe('the journal', () => {
  it('gives back acts in their order, over as many files as they took', async () => {
    const disk = fresh(),
      j = await Journal.open(disk, FOLDER, NOTHING, BEGINNING, 500)
    for (let n = 1; n <= 12; n++) await j.record([part('a', n), part('b', n)])
    await j.close()
    const r = await read(disk)
    expect(r.segments.length).toBeGreaterThan(3)
    expect(r).toMatchObject({ gaps: [], bad: 0, start: BEGINNING, end: { seq: 24 } })
    expect((await all(disk)).map(e => e.kind === 'part' && e.row.revision)).toEqual(
      Array.from({ length: 24 }, (_, i) => Math.floor(i / 2) + 1),
    )
    await expect(j.record([part('a', 99)])).rejects.toThrow()
  })
  it('leaves out a torn last line, and goes on after the last that is whole', async () => {
    const disk = fresh(),
      j = await begun(disk)
    for (let n = 1; n <= 3; n++) await j.record([part('a', n)])
    await j.close()
    const name = [...disk.now().files.keys()].at(-1)!,
      bytes = disk.now().files.get(name)!,
      torn: Image = { ...disk.now(), files: new Map(disk.now().files).set(name, bytes.subarray(0, -20)) },
      later = new SimDisk(torn)
    expect(await read(later)).toMatchObject({ bad: 1, gaps: [], end: { seq: 2 } })
    const again = await begun(later)
    await again.record([part('a', 5)])
    await again.close()
    expect((await all(later)).map(e => e.kind === 'part' && e.row.revision)).toEqual([1, 2, 5])
    expect((await read(later)).gaps).toEqual([])
  })
  it('tells what is missing in its middle, and never gives anything else for it', async () => {
    const disk = fresh(),
      j = await Journal.open(disk, FOLDER, NOTHING, BEGINNING, 700)
    const written: string[] = []
    for (let n = 1; n <= 20; n++) {
      const act = n % 4 ? [part('a', n)] : [part('a', n), part('b', n), part('c', n)]
      await j.record(act)
      written.push(...act.map(e => JSON.stringify(e)))
    }
    await j.close()
    const { files, folders } = disk.now(),
      random = numbers(5)
    let told = 0
    for (let turn = 0; turn < 400; turn++) {
      const [name, bytes] = [...files][Math.floor(random() * files.size)]!,
        other = Buffer.from(bytes)
      other[Math.floor(random() * other.length)]! ^= 1 << Math.floor(random() * 8)
      const damaged = new SimDisk({ files: new Map(files).set(name, other), folders }),
        r = await read(damaged),
        got = (await all(damaged, r)).map(e => JSON.stringify(e))
      // In their order, each as it was written: an act that lost a line is left out whole.
      let at = -1
      for (const g of got) {
        at = written.indexOf(g, at + 1)
        expect(at).toBeGreaterThanOrEqual(0)
      }
      for (const e of await all(damaged, r)) {
        const n = (e as Extract<Entry, { kind: 'part' }>).row.revision
        if (n % 4 === 0) expect(got.filter(g => g.includes(`, ${n}"`))).toHaveLength(3)
      }
      if (got.length === written.length) continue
      // The last lines of all may have been torn by a power cut: nothing after them says that they were acknowledged.
      const tail = got.every((g, i) => g === written[i])
      if (r.gaps.length) told++
      else expect(tail).toBe(true)
      for (const { from, to } of r.gaps) expect(from).toBeLessThanOrEqual(to)
    }
    expect(told).toBeGreaterThan(250)
    // A whole file that is gone.
    const [, second] = [...files.keys()].sort(),
      without = new Map(files)
    without.delete(second!)
    const r = await read(new SimDisk({ files: without, folders }))
    expect(r.gaps).toHaveLength(1)
    expect(r.gaps[0]!.to - r.gaps[0]!.from).toBeGreaterThan(1)
  })
  it('does not hold what was refused, and says so where that is not certain', async () => {
    const disk = fresh(),
      j = await begun(disk)
    await j.record([part('a', 1)])
    // The flush fails once: the refusal is certain.
    let fails = 1
    disk.fault = call => (call === 'flush' && fails-- > 0 ? { code: 'EIO' } : undefined)
    await expect(j.record([part('a', 2)])).rejects.toMatchObject({ code: 'EIO' })
    await j.record([part('a', 3)])
    // It fails for good: whether the line is there nobody knows.
    disk.fault = call => (call === 'flush' ? { code: 'EIO' } : undefined)
    await expect(j.record([part('a', 4)])).rejects.toBeInstanceOf(Unconfirmed)
    // Nothing more is begun that could not be kept: that refusal is certain.
    await expect(j.record([part('a', 5)])).rejects.toMatchObject({ code: 'EIO' })
    disk.fault = undefined
    await j.record([part('a', 6)])
    await j.close()
    expect((await all(disk)).map(e => e.kind === 'part' && e.row.revision)).toEqual([1, 3, 6])
  })
  it('takes back an act that came to nothing', async () => {
    const disk = fresh(),
      j = await begun(disk)
    await j.record([part('a', 1)])
    await j.annul(await j.record([part('a', 2), part('b', 2)]))
    await j.record([part('c', 3)])
    await j.close()
    const got = await all(disk)
    expect(got.map(keyOf)).toEqual(['part/a', 'part/c'])
    expect((await read(disk)).gaps).toEqual([])
  })
  it('says that it is not certain where an act that came to nothing cannot be taken back yet, and takes it back with the next', async () => {
    const disk = fresh(),
      j = await begun(disk)
    j.committed(await j.record([part('a', 1)]))
    const nothing = await j.record([part('b', 2)])
    disk.fault = call => (call === 'flush' ? { code: 'EIO' } : undefined)
    await expect(j.annul(nothing)).rejects.toBeInstanceOf(Unconfirmed)
    disk.fault = undefined
    j.committed(await j.record([part('c', 3)]))
    await j.close()
    expect((await all(disk)).map(keyOf)).toEqual(['part/a', 'part/c'])
    expect((await read(disk)).gaps).toEqual([])
  })
  it('never takes an act back that another followed: two writers at once lose neither of the others', async () => {
    const disk = fresh(),
      j = await begun(disk)
    const [mine, other] = await Promise.all([j.record([part('a', 1)]), j.record([part('b', 1)])])
    j.committed(other)
    await expect(j.annul(mine)).rejects.toBeInstanceOf(Unconfirmed)
    j.committed(await j.record([part('c', 1)]))
    await j.close()
    // Nobody was told that the first came true, and nobody that it did not.
    expect((await all(disk)).map(keyOf)).toEqual(['part/a', 'part/b', 'part/c'])
  })
  it('does not hold what was refused where files before it are gone', async () => {
    const disk = fresh(),
      j = await begun(disk, 1)
    for (const n of [1, 2, 3]) j.committed(await j.record([part('a', n)]))
    await j.annul(await j.record([part('b', 4)]))
    await j.close()
    const names = (await read(disk)).segments.map(s => s.name)
    for (const [k, gone] of names.slice(0, 4).entries()) {
      const files = new Map(disk.now().files)
      for (const other of k % 2 ? [gone] : names.slice(1, k + 2)) files.delete(`${FOLDER}/${other}`)
      const left = new SimDisk({ files, folders: disk.now().folders })
      expect((await all(left)).map(keyOf), gone).not.toContain('part/b')
    }
  })
  it('leads a copy up to what came true: behind that an act may yet be taken back', async () => {
    const j = await begun(fresh()),
      first = await j.record([part('a', 1)])
    j.committed(first)
    const second = await j.record([part('a', 2)])
    expect((await j.turn()).seq).toBe(1)
    j.committed(second)
    expect((await j.turn()).seq).toBe(2)
    const third = await j.record([part('a', 3)])
    await j.annul(third)
    expect(await j.turn()).toEqual(second.after)
    await j.close()
  })
  it('is cut to what came after a line', async () => {
    const disk = fresh(),
      j = await begun(disk)
    j.committed(await j.record([part('a', 1)]))
    const { seq } = await j.turn()
    await j.record([part('a', 2)])
    await j.cut(seq - 1)
    expect(await all(disk)).toHaveLength(2)
    await j.cut(seq)
    expect((await all(disk)).map(e => e.kind === 'part' && e.row.revision)).toEqual([2])
    expect(await read(disk)).toMatchObject({ gaps: [], start: { seq } })
    await j.close()
  })
  it('of a newer program is left alone, in plain words', async () => {
    const disk = new SimDisk({
      files: new Map([[`${FOLDER}/lines-000001.jnl`, writeHead(BEGINNING, 3)]]),
      folders: new Set(['/', '/data', FOLDER]),
    })
    await expect(read(disk)).rejects.toBeInstanceOf(NewerWorkshop)
    await expect(read(disk)).rejects.toThrow(/newer version.*format 3.*up to 2.*Nothing was changed/)
  })
  it('is nothing where there is none', async () =>
    expect(await read(fresh())).toEqual({
      lines: [],
      gaps: [],
      bad: 0,
      segments: [],
      start: BEGINNING,
      end: BEGINNING,
    }))
})

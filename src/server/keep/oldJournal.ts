import { join } from 'node:path'
import { crc32 } from 'node:zlib'
import type { Disk } from '../disk/disk.ts'
import { entryOf, keyOf, type Entry } from './entry.ts'
import { linesOf } from './readJournal.ts'

/** Journals of before lines were numbered: read once, when such a workshop is opened for the first time. */
const NAME = /^journal-\d{6}\.log$/

const namesIn = (disk: Disk, folder: string) =>
  disk.list(folder).then(names => names.filter(n => NAME.test(n)).sort())

/** The entry in a line, behind the checksum of it [published: CRC-32, ISO 3309]; undefined where the line is torn or changed. */
function entryIn(line: string): Entry | undefined {
  const text = line.slice(9)
  if (line[8] !== ' ' || crc32(text).toString(16).padStart(8, '0') !== line.slice(0, 8)) return undefined
  const e = entryOf(text)
  if (e.kind === 'part') return { ...e, row: { ...e.row, revision: e.row.revision ?? 1 } }
  return e.kind === 'build-gone' || e.kind === 'part-gone' ? { ...e, revision: e.revision ?? 1 } : e
}

/** Two writers of one build, or part, are put in order by its revision. */
const isLater = (was: Entry, e: Entry): boolean =>
  (was.kind === 'build' || was.kind === 'part') && was.kind === e.kind && was.row.revision > e.row.revision

/** The last that an old journal says of each thing. */
export async function readOldJournal(disk: Disk, folder: string): Promise<Entry[]> {
  const out = new Map<string, Entry>()
  for (const name of await namesIn(disk, folder)) {
    const file = await disk.open(join(folder, name), 'read')
    try {
      for await (const { bytes } of linesOf(file)) {
        const e = entryIn(bytes.toString('utf8'))
        if (!e) continue
        const key = keyOf(e),
          was = out.get(key)
        if (was && isLater(was, e)) continue
        out.delete(key)
        out.set(key, e)
      }
    } finally {
      await file.close()
    }
  }
  return [...out.values()]
}

/** Takes an old journal away, when a copy holds all of it. */
export async function removeOldJournal(disk: Disk, folder: string): Promise<void> {
  for (const name of await namesIn(disk, folder)) await disk.remove(join(folder, name))
}

import { join } from 'node:path'
import { crc32 } from 'node:zlib'
import type { Disk } from '../disk/disk.ts'
import { readWhole } from '../disk/files.ts'
import { entryOf, keyOf, type Entry } from './entry.ts'

/** Journals of before lines were numbered: read once, when such a workshop is opened for the first time. */
const NAME = /^journal-\d{6}\.log$/

const linesIn = (disk: Disk, folder: string) =>
  disk.list(folder).then(names => names.filter(n => NAME.test(n)).sort())

/** The last that an old journal says of each thing. Two writers of one build, or part, are put in order by its revision. */
export async function readOldJournal(disk: Disk, folder: string): Promise<Entry[]> {
  const out = new Map<string, Entry>()
  for (const name of await linesIn(disk, folder))
    for (const line of ((await readWhole(disk, join(folder, name))) ?? '').toString('utf8').split('\n')) {
      const text = line.slice(9)
      if (line[8] !== ' ' || crc32(text).toString(16).padStart(8, '0') !== line.slice(0, 8)) continue
      const read = entryOf(text),
        e: Entry =
          read.kind === 'part'
            ? { ...read, row: { ...read.row, revision: read.row.revision ?? 1 } }
            : read.kind === 'build-gone' || read.kind === 'part-gone'
              ? { ...read, revision: read.revision ?? 1 }
              : read
      const key = keyOf(e),
        was = out.get(key)
      if (
        (was?.kind === 'build' || was?.kind === 'part') &&
        was.kind === e.kind &&
        was.row.revision > e.row.revision
      )
        continue
      out.delete(key)
      out.set(key, e)
    }
  return [...out.values()]
}

/** Takes an old journal away, when a copy holds all of it. */
export async function removeOldJournal(disk: Disk, folder: string): Promise<void> {
  for (const name of await linesIn(disk, folder)) await disk.remove(join(folder, name))
}

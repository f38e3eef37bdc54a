import { join } from 'node:path'
import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'
import { NoCopy, openCopy, type Copy } from './copyFile.ts'

/** Days of which a copy is kept, beside the two newest. */
export const KEPT_DAYS = 14

/** A copy in a folder. */
export interface CopyFile {
  file: string
  /** Counts up whatever the clock says; 0 for a copy of before copies were numbered. */
  number: number
  made: Date
}

const NAME = /^copy-(?:(\d{6,9})-)?(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)Z\.zip$/

const nameOf = (number: number, at: Date): string =>
  `copy-${String(number).padStart(6, '0')}-${at.toISOString().slice(0, 19).replaceAll(':', '-')}Z.zip`

/** Copies in a folder, newest first: by their number, not by a clock that may have been wrong. */
export const copiesIn = async (disk: Disk, folder: string): Promise<CopyFile[]> =>
  (await disk.list(folder))
    .flatMap(name => {
      const m = NAME.exec(name)
      if (!m) return []
      const [, number = '0', day, h, min, s] = m
      return [{ file: join(folder, name), number: Number(number), made: new Date(`${day}T${h}:${min}:${s}Z`) }]
    })
    .sort((a, b) => b.number - a.number || b.made.getTime() - a.made.getTime())

/** Copies that are not kept any longer: of each day the newest stays, and the two newest whatever their day. */
export function overdue(copies: readonly CopyFile[], days = KEPT_DAYS): CopyFile[] {
  const seen = new Set<string>()
  return copies.filter((c, i) => {
    const day = c.made.toISOString().slice(0, 10),
      first = !seen.has(day)
    if (first && seen.size < days) {
      seen.add(day)
      return false
    }
    return i > 1
  })
}

/** Keeps a copy in a folder under the next number, and takes away those that are overdue. */
export async function keepCopy(
  disk: Disk,
  folder: string,
  at: Date,
  pieces: AsyncIterable<Uint8Array>,
): Promise<CopyFile> {
  const before = await copiesIn(disk, folder),
    number = (before[0]?.number ?? 0) + 1,
    file = join(folder, nameOf(number, at))
  // What was broken off is of no use to anybody.
  for (const n of await disk.list(folder)) if (n.endsWith('.part')) await disk.remove(join(folder, n))
  await writeWhole(disk, file, pieces)
  const own = { file, number, made: at }
  for (const old of overdue([own, ...before])) await disk.remove(old.file)
  return own
}

/** A damaged copy, and what is wrong with it. */
export interface DamagedCopy {
  file: string
  why: string
}

/** Opens a copy in a folder and reads all of it through; throws NoCopy where it is damaged. */
export async function provenCopy(disk: Disk, file: string): Promise<Copy> {
  const bytes = await readWhole(disk, file)
  if (!bytes) throw new NoCopy('it is gone')
  const copy = await openCopy(bytes)
  try {
    await copy.prove()
    return copy
  } catch (e) {
    copy.close()
    throw e
  }
}

/** The newest copy that is whole, and those newer ones that are not, with what is wrong with each. */
export async function newestCopy(
  disk: Disk,
  folder: string,
): Promise<{ found: { file: string; copy: Copy } | undefined; damaged: DamagedCopy[] }> {
  const damaged: DamagedCopy[] = []
  for (const { file } of await copiesIn(disk, folder))
    try {
      return { found: { file, copy: await provenCopy(disk, file) }, damaged }
    } catch (e) {
      if (!(e instanceof NoCopy)) throw e
      damaged.push({ file, why: e.message })
    }
  return { found: undefined, damaged }
}

/** Attachments that any copy speaks of; undefined where one of them cannot be read, and so nobody knows. */
export async function namedInCopies(disk: Disk, folder: string): Promise<Set<string> | undefined> {
  const out = new Set<string>()
  for (const { file } of await copiesIn(disk, folder))
    try {
      const copy = await openCopy((await readWhole(disk, file)) ?? Buffer.alloc(0))
      for (const h of copy.named) out.add(h)
      copy.close()
    } catch (e) {
      if (e instanceof NoCopy) return undefined
      throw e
    }
  return out
}

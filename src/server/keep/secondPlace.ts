import { existsSync } from 'node:fs'
import { basename, join } from 'node:path'
import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'
import { filesIn } from './attachmentFiles.ts'
import { copiesIn, overdue } from './copies.ts'
import type { Places } from './places.ts'

/** A second folder for copies: another disk, a folder on the network, a stick. */
export interface SecondPlace {
  folder: string
  /** When everything was there last, ISO 8601. */
  at: string | undefined
  /** Why it is not there now. */
  wrong: string | undefined
}

/** Brings copies and photos that a second place lacks there. It is never made: a stick that is not in is not there. */
export async function keepSecond(disk: Disk, places: Places, folder: string, now: Date): Promise<SecondPlace> {
  if (!existsSync(folder)) return { folder, at: undefined, wrong: 'it is not there' }
  try {
    const copies = join(folder, 'copies'),
      there = new Set((await copiesIn(disk, copies)).map(c => basename(c.file)))
    const own = await copiesIn(disk, places.copies)
    for (const c of own) {
      const bytes = there.has(basename(c.file)) ? undefined : await readWhole(disk, c.file)
      if (bytes) await writeWhole(disk, join(copies, basename(c.file)), bytes)
    }
    for (const c of overdue(await copiesIn(disk, copies))) await disk.remove(c.file)
    const from = filesIn(disk, places.attachments),
      to = filesIn(disk, join(folder, 'attachments')),
      have = new Set(await to.all())
    for (const hash of await from.all()) {
      const bytes = have.has(hash) ? undefined : await from.read(hash)
      if (bytes) await to.put(hash, bytes)
    }
    return { folder, at: now.toISOString(), wrong: undefined }
  } catch (e) {
    return { folder, at: undefined, wrong: (e as Error).message }
  }
}

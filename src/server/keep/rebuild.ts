import { buildStore } from '../buildStore.ts'
import { realDisk } from '../disk/realDisk.ts'
import { openWorkshop } from '../openWorkshop.ts'
import { shelfStore } from '../shelfStore.ts'
import { copiesIn, type DamagedCopy } from './copies.ts'
import { placesIn } from './places.ts'
import { FolderTrouble } from './trouble.ts'

/** What a rebuilt workshop was made from. */
export interface Rebuilt {
  copy: string | undefined
  damagedCopies: readonly DamagedCopy[]
  builds: number
  parts: number
  /** Lines of the journal that are missing. */
  missing: readonly { from: number; to: number }[]
}

/**
 * Rebuilds the database from the newest copy that can be read and the journal after it. The old one is put aside, never
 * deleted. Broken off, it goes on at the next start. The folder's lock is the caller's.
 */
export async function rebuild(data: string, tell?: (text: string) => void): Promise<Rebuilt> {
  const places = placesIn(data)
  // The database itself is nothing to rebuild one from.
  if (!(await copiesIn(realDisk, places.copies)).length && !(await realDisk.list(places.journal)).length)
    throw new FolderTrouble(
      `No workshop lives in ${data}: there is neither a copy nor a journal to rebuild one from.`,
    )
  const o = await openWorkshop(data, { rebuild: true, ...(tell ? { tell } : {}) })
  try {
    return {
      copy: o.from.copy,
      damagedCopies: o.from.damaged,
      builds: (await buildStore(o.db).list()).length,
      parts: (await shelfStore(o.db).ids()).size,
      missing: o.from.missing,
    }
  } finally {
    await o.close()
  }
}

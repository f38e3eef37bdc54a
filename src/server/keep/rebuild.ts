import { openDatabase } from '../db/openDatabase.ts'
import { databaseFolder, prepareHere } from '../prepareFolder.ts'
import { buildStore } from '../buildStore.ts'
import { shelfStore } from '../shelfStore.ts'
import { newestCopy } from './copy.ts'
import { filesIn } from './files.ts'
import { readJournal, type Entry } from './journal.ts'
import { replay } from './replay.ts'
import { FolderTrouble, lives, mark, placesIn, setAside } from './workshopFolder.ts'

/** What a rebuilt workshop was made from. */
export interface Rebuilt {
  copy: string | undefined
  damagedCopies: { file: string; why: string }[]
  builds: number
  parts: number
  badLines: number
  aside: string | undefined
}

/**
 * Makes the database anew from the newest copy that can be read and the journal after it. The old one is put aside, never
 * deleted. The folder's lock is the caller's.
 */
export async function rebuild(data: string): Promise<Rebuilt> {
  if (!lives(data))
    throw new FolderTrouble(
      `No workshop lives in ${data}: there is neither a copy nor a journal to rebuild one from.`,
    )
  const { journal, copies, attachments } = placesIn(data),
    { found, damaged } = newestCopy(copies),
    { entries, bad } = readJournal(journal)
  const aside = setAside(data, new Date())
  await prepareHere(data)
  const all: Entry[] = [...(found?.entries ?? []), ...entries],
    { db, close } = await openDatabase({ folder: databaseFolder(data) })
  let made: { builds: number; parts: number }
  try {
    await replay(db, all, hash => filesIn(attachments).read(hash) ?? found?.files.get(hash))
    made = { builds: (await buildStore(db).list()).length, parts: (await shelfStore(db).ids()).size }
  } finally {
    await close()
  }
  mark(data)
  return {
    copy: found?.file,
    damagedCopies: damaged,
    ...made,
    badLines: bad,
    aside,
  }
}

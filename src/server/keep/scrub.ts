import { join } from 'node:path'
import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'
import { filesIn } from './attachmentFiles.ts'
import { copiesIn, provenCopy } from './copies.ts'
import type { Places } from './places.ts'
import { readJournal } from './readJournal.ts'

/** What was found when everything that is kept was read through. */
export interface LookedThrough {
  /** When it was done, ISO 8601. */
  at: string
  copies: number
  photos: number
  lines: number
  /** What is damaged or missing, in words; none where all is well. */
  wrong: string[]
}

/** Reads copies, journal and photos of a data folder through, and says what in them is damaged. */
export async function lookThrough(disk: Disk, places: Places, at: Date): Promise<LookedThrough> {
  const wrong: string[] = [],
    copies = await copiesIn(disk, places.copies),
    newest = copies[0],
    journal = await readJournal(disk, places.journal),
    files = filesIn(disk, places.attachments),
    photos = await files.all()
  let from = 0
  for (const c of copies)
    try {
      const copy = await provenCopy(disk, c.file)
      if (c === newest) from = copy.journal?.seq ?? 0
      copy.close()
    } catch (e) {
      wrong.push(`The copy ${c.file} is damaged: ${(e as Error).message}.`)
    }
  for (const g of journal.gaps)
    if (g.to > from)
      wrong.push(
        `Lines ${g.from} to ${g.to} of the journal are missing or damaged; the database holds what they said.`,
      )
  for (const hash of photos)
    if (!(await files.read(hash))) wrong.push(`The file ${join(places.attachments, hash)} is damaged.`)
  return { at: at.toISOString(), copies: copies.length, photos: photos.length, lines: journal.lines.length, wrong }
}

/** What was found the last time, and where it is written down. */
export const lastLook = (disk: Disk, places: Places) => ({
  read: async (): Promise<LookedThrough | undefined> => {
    const bytes = await readWhole(disk, places.scrub, 1024 * 1024)
    if (!bytes) return undefined
    try {
      return JSON.parse(bytes.toString('utf8')) as LookedThrough
    } catch {
      return undefined
    }
  },
  write: (l: LookedThrough): Promise<void> =>
    writeWhole(disk, places.scrub, Buffer.from(JSON.stringify(l, null, 2) + '\n')),
})

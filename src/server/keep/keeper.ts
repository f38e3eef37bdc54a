import { DAY, HOUR } from '../../core/units/time.ts'
import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'
import { filesIn, NO_FILES, type AttachmentFiles } from './attachmentFiles.ts'
import { copyPieces, openCopy } from './copyFile.ts'
import { copiesIn, keepCopy, type CopyFile } from './copies.ts'
import type { Entry } from './entry.ts'
import { Journal, SEGMENT, type Receipt } from './journal.ts'
import { BEGINNING, type Mark } from './journalLine.ts'
import { writeMarker } from './marker.ts'
import { removeOldJournal } from './oldJournal.ts'
import type { Places } from './places.ts'
import { recall, type Recalled } from './recall.ts'
import type { Rows } from './rows.ts'

/** Bytes of journal after which a copy is made before its day [our choice: four files]. */
const EARLY = 4 * SEGMENT

/** Keeps what a write leaves, before it is acknowledged, and takes it back where the write came to nothing. */
export interface Keep {
  /** Undefined where the database keeps its own promise. */
  record: (entries: readonly Entry[]) => Promise<Receipt | undefined>
  /** The write came true. Until that is said no copy speaks of it. */
  committed: (r: Receipt) => void
  annul: (r: Receipt) => Promise<void>
  /** What a write left is there for all to see. */
  told?: (entries: readonly Entry[]) => void
}
/** Where the database keeps its own promise: a PostgreSQL server. */
export const KEPT_ELSEWHERE: Keep = {
  record: () => Promise.resolve(undefined),
  committed: () => undefined,
  annul: () => Promise.resolve(),
}

/** Makes a copy of what a data folder's copies and journal hold, up to a mark. */
export type MakeCopy = (to: { copies: string } | { file: string }, at: Date, upto: Mark) => Promise<string>

/** What keeps a workshop beside its database: the journal, and a copy a day. */
export interface Keeper {
  keep: Keep
  /** Bytes of attachments, kept beside the database. */
  files: AttachmentFiles
  /** Writes the whole workshop as it stands to a file, photos included. */
  backup: (file: string) => Promise<void>
  /** Keeps a copy in the data folder and cuts the journal to what came after the copy before it. */
  keepCopy: () => Promise<string>
  /** Copies, newest first. */
  copies: () => Promise<CopyFile[]>
  /** The last line of the journal. */
  mark: () => Mark
  close: () => Promise<void>
}

/**
 * A server of its own keeps its own promise: backups are to be had, a journal is not needed.
 * @param atOneMoment does something with the rows as they are at one moment
 */
export const noKeeper = (
  disk: Disk,
  atOneMoment: (work: (rows: Pick<Rows, 'all' | 'bytesOf'>) => Promise<void>) => Promise<void>,
): Keeper => ({
  keep: { ...KEPT_ELSEWHERE },
  files: NO_FILES,
  backup: file =>
    atOneMoment(rows =>
      writeWhole(disk, file, copyPieces(rows.all(), { at: new Date(), journal: BEGINNING }, rows.bytesOf)),
    ),
  keepCopy: () => Promise.reject(new Error('The database server keeps its own copies.')),
  copies: () => Promise.resolve([]),
  mark: () => BEGINNING,
  close: () => Promise.resolve(),
})

/** Makes a copy from what lies in a data folder, in this thread: nothing is asked of its database. */
export async function copyFromFolder(
  disk: Disk,
  places: Places,
  to: { copies: string } | { file: string },
  at: Date,
  upto: Mark,
): Promise<string> {
  const known = await recall(disk, places, upto.seq)
  try {
    if (!known.whole) throw new NotWhole()
    const about = { at, journal: upto }
    if ('copies' in to) return (await keepCopy(disk, to.copies, at, copyPieces(known.entries(), about))).file
    const files = filesIn(disk, places.attachments)
    await writeWhole(
      disk,
      to.file,
      copyPieces(known.entries(), about, async h => (await files.read(h)) ?? known.base?.copy.bytesOf(h)),
    )
    return to.file
  } finally {
    known.close()
  }
}

/** Copies and journal lack something that only the database has. */
export class NotWhole extends Error {
  constructor() {
    super('copies and journal do not hold all of the workshop')
  }
}

export interface KeeperOptions {
  disk: Disk
  places: Places
  rows: Rows
  /** What copies and journal hold, read beforehand. */
  known: Recalled
  /** Whether the machine may have stopped since the database was written, and it was not rebuilt. */
  doubtful?: boolean
  /** What there is to say to whoever reads the log. */
  tell: (text: string) => void
  now?: () => Date
  /** Makes copies elsewhere than in this thread. */
  makeCopy?: MakeCopy
  /** After how many rows that were written over `tidy` is called, and what it does. */
  tidy?: { after: number; work: () => Promise<void> }
  segment?: number
  early?: number
}

async function* given(entries: readonly Entry[]): AsyncGenerator<Entry> {
  yield* entries
}

const lines = (all: readonly { from: number; to: number }[]): string =>
  all.map(g => (g.from === g.to ? `${g.from}` : `${g.from} to ${g.to}`)).join(', ')

/**
 * Brings a database up to what was acknowledged, from copies and journal, and keeps what comes: each write before it is
 * acknowledged, and a copy a day, or earlier when the journal has grown. The database is one that can be trusted up to the
 * line that it says; where it is new, it says none.
 */
export async function openKeeper(o: KeeperOptions): Promise<Keeper> {
  const { disk, places, rows, known, doubtful = false, tell, now = () => new Date(), early = EARLY } = o,
    files = filesIn(disk, places.attachments),
    held = await rows.seq(),
    lost = known.missing.filter(g => g.to > held)
  const gone = held > 0 && !known.journal.segments.length
  if (gone)
    tell(
      `The journal is gone: its folder is missing or empty. A new one is begun${held > known.end.seq ? ', and a new copy is made: the database holds everything' : ''}.`,
    )
  if (held > 0 && !known.base) tell('No copy of the workshop is left: one is made now.')
  if (lost.length)
    tell(
      `Of the journal, lines ${lines(lost)} are missing or damaged; what they said is lost. All else that copies and journal hold is there.`,
    )
  else if (known.missing.length)
    tell(`Of the journal, lines ${lines(known.missing)} are missing or damaged; the database holds what they said.`)
  if (held > known.end.seq && !gone)
    tell(
      `The journal ends at line ${known.end.seq}, and the database holds lines up to ${held}: the journal or its end was taken away. Nothing is lost by that; a new copy is made.`,
    )
  // Of before lines were numbered, a database may know more than its journal says.
  const { legacy } = known,
    end = held > known.end.seq ? { seq: held, digest: known.end.digest } : known.end,
    // Lines that a copy overtook may be gone: then all is played. A database that can be trusted lacks none of an old copy.
    entries =
      legacy && !doubtful && known.old.length
        ? given(known.old)
        : legacy || held < known.from.seq || held === 0
          ? known.entries()
          : known.after(held),
    brought = await rows.play(entries, end.seq, legacy)
  if (brought && held > 0)
    tell(`${brought} row${brought > 1 ? 's' : ''} that the database lacked came back from copy and journal.`)
  await filesAreThere(rows, files, tell)
  const journal = await Journal.open(disk, places.journal, known.journal, end, o.segment)
  /** What the journal's files were when a copy was last made. */
  let since = 0,
    making: Promise<string> | undefined
  const make: MakeCopy = o.makeCopy ?? ((to, at, upto) => copyFromFolder(disk, places, to, at, upto))
  const made = async (to: { copies: string } | { file: string }): Promise<string> => {
    const upto = await journal.turn(),
      at = now()
    try {
      return await make(to, at, upto)
    } catch (e) {
      if (!(e instanceof NotWhole)) throw e
      // Only the database has it all.
      const pieces = copyPieces(rows.all(), { at, journal: upto }, 'file' in to ? rows.bytesOf : undefined)
      if ('copies' in to) return (await keepCopy(disk, to.copies, at, pieces)).file
      await writeWhole(disk, to.file, pieces)
      return to.file
    }
  }
  const keepOne = async (): Promise<string> => {
    const file = await made({ copies: places.copies }),
      [, before] = await copiesIn(disk, places.copies)
    since = journal.bytes
    // From the copy before this one on it stays: should this one be damaged, nothing is missing.
    const mark = before && (await markOf(disk, before))
    if (mark) await journal.cut(mark.seq)
    await removeOldJournal(disk, places.journal)
    since = journal.bytes
    return file
  }
  /** One after another: two that ask at once get the same one. */
  const keepNow = (): Promise<string> => (making ??= keepOne().finally(() => (making = undefined)))
  const asked = async () => {
    const [newest] = await copiesIn(disk, places.copies),
      age = newest && now().getTime() - newest.made.getTime()
    if (age !== undefined && age < 0)
      tell(
        `The newest copy is dated ${newest!.made.toISOString().slice(0, 10)}, which is still to come: this machine’s clock was or is wrong. Copies go on being made.`,
      )
    else if (age !== undefined && age < DAY) return
    await keepNow().catch((e: unknown) => tell(`The day’s copy could not be kept: ${(e as Error).message}`))
  }
  const { tidy } = o
  let overtaken = 0
  const record: Keep['record'] = async entries => {
    const receipt = await journal.record(entries)
    overtaken += entries.length
    if (tidy && overtaken >= tidy.after) {
      overtaken = 0
      // Not within the write that is being kept.
      setImmediate(() => void tidy.work())
    }
    if (journal.bytes - since > early && !making)
      setImmediate(
        () =>
          void keepNow().catch((e: unknown) => tell(`An early copy could not be kept: ${(e as Error).message}`)),
      )
    return receipt
  }
  // What copies and journal cannot give back is in a copy from now on.
  if (!known.whole || lost.length || held > known.end.seq)
    await keepNow().catch((e: unknown) => tell(`A copy could not be kept: ${(e as Error).message}`))
  else {
    for (const s of known.journal.segments) if (s.last <= known.from.seq) since += s.bytes
    await asked()
  }
  await writeMarker(disk, places, now())
  const timer = setInterval(() => void asked(), HOUR)
  timer.unref()
  return {
    keep: { record, committed: r => journal.committed(r), annul: r => journal.annul(r) },
    files,
    backup: async file => {
      await made({ file })
    },
    keepCopy: keepNow,
    copies: () => copiesIn(disk, places.copies),
    mark: () => journal.mark,
    close: async () => {
      clearInterval(timer)
      await making?.catch(() => undefined)
      await journal.close()
    },
  }
}

/** Up to which line a copy holds everything; undefined where it cannot be read or is of before lines were numbered. */
async function markOf(disk: Disk, { file }: CopyFile): Promise<Mark | undefined> {
  try {
    const copy = await openCopy((await readWhole(disk, file)) ?? Buffer.alloc(0))
    copy.close()
    return copy.journal
  } catch {
    return undefined
  }
}

/** Photos whose file is gone are written again from the database; one that nobody has any more is told. */
async function filesAreThere(rows: Rows, files: AttachmentFiles, tell: (text: string) => void): Promise<void> {
  const there = new Set(await files.all()),
    missing = (await rows.attachments()).filter(a => !there.has(a.hash))
  if (!missing.length) return
  for (const { hash } of missing) {
    const bytes = await rows.bytesOf(hash)
    if (bytes) await files.put(hash, bytes)
  }
  tell(
    `${missing.length} photo${missing.length > 1 ? 's or other files were' : ' or other file was'} gone from the attachments folder and ${missing.length > 1 ? 'were' : 'was'} written there again from the database.`,
  )
}

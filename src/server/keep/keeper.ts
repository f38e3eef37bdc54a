import { sql } from 'drizzle-orm'
import type { Database } from '../db/openDatabase.ts'
import { NO_FILES, type KeepFiles } from '../attachmentStore.ts'
import { filesIn } from './files.ts'
import { copiesIn, copyOf, keepCopy, madeAt, newestCopy } from './copy.ts'
import { Journal, KEPT_ELSEWHERE, readJournal, type Keep } from './journal.ts'
import { replay } from './replay.ts'
import { markRun, mayHaveStopped, placesIn } from './workshopFolder.ts'

const DAY = 86_400_000
const HOUR = 3_600_000
/** Rows written between two tidyings [our choice]. */
const TIDY_AFTER = 40

/** What keeps a workshop beside its database: the journal, and a copy a day. */
export interface Keeper {
  keep: Keep
  /** Bytes of attachments, kept beside the database. */
  files: KeepFiles
  /** The whole workshop as it stands, as a zip. */
  copy: () => Promise<Uint8Array>
  /** Keeps a copy in the data folder and cuts the journal to what came after it. */
  keepCopy: () => Promise<string>
  close: () => Promise<void>
}

/** A server of its own keeps its own promise: copies are to be had, a journal is not needed. */
export const noKeeper = (db: Database): Keeper => ({
  keep: KEPT_ELSEWHERE,
  files: NO_FILES,
  copy: () => copyOf(db, new Date()),
  keepCopy: () => Promise.reject(new Error('The database server keeps its own copies.')),
  close: () => Promise.resolve(),
})

/**
 * Brings an embedded database up to what was acknowledged, from the journal, and keeps what comes: each write before it is
 * acknowledged, and a copy a day, from which the journal begins anew.
 * @param tell what there is to say to whoever reads the log
 */
export async function openKeeper(db: Database, data: string, tell: (text: string) => void): Promise<Keeper> {
  const { journal: folder, copies, attachments } = placesIn(data),
    files = filesIn(attachments)
  const { entries: written, bad } = readJournal(folder)
  // The engine never flushes: after the machine stopped, what the copy holds may be lost as well.
  const entries = mayHaveStopped(data) ? [...(newestCopy(copies).found?.entries ?? []), ...written] : written
  if (bad) tell(`${bad} line${bad > 1 ? 's' : ''} of the journal were torn or changed and were left out.`)
  const brought = await replay(db, entries, files.read)
  if (brought)
    tell(`${brought} row${brought > 1 ? 's' : ''} that the database had lost came back from copy and journal.`)
  markRun(data)
  const journal = await Journal.open(folder)
  const keep = async () => {
    await journal.turn()
    const file = await keepCopy(db, copies, new Date()),
      [, before] = copiesIn(copies)
    // From the copy before this one on it stays: should this one be damaged, nothing is missing.
    if (before) journal.cut(madeAt(before))
    return file
  }
  const daily = async () => {
    const [newest] = copiesIn(copies)
    if (newest && Date.now() - madeAt(newest).getTime() < DAY) return
    await keep().catch((e: unknown) => tell(`The day’s copy could not be kept: ${(e as Error).message}`))
  }
  // Every save leaves the row that it overtook behind: from time to time their room is made free for the next ones.
  let overtaken = 0
  const tidy = () =>
    db.execute(sql`vacuum builds, shelf`).then(
      () => undefined,
      () => undefined,
    )
  const kept: Keep = async entries => {
    await journal.record(entries)
    overtaken += entries.length
    if (overtaken < TIDY_AFTER) return
    overtaken = 0
    // Not within the write that is being kept.
    setImmediate(() => void tidy())
  }
  await daily()
  const timer = setInterval(() => void daily(), HOUR)
  timer.unref()
  return {
    keep: kept,
    files,
    copy: () => copyOf(db, new Date()),
    keepCopy: keep,
    close: async () => {
      clearInterval(timer)
      await journal.close()
    },
  }
}

import { accessSync, constants, existsSync, rmSync, statSync } from 'node:fs'
import { sql } from 'drizzle-orm'
import type { Database } from './db/database.ts'
import { openDatabase } from './db/openDatabase.ts'
import type { Disk } from './disk/disk.ts'
import { realDisk } from './disk/realDisk.ts'
import { filesIn } from './keep/attachmentFiles.ts'
import { clearStopped, damageOf, doesNotOpen, flushTree, setAside } from './keep/databaseFolder.ts'
import type { DamagedCopy } from './keep/copies.ts'
import { openKeeper, type Keeper, type MakeCopy } from './keep/keeper.ts'
import {
  damaged,
  flushedAt,
  lives,
  markClosed,
  markOpen,
  markStale,
  readMarker,
  thisRun,
  trustOf,
  type Trust,
} from './keep/marker.ts'
import { placesIn, type Places } from './keep/places.ts'
import { recall, type Recalled } from './keep/recall.ts'
import { rowsOf } from './keep/rows.ts'
import { FolderTrouble } from './keep/trouble.ts'
import { prepareHere, type Prepare } from './prepareFolder.ts'

/** Rows written between two tidyings [our choice]. */
const TIDY_AFTER = 40

/** A data folder that is open: its database, brought up to what was acknowledged, and what keeps it. */
export interface OpenWorkshop {
  db: Database
  keeper: Keeper
  places: Places
  /** Whether it was begun just now. */
  fresh: boolean
  /** What it was opened from. */
  from: { copy: string | undefined; damaged: readonly DamagedCopy[]; missing: Recalled['missing'] }
  /** The folder's lock keeps others away. */
  alone: <T>(work: () => Promise<T>) => Promise<T>
  close: () => Promise<void>
}

export interface OpenOptions {
  tell?: (text: string) => void
  /** Makes an empty database where one is needed. */
  prepare?: Prepare
  makeCopy?: MakeCopy
  disk?: Disk
  /** Rebuilds the database from copies and journal, whatever it says and whatever they lack; the old one is put aside. */
  rebuild?: boolean
}

/** Says in plain words what is wrong with a data folder that cannot be used at all. */
function usable(data: string): void {
  const refuse = (why: string): never => {
    throw new FolderTrouble(
      `The data folder ${data} cannot be written: ${why}. Nothing was changed. Mend that, or start with another folder (SNUGBOLT_DATA).`,
    )
  }
  const { database } = placesIn(data)
  for (const folder of [data, database]) {
    if (!existsSync(folder)) continue
    if (!statSync(folder).isDirectory()) refuse(`${folder} is a file`)
    try {
      accessSync(folder, constants.W_OK)
    } catch (e) {
      refuse(`this user may not write there (${(e as NodeJS.ErrnoException).code ?? 'unknown'})`)
    }
  }
}

/**
 * Opens the workshop in a data folder; begins one where none lives there. What the database lost comes back from copies and
 * journal; one that may be anything, since the machine stopped, is rebuilt from them. The folder's lock is the caller's.
 * Throws FolderTrouble with the one command that mends it where that cannot be done without leaving something out.
 */
export async function openWorkshop(
  data: string,
  { tell = () => undefined, prepare = prepareHere, makeCopy, disk = realDisk, rebuild = false }: OpenOptions = {},
): Promise<OpenWorkshop> {
  usable(data)
  const places = placesIn(data)
  await readMarker(disk, places)
  const begun =
      (await lives(disk, { ...places, database: places.filling + '.none' })) ||
      (rebuild && existsSync(places.database)),
    run = thisRun(),
    trust = await trustOf(disk, places, run)
  // A first start that was broken off has acknowledged nothing.
  if (!begun) rmSync(places.database, { recursive: true, force: true })
  const known = await recall(disk, places)
  const { doubtful, aside } = rebuild
    ? await makeAnew(disk, places, 'damaged')
    : await examine(data, disk, places, known, begun, trust, tell)
  // One that is made now has never been flushed.
  if (!existsSync(places.database)) await markStale(disk, places)
  await prepare(data)
  await markOpen(disk, places, run)
  if (aside) clearStopped(places, aside)
  const database = await openDatabase({ folder: places.database }).catch((e: unknown) => {
    throw damaged(data, doesNotOpen(e))
  })
  try {
    const { db } = database,
      files = filesIn(disk, places.attachments)
    // Only while it is opened: a copy is not held for as long as the workshop is open.
    let photosIn = known.base?.copy.bytesOf
    const keeper = await openKeeper({
      disk,
      places,
      rows: rowsOf(db, async h => (await files.read(h)) ?? photosIn?.(h)),
      known,
      doubtful,
      tell,
      ...(makeCopy ? { makeCopy } : {}),
      // Every save leaves the row that it overtook behind: from time to time their room is made free for the next ones.
      tidy: {
        after: TIDY_AFTER,
        work: () =>
          db.execute(sql`vacuum builds, shelf, kept`).then(
            () => undefined,
            () => undefined,
          ),
      },
    })
    photosIn = undefined
    return {
      db,
      keeper,
      places,
      fresh: !begun,
      from: { copy: known.base?.file, damaged: known.damaged, missing: known.missing },
      alone: work => work(),
      close: async () => {
        await keeper.close()
        await database.close()
        // The engine flushes nothing: until all of it is on the disk it is not said to be.
        if ((await trustOf(disk, places, run)) === 'stale') return
        const at = Date.now()
        await flushTree(places.database, await flushedAt(disk, places))
        await markClosed(disk, places, at)
      },
    }
  } catch (e) {
    await database.close().catch(() => undefined)
    // What the disk refuses is the disk's; all else here comes from tables that do not read.
    const code = (e as NodeJS.ErrnoException).code
    if (e instanceof FolderTrouble || (typeof code === 'string' && /^E[A-Z]+$/.test(code))) throw e
    throw damaged(data, doesNotOpen(e))
  } finally {
    known.close()
  }
}

/** Puts the database aside; another is made from copies and journal. */
async function makeAnew(disk: Disk, places: Places, why: 'damaged' | 'stopped') {
  if (existsSync(places.database)) await markStale(disk, places)
  rmSync(places.filling, { recursive: true, force: true })
  return { doubtful: false, aside: setAside(places, why, new Date()) }
}

/** Looks at the database of a workshop before the engine does, and decides whether it is used, rebuilt, or refused. */
async function examine(
  data: string,
  disk: Disk,
  places: Places,
  known: Recalled,
  begun: boolean,
  trust: Trust,
  tell: (text: string) => void,
): Promise<{ doubtful: boolean; aside: string | undefined }> {
  if (!begun) return { doubtful: false, aside: undefined }
  const broken = damageOf(places.database)
  if (trust !== 'whole' && known.whole) {
    if (trust === 'doubtful')
      tell('The machine stopped while the workshop was open: its database is rebuilt from copy and journal.')
    return makeAnew(disk, places, 'stopped')
  }
  if (broken && !known.base && !known.journal.segments.length && !known.old.length)
    throw new FolderTrouble(
      `A workshop lived in ${data}, and nothing is left to open it from: ${broken}, and there is neither a copy nor a journal. Nothing was changed. Start with another folder (SNUGBOLT_DATA) and bring a backup back there with npx snugbolt restore; photos in ${places.attachments} can be put beside it.`,
    )
  if (broken) throw damaged(data, broken)
  if (trust !== 'whole' && !known.legacy)
    throw damaged(
      data,
      `the machine stopped while it was open, and ${
        known.missing.length
          ? `lines ${known.missing.map(g => `${g.from} to ${g.to}`).join(', ')} of its journal are missing`
          : 'its journal is gone'
      }`,
    )
  return { doubtful: trust !== 'whole', aside: undefined }
}

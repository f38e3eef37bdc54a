import { readFileSync } from 'node:fs'
import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'
import { copiesIn } from './copies.ts'
import type { Places } from './places.ts'
import { FolderTrouble, NewerWorkshop } from './trouble.ts'

/** The format of a data folder: journal and copies together. 1 had no number, and lines of the journal had none either. */
export const FOLDER_FORMAT = 2
const FORMAT = 'snugbolt-workshop'

const text = (x: string): Uint8Array => new TextEncoder().encode(x)

/** Which format a data folder says it is of; undefined where it says nothing. Throws NewerWorkshop where it is of a later one. */
export async function readMarker(disk: Disk, places: Places): Promise<number | undefined> {
  const bytes = await readWhole(disk, places.marker, 64 * 1024)
  if (!bytes) return undefined
  let read: { format?: unknown; version?: unknown }
  try {
    read = JSON.parse(bytes.toString('utf8')) as typeof read
  } catch {
    // It says that a workshop lives here, whatever became of its letters.
    return 1
  }
  const version = Number(read.version ?? 1)
  if (version > FOLDER_FORMAT) throw new NewerWorkshop(`its folder is of format ${version}`, FOLDER_FORMAT)
  return version
}

/** Says that a workshop of the present format lives here. */
export async function writeMarker(disk: Disk, places: Places, at: Date): Promise<void> {
  if ((await readMarker(disk, places)) === FOLDER_FORMAT) return
  await writeWhole(
    disk,
    places.marker,
    text(JSON.stringify({ format: FORMAT, version: FOLDER_FORMAT, since: at.toISOString() }, null, 2) + '\n'),
  )
}

/** Whether a workshop lives here: it says so, or has left a copy, a journal or photos behind. */
export async function lives(disk: Disk, places: Places): Promise<boolean> {
  return (
    (await readMarker(disk, places)) !== undefined ||
    (await copiesIn(disk, places.copies)).length > 0 ||
    (await disk.list(places.journal)).length > 0 ||
    (await disk.list(places.attachments)).length > 0 ||
    (await disk.list(places.database)).length > 0
  )
}

/** What the folder says of its database. */
export type Trust =
  /** It was closed and flushed, or is written in the same run of the machine: what was written is there. */
  | 'whole'
  /** The machine stopped since: what it says may be anything. */
  | 'doubtful'
  /** Copies and journal say something else, on purpose. */
  | 'stale'

const CLOSED = 'closed'
const STALE = 'stale'

/**
 * Which run of the machine this is, if the system says so: what a killed process wrote is still there in the same run, and
 * may be lost after another [published: Linux, random(4), boot_id].
 */
export function thisRun(): string | undefined {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()
  } catch {
    return undefined
  }
}

/** What the folder says of its database: in which state, and when all of its files were flushed last, ms; 0 for never. */
async function running(disk: Disk, places: Places): Promise<{ state: string | undefined; flushed: number }> {
  const [state, at] = ((await readWhole(disk, places.running, 200))?.toString('utf8') ?? '').trim().split(' ')
  return { state: state || undefined, flushed: Number(at) || 0 }
}

/** Whether what the database says can be taken for all that was written to it. */
export async function trustOf(disk: Disk, places: Places, run: string | undefined): Promise<Trust> {
  const { state } = await running(disk, places)
  if (state === STALE) return 'stale'
  return state === CLOSED || (state !== undefined && state === run) ? 'whole' : 'doubtful'
}

/** When all of the database's files were on the disk last, ms; 0 where nobody knows. */
export const flushedAt = async (disk: Disk, places: Places): Promise<number> =>
  (await running(disk, places)).flushed

const say = (disk: Disk, places: Places, state: string, flushed: number) =>
  writeWhole(disk, places.running, text(`${state} ${flushed}\n`))

/** Says in which run of the machine the database is written from now on. */
export const markOpen = async (disk: Disk, places: Places, run: string | undefined): Promise<void> =>
  say(disk, places, run ?? 'open', await flushedAt(disk, places))
/** Says that the database was closed and is on the disk. */
export const markClosed = (disk: Disk, places: Places, at: number): Promise<void> => say(disk, places, CLOSED, at)
/** Says that the database is not what copies and journal say. */
export const markStale = (disk: Disk, places: Places): Promise<void> => say(disk, places, STALE, 0)

/** A damaged workshop, in plain words, with the one command that mends it. */
export const damaged = (data: string, what: string): FolderTrouble =>
  new FolderTrouble(
    `The workshop in ${data} cannot be opened: ${what}. Nothing was changed. To rebuild the workshop from its newest copy and its journal: npx snugbolt rebuild --data ${data}`,
  )

import { accessSync, constants, existsSync, mkdirSync, readdirSync, readFileSync, renameSync } from 'node:fs'
import { join } from 'node:path'
import { copiesIn } from './copy.ts'
import { writeWhole } from './writeWhole.ts'

/** The data folder's own places. */
export const placesIn = (data: string) => ({
  marker: join(data, 'workshop.json'),
  database: join(data, 'postgres'),
  journal: join(data, 'journal'),
  copies: join(data, 'copies'),
  attachments: join(data, 'attachments'),
  running: join(data, 'running-since'),
})

/** Something about a data folder that stops a start, said for whoever has to mend it. */
export class FolderTrouble extends Error {}

/** Whether a workshop lives here: it says so, or has left a copy or a journal behind. */
export function lives(data: string): boolean {
  const p = placesIn(data)
  return (
    existsSync(p.marker) ||
    copiesIn(p.copies).length > 0 ||
    (existsSync(p.journal) && readdirSync(p.journal).length > 0)
  )
}

/** Says outside the database's folder that a workshop lives here. */
export function mark(data: string): void {
  const { marker } = placesIn(data)
  if (!existsSync(marker))
    writeWhole(
      marker,
      new TextEncoder().encode(
        JSON.stringify({ format: 'snugbolt-workshop', since: new Date().toISOString() }, null, 2) + '\n',
      ),
    )
}

/**
 * Which run of the machine this is, if the system says so: what a killed process wrote is still there in the same run, and
 * may be lost after another [published: Linux, random(4), boot_id].
 */
function thisRun(): string | undefined {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()
  } catch {
    return undefined
  }
}

/** Whether the machine may have stopped since the database was written: then nothing that it says is taken for whole. */
export function mayHaveStopped(data: string): boolean {
  const { running } = placesIn(data),
    run = thisRun()
  return run === undefined || !existsSync(running) || readFileSync(running, 'utf8').trim() !== run
}

/** Says in which run of the machine the database is written from now on. */
export function markRun(data: string): void {
  const run = thisRun()
  if (run !== undefined && mayHaveStopped(data))
    writeWhole(placesIn(data).running, new TextEncoder().encode(run + '\n'))
}

/** Files without which no cluster of PostgreSQL opens [published: PostgreSQL, Database File Layout]. */
const NEEDED = ['PG_VERSION', 'global/pg_control', 'base', 'pg_wal'] as const

/** What is wrong with a database's folder at a glance; undefined where nothing is. */
function damageOf(folder: string): string | undefined {
  if (!existsSync(folder)) return 'the database’s folder is gone'
  for (const n of NEEDED) if (!existsSync(join(folder, n))) return `${n} is missing in the database’s folder`
  const control = readFileSync(join(folder, 'global/pg_control'))
  if (!control.length || control.every(b => b === 0)) return 'the database’s control file is empty'
  if (readdirSync(join(folder, 'base')).length === 0) return 'the database’s tables are gone'
  return undefined
}

const wayOut = (data: string): string =>
  `Nothing was changed. To rebuild the workshop from its newest copy and its journal: npx snugbolt rebuild --data ${data}`

/** Why an engine did not open a database whose files are all there, in plain words: it ends itself over damaged ones. */
export const doesNotOpen = (e: unknown): string => {
  const said = e instanceof Error ? e.message : String(e)
  return /^Aborted\(|unreachable|RuntimeError/.test(said)
    ? 'the database’s files are damaged, and the engine gave up on them'
    : `the database does not open (${said})`
}

/** A damaged workshop, in plain words, with the one command that mends it. */
export const damaged = (data: string, what: string): FolderTrouble =>
  new FolderTrouble(`The workshop in ${data} cannot be opened: ${what}. ${wayOut(data)}`)

/** Stops a start over a folder that cannot be written, or whose database is incomplete; never begins a new one over it. */
export function examine(data: string): void {
  mkdirs(data)
  const p = placesIn(data)
  if (!lives(data) && !existsSync(p.database)) return
  const what = damageOf(p.database)
  if (what) throw damaged(data, what)
}

function mkdirs(data: string): void {
  try {
    mkdirSync(data, { recursive: true })
    accessSync(data, constants.W_OK)
    const { database } = placesIn(data)
    if (existsSync(database)) accessSync(database, constants.W_OK)
  } catch (e) {
    throw new FolderTrouble(
      `The data folder ${data} cannot be written (${(e as NodeJS.ErrnoException).code ?? 'unknown'}). Make it writable for this user, or start with another (SNUGBOLT_DATA).`,
    )
  }
}

/** Puts a damaged database aside under a name of its own: nothing is ever deleted. */
export function setAside(data: string, at: Date): string | undefined {
  const { database } = placesIn(data)
  if (!existsSync(database)) return undefined
  const aside = `${database}.damaged-${at.toISOString().slice(0, 19).replaceAll(':', '-')}`
  renameSync(database, aside)
  return aside
}

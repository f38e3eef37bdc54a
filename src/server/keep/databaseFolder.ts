import { existsSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { open, readdir, stat } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'
import type { Places } from './places.ts'

/** Files without which no cluster of PostgreSQL opens [published: PostgreSQL, Database File Layout]. */
const NEEDED = ['PG_VERSION', 'global/pg_control', 'base', 'pg_wal'] as const

/** What is wrong with a database's folder at a glance; undefined where nothing is. */
export function damageOf(folder: string): string | undefined {
  if (!existsSync(folder)) return 'the database’s folder is gone'
  for (const n of NEEDED) if (!existsSync(join(folder, n))) return `${n} is missing in the database’s folder`
  const control = readFileSync(join(folder, 'global/pg_control'))
  if (!control.length || control.every(b => b === 0)) return 'the database’s control file is empty'
  if (readdirSync(join(folder, 'base')).length === 0) return 'the database’s tables are gone'
  return undefined
}

/** What an engine says of damaged files, or of tables that do not read [published: PostgreSQL, error codes, class XX]. */
const ITS_FILES =
  /^Aborted\(|unreachable|RuntimeError|invalid page|could not (read|open|access) |checksum|unexpected data beyond EOF|XX00[0-2]/

/** Whether an error of a database says that its files are damaged. */
export function isOfItsFiles(e: unknown): boolean {
  for (let at: unknown = e; at instanceof Error; at = at.cause)
    if (ITS_FILES.test(`${at.message} ${(at as { code?: string }).code ?? ''}`)) return true
  return false
}

/** Why an engine did not open a database, or could not read it, in plain words. */
export function doesNotOpen(e: unknown): string {
  const all: string[] = []
  for (let at: unknown = e; at instanceof Error; at = at.cause)
    all.push(
      `${at.name === 'Error' ? '' : `${at.name} `}${at.message} ${(at as { code?: string }).code ?? ''}`.trim(),
    )
  if (!all.length) all.push(String(e))
  if (all.some(t => ITS_FILES.test(t)) || all.some(t => t.startsWith('Failed query')))
    return 'the database’s files are damaged'
  return `the database does not open (${all.at(-1)!.slice(0, 200)})`
}

const stamp = (at: Date): string => at.toISOString().slice(0, 19).replaceAll(':', '-')

/** Puts a database aside under a name of its own: it is never deleted at once. */
export function setAside({ database }: Places, why: 'damaged' | 'stopped', at: Date): string | undefined {
  if (!existsSync(database)) return undefined
  const name = `${database}.${why}-${stamp(at)}`
  let aside = name
  for (let n = 2; existsSync(aside); n++) aside = `${name}-${n}`
  renameSync(database, aside)
  return aside
}

/** Takes away what earlier stops of the machine left aside: copies and journal held all of it. */
export function clearStopped({ database }: Places, but: string | undefined): void {
  const folder = dirname(database),
    begins = `${basename(database)}.stopped-`
  for (const n of readdirSync(folder))
    if (n.startsWith(begins) && join(folder, n) !== but) rmSync(join(folder, n), { recursive: true, force: true })
}

/** What two looks at a clock may differ by, ms. */
const SLACK = 2_000

/**
 * Puts a folder's files and the names in it on the disk: the engine itself never does.
 * @param since when all of it was flushed last, ms: what was not written to since then is on the disk. A clock that was set
 * back since says nothing about that
 */
export async function flushTree(folder: string, since: number): Promise<void> {
  const from = since > Date.now() ? 0 : since - SLACK,
    changed = async (path: string) => (await stat(path)).mtimeMs >= from
  for (const e of await readdir(folder, { withFileTypes: true })) {
    const path = join(folder, e.name)
    if (e.isDirectory()) await flushTree(path, since)
    else if (e.isFile() && (await changed(path))) await flush(path)
  }
  if (await changed(folder)) await flush(folder)
}

async function flush(path: string): Promise<void> {
  const f = await open(path, 'r')
  try {
    await f.sync()
  } finally {
    await f.close()
  }
}

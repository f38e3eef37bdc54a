import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { projectRoot } from '../projectRoot.ts'

/** Version of the embedded database, as its package says. */
const version = (): string => {
  const file = createRequire(import.meta.url).resolve('@electric-sql/pglite'),
    { version } = JSON.parse(readFileSync(join(dirname(file), '../package.json'), 'utf8')) as { version: string }
  return version
}

const FOLDER = join(projectRoot(), 'dist'),
  NAME = 'empty-database-'

/** Where the build leaves an empty database: named by the version that wrote it, for only that one is sure to read it. */
const fileOf = (): string => join(FOLDER, `${NAME}${version()}.tar.gz`)

/**
 * The empty database that the build has made, packed: unpacking it takes a fifth of the time of making one. Undefined
 * where nothing was built yet.
 */
export function emptyDatabase(): Blob | undefined {
  const file = fileOf()
  return existsSync(file) ? new Blob([readFileSync(file)]) : undefined
}

/** Keeps what `emptyDatabase` gives from now on, whole or not at all. */
export async function keepEmptyDatabase(packed: Blob): Promise<void> {
  const file = fileOf()
  mkdirSync(FOLDER, { recursive: true })
  for (const old of readdirSync(FOLDER)) if (old.startsWith(NAME)) rmSync(join(FOLDER, old))
  writeFileSync(`${file}.new`, Buffer.from(await packed.arrayBuffer()))
  renameSync(`${file}.new`, file)
}

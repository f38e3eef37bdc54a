import { spawnSync } from 'node:child_process'
import { existsSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { emptyDatabase, keepEmptyDatabase } from './db/emptyDatabase.ts'
import { openDatabase, packedDatabase } from './db/openDatabase.ts'
import { loadDemo } from './loadDemo.ts'
import { projectRoot } from './projectRoot.ts'

/** Folder of the embedded database inside the data folder. */
export const databaseFolder = (data: string): string => join(data, 'postgres')
const newFolder = (data: string): string => join(data, 'postgres.new')

/**
 * Makes the embedded database if there is none, complete or not at all: it is prepared beside its place by a process
 * of its own (making one takes several times the memory of using it) and moved there when it is whole.
 */
export function prepareFolder(data: string, demo: boolean): void {
  if (existsSync(databaseFolder(data))) return
  rmSync(newFolder(data), { recursive: true, force: true })
  const made = spawnSync(
    process.execPath,
    [...process.execArgv, process.argv[1]!, '--prepare', ...(demo ? ['--demo'] : [])],
    {
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, SNUGBOLT_DATA: data },
    },
  )
  if (made.status !== 0) throw new Error(`The data folder ${data} could not be prepared.`)
  renameSync(newFolder(data), databaseFolder(data))
}

/** What the preparing process does. */
export async function prepareNew(data: string, demo: boolean): Promise<void> {
  const { db, close } = await openDatabase({ folder: newFolder(data), from: emptyDatabase() })
  if (demo) await loadDemo(db, join(projectRoot(), 'demo'))
  await close()
}

/** The same in this process, empty: for a command that ends when it is done. */
export async function prepareHere(data: string): Promise<void> {
  rmSync(newFolder(data), { recursive: true, force: true })
  await prepareNew(data, false)
  renameSync(newFolder(data), databaseFolder(data))
}

/** What the build does once, so that every new workshop is at hand at once. */
export const makeEmpty = async (): Promise<void> => keepEmptyDatabase(await packedDatabase())

import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { emptyDatabase, keepEmptyDatabase } from './db/emptyDatabase.ts'
import { openDatabase, packedDatabase } from './db/openDatabase.ts'
import { placesIn } from './keep/places.ts'

/** Makes an empty embedded database in a data folder, complete or not at all: beside its place, and moved there when it is whole. */
export type Prepare = (data: string) => Promise<void>

/** By a process of its own: making one takes several times the memory of using it. */
export const prepareApart: Prepare = data => {
  const { database, filling } = placesIn(data)
  if (existsSync(database)) return Promise.resolve()
  rmSync(filling, { recursive: true, force: true })
  const made = spawnSync(process.execPath, [...process.execArgv, process.argv[1]!, '--prepare'], {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, SNUGBOLT_DATA: data },
  })
  if (made.status !== 0) throw new Error(`The data folder ${data} could not be prepared.`)
  renameSync(filling, database)
  return Promise.resolve()
}

/** What the preparing process does. */
export async function prepareNew(data: string): Promise<void> {
  mkdirSync(data, { recursive: true })
  const { close } = await openDatabase({ folder: placesIn(data).filling, from: emptyDatabase() })
  await close()
}

/** In this process: for a command that ends when it is done. */
export const prepareHere: Prepare = async data => {
  const { database, filling } = placesIn(data)
  if (existsSync(database)) return
  rmSync(filling, { recursive: true, force: true })
  await prepareNew(data)
  renameSync(filling, database)
}

/** What the build does once, so that every new workshop is at hand at once. */
export const makeEmpty = async (): Promise<void> => keepEmptyDatabase(await packedDatabase())

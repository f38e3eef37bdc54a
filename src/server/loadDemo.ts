import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { readBuildText, readPart } from '../core/document/readBuild.ts'
import type { Build } from '../core/document/build.ts'
import type { Part } from '../core/parts/part.ts'
import { buildStore } from './buildStore.ts'
import type { Database } from './db/database.ts'
import type { Keep } from './keep/keeper.ts'
import { shelfStore } from './shelfStore.ts'

/** The demo workshop's builds and shelf, from the same open files that a user would import. */
function demoFiles(folder: string): { builds: Build[]; parts: Part[] } {
  const fail = (file: string, p: { path: string; reason: string } | undefined) =>
    new Error(`${file}: ${p?.path} ${p?.reason}`)
  const builds: Build[] = [],
    parts: Part[] = []
  for (const file of readdirSync(folder)
    .filter(f => f.endsWith('.json'))
    .sort()) {
    const text = readFileSync(join(folder, file), 'utf8')
    if (file === 'shelf.json') {
      for (const x of (JSON.parse(text) as { parts: unknown[] }).parts) {
        const r = readPart(x)
        if (!r.ok) throw fail(file, r.problems[0])
        parts.push(r.part)
      }
    } else {
      const r = readBuildText(text)
      if (!r.ok) throw fail(file, r.problems[0])
      builds.push(r.build)
    }
  }
  return { builds, parts }
}

/**
 * Puts the demo workshop beside what is there. Its builds that were taken away come back as they were left; a build or
 * part of the user's own that has the same id stays.
 */
export async function loadDemo(db: Database, folder: string, keep?: Keep): Promise<void> {
  const store = buildStore(db, keep),
    shelf = shelfStore(db, keep)
  const { builds, parts } = demoFiles(folder)
  for (const id of await store.removedDemo()) await store.restore(id)
  for (const b of builds) await store.create(b, { demo: true })
  const have = await shelf.ids()
  await shelf.put(
    parts.filter(p => !have.has(p.id)),
    { demo: true },
  )
}

/** Takes the demo workshop away: its builds can be had back as they were, its parts come again from the files. */
export async function removeDemo(db: Database, keep?: Keep): Promise<void> {
  await buildStore(db, keep).removeDemo()
  await shelfStore(db, keep).removeDemo()
}

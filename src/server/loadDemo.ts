import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { readBuildText, readPart } from '../core/build/readBuild.ts'
import { buildStore } from './buildStore.ts'
import type { Database } from './db/openDatabase.ts'
import { shelfStore } from './shelfStore.ts'

/** Puts the demo workshop into an empty database, from the same open files that a user would import. */
export async function loadDemo(db: Database, folder: string): Promise<boolean> {
  const builds = buildStore(db),
    shelf = shelfStore(db)
  if ((await builds.list()).length > 0 || (await shelf.list()).length > 0) return false
  for (const file of readdirSync(folder)
    .filter(f => f.endsWith('.json'))
    .sort()) {
    const text = readFileSync(join(folder, file), 'utf8')
    if (file === 'shelf.json') {
      await shelf.put(
        (JSON.parse(text) as { parts: unknown[] }).parts.map(part => {
          const r = readPart(part)
          if (!r.ok) throw new Error(`${file}: ${r.problems[0]!.path} ${r.problems[0]!.reason}`)
          return r.part
        }),
      )
    } else {
      const r = readBuildText(text)
      if (!r.ok) throw new Error(`${file}: ${r.problems[0]!.path} ${r.problems[0]!.reason}`)
      await builds.create(r.build)
    }
  }
  return true
}

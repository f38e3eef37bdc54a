import { isNull, isNotNull } from 'drizzle-orm'
import { emptyDatabase } from '../db/emptyDatabase.ts'
import { memoryDatabase } from '../db/openDatabase.ts'
import { builds } from '../db/schema.ts'
import { settingsStore } from '../settingsStore.ts'
import { shelfStore } from '../shelfStore.ts'
import { present } from '../buildStore.ts'
import type { BytesOf } from './attachmentFiles.ts'
import type { Copy } from './copyFile.ts'
import { rowsOf } from './rows.ts'

/** What is there when a copy has been brought back. */
export interface Rehearsed {
  builds: string[]
  deleted: string[]
  parts: number
  attachments: number
  /** Photos that the copy names and nobody has. */
  missing: number
  settings: boolean
}

/** Brings a copy back into a database in memory, reads all of it, and says what is there: a restore that touches nothing. */
export async function rehearse(copy: Copy, bytesOf: BytesOf): Promise<Rehearsed> {
  const { db, close } = await memoryDatabase(emptyDatabase())
  try {
    let named = 0,
      settings = false
    async function* counted() {
      for await (const e of copy.entries()) {
        if (e.kind === 'attachment') named++
        if (e.kind === 'settings') settings = true
        yield e
      }
    }
    const rows = rowsOf(db, bytesOf)
    await rows.play(counted(), 0)
    const all = await db.select().from(builds).where(isNull(builds.removedAt))
    for (const b of all) present(b.document)
    await settingsStore(db).read()
    const attachments = (await rows.attachments()).length
    return {
      builds: all.map(b => b.name),
      deleted: (await db.select({ name: builds.name }).from(builds).where(isNotNull(builds.removedAt))).map(
        b => b.name,
      ),
      parts: (await shelfStore(db).ids()).size,
      attachments,
      missing: named - attachments,
      settings,
    }
  } finally {
    await close()
  }
}

import { eq } from 'drizzle-orm'
import type { Database } from '../db/openDatabase.ts'
import { attachments, builds, settings, shelf, SHELF_RECORD } from '../db/schema.ts'
import { NO_FILES, type KeepFiles } from '../attachmentStore.ts'
import type { BytesOf } from './files.ts'
import type { Entry, Keep } from './journal.ts'

/** What bringing a copy back would do to a workshop. */
export interface RestorePlan {
  /** Builds that would come, be set to what the copy holds, or be put among the deleted, by name. */
  come: string[]
  change: string[]
  go: string[]
  parts: { come: number; change: number; go: number }
  settings: boolean
  /** Photos and other files that come; nothing of them goes before it is cleared away. */
  attachments: number
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** What would change if a copy's entries were brought back: told before it is done. */
export async function planRestore(db: Database, entries: readonly Entry[]): Promise<RestorePlan> {
  const have = new Map((await db.select().from(builds)).map(r => [r.id, r])),
    shelved = new Map((await db.select(SHELF_RECORD).from(shelf)).map(r => [r.id, r])),
    [own] = await db.select().from(settings),
    attached = new Set((await db.select({ hash: attachments.hash }).from(attachments)).map(r => r.hash))
  const out: RestorePlan = {
    come: [],
    change: [],
    go: [],
    parts: { come: 0, change: 0, go: 0 },
    settings: false,
    attachments: 0,
  }
  const seen = new Set<string>(),
    parts = new Set<string>()
  for (const e of entries)
    if (e.kind === 'build') {
      seen.add(e.row.id)
      const was = have.get(e.row.id)
      if (!was || (was.removedAt && !e.row.removedAt)) out.come.push(e.row.name)
      else if (!same(was.document, e.row.document)) out.change.push(e.row.name)
    } else if (e.kind === 'part') {
      parts.add(e.row.id)
      const was = shelved.get(e.row.id)
      if (!was) out.parts.come++
      else if (!same(was.part, e.row.part)) out.parts.change++
    } else if (e.kind === 'attachment') {
      if (!attached.has(e.row.hash)) out.attachments++
    } else if (e.kind === 'settings') out.settings = !own || !same(own.document, e.row.document)
  for (const [id, r] of have) if (!seen.has(id) && !r.removedAt) out.go.push(r.name)
  for (const id of shelved.keys()) if (!parts.has(id)) out.parts.go++
  return out
}

/**
 * Sets the workshop to what a copy holds, all or nothing. Builds that the copy lacks are put among the deleted, from where
 * they can be had back; revisions go on, so that no open page takes an older one for its own.
 */
export const restore = (
  db: Database,
  entries: readonly Entry[],
  keep: Keep,
  { put }: Pick<KeepFiles, 'put'> = NO_FILES,
  bytesOf: BytesOf = () => undefined,
): Promise<void> =>
  db.transaction(async tx => {
    const left: Entry[] = [],
      have = new Map((await tx.select().from(builds)).map(r => [r.id, r])),
      shelved = new Map(
        (await tx.select({ id: shelf.id, revision: shelf.revision }).from(shelf)).map(r => [r.id, r.revision]),
      )
    for (const e of entries)
      if (e.kind === 'build') {
        const was = have.get(e.row.id),
          row = { ...e.row, revision: Math.max(e.row.revision, (was?.revision ?? 0) + 1) }
        have.delete(e.row.id)
        await tx.insert(builds).values(row).onConflictDoUpdate({ target: builds.id, set: row })
        left.push({ kind: 'build', row })
      } else if (e.kind === 'part') {
        const row = { ...e.row, revision: Math.max(e.row.revision ?? 1, (shelved.get(e.row.id) ?? 0) + 1) }
        shelved.delete(e.row.id)
        await tx.insert(shelf).values(row).onConflictDoUpdate({ target: shelf.id, set: row })
        left.push({ kind: 'part', row })
      } else if (e.kind === 'attachment') {
        const { hash, type, size } = e.row,
          bytes = bytesOf(hash)
        if (!bytes) continue
        put(hash, bytes)
        await tx
          .insert(attachments)
          .values({ hash, type, size, bytes, addedAt: new Date(e.row.addedAt) })
          .onConflictDoNothing()
        left.push(e)
      } else if (e.kind === 'settings') {
        await tx.insert(settings).values(e.row).onConflictDoUpdate({ target: settings.id, set: e.row })
        left.push(e)
      }
    for (const was of have.values()) {
      if (was.removedAt) continue
      const [row] = await tx.update(builds).set({ removedAt: new Date() }).where(eq(builds.id, was.id)).returning()
      if (row) left.push({ kind: 'build', row })
    }
    for (const id of shelved.keys()) {
      await tx.delete(shelf).where(eq(shelf.id, id))
      left.push({ kind: 'part-gone', id })
    }
    await keep(left)
  })

import { eq } from 'drizzle-orm'
import type { Database } from '../db/openDatabase.ts'
import { attachments, builds, settings, shelf, SHELF_RECORD } from '../db/schema.ts'
import type { BytesOf } from './files.ts'
import type { Entry } from './journal.ts'

/** The last that is said of each row: earlier entries of it are overtaken. */
function lastOf(entries: readonly Entry[]): Entry[] {
  const out = new Map<string, Entry>()
  for (const e of entries) {
    const key =
      e.kind === 'settings'
        ? 'settings'
        : e.kind === 'attachment'
          ? `attachment ${e.row.hash}`
          : e.kind === 'build' || e.kind === 'part'
            ? `${e.kind} ${e.row.id}`
            : `${e.kind.replace('-gone', '')} ${e.id}`
    const was = out.get(key)
    // Two writers of one build, or part, are put in order by its revision.
    if (
      (was?.kind === 'build' || was?.kind === 'part') &&
      was.kind === e.kind &&
      (was.row.revision ?? 0) > (e.row.revision ?? 0)
    )
      continue
    out.delete(key)
    out.set(key, e)
  }
  return [...out.values()]
}

/**
 * Writes entries over what a database has, all or nothing: what is there already stays as it is, and a build that stands at
 * a later revision is left alone. Tells how many rows were changed.
 */
export const replay = (
  db: Database,
  entries: readonly Entry[],
  bytesOf: BytesOf = () => undefined,
): Promise<number> =>
  db.transaction(async tx => {
    let changed = 0
    for (const e of lastOf(entries))
      switch (e.kind) {
        case 'build': {
          const [have] = await tx.select().from(builds).where(eq(builds.id, e.row.id))
          if (have && (have.revision > e.row.revision || same(have, e.row))) break
          await tx.insert(builds).values(e.row).onConflictDoUpdate({ target: builds.id, set: e.row })
          changed++
          break
        }
        case 'build-gone':
          changed += (await tx.delete(builds).where(eq(builds.id, e.id)).returning({ id: builds.id })).length
          break
        case 'part': {
          const [have] = await tx.select(SHELF_RECORD).from(shelf).where(eq(shelf.id, e.row.id))
          if (have && (have.revision > (e.row.revision ?? 0) || same(have, e.row))) break
          await tx.insert(shelf).values(e.row).onConflictDoUpdate({ target: shelf.id, set: e.row })
          changed++
          break
        }
        case 'part-gone':
          changed += (await tx.delete(shelf).where(eq(shelf.id, e.id)).returning({ id: shelf.id })).length
          break
        case 'attachment': {
          const { hash, type, size } = e.row
          const [have] = await tx
            .select({ hash: attachments.hash })
            .from(attachments)
            .where(eq(attachments.hash, hash))
          const bytes = have ? undefined : bytesOf(hash)
          if (!bytes) break
          await tx.insert(attachments).values({ hash, type, size, bytes, addedAt: new Date(e.row.addedAt) })
          changed++
          break
        }
        case 'attachment-gone':
          changed += (
            await tx.delete(attachments).where(eq(attachments.hash, e.id)).returning({ hash: attachments.hash })
          ).length
          break
        case 'settings': {
          const [have] = await tx.select().from(settings).where(eq(settings.id, e.row.id))
          if (have && same(have, e.row)) break
          await tx.insert(settings).values(e.row).onConflictDoUpdate({ target: settings.id, set: e.row })
          changed++
        }
      }
    return changed
  })

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

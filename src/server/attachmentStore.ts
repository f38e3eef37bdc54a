import { and, asc, eq, inArray, isNull, lt, notInArray, sql } from 'drizzle-orm'
import { piecesOf, readBytes } from './attachmentBytes.ts'
import type { Database } from './db/database.ts'
import { attachments, builds } from './db/schema.ts'
import { act } from './keep/act.ts'
import { hashOf, NO_FILES, type AttachmentFiles } from './keep/attachmentFiles.ts'
import { hashesIn } from './keep/copyFile.ts'
import type { AttachmentRecord } from './keep/entry.ts'
import { KEPT_ELSEWHERE, type Keep } from './keep/keeper.ts'
import { ATTACHED, attachmentRecord } from './keep/rows.ts'

/** Photos, leaflets and sounds in the database, each once, by the hash of what is in it. */
export const attachmentStore = (
  db: Database,
  keep: Keep = KEPT_ELSEWHERE,
  files: Pick<AttachmentFiles, 'put' | 'remove'> = NO_FILES,
) => {
  /** Attachments that a build's document speaks of, or what can be taken back of it; one build after another. */
  const namedInBuilds = async (): Promise<Set<string>> => {
    const out = new Set<string>()
    for (const { id } of await db.select({ id: builds.id }).from(builds).orderBy(asc(builds.id))) {
      const [row] = await db
        .select({
          document: sql<string>`${builds.document}::text`,
          history: sql<string | null>`${builds.history}::text`,
        })
        .from(builds)
        .where(eq(builds.id, id))
      for (const text of [row?.document, row?.history]) for (const h of hashesIn(text ?? '')) out.add(h)
    }
    return out
  }
  return {
    find: async (hash: string): Promise<AttachmentRecord | undefined> => {
      const [row] = await db.select(ATTACHED).from(attachments).where(eq(attachments.hash, hash))
      return row && attachmentRecord(row)
    },

    pieces: (hash: string) => piecesOf(db, hash),
    bytes: (hash: string) => readBytes(db, hash),

    /** Keeps a file; the same one again is the one that is there. */
    put: async (bytes: Uint8Array, type: string): Promise<AttachmentRecord> => {
      const hash = hashOf(bytes)
      return act(db, keep, async tx => {
        const [row] = await tx
          .insert(attachments)
          .values({ hash, type, size: bytes.length, bytes })
          .onConflictDoNothing()
          .returning(ATTACHED)
        if (!row) {
          const [have] = await tx.select(ATTACHED).from(attachments).where(eq(attachments.hash, hash))
          return { gives: attachmentRecord(have!), left: [] }
        }
        await files.put(hash, bytes)
        const record = attachmentRecord(row)
        return { gives: record, left: [{ kind: 'attachment', row: record }] }
      })
    },

    /**
     * Takes away what nothing has spoken of since a time: no build, nothing that can be taken back on one, no copy. The time
     * counts from when it was first seen that nothing does, not from when the file came.
     * @param elsewhere what copies speak of
     */
    clearAway: async (before: Date, elsewhere: ReadonlySet<string>, now = new Date()): Promise<string[]> => {
      const named = [...(await namedInBuilds()), ...elsewhere]
      const isNamed = named.length ? inArray(attachments.hash, named) : sql`false`,
        isNot = named.length ? notInArray(attachments.hash, named) : sql`true`
      await db.update(attachments).set({ unnamedSince: null }).where(isNamed)
      await db
        .update(attachments)
        .set({ unnamedSince: now })
        .where(and(isNot, isNull(attachments.unnamedSince)))
      const gone = await act(db, keep, async tx => {
        const gone = await tx
          .delete(attachments)
          .where(and(isNot, lt(attachments.unnamedSince, before)))
          .returning({ id: attachments.hash })
        return { gives: gone.map(g => g.id), left: gone.map(({ id }) => ({ kind: 'attachment-gone', id })) }
      })
      for (const hash of gone) await files.remove(hash)
      return gone
    },
  }
}

export type AttachmentStore = ReturnType<typeof attachmentStore>

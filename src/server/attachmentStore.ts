import { eq, inArray, sql } from 'drizzle-orm'
import type { Database } from './db/openDatabase.ts'
import { attachments, builds } from './db/schema.ts'
import { transact } from './db/transact.ts'
import { hashOf } from './keep/files.ts'
import { KEPT_ELSEWHERE, type AttachmentRecord, type Keep } from './keep/journal.ts'

/** What one answer of the database carries of an attachment. */
const PIECE = 1024 * 1024

/** Keeps the bytes of attachments on disk before they are acknowledged, and takes away what was cleared. */
export interface KeepFiles {
  put: (hash: string, bytes: Uint8Array) => void
  remove: (hash: string) => void
}
export const NO_FILES: KeepFiles = { put: () => undefined, remove: () => undefined }

/** An attachment's bytes, piece by piece; nothing where there is none. */
export async function* piecesOf(db: Database, hash: string): AsyncGenerator<Uint8Array> {
  for (let from = 1; ; from += PIECE) {
    const [row] = await db
      .select({ piece: sql<Uint8Array>`substring(${attachments.bytes} from ${from} for ${PIECE})` })
      .from(attachments)
      .where(eq(attachments.hash, hash))
    if (!row || row.piece.length === 0) return
    yield new Uint8Array(row.piece)
    if (row.piece.length < PIECE) return
  }
}

/** All of an attachment's bytes; undefined where there is none. */
export async function readBytes(db: Database, hash: string): Promise<Uint8Array | undefined> {
  const [row] = await db.select({ bytes: attachments.bytes }).from(attachments).where(eq(attachments.hash, hash))
  return row?.bytes
}

const record = (r: { hash: string; type: string; size: number; addedAt: Date }): AttachmentRecord => ({
  ...r,
  addedAt: r.addedAt.toISOString(),
})

/** Photos, leaflets and sounds in the database, each once, by the hash of what is in it. */
export const attachmentStore = (db: Database, keep: Keep = KEPT_ELSEWHERE, files: KeepFiles = NO_FILES) => {
  const HEAD = {
    hash: attachments.hash,
    type: attachments.type,
    size: attachments.size,
    addedAt: attachments.addedAt,
  }
  return {
    find: async (hash: string): Promise<AttachmentRecord | undefined> => {
      const [row] = await db.select(HEAD).from(attachments).where(eq(attachments.hash, hash))
      return row && record(row)
    },

    pieces: (hash: string) => piecesOf(db, hash),
    bytes: (hash: string) => readBytes(db, hash),

    /** Keeps a file; the same one again is the one that is there. */
    put: async (bytes: Uint8Array, type: string): Promise<AttachmentRecord> => {
      const hash = hashOf(bytes)
      return transact(db, async tx => {
        const [row] = await tx
          .insert(attachments)
          .values({ hash, type, size: bytes.length, bytes })
          .onConflictDoNothing()
          .returning(HEAD)
        if (!row) {
          const [have] = await tx.select(HEAD).from(attachments).where(eq(attachments.hash, hash))
          return record(have!)
        }
        files.put(hash, bytes)
        await keep([{ kind: 'attachment', row: record(row) }])
        return record(row)
      })
    },

    /** Takes away what no build speaks of any more and was added before a time. */
    clearAway: async (before: Date): Promise<string[]> => {
      const used = new Set(
        (await db.select({ document: builds.document }).from(builds)).flatMap(
          r => r.document.attachments?.map(a => a.hash) ?? [],
        ),
      )
      const gone = (await db.select(HEAD).from(attachments))
        .filter(a => a.addedAt < before && !used.has(a.hash))
        .map(a => a.hash)
      if (gone.length)
        await transact(db, async tx => {
          await tx.delete(attachments).where(inArray(attachments.hash, gone))
          await keep(gone.map(id => ({ kind: 'attachment-gone', id })))
        })
      for (const hash of gone) files.remove(hash)
      return gone
    },
  }
}

export type AttachmentStore = ReturnType<typeof attachmentStore>

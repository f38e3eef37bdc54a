import { eq, sql } from 'drizzle-orm'
import type { Database } from './db/database.ts'
import { attachments } from './db/schema.ts'

/** What one answer of the database carries of an attachment. */
const PIECE = 1024 * 1024

/** An attachment's bytes, piece by piece; nothing where there is none. */
export async function* piecesOf(db: Pick<Database, 'select'>, hash: string): AsyncGenerator<Uint8Array> {
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
export async function readBytes(db: Pick<Database, 'select'>, hash: string): Promise<Uint8Array | undefined> {
  const [row] = await db.select({ bytes: attachments.bytes }).from(attachments).where(eq(attachments.hash, hash))
  return row?.bytes
}

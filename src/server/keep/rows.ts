import { asc, eq, sql } from 'drizzle-orm'
import { readBytes } from '../attachmentBytes.ts'
import type { Database } from '../db/database.ts'
import { attachments, builds, gone, kept, settings, shelf, SHELF_RECORD } from '../db/schema.ts'
import type { BytesOf } from './attachmentFiles.ts'
import type { AttachmentRecord, Entry } from './entry.ts'

/** What the keeper needs of a database. */
export interface Rows {
  /** The last line of the journal that it holds; 0 before any. */
  seq: () => Promise<number>
  /**
   * Writes entries over what is there, all or nothing, and says up to which line it then holds everything. Tells how many
   * rows were changed.
   * @param latest leaves alone what stands at a later revision: for journals of before lines were numbered
   */
  play: (entries: AsyncIterable<Entry>, seq: number, latest?: boolean) => Promise<number>
  /** All that it holds, at one moment. */
  all: () => AsyncGenerator<Entry>
  /** Attachments that it knows. */
  attachments: () => Promise<AttachmentRecord[]>
  bytesOf: BytesOf
}

type Transaction = Pick<Database, 'insert' | 'select' | 'update' | 'delete'>
const THE_ONE = 1

/** Says in a transaction up to which line of the journal the tables then hold everything. */
export const holdsUpTo = async (tx: Pick<Transaction, 'insert'>, seq: number): Promise<void> => {
  await tx.insert(kept).values({ id: THE_ONE, seq }).onConflictDoUpdate({ target: kept.id, set: { seq } })
}

/** Whether a row has all that another says. */
const says = (have: Readonly<Record<string, unknown>>, row: Readonly<Record<string, unknown>>): boolean =>
  Object.entries(row).every(([k, v]) => JSON.stringify(have[k]) === JSON.stringify(v))

/** What is known of an attachment, without its bytes. */
export const ATTACHED = {
  hash: attachments.hash,
  type: attachments.type,
  size: attachments.size,
  addedAt: attachments.addedAt,
}
export const attachmentRecord = (r: {
  hash: string
  type: string
  size: number
  addedAt: Date
}): AttachmentRecord => ({ ...r, addedAt: r.addedAt.toISOString() })

/** Writes one entry over what a database has; true where that changed something. */
async function playOne(tx: Transaction, e: Entry, latest: boolean, bytesOf: BytesOf): Promise<boolean> {
  switch (e.kind) {
    case 'build': {
      const [have] = await tx.select().from(builds).where(eq(builds.id, e.row.id))
      if (have && ((latest && have.revision > e.row.revision) || says(have, { ...e.row }))) return false
      await tx.insert(builds).values(e.row).onConflictDoUpdate({ target: builds.id, set: e.row })
      await notGone(tx, 'build', e.row.id)
      return true
    }
    case 'part': {
      const [have] = await tx.select(SHELF_RECORD).from(shelf).where(eq(shelf.id, e.row.id))
      if (have && ((latest && have.revision > e.row.revision) || says(have, { ...e.row }))) return false
      await tx.insert(shelf).values(e.row).onConflictDoUpdate({ target: shelf.id, set: e.row })
      await notGone(tx, 'part', e.row.id)
      return true
    }
    case 'build-gone': {
      const had = await tx.delete(builds).where(eq(builds.id, e.id)).returning({ id: builds.id })
      await isGone(tx, 'build', e.id, e.revision)
      return had.length > 0
    }
    case 'part-gone': {
      const had = await tx.delete(shelf).where(eq(shelf.id, e.id)).returning({ id: shelf.id })
      await isGone(tx, 'part', e.id, e.revision)
      return had.length > 0
    }
    case 'attachment': {
      const { hash, type, size } = e.row
      const [have] = await tx.select({ hash: attachments.hash }).from(attachments).where(eq(attachments.hash, hash))
      const bytes = have ? undefined : await bytesOf(hash)
      if (!bytes) return false
      await tx.insert(attachments).values({ hash, type, size, bytes, addedAt: new Date(e.row.addedAt) })
      return true
    }
    case 'attachment-gone':
      return (
        (await tx.delete(attachments).where(eq(attachments.hash, e.id)).returning({ hash: attachments.hash }))
          .length > 0
      )
    case 'settings': {
      const [have] = await tx.select().from(settings).where(eq(settings.id, e.row.id))
      if (have && says(have, { ...e.row })) return false
      await tx.insert(settings).values(e.row).onConflictDoUpdate({ target: settings.id, set: e.row })
      return true
    }
  }
}

/** Remembers at which revision something stood when it was deleted for good. */
export async function isGone(
  tx: Pick<Transaction, 'insert'>,
  kind: 'build' | 'part',
  id: string,
  revision: number,
): Promise<void> {
  await tx
    .insert(gone)
    .values({ kind, id, revision })
    .onConflictDoUpdate({
      target: [gone.kind, gone.id],
      set: { revision: sql`greatest(${gone.revision}, excluded.revision)` },
    })
}

/** It is there again: its own revision says more. */
export async function notGone(tx: Pick<Transaction, 'delete'>, kind: 'build' | 'part', id: string): Promise<void> {
  await tx.delete(gone).where(sql`${gone.kind} = ${kind} and ${gone.id} = ${id}`)
}

/** At which revision something stood that was deleted for good; 0 where there never was such a thing. */
export async function goneAt(
  q: Pick<Transaction, 'select'>,
  kind: 'build' | 'part',
  ids: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  if (!ids.length) return new Map()
  const rows = await q
    .select({ id: gone.id, revision: gone.revision })
    .from(gone)
    .where(sql`${gone.kind} = ${kind} and ${gone.id} = any(${sql.param([...ids])}::text[])`)
  return new Map(rows.map(r => [r.id, r.revision]))
}

/** The tables of a database, as the keeper sees them. */
export const rowsOf = (
  db: Pick<Database, 'select' | 'transaction'>,
  fileOf: BytesOf = () => Promise.resolve(undefined),
): Rows => ({
  seq: async () => (await db.select().from(kept))[0]?.seq ?? 0,

  play: (entries, seq, latest = false) =>
    db.transaction(async tx => {
      let changed = 0
      for await (const e of entries) if (await playOne(tx, e, latest, fileOf)) changed++
      await holdsUpTo(tx, seq)
      return changed
    }),

  async *all() {
    // One thing at a time: what else is asked of the database goes on in between, and what changes meanwhile is in the journal as well.
    const ids = await db.select({ id: builds.id }).from(builds).orderBy(asc(builds.id))
    for (const { id } of ids) {
      const [row] = await db.select().from(builds).where(eq(builds.id, id))
      if (row) yield { kind: 'build', row }
    }
    for (const row of await db.select(SHELF_RECORD).from(shelf).orderBy(asc(shelf.position), asc(shelf.id)))
      yield { kind: 'part', row }
    for (const row of await db.select().from(settings)) yield { kind: 'settings', row }
    for (const row of await db.select(ATTACHED).from(attachments).orderBy(asc(attachments.hash)))
      yield { kind: 'attachment', row: attachmentRecord(row) }
    for (const { kind, id, revision } of await db.select().from(gone))
      yield kind === 'build' ? { kind: 'build-gone', id, revision } : { kind: 'part-gone', id, revision }
  },

  attachments: async () => (await db.select(ATTACHED).from(attachments)).map(attachmentRecord),
  bytesOf: hash => readBytes(db, hash),
})

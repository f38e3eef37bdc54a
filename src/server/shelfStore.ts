import { asc, count, eq, inArray, sql } from 'drizzle-orm'
import type { Part, Stock } from '../core/parts/part.ts'
import type { PartKind } from '../core/parts/partKinds.ts'
import type { Database } from './db/openDatabase.ts'
import { shelf } from './db/schema.ts'
import { KEPT_ELSEWHERE, type Keep } from './keep/journal.ts'

/** What a list of the shelf shows of a part. */
export interface ShelfRow {
  id: string
  kind: PartKind
  name: string
  stock: Stock | null
  donor: string | null
}

/** Rows that one statement writes; the database takes a bounded number of values at once. */
const AT_ONCE = 500

/** Parts on the shelf, in the order in which they were put there. */
export const shelfStore = (db: Database, keep: Keep = KEPT_ELSEWHERE) => ({
  list: async (kinds?: readonly PartKind[]): Promise<Part[]> =>
    (
      await db
        .select({ part: shelf.part })
        .from(shelf)
        .where(kinds ? inArray(sql`${shelf.part}->>'kind'`, [...kinds]) : undefined)
        .orderBy(asc(shelf.position), asc(shelf.id))
    ).map(r => r.part),

  /** Every part in short: thousands of them are listed and searched in the browser. */
  index: (): Promise<ShelfRow[]> =>
    db
      .select({
        id: shelf.id,
        kind: sql<PartKind>`${shelf.part}->>'kind'`,
        name: sql<string>`${shelf.part}->>'name'`,
        stock: sql<Stock | null>`${shelf.part}->'stock'`,
        donor: sql<string | null>`${shelf.part}->>'donor'`,
      })
      .from(shelf)
      .orderBy(asc(shelf.position), asc(shelf.id)),

  read: async (id: string): Promise<Part | undefined> =>
    (await db.select({ part: shelf.part }).from(shelf).where(eq(shelf.id, id)))[0]?.part,

  /** Puts parts on the shelf, all or none; one that is there already is replaced where it lies. */
  put: async (parts: readonly Part[], demo = false): Promise<void> => {
    await db.transaction(async tx => {
      const [n] = await tx.select({ n: count() }).from(shelf)
      for (let at = 0; at < parts.length; at += AT_ONCE) {
        const rows = await tx
          .insert(shelf)
          .values(
            parts
              .slice(at, at + AT_ONCE)
              .map((part, i) => ({ id: part.id, position: (n?.n ?? 0) + at + i, part, demo })),
          )
          .onConflictDoUpdate({ target: shelf.id, set: { part: sql`excluded.part` } })
          .returning()
        await keep(rows.map(row => ({ kind: 'part', row })))
      }
    })
  },

  /** Takes the demo workshop's parts off the shelf. */
  removeDemo: async (): Promise<void> => {
    await db.transaction(async tx => {
      const gone = await tx.delete(shelf).where(eq(shelf.demo, true)).returning({ id: shelf.id })
      await keep(gone.map(({ id }) => ({ kind: 'part-gone', id })))
    })
  },

  ids: async (): Promise<Set<string>> => new Set((await db.select({ id: shelf.id }).from(shelf)).map(r => r.id)),

  remove: (id: string): Promise<boolean> =>
    db.transaction(async tx => {
      const gone = await tx.delete(shelf).where(eq(shelf.id, id)).returning({ id: shelf.id })
      await keep(gone.map(g => ({ kind: 'part-gone', id: g.id })))
      return gone.length === 1
    }),
})

export type ShelfStore = ReturnType<typeof shelfStore>

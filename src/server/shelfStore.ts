import { asc, count, eq } from 'drizzle-orm'
import type { Part } from '../core/parts/part.ts'
import type { Database } from './db/openDatabase.ts'
import { shelf } from './db/schema.ts'

/** Parts on the shelf, in the order in which they were put there. */
export const shelfStore = (db: Database) => ({
  list: async (): Promise<Part[]> => (await db.select().from(shelf).orderBy(asc(shelf.position))).map(r => r.part),

  put: async (part: Part): Promise<void> => {
    const [n] = await db.select({ n: count() }).from(shelf)
    await db.insert(shelf).values({ id: part.id, position: n?.n ?? 0, part }).onConflictDoUpdate({ target: shelf.id, set: { part } })
  },

  remove: async (id: string): Promise<boolean> => (await db.delete(shelf).where(eq(shelf.id, id)).returning({ id: shelf.id })).length === 1,
})

export type ShelfStore = ReturnType<typeof shelfStore>

import { eq } from 'drizzle-orm'
import type { Database } from '../db/database.ts'
import { paired } from '../db/schema.ts'
import type { Session, SessionStore } from './sessions.ts'

const sessionOf = (row: typeof paired.$inferSelect): Session => ({
  ...row,
  madeAt: row.madeAt.toISOString(),
  seenAt: row.seenAt.toISOString(),
})

/** Sessions in the tables of a server: a device that is paired at one bench is at all of them, and gone from all at once. */
export const sessionTable = (db: Database): SessionStore => ({
  all: async () => (await db.select().from(paired)).map(sessionOf),
  byHash: async hash => {
    const [row] = await db.select().from(paired).where(eq(paired.hash, hash))
    return row && sessionOf(row)
  },
  add: async s => {
    await db.insert(paired).values({ ...s, madeAt: new Date(s.madeAt), seenAt: new Date(s.seenAt) })
  },
  seen: async (id, at) => {
    await db
      .update(paired)
      .set({ seenAt: new Date(at) })
      .where(eq(paired.id, id))
  },
  remove: async id => (await db.delete(paired).where(eq(paired.id, id)).returning({ id: paired.id })).length > 0,
})

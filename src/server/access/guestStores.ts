import { eq } from 'drizzle-orm'
import type { Database } from '../db/database.ts'
import { guests } from '../db/schema.ts'
import type { Disk } from '../disk/disk.ts'
import type { GuestLink, GuestStore } from './guests.ts'
import { recordFile } from './keptRecords.ts'

/** Guests' links in a file of the data folder. */
export const guestFile = (disk: Disk, file: string, tell?: (text: string) => void): Promise<GuestStore> =>
  recordFile<GuestLink>(
    disk,
    file,
    {
      format: 'snugbolt-guest-links',
      under: 'links',
      lost: 'no guest’s link is good any more. Make new ones.',
    },
    tell,
  )

const linkOf = (row: typeof guests.$inferSelect): GuestLink => ({
  ...row,
  madeAt: row.madeAt.toISOString(),
  endsAt: row.endsAt.toISOString(),
  seenAt: row.seenAt?.toISOString() ?? null,
})

/** Guests' links in the tables of a server: they hold at every bench. */
export const guestTable = (db: Database): GuestStore => ({
  all: async () => (await db.select().from(guests)).map(linkOf),
  byHash: async hash => {
    const [row] = await db.select().from(guests).where(eq(guests.hash, hash))
    return row && linkOf(row)
  },
  add: async l => {
    await db.insert(guests).values({
      ...l,
      madeAt: new Date(l.madeAt),
      endsAt: new Date(l.endsAt),
      seenAt: l.seenAt === null ? null : new Date(l.seenAt),
    })
  },
  seen: async (id, at) => {
    await db
      .update(guests)
      .set({ seenAt: new Date(at) })
      .where(eq(guests.id, id))
  },
  remove: async id => (await db.delete(guests).where(eq(guests.id, id)).returning({ id: guests.id })).length > 0,
})

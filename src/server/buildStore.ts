import { and, asc, eq, sql } from 'drizzle-orm'
import { VERSION, type Build } from '../core/build/build.ts'
import { readBuild } from '../core/build/readBuild.ts'
import type { Database } from './db/openDatabase.ts'
import { builds } from './db/schema.ts'

export interface StoredBuild {
  build: Build
  revision: number
  updatedAt: string
}

/** Documents written by an older version are brought up to the present one as they are read. */
const present = (document: Build): Build => {
  if (document.version === VERSION) return document
  const r = readBuild(document)
  if (!r.ok) throw new Error(`a stored build cannot be read: ${r.problems[0]!.path} ${r.problems[0]!.reason}`)
  return r.build
}

const stored = (r: typeof builds.$inferSelect): StoredBuild => ({
  build: present(r.document),
  revision: r.revision,
  updatedAt: r.updatedAt.toISOString(),
})

/** Builds in the database. A write either happens whole at the expected revision, or not at all. */
export const buildStore = (db: Database) => ({
  list: () =>
    db
      .select({ id: builds.id, name: builds.name, revision: builds.revision, updatedAt: builds.updatedAt })
      .from(builds)
      .orderBy(asc(builds.name), asc(builds.id)),

  read: async (id: string): Promise<StoredBuild | undefined> => {
    const [row] = await db.select().from(builds).where(eq(builds.id, id))
    return row && stored(row)
  },

  /** Undefined when the id is taken. */
  create: async (build: Build): Promise<StoredBuild | undefined> => {
    const [row] = await db
      .insert(builds)
      .values({ id: build.id, name: build.name, revision: 1, document: build })
      .onConflictDoNothing()
      .returning()
    return row && stored(row)
  },

  /** Undefined when the revision is not the present one, or the build is gone. */
  write: async (build: Build, revision: number): Promise<StoredBuild | undefined> => {
    const [row] = await db
      .update(builds)
      .set({ name: build.name, document: build, revision: sql`${builds.revision} + 1`, updatedAt: sql`now()` })
      .where(and(eq(builds.id, build.id), eq(builds.revision, revision)))
      .returning()
    return row && stored(row)
  },

  remove: async (id: string, revision: number): Promise<boolean> =>
    (
      await db
        .delete(builds)
        .where(and(eq(builds.id, id), eq(builds.revision, revision)))
        .returning({ id: builds.id })
    ).length === 1,

  /** The id itself, or with the first free number behind it. */
  freeId: async (id: string): Promise<string> => {
    const taken = new Set((await db.select({ id: builds.id }).from(builds)).map(r => r.id))
    const stem = id.replace(/-\d+$/, '').slice(0, 42)
    for (let n = 2; ; n++) {
      const candidate = n === 2 && !taken.has(id) ? id : `${stem}-${n}`
      if (!taken.has(candidate)) return candidate
    }
  },
})

export type BuildStore = ReturnType<typeof buildStore>

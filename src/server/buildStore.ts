import { and, asc, eq, isNotNull, isNull, lt, sql } from 'drizzle-orm'
import { VERSION, type Build } from '../core/document/build.ts'
import type { History } from '../core/document/history.ts'
import { readBuild } from '../core/document/readBuild.ts'
import { same } from '../core/memo/same.ts'
import type { Database, Transaction } from './db/database.ts'
import { builds } from './db/schema.ts'
import { act } from './keep/act.ts'
import { KEPT_ELSEWHERE, type Keep } from './keep/keeper.ts'
import { goneAt, isGone, notGone } from './keep/rows.ts'

export interface StoredBuild {
  build: Build
  revision: number
  updatedAt: string
  history: History | null
}

/** A stored build that a newer version of the program wrote. */
export class NewerBuild extends Error {
  constructor(
    readonly id: string,
    readonly version: number,
  ) {
    super(`the build ${id} is of version ${version}`)
  }
}

/** Documents written by an older version are brought up to the present one as they are read; throws NewerBuild for one of a later version. */
export const present = (document: Build): Build => {
  if (document.version === VERSION) return document
  if (document.version > VERSION) throw new NewerBuild(document.id, document.version)
  const r = readBuild(document)
  if (!r.ok) throw new Error(`a stored build cannot be read: ${r.problems[0]!.path} ${r.problems[0]!.reason}`)
  return r.build
}

/** The same, and nothing for one that this version cannot read. */
export const presentOrNot = (document: Build): Build | undefined =>
  document.version > VERSION ? undefined : present(document)

const stored = (r: typeof builds.$inferSelect): StoredBuild => ({
  build: present(r.document),
  revision: r.revision,
  updatedAt: r.updatedAt.toISOString(),
  history: r.history,
})

/** What the list of builds shows before any of them is read. */
const ROW = {
  id: builds.id,
  name: builds.name,
  revision: builds.revision,
  updatedAt: builds.updatedAt,
  archivedAt: builds.archivedAt,
  demo: builds.demo,
}

const there = (id: string) => and(eq(builds.id, id), isNull(builds.removedAt))

type Row = typeof builds.$inferSelect

/** What is asked of the builds in the database. */
const reads = (db: Database) => ({
  list: () => db.select(ROW).from(builds).where(isNull(builds.removedAt)).orderBy(asc(builds.name), asc(builds.id)),

  read: async (id: string): Promise<StoredBuild | undefined> => {
    const [row] = await db.select().from(builds).where(there(id))
    return row && stored(row)
  },

  /** What a request made that came before under the same name. */
  madeBy: async (request: string): Promise<{ made: StoredBuild; of: string | null } | undefined> => {
    const [row] = await db.select().from(builds).where(eq(builds.madeBy, request))
    return row && { made: stored(row), of: row.madeOf }
  },

  /** Ids of the demo workshop's builds that were taken away. */
  removedDemo: async (): Promise<string[]> =>
    (
      await db
        .select({ id: builds.id })
        .from(builds)
        .where(and(eq(builds.demo, true), isNotNull(builds.removedAt)))
    ).map(r => r.id),

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

type Kept = (work: (tx: Transaction) => Promise<Row[]>) => Promise<Row[]>

/** What puts builds away and brings them back. */
const moves = (kept: Kept) => ({
  /** Puts a build away, or takes it out again; false when it is not there. */
  archive: async (id: string, away: boolean): Promise<boolean> =>
    (
      await kept(tx =>
        tx
          .update(builds)
          .set({ archivedAt: away ? sql`now()` : null })
          .where(there(id))
          .returning(),
      )
    ).length === 1,

  /** Deletes a build so that it can be had back. */
  remove: async (id: string, revision: number): Promise<boolean> =>
    (
      await kept(tx =>
        tx
          .update(builds)
          .set({ removedAt: sql`now()` })
          .where(and(there(id), eq(builds.revision, revision)))
          .returning(),
      )
    ).length === 1,

  /** Brings a deleted build back; false when it was never deleted, or is cleared away. */
  restore: async (id: string): Promise<boolean> =>
    (
      await kept(tx =>
        tx
          .update(builds)
          .set({ removedAt: null })
          .where(and(eq(builds.id, id), isNotNull(builds.removedAt)))
          .returning(),
      )
    ).length === 1,

  /** Takes the demo workshop's builds away; they can be had back. */
  removeDemo: async (): Promise<void> => {
    await kept(tx =>
      tx
        .update(builds)
        .set({ removedAt: sql`now()` })
        .where(and(eq(builds.demo, true), isNull(builds.removedAt)))
        .returning(),
    )
  },
})

/**
 * Builds in the database. A write either happens whole at the expected revision, or not at all; what it leaves is kept
 * before it is committed.
 */
export const buildStore = (db: Database, keep: Keep = KEPT_ELSEWHERE) => {
  /** Does a write and keeps the rows that it leaves, in one go: what cannot be kept has not happened. */
  const kept: Kept = work =>
    act(db, keep, async tx => {
      const rows = await work(tx)
      return { gives: rows, left: rows.map(row => ({ kind: 'build', row })) }
    })
  return {
    ...reads(db),
    ...moves(kept),

    /** Undefined when the id is taken, or the request came before. A build that was cleared away and is made again goes on counting from its old revision. */
    create: async (
      build: Build,
      { demo = false, madeBy, madeOf }: { demo?: boolean; madeBy?: string | undefined; madeOf?: string } = {},
    ): Promise<StoredBuild | undefined> => {
      const [row] = await kept(async tx => {
        const was = (await goneAt(tx, 'build', [build.id])).get(build.id)
        const made = await tx
          .insert(builds)
          .values({
            id: build.id,
            name: build.name,
            revision: (was ?? 0) + 1,
            document: build,
            demo,
            ...(madeBy === undefined ? {} : { madeBy, madeOf }),
          })
          .onConflictDoNothing()
          .returning()
        if (was !== undefined && made.length) await notGone(tx, 'build', build.id)
        return made
      })
      return row && stored(row)
    },

    /**
     * Undefined when the revision is not the present one, or the build is gone. What it can take back goes with it. The same
     * document sent again on the same revision was written before, and its answer was lost: that is no other writer.
     */
    write: async (build: Build, revision: number, history: History | null): Promise<StoredBuild | undefined> => {
      const [row] = await kept(tx =>
        tx
          .update(builds)
          .set({
            name: build.name,
            document: build,
            history,
            revision: sql`${builds.revision} + 1`,
            updatedAt: sql`now()`,
          })
          .where(and(there(build.id), eq(builds.revision, revision)))
          .returning(),
      )
      if (row) return stored(row)
      const [now] = await db.select().from(builds).where(there(build.id))
      return now?.revision === revision + 1 && same(now.document, build) ? stored(now) : undefined
    },

    /** Clears away what was deleted before a time. */
    clearAway: async (before: Date): Promise<void> => {
      await act(db, keep, async tx => {
        const gone = await tx
          .delete(builds)
          .where(lt(builds.removedAt, before))
          .returning({ id: builds.id, revision: builds.revision })
        for (const { id, revision } of gone) await isGone(tx, 'build', id, revision)
        return { gives: undefined, left: gone.map(g => ({ kind: 'build-gone', ...g })) }
      })
    },
  }
}

export type BuildStore = ReturnType<typeof buildStore>

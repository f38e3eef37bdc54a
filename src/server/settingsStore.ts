import { asc, desc, eq, isNull, sql } from 'drizzle-orm'
import {
  differing,
  following,
  settingsIn,
  USUAL_SETTINGS,
  type SettingName,
  type WorkshopSettings,
} from '../core/document/settings.ts'
import { presentOrNot } from './buildStore.ts'
import type { Database } from './db/database.ts'
import { builds, settings } from './db/schema.ts'
import { act } from './keep/act.ts'
import type { Entry } from './keep/entry.ts'
import { KEPT_ELSEWHERE, type Keep } from './keep/keeper.ts'

const ROW = 'workshop'

/** A build that holds other settings than the workshop. */
export interface OtherSettings {
  id: string
  name: string
  differs: SettingName[]
}

/** The workshop's settings in the database, and the builds that follow them. */
export const settingsStore = (db: Database, keep: Keep = KEPT_ELSEWHERE) => {
  /** What is kept; before anything was, what the newest build holds. */
  const readFrom = async (q: Pick<Database, 'select'>): Promise<WorkshopSettings> => {
    const [row] = await q.select().from(settings).where(eq(settings.id, ROW))
    if (row) return row.document
    for (const { document } of await q
      .select({ document: builds.document })
      .from(builds)
      .where(isNull(builds.removedAt))
      .orderBy(desc(builds.updatedAt))
      .limit(5)) {
      const newest = presentOrNot(document)
      if (newest) return settingsIn(newest)
    }
    return USUAL_SETTINGS
  }
  const read = () => readFrom(db)
  return {
    read,

    /** Builds that came with settings of their own and were not brought into line. */
    others: async (): Promise<OtherSettings[]> => {
      const own = await read()
      const rows = await db.select().from(builds).where(isNull(builds.removedAt))
      return rows.flatMap(r => {
        const build = presentOrNot(r.document),
          differs = build ? differing(settingsIn(build), own) : []
        return differs.length ? [{ id: r.id, name: r.name, differs }] : []
      })
    },

    /**
     * Writes the settings and lets every build follow, all or nothing.
     * @param open id of a build that is open and saves itself
     * @param all whether builds with values of their own are brought into line as well
     */
    write: (next: WorkshopSettings, open: string | undefined, all: boolean): Promise<number> =>
      act(db, keep, async tx => {
        const before = await readFrom(tx)
        await tx
          .insert(settings)
          .values({ id: ROW, document: next })
          .onConflictDoUpdate({ target: settings.id, set: { document: next } })
        const left: Entry[] = [{ kind: 'settings', row: { id: ROW, document: next } }]
        for (const r of await tx
          .select()
          .from(builds)
          .where(isNull(builds.removedAt))
          .orderBy(asc(builds.id))
          .for('update')) {
          if (r.id === open) continue
          // What a newer program wrote is left alone.
          const was = presentOrNot(r.document)
          if (!was) continue
          const now = following(was, all ? settingsIn(was) : before, next)
          if (now === was) continue
          const rows = await tx
            .update(builds)
            .set({ document: now, revision: sql`${builds.revision} + 1` })
            .where(eq(builds.id, r.id))
            .returning()
          left.push(...rows.map((row): Entry => ({ kind: 'build', row })))
        }
        return { gives: left.length - 1, left }
      }),
  }
}
export type SettingsStore = ReturnType<typeof settingsStore>

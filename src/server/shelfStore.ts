import { asc, count, eq, inArray, sql } from 'drizzle-orm'
import type { Part, Stock } from '../core/parts/part.ts'
import type { PartKind } from '../core/parts/partKinds.ts'
import type { Database, Transaction } from './db/database.ts'
import { shelf, SHELF_RECORD } from './db/schema.ts'
import { act } from './keep/act.ts'
import type { Entry } from './keep/entry.ts'
import { KEPT_ELSEWHERE, type Keep } from './keep/keeper.ts'
import { goneAt, isGone, notGone } from './keep/rows.ts'

/** What a list of the shelf shows of a part. */
export interface ShelfRow {
  id: string
  kind: PartKind
  name: string
  stock: Stock | null
  donor: string | null
  revision: number
}

/** A part with the revision that it stands at. */
export interface StoredPart {
  part: Part
  revision: number
}

/** Parts that others wrote since: what is there now. */
export class StaleParts extends Error {
  readonly current: StoredPart[]
  constructor(current: StoredPart[]) {
    super('parts were written since')
    this.current = current
  }
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
        .where(kinds ? inArray(shelf.kind, [...kinds]) : undefined)
        .orderBy(asc(shelf.position), asc(shelf.id))
    ).map(r => r.part),

  /**
   * Every part in short, as the JSON of a list of ShelfRow: thousands are listed and searched in the browser, and the
   * database writes that text in a third of the time that it takes to read the rows and write it here.
   */
  index: async (): Promise<string> => {
    const { id, kind, name, stock, donor, revision, position } = shelf
    const rows = db
      .select({ id, kind, name, stock, donor, revision })
      .from(shelf)
      .orderBy(asc(position), asc(id))
      .as('x')
    const [row] = await db.select({ text: sql<string>`coalesce(json_agg(x), '[]')::text` }).from(rows)
    return row!.text
  },

  read: async (id: string): Promise<StoredPart | undefined> =>
    (await db.select({ part: shelf.part, revision: shelf.revision }).from(shelf).where(eq(shelf.id, id)))[0],

  /**
   * Puts parts on the shelf, all or none; one that is there already is replaced where it lies. Where the sender says which
   * revisions it knows and others wrote since, nothing is written: throws StaleParts. Gives the revisions after it.
   */
  put: async (
    parts: readonly Part[],
    { demo = false, known = {} }: { demo?: boolean; known?: Readonly<Record<string, number>> } = {},
  ): Promise<Record<string, number>> =>
    act(db, keep, async tx => {
      const asked = Object.keys(known)
      if (asked.length) {
        const have = await tx
          .select({ part: shelf.part, revision: shelf.revision })
          .from(shelf)
          .where(inArray(shelf.id, asked))
          .orderBy(asc(shelf.id))
          .for('update')
        const given = new Map(parts.map(p => [p.id, p])),
          stale = have.filter(
            h => h.revision !== known[h.part.id] && JSON.stringify(h.part) !== JSON.stringify(given.get(h.part.id)),
          )
        if (stale.length) throw new StaleParts(stale)
      }
      const [n] = await tx.select({ n: count() }).from(shelf),
        // One that was deleted and is put anew goes on at its revision: a page that still holds the old one is told.
        was = await goneAt(
          tx,
          'part',
          parts.map(p => p.id),
        ),
        // In one order whoever writes, so that two writers never wait for one another.
        rows = parts
          .map((part, i) => ({
            id: part.id,
            position: (n?.n ?? 0) + i,
            part,
            demo,
            revision: (was.get(part.id) ?? 0) + 1,
          }))
          .sort((a, b) => (a.id < b.id ? -1 : 1))
      const revisions: Record<string, number> = {},
        kept: Entry[] = []
      for (let at = 0; at < rows.length; at += AT_ONCE) {
        const left = await tx
          .insert(shelf)
          .values(rows.slice(at, at + AT_ONCE))
          .onConflictDoUpdate({
            target: shelf.id,
            set: { part: sql`excluded.part`, revision: sql`${shelf.revision} + 1` },
          })
          .returning(SHELF_RECORD)
        for (const r of left) revisions[r.id] = r.revision
        kept.push(...left.map((row): Entry => ({ kind: 'part', row })))
      }
      for (const id of was.keys()) await notGone(tx, 'part', id)
      return { gives: revisions, left: kept }
    }),

  /** Takes the demo workshop's parts off the shelf. */
  removeDemo: async (): Promise<void> => {
    await taken(db, keep, tx => tx.delete(shelf).where(eq(shelf.demo, true)).returning(TAKEN))
  },

  ids: async (): Promise<Set<string>> => new Set((await db.select({ id: shelf.id }).from(shelf)).map(r => r.id)),

  remove: async (id: string): Promise<boolean> =>
    (await taken(db, keep, tx => tx.delete(shelf).where(eq(shelf.id, id)).returning(TAKEN))) === 1,
})

const TAKEN = { id: shelf.id, revision: shelf.revision }

/** Takes parts off the shelf for good, and remembers at which revision they stood; tells how many. */
const taken = (
  db: Database,
  keep: Keep,
  take: (tx: Transaction) => Promise<{ id: string; revision: number }[]>,
): Promise<number> =>
  act(db, keep, async tx => {
    const gone = await take(tx)
    for (const { id, revision } of gone) await isGone(tx, 'part', id, revision)
    return { gives: gone.length, left: gone.map((g): Entry => ({ kind: 'part-gone', ...g })) }
  })

export type ShelfStore = ReturnType<typeof shelfStore>

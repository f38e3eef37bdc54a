import { count } from 'drizzle-orm'
import type { OpenDatabase } from './db/database.ts'
import { openDatabase } from './db/openDatabase.ts'
import { builds } from './db/schema.ts'
import { realDisk } from './disk/realDisk.ts'
import { noKeeper, type Keeper } from './keep/keeper.ts'
import { rowsOf } from './keep/rows.ts'

/** A workshop in a PostgreSQL server's database. */
export async function openServer(
  url: string,
  tell: (text: string) => void,
): Promise<OpenDatabase & { keeper: Keeper; fresh: boolean }> {
  const open = await openDatabase({ url }, tell),
    { db } = open
  return {
    ...open,
    keeper: noKeeper(realDisk, work =>
      db.transaction(tx => work(rowsOf(tx)), { isolationLevel: 'repeatable read', accessMode: 'read only' }),
    ),
    fresh: (await db.select({ n: count() }).from(builds))[0]!.n === 0,
  }
}

import { join } from 'node:path'
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core'
import { projectRoot } from '../projectRoot.ts'
import * as schema from './schema.ts'

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>
export interface OpenDatabase {
  db: Database
  close: () => Promise<void>
}

const migrationsFolder = join(projectRoot(), 'src/server/db/migrations')

/** Pages kept in memory: a workshop's documents are small, the default of 128 MB is for servers. */
const MEMORY = ['shared_buffers=16MB']

/**
 * Opens the workshop's database and brings it up to the present schema: PostgreSQL embedded on a data folder, or a
 * PostgreSQL server when an address is given (several benches). The only file that knows which one it is.
 */
export async function openDatabase(where: { folder: string } | { url: string }): Promise<OpenDatabase> {
  if ('url' in where) {
    const [{ Pool }, { drizzle }, { migrate }] = await Promise.all([
      import('pg').then(m => m.default),
      import('drizzle-orm/node-postgres'),
      import('drizzle-orm/node-postgres/migrator'),
    ])
    const pool = new Pool({ connectionString: where.url })
    const db = drizzle(pool, { schema })
    await migrate(db, { migrationsFolder })
    return { db, close: () => pool.end() }
  }
  const [{ PGlite }, { drizzle }, { migrate }] = await Promise.all([
    import('@electric-sql/pglite'),
    import('drizzle-orm/pglite'),
    import('drizzle-orm/pglite/migrator'),
  ])
  const client = await PGlite.create(where.folder, { postgresqlconf: MEMORY })
  const db = drizzle(client, { schema })
  await migrate(db, { migrationsFolder })
  return { db: db as unknown as Database, close: () => client.close() }
}

import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import type { QueryConfig } from 'pg'
import { projectRoot } from '../projectRoot.ts'
import type { Database, Transaction, OpenDatabase } from './database.ts'
import * as schema from './schema.ts'
import { inTransaction } from './serverTransaction.ts'

const migrationsFolder = join(projectRoot(), 'src/server/db/migrations')

/** Pages kept in memory: a workshop's documents are small, the default of 128 MB is for servers. */
const MEMORY = ['shared_buffers=16MB']
/** How long a server's answer is waited for before it is said that it is away, ms. */
const PATIENCE = 8000
/** How long one statement may take, one lock be waited for, a transaction stand idle, and the server keep silent, ms: a page is told and asks again. */
const STATEMENT = 10_000,
  LOCK_WAIT = 4_000,
  IDLE = 20_000,
  ANSWER = 12_000,
  MIGRATING = 120_000
/** Names the lock that servers take from one another while they bring the database up to date [our choice]. */
const LOCK = 0x5b017

/** What the embedded database is run by: read only where it is used. */
const embedded = () =>
  Promise.all([import('@electric-sql/pglite'), import('drizzle-orm/pglite'), import('drizzle-orm/pglite/migrator')])

/** A server's address without what opens it. */
const shown = (url: string): string => {
  try {
    const u = new URL(url)
    return `${u.hostname}${u.port ? `:${u.port}` : ''}${u.pathname}`
  } catch {
    return 'DATABASE_URL'
  }
}

/**
 * Opens the workshop's database and brings it up to the present schema: PostgreSQL embedded on a data folder, or a
 * PostgreSQL server when an address is given (several benches). The only file that knows which one it is.
 * @param where for a folder that is not there yet also a packed database to begin with
 * @param tell what there is to say to whoever reads the log
 */
export async function openDatabase(
  where: { folder: string; from?: Blob | undefined } | { url: string },
  tell: (text: string) => void = () => undefined,
): Promise<OpenDatabase> {
  if ('url' in where) {
    const [{ Pool }, { drizzle }, { migrate }] = await Promise.all([
      import('pg').then(m => m.default),
      import('drizzle-orm/node-postgres'),
      import('drizzle-orm/node-postgres/migrator'),
    ])
    const pool = new Pool({
      connectionString: where.url,
      connectionTimeoutMillis: PATIENCE,
      keepAlive: true,
      statement_timeout: STATEMENT,
      lock_timeout: LOCK_WAIT,
      idle_in_transaction_session_timeout: IDLE,
      query_timeout: ANSWER,
    })
    // A connection that breaks while nobody uses it is replaced when the next is asked for.
    pool.on('error', e => tell(`A connection to the database broke: ${e.message}`))
    // One that breaks while it is used tells whoever uses it; its own word about it ends nothing.
    pool.on('connect', client => client.on('error', () => undefined))
    const db = drizzle(pool, { schema }) as unknown as Database
    db.transaction = inTransaction(pool, client => drizzle(client, { schema }) as unknown as Transaction)
    const alone = async <T>(work: () => Promise<T>): Promise<T> => {
      const own = await pool.connect()
      try {
        // Whoever brings it up to date may take its time.
        await own.query('set statement_timeout = 0; set lock_timeout = 0')
        await own.query({
          text: 'select pg_advisory_lock($1)',
          values: [LOCK],
          query_timeout: MIGRATING,
        } as QueryConfig)
        return await work()
      } finally {
        // A broken connection has given its lock back already.
        await own.query('select pg_advisory_unlock($1)', [LOCK]).catch(() => undefined)
        own.release(true)
      }
    }
    try {
      await alone(() => migrate(drizzle(pool), { migrationsFolder }))
    } catch (e) {
      await pool.end()
      throw new Error(
        `The database at ${shown(where.url)} cannot be used: ${whyNot(e)}. Look at DATABASE_URL, and whether the server runs.`,
        { cause: e },
      )
    }
    return { db, alone, close: () => pool.end() }
  }
  const [{ PGlite }, { drizzle }, { migrate }] = await embedded()
  const client = await PGlite.create(where.folder, {
    postgresqlconf: MEMORY,
    ...(where.from ? { loadDataDir: where.from } : {}),
  })
  const db = drizzle(client, { schema })
  await migrate(drizzle(client), { migrationsFolder })
  return {
    db: db as unknown as Database,
    // The folder's lock keeps others away.
    alone: work => work(),
    close: () => client.close(),
  }
}

/** An empty database of the present schema in memory. */
export async function memoryDatabase(from?: Blob): Promise<OpenDatabase> {
  const [{ PGlite }, { drizzle }, { migrate }] = await embedded()
  const client = await PGlite.create(from ? { loadDataDir: from } : {})
  await migrate(drizzle(client), { migrationsFolder })
  return {
    db: drizzle(client, { schema }) as unknown as Database,
    alone: work => work(),
    close: () => client.close(),
  }
}

/** An empty database of the present schema, packed: made in memory. */
export async function packedDatabase(): Promise<Blob> {
  const [{ PGlite }, { drizzle }, { migrate }] = await embedded()
  const client = await PGlite.create()
  await migrate(drizzle(client), { migrationsFolder })
  const packed = await client.dumpDataDir('gzip')
  await client.close()
  return packed
}

/** Why a server could not be reached, in one line: what lies deepest says most. */
export function whyNot(e: unknown): string {
  let at = e
  while (at instanceof Error && at.cause instanceof Error) at = at.cause
  if (at instanceof AggregateError && at.errors[0] instanceof Error) at = at.errors[0]
  return (at instanceof Error && (at.message || (at as { code?: string }).code)) || 'it does not answer'
}

/** Whether the database answers at all. */
export const answers = (db: Database): Promise<boolean> =>
  db.execute(sql`select 1`).then(
    () => true,
    () => false,
  )

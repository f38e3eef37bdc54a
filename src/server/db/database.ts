import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core'
import type * as schema from './schema.ts'

export type Database = PgDatabase<PgQueryResultHKT, typeof schema>
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]
export interface OpenDatabase {
  db: Database
  /** Does work that no other server on this database does at the same time. */
  alone: <T>(work: () => Promise<T>) => Promise<T>
  close: () => Promise<void>
}

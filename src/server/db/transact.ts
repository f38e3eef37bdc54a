import type { Database, Transaction } from './database.ts'

/** What a server says when two writers waited for one another, or read what another was changing: it can be tried again [published: PostgreSQL, error codes 40P01 and 40001]. */
const AGAIN = new Set(['40P01', '40001'])
const TRIES = 4

/** Stands for an error of the driver's that has no code: it waited long enough, or its connection ended under it. */
export const NO_ANSWER = 'no-answer'
const WORDS =
  /timeout exceeded when trying to connect|Query read timeout|Connection terminated|client has encountered a connection error|Client was closed/i

/** The code of a database's own error, however deep a driver wrapped it; undefined where it is no error of a database. */
export function codeOf(e: unknown): string | undefined {
  for (let at: unknown = e; at instanceof Error; at = at.cause) {
    const { code } = at as { code?: unknown }
    if (typeof code === 'string') return code
    if (WORDS.test(at.message)) return NO_ANSWER
  }
  return undefined
}

/** Does a piece of work whole or not at all, and again where another writer stood in its way. */
export async function transact<T>(db: Database, work: (tx: Transaction) => Promise<T>): Promise<T> {
  for (let n = 1; ; n++)
    try {
      return await db.transaction(work)
    } catch (e) {
      if (n === TRIES || !AGAIN.has(codeOf(e) ?? '')) throw e
    }
}

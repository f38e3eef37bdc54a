import type { Pool, PoolClient } from 'pg'
import { Unconfirmed } from '../keep/trouble.ts'
import type { Database, Transaction } from './database.ts'
import { codeOf, NO_ANSWER } from './transact.ts'

/** What a server says that has refused a statement and goes on with the connection [published: PostgreSQL, error codes]; classes 08 and 57P end it, 25P03 is a transaction that stood idle too long. */
const GOES_ON = /^(?!08|57P|25P03)[0-9A-Z]{5}$/

/**
 * Transactions on a server, each on a connection of its own. A connection that broke, or did not answer, is thrown away
 * rather than used again. Where it is lost over the commit itself nobody knows whether that was done: throws Unconfirmed.
 * @param over the database as it is worked with over one connection
 */
export const inTransaction =
  (pool: Pool, over: (client: PoolClient) => Transaction): Database['transaction'] =>
  async (work, config) => {
    const client = await pool.connect(),
      settings = [config?.isolationLevel && `isolation level ${config.isolationLevel}`, config?.accessMode].filter(
        Boolean,
      )
    let broken = false,
      committing = false
    try {
      await client.query(['begin', ...settings].join(' '))
      const gives = await work(over(client))
      committing = true
      await client.query('commit')
      return gives
    } catch (e) {
      const code = codeOf(e),
        refused = code !== undefined && GOES_ON.test(code)
      if (committing && !refused) {
        broken = true
        throw new Unconfirmed(e)
      }
      broken =
        code === NO_ANSWER || (code !== undefined && !refused)
          ? true
          : await client.query('rollback').then(
              () => false,
              () => true,
            )
      throw e
    } finally {
      client.release(broken)
    }
  }

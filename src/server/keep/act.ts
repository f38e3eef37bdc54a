import type { Database, Transaction } from '../db/database.ts'
import { transact } from '../db/transact.ts'
import type { Entry } from './entry.ts'
import type { Receipt } from './journal.ts'
import type { Keep } from './keeper.ts'
import { holdsUpTo } from './rows.ts'

/** What a piece of work leaves that is to be kept, with what it gives. */
export interface Act<T> {
  gives: T
  left: readonly Entry[]
}

/**
 * Does a piece of work whole or not at all, and keeps what it leaves before it is committed: what cannot be kept has not
 * happened, and what could not be committed is not kept.
 */
export async function act<T>(db: Database, keep: Keep, work: (tx: Transaction) => Promise<Act<T>>): Promise<T> {
  let receipt: Receipt | undefined,
    leaves: readonly Entry[] = []
  try {
    const done = await transact(db, async tx => {
      const { gives, left } = await work(tx)
      leaves = left
      receipt = left.length ? await keep.record(left) : undefined
      if (receipt) await holdsUpTo(tx, receipt.after.seq)
      return gives
    })
    if (receipt) keep.committed(receipt)
    keep.told?.(leaves)
    return done
  } catch (e) {
    if (receipt) await keep.annul(receipt)
    throw e
  }
}

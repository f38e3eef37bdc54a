import { DAY, MINUTE } from '../core/units/time.ts'
import { attachmentStore } from './attachmentStore.ts'
import { buildStore } from './buildStore.ts'
import type { Database } from './db/database.ts'
import { realDisk } from './disk/realDisk.ts'
import { namedInCopies } from './keep/copies.ts'
import type { Keeper } from './keep/keeper.ts'
import type { Places } from './keep/places.ts'

/** Days for which a deleted build can be had back, and a photo that nothing speaks of is kept. */
const KEPT_DAYS = 30
/** After a start, ms: whoever opens the page comes first. */
const SOON = MINUTE

interface Kept {
  db: Database
  keeper: Pick<Keeper, 'keep' | 'files'>
  places?: Pick<Places, 'copies'>
}

/** Clears away builds that were deleted long ago, and photos that nothing has spoken of for as long. */
export async function clearAway({ db, keeper, places }: Kept, now: Date): Promise<void> {
  const before = new Date(now.getTime() - KEPT_DAYS * DAY)
  await buildStore(db, keeper.keep).clearAway(before)
  const named = places ? await namedInCopies(realDisk, places.copies) : new Set<string>()
  // A copy that cannot be read may speak of any of them.
  if (named) await attachmentStore(db, keeper.keep, keeper.files).clearAway(before, named, now)
}

/** Clears away soon after a start and then once a day. */
export function clearAwayDaily(kept: Kept, tell: (text: string) => void): { stop: () => void } {
  const now = () =>
    void clearAway(kept, new Date()).catch((e: unknown) =>
      tell(`What is no longer needed could not be cleared away: ${(e as Error).message}`),
    )
  const first = setTimeout(now, SOON),
    daily = setInterval(now, DAY)
  first.unref()
  daily.unref()
  return {
    stop: () => {
      clearTimeout(first)
      clearInterval(daily)
    },
  }
}

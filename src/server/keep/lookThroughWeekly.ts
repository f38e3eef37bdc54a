import { HOUR, MINUTE } from '../../core/units/time.ts'
import { realDisk } from '../disk/realDisk.ts'
import type { Do } from '../jobs/pool.ts'
import { placesIn } from './places.ts'
import { lastLook, type LookedThrough } from './scrub.ts'
import { keepSecond, type SecondPlace } from './secondPlace.ts'

const WEEK = 7 * 24 * HOUR
/** After a start, ms: whoever opens the page comes first. */
const SOON = 5 * MINUTE

/** What is known of how safe the workshop is. */
export interface Looks {
  /** What was found when all that is kept was read through last; nothing before that. */
  last: () => Promise<LookedThrough | undefined>
  /** Reads all of it through now. */
  now: () => Promise<LookedThrough>
  /** The second place for copies, and how it stands; nothing where none was named. */
  second: () => SecondPlace | undefined
}

/**
 * Reads everything that is kept through once a week, in a thread of its own, and brings copies and photos to the second
 * place, every hour in which it is there.
 */
export function lookThroughWeekly(data: string, work: Do, tell: (text: string) => void): Looks {
  const look = lastLook(realDisk, placesIn(data)),
    folder = process.env.SNUGBOLT_SECOND
  let second: SecondPlace | undefined = folder ? { folder, at: undefined, wrong: undefined } : undefined
  const now = async () => {
    const found = await work('lookThrough', { data, at: new Date() })
    await look.write(found)
    for (const w of found.wrong) tell(w)
    return found
  }
  const asked = async () => {
    if (folder) second = await keepSecond(realDisk, placesIn(data), folder, new Date())
    const last = await look.read(),
      age = last ? Date.now() - Date.parse(last.at) : Infinity
    // One dated in the future says nothing about when it was.
    if (age > WEEK || age < 0) await now()
  }
  const go = () =>
    void asked().catch((e: unknown) => tell(`What is kept could not be read through: ${(e as Error).message}`))
  setTimeout(go, SOON).unref()
  setInterval(go, HOUR).unref()
  return { last: look.read, now, second: () => second }
}

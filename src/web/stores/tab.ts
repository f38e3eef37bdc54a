import { keptForPage } from './browserStore.ts'
import { randomName } from '../workers/randomName.ts'
import { locks } from './secureOnly.ts'

/** Pages of this browser: each has a name of its own, hears of the others' saves, and knows which of them live. */
const KEY = 'snugbolt.tab'
const CHANNEL = 'snugbolt'
const lockOf = (tab: string): string => `snugbolt.tab.${tab}`

const fresh = randomName

let own = fresh()
let claimed: Promise<string> | undefined

/** Holds a name for as long as the page lives; false where another page has it. */
function hold(tab: string, by: LockManager): Promise<boolean> {
  return new Promise(done => {
    by.request(lockOf(tab), { ifAvailable: true }, lock => {
      done(lock !== null)
      return lock === null ? undefined : new Promise<never>(() => undefined)
    }).catch(() => done(false)) // A browser that keeps nothing locks nothing.
  })
}

/** This page's name: the one it had before a reload; a page that was doubled takes another than its double. */
export const claimTab = (): Promise<string> =>
  (claimed ??= (async () => {
    const before = keptForPage.get(KEY),
      by = locks()
    own = before && (!by || (await hold(before, by))) ? before : fresh()
    if (own !== before && by) await hold(own, by)
    // Where nothing is kept a reload is a new page.
    keptForPage.set(KEY, own)
    return own
  })())

/** The name that is in use now. */
export const tab = (): string => own

/** Names of the pages that live; undefined where the browser does not tell. */
export async function livingTabs(): Promise<ReadonlySet<string> | undefined> {
  const by = locks()
  if (!by) return undefined
  const asked = await by.query().catch(() => undefined)
  if (!asked) return undefined
  const { held = [] } = asked
  const prefix = lockOf('')
  return new Set(held.flatMap(l => (l.name?.startsWith(prefix) ? [l.name.slice(prefix.length)] : [])))
}

/** What one page tells the others. */
export interface Said {
  kind: 'saved'
  id: string
  revision: number
  from: string
}

let channel: BroadcastChannel | undefined

/** Hears what other pages say; gives a way to stop. */
export function listen(heard: (s: Said) => void): () => void {
  if (typeof BroadcastChannel === 'undefined') return () => undefined
  let c: BroadcastChannel
  try {
    c = new BroadcastChannel(CHANNEL)
  } catch {
    return () => undefined
  }
  channel = c
  c.onmessage = (e: MessageEvent<Said>) => {
    if (e.data.from !== own) heard(e.data)
  }
  return () => {
    c.close()
    channel = undefined
  }
}

/** Tells the other pages that a build was saved. */
export const tellSaved = (id: string, revision: number): void =>
  channel?.postMessage({ kind: 'saved', id, revision, from: own } satisfies Said)

import type { Build } from '../../core/document/build.ts'
import type { History } from '../../core/document/history.ts'
import { kept } from './browserStore.ts'
import { livingTabs, tab } from './tab.ts'

/** What a page has done to a build and nobody acknowledged yet. */
export interface Draft {
  revision: number
  build: Build
  history?: History | undefined
  /** The document that it began from, at that revision. */
  base?: Build | undefined
  /** The document that was on its way to the workshop: it may have arrived without an answer. */
  sent?: Build | undefined
  /** When it was kept last, ms. */
  at?: number
}

const PREFIX = 'snugbolt.draft.'
/** One for each page: what one leaves does not touch what another has. */
const keyOf = (id: string, of = tab()): string => `${PREFIX}${id}.${of}`
/** A page that has not written its draft anew for so long is gone, where the browser does not tell which live, ms. */
const GONE = 180_000

function read(key: string): Draft | undefined {
  try {
    return (JSON.parse(kept.get(key) ?? 'null') as Draft | null) ?? undefined
  } catch {
    return undefined
  }
}

/** What this page did and nobody acknowledged. */
export const readDraft = (id: string): Draft | undefined => read(keyOf(id))

/** Keeps it in this browser; false where the browser keeps nothing more. */
export const keepDraft = (d: Draft): boolean =>
  kept.set(keyOf(d.build.id), JSON.stringify({ ...d, at: Date.now() }))

export const dropDraft = (id: string): void => kept.remove(keyOf(id))

/** Keys of the drafts of a build that other pages left; a key with no page's name was kept before pages had one. */
const othersOf = (id: string): string[] =>
  kept.keys().filter(k => k !== keyOf(id) && (k.startsWith(`${PREFIX}${id}.`) || k === `${PREFIX}${id}`))

/** How many builds something was done to in this browser that nobody acknowledged. */
export const unsavedHere = (): number =>
  new Set(kept.keys().flatMap(k => (k.startsWith(PREFIX) ? [k.slice(PREFIX.length).split('.')[0]] : []))).size

/** Takes up what a page that is gone left behind, the newest first, as this page's own; undefined where there is none. */
export async function adoptDraft(id: string): Promise<Draft | undefined> {
  const own = readDraft(id)
  if (own) return own
  const living = await livingTabs(),
    gone = othersOf(id)
      .map(key => ({ key, of: key.slice(`${PREFIX}${id}.`.length), draft: read(key) }))
      .filter(o => o.draft !== undefined && (living ? !living.has(o.of) : Date.now() - (o.draft.at ?? 0) > GONE))
      .sort((a, b) => (b.draft!.at ?? 0) - (a.draft!.at ?? 0))
  const [newest] = gone
  if (!newest) return undefined
  if (keepDraft(newest.draft!)) kept.remove(newest.key)
  return newest.draft
}

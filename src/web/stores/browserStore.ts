/**
 * What this browser keeps under a name, and what it keeps for this page alone. A browser may forbid it, or have no room:
 * then nothing is kept, and nothing ends over it. The only file that touches either store.
 */
export interface BrowserStore {
  get: (key: string) => string | undefined
  /** False where it was not kept. */
  set: (key: string, text: string) => boolean
  remove: (key: string) => void
  keys: () => string[]
}

/** A store that is asked for each time: even to name it may be forbidden. */
const store = (of: () => Storage): BrowserStore => {
  const or = <T>(work: (s: Storage) => T, otherwise: T): T => {
    try {
      return work(of())
    } catch {
      return otherwise
    }
  }
  return {
    get: key => or(s => s.getItem(key) ?? undefined, undefined),
    set: (key, text) =>
      or(s => {
        s.setItem(key, text)
        return true
      }, false),
    remove: key => or(s => s.removeItem(key), undefined),
    keys: () => or(s => Array.from({ length: s.length }, (_, i) => s.key(i)).filter(k => k !== null), []),
  }
}

/** Kept in this browser. */
export const kept = store(() => localStorage)
/** Kept for this page, over a reload. */
export const keptForPage = store(() => sessionStorage)

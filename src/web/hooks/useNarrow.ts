import { useSyncExternalStore } from 'react'

/** Narrower than this, in the reader's own size of letters, a page is a telephone's: one thing under another. */
const NARROW = '(max-width: 43.75em)'

const query = () => window.matchMedia(NARROW)

function subscribe(tell: () => void): () => void {
  const q = query()
  q.addEventListener('change', tell)
  return () => q.removeEventListener('change', tell)
}

/** Whether the page is as narrow as a telephone, or enlarged until it is. */
export const useNarrow = (): boolean => useSyncExternalStore(subscribe, () => query().matches)

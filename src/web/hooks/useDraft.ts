import { useCallback, useEffect, useState } from 'react'
import { begun } from './overReload.ts'

/**
 * What is begun on a page and not put into the build yet: it outlives a reload, and is dropped when its field goes away or
 * it is what it was at first.
 * @param label tells it from other drafts of the same page
 */
export function useDraft<T>(label: string, first: T): [T, (next: T) => void] {
  const [held, setHeld] = useState(() => ({ label, first, draft: begun<T>(label, '').kept() ?? first }))
  // Under another label it is another draft.
  const now = held.label === label ? held : { label, first, draft: first }
  useEffect(() => {
    const of = begun<T>(label, '')
    of.arrive()
    return of.leave
  }, [label])
  const set = useCallback(
    (draft: T) => {
      setHeld(h => ({ label, first: h.label === label ? h.first : first, draft }))
      begun<T>(label, '').keep(draft === first ? undefined : draft)
    },
    [label, first],
  )
  return [now.draft, set]
}

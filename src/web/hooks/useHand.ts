import { useCallback } from 'react'
import { useSearchParams } from 'react-router'

/** The one thing in hand at a station: kept in the address, so that it can be linked to; the first one by default, or the one that is named. */
export function useHand<T extends { id: string }>(
  things: readonly T[],
  first?: string,
): { hand: T | undefined; take: (id: string) => void } {
  const [params, setParams] = useSearchParams()
  const wanted = params.get('hand')
  const take = useCallback(
    (id: string) =>
      setParams(
        p => {
          p.set('hand', id)
          return p
        },
        { replace: true },
      ),
    [setParams],
  )
  return { hand: things.find(t => t.id === wanted) ?? things.find(t => t.id === first) ?? things[0], take }
}

import { useEffect } from 'react'

/** Names the page in tab, history and reader: what is shown first, the workshop last. */
export function useTitle(...words: readonly (string | undefined)[]): void {
  const title = [...words, 'Snug Bolt'].filter(w => w).join(' · ')
  useEffect(() => {
    document.title = title
  }, [title])
}

import { useEffect } from 'react'
import { useLive } from '../stores/live.ts'

/** Says where in the build this page is, for others who have it open: more exactly than its station. */
export function useWhere(where: string): void {
  useEffect(() => {
    useLive.setState({ where })
    return () => useLive.setState({ where: undefined })
  }, [where])
}

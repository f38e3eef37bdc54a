import { useEffect } from 'react'
import { awake } from '../../stores/secureOnly.ts'

/** Keeps the screen awake while a bench view is open, where the system lets it. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined
    const ask = () => {
      void awake().then(l => {
        lock = l
      })
    }
    const again = () => {
      if (document.visibilityState === 'visible') ask()
    }
    ask()
    document.addEventListener('visibilitychange', again)
    return () => {
      document.removeEventListener('visibilitychange', again)
      void lock?.release()
    }
  }, [])
}

import { MINUTE } from '../../core/units/time.ts'
import { create } from 'zustand'
import { zoneHere, type Present } from '../../core/calendar/clock.ts'

/** The present time in the one form that documents keep. */
export const now = (): string => new Date().toISOString()

/** Today in the builder's own place, YYYY-MM-DD. */
export const today = (): string => {
  const d = new Date()
  return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`
}

/** What is dated from the present is dated anew after this long, ms. */
const STALE = 15 * MINUTE

/** Which stretch of time it is: what stands on the screen since an earlier one is out of date. */
export const useStretch = create<{ stretch: number }>(() => ({ stretch: stretchNow() }))

let held: { stretch: number; present: Present } | undefined

/** The present for engines that date things: the same for a stretch of time. */
export function present(): Present {
  const { stretch } = useStretch.getState()
  if (held?.stretch !== stretch) held = { stretch, present: { at: now(), zone: zoneHere() } }
  return held.present
}

function stretchNow(): number {
  return Math.floor(Date.now() / STALE)
}

/** Keeps the stretch true while the page is open, and at once when it is looked at again. */
export function watchTheClock(): () => void {
  const look = () => {
    const stretch = stretchNow()
    if (stretch !== useStretch.getState().stretch) useStretch.setState({ stretch })
  }
  const timer = setInterval(look, 30_000)
  document.addEventListener('visibilitychange', look)
  return () => {
    clearInterval(timer)
    document.removeEventListener('visibilitychange', look)
  }
}

import type { Present } from '../../core/calendar/schedule.ts'

/** The present time in the one form that documents keep. */
export const now = (): string => new Date().toISOString()

/** The present for engines that date things. */
export const present = (): Present => ({ at: now(), offset: -new Date().getTimezoneOffset() })

/** Today in the builder's own place, YYYY-MM-DD. */
export const today = (): string => {
  const d = new Date()
  return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`
}

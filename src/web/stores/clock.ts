/** The present time in the one form that documents keep. */
export const now = (): string => new Date().toISOString()

/** Today in the builder's own place, YYYY-MM-DD. */
export const today = (): string => {
  const d = new Date()
  return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`
}

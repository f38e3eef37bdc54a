/** The present time in the one form that documents keep. */
export const now = (): string => new Date().toISOString()

/** Whether what is built is of today's sources. */
export function isBuilt(): boolean
/** Builds interface, server and command line when a source is newer than what is built. */
export function built(): void

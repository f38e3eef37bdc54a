/** Builds interface and server when a source is newer than what is built. */
export function built(): void

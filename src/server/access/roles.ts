/** What somebody may do: each may what the ones before may. */
export const ROLES = ['nobody', 'guest', 'bench', 'owner'] as const
export type Role = (typeof ROLES)[number]
/** A role that a device is paired as. */
export type PairedRole = Exclude<Role, 'nobody' | 'guest'>
export const isPairedRole = (x: unknown): x is PairedRole => x === 'bench' || x === 'owner'

export const mayAll = (role: Role, what: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(what)

/** Ids of parts, features and the like: safe in file names, addresses and paths. */
export const ID = /^[a-z0-9][a-z0-9-]{0,47}$/
export const ID_MESSAGE = { message: 'must be 1 to 48 small letters, digits or dashes' }

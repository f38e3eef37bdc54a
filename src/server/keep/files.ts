import { createHash } from 'node:crypto'
import { existsSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { writeWhole } from './writeWhole.ts'

/** The bytes of attachments, by their hash. */
export type BytesOf = (hash: string) => Uint8Array | undefined

export const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Attachments beside the database: a file each, named by what is in it, flushed before it is acknowledged. */
export const filesIn = (folder: string) => ({
  put: (hash: string, bytes: Uint8Array): void => {
    const file = join(folder, hash)
    if (!existsSync(file)) writeWhole(file, bytes)
  },
  /** Undefined where there is none, or it is not what its name says. */
  read: (hash: string): Uint8Array | undefined => {
    const file = join(folder, hash)
    if (!existsSync(file)) return undefined
    const bytes = readFileSync(file)
    return hashOf(bytes) === hash ? bytes : undefined
  },
  remove: (hash: string): void => rmSync(join(folder, hash), { force: true }),
  all: (): string[] => (existsSync(folder) ? readdirSync(folder).filter(n => /^[0-9a-f]{64}$/.test(n)) : []),
})

import { createHash } from 'node:crypto'
import { join } from 'node:path'
import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'

/** The bytes of attachments, by their hash. */
export type BytesOf = (hash: string) => Promise<Uint8Array | undefined>

export const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Keeps the bytes of attachments on the disk before they are acknowledged, and takes away what was cleared. */
export interface AttachmentFiles {
  put: (hash: string, bytes: Uint8Array) => Promise<void>
  /** Undefined where there is none, or it is not what its name says. */
  read: BytesOf
  remove: (hash: string) => Promise<void>
  all: () => Promise<string[]>
}

/** Where the database alone keeps them. */
export const NO_FILES: AttachmentFiles = {
  put: () => Promise.resolve(),
  read: () => Promise.resolve(undefined),
  remove: () => Promise.resolve(),
  all: () => Promise.resolve([]),
}

/** Attachments beside the database: a file each, named by what is in it, flushed before it is acknowledged. */
export const filesIn = (disk: Disk, folder: string): AttachmentFiles => {
  const read: BytesOf = async hash => {
    const bytes = await readWhole(disk, join(folder, hash))
    return bytes && hashOf(bytes) === hash ? bytes : undefined
  }
  return {
    // One that is there but damaged is written again.
    put: async (hash, bytes) => {
      if (!(await read(hash))) await writeWhole(disk, join(folder, hash), bytes)
    },
    read,
    remove: hash => disk.remove(join(folder, hash)),
    all: async () => (await disk.list(folder)).filter(n => /^[0-9a-f]{64}$/.test(n)),
  }
}

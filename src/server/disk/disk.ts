/** How a file is opened: to be read, as a new one (fails where there is one), or written over from nothing. */
export type Opening = 'read' | 'new' | 'over'

/** An open file. Every call may fail with the system's own error. */
export interface DiskFile {
  /** Writes bytes at a place and tells how many were taken: it may be fewer than were given. */
  write: (bytes: Uint8Array, at: number) => Promise<number>
  /** Reads into a buffer from a place and tells how many came: none at the end. */
  read: (into: Uint8Array, at: number) => Promise<number>
  size: () => Promise<number>
  /** What was written is on the disk when it resolves [published: POSIX, fdatasync]. */
  flush: () => Promise<void>
  close: () => Promise<void>
}

/**
 * Every call by which the workshop's store reaches the disk. There is one that does it, and one that stands in for it in
 * tests, where any call may fail and the power may go after any of them.
 */
export interface Disk {
  /** @param secret whether a file that is made is for its owner's eyes only */
  open: (path: string, how: Opening, secret?: boolean) => Promise<DiskFile>
  /** Names in a folder; none where there is no such folder. */
  list: (folder: string) => Promise<string[]>
  rename: (from: string, to: string) => Promise<void>
  /** Takes a file away; nothing happens where there is none. */
  remove: (path: string) => Promise<void>
  /** Makes a folder, and those it lies in. */
  makeFolder: (folder: string) => Promise<void>
  /** The names in a folder are on the disk when it resolves [published: POSIX, fsync of a directory]. */
  flushFolder: (folder: string) => Promise<void>
}

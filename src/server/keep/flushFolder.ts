import { closeSync, fsyncSync, openSync } from 'node:fs'

/** Flushes a folder's own list of names. */
export function flushFolder(folder: string): void {
  const f = openSync(folder, 'r')
  try {
    fsyncSync(f)
  } finally {
    closeSync(f)
  }
}

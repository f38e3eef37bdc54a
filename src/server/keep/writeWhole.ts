import { closeSync, fsyncSync, mkdirSync, openSync, renameSync, writeSync } from 'node:fs'
import { dirname } from 'node:path'
import { flushFolder } from './flushFolder.ts'

/** Writes a file whole or not at all: under a temporary name, flushed, then renamed, and the folder flushed. */
export function writeWhole(file: string, bytes: Uint8Array): void {
  const folder = dirname(file),
    made = `${file}.part`
  mkdirSync(folder, { recursive: true })
  const f = openSync(made, 'w')
  try {
    for (let at = 0; at < bytes.length;) at += writeSync(f, bytes, at)
    fsyncSync(f)
  } finally {
    closeSync(f)
  }
  renameSync(made, file)
  flushFolder(folder)
}

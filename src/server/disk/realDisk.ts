import { mkdir, open, readdir, rename, rm } from 'node:fs/promises'
import type { Disk } from './disk.ts'

const FLAGS = { read: 'r', new: 'wx', over: 'w' } as const

/** The machine's own disk. */
export const realDisk: Disk = {
  open: async (path, how, secret) => {
    const f = await open(path, FLAGS[how], secret ? 0o600 : undefined)
    return {
      write: async (bytes, at) => (await f.write(bytes, 0, bytes.length, at)).bytesWritten,
      read: async (into, at) => (await f.read(into, 0, into.length, at)).bytesRead,
      size: async () => (await f.stat()).size,
      flush: () => f.datasync(),
      close: () => f.close(),
    }
  },
  list: folder =>
    readdir(folder).catch((e: NodeJS.ErrnoException) => {
      if (e.code === 'ENOENT') return []
      throw e
    }),
  rename,
  remove: path => rm(path, { force: true }),
  makeFolder: async folder => {
    await mkdir(folder, { recursive: true })
  },
  flushFolder: async folder => {
    const f = await open(folder, 'r')
    try {
      await f.sync()
    } finally {
      await f.close()
    }
  },
}

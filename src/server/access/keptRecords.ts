import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'

/** Somebody or something that is let in by a secret, of which only the digest is kept. */
export interface Kept {
  id: string
  /** SHA-256 of the secret. */
  hash: string
}

/** Where such records are kept: a file in the data folder, or the tables of a PostgreSQL server for every bench. */
export interface Records<T extends Kept> {
  all: () => Promise<T[]>
  byHash: (hash: string) => Promise<T | undefined>
  add: (t: T) => Promise<void>
  /** Writes down when one was seen; one that was ended meanwhile stays so. */
  seen: (id: string, at: string) => Promise<void>
  /** False where there is none. */
  remove: (id: string) => Promise<boolean>
}

/**
 * Records in a file of the data folder. They are in no journal and no copy: a backup that is brought back must not let
 * anybody in who was sent away. A file that cannot be read lets nobody in.
 * @param lost what is told where it cannot be read
 */
export async function recordFile<T extends Kept & { seenAt: string | null }>(
  disk: Disk,
  file: string,
  { format, under, lost }: { format: string; under: string; lost: string },
  tell: (text: string) => void = () => undefined,
): Promise<Records<T>> {
  let held = new Map<string, T>()
  const bytes = await readWhole(disk, file)
  if (bytes)
    try {
      const read = JSON.parse(bytes.toString('utf8')) as { format: string } & Record<string, T[]>
      if (read.format !== format) throw new Error('another file')
      held = new Map(read[under]!.map(t => [t.id, t]))
    } catch {
      tell(`${file} cannot be read: ${lost}`)
    }
  let queue: Promise<unknown> = Promise.resolve()
  /** One after another; what cannot be written has not happened. */
  const change = <R>(next: (m: Map<string, T>) => R): Promise<R> => {
    const work = queue.then(async () => {
      const m = new Map(held),
        gives = next(m)
      await writeWhole(
        disk,
        file,
        Buffer.from(JSON.stringify({ format, [under]: [...m.values()] }, null, 2) + '\n'),
        true,
      )
      held = m
      return gives
    })
    queue = work.catch(() => undefined)
    return work
  }
  return {
    all: () => Promise.resolve([...held.values()]),
    byHash: hash => Promise.resolve([...held.values()].find(t => t.hash === hash)),
    add: t => change(m => void m.set(t.id, t)),
    seen: (id, seenAt) =>
      change(m => {
        const t = m.get(id)
        if (t) m.set(id, { ...t, seenAt })
      }),
    remove: id => (held.has(id) ? change(m => m.delete(id)) : Promise.resolve(false)),
  }
}

import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'
import type { Session, SessionStore } from './sessions.ts'

const FORMAT = 'snugbolt-paired-devices'

/**
 * Sessions in a file of the data folder. They are in no journal and no copy: a backup that is brought back must not let a
 * device in that was sent away. A file that cannot be read lets nobody in.
 */
export async function sessionFile(
  disk: Disk,
  file: string,
  tell: (text: string) => void = () => undefined,
): Promise<SessionStore> {
  let held = new Map<string, Session>()
  const bytes = await readWhole(disk, file)
  if (bytes)
    try {
      const read = JSON.parse(bytes.toString('utf8')) as { format: string; devices: Session[] }
      if (read.format !== FORMAT) throw new Error('another file')
      held = new Map(read.devices.map(s => [s.id, s]))
    } catch {
      tell(`${file} cannot be read: no device is paired any more. Pair them again.`)
    }
  let queue: Promise<unknown> = Promise.resolve()
  /** One after another; what cannot be written has not happened. */
  const change = <T>(next: (m: Map<string, Session>) => T): Promise<T> => {
    const work = queue.then(async () => {
      const m = new Map(held),
        gives = next(m)
      await writeWhole(
        disk,
        file,
        Buffer.from(JSON.stringify({ format: FORMAT, devices: [...m.values()] }, null, 2) + '\n'),
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
    byHash: hash => Promise.resolve([...held.values()].find(s => s.hash === hash)),
    add: s => change(m => void m.set(s.id, s)),
    seen: (id, seenAt) =>
      change(m => {
        const s = m.get(id)
        if (s) m.set(id, { ...s, seenAt })
      }),
    remove: id => (held.has(id) ? change(m => m.delete(id)) : Promise.resolve(false)),
  }
}

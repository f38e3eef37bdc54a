import type { Kept, Records } from '../../src/server/access/keptRecords.ts'

/** Records that are kept nowhere: sessions or guests' links for tests of what is done with them. */
export function recordsInMemory<T extends Kept & { seenAt: string | null }>(): Records<T> {
  const held = new Map<string, T>()
  return {
    all: async () => [...held.values()],
    byHash: async hash => [...held.values()].find(t => t.hash === hash),
    add: async t => void held.set(t.id, t),
    seen: async (id, seenAt) => {
      const t = held.get(id)
      if (t) held.set(id, { ...t, seenAt })
    },
    remove: async id => held.delete(id),
  }
}

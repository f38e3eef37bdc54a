import { api, Refused } from './api.ts'
import { answerStore, sha256 } from './secureOnly.ts'

/** Where this browser keeps the bytes of photos that the workshop has not got yet, and those that it shows of all. */
const UNSENT = 'snugbolt-unsent',
  SHOWN = 'snugbolt-attachments'

const addressOf = (hash: string): string => `/api/attachments/${hash}`

/**
 * Keeps bytes in this browser until the workshop answers again, and shows them meanwhile.
 * @returns their hash; undefined where this browser cannot keep them
 */
export async function keepUnsent(bytes: Blob, type: string): Promise<string | undefined> {
  try {
    const hash = await sha256(await bytes.arrayBuffer()),
      store = answerStore()
    if (hash === undefined || !store) return undefined
    const answer = () => new Response(bytes, { headers: { 'Content-Type': type } })
    await (await store.open(UNSENT)).put(addressOf(hash), answer())
    await (await store.open(SHOWN)).put(addressOf(hash), answer())
    return hash
  } catch {
    return undefined
  }
}

/**
 * Sends what was kept, before a build that names it is saved. What the workshop refuses stays here and is tried again with
 * the next save: it holds nothing else up.
 * @throws when the workshop does not answer
 */
export async function sendUnsent(): Promise<void> {
  // A browser that keeps nothing has nothing that was not sent.
  const store = answerStore()
  if (!store || !(await store.has(UNSENT).catch(() => false))) return
  const cache = await store.open(UNSENT)
  for (const request of await cache.keys()) {
    const kept = await cache.match(request)
    if (!kept) continue
    const bytes = await kept.blob()
    try {
      await api.attach(bytes, bytes.type)
    } catch (e) {
      if (e instanceof Refused && e.status < 500) continue
      throw e
    }
    await cache.delete(request)
  }
}

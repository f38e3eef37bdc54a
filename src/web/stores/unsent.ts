import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { openDB } from 'idb'
import { api, attachmentAddress, Refused } from './api.ts'
import { answerStore } from './secureOnly.ts'

/** Where this browser keeps photos that the workshop has not got yet, over plain HTTP too. */
const UNSENT = 'snugbolt-unsent',
  FILES = 'files'
/** What the service worker shows of all photos, where there is one. */
const SHOWN = 'snugbolt-attachments'

interface Unsent {
  type: string
  bytes: ArrayBuffer
}

const opened = () =>
  openDB<{ [FILES]: { key: string; value: Unsent } }>(UNSENT, 1, {
    upgrade: db => void db.createObjectStore(FILES),
  })
/** Does something with the store and closes it again; undefined where a browser forbids it or has no room. */
async function within<T>(work: (db: Awaited<ReturnType<typeof opened>>) => Promise<T>): Promise<T | undefined> {
  try {
    const db = await opened()
    try {
      return await work(db)
    } finally {
      db.close()
    }
  } catch {
    return undefined
  }
}

/**
 * Keeps bytes in this browser until the workshop answers again, and shows them meanwhile.
 * @returns their hash; undefined where this browser cannot keep them
 */
export async function keepUnsent(file: Blob, type: string): Promise<string | undefined> {
  const bytes = await file.arrayBuffer(),
    hash = bytesToHex(sha256(new Uint8Array(bytes))),
    isKept = await within(async db => {
      await db.put(FILES, { type, bytes }, hash)
      return true
    })
  if (!isKept) return undefined
  await answerStore()
    ?.open(SHOWN)
    .then(c => c.put(attachmentAddress(hash), new Response(file, { headers: { 'Content-Type': type } })))
    .catch(() => undefined)
  return hash
}

/** A file that the workshop has not got yet; undefined where it has, or this browser does not have it. */
export const unsentFile = async (hash: string): Promise<Blob | undefined> => {
  const u = await within(db => db.get(FILES, hash))
  return u && new Blob([u.bytes], { type: u.type })
}

/**
 * Sends what was kept, before a build that names it is saved. What the workshop refuses stays here and is tried again with
 * the next save: it holds nothing else up.
 * @throws when the workshop does not answer
 */
export async function sendUnsent(): Promise<void> {
  for (const hash of (await within(db => db.getAllKeys(FILES))) ?? []) {
    const file = await unsentFile(hash)
    if (!file) continue
    try {
      await api.attach(file, file.type)
    } catch (e) {
      if (e instanceof Refused && e.status < 500) continue
      throw e
    }
    await within(db => db.delete(FILES, hash))
  }
}

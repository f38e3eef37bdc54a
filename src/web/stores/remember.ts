import { ANSWERS } from '../workers/answers.ts'
import type { StoredBuild } from './api.ts'
import { answerStore } from './secureOnly.ts'

/** The last acknowledged state of a build as the answer that will stand in for the workshop while it is away. */
export async function rememberStored(stored: StoredBuild): Promise<void> {
  try {
    const cache = await answerStore()?.open(ANSWERS)
    await cache?.put(
      `/api/builds/${stored.build.id}`,
      new Response(JSON.stringify(stored), { headers: { 'Content-Type': 'application/json' } }),
    )
  } catch {
    /* no cache in this browser, or it is full: the draft is kept all the same */
  }
}

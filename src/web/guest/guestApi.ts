import type { GuestPage } from '../../core/handover/guestPages.ts'
import { Refused } from '../stores/api.ts'

/** A page that a guest is shown, and until when. */
export type Shown = GuestPage & { endsAt: string }

/** The secret of a link stands behind its #: in no request's address, no log and no referrer. */
export const tokenInLink = (): string => location.hash.slice(1)

const TOKEN = /^[A-Za-z0-9_-]{22}$/
export const isToken = (token: string): boolean => TOKEN.test(token)

async function ask(token: string, path: string, init: RequestInit = {}): Promise<Response> {
  const res = await fetch(`/api/guest${path}`, {
    ...init,
    cache: 'no-store',
    credentials: 'omit',
    headers: { Authorization: `Bearer ${token}`, ...init.headers },
  })
  if (!res.ok) throw new Refused(res.status, (await res.json().catch(() => ({}))) as object)
  return res
}

/** What a guest may ask for: the page of its link, a photo that stands on it, and to approve it. */
export const guestApi = {
  page: async (token: string): Promise<Shown> => (await ask(token, '')).json() as Promise<Shown>,
  photo: async (token: string, hash: string): Promise<Blob> => (await ask(token, `/photos/${hash}`)).blob(),
  approve: async (token: string, name: string, upTo: number): Promise<Shown> =>
    (
      await ask(token, '/approve', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ name, upTo }),
      })
    ).json() as Promise<Shown>,
}

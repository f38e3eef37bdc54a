import { DAY, MINUTE } from '../../core/units/time.ts'
import { randomBytes, randomUUID } from 'node:crypto'
import type { GuestPageKind } from '../../core/handover/guestPages.ts'
import type { Kept, Records } from './keptRecords.ts'
import { hashOfSecret } from './sessions.ts'

/** A link by which somebody sees one page of one build, and nothing else. */
export interface GuestLink extends Kept {
  build: string
  of: GuestPageKind
  madeAt: string
  endsAt: string
  /** When it was opened last; null where it never was. */
  seenAt: string | null
}
export type GuestStore = Records<GuestLink>

/**
 * Days that a link may be good for. No longer than a deleted build can be had back: its id is free for another build only
 * after that, and no link ever leads to another one.
 */
export const GUEST_DAYS = [1, 7, 30] as const
/** How exactly it is known when a link was opened last, ms. */
const SEEN_TO = MINUTE

/** Links for guests. */
export class Guests {
  constructor(
    private readonly store: GuestStore,
    private readonly now: () => Date = () => new Date(),
  ) {}

  /** Makes a link; its token, of 128 bits, is kept nowhere. */
  async make(build: string, of: GuestPageKind, days: number): Promise<{ link: GuestLink; token: string }> {
    const token = randomBytes(16).toString('base64url'),
      at = this.now(),
      link: GuestLink = {
        id: randomUUID(),
        hash: hashOfSecret(token),
        build,
        of,
        madeAt: at.toISOString(),
        endsAt: new Date(at.getTime() + days * DAY).toISOString(),
        seenAt: null,
      }
    await this.#clear()
    await this.store.add(link)
    return { link, token }
  }

  /** The link of a token, while it is good. */
  async of(token: string): Promise<GuestLink | undefined> {
    const link = await this.store.byHash(hashOfSecret(token)),
      now = this.now().getTime()
    if (!link || now >= Date.parse(link.endsAt)) return undefined
    if (link.seenAt === null || now - Date.parse(link.seenAt) > SEEN_TO)
      await this.store.seen(link.id, new Date(now).toISOString())
    return link
  }

  /** Links that are good, of one build, the newest first. */
  async all(build: string): Promise<GuestLink[]> {
    return (await this.store.all())
      .filter(l => l.build === build && this.now().getTime() < Date.parse(l.endsAt))
      .sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
  }

  /** Ends a link at once; false where there is none. */
  end(id: string): Promise<boolean> {
    return this.store.remove(id)
  }

  /** Forgets links that have ended. */
  async #clear(): Promise<void> {
    for (const l of await this.store.all())
      if (this.now().getTime() >= Date.parse(l.endsAt)) await this.store.remove(l.id)
  }
}

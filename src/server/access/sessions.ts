import { DAY, MINUTE } from '../../core/units/time.ts'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import type { Kept, Records } from './keptRecords.ts'
import type { PairedRole } from './roles.ts'

/** A device that was paired. Its secret is kept nowhere, only what it comes to. */
export interface Session extends Kept {
  name: string
  role: PairedRole
  /** Begun over HTTPS: its secret is never taken over plain HTTP. */
  secure: boolean
  madeAt: string
  seenAt: string
}

export type SessionStore = Records<Session>

/** A device that was not seen for so long is nobody again, ms [our choice: a tablet rests over a winter]. */
export const UNSEEN = 120 * DAY
/** How exactly it is known when a device was seen last, ms. */
const SEEN_TO = 10 * MINUTE

export const hashOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex')

/** A secret nobody guesses: 256 bits. */
const newSecret = (): string => randomBytes(32).toString('base64url')

/** Devices that were paired, and what each may. */
export class Sessions {
  readonly #leaving = new Map<string, Set<() => void>>()
  constructor(
    private readonly store: SessionStore,
    private readonly now: () => Date = () => new Date(),
    /** Told of one that was sent away, for those who are served elsewhere. */
    private readonly ended: (id: string) => void = () => undefined,
  ) {}

  async begin(of: Pick<Session, 'name' | 'role' | 'secure'>): Promise<{ session: Session; secret: string }> {
    const secret = newSecret(),
      at = this.now().toISOString(),
      session: Session = { id: randomUUID(), hash: hashOfSecret(secret), ...of, madeAt: at, seenAt: at }
    await this.store.add(session)
    return { session, secret }
  }

  /**
   * The device that holds a secret; undefined where nobody does, or it may not be used this way.
   * @param secure whether it came over HTTPS
   */
  async of(secret: string, secure: boolean): Promise<Session | undefined> {
    const s = await this.store.byHash(hashOfSecret(secret))
    if (!s || (s.secure && !secure)) return undefined
    const now = this.now().getTime(),
      unseen = now - Date.parse(s.seenAt)
    if (unseen > UNSEEN) {
      await this.end(s.id)
      return undefined
    }
    if (unseen > SEEN_TO) await this.store.seen(s.id, new Date(now).toISOString())
    return s
  }

  all(): Promise<Session[]> {
    return this.store.all()
  }

  /** Sends a device away, at once: what it holds open is closed. False where there is none. */
  async end(id: string): Promise<boolean> {
    const was = await this.store.remove(id)
    this.close(id)
    if (was) this.ended(id)
    return was
  }

  /** Closes what a device holds open. */
  close(id: string): void {
    for (const leave of this.#leaving.get(id) ?? []) leave()
    this.#leaving.delete(id)
  }

  /** Something that a device holds open, and how it is closed when the device is sent away; what it returns forgets that. */
  holds(id: string, leave: () => void): () => void {
    const of = this.#leaving.get(id) ?? new Set()
    of.add(leave)
    this.#leaving.set(id, of)
    return () => {
      of.delete(leave)
      if (!of.size && this.#leaving.get(id) === of) this.#leaving.delete(id)
    }
  }
}

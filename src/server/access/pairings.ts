import { MINUTE } from '../../core/units/time.ts'
import { createHash, randomBytes, randomInt, randomUUID, timingSafeEqual } from 'node:crypto'
import type { PairedRole } from './roles.ts'

/** A way in that was opened for one device. */
export interface Pairing {
  id: string
  role: PairedRole
  /** 128 bits, for a link or a picture of one. */
  token: string
  /** Eight digits, to be typed. */
  code: string
  endsAt: string
}

/** How a way in ended. */
export type PairingState = 'open' | 'used' | 'over' | 'too many'

/** How long a way in is open, ms. */
export const OPEN_FOR = 2 * MINUTE
/** Wrong digits after which it is closed: one in twenty million then guesses it. */
export const MOST_WRONG = 5

const same = (a: string, b: string): boolean => {
  const digest = (x: string) => createHash('sha256').update(x).digest()
  return timingSafeEqual(digest(a), digest(b))
}

interface Held {
  pairing: Pairing
  ends: number
  wrong: number
  state: PairingState
  /** What the device called itself, when it was used. */
  by?: string
}

/** Ways in that are open: each is good once, for two minutes, and for few attempts. They are kept nowhere. */
export class Pairings {
  readonly #held = new Map<string, Held>()
  constructor(private readonly now: () => number = Date.now) {}

  open(role: PairedRole, within = OPEN_FOR): Pairing {
    for (const [id, h] of this.#held) if (this.now() - h.ends > OPEN_FOR) this.#held.delete(id)
    const ends = this.now() + within,
      pairing: Pairing = {
        id: randomUUID(),
        role,
        token: randomBytes(16).toString('base64url'),
        code: String(randomInt(100_000_000)).padStart(8, '0'),
        endsAt: new Date(ends).toISOString(),
      }
    this.#held.set(pairing.id, { pairing, ends, wrong: 0, state: 'open' })
    return pairing
  }

  #state(h: Held): PairingState {
    return h.state === 'open' && this.now() >= h.ends ? 'over' : h.state
  }

  /** How a way in stands, and who came by it; undefined where there is none. */
  state(id: string): { state: PairingState; by?: string } | undefined {
    const h = this.#held.get(id)
    return h && { state: this.#state(h), ...(h.by === undefined ? {} : { by: h.by }) }
  }

  close(id: string): boolean {
    return this.#held.delete(id)
  }

  /** Uses a way in by its token or its digits; undefined where none is open for it. Wrong digits count against all that are. */
  use(by: { token: string } | { code: string }, name: string): PairedRole | undefined {
    const open = [...this.#held.values()].filter(h => this.#state(h) === 'open'),
      found = open.find(h => ('token' in by ? same(h.pairing.token, by.token) : same(h.pairing.code, by.code)))
    if (found) {
      found.state = 'used'
      found.by = name
      return found.pairing.role
    }
    if ('code' in by) for (const h of open) if (++h.wrong >= MOST_WRONG) h.state = 'too many'
    return undefined
  }
}

import { Guests, type GuestStore } from './guests.ts'
import { Pairings } from './pairings.ts'
import { Sessions, type SessionStore } from './sessions.ts'

/** Who is let in, and by which ways. */
export interface Access {
  sessions: Sessions
  pairings: Pairings
  guests: Guests
}

/** @param ended told of a device that was sent away */
export const openAccess = (store: SessionStore, guests: GuestStore, ended?: (id: string) => void): Access => ({
  sessions: new Sessions(store, undefined, ended),
  pairings: new Pairings(),
  guests: new Guests(guests),
})

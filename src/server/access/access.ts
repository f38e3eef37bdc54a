import { Pairings } from './pairings.ts'
import { Sessions, type SessionStore } from './sessions.ts'

/** Who is let in, and by which ways. */
export interface Access {
  sessions: Sessions
  pairings: Pairings
}

export const openAccess = (store: SessionStore): Access => ({
  sessions: new Sessions(store),
  pairings: new Pairings(),
})

import { randomUUID } from 'node:crypto'
import type { Changed, Others } from '../live/liveHub.ts'

/** How servers on one database call to one another [published: PostgreSQL, LISTEN and NOTIFY]. */
const CHANNEL = 'snugbolt_changed'
/** What a notice may hold, bytes [published: PostgreSQL, NOTIFY: less than 8000]. */
const MOST = 7_900
/** How long after a broken connection it is tried again, ms. */
const AGAIN = 2_000

interface Notice {
  from: string
  changed: Changed[]
}

/**
 * Tells other servers on a database what was changed here, and hears what was changed there. A connection that breaks is
 * made again; pages ask for what they missed when they hear that it was.
 * @param heard what others changed
 * @param missed called when some of it may have been missed
 */
export async function callOthers(
  url: string,
  heard: (c: readonly Changed[]) => void,
  missed: () => void,
  tell: (text: string) => void,
): Promise<Others & { close: () => Promise<void> }> {
  const { Client, Pool } = await import('pg').then(m => m.default),
    own = randomUUID(),
    // One connection, for what is said; what is heard has its own.
    says = new Pool({ connectionString: url, max: 1, connectionTimeoutMillis: 8_000, query_timeout: 8_000 })
  says.on('error', () => undefined)
  says.on('connect', c => c.on('error', () => undefined))
  let closed = false,
    listening: InstanceType<typeof Client> | undefined,
    timer: ReturnType<typeof setTimeout> | undefined,
    first = true
  const listen = async (): Promise<void> => {
    const c = new Client({ connectionString: url, keepAlive: true, connectionTimeoutMillis: 8_000 })
    let over = false
    const again = () => {
      if (over) return
      over = true
      listening = undefined
      void c.end().catch(() => undefined)
      if (!closed) timer = setTimeout(() => void listen(), AGAIN)
    }
    c.on('error', again)
    c.on('end', again)
    c.on('notification', n => {
      try {
        const { from, changed } = JSON.parse(n.payload ?? '') as Notice
        if (from !== own) heard(changed)
      } catch {
        // Not one of ours.
      }
    })
    try {
      await c.connect()
      await c.query(`listen ${CHANNEL}`)
      listening = c
      if (!first) missed()
      first = false
    } catch (e) {
      if (first) tell(`Other servers are not heard yet: ${(e as Error).message}`)
      first = false
      again()
    }
  }
  await listen()
  const send = (changed: readonly Changed[]) =>
    void says
      .query('select pg_notify($1, $2)', [
        CHANNEL,
        JSON.stringify({ from: own, changed: [...changed] } satisfies Notice),
      ])
      .catch(() => undefined)
  return {
    tell: (changed: readonly Changed[]) => {
      const text = JSON.stringify(changed)
      if (text.length <= MOST) return send(changed)
      // Too many at once to name: all are asked for.
      send([{ kind: 'builds' }, { kind: 'shelf' }, { kind: 'settings' }])
    },
    close: async () => {
      closed = true
      clearTimeout(timer)
      await Promise.all([listening?.end().catch(() => undefined), says.end().catch(() => undefined)])
    },
  }
}

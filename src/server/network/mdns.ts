import { isIPv6 } from 'node:net'
import multicastDns from 'multicast-dns'
import type { Names } from './authority.ts'

/** How long an answer may be kept, s [published: RFC 6762, 10: 120 for addresses]. */
const TTL = 120

/**
 * Answers on the local network to this machine's own name, so that a device finds it by that. Where the network or another
 * program does not let it, addresses do; nothing ends over it.
 * @param tell says why it does not answer
 */
export function answerByName(now: () => Names, tell: (text: string) => void): { close: () => void } {
  let m: ReturnType<typeof multicastDns> | undefined
  const give = (e: Error) => {
    if (!m) return
    tell(`No device finds this machine by its name on the network (${e.message}); by its address it does.`)
    m.removeAllListeners('query')
    try {
      m.destroy()
    } catch {
      // It was never there.
    }
    m = undefined
  }
  try {
    m = multicastDns({ loopback: true })
  } catch (e) {
    tell(
      `No device finds this machine by its name on the network (${(e as Error).message}); by its address it does.`,
    )
    return { close: () => undefined }
  }
  m.on('error', give)
  // One interface that is away is no reason to stop.
  m.on('warning', () => undefined)
  m.on('query', query => {
    const { dns, ips } = now(),
      own = new Set(dns.filter(n => n.endsWith('.local')))
    const answers = query.questions.flatMap(q => {
      const name = q.name.toLowerCase()
      if (!own.has(name)) return []
      return ips.flatMap(data => {
        const type = isIPv6(data) ? ('AAAA' as const) : ('A' as const)
        return q.type === type || (q.type as string) === 'ANY' ? [{ name, type, ttl: TTL, flush: true, data }] : []
      })
    })
    if (answers.length) m?.respond({ answers }, () => undefined)
  })
  return {
    close: () => {
      const was = m
      m = undefined
      was?.destroy()
    },
  }
}

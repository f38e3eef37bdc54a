import { demo } from './demo.ts'
import type { Running } from './server.ts'
import type { Build } from '../../src/core/document/build.ts'

/** What came of two benches at work while their database's connections were ended. */
export interface Cut {
  ended: number
  acknowledged: number
  answers: Record<string, number>
  /** The longest that any request waited, ms. */
  slowest: number
  lost: string[]
}

/**
 * Two servers on one PostgreSQL server, each written to by several clients, while every connection to the database is ended
 * again and again. Every request has to be answered, and every acknowledged line has to be there.
 */
export async function cutConnections(
  benches: readonly Running[],
  url: string,
  { seconds, writers = 8, every = 1000 }: { seconds: number; writers?: number; every?: number },
): Promise<Cut> {
  const { Client } = await import('pg').then(m => m.default),
    killer = new Client({ connectionString: url.replace(/\/[^/]*$/, '/postgres') })
  await killer.connect()
  const name = new URL(url).pathname.slice(1),
    out: Cut = { ended: 0, acknowledged: 0, answers: {}, slowest: 0, lost: [] },
    lines: { id: string; text: string }[] = []
  const until = Date.now() + seconds * 1000
  const ask = async (bench: Running, path: string, method = 'GET', body?: unknown): Promise<Response> => {
    const at = performance.now(),
      res = await fetch(`${bench.address}/api${path}`, {
        method,
        ...(body === undefined
          ? {}
          : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
      })
    out.slowest = Math.max(out.slowest, performance.now() - at)
    out.answers[res.status] = (out.answers[res.status] ?? 0) + 1
    return res
  }
  interface Stored {
    build: Build
    revision: number
  }
  const writer = async (n: number) => {
    const bench = benches[n % benches.length]!,
      id = `cut-${n}`
    while (Date.now() < until) {
      const made = await ask(bench, '/builds', 'POST', { ...demo('wren'), id, name: id })
      await made.arrayBuffer()
      if (made.status === 201 || made.status === 409) break
    }
    for (let k = 0; Date.now() < until; k++) {
      const read = await ask(bench, `/builds/${id}`)
      if (!read.ok) {
        await read.arrayBuffer()
        continue
      }
      const { build, revision } = (await read.json()) as Stored,
        text = `writer ${n}, line ${k}`,
        log = [...build.log, { id: `w-${n}-${k}`, at: '2026-11-28T10:00:00Z', text }].slice(-40),
        res = await ask(bench, `/builds/${id}`, 'PUT', { revision, build: { ...build, log } })
      await res.arrayBuffer()
      if (!res.ok) continue
      out.acknowledged++
      lines.push({ id, text })
      // Nobody else writes to this one: what was acknowledged last is its last line.
    }
  }
  const killing = (async () => {
    while (Date.now() < until) {
      await new Promise(done => setTimeout(done, every))
      const r = await killer.query<{ n: string }>(
        'select count(pg_terminate_backend(pid)) as n from pg_stat_activity where datname = $1',
        [name],
      )
      out.ended += Number(r.rows[0]!.n)
    }
  })()
  await Promise.all([killing, ...Array.from({ length: writers }, (_, n) => writer(n))])
  await killer.end()
  for (const id of new Set(lines.map(l => l.id))) {
    const own = lines.filter(l => l.id === id),
      { build } = (await (await fetch(`${benches[0]!.address}/api/builds/${id}`)).json()) as Stored,
      there = new Set(build.log.map(l => l.text))
    // The log is kept at forty lines: the newest of the acknowledged ones must be among them.
    out.lost.push(...own.slice(-15).flatMap(l => (there.has(l.text) ? [] : [l.text])))
  }
  return out
}

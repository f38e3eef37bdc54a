import { connect } from 'node:net'
import { gzipSync } from 'node:zlib'
import { zipSync as zipFiles } from 'fflate'
import type { ApiRoute } from '../../src/server/app.ts'
import { demo, demoShelf } from './demo.ts'
import type { Running } from './server.ts'
import { numbers } from './simDisk.ts'

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }

/** Values that programs forget. */
const ODD: readonly Json[] = [
  null,
  true,
  0,
  -1,
  1e308,
  2 ** 31,
  2 ** 53,
  0.1,
  '',
  ' ',
  '\ud800',
  'a\udc00b',
  'nul \0',
  '\u202e',
  'x'.repeat(5000),
  '../../etc/passwd',
  '%00',
  '__proto__',
  "'; drop table builds; --",
  '1e400',
  'NaN',
  [],
  {},
  [[[[[[[[]]]]]]]],
  { toString: 1, length: -1 },
  { constructor: { prototype: null } },
]

/** Bodies, queries and addresses that are nearly right: documents of ours with something changed, dropped, repeated or bent. */
export class Odd {
  constructor(readonly random: () => number) {}
  pick<T>(from: readonly T[]): T {
    return from[Math.floor(this.random() * from.length)]!
  }
  chance(p: number): boolean {
    return this.random() < p
  }
  value(): Json {
    if (this.chance(0.03)) return Array.from({ length: 3000 }, () => structuredClone(this.pick(ODD)))
    if (this.chance(0.03)) return this.deep(60)
    return structuredClone(this.pick(ODD))
  }
  deep(levels: number): Json {
    let out: Json = 1
    for (let n = 0; n < levels; n++) out = this.chance(0.5) ? [out] : { a: out }
    return out
  }
  /** A document with some of it bent. */
  bent(doc: Json, times = 1 + Math.floor(this.random() * 3)): Json {
    const out = structuredClone(doc)
    for (let n = 0; n < times; n++) this.#bend(out)
    return out
  }
  #bend(at: Json): void {
    for (;;) {
      if (typeof at !== 'object' || at === null) return
      const keys = Object.keys(at)
      if (!keys.length) return
      const key = this.pick(keys),
        holder = at as Record<string, Json>,
        inside = holder[key]!
      if (typeof inside === 'object' && inside !== null && this.chance(0.75)) {
        at = inside
        continue
      }
      const how = this.random()
      if (how < 0.55) holder[key] = this.value()
      else if (how < 0.7 && !Array.isArray(at)) delete holder[key]
      else if (how < 0.8 && !Array.isArray(at))
        Object.defineProperty(at, this.pick(['extra', '__proto__', '\ud800', 'constructor', '']), {
          value: this.value(),
          enumerable: true,
          configurable: true,
          writable: true,
        })
      else if (how < 0.9 && Array.isArray(inside)) holder[key] = [...inside, ...inside, ...inside]
      else holder[key] = (JSON.stringify(inside) ?? '').slice(0, 50)
      return
    }
  }
}

const HASH = 'a'.repeat(64)
/** What a parameter of an address may be, by its name: things that are there, things that are not, things that are none. */
const PARAMS: Record<string, readonly string[]> = {
  id: ['heron', 'wren', 'fuzz-1', 'fuzz-2', 'nut-blank', 'ghost'],
  sort: ['meter', 'calliper', 'oven'],
  hash: [HASH, 'f'.repeat(64)],
  file: ['all.pdf', 'bridge.svg', 'body-top.dxf', 'none.pdf', 'bridge.exe'],
}
const BAD = [
  '%',
  '%00',
  '%E0%A4%A',
  '..%2F..%2F',
  '%ED%A0%80',
  'a'.repeat(3000),
  '__proto__',
  '-',
  '%22%27',
  'ü',
  '.',
]
const QUERIES = [
  'copy=1',
  'copy=2',
  'revision=1',
  'revision=99999999999',
  'revision=x',
  'revision=1&revision=2',
  'kind=nut',
  'kind=spoon',
  'open=heron',
  'all=1',
  'page=p',
  'page=%ED%A0%80',
  'paper=A4',
  'paper=a',
  'port=1',
  'port=70000',
  'port=9',
  'a[b][c]=1',
  '%',
]
const TYPES = [
  'application/json',
  'application/json',
  'application/json',
  'application/json; charset=utf-8',
  'application/json; charset=utf-16',
  'application/zip',
  'image/jpeg',
  'text/plain',
  'multipart/form-data',
  '',
]

/** What came of an attack. */
export interface FuzzTally {
  requests: number
  sockets: number
  answers: Record<string, number>
  wrong: string[]
  slowest: number
}

export const fuzzTally = (): FuzzTally => ({ requests: 0, sockets: 0, answers: {}, wrong: [], slowest: 0 })

/** One request, nearly right, at one of the routes; what is wrong with its answer is written down. */
async function request(
  server: Running,
  routes: readonly ApiRoute[],
  odd: Odd,
  t: FuzzTally,
  seeds: Record<string, Json>,
): Promise<void> {
  const route = odd.pick(routes),
    path = route.path.replace(/:(\w+)/g, (_, name: string) =>
      odd.chance(0.12) ? odd.pick(BAD) : odd.pick(PARAMS[name] ?? ['x']),
    ),
    method = odd.chance(0.06)
      ? odd.pick(['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'HEAD', 'OPTIONS'])
      : route.method,
    query = odd.chance(0.4) || method === 'DELETE' ? `?${odd.pick(QUERIES)}` : '',
    headers: Record<string, string> = {}
  if (route.path === '/devices/events' && method === 'GET' && odd.chance(0.8)) return
  let body: Buffer | undefined
  if (method !== 'GET' && method !== 'HEAD') {
    const type = odd.pick(TYPES)
    if (type) headers['Content-Type'] = type
    const of = Object.entries(seeds).find(([at]) => route.path.startsWith(at))?.[1] ?? {},
      doc = odd.chance(0.15) ? odd.value() : odd.bent(of)
    if (type === 'application/zip')
      body = Buffer.from(
        zipFiles({
          [odd.chance(0.9) ? 'build.json' : 'x']: Buffer.from(JSON.stringify(odd.bent(seeds['/builds']!))),
        }),
      )
    else if (type === 'image/jpeg') body = Buffer.from([0xff, 0xd8, 0xff, Math.floor(odd.random() * 255)])
    else body = Buffer.from(JSON.stringify(doc))
    if (odd.chance(0.06)) body = body.subarray(0, Math.floor(body.length * odd.random()))
    if (odd.chance(0.05) && body.length)
      body[Math.floor(odd.random() * body.length)]! ^= 1 << Math.floor(odd.random() * 8)
    if (odd.chance(0.03)) {
      headers['Content-Encoding'] = 'gzip'
      body = odd.chance(0.5) ? gzipSync(body) : body
    }
    if (odd.chance(0.1))
      headers['Idempotency-Key'] = odd.pick([
        'short',
        'fuzz-key-0001',
        'ü'.repeat(3).replaceAll('ü', 'x'),
        'k'.repeat(90),
      ])
  }
  const what = `${method} ${path.slice(0, 120)}${query} ${JSON.stringify(headers)} ${body?.toString('latin1').slice(0, 200) ?? ''}`,
    at = performance.now()
  const ask = async (): Promise<{ res: Response; text: string }> => {
    const res = await fetch(`${server.address}/api${path}${query}`, {
      method,
      headers,
      ...(body ? { body: new Uint8Array(body) } : {}),
      signal: AbortSignal.timeout(60_000),
    })
    // A stream of events has no end.
    if (res.headers.get('content-type') !== 'text/event-stream') return { res, text: await res.text() }
    await res.body?.cancel()
    return { res, text: '' }
  }
  let res: Response, text: string
  try {
    ;({ res, text } = await ask().catch((e: unknown) => {
      // A connection that stood idle may be closed just as it is used again; a browser asks once more, too.
      if (/ECONNRESET|other side closed/.test(String((e as Error).cause))) return ask()
      throw e
    }))
  } catch (e) {
    const { message, cause } = e as Error
    // What fetch itself does not send was never asked.
    if (/Invalid URL|Failed to parse URL|Request with GET|not a valid/.test(message)) return
    t.wrong.push(`${what}: ${message} ${String((cause as Error | undefined)?.message ?? '')}`)
    return
  }
  t.requests++
  t.slowest = Math.max(t.slowest, performance.now() - at)
  t.answers[res.status] = (t.answers[res.status] ?? 0) + 1
  if (res.status >= 500 && ![502, 503, 507].includes(res.status))
    t.wrong.push(`${what}: ${res.status} ${text.slice(0, 200)}`)
  if (res.status >= 400 && method !== 'HEAD') {
    const said = /^\{/.test(text)
      ? (JSON.parse(text) as { error?: { code?: string; message?: string; problems?: unknown[] } })
      : {}
    if (!said.error?.code || !said.error.message || !Array.isArray(said.error.problems))
      t.wrong.push(`${what}: ${res.status} in another shape: ${text.slice(0, 200)}`)
    else if (said.error.problems.length > 50) t.wrong.push(`${what}: ${said.error.problems.length} problems`)
    else if (/select |insert |\bat .*\.[jt]s:|node_modules|ECONN|\/work\//.test(said.error.message))
      t.wrong.push(`${what}: says what is nobody’s: ${said.error.message}`)
  }
}

/** Something written to a port as no browser writes it. */
const socket = (port: number, lines: readonly (string | Buffer)[], t: FuzzTally): Promise<void> =>
  new Promise(done => {
    const s = connect(port, '127.0.0.1', () => {
        for (const l of lines) s.write(l)
        setTimeout(() => s.destroy(), 30)
      }),
      end = () => {
        clearTimeout(late)
        done()
      },
      late = setTimeout(() => s.destroy(), 5000)
    s.on('error', () => undefined)
    s.on('close', end)
    t.sockets++
  })

const WORDS = [
  'HELLO 1 meter m',
  'HELLO 1 calliper c',
  'HELLO 2 x y',
  'READING 8.52 kΩ',
  'SHOWS OL',
  'KEY abcdefabcdefabcdef',
  'BYE',
  'PING',
  'POST / HTTP/1.1',
  '',
  ' ',
  'x'.repeat(2000),
  'HELLO 1 meter \u0000',
  'READING 1e999',
  'HELLO 1 __proto__ x',
]
const RAW = [
  'GET / HTTP/1.1\r\n\r\n',
  'GET /api/builds HTTP/9.9\r\nHost: x\r\n\r\n',
  'POST /api/builds HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: -5\r\n\r\n',
  'POST /api/builds HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 500\r\n\r\n{"a":',
  'POST /api/shelf HTTP/1.1\r\nHost: 127.0.0.1\r\nTransfer-Encoding: chunked\r\n\r\nzz\r\n',
  '\0\0\0\0',
  '\x16\x03\x01\x02\0',
  `GET /${'a'.repeat(20_000)} HTTP/1.1\r\nHost: x\r\n\r\n`,
]

/**
 * Attacks a running server with so many requests at its own routes, and sockets at both of its ports, and looks at every
 * answer: one shape, no words of the machinery, nothing that ends it.
 */
export async function fuzz(
  server: Running,
  routes: readonly ApiRoute[],
  count: number,
  seed: number,
  t: FuzzTally,
  side = 6,
): Promise<void> {
  const wren = { ...demo('wren'), id: 'fuzz-1', name: 'Fuzz 1' } as unknown as Json,
    parts = demoShelf().slice(0, 3) as unknown as Json[],
    { settings } = (await (await fetch(`${server.address}/api/settings`)).json()) as { settings: Json },
    { port } = (await (await fetch(`${server.address}/api/devices`)).json()) as { port: number },
    // The longer address first: each route is found by the first that it begins with.
    seeds: Record<string, Json> = {
      '/builds/:id/archive': { away: true },
      '/builds/:id': { revision: 1, build: wren, history: { past: [], future: [] } },
      '/builds': wren,
      '/shelf/:id': parts[0]!,
      '/shelf': { parts, known: { 'nut-blank': 1 } },
      '/settings': settings,
      '/devices': { page: 'p', build: 'heron', of: 'meter.rest', label: 'Plug' },
      '/supplier': { item: 'x' },
    },
    // What takes the whole workshop away, or copies all of it, is asked now and then.
    usual = routes.filter(r => !/^\/(demo|backup|safety)/.test(r.path))
  let left = count
  const hand = async (n: number) => {
    const odd = new Odd(numbers(seed * 1000 + n))
    while (left-- > 0) {
      if (odd.chance(0.02))
        await socket(
          port,
          Array.from({ length: 6 }, () => `${odd.pick(WORDS)}\n`),
          t,
        )
      else if (odd.chance(0.005)) await socket(Number(new URL(server.address).port), [odd.pick(RAW)], t)
      else await request(server, odd.chance(0.01) ? routes : usual, odd, t, seeds)
    }
  }
  await Promise.all(Array.from({ length: side }, (_, n) => hand(n)))
  if (server.process.exitCode !== null) t.wrong.push(`the server ended: ${server.output().slice(-500)}`)
}

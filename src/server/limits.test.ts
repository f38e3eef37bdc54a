import { mkdtempSync, readdirSync, rmSync, statSync, truncateSync } from 'node:fs'
import { connect } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LONG } from '../../tests/support/long.ts'
import { demo, demoShelf } from '../../tests/support/demo.ts'
import { heron } from '../../tests/support/heron.ts'
import { startServer, type Running } from '../../tests/support/server.ts'
import type { Build } from '../core/document/build.ts'
import { apiRoutes } from './app.ts'
import { builds } from './db/schema.ts'
import { pool, Busy } from './jobs/pool.ts'
import { placesIn } from './keep/places.ts'
import { LARGEST_BUILD } from './limits.ts'
import { openWorkshop } from './openWorkshop.ts'

const data = mkdtempSync(join(tmpdir(), 'snugbolt-limits-'))
let server: Running
beforeAll(async () => {
  const o = await openWorkshop(data)
  // One that a newer version of the program left there.
  await o.db.insert(builds).values({
    id: 'newer',
    name: 'Newer',
    revision: 3,
    document: { ...demo('wren'), id: 'newer', name: 'Newer', version: 99 } as never,
  })
  await o.close()
  server = await startServer(data, {}, { demo: false })
}, 120_000)
afterAll(async () => {
  await server.kill()
  rmSync(data, { recursive: true, force: true })
})

interface Answer {
  status: number
  error?: { code: string; message: string; problems: { path: string; reason: string }[] }
  [key: string]: unknown
}
const call = async (path: string, init: RequestInit = {}): Promise<Answer> => {
  const res = await fetch(`${server.address}/api${path}`, init),
    text = await res.text()
  return { ...(text.startsWith('{') ? (JSON.parse(text) as object) : {}), status: res.status }
}
const json = (method: string, body: unknown, headers: Record<string, string> = {}): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json', ...headers },
  body: typeof body === 'string' ? body : JSON.stringify(body),
})
const zip = (files: Record<string, Uint8Array>): RequestInit => ({
  method: 'POST',
  headers: { 'Content-Type': 'application/zip' },
  body: Buffer.from(zipSync(files, { level: 9 })),
})
const letters = (x: unknown): Uint8Array => new TextEncoder().encode(typeof x === 'string' ? x : JSON.stringify(x))
/** Does something while the server is asked all the time whether it is there; gives the longest that it kept silent, ms. */
const meanwhile = async <T>(work: Promise<T>): Promise<{ gives: T; silent: number }> => {
  let on = true,
    silent = 0
  const asking = (async () => {
    while (on) {
      const at = performance.now()
      await fetch(`${server.address}/api/health`)
      silent = Math.max(silent, performance.now() - at)
    }
  })()
  const gives = await work.finally(() => (on = false))
  await asking
  return { gives, silent }
}
/** Memory of the server, MB [published: Linux, proc(5), VmHWM: the most it ever had]. */
const most = async (): Promise<number> => {
  const { readFileSync } = await import('node:fs')
  return Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.process.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024
}
/** How long others may wait for an answer meanwhile, ms: a busy machine included. */
const DEAF = 9000

describe('what is too much', () => {
  it.runIf(LONG)(
    'is refused while it is unpacked: zeros, many files, and what a zip does not say of itself',
    async () => {
      const before = await most(),
        zeros = zip({ 'build.json': new Uint8Array(150 * 1024 * 1024) })
      const { gives, silent } = await meanwhile(call('/builds', zeros))
      expect(gives).toMatchObject({ status: 413, error: { code: 'too-large' } })
      expect(silent).toBeLessThan(DEAF)
      expect((await most()) - before).toBeLessThan(120)
      const many = Object.fromEntries(Array.from({ length: 3000 }, (_, n) => [`f${n}`, new Uint8Array(1)]))
      expect(await call('/builds', zip({ ...many, 'build.json': letters(heron()) }))).toMatchObject({
        status: 413,
        error: { message: expect.stringMatching(/3001 files, and up to 2001/) },
      })
      // A size that is a lie.
      const bytes = Buffer.from(zipSync({ 'build.json': letters('x'.repeat(2_000_000)) }, { level: 9 }))
      bytes.writeUInt32LE(100, bytes.indexOf(Buffer.from([0x50, 0x4b, 1, 2])) + 24)
      const lie = await call('/builds', {
        method: 'POST',
        headers: { 'Content-Type': 'application/zip' },
        body: bytes,
      })
      expect(lie.status).toBeGreaterThanOrEqual(400)
      expect(lie.status).toBeLessThan(500)
    },
    120_000,
  )
  it('is refused by its length before any of it is read, and nobody waits for it', async () => {
    const log = `{"format":"snugbolt-build","version":99,"log":[${'{},'.repeat(2_500_000)}{}]}`
    const tiny = await meanwhile(call('/builds', zip({ 'build.json': letters(log) })))
    // It packs to a thousandth: no document does.
    expect(tiny.gives).toMatchObject({ status: 413 })
    expect(tiny.silent).toBeLessThan(DEAF)
    for (const field of ['log', 'parts', 'readings'] as const) {
      const { gives, silent } = await meanwhile(
        call('/builds', json('POST', { ...heron(), [field]: Array.from({ length: 100_000 }, () => ({})) })),
      )
      expect(gives).toMatchObject({
        status: 422,
        error: {
          problems: [{ path: field, reason: expect.stringMatching(/^has 100000 entries; up to \d+ are taken/) }],
        },
      })
      expect(silent).toBeLessThan(DEAF)
    }
    // Within its length, and all of it wrong: the first problems are named, and others are answered meanwhile.
    const wrong = await meanwhile(
      call('/builds', json('POST', { ...heron(), log: Array.from({ length: 5000 }, () => ({})) })),
    )
    expect(wrong.gives.status).toBe(422)
    expect(wrong.gives.error!.problems).toHaveLength(50)
    expect(wrong.silent).toBeLessThan(DEAF)
    expect(await call('/builds', json('POST', `[${'0,'.repeat(600_000)}0]`))).toMatchObject({
      status: 413,
      error: { code: 'too-many' },
    })
  }, 120_000)
  it.runIf(LONG)(
    'is one size both ways: what is taken in as a zip can be saved',
    async () => {
      const large: Build = { ...heron(), id: 'large', name: 'Large' }
      // As long as a log may be.
      large.log = Array.from({ length: 4500 }, (_, n) => ({
        id: `l-${n}`,
        at: '2026-11-28T10:00:00.000Z',
        text: `${n} ${'x'.repeat(1500)}`,
      }))
      expect(JSON.stringify(large).length).toBeGreaterThan(6_500_000)
      expect((await call('/builds', zip({ 'build.json': letters(large) }))).status).toBe(201)
      const saved = await call('/builds/large', json('PUT', { revision: 1, build: { ...large, note: 'saved' } }))
      expect(saved).toMatchObject({ status: 200, revision: 2 })
      const over = letters(JSON.stringify(large).padEnd(LARGEST_BUILD + 10))
      expect((await call('/builds?copy=1', zip({ 'build.json': over }))).status).toBe(413)
    },
    120_000,
  )
})

describe('a request', () => {
  it('that came before under its key is answered as then; another document under that key is refused', async () => {
    const send = (name: string, path = '/builds') =>
        call(path, json('POST', { ...heron(), id: 'keyed', name }, { 'Idempotency-Key': 'key-0001-abc' })),
      first = await send('First')
    expect(first).toMatchObject({ status: 201 })
    expect(await send('First')).toMatchObject({ status: 200, revision: 1 })
    for (const path of ['/builds', '/builds?copy=1'])
      expect(await send('Second', path)).toMatchObject({ status: 422, error: { code: 'key-used' } })
    await server.kill('SIGKILL')
    server = await startServer(data, {}, { demo: false })
    expect(await send('First')).toMatchObject({ status: 200 })
    expect((await send('Second')).status).toBe(422)
  }, 60_000)
  it('with half a character is refused on every route, and no device ends the server over it', async () => {
    const half = '\ud800'
    for (const [method, path, body] of [
      ['PUT', '/devices/hand/meter', { page: half, build: 'x', of: 'y', label: 'z' }],
      ['PUT', '/devices/hand/meter', { page: 'p', build: 'x', of: `a${half}`, label: 'z' }],
      ['POST', '/shelf', { parts: [{ ...demoShelf()[0], name: `nul \0` }] }],
      ['PUT', '/settings', { note: half }],
      ['POST', '/builds/keyed/archive', { away: true, [half]: 1 }],
    ] as const)
      expect(await call(path, json(method, body)), path).toMatchObject({ status: 422 })
    const { port } = (await call('/devices')) as unknown as { port: number }
    const told = await new Promise<string>(done => {
      const s = connect(port, '127.0.0.1', () => s.write('HELLO 1 meter m\n'))
      s.once('data', d => {
        done(d.toString())
        s.destroy()
      })
    })
    expect(told).toBe('WAIT\n')
    expect((await call('/health')).status).toBe(200)
  })
  it('for the head of an answer alone is answered on every route, a stream of events too', async () => {
    const gets = apiRoutes({ keeper: {} } as never).filter(r => r.method === 'GET')
    expect(gets.map(r => r.path)).toContain('/devices/events')
    for (const { path } of gets)
      for (const query of ['', '?page=p']) {
        const res = await fetch(`${server.address}/api${path.replace(/:\w+/g, 'x')}${query}`, {
          method: 'HEAD',
          signal: AbortSignal.timeout(20_000),
        })
        expect(await res.text(), path).toBe('')
      }
  }, 60_000)
  it.runIf(LONG)(
    'that trickles is ended, while others are answered',
    async () => {
      const at = performance.now(),
        { port } = new URL(server.address),
        s = connect(Number(port), '127.0.0.1')
      s.write('GET /api/builds HTTP/1.1\r\nHost: 127.0.0.1\r\n')
      const drip = setInterval(() => s.write('X-Drip: 1\r\n'), 500)
      s.on('error', () => undefined)
      await new Promise(done => s.once('close', done))
      clearInterval(drip)
      expect(performance.now() - at).toBeLessThan(90_000)
      expect((await call('/builds')).status).toBe(200)
    },
    60_000,
  )
  it('asks whether the store is there apart from whether the process is', async () => {
    expect(await call('/ready')).toMatchObject({ status: 200, ready: true })
    expect(await call('/health')).toMatchObject({ status: 200, ok: true })
  })
})

describe('a build of a newer version of the program', () => {
  it('is said to be that, stands in no other’s way, and stays as it is', async () => {
    expect(await call('/builds/newer')).toMatchObject({
      status: 409,
      error: { code: 'newer-build', message: expect.stringMatching(/newer version.*format 99.*kept as it is/) },
    })
    const settings = await call('/settings')
    expect(settings.status).toBe(200)
    expect((await call('/settings?all=1', json('PUT', settings.settings))).status).toBe(200)
    expect((await call('/builds')).status).toBe(200)
    expect((await call('/builds/newer/plan.ics')).status).toBe(409)
  })
})

describe('heavy work', () => {
  it.runIf(LONG)(
    'has a queue with a length: what comes after it is told to come again',
    async () => {
      const { work, close } = pool({ queue: 2 })
      const build = demo('kestrel'),
        all = await Promise.allSettled(Array.from({ length: 8 }, () => work('templateList', build)))
      expect(all.filter(r => r.status === 'fulfilled').length).toBeGreaterThanOrEqual(2)
      const refused = all.flatMap(r => (r.status === 'rejected' ? [r.reason as unknown] : []))
      expect(refused.length).toBeGreaterThanOrEqual(4)
      expect(refused.every(e => e instanceof Busy)).toBe(true)
      await close()
    },
    60_000,
  )
})

describe('tables that are damaged while the workshop is open', () => {
  it('are said to be that, with the command that saves everything', async () => {
    await server.kill()
    const base = join(placesIn(data).database, 'base')
    for (const folder of readdirSync(base))
      for (const n of readdirSync(join(base, folder))) {
        const file = join(base, folder, n)
        if (/^\d{5,}$/.test(n) && Number(n) >= 16384 && statSync(file).size > 8192) truncateSync(file, 4000)
      }
    const said = await startServer(data, {}, { demo: false }).then(
      async s => {
        server = s
        return JSON.stringify([await call('/builds/large'), await call('/builds')])
      },
      (e: unknown) => String(e),
    )
    expect(said).toMatch(/files are damaged/)
    expect(said).toMatch(/npx snugbolt rebuild/)
    expect(said).not.toMatch(/select |Failed query/)
  }, 60_000)
})

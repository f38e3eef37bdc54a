import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LONG } from '../../../tests/support/long.ts'
import { ask as asked, begin, type Ask } from '../../../tests/support/asking.ts'
import { startServer, type Running } from '../../../tests/support/server.ts'
import { apiRoutes } from '../app.ts'
import { MOST_WRONG, OPEN_FOR, Pairings, type Pairing } from './pairings.ts'
import { mayAll, ROLES, type Role } from './roles.ts'
import { RULES, ruleFor } from './rules.ts'
import { hashOfSecret, Sessions, UNSEEN, type Session } from './sessions.ts'
import { isMachineItself } from './who.ts'
import { recordsInMemory } from '../../../tests/support/recordsInMemory.ts'

const data = mkdtempSync(join(tmpdir(), 'snugbolt-access-'))
let server: Running
const ENV = { HOSTS: 'bench.test' }
beforeAll(async () => {
  server = await startServer(data, ENV)
}, 120_000)
afterAll(async () => {
  await server.kill()
  rmSync(data, { recursive: true, force: true })
})

const port = () => Number(new URL(server.address).port)
/** Asks as another device does. */
const ask = (method: string, path: string, o: Omit<Ask, 'port'> = {}) => asked(method, path, { port: port(), ...o })
const own = (method: string, path: string, body?: unknown) =>
  ask(method, path, { name: '127.0.0.1', ...(body === undefined ? {} : { body }) })
/** Makes a guest's link. */
const linked = async (build: string, of: 'sheet' | 'quote', days = 7): Promise<{ id: string; token: string }> => {
  const a = await own('POST', '/guest-links', { build, of, days })
  expect(a.status, a.text).toBe(201)
  return a.body as unknown as { id: string; token: string }
}
const bearing = (token: string) => ({ Authorization: `Bearer ${token}` })
const opened = async (role: Role): Promise<Pairing> =>
  (await own('POST', '/access/pairings', { role })).body as unknown as Pairing
/** Pairs a device; what it holds from then on. */
async function paired(role: Role, name = 'Tablet'): Promise<{ cookie: string; id: string; set: string }> {
  const { token } = await opened(role),
    a = await ask('POST', '/access/pair', { body: { token, name } })
  expect(a.status).toBe(201)
  const [set] = a.headers['set-cookie']!
  return { cookie: set!.split(';')[0]!, id: (a.body.device as { id: string }).id, set: set! }
}

describe('every route', () => {
  const routes = apiRoutes({ keeper: {} } as never)
  it('has a rule, and every rule a route', () => {
    expect(routes.map(r => `${r.method} ${r.path}`).sort()).toEqual(Object.keys(RULES).sort())
    for (const { method, path } of routes)
      expect(ruleFor(method, path.replace(/:\w+/g, 'x')), path).toBe(RULES[`${method} ${path}`])
    // What nobody thought of is the owner's.
    for (const path of ['/', '/unknown', '/BUILDS', '/builds/x/y/z']) expect(ruleFor('GET', path)).toBe('owner')
    expect(ruleFor('HEAD', '/builds')).toBe('bench')
  })
  it('answers each role by its rule, and tells nobody what there is', async () => {
    const as: Record<Role, Omit<Ask, 'port'>> = {
      nobody: {},
      guest: { headers: bearing((await linked('wren', 'sheet')).token) },
      bench: { cookie: (await paired('bench')).cookie },
      owner: { cookie: (await paired('owner')).cookie },
    }
    const said = new Set<string>()
    // One that goes by itself is asked last of all.
    const last = (r: { method: string; path: string }) => Number(r.path === '/access/me' && r.method === 'DELETE')
    for (const r of [...routes].sort((a, b) => last(a) - last(b)))
      for (const role of ROLES) {
        const least = RULES[`${r.method} ${r.path}`]!,
          path = r.path.replace(/:\w+/g, 'wren'),
          a = await ask(r.method, path, as[role]),
          code = (a.body.error as { code?: string } | undefined)?.code,
          refused = a.status === 401 || code === 'owner-only'
        expect(refused, `${role}: ${r.method} ${r.path}: ${a.status} ${code}`).toBe(!mayAll(role, least))
        if (!mayAll(role, least)) expect(a.status).toBe(role === 'bench' ? 403 : 401)
        if (a.status === 401) said.add(a.text)
      }
    // Whatever it is, and whether it is there or not: the same words.
    for (const path of ['/builds/ghost', '/nothing', '/builds/wren/nothing'])
      said.add((await ask('GET', path)).text)
    expect([...said]).toEqual([
      '{"error":{"code":"not-paired","message":"This device is not paired with the workshop.","problems":[]}}',
    ])
  }, 60_000)
})

describe('the machine itself', () => {
  const from = (host: string, remoteAddress: string, localAddress: string) =>
    isMachineItself({ headers: { host }, socket: { remoteAddress, localAddress } } as never)
  it('is who asks by its own name, from itself', () => {
    for (const host of ['localhost:4180', '127.0.0.1:4180', '[::1]:4180', 'LOCALHOST'])
      expect(from(host, '127.0.0.1', '127.0.0.1'), host).toBe(true)
    expect(from('[::1]:4180', '::1', '::1')).toBe(true)
    expect(from('localhost', '::ffff:127.0.0.1', '::ffff:127.0.0.1')).toBe(true)
  })
  it('is nobody else, whatever name they ask by', () => {
    expect(from('localhost:4180', '192.168.1.20', '192.168.1.5')).toBe(false)
    expect(from('localhost:4180', '192.168.1.5', '192.168.1.5')).toBe(false)
    expect(from('192.168.1.5:4180', '127.0.0.1', '127.0.0.1')).toBe(false)
    expect(from('bench.test', '127.0.0.1', '127.0.0.1')).toBe(false)
    expect(from('127.0.0.1.evil.test', '127.0.0.1', '127.0.0.1')).toBe(false)
    expect(from('', '127.0.0.1', '127.0.0.1')).toBe(false)
    expect(from('localhost', '1127.0.0.1', '127.0.0.1')).toBe(false)
  })
  it('needs no pairing', async () => {
    expect((await own('GET', '/access/me')).body).toEqual({ role: 'owner', secure: false, sharing: false })
    expect((await own('GET', '/builds')).status).toBe(200)
    expect((await own('DELETE', '/access/me')).status).toBe(409)
    // By another name it is nobody, though it is the same machine.
    expect((await ask('GET', '/access/me')).body).toEqual({ role: 'nobody', secure: false })
    expect((await ask('GET', '/builds', { name: 'elsewhere.test' })).status).toBe(421)
  })
})

describe('a way in', () => {
  it('is good once, by its link or its digits', async () => {
    const a = await opened('bench'),
      by = (body: object) => ask('POST', '/access/pair', { body: { name: 'Tablet', ...body } })
    expect((await by({ code: a.code })).status).toBe(201)
    expect((await own('GET', `/access/pairings/${a.id}`)).body).toEqual({ state: 'used', by: 'Tablet' })
    for (const again of [{ code: a.code }, { token: a.token }]) expect((await by(again)).status).toBe(403)
    const b = await opened('bench')
    expect((await by({ token: b.token.slice(0, -1) + (b.token.endsWith('A') ? 'B' : 'A') })).status).toBe(403)
    expect((await by({ token: b.token })).status).toBe(201)
  })
  it('is closed after two minutes, and after a few wrong digits', () => {
    let at = 1_000_000
    const p = new Pairings(() => at),
      a = p.open('bench')
    at += OPEN_FOR - 1
    expect(p.state(a.id)).toEqual({ state: 'open' })
    at += 1
    expect(p.state(a.id)).toEqual({ state: 'over' })
    expect(p.use({ token: a.token }, 'x')).toBeUndefined()
    expect(p.use({ code: a.code }, 'x')).toBeUndefined()
    const b = p.open('owner'),
      wrong = b.code === '00000000' ? '00000001' : '00000000'
    for (let n = 0; n < MOST_WRONG; n++) expect(p.use({ code: wrong }, 'x')).toBeUndefined()
    expect(p.state(b.id)).toEqual({ state: 'too many' })
    expect(p.use({ code: b.code }, 'x')).toBeUndefined()
    const c = p.open('owner')
    for (let n = 1; n < MOST_WRONG; n++) p.use({ code: c.code === wrong ? '00000002' : wrong }, 'x')
    expect(p.use({ code: c.code }, 'y')).toBe('owner')
    p.close(c.id)
    expect(p.state(c.id)).toBeUndefined()
  })
  it('draws tokens of 128 bits and digits of eight', () => {
    const p = new Pairings(),
      all = Array.from({ length: 200 }, () => p.open('bench'))
    for (const { token, code } of all) {
      expect(Buffer.from(token, 'base64url')).toHaveLength(16)
      expect(code).toMatch(/^\d{8}$/)
    }
    expect(new Set(all.map(a => a.token)).size).toBe(200)
    expect(new Set(all.map(a => a.code)).size).toBeGreaterThan(190)
  })
  it('says which field is wrong, and that nothing was changed', async () => {
    const a = await ask('POST', '/access/pair', { body: { code: '123', name: '' } })
    expect(a.status).toBe(422)
    expect((a.body.error as { problems: { path: string }[] }).problems.map(p => p.path)).toEqual(['code', 'name'])
  })
  it('is opened by the owner alone, and as a role that there is', async () => {
    const { cookie } = await paired('bench')
    expect((await ask('POST', '/access/pairings', { cookie, body: { role: 'owner' } })).status).toBe(403)
    expect((await own('POST', '/access/pairings', { role: 'nobody' })).status).toBe(422)
  })
})

describe('a paired device', () => {
  it('holds a secret that no script reads and no other site sends; the workshop keeps what it comes to', async () => {
    const { cookie, set } = await paired('bench', 'Bench tablet'),
      secret = cookie.split('=')[1]!
    expect(set).toMatch(/HttpOnly/)
    expect(set).toMatch(/SameSite=Strict/)
    expect(Buffer.from(secret, 'base64url')).toHaveLength(32)
    const file = join(data, 'paired-devices.json'),
      text = readFileSync(file, 'utf8')
    expect(text).not.toContain(secret)
    expect(text).toContain(hashOfSecret(secret))
    if (process.platform !== 'win32') expect(statSync(file).mode & 0o077).toBe(0)
    expect((await own('GET', '/access/devices')).text).not.toContain(hashOfSecret(secret))
    expect(server.output()).not.toContain(secret)
  })
  it('gets a secret of its own, whatever it came with', async () => {
    const { token } = await opened('bench'),
      given = 'snugbolt=' + 'A'.repeat(43),
      a = await ask('POST', '/access/pair', { cookie: given, body: { token, name: 'Fixed' } })
    expect(a.headers['set-cookie']![0]).not.toContain('A'.repeat(43))
    expect((await ask('GET', '/builds', { cookie: given })).status).toBe(401)
    // Paired again it is one device, and its old secret is nobody's.
    const first = await paired('bench'),
      next = await opened('bench'),
      again = await ask('POST', '/access/pair', {
        cookie: first.cookie,
        body: { token: next.token, name: 'Again' },
      })
    expect(again.status).toBe(201)
    expect((await ask('GET', '/builds', { cookie: first.cookie })).status).toBe(401)
  })
  it.runIf(LONG)(
    'is known after a restart, and by no changed letter',
    async () => {
      const { cookie } = await paired('bench')
      await server.kill('SIGKILL')
      server = await startServer(data, ENV, { demo: false })
      expect((await ask('GET', '/builds', { cookie })).status).toBe(200)
      for (let n = 0; n < cookie.length; n += 5) {
        const other = cookie.slice(0, n) + (cookie[n] === 'x' ? 'y' : 'x') + cookie.slice(n + 1)
        expect((await ask('GET', '/builds', { cookie: other })).status, other).toBe(401)
      }
      expect((await ask('GET', '/builds', { cookie: `snugbolt=${'x'.repeat(5000)}` })).status).toBe(401)
    },
    60_000,
  )
  it('is sent away at once, with what it holds open', async () => {
    const { cookie, id } = await paired('bench', 'Lost')
    const stream = await begin('GET', '/devices/events?page=p1', { port: port(), cookie }),
      ended = new Promise(done => stream.once('close', done).once('error', done).resume())
    expect(stream.statusCode).toBe(200)
    expect((await own('DELETE', `/access/devices/${id}`)).status).toBe(204)
    await ended
    expect((await ask('GET', '/builds', { cookie })).status).toBe(401)
    expect((await own('DELETE', `/access/devices/${id}`)).status).toBe(404)
  })
  it('goes by itself', async () => {
    const { cookie } = await paired('bench'),
      a = await ask('DELETE', '/access/me', { cookie })
    expect(a.status).toBe(204)
    expect(a.headers['set-cookie']![0]).toMatch(/snugbolt=;/)
    expect((await ask('GET', '/builds', { cookie })).status).toBe(401)
  })
  it('is not used by a page of another site', async () => {
    const { cookie } = await paired('owner')
    const foreign: Record<string, string>[] = [{ 'Sec-Fetch-Site': 'cross-site' }, { Origin: 'http://evil.test' }]
    for (const headers of foreign)
      expect((await ask('POST', '/access/pairings', { cookie, headers, body: { role: 'owner' } })).status).toBe(403)
    expect(
      (await ask('GET', '/devices/events?page=p', { cookie, headers: { 'Sec-Fetch-Site': 'same-site' } })).status,
    ).toBe(403)
  })
})

describe('sessions', () => {
  it('begun over HTTPS are never taken over plain HTTP', async () => {
    const s = new Sessions(recordsInMemory<Session>()),
      { secret } = await s.begin({ name: 'Tablet', role: 'bench', secure: true })
    expect(await s.of(secret, true)).toBeDefined()
    expect(await s.of(secret, false)).toBeUndefined()
  })
  it('end where their device was not seen for a long time, and are put off by being seen', async () => {
    let now = new Date('2026-12-01T10:00:00Z')
    const s = new Sessions(recordsInMemory<Session>(), () => now),
      a = await s.begin({ name: 'Seen', role: 'bench', secure: false }),
      b = await s.begin({ name: 'Away', role: 'bench', secure: false })
    now = new Date(now.getTime() + UNSEEN - 1)
    expect(await s.of(a.secret, false)).toBeDefined()
    now = new Date(now.getTime() + UNSEEN)
    expect(await s.of(a.secret, false)).toBeDefined()
    expect(await s.of(b.secret, false)).toBeUndefined()
    expect((await s.all()).map(x => x.name)).toEqual(['Seen'])
  })
  it.runIf(LONG)(
    'in a file that was damaged let nobody in, and that is told',
    async () => {
      const { cookie } = await paired('bench')
      await server.kill()
      writeFileSync(join(data, 'paired-devices.json'), '{"format":"snugbolt-paired-devices","dev')
      server = await startServer(data, ENV, { demo: false })
      expect(server.output()).toMatch(/paired-devices\.json cannot be read: no device is paired any more/)
      expect((await ask('GET', '/builds', { cookie })).status).toBe(401)
      expect((await paired('bench')).cookie).toBeTruthy()
    },
    60_000,
  )
})

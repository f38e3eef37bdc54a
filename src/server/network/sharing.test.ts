import { createServer } from 'node:net'
import { connect } from 'node:tls'
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LONG } from '../../../tests/support/long.ts'
import { ask, type Ask } from '../../../tests/support/asking.ts'
import { startServer, type Running } from '../../../tests/support/server.ts'
import { SimDisk } from '../../../tests/support/simDisk.ts'
import type { Names } from './authority.ts'
import { localName, namesNow } from './ownAddresses.ts'
import { Sharing, type Shared } from './sharing.ts'

describe('a workshop that is open to the network', () => {
  const data = mkdtempSync(join(tmpdir(), 'snugbolt-sharing-')),
    ENV = { HOSTS: 'bench.test', SHARE_PORT: '0', SHARE_PLAIN_PORT: '0' }
  let server: Running, state: Shared, ca: string
  const own = (method: string, path: string, body?: unknown) =>
    ask(method, path, {
      port: Number(new URL(server.address).port),
      name: '127.0.0.1',
      ...(body === undefined ? {} : { body }),
    })
  const open = async () => {
    state = (await own('PUT', '/network', { sharing: true })).body as unknown as Shared
    ca = readFileSync(join(data, 'network/authority.crt'), 'utf8')
  }
  beforeAll(async () => {
    server = await startServer(data, ENV, { demo: false })
    await open()
  }, 120_000)
  afterAll(async () => {
    await server.kill()
    rmSync(data, { recursive: true, force: true })
  })
  const pair = async (at: Ask) => {
    const { token } = (await own('POST', '/access/pairings', { role: 'bench' })).body,
      a = await ask('POST', '/access/pair', { ...at, body: { token, name: 'Tablet' } })
    expect(a.status).toBe(201)
    return a.headers['set-cookie']![0]!
  }

  it('is reached over HTTPS under its own authority, and nobody is let in who is not paired', async () => {
    expect(state).toMatchObject({
      sharing: true,
      fingerprint: expect.stringMatching(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/),
    })
    expect(state.at).toContain('bench.test')
    expect(state.at).toContain(localName())
    const at = { secure: true, port: state.https, ca }
    expect((await ask('GET', '/builds', at)).status).toBe(401)
    for (const name of state.at.filter(n => !n.startsWith('[')))
      expect((await ask('GET', '/health', { ...at, name })).status, name).toBe(200)
    // Whoever sits at the machine and asks by its own name is its owner there too; the certificate does not say that name.
    await expect(ask('GET', '/health', { ...at, name: 'localhost' })).rejects.toThrow(/altnames/)
    await expect(ask('GET', '/health', { ...at, ca: undefined! })).rejects.toThrow(/certificate/)
    // Old ways of HTTPS are not spoken [published: RFC 8996].
    const old = connect({
      host: '127.0.0.1',
      port: state.https,
      ca,
      servername: 'bench.test',
      minVersion: 'TLSv1',
      maxVersion: 'TLSv1.1',
      ciphers: 'DEFAULT@SECLEVEL=0',
    })
    await expect(
      new Promise((done, failed) => old.once('secureConnect', done).once('error', failed)),
    ).rejects.toThrow()
  })
  it('tells a device over plain HTTP what it needs to trust it, and nothing else', async () => {
    const at = { port: state.plain }
    expect((await ask('GET', '/network/trust', at)).body).toEqual({
      https: state.https,
      plain: state.plain,
      fingerprint: state.fingerprint,
    })
    const crt = await ask('GET', '/network/authority.crt', at)
    expect(crt.headers['content-type']).toBe('application/x-x509-ca-cert')
    expect((await ask('GET', '/network', at)).status).toBe(401)
    expect((await ask('GET', '/builds', at)).status).toBe(401)
    expect((await ask('GET', '/builds', { ...at, name: 'evil.test' })).status).toBe(421)
  })
  it('gives a secret over HTTPS that is never taken over plain HTTP', async () => {
    const at = { secure: true, port: state.https, ca },
      set = await pair(at),
      cookie = set.split(';')[0]!
    expect(set).toMatch(/^__Host-snugbolt=/)
    for (const word of [/Secure/, /HttpOnly/, /SameSite=Strict/, /Path=\//]) expect(set).toMatch(word)
    expect(set).not.toMatch(/Domain/)
    expect((await ask('GET', '/builds', { ...at, cookie })).status).toBe(200)
    const stolen = cookie.split('=')[1]!
    for (const name of ['__Host-snugbolt', 'snugbolt'])
      expect((await ask('GET', '/builds', { port: state.plain, cookie: `${name}=${stolen}` })).status).toBe(401)
    // Over plain HTTP it is another, and goes there alone.
    const plain = (await pair({ port: state.plain })).split(';')[0]!
    expect(plain).toMatch(/^snugbolt=/)
    expect((await ask('GET', '/builds', { port: state.plain, cookie: plain })).status).toBe(200)
  })
  it('keeps its keys for its owner’s eyes, and shows them to nobody', async () => {
    for (const name of ['authority.key', 'leaf.key'])
      if (process.platform !== 'win32') expect(statSync(join(data, 'network', name)).mode & 0o077, name).toBe(0)
    expect(server.output()).not.toMatch(/PRIVATE KEY/)
  })
  it.runIf(LONG)(
    'is open again after a restart, under the same authority, to the devices that were paired',
    async () => {
      const before = state,
        cookie = (await pair({ secure: true, port: state.https, ca })).split(';')[0]!
      await server.kill('SIGKILL')
      server = await startServer(data, ENV, { demo: false })
      expect(server.output()).toMatch(/Open to paired devices of the network at https:\/\//)
      state = (await own('GET', '/network')).body as unknown as Shared
      expect(state).toMatchObject({ sharing: true, fingerprint: before.fingerprint })
      expect((await ask('GET', '/builds', { secure: true, port: state.https, ca, cookie })).status).toBe(200)
    },
    60_000,
  )
  it('is closed when it is said, and stays closed', async () => {
    const at = { secure: true, port: state.https, ca }
    expect((await own('PUT', '/network', { sharing: false })).body).toMatchObject({ sharing: false })
    await expect(ask('GET', '/health', at)).rejects.toThrow()
    expect((await own('GET', '/network/authority.crt')).status).toBe(404)
    await server.kill()
    server = await startServer(data, ENV, { demo: false })
    expect((await own('GET', '/network')).body).toMatchObject({ sharing: false })
    await open()
    expect(state.sharing).toBe(true)
  }, 60_000)
  it.runIf(LONG)(
    'says of a port that is taken which of them it is, and for what, and goes on without',
    async () => {
      const other = createServer().listen(0, '0.0.0.0')
      await new Promise(done => other.once('listening', done))
      const { port } = other.address() as { port: number },
        folder = mkdtempSync(join(tmpdir(), 'snugbolt-taken-')),
        second = await startServer(
          folder,
          { SHARE_PORT: String(port), DEVICE_PORT: String(port), PORT: '0' },
          { demo: false },
        )
      expect(second.output()).toMatch(
        new RegExp(`Port ${port}, for meters and callipers, is taken.*they connect at \\d+ instead`),
      )
      const a = await ask('PUT', '/network', {
        port: Number(new URL(second.address).port),
        name: '127.0.0.1',
        body: { sharing: true },
      })
      expect(a.status).toBe(409)
      expect((a.body.error as { message: string }).message).toMatch(
        new RegExp(`port ${port}, for HTTPS, is taken by another program.*SHARE_PORT=${port + 1}`),
      )
      await expect(
        startServer(mkdtempSync(join(tmpdir(), 'snugbolt-taken-')), { PORT: String(port) }, { demo: false }),
      ).rejects.toThrow(new RegExp(`Port ${port}, for the pages, is taken`))
      await second.kill()
      other.close()
      rmSync(folder, { recursive: true, force: true })
    },
    60_000,
  )
})

describe('the certificate', () => {
  const disk = () => new SimDisk({ files: new Map(), folders: new Set(['/', '/data']) })
  const shared = async (d: SimDisk, names: () => Names, now: () => Date, told: string[] = []) => {
    const s = new Sharing({
      disk: d,
      folder: '/data/network',
      ports: { https: 0, plain: 0 },
      patience: {},
      names,
      now,
      tell: t => told.push(t),
      byName: false,
    })
    await s.begin((_q, a) => void a.end('there'))
    await s.set(true)
    return s
  }
  const leafOf = (d: SimDisk) => d.now().files.get('/data/network/leaf.crt')!.toString()
  it('is renewed before it ends, and where an address is another; its authority stays', async () => {
    const d = disk()
    let names: Names = { dns: ['bench.local'], ips: ['192.168.1.20'] },
      now = new Date()
    const at = async () => {
      const s = await shared(
        d,
        () => names,
        () => now,
      )
      const { fingerprint } = s.state
      await s.close()
      return { leaf: leafOf(d), fingerprint }
    }
    const first = await at()
    expect(await at()).toEqual(first)
    now = new Date(now.getTime() + 360 * 86_400_000)
    expect((await at()).leaf).toBe(first.leaf)
    now = new Date(now.getTime() + 10 * 86_400_000)
    const renewed = await at()
    expect(renewed.leaf).not.toBe(first.leaf)
    names = { ...names, ips: ['192.168.1.21'] }
    const moved = await at()
    expect(moved.leaf).not.toBe(renewed.leaf)
    expect(moved.fingerprint).toBe(first.fingerprint)
  })
  it('is made again where its key is another’s or damaged, as after a power cut between the two', async () => {
    const names = () => ({ dns: ['bench.local'], ips: [] }),
      d = disk()
    const first = await shared(d, names, () => new Date())
    const { fingerprint } = first.state
    await first.close()
    const files = d.now().files,
      folders = d.now().folders
    for (const [name, bytes, stays] of [
      ['leaf.key', files.get('/data/network/authority.key')!, true],
      ['leaf.crt', Buffer.from('no certificate'), true],
      ['authority.key', files.get('/data/network/leaf.key')!, false],
      ['authority.crt', Buffer.alloc(0), false],
    ] as const) {
      const s = await shared(
        new SimDisk({ files: new Map(files).set(`/data/network/${name}`, bytes), folders }),
        names,
        () => new Date(),
      )
      expect(s.state.sharing, name).toBe(true)
      expect(s.state.fingerprint === fingerprint, name).toBe(stays)
      await s.close()
    }
  })
  it('is another’s where the workshop has a name that its authority may not vouch for, and that is told', async () => {
    const d = disk(),
      told: string[] = [],
      a = await shared(
        d,
        () => ({ dns: ['bench.local'], ips: [] }),
        () => new Date(),
        told,
      )
    const { fingerprint } = a.state
    await a.close()
    expect(told).toEqual([])
    const b = await shared(
      d,
      () => ({ dns: ['bench.local', 'bench.test'], ips: [] }),
      () => new Date(),
      told,
    )
    expect(b.state.fingerprint).not.toBe(fingerprint)
    expect(told.join()).toMatch(/new authority, which every device has to trust again/)
    await b.close()
  })
})

describe('names and addresses', () => {
  it('are those by which others ask: no address that only this machine has', () => {
    const { dns, ips } = namesNow(['bench.test', '*', '203.0.113.9', '[2001:db8::9]'])
    expect(dns).toEqual([localName(), 'bench.test'])
    expect(ips).toEqual(expect.arrayContaining(['203.0.113.9', '2001:db8::9']))
    for (const ip of ips) expect(ip).not.toMatch(/^(127\.|::1$|fe80:)/)
    expect(localName()).toMatch(/^[a-z0-9]([a-z0-9-]*[a-z0-9])?\.local$/)
  })
})

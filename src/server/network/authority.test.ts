import { spawnSync } from 'node:child_process'
import { X509Certificate } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer, request } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  fingerprintOf,
  isGood,
  makeAuthority,
  makeLeaf,
  RENEW_AT,
  mayVouchFor,
  type Certified,
} from './authority.ts'

const folder = mkdtempSync(join(tmpdir(), 'snugbolt-authority-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const NAMES = { dns: ['bench.local', 'bench.test'], ips: ['192.168.1.20', '127.0.0.1', 'fd00::20'] }
let authority: Certified, leaf: Certified
beforeAll(async () => {
  authority = await makeAuthority({ dns: ['bench.local', 'bench.test'], ips: [] })
  leaf = await makeLeaf(authority, NAMES)
})
/** What a program of its own says of a leaf [reference program: OpenSSL, verify -x509_strict]. */
function verified(by: Certified, of: Certified, ...more: string[]): string {
  const [ca, crt] = ['ca.crt', 'leaf.crt'].map(n => join(folder, n)) as [string, string]
  writeFileSync(ca, by.certificate)
  writeFileSync(crt, of.certificate)
  const r = spawnSync('openssl', ['verify', '-x509_strict', '-purpose', 'sslserver', '-CAfile', ca, ...more, crt], {
    encoding: 'utf8',
  })
  return r.stdout + r.stderr
}

describe('the workshop’s own authority', () => {
  it('and its leaf pass a strict look, by name and by address', () => {
    for (const more of [
      [],
      ['-verify_hostname', 'bench.local'],
      ['-verify_hostname', 'bench.test'],
      ['-verify_ip', '192.168.1.20'],
      ['-verify_ip', 'fd00::20'],
    ])
      expect(verified(authority, leaf, ...more), more.join(' ')).toMatch(/: OK/)
    expect(verified(authority, leaf, '-verify_hostname', 'other.test')).toMatch(/hostname mismatch/i)
  })
  it('vouches for no other name, and for no address beyond its own network', async () => {
    for (const names of [
      { dns: ['bank.test'], ips: [] },
      { dns: ['bench.local', 'bank.test'], ips: [] },
      { dns: [], ips: ['8.8.8.8'] },
      { dns: [], ips: ['2001:db8::1'] },
    ])
      expect(verified(authority, await makeLeaf(authority, names)), JSON.stringify(names)).toMatch(
        /permitted subtree violation/,
      )
  })
  it('vouches for an address beyond its own network where it is the workshop’s, and no other', async () => {
    const of = { dns: ['bench.local'], ips: ['203.0.113.7', '192.168.1.9', '2001:db8::7'] },
      own = await makeAuthority(of)
    expect(verified(own, await makeLeaf(own, of), '-verify_ip', '203.0.113.7')).toMatch(/: OK/)
    expect(verified(own, await makeLeaf(own, { dns: [], ips: ['203.0.113.8'] }))).toMatch(/permitted subtree/)
    expect(mayVouchFor(own.certificate, of)).toBe(true)
    expect(mayVouchFor(own.certificate, { dns: [], ips: ['10.1.2.3', 'fd00::3'] })).toBe(true)
    expect(mayVouchFor(own.certificate, { dns: [], ips: ['203.0.113.8'] })).toBe(false)
    expect(mayVouchFor(own.certificate, { dns: ['bench2.local'], ips: [] })).toBe(false)
  })
  it('is no leaf, and its leaf no authority', async () => {
    const second = await makeLeaf(leaf, NAMES)
    expect(verified({ ...authority, certificate: authority.certificate + leaf.certificate }, second)).toMatch(
      /error/i,
    )
    expect(new X509Certificate(authority.certificate).ca).toBe(true)
    expect(new X509Certificate(leaf.certificate).ca).toBe(false)
  })
  it('is told by the fingerprint that systems show', () => {
    writeFileSync(join(folder, 'ca.crt'), authority.certificate)
    const r = spawnSync('openssl', ['x509', '-noout', '-fingerprint', '-sha256', '-in', join(folder, 'ca.crt')], {
      encoding: 'utf8',
    })
    expect(r.stdout.trim().split('=')[1]).toBe(fingerprintOf(authority.certificate))
  })
  it('is served by', async () => {
    const server = createServer({ key: leaf.key, cert: leaf.certificate }, (_q, a) => a.end('there'))
    await new Promise<void>(done => server.listen(0, '127.0.0.1', done))
    const { port } = server.address() as { port: number },
      get = (servername: string, ca: string[] | undefined) =>
        new Promise<string>((done, failed) =>
          request({ host: '127.0.0.1', port, servername, path: '/', ...(ca ? { ca } : {}) }, r => {
            r.resume()
            done('taken')
          })
            .once('error', failed)
            .end(),
        )
    expect(await get('bench.test', [authority.certificate])).toBe('taken')
    await expect(get('other.test', [authority.certificate])).rejects.toThrow(/altnames/)
    await expect(get('bench.test', undefined)).rejects.toThrow()
    server.close()
  })
})

describe('a leaf', () => {
  it('is good until a month before its end, and for the names and addresses that it has', async () => {
    const now = new Date(),
      ends = Date.parse(new X509Certificate(leaf.certificate).validTo)
    expect(ends - Date.parse(new X509Certificate(leaf.certificate).validFrom)).toBeLessThanOrEqual(397 * 86_400_000)
    expect(isGood(leaf.certificate, NAMES, now)).toBe(true)
    expect(isGood(leaf.certificate, NAMES, new Date(ends - RENEW_AT - 1000))).toBe(true)
    expect(isGood(leaf.certificate, NAMES, new Date(ends - RENEW_AT))).toBe(false)
    expect(isGood(leaf.certificate, { ...NAMES, ips: ['192.168.1.21'] }, now)).toBe(false)
    expect(isGood(leaf.certificate, { ...NAMES, dns: ['bench2.local'] }, now)).toBe(false)
    // A clock that stands before it was made.
    expect(isGood(leaf.certificate, NAMES, new Date(now.getTime() - 5 * 86_400_000))).toBe(false)
  })
})

import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LONG } from '../../../tests/support/long.ts'
import { ask as asked, type Ask } from '../../../tests/support/asking.ts'
import { startServer, type Running } from '../../../tests/support/server.ts'
import { changeClient } from '../../core/document/clientEdits.ts'
import type { Build } from '../../core/document/build.ts'
import type { QuotePage, SheetPage } from '../../core/handover/guestPages.ts'
import { Guests, type GuestLink } from './guests.ts'
import { hashOfSecret } from './sessions.ts'
import { recordsInMemory } from '../../../tests/support/recordsInMemory.ts'

const data = mkdtempSync(join(tmpdir(), 'snugbolt-guests-')),
  ENV = { HOSTS: 'bench.test' }
let server: Running
beforeAll(async () => {
  server = await startServer(data, ENV)
}, 120_000)
afterAll(async () => {
  await server.kill()
  rmSync(data, { recursive: true, force: true })
})

const ask = (method: string, path: string, o: Omit<Ask, 'port'> = {}) =>
  asked(method, path, { port: Number(new URL(server.address).port), ...o })
const own = (method: string, path: string, body?: unknown) =>
  ask(method, path, { name: '127.0.0.1', ...(body === undefined ? {} : { body }) })
const linked = async (build: string, of: 'sheet' | 'quote', days = 7): Promise<{ id: string; token: string }> =>
  (await own('POST', '/guest-links', { build, of, days })).body as { id: string; token: string }
const guest = (token: string, method = 'GET', path = '', body?: unknown) =>
  ask(method, `/guest${path}`, {
    headers: { Authorization: `Bearer ${token}` },
    ...(body === undefined ? {} : { body }),
  })
const quoteBy = async (token: string) => (await guest(token)).body.page as unknown as QuotePage
const stored = async (id: string) =>
  (await own('GET', `/builds/${id}`)).body as unknown as { build: Build; revision: number; history: unknown }
/** Changes a build as somebody at the bench does. */
async function edited(id: string, change: (b: Build) => Build): Promise<void> {
  const { build, revision } = await stored(id)
  expect((await own('PUT', `/builds/${id}`, { build: change(build), revision })).status).toBe(200)
}

describe('a guest’s link', () => {
  it('shows what stands on one page of one build, and nothing else of it', async () => {
    await edited('kestrel', b =>
      changeClient(
        { ...b, preferences: { ...b.preferences, rate: 40 } },
        { who: 'Somebody', wanted: 'A clear coat', onParts: 37 },
      ),
    )
    const sheet = await linked('kestrel', 'sheet'),
      quote = await linked('kestrel', 'quote'),
      a = await guest(sheet.token),
      page = a.body.page as unknown as SheetPage
    expect(a.status).toBe(200)
    expect(page.name).toBe('Kestrel')
    expect(page.sheet.parts.length).toBeGreaterThan(5)
    expect(page.picture!.shapes.length).toBeGreaterThan(20)
    expect(page.circuit!.components.length).toBeGreaterThan(2)
    // What the instrument costs, for whom it is and what is put on its parts stands on no sheet.
    expect(Object.keys(page).sort()).toEqual(
      ['circuit', 'length', 'name', 'note', 'photos', 'picture', 'sheet'].filter(k => k !== 'note' || page.note),
    )
    for (const word of ['Somebody', 'onParts', '"rate"', '"cost"', '"readings"', '"steps"'])
      expect(a.text.includes(word), word).toBe(false)
    const q = await guest(quote.token)
    expect(Object.keys(q.body.page as object).sort()).toEqual([
      'client',
      'currency',
      'length',
      'name',
      'quote',
      'upTo',
    ])
    expect((q.body.page as unknown as QuotePage).client).toEqual({ who: 'Somebody', wanted: 'A clear coat' })
    expect(q.text).not.toContain('onParts')
    // Each link opens its own page and no other's routes.
    for (const path of [
      '/builds',
      '/builds/kestrel',
      '/shelf',
      '/live?page=p',
      '/settings',
      '/guest-links?build=kestrel',
    ])
      expect((await ask('GET', path, { headers: { Authorization: `Bearer ${quote.token}` } })).status, path).toBe(
        401,
      )
    expect((await guest(sheet.token, 'POST', '/approve', { name: 'A', upTo: 1 })).status).toBe(404)
  })
  it('is refused when it is changed by a letter, and in the words in which one that was never made is', async () => {
    const { token } = await linked('wren', 'sheet')
    expect((await guest(token)).status).toBe(200)
    const said = new Set<string>()
    for (let n = 0; n < token.length; n++) {
      const other = token.slice(0, n) + (token[n] === 'x' ? 'y' : 'x') + token.slice(n + 1),
        a = await guest(other)
      expect(a.status, other).toBe(401)
      said.add(a.text)
    }
    for (const none of ['', 'x', 'x'.repeat(22), 'x'.repeat(5000)]) said.add((await guest(none)).text)
    expect(said.size).toBe(1)
    // What a guest may not have the owner has not either by a link that is none.
    const a = await ask('GET', '/builds', { name: '127.0.0.1', headers: { Authorization: 'Bearer x' } })
    expect(a.status).toBe(401)
  })
  it('is ended at once, and its token is kept nowhere', async () => {
    const { id, token } = await linked('wren', 'sheet')
    await guest(token)
    const file = join(data, 'guest-links.json'),
      text = readFileSync(file, 'utf8')
    expect(text).not.toContain(token)
    expect(text).toContain(hashOfSecret(token))
    expect(server.output()).not.toContain(token)
    if (process.platform !== 'win32') expect(statSync(file).mode & 0o077).toBe(0)
    const list = await own('GET', '/guest-links?build=wren')
    expect(list.text).not.toContain(hashOfSecret(token))
    expect((JSON.parse(list.text) as GuestLink[]).find(l => l.id === id)!.seenAt).not.toBeNull()
    expect((await own('DELETE', `/guest-links/${id}`)).status).toBe(204)
    expect((await guest(token)).status).toBe(401)
    expect((await own('DELETE', `/guest-links/${id}`)).status).toBe(404)
  })
  it('shows a photo of its sheet, and no other file', async () => {
    const png = Buffer.from(
        'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
        'base64',
      ),
      attach = async (bytes: Buffer) => {
        const res = await fetch(`${server.address}/api/attachments`, {
          method: 'POST',
          headers: { 'Content-Type': 'image/png' },
          body: new Uint8Array(bytes),
        })
        return ((await res.json()) as { hash: string }).hash
      },
      shown = await attach(png),
      other = await attach(Buffer.concat([png, Buffer.from([0])]))
    await edited('wren', b => ({
      ...b,
      attachments: [
        {
          id: 'p1',
          hash: shown,
          type: 'image/png',
          size: png.length,
          name: 'a.png',
          at: '2026-11-30T10:00:00.000Z',
        },
      ],
    }))
    const { token } = await linked('wren', 'sheet'),
      a = await guest(token, 'GET', `/photos/${shown}`)
    expect(a.status).toBe(200)
    expect(a.headers['content-type']).toBe('image/png')
    // What the file was called on somebody's telephone is not told.
    expect((await guest(token)).text).not.toContain('a.png')
    for (const hash of [other, 'x', '0'.repeat(64)])
      expect((await guest(token, 'GET', `/photos/${hash}`)).status).toBe(404)
    const quote = await linked('wren', 'quote')
    expect((await guest(quote.token, 'GET', `/photos/${shown}`)).status).toBe(404)
  })
  it('says which field is wrong, and is made for a build that there is', async () => {
    const a = await own('POST', '/guest-links', { build: '../x', of: 'bill', days: 365 })
    expect(a.status).toBe(422)
    expect((a.body.error as { problems: { path: string }[] }).problems.map(p => p.path)).toEqual([
      'build',
      'of',
      'days',
    ])
    expect((await own('POST', '/guest-links', { build: 'ghost', of: 'sheet', days: 1 })).status).toBe(404)
    expect((await own('GET', '/guest-links')).status).toBe(400)
  })
  it('shows nothing of a build that was deleted, and all of it again when that is taken back', async () => {
    const { token } = await linked('heron', 'sheet'),
      { revision } = await stored('heron')
    await own('DELETE', `/builds/heron?revision=${revision}`)
    expect((await guest(token)).status).toBe(404)
    await own('POST', '/builds/heron/restore')
    expect((await guest(token)).status).toBe(200)
  })
})

describe('a quote', () => {
  it('is approved as it was read, once, among what others do', async () => {
    const { id, token } = await linked('kestrel', 'quote'),
      before = await stored('kestrel'),
      { upTo, quote } = await quoteBy(token)
    expect(upTo).toBe(Math.ceil(quote.total.high))
    expect((await guest(token, 'POST', '/approve', { name: ' ', upTo })).status).toBe(422)
    const changed = await guest(token, 'POST', '/approve', { name: 'Anna', upTo: upTo - 1 })
    expect([changed.status, (changed.body.error as { code: string }).code]).toEqual([409, 'quote-changed'])
    expect((await stored('kestrel')).revision).toBe(before.revision)
    const done = await guest(token, 'POST', '/approve', { name: ' Anna ', upTo })
    expect(done.status).toBe(201)
    expect((done.body.page as unknown as QuotePage).approved!.sum).toBe(upTo)
    const after = await stored('kestrel')
    expect(after.build.client!.approvals).toMatchObject([
      { sum: upTo, note: 'Anna, through a guest’s link', by: id },
    ])
    expect(after.history).toMatchObject({ past: [{ title: 'Approved by the client' }] })
    // Sent again it was said before.
    expect((await guest(token, 'POST', '/approve', { name: 'Anna', upTo })).status).toBe(200)
    expect((await stored('kestrel')).revision).toBe(after.revision)
    // Others work on the build at the same time: what both do is kept.
    const [told] = await Promise.all([
      linked('kestrel', 'quote').then(l => guest(l.token, 'POST', '/approve', { name: 'Bert', upTo })),
      edited('kestrel', b => ({ ...b, note: 'Changed meanwhile' })).catch(() => undefined),
    ])
    expect(told.status).toBe(201)
    expect((await stored('kestrel')).build.client!.approvals).toHaveLength(2)
  })
  it('that comes to nothing is not approved', async () => {
    const { build } = await stored('wren'),
      { rate: _, ...preferences } = build.preferences,
      bare = { ...build, id: 'bare', name: 'Bare', parts: [], slots: {}, costs: [], preferences }
    expect((await own('POST', '/builds', bare)).status).toBe(201)
    const { token } = await linked('bare', 'quote'),
      { upTo } = await quoteBy(token)
    expect(upTo).toBe(0)
    expect((await guest(token, 'POST', '/approve', { name: 'Anna', upTo })).status).toBe(409)
    // An instrument without a part has a sheet too.
    const sheet = (await guest((await linked('bare', 'sheet')).token)).body.page as unknown as SheetPage
    expect([sheet.name, sheet.sheet.parts, sheet.picture]).toEqual(['Bare', [], undefined])
  })
})

describe('links', () => {
  it('end when they said they would, and are forgotten', async () => {
    let now = Date.parse('2026-12-01T10:00:00Z')
    const store = recordsInMemory<GuestLink>(),
      g = new Guests(store, () => new Date(now)),
      { token, link } = await g.make('wren', 'sheet', 1)
    expect(link.endsAt).toBe('2026-12-02T10:00:00.000Z')
    expect(Buffer.from(token, 'base64url')).toHaveLength(16)
    now += 86_400_000 - 1
    expect(await g.of(token)).toMatchObject({ id: link.id })
    now += 1
    expect(await g.of(token)).toBeUndefined()
    expect(await g.all('wren')).toEqual([])
    await g.make('wren', 'quote', 7)
    expect(await store.all()).toHaveLength(1)
    expect(await g.all('heron')).toEqual([])
  })
  it.runIf(LONG)(
    'hold over a restart; a file that was damaged lets nobody in, and that is told',
    async () => {
      const { token } = await linked('wren', 'sheet')
      await server.kill('SIGKILL')
      server = await startServer(data, ENV, { demo: false })
      expect((await guest(token)).status).toBe(200)
      await server.kill()
      writeFileSync(join(data, 'guest-links.json'), '{"format":"snugbolt-guest-links","li')
      server = await startServer(data, ENV, { demo: false })
      expect(server.output()).toMatch(/guest-links\.json cannot be read: no guest’s link is good any more/)
      expect((await guest(token)).status).toBe(401)
    },
    60_000,
  )
})

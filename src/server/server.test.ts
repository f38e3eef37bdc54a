import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { createHash } from 'node:crypto'
import net from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { unzipSync, zipSync } from 'fflate'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { oneIn, runs } from '../../tests/support/long.ts'
import { heron } from '../../tests/support/heron.ts'
import { startPostgres, type Postgres } from '../../tests/support/postgres.ts'
import { startServer, type Running } from '../../tests/support/server.ts'
import type { Build } from '../core/document/build.ts'
import { realDisk } from './disk/realDisk.ts'
import { copiesIn } from './keep/copies.ts'
import { openCopy } from './keep/copyFile.ts'
import type { Entry } from './keep/entry.ts'
import { lives } from './keep/marker.ts'
import { placesIn } from './keep/places.ts'
import { entryReader, readJournal } from './keep/readJournal.ts'
import { ownOrigin } from './middleware/ownOrigin.ts'
import { roomToWrite } from './middleware/roomToWrite.ts'
import type { WorkshopSettings } from '../core/document/settings.ts'

/** The same for both: PostgreSQL embedded on a folder, and a server of its own. */
describe.each(
  oneIn(2, [
    ['the embedded engine', false],
    ['a PostgreSQL server', true],
  ] as const),
)('on %s', (_, own) => {
  const data = mkdtempSync(join(tmpdir(), 'snugbolt-data-'))
  let server: Running, postgres: Postgres | undefined, url: string | undefined
  const open = () => startServer(data, url ? { DATABASE_URL: url } : {}, { fresh: true })
  beforeAll(async () => {
    postgres = own ? await startPostgres() : undefined
    url = postgres?.database()
    server = await open()
  })
  afterAll(async () => {
    await server.kill()
    postgres?.close()
    rmSync(data, { recursive: true, force: true })
  })

  interface Stored {
    build: Build
    revision: number
  }
  interface Refusal {
    error: { code: string; message: string; problems: { path: string; reason: string }[] }
    current?: Stored
  }

  const call = (path: string, init?: RequestInit) => fetch(`${server.address}/api${path}`, init)
  const json = (method: string, body: unknown): RequestInit => ({
    method,
    headers: { 'Content-Type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  })
  const stored = async (id = 'heron') => (await (await call(`/builds/${id}`)).json()) as Stored

  /** A refusal in the one error shape that left the build as it was. */
  async function refused(res: Response, status: number, before: Stored): Promise<Refusal> {
    const body = (await res.json()) as Refusal
    expect(res.status).toBe(status)
    expect(Object.keys(body.error).sort()).toEqual(['code', 'message', 'problems'])
    expect(body.error.message.length).toBeGreaterThan(8)
    expect(await stored()).toEqual(before)
    return body
  }

  describe('the shelf over HTTP', () => {
    const part = (id: string, change: object = {}) => ({
      id,
      kind: 'nut',
      name: `Nut ${id}`,
      dims: {
        thickness: { value: 3.2, doubt: 0.1, basis: 'claimed' },
        length: { value: 42, doubt: 0.3, basis: 'claimed' },
        height: { value: 7, doubt: 0.3, basis: 'claimed' },
      },
      traits: { sort: 'blank' },
      features: [],
      ...change,
    })
    const post = (body: unknown) =>
      call('/shelf', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      })
    it('lists all in short, some kinds whole, and one by its name', async () => {
      const rows = (await (await call('/shelf/index')).json()) as { id: string; kind: string; dims?: unknown }[]
      expect(rows.length).toBeGreaterThan(140)
      expect(rows[0]!.dims).toBeUndefined()
      const nuts = (await (await call('/shelf?kind=nut,jack')).json()) as { kind: string }[]
      expect(new Set(nuts.map(n => n.kind))).toEqual(new Set(['nut', 'jack']))
      expect((await call('/shelf?kind=spoon')).status).toBe(400)
      expect(((await (await call('/shelf/nut-blank')).json()) as { id: string }).id).toBe('nut-blank')
      expect((await call('/shelf/nobody')).status).toBe(404)
    })
    it('takes many at once, all or none, in their order', async () => {
      const many = Array.from({ length: 900 }, (_, i) => part(`many-${i}`))
      expect((await post({ parts: many })).status).toBe(201)
      const ids = ((await (await call('/shelf/index')).json()) as { id: string }[]).map(r => r.id)
      expect(ids.slice(-900)).toEqual(many.map(m => m.id))
      const bad = await post({ parts: [part('fine'), part('bad', { dims: {} })] })
      expect(bad.status).toBe(422)
      expect(((await bad.json()) as { error: { problems: { path: string }[] } }).error.problems[0]!.path).toMatch(
        /^parts\[1\]\.dims/,
      )
      expect((await call('/shelf/fine')).status).toBe(404)
      expect((await post({ parts: [part('twice'), part('twice')] })).status).toBe(422)
      expect((await post({ nothing: 1 })).status).toBe(415)
      expect((await post({ parts: Array.from({ length: 1001 }, (_, i) => part(`x-${i}`)) })).status).toBe(413)
    })
  })

  describe('builds over HTTP', () => {
    it('come with the demo workshop, and a shelf', async () => {
      expect(((await (await call('/builds')).json()) as { id: string }[]).map(b => b.id)).toEqual([
        'bittern',
        'heron',
        'kestrel',
        'plover',
        'wren',
      ])
      expect(((await (await call('/shelf')).json()) as unknown[]).length).toBeGreaterThan(10)
      expect((await stored()).build).toEqual(heron())
    })
    it('keep the keys of a document in order', async () =>
      expect(JSON.stringify((await stored()).build) === JSON.stringify(heron())).toBe(true))
    it('are written at their revision and come back the same', async () => {
      const before = await stored()
      const build = { ...before.build, note: 'measured the pocket' }
      const res = await call('/builds/heron', json('PUT', { revision: before.revision, build }))
      expect(res.status).toBe(200)
      expect(await stored()).toMatchObject({ build, revision: before.revision + 1 })
    })
    it('refuse a stale revision with 409 and the newer copy', async () => {
      const before = await stored()
      const body = await refused(
        await call(
          '/builds/heron',
          json('PUT', { revision: before.revision - 1, build: { ...before.build, note: 'mine' } }),
        ),
        409,
        before,
      )
      expect(body.error.code).toBe('stale')
      expect(body.current).toEqual(before)
    })
    it('let only one of two writers at the same revision through', async () => {
      const before = await stored()
      const both = await Promise.all(
        ['a', 'b', 'c', 'd'].map(note =>
          call('/builds/heron', json('PUT', { revision: before.revision, build: { ...before.build, note } })),
        ),
      )
      expect(both.map(r => r.status).sort()).toEqual([200, 409, 409, 409])
    })
    it('are brought in, refused when the id is taken, and brought in as a copy', async () => {
      const fresh = { ...heron(), id: 'fresh', name: 'Fresh' }
      expect((await call('/builds', json('POST', fresh))).status).toBe(201)
      expect((await call('/builds', json('POST', fresh))).status).toBe(409)
      const copy = (await (await call('/builds?copy=1', json('POST', fresh))).json()) as Stored
      expect(copy.build.id).toBe('fresh-2')
      expect((await call(`/builds/fresh-2?revision=${copy.revision}`, { method: 'DELETE' })).status).toBe(204)
      expect((await call('/builds/fresh-2')).status).toBe(404)
    })
  })

  describe('what is sent twice', () => {
    it('is written once: a save whose answer was lost is recognised', async () => {
      const before = await stored(),
        build = { ...before.build, note: 'answered, and lost' },
        send = () => call('/builds/heron', json('PUT', { revision: before.revision, build }))
      expect((await send()).status).toBe(200)
      const again = await send()
      expect(again.status).toBe(200)
      expect(((await again.json()) as Stored).revision).toBe(before.revision + 1)
      expect((await stored()).revision).toBe(before.revision + 1)
      // Another document on that revision is somebody else's.
      expect(
        (await call('/builds/heron', json('PUT', { revision: before.revision, build: { ...build, note: 'x' } })))
          .status,
      ).toBe(409)
    })
    it('is made once: the same request finds what it made, a copy brought in twice at once is two', async () => {
      const twice = { ...heron(), id: 'twice', name: 'Twice' },
        named = (key: string, query = '?copy=1') =>
          call(`/builds${query}`, {
            ...json('POST', twice),
            headers: { 'Content-Type': 'application/json', 'Idempotency-Key': key },
          })
      const first = (await (await named('request-0001')).json()) as Stored,
        again = await named('request-0001')
      expect(again.status).toBe(200)
      expect(((await again.json()) as Stored).build.id).toBe(first.build.id)
      const many = await Promise.all([2, 3, 4, 5, 6].map(n => named(`request-000${n}`))),
        ids = await Promise.all(many.map(async r => ((await r.json()) as Stored).build.id))
      expect(many.map(r => r.status)).toEqual([201, 201, 201, 201, 201])
      expect(new Set([...ids, first.build.id]).size).toBe(6)
      // The same request several times at once makes one.
      const at = await Promise.all([0, 0, 0].map(() => named('request-0007'))),
        made = await Promise.all(at.map(async r => ((await r.json()) as Stored).build.id))
      expect(new Set(made).size).toBe(1)
      expect((await named('x')).status).toBe(400)
      for (const id of [...ids, first.build.id, made[0]!])
        await call(`/builds/${id}?revision=1`, { method: 'DELETE' })
    })
    it('is not written over what somebody else put on the shelf since', async () => {
      const nut = (await (await call('/shelf/nut-blank')).json()) as { name: string },
        put = (name: string, known?: number) =>
          call(
            '/shelf',
            json('POST', { parts: [{ ...nut, name }], ...(known ? { known: { 'nut-blank': known } } : {}) }),
          )
      const first = (await (await put('One')).json()) as { revisions: Record<string, number> },
        at = first.revisions['nut-blank']!
      expect(((await (await put('Two', at)).json()) as typeof first).revisions['nut-blank']).toBe(at + 1)
      const stale = await put('Three', at)
      expect(stale.status).toBe(409)
      expect((await stale.json()) as object).toMatchObject({
        error: { code: 'stale' },
        parts: [{ part: { name: 'Two' }, revision: at + 1 }],
      })
      // Its own answer lost, it is no other's: what is there is what was sent.
      expect((await put('Two', at)).status).toBe(201)
      const rows = (await (await call('/shelf/index')).json()) as { id: string; name: string; revision: number }[]
      expect(rows.find(r => r.id === 'nut-blank')).toMatchObject({ name: 'Two', revision: at + 2 })
      expect((await call('/shelf', json('POST', { parts: [nut], known: [1] }))).status).toBe(422)
      expect((await call('/shelf', json('POST', { parts: [nut], known: { 'nut-blank': 0.5 } }))).status).toBe(422)
      await call('/shelf', json('POST', { parts: [nut] }))
    })
  })

  describe('photos and other files', () => {
    const jpeg = (size: number) => {
      const b = Buffer.alloc(size, 7)
      b.set([0xff, 0xd8, 0xff, 0xe0])
      return b
    }
    const send = (body: Buffer, type = 'image/jpeg') =>
      call('/attachments', { method: 'POST', headers: { 'Content-Type': type }, body: new Uint8Array(body) })
    it('are kept by their hash and come back in pieces as they were', async () => {
      const b = jpeg(3_300_000),
        res = await send(b),
        { hash, size } = (await res.json()) as { hash: string; size: number }
      expect(res.status).toBe(201)
      expect(size).toBe(b.length)
      const back = await call(`/attachments/${hash}`)
      expect(back.headers.get('content-type')).toBe('image/jpeg')
      expect(back.headers.get('cache-control')).toMatch(/immutable/)
      expect(Buffer.from(await back.arrayBuffer()).equals(b)).toBe(true)
      expect(((await (await send(b)).json()) as { hash: string }).hash).toBe(hash)
    })
    it('are refused by type, by what is in them, by size, and where there are none', async () => {
      expect((await send(jpeg(100), 'image/heic')).status).toBe(415)
      expect((await send(Buffer.from('<svg/>'), 'image/png')).status).toBe(422)
      expect((await send(Buffer.alloc(0))).status).toBe(422)
      const large = await send(jpeg(20_000_001))
      expect(large.status).toBe(413)
      expect(((await large.json()) as { error: { message: string } }).error.message).toContain('20 MB')
      expect((await call(`/attachments/${'0'.repeat(64)}`)).status).toBe(404)
      expect((await call('/attachments/none')).status).toBe(404)
    })
    it('go with a build as a zip, and both come back equal', async () => {
      const b = jpeg(50_000),
        { hash } = (await (await send(b)).json()) as { hash: string }
      const build = {
        ...heron(),
        id: 'with-photo',
        name: 'With photo',
        attachments: [
          { id: 'p-1', hash, type: 'image/jpeg', size: b.length, name: 'pocket.jpg', at: '2026-11-28T10:00:00Z' },
        ],
      }
      expect((await call('/builds', json('POST', build))).status).toBe(201)
      const zip = new Uint8Array(await (await call('/builds/with-photo/file.zip')).arrayBuffer()),
        files = unzipSync(zip)
      expect(Object.keys(files).sort()).toEqual([`attachments/${hash}.jpg`, 'build.json'])
      expect(Buffer.from(files['build.json']!).toString()).toBe(JSON.stringify(build, null, 2) + '\n')
      const post = (body: Uint8Array) =>
        call('/builds?copy=1', {
          method: 'POST',
          headers: { 'Content-Type': 'application/zip' },
          body: new Uint8Array(body),
        })
      const back = (await (await post(zip)).json()) as Stored
      expect({ ...back.build, id: build.id, name: build.name }).toEqual(build)
      // One that the workshop has never seen comes with it.
      const other = jpeg(60_000),
        name = createHash('sha256').update(other).digest('hex')
      const made = zipSync({
        'build.json': new TextEncoder().encode(
          JSON.stringify({ ...build, attachments: [{ ...build.attachments[0]!, hash: name, size: other.length }] }),
        ),
        [`attachments/${name}.jpg`]: new Uint8Array(other),
      })
      expect((await post(made)).status).toBe(201)
      expect(Buffer.from(await (await call(`/attachments/${name}`)).arrayBuffer()).equals(other)).toBe(true)
      const why = async (body: Uint8Array) =>
        ((await (await post(body)).json()) as { error: { message: string } }).error.message
      expect(await why(zip.subarray(0, 300))).toMatch(/no zip file, or a damaged one/)
      expect(await why(zipSync({ 'other.json': new Uint8Array(2) }))).toMatch(/build\.json is missing/)
      const changed = unzipSync(made)
      changed[`attachments/${name}.jpg`]![500]! ^= 1
      expect(await why(zipSync(changed))).toMatch(/is damaged/)
    })
  })

  describe('bad input', () => {
    const put = (build: unknown, revision: unknown = 1) => json('PUT', { revision, build })
    it.each<[string, string, (s: Stored) => RequestInit, number]>([
      ['malformed JSON', '/builds/heron', () => json('PUT', '{"revision": 1, "build": {'), 400],
      ['no body at all', '/builds/heron', () => ({ method: 'PUT' }), 415],
      [
        'another content type',
        '/builds',
        () => ({ method: 'POST', headers: { 'Content-Type': 'text/plain' }, body: 'x' }),
        415,
      ],
      [
        'a missing field',
        '/builds/heron',
        s => {
          const { setup, ...rest } = s.build
          void setup
          return put(rest, s.revision)
        },
        422,
      ],
      ['an unknown field', '/builds/heron', s => put({ ...s.build, spoon: 1 }, s.revision), 422],
      [
        'NaN written as a word',
        '/builds/heron',
        s =>
          json(
            'PUT',
            JSON.stringify({ revision: s.revision, build: s.build }).replace('"relief":0.2', '"relief":NaN'),
          ),
        400,
      ],
      [
        'an infinity as a string',
        '/builds/heron',
        s => put({ ...s.build, setup: { ...s.build.setup, relief: 'Infinity' } }, s.revision),
        422,
      ],
      [
        'a number too large to hold',
        '/builds/heron',
        s =>
          json(
            'PUT',
            JSON.stringify({ revision: s.revision, build: s.build }).replace('"relief":0.2', '"relief":1e999'),
          ),
        422,
      ],
      [
        'a negative size',
        '/builds/heron',
        s =>
          put(
            {
              ...s.build,
              parts: s.build.parts.map(p =>
                p.kind === 'neck'
                  ? { ...p, dims: { ...p.dims, scaleLength: { value: -1, doubt: 0, basis: 'claimed' } } }
                  : p,
              ),
            },
            s.revision,
          ),
        422,
      ],
      [
        'an absurd size',
        '/builds/heron',
        s =>
          put(
            {
              ...s.build,
              parts: s.build.parts.map(p =>
                p.kind === 'neck'
                  ? { ...p, dims: { ...p.dims, scaleLength: { value: 1e9, doubt: 0, basis: 'claimed' } } }
                  : p,
              ),
            },
            s.revision,
          ),
        422,
      ],
      ['a revision that is no number', '/builds/heron', s => put(s.build, 'one'), 400],
      ['a revision of zero', '/builds/heron', s => put(s.build, 0), 400],
      ['another build’s document', '/builds/heron', s => put({ ...s.build, id: 'egret' }, s.revision), 422],
      ['a list for a document', '/builds', () => json('POST', []), 422],
      ['a plain number', '/builds', () => json('POST', '5'), 422],
      ['null', '/builds', () => json('POST', 'null'), 422],
      ['a build that is not there', '/builds/ghost', s => put({ ...s.build, id: 'ghost' }, 1), 404],
      ['an unknown address', '/spoons', () => ({}), 404],
      ['a path that climbs', '/builds/..%2F..%2Fetc%2Fpasswd', () => ({}), 404],
      ['a broken escape', '/builds/%E0%A4%A', () => ({}), 400],
      ['deleting without a revision', '/builds/heron', () => ({ method: 'DELETE' }), 400],
      ['an unknown paper', '/builds/heron/templates/bridge.pdf?paper=B9', () => ({}), 400],
      ['an unknown template', '/builds/heron/templates/spoon.pdf', () => ({}), 404],
      ['an unknown format', '/builds/heron/templates/bridge.exe', () => ({}), 400],
      [
        'a body of 12 MB',
        '/builds',
        () => json('POST', JSON.stringify({ note: 'x'.repeat(12 * 1024 * 1024) })),
        413,
      ],
      ['a bad part', '/shelf/x', () => json('PUT', { id: 'x', kind: 'pickup' }), 422],
    ])('%s is a 4xx in one shape and changes nothing', async (_what, path, init, status) => {
      const before = await stored()
      await refused(await call(path, init(before)), status, before)
    })
    it('names the field, the reason and what is accepted', async () => {
      const before = await stored()
      const body = await refused(
        await call(
          '/builds/heron',
          put(
            {
              ...before.build,
              finish: {
                ...before.build.finish,
                layers: before.build.finish.layers.map((l, i) => (i ? l : { ...l, coats: 99 })),
              },
            },
            before.revision,
          ),
        ),
        422,
        before,
      )
      expect(body.error.problems[0]).toMatchObject({ path: 'finish.layers[0].coats' })
      expect(body.error.problems[0]!.reason).toContain('20')
    })
    it('survives an upload that is cut short', async () => {
      const before = await stored()
      const { port } = new URL(server.address)
      await new Promise<void>(resolve => {
        const s = net.connect(Number(port), '127.0.0.1', () => {
          s.write(
            'PUT /api/builds/heron HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 90000\r\n\r\n{"revision":1,"build":{"id":"he',
          )
          setTimeout(() => {
            s.destroy()
            resolve()
          }, 100)
        })
      })
      expect(await stored()).toEqual(before)
    })
    it('answers to no other host’s name', async () => {
      const { port } = new URL(server.address)
      const status = await new Promise<string>(resolve => {
        const s = net.connect(Number(port), '127.0.0.1', () =>
          s.write('GET /api/builds HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\n\r\n'),
        )
        let t = ''
        s.on('data', d => {
          t += d.toString()
        })
        s.on('close', () => resolve(t))
      })
      expect(status).toMatch(/^HTTP\/1.1 421/)
      expect(status).toContain('wrong-host')
    })
  })

  describe('files made by the server', () => {
    it('are every template as PDF, SVG and DXF', async () => {
      const list = (await (await call('/builds/heron/templates')).json()) as { id: string; files: string[] }[]
      expect(list.map(t => t.id)).toContain('body-top')
      expect(await (await call('/builds/heron/templates/body-top.svg')).text()).toContain('<svg')
      expect(await (await call('/builds/heron/templates/body-top.dxf')).text()).toContain('AC1009')
      expect((await call('/builds/heron/templates/all.pdf')).headers.get('content-type')).toContain(
        'application/pdf',
      )
    })
    it('are a PDF and a calendar', async () => {
      const pdf = await call('/builds/heron/templates/bridge.pdf?paper=Letter')
      expect(pdf.headers.get('content-type')).toContain('application/pdf')
      expect(
        Buffer.from(await pdf.arrayBuffer())
          .subarray(0, 5)
          .toString(),
      ).toBe('%PDF-')
      expect(await (await call('/builds/heron/plan.ics')).text()).toContain('BEGIN:VCALENDAR')
    })
  })

  describe('the data folder', () => {
    it.skipIf(own)('is refused to a second process with a plain word', async () => {
      await expect(startServer(data)).rejects.toThrow(/in use by process/)
    })
    it('loses nothing acknowledged when the server is killed, and opens again', async () => {
      const notes: string[] = []
      for (let k = 0; k < 8; k++) {
        const before = await stored()
        const res = await call(
          '/builds/heron',
          json('PUT', { revision: before.revision, build: { ...before.build, note: `write ${k}` } }),
        )
        if (res.ok) notes.push(`write ${k}`)
      }
      const last = await stored()
      await server.kill('SIGKILL')
      server = await open()
      expect(await stored()).toEqual(last)
      expect(last.build.note).toBe(notes.at(-1))
    })
  })

  describe('malformed requests, drawn', () => {
    const odd = fc.oneof(
      fc.json({ maxDepth: 4 }),
      fc.string({ unit: 'binary', maxLength: 40 }),
      fc.constantFrom(
        '{"__proto__":{"x":1}}',
        '{"constructor":{"prototype":{}}}',
        '['.repeat(5000),
        '{"revision":1e300,"build":null}',
        '{"revision":2147483648,"build":{}}',
        '{"parts":[{"id":"\\u0000"}]}',
        '{"format":"snugbolt-build","version":1}',
        '{"format":"snugbolt-build","version":6,"parts":7}',
      ),
    )
    const segment = fc.oneof(
      fc.constantFrom('heron', 'ghost', '%00', '%', '%E0%A4%A', '..%2F..', '__proto__', '-', 'a'.repeat(400)),
      fc.string({ maxLength: 20 }).map(encodeURIComponent),
    )
    const path = fc.oneof(
      segment.map(s => `/builds/${s}`),
      segment.map(s => `/builds/${s}/archive`),
      segment.map(s => `/builds/${s}/restore`),
      fc.tuple(segment, segment).map(([a, b]) => `/builds/${a}/templates/${b}`),
      fc.tuple(segment, segment).map(([a, b]) => `/builds/${a}?revision=${b}`),
      segment.map(s => `/shelf/${s}`),
      segment.map(s => `/shelf?kind=${s}`),
      segment.map(s => `/settings?open=${s}`),
      segment.map(s => `/devices/${s}`),
      segment.map(s => `/${s}`),
      fc.constantFrom('/builds', '/builds?copy=1', '/shelf', '/settings'),
    )
    it('get an answer under 500, and change nothing', async () => {
      const all = async () => [
        await (await call('/builds')).json(),
        await stored(),
        await (await call('/shelf/index')).json(),
        await (await call('/settings')).json(),
      ]
      const before = await all()
      await fc.assert(
        fc.asyncProperty(
          path,
          fc.constantFrom('GET', 'POST', 'PUT', 'DELETE', 'PATCH'),
          odd,
          async (p, method, body) => {
            // Put away, taken out again and deleted by its true revision heron would be by right.
            fc.pre(!(p.startsWith('/builds/heron') && /true|false/.test(body)) && !/revision=\d/.test(p))
            const res = await call(p, {
              method,
              headers: { 'Content-Type': 'application/json' },
              ...(method === 'GET' ? {} : { body }),
            })
            await res.arrayBuffer()
            expect(res.status, `${method} ${p} ${body.slice(0, 60)}`).toBeLessThan(500)
          },
        ),
        { numRuns: runs(500) },
      )
      expect(await all()).toEqual(before)
    }, 120_000)
  })

  describe('a page of another site', () => {
    const put = async (headers: Record<string, string>) => {
      const before = await stored()
      return (
        await call('/builds/heron', {
          ...json('PUT', { revision: before.revision, build: before.build }),
          headers: { 'Content-Type': 'application/json', ...headers },
        })
      ).status
    }
    it('is refused by where the browser says that it comes from, and by its origin', async () => {
      expect(await put({ 'sec-fetch-site': 'cross-site' })).toBe(403)
      expect(await put({ 'sec-fetch-site': 'same-site' })).toBe(403)
      expect(await put({ origin: 'http://elsewhere.example' })).toBe(403)
      expect(await put({ origin: 'null' })).toBe(403)
      expect((await call('/builds', { headers: { 'sec-fetch-site': 'cross-site' } })).status).toBe(403)
    })
    it('is not what its own page is, a program, or a link that is followed', async () => {
      expect(await put({ 'sec-fetch-site': 'same-origin', origin: server.address })).toBe(200)
      expect(await put({})).toBe(200)
      // What a browser says of a link, no program can say by fetch.
      const told = (mode: string) => {
        let said: unknown
        ownOrigin(
          { method: 'GET', headers: { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': mode } } as never,
          {} as never,
          e => (said = e),
        )
        return said
      }
      expect(told('navigate')).toBeUndefined()
      expect(told('cors')).toMatchObject({ status: 403 })
    })
    it('could only come by a name: listening beyond this machine demands them', async () => {
      await expect(startServer(join(data, 'beyond'), { HOST: '0.0.0.0' })).rejects.toThrow(/HOSTS=bench\.local/)
    })
  })

  describe('the workshop as a whole', () => {
    it('is to be had as a zip of open files, and says that it lives here', async () => {
      const res = await call('/backup')
      expect(res.headers.get('content-type')).toBe('application/zip')
      const copy = await openCopy(Buffer.from(await res.arrayBuffer()), { strict: true }),
        entries: Entry[] = [],
        is = await stored()
      await copy.prove()
      for await (const e of copy.entries()) entries.push(e)
      const kept = entries.find(e => e.kind === 'build' && e.row.id === 'heron')
      expect(kept).toMatchObject({ row: { revision: is.revision, document: is.build } })
      if (own) return
      expect(await lives(realDisk, placesIn(data))).toBe(true)
      expect(await copiesIn(realDisk, placesIn(data).copies)).toHaveLength(1)
      // Nothing of it is left lying about.
      expect(readdirSync(data).filter(n => n.startsWith('backup-'))).toEqual([])
    })
    it.skipIf(own)('keeps every acknowledged write in its journal before the answer', async () => {
      const before = await stored()
      const res = await call(
        '/builds/heron',
        json('PUT', { revision: before.revision, build: { ...before.build, note: 'kept twice' } }),
      )
      expect(res.status).toBe(200)
      const { journal } = placesIn(data),
        reader = entryReader(realDisk, journal),
        last = await reader.read((await readJournal(realDisk, journal)).lines.at(-1)!.place)
      await reader.close()
      expect(last).toMatchObject({
        kind: 'build',
        row: { revision: before.revision + 1, document: { note: 'kept twice' } },
      })
    })
    it('refuses a write where the disk has no room, and still reads', async () => {
      const tell = (method: string) =>
        new Promise<unknown>(done => {
          void Promise.resolve(
            roomToWrite(tmpdir(), Number.MAX_VALUE)({ method } as never, {} as never, done as never),
          ).catch(done)
        })
      expect(await tell('PUT')).toMatchObject({ status: 507, code: 'disk-full' })
      expect(await tell('GET')).toBeUndefined()
    })
  })

  describe('builds put away, deleted and had back', () => {
    const post = (path: string, body: unknown = {}) => call(path, json('POST', body))
    const rows = async () =>
      (await (await call('/builds')).json()) as { id: string; archivedAt: string | null; demo: boolean }[]
    const make = async (id: string) => {
      const res = await post('/builds', { ...heron(), id, name: id })
      expect(res.status).toBe(201)
      return ((await res.json()) as Stored).revision
    }
    it('archives and takes out again', async () => {
      await make('shelved')
      expect((await post('/builds/shelved/archive', { away: true })).status).toBe(200)
      expect((await rows()).find(r => r.id === 'shelved')!.archivedAt).toBeTruthy()
      expect((await post('/builds/shelved/archive', { away: 'yes' })).status).toBe(422)
      await post('/builds/shelved/archive', { away: false })
      expect((await rows()).find(r => r.id === 'shelved')!.archivedAt).toBeNull()
      expect((await post('/builds/nobody/archive', { away: true })).status).toBe(404)
    })
    it('deletes so that it can be had back as it was, and keeps its id', async () => {
      const revision = await make('deleted')
      expect((await call(`/builds/deleted?revision=${revision}`, { method: 'DELETE' })).status).toBe(204)
      expect((await call('/builds/deleted')).status).toBe(404)
      expect((await post('/builds', { ...heron(), id: 'deleted' })).status).toBe(409)
      expect(
        (await call('/builds/deleted', json('PUT', { revision, build: { ...heron(), id: 'deleted' } }))).status,
      ).toBe(404)
      expect((await post('/builds/deleted/restore')).status).toBe(200)
      expect((await stored('deleted')).build.name).toBe('deleted')
      expect((await post('/builds/deleted/restore')).status).toBe(404)
    })
    it('tells copies apart by name', async () => {
      await make('twin')
      const made = (await (
        await call('/builds?copy=1', json('POST', { ...heron(), id: 'twin', name: 'twin' }))
      ).json()) as Stored
      expect([made.build.id, made.build.name]).toEqual(['twin-2', 'twin 2'])
    })
    it('keeps what can be taken back beside the build, and refuses what is none', async () => {
      const revision = await make('acts')
      const act = {
        title: 'Note',
        at: '2026-11-25T10:00:00.000Z',
        patch: [{ op: 'replace', path: '/note', value: 'x' }],
      }
      const put = (history: unknown, r: number) =>
        call('/builds/acts', json('PUT', { revision: r, build: { ...heron(), id: 'acts' }, history }))
      expect((await put({ past: [act], future: [] }, revision)).status).toBe(200)
      expect(((await (await call('/builds/acts')).json()) as { history: unknown }).history).toEqual({
        past: [act],
        future: [],
      })
      for (const bad of [
        { past: 'x', future: [] },
        { past: [{ title: 'half \ud83c', at: act.at, patch: [] }], future: [] },
        { past: Array.from({ length: 101 }, () => act), future: [] },
      ])
        expect((await put(bad, revision + 1)).status).toBe(422)
      expect((await put(undefined, revision + 1)).status).toBe(200)
      expect(((await (await call('/builds/acts')).json()) as { history: unknown }).history).toBeNull()
    })
    it('refuses half a character and NUL wherever a text stands, and stays readable', async () => {
      for (const text of ['half \ud83c', 'nul \0']) {
        const body = JSON.stringify({ ...heron(), id: 'broken', name: text })
        const res = await call('/builds', json('POST', body))
        expect(res.status).toBe(422)
        expect(((await res.json()) as Refusal).error.problems[0]!.path).toBe('name')
        const part = await post('/shelf', { parts: [{ ...heron().parts[0], id: 'broken', name: text }] })
        expect(part.status).toBe(422)
      }
      expect((await call('/shelf/index')).status).toBe(200)
      expect((await call('/builds')).status).toBe(200)
    })
    it('removes the demo workshop and loads it again, beside what is the user’s own', async () => {
      const gone = (await (await call('/demo', { method: 'DELETE' })).json()) as { builds: number }
      expect(gone.builds).toBe(0)
      expect((await rows()).map(r => r.id)).toContain('twin')
      expect((await rows()).map(r => r.id)).not.toContain('heron')
      const back = (await (await post('/demo')).json()) as { builds: number }
      expect(back.builds).toBe(5)
      expect((await rows()).map(r => r.id)).toEqual(expect.arrayContaining(['heron', 'kestrel', 'twin']))
      expect(((await (await call('/shelf/index')).json()) as unknown[]).length).toBeGreaterThan(140)
    })
  })

  describe('the workshop’s settings', () => {
    interface Answer {
      settings: WorkshopSettings
      changed: number
      others: { id: string; differs: string[] }[]
    }
    const read = async () => (await (await call('/settings')).json()) as Answer
    const put = (settings: unknown, query = '') => call(`/settings${query}`, json('PUT', settings))

    it('come from what the builds hold, are followed by every build, and outlive a restart', async () => {
      const { settings } = await read()
      const before = await stored()
      const next: WorkshopSettings = {
        ...settings,
        preferences: { ...settings.preferences, currency: 'shells' },
        climate: { ...settings.climate, celsius: settings.climate.celsius + 1 },
      }
      const answer = (await (await put(next)).json()) as Answer
      expect(answer.changed).toBeGreaterThan(3)
      const after = await stored()
      expect(after.revision).toBe(before.revision + 1)
      expect(after.build.preferences.currency).toBe('shells')
      expect((await read()).settings).toEqual(next)
      await server.kill()
      server = await open()
      expect((await read()).settings).toEqual(next)
    })
    it('leave a build that is open to save itself', async () => {
      const { settings } = await read(),
        before = await stored()
      await put({ ...settings, preferences: { ...settings.preferences, currency: 'pebbles' } }, '?open=heron')
      expect(await stored()).toEqual(before)
      const { others } = await read()
      expect(others.find(o => o.id === 'heron')?.differs).toContain('currency')
    })
    it('bring all builds into line when they are told to', async () => {
      const { settings } = await read()
      const { build, revision } = await stored()
      await call(
        '/builds/heron',
        json('PUT', { revision, build: { ...build, climate: { ...build.climate, driest: 21 } } }),
      )
      expect((await read()).others.find(o => o.id === 'heron')?.differs).toContain('climate')
      await put(settings)
      expect((await stored()).build.climate.driest).toBe(21)
      const answer = (await (await put(settings, '?all=1')).json()) as Answer
      expect(answer.others).toEqual([])
      expect((await stored()).build.climate).toEqual(settings.climate)
    })
    it('are refused whole with field and reason', async () => {
      const { settings } = await read()
      const before = await stored()
      const wrong = { ...settings, bench: { ...settings.bench, hours: [1, 2, 3] } }
      const r = await refused(await put(wrong), 422, before)
      expect(r.error.problems.some(p => p.path === 'bench.hours' && p.reason.includes('7'))).toBe(true)
      await refused(await put('[1'), 400, before)
      expect((await read()).settings).toEqual(settings)
    })
  })
})

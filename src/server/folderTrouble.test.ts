import { spawn, spawnSync } from 'node:child_process'
import { chmodSync, cpSync, existsSync, mkdtempSync, readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { LONG } from '../../tests/support/long.ts'
import { demo } from '../../tests/support/demo.ts'
import { ROOT, startServer, type Running } from '../../tests/support/server.ts'
import type { Build } from '../core/document/build.ts'

const BUILT = join(ROOT, 'dist/server/main.js')
/** Somebody without rights on what others own [published: POSIX systems call 65534 nobody]: root itself may write anything. */
const NOBODY = process.getuid?.() === 0 ? { uid: 65534, gid: 65534 } : {}

/** Starts the built server for somebody else and gives what it says until it ends. */
const ends = (data: string): Promise<{ code: number | null; says: string }> =>
  new Promise(done => {
    const p = spawn(process.execPath, [BUILT], {
      cwd: tmpdir(),
      env: { PATH: process.env.PATH ?? '', SNUGBOLT_DATA: data, PORT: '0' },
      ...NOBODY,
    })
    let says = ''
    const take = (b: Buffer) => {
      says += b.toString()
      // It must not open: then it would never end.
      if (says.includes('is open at')) p.kill('SIGKILL')
    }
    p.stdout.on('data', take)
    p.stderr.on('data', take)
    p.on('exit', code => done({ code, says }))
  })

it.skipIf(!existsSync(BUILT) || !LONG)(
  'a data folder that may not be written is said in one line, and nothing in it is touched',
  async () => {
    const data = mkdtempSync(join(tmpdir(), 'snugbolt-read-only-')),
      copy = mkdtempSync(join(tmpdir(), 'snugbolt-read-only-copy-'))
    try {
      await (await startServer(data, {}, { demo: false })).kill()
      cpSync(data, copy, { recursive: true })
      chmodSync(data, 0o555)
      const { code, says } = await ends(data)
      expect(code).toBe(1)
      expect(says).toContain(data)
      expect(says).toMatch(/cannot be written|may not be written|not writable|no right/i)
      expect(says).not.toMatch(/\n\s+at /)
      chmodSync(data, 0o755)
      expect(readdirSync(data, { recursive: true }).sort()).toEqual(readdirSync(copy, { recursive: true }).sort())
      // Writable again it opens as it was.
      await (await startServer(data, {}, { demo: false })).kill()
    } finally {
      chmodSync(data, 0o755)
      rmSync(data, { recursive: true, force: true })
      rmSync(copy, { recursive: true, force: true })
    }
  },
  120_000,
)

/** A disk of its own, so small that it is soon full; undefined where nobody may make one. */
function smallDisk(megabytes: number): { folder: string; gone: () => void } | undefined {
  const folder = mkdtempSync(join(tmpdir(), 'snugbolt-small-disk-')),
    made = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder])
  if (made.status !== 0) {
    rmSync(folder, { recursive: true })
    return undefined
  }
  return {
    folder,
    gone: () => {
      spawnSync('umount', [folder])
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
const disk = smallDisk(240)

describe.skipIf(!disk || !LONG)('a disk that is full', () => {
  afterAll(() => disk?.gone())
  it('refuses what it could not keep, answers all else, and goes on when there is room: nothing acknowledged is lost', async () => {
    const data = join(disk!.folder, 'data'),
      filler = join(disk!.folder, 'filler'),
      wren = demo('wren')
    const send = (s: Running, method: string, path: string, body: unknown) =>
      fetch(`${s.address}/api${path}`, {
        method,
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(body),
      })
    const stored = async (s: Running) =>
      (await (await fetch(`${s.address}/api/builds/wren`)).json()) as { build: Build; revision: number }
    /** Fills the disk until so many bytes are left. */
    const fill = (left: number) => {
      rmSync(filler, { force: true })
      const { bavail, bsize } = statfsSync(disk!.folder)
      writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - left)))
    }
    let server = await startServer(data, {}, { demo: false })
    try {
      expect((await send(server, 'POST', '/builds', wren)).status).toBe(201)
      const { revision } = await stored(server),
        written = { ...wren, note: 'There was room for this.' }
      expect((await send(server, 'PUT', '/builds/wren', { revision, build: written })).status).toBe(200)
      for (const left of [20 * 1024 * 1024, 0]) {
        fill(left)
        const no = await send(server, 'PUT', '/builds/wren', {
          revision: revision + 1,
          build: { ...wren, note: 'And for this none.' },
        })
        expect(no.status, `${left} bytes left`).toBe(507)
        expect(((await no.json()) as { error: { message: string } }).error.message).toContain('Nothing was changed')
        expect((await fetch(`${server.address}/api/health`)).status).toBe(200)
        expect((await stored(server)).build.note).toBe('There was room for this.')
      }
      // Killed while it is full: what was acknowledged is there when there is room again.
      await server.kill('SIGKILL')
      rmSync(filler)
      server = await startServer(data, {}, { demo: false })
      expect((await stored(server)).build.note).toBe('There was room for this.')
      const again = { ...wren, note: 'Now there is.' }
      expect((await send(server, 'PUT', '/builds/wren', { revision: revision + 1, build: again })).status).toBe(200)
      expect((await stored(server)).build.note).toBe('Now there is.')
    } finally {
      await server.kill('SIGKILL')
    }
  }, 180_000)
})

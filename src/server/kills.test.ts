import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { demo } from '../../tests/support/demo.ts'
import { startServer, type Running } from '../../tests/support/server.ts'
import type { Build } from '../core/document/build.ts'
import type { Part } from '../core/parts/part.ts'
import { typicalPart } from '../core/parts/typicalPart.ts'
import { LONG } from '../../tests/support/long.ts'

const KILLS = 40
/** Workshops that are killed side by side: one waits while another starts. */
const SIDE_BY_SIDE = 2
/** Longest that a server writes before it is killed, ms. */
const WRITES = 160

interface Stored {
  build: Build
  revision: number
}

/** Kills a server of its own again and again; gives for each kill how many writes it had acknowledged since the last. */
async function killed(kills: readonly number[]): Promise<number[]> {
  const data = mkdtempSync(join(tmpdir(), 'snugbolt-kills-')),
    start = () => startServer(data, {}, { demo: false })
  const send = (server: Running, path: string, method: string, body: unknown) =>
    fetch(`${server.address}/api${path}`, {
      method,
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    })
  const wren = demo('wren')
  let server = await start(),
    acknowledged = 0,
    known: Stored = { build: wren, revision: 1 }
  expect((await send(server, '/builds', 'POST', wren)).status).toBe(201)
  // Shelf parts are written beside the build, each acknowledged one by its number.
  const shelf: Part[] = []
  const nut = (n: number): Part => typicalPart('nut', `nut-${n}`, `Nut ${n}`)
  const each: number[] = []
  try {
    for (const kill of kills) {
      const before = acknowledged
      let on = true
      const writing = (async () => {
        for (let n = 0; on; n++) {
          const build = { ...known.build, note: `kill ${kill}, write ${n}` },
            part = nut(shelf.length)
          try {
            const saved = await send(server, '/builds/wren', 'PUT', { revision: known.revision, build })
            if (!saved.ok) throw new Error(await saved.text())
            known = { build, revision: ((await saved.json()) as Stored).revision }
            acknowledged++
            const put = await send(server, '/shelf', 'POST', { parts: [part] })
            if (put.ok) shelf.push(part)
          } catch {
            // Killed under it: whether that write arrived is open, what was acknowledged before it is not.
            return build
          }
        }
        return undefined
      })()
      // Once it writes, every kill at another moment, spread evenly.
      while (acknowledged === before) await new Promise(r => setTimeout(r, 5))
      await new Promise(r => setTimeout(r, (WRITES * ((kill * 17) % KILLS)) / KILLS))
      await server.kill('SIGKILL')
      on = false
      const open = await writing
      each.push(acknowledged - before)
      server = await start()
      const now = (await (await fetch(`${server.address}/api/builds/wren`)).json()) as Stored
      if (open && now.build.note === open.note) known = now
      expect(now.revision, `after kill ${kill}`).toBe(known.revision)
      expect(now.build.note, `after kill ${kill}`).toBe(known.build.note)
      const ids = new Set(
        ((await (await fetch(`${server.address}/api/shelf/index`)).json()) as { id: string }[]).map(r => r.id),
      )
      expect(
        shelf.filter(p => !ids.has(p.id)).map(p => p.id),
        `after kill ${kill}`,
      ).toEqual([])
    }
    return each
  } finally {
    await server.kill('SIGKILL')
    rmSync(data, { recursive: true, force: true })
  }
}

it.runIf(LONG)(
  `loses nothing acknowledged in ${KILLS} kills while it writes`,
  async () => {
    const all = Array.from({ length: KILLS }, (_, n) => n),
      written = await Promise.all(
        Array.from({ length: SIDE_BY_SIDE }, (_, n) => killed(all.filter(k => k % SIDE_BY_SIDE === n))),
      )
    // Every kill came while it wrote.
    expect(written.flat()).toHaveLength(KILLS)
    expect(Math.min(...written.flat())).toBeGreaterThan(0)
  },
  400_000,
)

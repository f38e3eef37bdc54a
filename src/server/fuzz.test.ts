import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { fuzz, fuzzTally } from '../../tests/support/fuzz.ts'
import { startServer } from '../../tests/support/server.ts'
import { apiRoutes } from './app.ts'
import { LONG } from '../../tests/support/long.ts'

/** Requests that the long tests send; `npm run fuzz` sends a hundred thousand. */
const REQUESTS = 20_000

it.runIf(LONG)(
  'every route answers what is nearly right in one shape, and nothing ends the server',
  async () => {
    const data = mkdtempSync(join(tmpdir(), 'snugbolt-fuzz-')),
      server = await startServer(data, {}),
      // Only their addresses are asked for.
      routes = apiRoutes({ keeper: {} } as never)
    try {
      expect(routes.length).toBeGreaterThan(28)
      expect(routes).toContainEqual({ method: 'PUT', path: '/devices/hand/:sort' })
      const t = fuzzTally()
      await fuzz(server, routes, REQUESTS, 1, t)
      expect(t.wrong).toEqual([])
      expect(t.requests).toBeGreaterThan(REQUESTS * 0.8)
      expect(t.sockets).toBeGreaterThan(REQUESTS / 75)
      // Not all of it is refused at the door.
      expect((t.answers[200] ?? 0) + (t.answers[201] ?? 0)).toBeGreaterThan(REQUESTS * 0.1)
      for (const { id } of (await (await fetch(`${server.address}/api/builds`)).json()) as { id: string }[])
        expect((await fetch(`${server.address}/api/builds/${id}`)).status).toBe(200)
    } finally {
      await server.kill()
      rmSync(data, { recursive: true, force: true })
    }
  },
  240_000,
)

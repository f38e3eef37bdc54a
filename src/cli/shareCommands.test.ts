import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { spawnSync } from 'node:child_process'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ask } from '../../tests/support/asking.ts'
import { ROOT, startServer, type Running } from '../../tests/support/server.ts'

const data = mkdtempSync(join(tmpdir(), 'snugbolt-share-'))
let server: Running
beforeAll(async () => {
  server = await startServer(data, { HOSTS: 'bench.test', SHARE_PORT: '0', SHARE_PLAIN_PORT: '0' }, { demo: false })
}, 120_000)
afterAll(async () => {
  await server.kill()
  rmSync(data, { recursive: true, force: true })
})
const run = (...args: string[]) => {
  const r = spawnSync(process.execPath, [join(ROOT, 'bin/snugbolt.mjs'), ...args], { encoding: 'utf8' })
  return { status: r.status, out: r.stdout, trouble: r.stderr }
}
const port = () => Number(new URL(server.address).port)
const whoIs = async (out: string) => {
  const { plain } = (await ask('GET', '/network', { port: port(), name: '127.0.0.1' })).body as { plain: number },
    [, a, b] = /digits (\d{4}) (\d{4})/.exec(out)!
  return (await ask('POST', '/access/pair', { port: plain, body: { code: `${a}${b}`, name: 'Tablet' } })).body
}

describe('the command line', () => {
  it('opens the workshop to the network, lets one device in, an owner too, and closes it', async () => {
    expect(run('owner', '--server', server.address)).toMatchObject({ status: 2 })
    const shared = run('share', '--server', server.address)
    expect(shared.status, shared.trouble).toBe(0)
    expect(shared.out).toMatch(/Open to paired devices of the network at https:\/\//)
    expect(shared.out).toMatch(/[▀▄█]/)
    expect(await whoIs(shared.out)).toMatchObject({ role: 'bench' })
    const owner = run('owner', '--server', server.address)
    expect(owner.out).toMatch(/^http:\/\/\S+\/pair#[\w-]{22}$/m)
    expect(await whoIs(owner.out)).toMatchObject({ role: 'owner' })
    expect(run('share', '--off', '--server', server.address).out).toMatch(/Only this machine reaches/)
    expect((await ask('GET', '/network', { port: port(), name: '127.0.0.1' })).body).toMatchObject({
      sharing: false,
    })
  }, 60_000)
  it('says plainly where no workshop is open, and where it asks by an address that is not its own', () => {
    const none = run('share', '--server', 'http://127.0.0.1:9')
    expect(none).toMatchObject({ status: 2 })
    expect(none.trouble).toMatch(/No workshop is open at http:\/\/127\.0\.0\.1:9\. Start it first/)
  })
})

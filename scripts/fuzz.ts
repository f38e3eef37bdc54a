import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { apiRoutes } from '../src/server/app.ts'
import { fuzz, fuzzTally } from '../tests/support/fuzz.ts'
import { startServer } from '../tests/support/server.ts'

/** Attacks a server of its own. npm run fuzz [requests] [seed] */
const requests = Number(process.argv[2] ?? 100_000),
  seed = Number(process.argv[3] ?? Math.floor(Math.random() * 1e6)),
  data = mkdtempSync(join(tmpdir(), 'snugbolt-fuzz-')),
  routes = apiRoutes({ keeper: {} } as never),
  t = fuzzTally()
let server = await startServer(data, {})
const memory = () =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.process.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024
console.log(`${routes.length} routes, seed ${seed}; memory ${memory().toFixed(0)} MB.`)
const at = performance.now()
for (let n = 0; n < requests && !t.wrong.length; n += 5000) {
  await fuzz(server, routes, Math.min(5000, requests - n), seed + n, t)
  console.log(
    `${t.requests} requests, ${t.sockets} sockets, ${((performance.now() - at) / 1000).toFixed(0)} s, memory ${memory().toFixed(0)} MB.`,
  )
}
const state = async () => {
  const out: unknown[] = [await (await fetch(`${server.address}/api/shelf/index`)).json()]
  for (const { id } of (await (await fetch(`${server.address}/api/builds`)).json()) as { id: string }[])
    out.push(await (await fetch(`${server.address}/api/builds/${id}`)).json())
  return JSON.stringify(out)
}
const before = t.wrong.length ? '' : await state()
await server.kill('SIGKILL')
server = await startServer(data, {}, { demo: false })
if (before && before !== (await state())) t.wrong.push('after a kill the workshop is another')
await server.kill()
rmSync(data, { recursive: true, force: true })
for (const w of t.wrong.slice(0, 20)) console.log(w)
console.log(
  `Answers ${JSON.stringify(t.answers)}, the slowest after ${(t.slowest / 1000).toFixed(1)} s. ${t.wrong.length ? `${t.wrong.length} WRONG` : 'Nothing wrong.'}`,
)
process.exitCode = t.wrong.length ? 1 : 0

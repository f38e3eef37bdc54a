import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT, startServer } from '../tests/support/server.ts'

/**
 * A day on which one build with a long history is saved again and again: how large the journal becomes, and how long and
 * with how much memory the workshop starts after it, killed, after the machine stopped, and rebuilt. npm run busy-day [saves]
 */
const saves = Number(process.argv[2] ?? 1225),
  data = mkdtempSync(join(tmpdir(), 'snugbolt-busy-day-')),
  kestrel = JSON.parse(readFileSync(join(ROOT, 'demo/kestrel.json'), 'utf8')) as { log: object[] }
/** As much as can be taken back at most. */
const history = {
  past: Array.from({ length: 40 }, (_, n) => ({
    title: `Act ${n}`,
    at: '2026-11-28T10:00:00Z',
    patch: [{ op: 'replace', path: '/note', value: 'x'.repeat(9_000) }],
  })),
  future: [],
}
const mega = (bytes: number): string => `${(bytes / 1024 / 1024).toFixed(0)} MB`
const sizeOf = (folder: string): number =>
  readdirSync(join(data, folder)).reduce((sum, n) => sum + statSync(join(data, folder, n)).size, 0)
let server = await startServer(data, {}, { demo: false, dist: true })
/** Most memory that it had, MB [published: Linux, proc(5), VmHWM]. */
const most = (): string =>
  `${(Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.process.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024).toFixed(0)} MB`
const send = (method: string, path: string, body: unknown) =>
  fetch(`${server.address}/api${path}`, {
    method,
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  })
if ((await send('POST', '/builds', kestrel)).status !== 201) throw new Error('the build was refused')
let largest = 0,
  written = 0
const took: number[] = []
for (let revision = 1; revision <= saves; revision++) {
  const body = { revision, build: { ...kestrel, note: `save ${revision}` }, history },
    at = performance.now(),
    res = await send('PUT', '/builds/kestrel', body)
  took.push(performance.now() - at)
  if (!res.ok) throw new Error(`save ${revision}: ${res.status} ${await res.text()}`)
  await res.arrayBuffer()
  written += JSON.stringify(body).length
  if (revision % 25 === 0) largest = Math.max(largest, sizeOf('journal'))
}
took.sort((a, b) => a - b)
console.log(
  `${saves} saves, ${mega(written)} sent; a save took ${took[Math.floor(saves / 2)]!.toFixed(0)} ms at the median, ${took[Math.floor(saves * 0.99)]!.toFixed(0)} at 99 %.`,
)
console.log(
  `The journal had ${mega(largest)} at most, ${readdirSync(join(data, 'copies')).length} copies lie beside it; memory ${most()} at most.`,
)
const start = async (what: string) => {
  const at = performance.now()
  server = await startServer(data, {}, { demo: false, dist: true })
  const { revision } = (await (await fetch(`${server.address}/api/builds/kestrel`)).json()) as { revision: number }
  console.log(
    `${what}: open after ${((performance.now() - at) / 1000).toFixed(1)} s, memory ${most()} at most, revision ${revision} of ${saves + 1}.`,
  )
  if (revision !== saves + 1) process.exitCode = 1
}
await server.kill('SIGKILL')
await start('Killed')
await server.kill('SIGKILL')
const { writeFileSync } = await import('node:fs')
writeFileSync(join(data, 'running-since'), 'another run of the machine')
await start('After the machine stopped')
await server.kill()
const { spawnSync } = await import('node:child_process'),
  at = performance.now(),
  r = spawnSync(process.execPath, [join(ROOT, 'bin/snugbolt.mjs'), 'rebuild', '--data', data], { encoding: 'utf8' })
console.log(`Rebuilt in ${((performance.now() - at) / 1000).toFixed(1)} s: ${r.stdout.trim() || r.stderr.trim()}`)
if (r.status !== 0) process.exitCode = 1
rmSync(data, { recursive: true, force: true })

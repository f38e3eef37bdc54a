import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { typicalPart } from '../src/core/parts/typicalPart.ts'
import { PART_KIND_NAMES } from '../src/core/parts/partKinds.ts'
import { readBuildText } from '../src/core/document/readBuild.ts'
import type { Build } from '../src/core/document/build.ts'
import { ROOT, startServer } from '../tests/support/server.ts'

/**
 * Mixed reading and writing by several clients over a large workshop, for a bounded time; nothing acknowledged may be lost.
 * npm run soak [minutes] [clients] [builds] [parts] [seconds between backups] — on the embedded engine, or on a server where
 * DATABASE_URL says so.
 */
const minutes = Number(process.argv[2] ?? 10),
  clients = Number(process.argv[3] ?? 20),
  BUILDS = Number(process.argv[4] ?? 300),
  PARTS = Number(process.argv[5] ?? 20_000),
  backups = Number(process.argv[6] ?? 0)
const AT_ONCE = 500

const data = mkdtempSync(join(tmpdir(), 'snugbolt-soak-'))
const server = await startServer(data, {}, { demo: false, dist: true })
const took = new Map<string, number[]>()
const call = async (route: string, path: string, init?: RequestInit): Promise<Response> => {
  const at = performance.now(),
    res = await fetch(`${server.address}/api${path}`, init)
  // A route has answered when its last byte is there.
  const body = await res.arrayBuffer()
  const list = took.get(route) ?? []
  list.push(performance.now() - at)
  took.set(route, list)
  return new Response(body.byteLength ? body : null, { status: res.status, headers: res.headers })
}
const json = (method: string, x: unknown): RequestInit => ({
  method,
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(x),
})
/** Memory of the server, MB [published: Linux, proc(5), VmRSS]. */
const memory = (): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.process.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024

const read = readBuildText(readFileSync(join(ROOT, 'demo/heron.json'), 'utf8'))
if (!read.ok) throw new Error('the demo build cannot be read')
const heron = read.build
const idOf = (n: number): string => `soak-${n}`

console.log(`Filling a workshop with ${BUILDS} builds and ${PARTS} parts.`)
const filled = performance.now()
for (let n = 0; n < PARTS; n += AT_ONCE) {
  const parts = Array.from({ length: AT_ONCE }, (_, k) => {
    const kind = PART_KIND_NAMES[(n + k) % PART_KIND_NAMES.length]!
    return typicalPart(kind, `part-${n + k}`, `Part ${n + k}`)
  })
  const res = await call('fill shelf', '/shelf', json('POST', { parts }))
  if (res.status !== 201) throw new Error(`the shelf refused: ${res.status} ${await res.text()}`)
}
for (let n = 0; n < BUILDS; n++) {
  const res = await call('fill builds', '/builds', json('POST', { ...heron, id: idOf(n), name: `Soak ${n}` }))
  if (res.status !== 201) throw new Error(`a build was refused: ${res.status} ${await res.text()}`)
}
console.log(`Filled in ${((performance.now() - filled) / 1000).toFixed(0)} s. Memory ${memory().toFixed(0)} MB.`)
took.clear()

const before = memory(),
  until = Date.now() + minutes * 60_000
const acknowledged = new Map<string, number>()
let conflicts = 0,
  most = before
const failures: string[] = []

/** A small generator for each client, so that a run can be had again. */
const random = (seed: number) => () =>
  ((seed = (Math.imul(seed ^ (seed >>> 15), 2246822519) + 374761393) | 0) >>> 0) / 2 ** 32

async function client(n: number): Promise<void> {
  const next = random(n + 1)
  while (Date.now() < until) {
    const what = next(),
      id = idOf(Math.floor(next() * BUILDS))
    if (what < 0.4) {
      const stored = (await (await call('GET /builds/:id', `/builds/${id}`)).json()) as {
        build: Build
        revision: number
      }
      const text = `client ${n}, ${Date.now()}`,
        build = {
          ...stored.build,
          log: [
            ...stored.build.log.slice(-20),
            { id: `l-${n}-${Math.floor(next() * 1e9)}`, at: new Date().toISOString(), text },
          ],
        }
      const res = await call('PUT /builds/:id', `/builds/${id}`, json('PUT', { revision: stored.revision, build }))
      if (res.status === 200) acknowledged.set(id, Math.max(acknowledged.get(id) ?? 0, stored.revision + 1))
      else if (res.status === 409) conflicts++
      else if (res.status !== 503) failures.push(`PUT ${id}: ${res.status}`)
    } else if (what < 0.7) await call('GET /builds/:id', `/builds/${id}`)
    else if (what < 0.8) await call('GET /builds', '/builds')
    else if (what < 0.84) await call('GET /shelf/index', '/shelf/index')
    else if (what < 0.92) await call('GET /shelf/:id', `/shelf/part-${Math.floor(next() * PARTS)}`)
    else if (what < 0.98) {
      const k = Math.floor(next() * PARTS),
        kind = PART_KIND_NAMES[k % PART_KIND_NAMES.length]!
      const res = await call(
        'POST /shelf',
        '/shelf',
        json('POST', { parts: [typicalPart(kind, `part-${k}`, `Part ${k}, again`)] }),
      )
      if (res.status !== 201) failures.push(`POST /shelf: ${res.status}`)
    } else await call('GET /builds/:id/plan.ics', `/builds/${id}/plan.ics`)
    most = Math.max(most, memory())
  }
}
/** Takes a backup now and then, beside everything else. */
async function backingUp(): Promise<void> {
  while (backups && Date.now() < until) {
    const res = await call('GET /backup', '/backup')
    if (res.status !== 200) failures.push(`GET /backup: ${res.status}`)
    await new Promise(done => setTimeout(done, backups * 1000))
  }
}
await Promise.all([backingUp(), ...Array.from({ length: clients }, (_, n) => client(n))])

const rows = (await (await call('GET /builds', '/builds')).json()) as { id: string; revision: number }[],
  now = new Map(rows.map(r => [r.id, r.revision])),
  lost = [...acknowledged].filter(([id, revision]) => (now.get(id) ?? 0) < revision)
const share = (list: number[], p: number): string => {
  const sorted = [...list].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))]!.toFixed(1)
}
console.log(`\n${minutes} min, ${clients} clients, ${BUILDS} builds, ${PARTS} parts\n`)
console.log('| Route | requests | p50 ms | p95 ms | p99 ms | longest |')
console.log('|---|---:|---:|---:|---:|---:|')
for (const [route, list] of [...took].sort())
  console.log(
    `| ${route} | ${list.length} | ${share(list, 0.5)} | ${share(list, 0.95)} | ${share(list, 0.99)} | ${share(list, 1)} |`,
  )
console.log(
  `\nMemory ${before.toFixed(0)} MB at its start, ${memory().toFixed(0)} MB at its end, ${most.toFixed(0)} MB at most. ${acknowledged.size} builds were written, ${conflicts} saves met a newer copy, ${lost.length} acknowledged writes were lost.`,
)
for (const f of failures.slice(0, 10)) console.error(f)
await server.kill()
rmSync(data, { recursive: true, force: true })
if (lost.length || failures.length) process.exit(1)

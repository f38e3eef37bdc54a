import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ask, begin } from '../tests/support/asking.ts'
import { startServer } from '../tests/support/server.ts'
import type { Build } from '../src/core/document/build.ts'
import { openChromium } from './chromium.ts'

const DEVICES = 8,
  SAVES = 150,
  LINES = 15,
  WINDOWS = 12,
  PACED = 60

/** Notes in a page what the worker that all windows share hands to it, and when. */
const WATCHED = `
  window.heardAt = []
  const Shared = SharedWorker
  window.SharedWorker = function (...args) {
    const worker = new Shared(...args)
    worker.port.addEventListener('message', e => {
      if (e.data.is !== 'said') return
      const said = JSON.parse(e.data.text)
      if (said.kind === 'build') heardAt.push({ revision: said.revision, at: Date.now() })
    })
    return worker
  }`

/** Memory of a process, MB [published: Linux, proc(5), VmRSS]. */
const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!

/** How long what is done at one device takes to the others, and what each device costs the server. */
export async function measureLive(
  row: (what: string, value: number, unit: string, bar?: number) => void,
): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'snugbolt-live-')),
    server = await startServer(data, { HOSTS: 'bench.test' }),
    port = Number(new URL(server.address).port),
    own = { port, name: '127.0.0.1' },
    before = memoryOf(server.process.pid!)
  const heard: { revision: number; at: number }[][] = []
  const streams = await Promise.all(
    Array.from({ length: DEVICES }, async (_, n) => {
      const { token } = (await ask('POST', '/access/pairings', { ...own, body: { role: 'bench' } })).body,
        paired = await ask('POST', '/access/pair', { port, body: { token, name: `Device ${n}` } }),
        cookie = paired.headers['set-cookie']![0]!.split(';')[0]!,
        mine: { revision: number; at: number }[] = []
      heard.push(mine)
      const stream = await begin('GET', `/live?page=d-${n}`, { port, cookie })
      stream.setEncoding('utf8').on('data', (text: string) => {
        for (const [, revision] of text.matchAll(/"id":"wren","revision":(\d+)/g))
          mine.push({ revision: Number(revision), at: performance.now() })
      })
      return stream
    }),
  )
  const { build, revision: first } = (await ask('GET', '/builds/wren', own)).body as unknown as {
    build: Build
    revision: number
  }
  const sent = new Map<number, number>()
  let revision = first
  for (let n = 0; n < SAVES; n++) {
    sent.set(revision + 1, performance.now())
    const a = await ask('PUT', '/builds/wren', {
      ...own,
      body: { revision, build: { ...build, note: `Save ${n}` } },
    })
    if (a.status !== 200) throw new Error(`a save was answered with ${a.status}`)
    revision++
  }
  await new Promise(done => setTimeout(done, 500))
  const took = heard
    .flat()
    .map(h => h.at - sent.get(h.revision)!)
    .sort((a, b) => a - b)
  if (took.length !== SAVES * DEVICES) throw new Error(`${SAVES * DEVICES - took.length} events were lost`)
  row(`a save told to ${DEVICES} devices, from its sending (median of ${took.length})`, at(took, 0.5), 'ms', 250)
  row('… 95 %', at(took, 0.95), 'ms')
  row('server’s memory for each device', (memoryOf(server.process.pid!) - before) / DEVICES, 'MB')
  const browser = await openChromium({ args: ['--host-resolver-rules=MAP bench.test 127.0.0.1'] })
  const windows = await browser.newContext({ serviceWorkers: 'block' }),
    told: { revision: number; at: number }[][] = []
  // What the worker that all windows share hands to each of them.
  await windows.addInitScript({ content: WATCHED })
  const pages = []
  for (let n = 0; n < WINDOWS; n++) {
    const page = await windows.newPage()
    await page.goto(`${server.address}/b/heron/log`)
    await page.getByText('Saved', { exact: true }).first().waitFor()
    pages.push(page)
  }
  const sentAt = new Map<number, number>()
  for (let n = 0; n < PACED; n++) {
    sentAt.set(revision + 1, Date.now())
    await ask('PUT', '/builds/wren', { ...own, body: { revision, build: { ...build, note: `Paced ${n}` } } })
    revision++
    await new Promise(done => setTimeout(done, 150))
  }
  for (const page of pages)
    told.push(await page.evaluate(() => (window as unknown as { heardAt: (typeof told)[number] }).heardAt))
  const late = told
    .flat()
    .flatMap(h => (sentAt.has(h.revision) ? [h.at - sentAt.get(h.revision)!] : []))
    .sort((x, y) => x - y)
  if (late.length !== WINDOWS * PACED) throw new Error(`${WINDOWS * PACED - late.length} events were lost`)
  row(
    `a save told to ${WINDOWS} windows of one browser beside ${DEVICES} devices (median of ${late.length})`,
    at(late, 0.5),
    'ms',
  )
  row('… 95 %', at(late, 0.95), 'ms', 150)
  await windows.close()
  for (const s of streams) s.destroy()
  const [a, b] = await Promise.all(
    [1, 2].map(async () => {
      const page = await (await browser.newContext({ serviceWorkers: 'block' })).newPage()
      await page.goto(`${server.address}/b/heron/log`)
      await page.getByText('Saved', { exact: true }).first().waitFor()
      return page
    }),
  )
  const seen: number[] = []
  for (let n = 0; n < LINES; n++) {
    const text = `Line ${n} from the other`
    await a!.getByLabel('Write a line').fill(text)
    const began = performance.now()
    await a!.keyboard.press('Enter')
    await b!.getByText(text).first().waitFor()
    seen.push(performance.now() - began)
    await a!.getByText('Saved', { exact: true }).first().waitFor()
  }
  seen.sort((x, y) => x - y)
  row(
    `a line on the other page, from the key (median of ${LINES}; a save waits 350 ms for more)`,
    at(seen, 0.5),
    'ms',
    1000,
  )
  row('… the slowest', seen.at(-1)!, 'ms')
  await browser.close()
  await server.kill()
  rmSync(data, { recursive: true, force: true })
}

import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { cpus, hostname, tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gzipSync } from 'node:zlib'
import { chromium } from 'playwright-core'
import { Bench } from 'tinybench'
import { readBuildText } from '../src/core/build/readBuild.ts'
import { pitchSteps, response } from '../src/core/circuit/response.ts'
import { allSettings } from '../src/core/circuit/settings.ts'
import { spiceNetlist } from '../src/core/circuit/spice.ts'
import { fit } from '../src/core/fit/applyFixes.ts'
import { jointsAsTheyStand } from '../src/core/fit/findJoints.ts'
import { layOut } from '../src/core/layout/layOut.ts'
import { plan } from '../src/core/plan/plan.ts'

const root = fileURLToPath(new URL('..', import.meta.url))
const read = readBuildText(readFileSync(join(root, 'demo/heron.json'), 'utf8'))
if (!read.ok) throw new Error('the demo build is not readable')
const build = read.build
const settings = allSettings(build)[2]!
const hz = pitchSteps()

const rows: [string, string, string][] = []
const row = (what: string, value: number, unit: string, bar?: number) => rows.push([what, `${value.toFixed(value < 10 ? 2 : 0)} ${unit}`, bar === undefined ? '' : `${value <= bar ? 'within' : 'OVER'} ${bar} ${unit}`])

const bench = new Bench({ time: 600, warmupTime: 200 })
bench.add('response, 400 points', () => { response(build, settings, hz) }).add('all joints', () => { jointsAsTheyStand(build) }).add('joints now and planned', () => { fit(build) }).add('layout', () => { layOut(build) }).add('plan with dates', () => { plan(build) })
await bench.run()
const BARS: Record<string, number> = { 'response, 400 points': 2, 'all joints': 5 }
for (const t of bench.tasks) row(`${t.name} (median)`, t.result?.latency.p50 ?? NaN, 'ms', BARS[t.name])
const own = bench.tasks[0]?.result?.latency.p50 ?? NaN

if (spawnSync('which', ['ngspice']).status === 0) {
  const dir = mkdtempSync(join(tmpdir(), 'snugbolt-bench-'))
  writeFileSync(join(dir, 'c.cir'), spiceNetlist(build, settings, { from: 20, to: 20000, pointsPerDecade: 133 }))
  const times = Array.from({ length: 5 }, () => { const t = performance.now(); spawnSync('ngspice', ['-b', 'c.cir'], { cwd: dir }); return performance.now() - t }).sort((a, b) => a - b)
  row('ngspice, the same sweep, whole process (median of 5)', times[2]!, 'ms')
  row('ratio ngspice / own', times[2]! / own, '×')
  rmSync(dir, { recursive: true, force: true })
}

const data = mkdtempSync(join(tmpdir(), 'snugbolt-bench-'))
const port = 4391
const address = `http://127.0.0.1:${port}`
async function start() {
  const began = performance.now()
  const child = spawn(process.execPath, [join(root, 'dist/server/main.js'), '--demo'], { env: { ...process.env, SNUGBOLT_DATA: data, PORT: String(port) }, stdio: ['ignore', 'ignore', 'inherit'] })
  for (;;) {
    if (child.exitCode !== null) throw new Error(`the server ended: is port ${port} taken?`)
    if (await fetch(`${address}/api/health`).then(r => r.ok, () => false)) return { child, ms: performance.now() - began }
    await new Promise(r => setTimeout(r, 20))
    if (performance.now() - began > 60_000) throw new Error('the server did not open')
  }
}
const stop = (c: ReturnType<typeof spawn>) => new Promise(r => { c.once('exit', r); c.kill() })
const first = await start()
row('first start, data folder made', first.ms, 'ms')
await stop(first.child)
const second = await start()
row('second start', second.ms, 'ms', 3000)

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
// Functions of this file that run in the page are named by a helper of the loader, which the page lacks.
await page.addInitScript('globalThis.__name = f => f')
const scripts = new Set<string>()
page.on('request', r => { if (r.resourceType() === 'script') scripts.add(new URL(r.url()).pathname) })
await page.goto(`${address}/b/heron/fit`)
await page.waitForLoadState('networkidle')
const files = [...scripts].map(s => join(root, 'dist/web', s)).filter(existsSync)
row('script of a first load (Fit), gzipped', files.reduce((s, f) => s + gzipSync(readFileSync(f)).length, 0) / 1024, 'kB', 400)

/** Time from each input event to the frame after the interface shows its result, ms, sorted. */
async function drag(path: string, selector: string, shown: string): Promise<number[]> {
  await page.goto(address + path)
  await page.waitForSelector(selector)
  await page.waitForTimeout(1200)
  return page.evaluate(async ([input, result]) => {
    const el = document.querySelector<HTMLInputElement>(input!)!
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
    const text = () => document.querySelector(result!)?.getAttribute('aria-label')
    const times: number[] = []
    for (let k = 0; k < 40; k++) {
      const before = text(), began = performance.now()
      set.call(el, String(0.98 - k * 0.02))
      el.dispatchEvent(new Event('input', { bubbles: true }))
      while (text() === before && performance.now() - began < 1000) await new Promise(r => requestAnimationFrame(r))
      await new Promise(r => requestAnimationFrame(r))
      times.push(performance.now() - began)
    }
    return times.sort((a, b) => a - b)
  }, [selector, shown])
}
const times = await drag('/b/heron/wiring', 'input[aria-label="Volume knob"]', 'canvas')
row('dragged knob to repainted curve (median of 40)', times[20]!, 'ms', 50)
row('dragged knob to repainted curve (95 % of 40)', times[38]!, 'ms', 50)
await browser.close()
const rss = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${second.child.pid}/status`, 'utf8'))?.[1]) / 1024
row('server’s resident memory with the demo', rss, 'MB', 300)
await stop(second.child)
rmSync(data, { recursive: true, force: true })

console.log(`\n${hostname()}: ${cpus().length} × ${cpus()[0]?.model ?? 'processor'}, Node ${process.version}\n`)
const width = Math.max(...rows.map(r => r[0].length))
for (const [what, value, bar] of rows) console.log(`${what.padEnd(width)}  ${value.padStart(12)}  ${bar}`)

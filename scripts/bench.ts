import { dimensionAt, dimensionPaths, withDimension } from '../src/core/parts/dimensionAt.ts'
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { against, keepRun, keptRun, machineHere, paceHere } from './benchKept.ts'
import { openChromium } from './chromium.ts'
import { Bench } from 'tinybench'
import type { Build } from '../src/core/document/build.ts'
import { readBuildText } from '../src/core/document/readBuild.ts'
import { pitchSteps, response } from '../src/core/circuit/response.ts'
import { allSettings } from '../src/core/circuit/settings.ts'
import { spiceNetlist } from '../src/core/circuit/spice.ts'
import { diagnose } from '../src/core/meter/diagnose.ts'
import { measureLive } from './liveBench.ts'
import { modelOf, tableOf, type Table } from '../src/core/meter/table.ts'
import { markList } from '../src/core/drill/markList.ts'
import { sheetsPdf } from '../src/core/drill/templates/sheetsPdf.ts'
import { templatesOf } from '../src/core/drill/templates/templates.ts'
import { fit } from '../src/core/fit/applyFixes.ts'
import { drillWork } from '../src/core/fit/drillWork.ts'
import { jointsAsTheyStand } from '../src/core/fit/findJoints.ts'
import { cheapestFixesNow } from '../src/core/fit/fixSet.ts'
import { measureNext } from '../src/core/fit/measureNext.ts'
import { candidatesFor } from '../src/core/match/candidates.ts'
import { problemOf } from '../src/core/match/problem.ts'
import { bestSets } from '../src/core/match/search.ts'
import { anyCatalogue } from '../tests/support/anyCatalogue.ts'
import { demo } from '../tests/support/demo.ts'
import { finishDates } from '../src/core/finish/dates.ts'
import { filmWork, levelWays } from '../src/core/finish/filmWork.ts'
import { finishWork } from '../src/core/finish/finishWork.ts'
import { buzzWork } from '../src/core/setup/buzz.ts'
import { clearances } from '../src/core/setup/clearance.ts'
import { STYLES, USUAL_SWING } from '../src/core/setup/swing.ts'
import { changeOfStrings, setFor } from '../src/core/setup/changeOfStrings.ts'
import { pitchOfPiece } from '../src/core/sound/tuner.ts'
import { layOut } from '../src/core/layout/layOut.ts'
import { schedule, type WorkItem } from '../src/core/calendar/schedule.ts'
import { planOutlook } from '../src/core/plan/outlook.ts'
import { plan } from '../src/core/plan/plan.ts'
import { workshopPlan } from '../src/core/plan/workshopPlan.ts'
import { drawing } from '../src/core/ways/drawing.ts'
import { synthesize } from '../src/core/circuit/synthesis/search.ts'
import { ROOT } from '../tests/support/server.ts'
import { electric, RECIPE_BUILDS, withRecipe } from '../tests/support/electric.ts'
import { LONG_TABLES, TABLES } from '../tests/support/soundTables.ts'
import { paints } from './paints.ts'

const root = ROOT
const read = readBuildText(readFileSync(join(root, 'demo/heron.json'), 'utf8'))
if (!read.ok) throw new Error('the demo build is not readable')
const build = read.build
const settings = allSettings(build)[2]!
const hz = pitchSteps()

/** `--keep` keeps this run, for later ones on the same machine to be told against. */
const KEPT = join(root, 'tmp/bench.json'),
  machine = machineHere(),
  pace = paceHere(),
  kept = keptRun(KEPT, machine)
if (kept)
  console.log(
    `Told against the run of ${kept.at}; the machine takes × ${(pace / kept.pace).toFixed(2)} of the time that it took then, which is taken out of times.`,
  )

const rows: [what: string, value: string, bar: string, against: string][] = [],
  measuredRows: Record<string, number> = {}
/** Keeps what was measured for the table at the end, and prints it at once: what breaks off later has shown that much. */
const row = (what: string, value: number, unit: string, bar?: number) => {
  measuredRows[what] = value
  const measured: (typeof rows)[number] = [
    what,
    `${value.toFixed(value < 10 ? 2 : 0)} ${unit}`,
    bar === undefined ? '' : `${value <= bar ? 'within' : 'OVER'} ${bar} ${unit}`,
    against(what, value, unit, pace, kept),
  ]
  rows.push(measured)
  console.log(measured.filter(Boolean).join(' | '))
}

/** The same build as another document, so that nothing is kept but what shares its parts. */
const anew = (b: Build): Build => ({ ...b, parts: [...b.parts] })
const bench = new Bench({ time: 600, warmupTime: 200 })
bench
  .add('response, 400 points', () => {
    response(build, settings, hz)
  })
  .add('all joints', () => {
    jointsAsTheyStand(anew(build))
  })
  .add('joints now and planned', () => {
    fit(anew(build))
  })
  .add('layout', () => {
    layOut(anew(build))
  })
  .add('plan with dates', () => {
    plan(anew(build))
  })
const TODAY = '2026-11-24'
const kestrel = demo('kestrel')
const pickups = anyCatalogue(build, 24_000)
  .filter(p => p.kind === 'pickup')
  .slice(0, 2000)
for (const name of ['heron', 'kestrel', 'wren', 'bittern'] as const) {
  const b = demo(name)
  let other = b
  // Another document through and through, made outside of what is measured: nothing of it is kept.
  bench.add(
    `joints of ${name}, ${jointsAsTheyStand(b).length} of them`,
    () => {
      jointsAsTheyStand(other)
    },
    {
      beforeEach: () => {
        other = structuredClone(b)
      },
    },
  )
}
/** Kestrel with one dimension edited, again and again: joints, fixes, layout, holes and plan of a document that shares the rest. */
let edited = kestrel,
  nth = 0
const cover = kestrel.parts.find(p => p.id === kestrel.slots['pickup-bridge'])!
const dimensions = kestrel.parts
  .filter(p => Object.values(kestrel.slots).includes(p.id))
  .flatMap(p => dimensionPaths(p).map(path => ({ id: p.id, path })))
  .filter(
    x =>
      dimensionAt(
        kestrel.parts.find(p => p.id === x.id)!,
        x.path,
      )!.doubt > 0,
  )
const everything = (b: typeof build) => {
  fit(b)
  drillWork(b)
  plan(b)
}
bench
  .add('one dimension of Kestrel edited: joints, fixes, layout, holes, plan', () => {
    const d = cover.dims.length!,
      part = { ...cover, dims: { ...cover.dims, length: { ...d, value: d.value + (nth++ % 50) / 100 } } }
    edited = { ...edited, parts: edited.parts.map(p => (p.id === cover.id ? part : p)) }
    everything(edited)
  })
  .add('any one dimension of Kestrel edited: joints, fixes, layout, holes, plan', () => {
    const { id, path } = dimensions[(nth++ * 37) % dimensions.length]!
    edited = {
      ...edited,
      parts: edited.parts.map(p => {
        const d = p.id === id ? dimensionAt(p, path) : undefined
        return d ? withDimension(p, path, { ...d, value: d.value + 0.01 }) : p
      }),
    }
    everything(edited)
  })
  .add('Kestrel from nothing: joints, fixes, layout, holes, plan', () => {
    everything(structuredClone(kestrel))
  })
bench.add(`candidates for a slot, ${pickups.length} parts`, () => {
  candidatesFor(build, { id: 'pickup-bridge', kind: 'pickup' }, pickups, TODAY)
})
bench
  .add('measure next', () => {
    measureNext(build, jointsAsTheyStand(anew(build)))
  })
  .add('cheapest set of fixes, Kestrel', () => {
    cheapestFixesNow(kestrel)
  })
/** Everything that the layout station shows, from a changed build: joints and fixes, layout, cuts, holes met with their surroundings, numbers to mark. */
const layAnew = (b: typeof build) => {
  const w = drillWork(anew(b))
  if (w) markList(w, b)
}
for (const name of ['heron', 'kestrel', 'wren', 'bittern'] as const) {
  const b = demo(name),
    blank = demo(name)
  for (const p of blank.parts) if (p.kind === 'neck') p.features = p.features.filter(f => f.role !== 'tuner-hole')
  bench
    .add(`re-layout of ${name}`, () => {
      layAnew(b)
    })
    .add(`re-layout of ${name}, tuners proposed`, () => {
      layAnew(blank)
    })
}
/** A coat more and one less, again and again: layers, film, chance, work and dates anew, ways of levelling besides. */
for (const name of ['heron', 'kestrel', 'wren', 'bittern', 'plover'] as const) {
  const b = demo(name),
    dates = finishWork(b).acts.map(a => ({ step: a.id, state: 'done' as const, at: '2026-11-01T10:00:00Z' }))
  let n = 0
  const changed = (): Build => ({
    ...b,
    steps: dates.slice(0, 12),
    finish: {
      ...b.finish,
      layers: b.finish.layers.map((l, i, all) => (i === all.length - 1 ? { ...l, coats: 4 + (n++ % 5) } : l)),
    },
  })
  bench
    .add(`finish of ${name}: schedule, film, dates`, () => {
      const x = changed()
      filmWork(x)
      finishDates(finishWork(x), x.steps, '2026-11-28T12:00:00Z')
    })
    .add(`finish of ${name}: ways of levelling`, () => {
      levelWays(changed())
    })
}
{
  const b = demo('bittern'),
    w = buzzWork(b)!,
    DOWN = ['D4', 'A3', 'F3', 'C3', 'G2', 'D2'],
    piece = Float32Array.from({ length: 4096 }, (_, k) => 0.2 * Math.sin((2 * Math.PI * 82.41 * k) / 44100)),
    strings = w.strings.map(s => ({ neck: w.neck, ...STYLES.usual, figures: USUAL_SWING, string: s.string }))
  let n = 0
  bench
    .add('clearances: all strings, all places held, all frets', () => {
      for (const o of strings) clearances(o)
    })
    .add('the tuner: one piece of 4,096 samples, 93 ms long', () => {
      pitchOfPiece(piece, 44100)
    })
    .add('another tuning: gauges proposed, and what they do', () => {
      const x = { ...b, setup: { ...b.setup, margin: 0.05 + (n++ % 40) / 1000 } }
      changeOfStrings(x, DOWN, setFor(x, DOWN, { kind: 'as now' })!)
    })
    .add('the lowest setup solved: relief, nut, both ends of the action', () => {
      buzzWork({ ...b, setup: { ...b.setup, margin: 0.05 + (n++ % 40) / 1000 } })
    })
}
const BARS: Record<string, number> = {
  'response, 400 points': 2,
  'all joints': 10,
  'one dimension of Kestrel edited: joints, fixes, layout, holes, plan': 8,
  [`candidates for a slot, ${pickups.length} parts`]: 100,
}
for (const t of bench.tasks) {
  if (t.name.startsWith('joints of')) BARS[t.name] = 10
  if (t.name.startsWith('re-layout')) BARS[t.name] = 20
  if (t.name.endsWith('schedule, film, dates')) BARS[t.name] = 10
  if (t.name.startsWith('clearances')) BARS[t.name] = 5
  // A hundred milliseconds behind the sound: half of a piece is heard before its middle, the rest is for computing.
  if (t.name.startsWith('the tuner')) BARS[t.name] = 50
  if (t.name.startsWith('the lowest setup')) BARS[t.name] = 200
}
bench.addEventListener('cycle', ({ task }) => {
  if (task) row(`${task.name} (median)`, task.result?.latency?.p50 ?? NaN, 'ms', BARS[task.name])
})
await bench.run()

/** Time of a piece of work, ms: the median of some runs after one to warm up. */
function timed(runs: number, work: () => void): number {
  work()
  const ms = Array.from({ length: runs }, () => {
    const began = performance.now()
    work()
    return performance.now() - began
  }).sort((a, b) => a - b)
  return ms[Math.floor(runs / 2)]!
}

/** Time of a piece of work that is long enough without a warm-up, ms. */
function once(work: () => void): number {
  const began = performance.now()
  work()
  return performance.now() - began
}

// The circuit with the most settings among the recipes: every setting over the whole sweep, and as ngspice does it.
{
  const circuits = RECIPE_BUILDS.map(([id, e]) => withRecipe(electric(e), id)),
    largest = circuits.reduce((a, b) => (allSettings(b).length > allSettings(a).length ? b : a)),
    all = allSettings(largest)
  const own = timed(9, () => all.forEach(s => response(largest, s, hz)))
  row(`all ${all.length} settings of the largest recipe, 400 points each (median of 9)`, own, 'ms', 15)
  for (const name of ['kestrel', 'bittern'] as const) {
    const b = demo(name)
    row(
      `drawing to solder from, ${b.name} (median of 9)`,
      timed(9, () => drawing(structuredClone(b))),
      'ms',
      100,
    )
  }
  const bars: Record<string, number> = {
    'three single-coils with two tones': 2000,
    'two doubles and a single, split in 2 and 4': 4000,
    'two doubles on four poles: whole, inner, all, outer, whole': 8000,
    'three single-coils, a pull that adds the third': 20_000,
  }
  for (const [name, q] of [...TABLES, ...LONG_TABLES])
    if (bars[name])
      row(
        `wiring found: ${name}`,
        once(() => Array.from(synthesize(q)).length),
        'ms',
        bars[name],
      )
}
{
  const [largest] = RECIPE_BUILDS.map(([id, of]) => ({ id, m: modelOf(withRecipe(electric(of), id)) })).sort(
    (a, b) => b.m.hypotheses.length * b.m.probes.length - a.m.hypotheses.length * a.m.probes.length,
  )
  if (largest) {
    const { id, m } = largest
    let table: Table | undefined
    row(
      `predictions of all ${m.hypotheses.length} ways to be of ${id}, ${m.probes.length} readings each`,
      once(() => (table = tableOf(m))),
      'ms',
      3000,
    )
    row(
      'the next reading among them (median of 5)',
      timed(5, () => diagnose(m, table!, [])),
      'ms',
      300,
    )
  }
}
const own = bench.tasks[0]?.result?.latency.p50 ?? NaN

if (spawnSync('which', ['ngspice']).status === 0) {
  const dir = mkdtempSync(join(tmpdir(), 'snugbolt-bench-'))
  writeFileSync(join(dir, 'c.cir'), spiceNetlist(build, settings, { from: 20, to: 20000, pointsPerDecade: 133 }))
  const times = Array.from({ length: 5 }, () => {
    const t = performance.now()
    spawnSync('ngspice', ['-b', 'c.cir'], { cwd: dir })
    return performance.now() - t
  }).sort((a, b) => a - b)
  row('ngspice, the same sweep, whole process (median of 5)', times[2]!, 'ms')
  row('ratio ngspice / own', times[2]! / own, '×')
  rmSync(dir, { recursive: true, force: true })
}

for (const name of ['heron', 'kestrel', 'bittern'] as const) {
  const began = performance.now(),
    w = drillWork(demo(name))!,
    drawings = templatesOf(w),
    bytes = await sheetsPdf(name, drawings, demo(name).preferences.print)
  row(
    `all templates of ${name} in Node: ${drawings.length} drawings, ${Math.round(bytes.length / 1024)} kB`,
    performance.now() - began,
    'ms',
    3000,
  )
}

const TWELVE = [
  'body',
  'neck',
  'bridge',
  'nut',
  'tuners',
  'pickup-bridge',
  'pickup-neck',
  'pot-volume',
  'pot-tone',
  'switch',
  'jack',
  'strings',
]
const catalogue = anyCatalogue(build, 10_000)
{
  const began = performance.now(),
    p = problemOf(
      { ...build, parts: build.parts.filter(x => x.kind === 'strings') },
      catalogue,
      { fixed: {}, hourly: 12, weekly: 4 },
      TODAY,
      TWELVE,
    ),
    g = bestSets(p, 20)
  let first: number | undefined
  for (;;) {
    const s = g.next()
    if (s.done) {
      row('best 20 sets of 10,000 parts, twelve slots, in Node', performance.now() - began, 'ms')
      break
    }
    if (s.value.best.length) first ??= performance.now() - began
  }
  row('… first useful result', first ?? NaN, 'ms')
}

const data = mkdtempSync(join(tmpdir(), 'snugbolt-bench-'))
const port = 4391
const address = `http://127.0.0.1:${port}`
async function start() {
  const began = performance.now()
  const child = spawn(process.execPath, [join(root, 'dist/server/main.js'), '--demo'], {
    env: { ...process.env, SNUGBOLT_DATA: data, PORT: String(port) },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  process.once('exit', () => child.kill())
  for (;;) {
    if (child.exitCode !== null) throw new Error(`the server ended: is port ${port} taken?`)
    if (
      await fetch(`${address}/api/health`).then(
        r => r.ok,
        () => false,
      )
    )
      return { child, ms: performance.now() - began }
    await new Promise(r => setTimeout(r, 20))
    if (performance.now() - began > 60_000) throw new Error('the server did not open')
  }
}
const stop = (c: ReturnType<typeof spawn>) =>
  new Promise(r => {
    c.once('exit', r)
    c.kill()
  })
const first = await start()
row('first start, data folder made', first.ms, 'ms')
await stop(first.child)
const second = await start()
row('second start', second.ms, 'ms', 3000)

const browser = await openChromium()
for (const [station, seen] of Object.entries(await paints(browser, address))) {
  row(`${station}: first paint, nothing cached, worst of 3`, seen.paint, 'ms', 1000)
  row(`${station}: largest shift`, seen.shift, '', 0.02)
}
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
const scripts = new Set<string>()
page.on('request', r => {
  if (r.resourceType() === 'script') scripts.add(new URL(r.url()).pathname)
})
await page.goto(`${address}/b/heron/fit`)
await page.getByText('Saved', { exact: true }).first().waitFor()
await page.waitForTimeout(3_000)
const files = [...scripts].map(s => join(root, 'dist/web', s)).filter(existsSync)
row(
  'script of a first load (Fit), gzipped',
  files.reduce((s, f) => s + gzipSync(readFileSync(f)).length, 0) / 1024,
  'kB',
  400,
)

/** Time from each input event to the frame after the interface shows its result, ms, sorted. */
async function drag(path: string, selector: string, shown: string): Promise<number[]> {
  await page.goto(address + path)
  await page.waitForSelector(selector)
  await page.waitForTimeout(1200)
  return page.evaluate(
    async ([input, result]) => {
      const el = document.querySelector<HTMLInputElement>(input!)!
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
      const text = () => document.querySelector(result!)?.getAttribute('aria-label')
      const times: number[] = []
      for (let k = 0; k < 40; k++) {
        const before = text(),
          began = performance.now()
        set.call(el, String(0.98 - k * 0.02))
        el.dispatchEvent(new Event('input', { bubbles: true }))
        while (text() === before && performance.now() - began < 1000)
          await new Promise(r => requestAnimationFrame(r))
        await new Promise(r => requestAnimationFrame(r))
        times.push(performance.now() - began)
      }
      return times.sort((a, b) => a - b)
    },
    [selector, shown],
  )
}
const times = await drag('/b/heron/wiring', 'input[aria-label="Volume knob"]', 'canvas')
row('dragged knob to repainted curve (median of 40)', times[20]!, 'ms', 50)
row('dragged knob to repainted curve (95 % of 40)', times[38]!, 'ms', 50)

/** Parts put on the running workshop's shelf. */
async function stockUp(parts: readonly object[]) {
  for (let at = 0; at < parts.length; at += 1000) {
    const r = await fetch(`${address}/api/shelf`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ parts: parts.slice(at, at + 1000) }),
    })
    if (!r.ok) throw new Error(`the shelf refused: ${(await r.text()).slice(0, 300)}`)
  }
}
/** Largest memory that a process of the browser had of one type, MB. */
async function rendererPeak(): Promise<number> {
  const cdp = await browser.newBrowserCDPSession()
  const { processInfo } = (await cdp.send('SystemInfo.getProcessInfo')) as {
    processInfo: { type: string; id: number }[]
  }
  return Math.max(
    ...processInfo
      .filter(p => p.type === 'renderer')
      .map(p => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${p.id}/status`, 'utf8'))?.[1] ?? 0) / 1024),
  )
}
const idle = await (async () => {
  await page.goto(`${address}/b/kestrel/drill?view=templates`)
  await page.getByRole('button', { name: 'All as PDF' }).waitFor()
  await page.waitForTimeout(1500)
  return rendererPeak()
})()
{
  // A worker lives in its page's process: its memory is what that grows by while it draws.
  let peak = idle,
    drawing = true
  const watch = (async () => {
    while (drawing) {
      peak = Math.max(peak, await rendererPeak())
      await new Promise(r => setTimeout(r, 15))
    }
  })()
  const began = performance.now()
  await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'All as PDF' }).click()])
  const whole = performance.now() - began
  drawing = false
  await watch
  await page.getByText('is saved.').waitFor()
  row('all templates of Kestrel in Chromium’s worker, button to file', whole, 'ms', 3000)
  row('… the worker’s own time', Number(await page.locator('[data-ms]').getAttribute('data-ms')), 'ms', 3000)
  row('… memory of page and worker at most, less before', peak - idle, 'MB', 250)
}
await page.goto(`${address}/b/bittern/finish?hand=finish/level`)
await page.getByLabel('Edges with').waitFor()
await page.waitForTimeout(800)
row(
  'the map of film after a pad is changed: work until it is drawn (median of 21)',
  await page.evaluate(async () => {
    const el = [...document.querySelectorAll('select')].find(s => s.labels[0]?.textContent === 'Edges with')!,
      set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')!.set!
    const times: number[] = []
    for (let n = 0; n < 21; n++) {
      const pad = ['foam', 'hard block', 'fingers'][n % 3]!
      await new Promise(done => setTimeout(done, 300))
      const began = performance.now()
      set.call(el, pad)
      el.dispatchEvent(new Event('change', { bubbles: true }))
      times.push(performance.now() - began)
    }
    return times.sort((a, b) => a - b)[10]!
  }),
  'ms',
  17,
)
await stockUp(catalogue)
await page.goto(`${address}/b/heron/parts?view=sets`)
await page.getByRole('button', { name: 'Find the best sets' }).waitFor()
await page.waitForTimeout(800)
const before = await rendererPeak()
for (const box of await page.getByRole('group', { name: 'Keep as chosen' }).getByRole('checkbox').all())
  if (await box.isChecked()) await box.uncheck()
await page.getByRole('button', { name: 'Find the best sets' }).click()
const status = page.getByText(/no better one among/)
await status.waitFor({ timeout: 120_000 })
const shown = async (name: string) => Number(await status.getAttribute(name))
row(
  `best 20 sets of 10,162 parts, ${await shown('data-slots')} slots, in Chromium’s worker`,
  await shown('data-ms'),
  'ms',
  2000,
)
row('… first useful result', await shown('data-first-ms'), 'ms', 300)
row('… memory of page and worker after it, less before', (await rendererPeak()) - before, 'MB', 200)

await stockUp(anyCatalogue(build, 20_000, 7).slice(10_000))
await page.goto(`${address}/b/heron/shelf?of=workshop`)
await page.getByRole('searchbox', { name: 'Find a part' }).waitFor()
await page.waitForFunction(
  () => Number(document.querySelector('[role=radio][aria-checked=true] span')?.textContent) > 20_000,
  undefined,
  { timeout: 60_000 },
)
const keys = await page.evaluate(async () => {
  const el = document.querySelector<HTMLInputElement>('input[type=search]')!,
    set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
  const count = () => document.querySelector('section[aria-label="Parts at hand"] li')?.getAttribute('aria-setsize')
  const times: number[] = []
  for (const text of [
    'p',
    'po',
    'pot',
    'pote',
    'n',
    'ne',
    'nec',
    'neck',
    's',
    'sw',
    'swi',
    'swit',
    'b',
    'br',
    'bri',
    'brid',
    't',
    'tu',
    'tun',
    'tune',
  ]) {
    const was = count(),
      began = performance.now()
    set.call(el, text)
    el.dispatchEvent(new Event('input', { bubbles: true }))
    while (count() === was && performance.now() - began < 400) await new Promise(r => requestAnimationFrame(r))
    await new Promise(r => requestAnimationFrame(r))
    times.push(performance.now() - began)
  }
  return times.sort((a, b) => a - b)
})
row('find among 20,000 parts, key to filtered list (median of 20)', keys[10]!, 'ms', 100)
await browser.close()
const rss = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${second.child.pid}/status`, 'utf8'))?.[1]) / 1024
row('server’s resident memory, 20,000 parts on the shelf', rss, 'MB')
await stop(second.child)
rmSync(data, { recursive: true, force: true })

{
  const now = { at: '2026-11-30T17:00:00Z', zone: 'UTC' },
    five = (['heron', 'kestrel', 'wren', 'bittern', 'plover'] as const).map(id => demo(id)),
    hours = { startOn: '2026-11-30', hours: [1, 0, 1, 0, 0, 1, 0], from: '18:00' },
    // Four hundred steps of five builds on three hours a week: two years of evenings.
    steps = five.flatMap(b =>
      Array.from({ length: 80 }, (_, i): WorkItem => ({
        id: `${b.id} ${i}`,
        minutes: 30 + (i % 5) * 10,
        waitHours: i % 7 === 0 ? 24 : 0,
        needs: i ? [`${b.id} ${i - 1}`] : [],
        whole: i % 7 === 0,
      })),
    )
  row(
    'five builds, 400 steps, two years scheduled (median of 15)',
    timed(15, () => schedule(steps, hours)),
    'ms',
    100,
  )
  row(
    'Kestrel’s end in 2,000 courses, with what would help (median of 5)',
    timed(5, () => planOutlook(structuredClone(five[1]!), now)),
    'ms',
    2000,
  )
  row(
    'five demo builds on one person’s evenings (median of 9)',
    timed(9, () => workshopPlan(structuredClone(five), hours, now)),
    'ms',
  )
}

await measureLive(row)

console.log(`\n${machine}\n`)
const width = Math.max(...rows.map(r => r[0].length)),
  bars = Math.max(...rows.map(r => r[2].length))
for (const [what, value, bar, then] of rows)
  console.log(`${what.padEnd(width)}  ${value.padStart(12)}  ${bar.padEnd(bars)}  ${then}`.trimEnd())
if (process.argv.includes('--keep')) {
  keepRun(KEPT, { machine, at: new Date().toISOString(), pace, rows: measuredRows })
  console.log(`\nKept in ${KEPT}.`)
}

import type { Page } from 'playwright-core'
import {
  cpSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { LONG, oneIn } from '../support/long.ts'
import { copyOf, DESKTOP, openBench, saved, storedBuild, type Bench } from '../support/browser.ts'
import { ROOT, startServer } from '../support/server.ts'
import { visit } from '../support/visit.ts'
import { workshopFolder } from '../support/workshops.ts'

let bench: Bench
const made = mkdtempSync(join(tmpdir(), 'snugbolt-held-'))
beforeAll(async () => {
  bench = await openBench()
})
beforeEach(() => bench.clear())
afterAll(async () => {
  await bench.close()
  rmSync(made, { recursive: true, force: true })
})
/** The application as it is built, of another version: its files have other names, as what is in them would be another. */
function newerInstallation(): string {
  const root = mkdtempSync(join(tmpdir(), 'snugbolt-newer-')),
    web = join(root, 'dist/web'),
    assets = join(web, 'assets')
  for (const name of ['node_modules', 'demo', 'src']) symlinkSync(join(ROOT, name), join(root, name))
  for (const name of ['package.json', 'dist']) cpSync(join(ROOT, name), join(root, name), { recursive: true })
  const names = readdirSync(assets).map(was => [was, was.replace(/(\.\w+)$/, '-newer$1')] as const)
  for (const [was, is] of names) renameSync(join(assets, was), join(assets, is))
  for (const file of [join(web, 'index.html'), join(web, 'sw.js'), ...names.map(([, is]) => join(assets, is))])
    if (/\.(js|css|html)$/.test(file)) {
      const text = names.reduce((t, [was, is]) => t.replaceAll(was, is), readFileSync(file, 'utf8'))
      // The page itself is another as well, and what keeps it has to know.
      writeFileSync(file, text.replace(/(url:`\/index\.html`,revision:`)[0-9a-f]+/, '$1newer'))
    }
  return root
}
const fileOf = (name: string, text: string): string => {
  const file = join(made, name)
  writeFileSync(file, text)
  return file
}
/** A page that has nothing to do. A worker that pages share keeps its network from ever being still. */
const idle = (page: Page): Promise<void> =>
  page.evaluate(async () => {
    for (let n = 0; n < 3; n++) await new Promise<unknown>(done => requestIdleCallback(done, { timeout: 5_000 }))
  })
const STATIONS = ['shelf', 'parts', 'fit', 'drill', 'wiring', 'meter', 'finish', 'setup', 'plan', 'log'] as const

describe('whoever works by keys', () => {
  it.runIf(LONG)(
    'meets the way past the list first, at every station: nothing moves the place of the first Tab',
    async () => {
      const page = await bench.open('/b/heron/fit')
      // Some versions of a browser move that place with what is scrolled into view: nothing is, by that.
      await page.context().addInitScript(() => {
        const w = window as unknown as { moved: string[] }
        w.moved = []
        for (const of of [Element.prototype, HTMLElement.prototype] as {
          scrollIntoView?: unknown
          focus?: unknown
        }[])
          for (const name of ['scrollIntoView', 'focus'] as const)
            if (Object.hasOwn(of, name))
              (of as Record<string, unknown>)[name] = function (this: Element) {
                w.moved.push(`${name} ${this.tagName}`)
              }
      })
      for (const station of STATIONS) {
        await page.goto(`${bench.server.address}/b/heron/${station}`)
        await page.locator('main h1').first().waitFor()
        await saved(page)
        // What comes late comes before the keys are tried.
        await idle(page)
        expect(await page.evaluate(() => (window as unknown as { moved: string[] }).moved), station).toEqual([])
        expect(await page.evaluate(() => document.activeElement?.tagName), station).toBe('BODY')
        await page.keyboard.press('Tab')
        expect(await page.evaluate(() => document.activeElement?.textContent), station).toBe('To the sheet')
      }
    },
    180_000,
  )
})

describe('a browser that keeps nothing', () => {
  it('opens every station, saves what is done, and says nothing of it', async () => {
    const id = await copyOf(bench, 'forbidden', 'wren'),
      context = await bench.browser.newContext({ viewport: DESKTOP, serviceWorkers: 'block' })
    await context.addInitScript(() => {
      const refuse = () => {
        throw new DOMException('The operation is insecure.', 'SecurityError')
      }
      for (const name of ['localStorage', 'sessionStorage', 'indexedDB'])
        Object.defineProperty(window, name, { get: refuse })
      Object.defineProperty(window, 'caches', {
        value: Object.fromEntries(
          ['open', 'has', 'match', 'keys', 'delete'].map(k => [
            k,
            () => Promise.reject(new DOMException('no', 'SecurityError')),
          ]),
        ),
      })
      Object.defineProperty(navigator, 'locks', {
        value: {
          request: () => Promise.reject(new DOMException('no', 'SecurityError')),
          query: () => Promise.reject(new DOMException('no', 'SecurityError')),
        },
      })
      Object.defineProperty(window, 'BroadcastChannel', { value: refuse })
    })
    const page = await bench.open(`/b/${id}/setup`, { context })
    await page.getByLabel('New reading').fill('0.33')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await storedBuild(bench, id)).readings.at(-1)).toMatchObject({ value: 0.33 })
    await saved(page)
    for (const station of oneIn(3, STATIONS)) {
      await visit(page, `/b/${id}/${station}`)
      await page.locator('main h1').first().waitFor()
    }
    await visit(page, '/')
    await page.getByRole('heading', { level: 1 }).first().waitFor()
    expect(page.troubles).toEqual([])
  }, 180_000)
  it('asks before it is left while the workshop is away and holds what is not saved', async () => {
    const id = await copyOf(bench, 'full', 'wren'),
      context = await bench.browser.newContext({ viewport: DESKTOP, serviceWorkers: 'block' }),
      page = await bench.open(`/b/${id}/setup`, { context })
    await saved(page)
    const asked: string[] = []
    page.on('dialog', d => {
      asked.push(d.type())
      void d.dismiss()
    })
    // Where all is saved nothing is asked.
    await page.reload()
    await saved(page)
    expect(asked).toEqual([])
    await page.evaluate(() => {
      Storage.prototype.setItem = () => {
        throw new DOMException('full', 'QuotaExceededError')
      }
    })
    await page.route('**/api/**', r => r.abort())
    await page.getByLabel('New reading').fill('0.44')
    await page.keyboard.press('Enter')
    await page.getByText('this browser’s storage is full').waitFor()
    await page.close({ runBeforeUnload: true })
    await expect.poll(() => asked).toEqual(['beforeunload'])
    // It stayed, and sends it when there is an answer.
    await page.unroute('**/api/**')
    await expect.poll(async () => (await storedBuild(bench, id)).readings.at(-1)).toMatchObject({ value: 0.44 })
  }, 120_000)
})

describe('a new version of the application', () => {
  const newer = (page: Awaited<ReturnType<Bench['open']>>) =>
    page.route('**/api/health', r => r.fulfill({ json: { ok: true, page: '/assets/index-another.js' } }))
  it('is told while a page is open, and comes with a reload', async () => {
    const context = await bench.browser.newContext({ viewport: DESKTOP, serviceWorkers: 'block' }),
      page = await bench.open('/b/wren/setup', { context })
    await saved(page)
    expect(await page.getByText('A new version is here').count()).toBe(0)
    await newer(page)
    await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
    await page.getByText('A new version is here').waitFor()
    await page.unroute('**/api/health')
    await page.getByRole('button', { name: 'Reload' }).click()
    await expect.poll(() => page.getByText('A new version is here').count()).toBe(0)
    await saved(page)
  })
  it.runIf(LONG)(
    'waits in a browser that keeps the application until it is asked for, and what is half-typed stays',
    async () => {
      const data = workshopFolder(inject('workshops').demo),
        newerRoot = newerInstallation()
      let server = await startServer(data, {}, { demo: false, dist: true })
      const { port } = new URL(server.address)
      try {
        const context = await bench.browser.newContext({ viewport: DESKTOP }),
          page = await context.newPage(),
          own = () => page.evaluate(() => document.querySelector<HTMLScriptElement>('script[type="module"]')!.src)
        await page.goto(`${server.address}/b/wren/plan`)
        await saved(page)
        await page.evaluate(async () => {
          await navigator.serviceWorker.ready
        })
        await page.reload()
        await saved(page)
        const old = await own()
        await page.getByLabel('A step of your own after this one').fill('Half a st')
        await server.kill()
        server = await startServer(data, { PORT: port }, { demo: false, dist: true, root: newerRoot })
        // What the browser keeps is what it opens with.
        await page.reload()
        await saved(page)
        expect(await own()).toBe(old)
        expect(await page.getByLabel('A step of your own after this one').inputValue()).toBe('Half a st')
        await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
        await page.getByText('A new version is here').waitFor()
        await page.getByRole('button', { name: 'Reload' }).click()
        await expect.poll(own, { timeout: 100_000 }).toContain('-newer.js')
        await saved(page)
        expect(await page.getByLabel('A step of your own after this one').inputValue()).toBe('Half a st')
        expect(await page.getByText('A new version is here').count()).toBe(0)
        // From now on it is the one that is kept.
        await server.kill()
        await page.goto(`${server.address}/b/wren/setup`)
        await page.locator('main h1').first().waitFor()
        expect(await own()).toContain('-newer.js')
        await context.close()
      } finally {
        await server.kill()
        for (const folder of [data, newerRoot]) rmSync(folder, { recursive: true, force: true })
      }
    },
    180_000,
  )
  it('is told where a piece of the old one is gone: the page says so and is not blank', async () => {
    const context = await bench.browser.newContext({ viewport: DESKTOP, serviceWorkers: 'block' }),
      page = await bench.open('/b/wren/fit', { context })
    await saved(page)
    await newer(page)
    await page.route('**/assets/*.js', r => r.fulfill({ status: 404, contentType: 'application/json', body: '{}' }))
    await page.keyboard.press(']')
    await page.getByRole('heading', { name: 'A new version is here' }).waitFor()
    await page.unrouteAll()
    await page.getByRole('button', { name: 'Reload' }).first().click()
    await page.getByRole('heading', { level: 1, name: 'Layout & drill' }).waitFor()
  })
})

describe('a file that somebody brings', () => {
  it.runIf(LONG)(
    'never holds the page up: a rule that never comes true is stopped by hand, and by itself',
    async () => {
      const page = await bench.open('/b/heron/plan'),
        never = fileOf(
          'never.ics',
          'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//t//EN\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART:20261201T180000\r\nDTEND:20261201T190000\r\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n',
        )
      await page.getByText('Start day, hours at the bench and days off').click()
      const choose = page.getByLabel('Busy times from a calendar file')
      await choose.setInputFiles(never)
      await page.getByText('Reading never.ics.').waitFor()
      // The page goes on meanwhile.
      expect(await page.evaluate(() => 1 + 1)).toBe(2)
      await page.getByRole('button', { name: 'Stop' }).click()
      await expect.poll(() => page.getByText('Reading never.ics.').count()).toBe(0)
      await choose.setInputFiles(never)
      await page.getByText(/never\.ics: it was still being read after 20 s.*Nothing was changed/).waitFor()
    },
    120_000,
  )
  it.runIf(LONG)(
    'is refused where it is drawn in more pieces than any outline, and twenty thousand loose lines are joined at once',
    async () => {
      const page = await bench.open('/b/heron/shelf?hand=body&view=outline')
      const arcs = fileOf(
        'arcs.svg',
        `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm"><path d="M0 0${'a1 1 0 0 1 1 1'.repeat(200_000)}"/></svg>`,
      )
      const lines = Array.from({ length: 20_000 }, (_, n) => {
        const at = (k: number) => {
          const t = (2 * Math.PI * k) / 20_000
          return [200 * Math.cos(t), 150 * Math.sin(t)].map(v => v.toFixed(4)) as [string, string]
        }
        const [x, y] = at(n),
          [u, v] = at(n + 1)
        return `0\nLINE\n8\n0\n10\n${x}\n20\n${y}\n30\n0\n11\n${u}\n21\n${v}\n31\n0`
      })
      // In no order at all.
      lines.sort((a, b) => (a.slice(30) < b.slice(30) ? -1 : 1))
      const dxf = fileOf(
        'loose.dxf',
        `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${lines.join('\n')}\n0\nENDSEC\n0\nEOF\n`,
      )
      const choose = page.getByLabel('SVG or DXF drawing')
      await choose.setInputFiles(arcs)
      await page.getByText(/far more pieces than an outline needs/).waitFor()
      await choose.setInputFiles(dxf)
      // As one line, with nothing left over.
      await expect.poll(() => page.getByText(/^joined line/).allInnerTexts()).toEqual(['joined line 1'])
    },
    120_000,
  )
})

describe('the reader’s own clock', () => {
  it('is the one of every list and sheet, wherever that is', async () => {
    const id = await copyOf(bench, 'island', 'wren', b => {
        b.log = [{ id: 'l-1', at: '2026-11-29T06:30:00.000Z', text: 'Late at the bench' }]
      }),
      context = await bench.browser.newContext({
        viewport: DESKTOP,
        serviceWorkers: 'block',
        timezoneId: 'Pacific/Honolulu',
      }),
      page = await bench.open(`/b/${id}/log`, { context })
    // Ten hours behind UTC, all the year: the evening before.
    await page.getByText('11-28 20:30').waitFor()
    await page.clock.setFixedTime('2026-12-05T06:00:00Z')
    await page.goto(`${bench.server.address}/b/${id}/sheet`)
    await page.getByText(/Written Fri 4 Dec/).waitFor()
  })
  it('is warned of where it stands before what was done', async () => {
    const context = await bench.browser.newContext({ viewport: DESKTOP, serviceWorkers: 'block' }),
      page = await context.newPage()
    await page.clock.setFixedTime('2025-12-01T12:00:00Z')
    await page.goto(`${bench.server.address}/b/bittern/log`)
    await page.getByText(/This device’s clock says 1 Dec 2025.*set the clock/).waitFor()
    await context.close()
  })
})

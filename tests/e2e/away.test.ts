import { createHash } from 'node:crypto'
import { rmSync } from 'node:fs'
import type { BrowserContext, Page } from 'playwright-core'
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { LONG, oneIn } from '../support/long.ts'
import { copyOf, DESKTOP, openBench, saved, storedBuild, type Bench } from '../support/browser.ts'
import type { Build } from '../../src/core/document/build.ts'
import { png } from '../support/png.ts'
import { startServer } from '../support/server.ts'
import { workshopFolder } from '../support/workshops.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
beforeEach(() => bench.clear())
afterAll(() => bench.close())

const STATIONS = ['shelf', 'parts', 'fit', 'drill', 'wiring', 'meter', 'finish', 'setup', 'plan', 'log'] as const
/** As a browser is at home: it keeps the application. */
const keeping = (): Promise<BrowserContext> => bench.browser.newContext({ viewport: DESKTOP })
const openIn = async (context: BrowserContext, path: string): Promise<Page> => {
  const page = await context.newPage()
  page.setDefaultTimeout(60_000)
  await page.goto(path)
  return page
}

describe('while the server is away', () => {
  it('every station opens, edits wait here, and go when it is back', async () => {
    const data = workshopFolder(inject('workshops').demo)
    let server = await startServer(data, {}, { demo: false, dist: true })
    const { port } = new URL(server.address)
    try {
      const context = await keeping(),
        page = await openIn(context, `${server.address}/b/wren/fit`)
      await saved(page)
      await page.evaluate(async () => {
        await navigator.serviceWorker.ready
      })
      // Under the worker now: what is read is kept.
      await page.reload()
      await saved(page)
      await server.kill('SIGKILL')
      for (const station of oneIn(4, STATIONS)) {
        await page.goto(`${server.address}/b/wren/${station}`)
        await page.locator('main h1').first().waitFor()
        await saved(page)
      }
      await page.goto(`${server.address}/b/wren/setup`)
      await page.getByLabel('New reading').fill('0.33')
      await page.keyboard.press('Enter')
      await page.getByText('Not saved: the workshop does not answer. Kept here, trying again.').waitFor()
      // It outlives a reload, though nobody answers.
      await page.reload()
      await page.getByText('Not saved: the workshop does not answer. Kept here, trying again.').waitFor()
      // A photo taken meanwhile is kept here by its own hash, shown, and goes before the build that names it.
      await page.goto(`${server.address}/b/wren/log`)
      await page
        .getByLabel('Photo: file or camera')
        .setInputFiles({ name: 'heel.png', mimeType: 'image/png', buffer: png(400, 300) })
      const shown = page.getByRole('list', { name: 'Photos' }).getByRole('img')
      await shown.waitFor()
      await expect
        .poll(() => shown.evaluate(i => (i as HTMLImageElement).naturalWidth), { timeout: 20_000 })
        .toBe(400)
      server = await startServer(data, { PORT: port }, { demo: false, dist: true })
      await saved(page)
      const { build } = (await (await fetch(`${server.address}/api/builds/wren`)).json()) as { build: Build }
      expect(build.readings.at(-1)!.value).toBe(0.33)
      const [photo] = build.attachments!,
        bytes = Buffer.from(await (await fetch(`${server.address}/api/attachments/${photo!.hash}`)).arrayBuffer())
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(photo!.hash)
      expect(bytes.length).toBe(photo!.size)
      await context.close()
    } finally {
      await server.kill('SIGKILL')
      rmSync(data, { recursive: true, force: true })
    }
  })

  it('what is half-typed in a field outlives a reload, and goes with Escape', async () => {
    const id = await copyOf(bench, 'half-typed', 'wren'),
      page = await bench.open(`/b/${id}/setup`)
    const field = page.getByLabel('New reading')
    await field.fill('0.2')
    await page.reload()
    await page.getByRole('heading', { name: 'Setup' }).waitFor()
    await expect.poll(() => field.inputValue()).toBe('0.2')
    await field.press('Escape')
    await page.reload()
    await page.getByRole('heading', { name: 'Setup' }).waitFor()
    await expect.poll(() => field.inputValue()).toBe('')
    expect((await storedBuild(bench, id)).readings).toHaveLength((await storedBuild(bench, 'wren')).readings.length)
  })

  it('what cannot be taken stays in the field of its own part, with its reason, and in no other’s', async () => {
    const page = await bench.open('/b/wren/shelf?hand=wren-volume'),
      field = page.getByRole('textbox', { name: 'bushing thread diameter', exact: true })
    await field.fill('abc')
    await field.press('Enter')
    await page.getByText(/“abc” is not a length/).waitFor()
    await page.getByText('Tone, 500 k').first().click()
    await page.getByRole('heading', { name: 'Tone, 500 k' }).waitFor()
    expect(await field.inputValue()).not.toBe('abc')
    await page.getByText('Volume, 500 k').first().click()
    await page.getByRole('heading', { name: 'Volume, 500 k' }).waitFor()
    await expect.poll(() => field.inputValue()).toBe('abc')
    await page.getByText(/“abc” is not a length/).waitFor()
    await field.press('Escape')
  })

  it('a build that is being begun outlives a reload, and is gone when it is left', async () => {
    const page = await bench.open('/new?have=kit'),
      name = page.getByLabel('Name of the build'),
      text = page.getByLabel('The leaflet’s or the shop page’s text, as it is')
    await name.fill('Half begun')
    await text.fill('22 frets')
    await page.reload()
    await expect.poll(() => name.inputValue()).toBe('Half begun')
    expect(await text.inputValue()).toBe('22 frets')
  })
})

describe('two pages of one build', () => {
  it('tell one another at once, and what both add is there', async () => {
    const id = await copyOf(bench, 'two-pages', 'wren'),
      context = await keeping(),
      a = await openIn(context, `${bench.server.address}/b/${id}/log`),
      b = await openIn(context, `${bench.server.address}/b/${id}/log`)
    const write = async (page: Page, text: string) => {
      await page.getByLabel('Write a line').fill(text)
      await page.keyboard.press('Enter')
    }
    await write(a, 'Written in the first.')
    await saved(a)
    await b.getByText('Written in the first.').first().waitFor()
    // Both at the same time, neither knowing of the other's.
    await Promise.all([write(a, 'First again.'), write(b, 'And the second.')])
    for (const page of [a, b]) {
      await page.getByText('First again.').first().waitFor()
      await page.getByText('And the second.').first().waitFor()
      await saved(page)
    }
    const texts = (await storedBuild(bench, id)).log.map(l => l.text)
    expect(texts.slice(-3).sort()).toEqual(['And the second.', 'First again.', 'Written in the first.'])
    await context.close()
  })

  it.runIf(LONG)('keep what each has not saved: reloading one neither shows nor drops the other’s', async () => {
    const id = await copyOf(bench, 'two-drafts', 'wren'),
      context = await keeping(),
      a = await openIn(context, `${bench.server.address}/b/${id}/log`),
      b = await openIn(context, `${bench.server.address}/b/${id}/log`)
    await context.route(/\/api\/builds\//, route =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    )
    await a.getByLabel('Write a line').fill('Only in the first.')
    await a.keyboard.press('Enter')
    await a.getByText(/^Not saved/).waitFor()
    await b.reload()
    await saved(b)
    expect(await b.getByText('Only in the first.').count()).toBe(0)
    await a.reload()
    await a.getByText('Only in the first.').first().waitFor()
    await context.unroute(/\/api\/builds\//)
    await saved(a)
    await b.getByText('Only in the first.').first().waitFor()
    await context.close()
  })
})

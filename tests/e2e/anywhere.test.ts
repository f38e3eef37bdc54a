import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { oneIn } from '../support/long.ts'
import { openBench, type Bench } from '../support/browser.ts'
import { faults } from '../support/faults.ts'
import { sticksOut } from '../support/sticksOut.ts'
import { visit } from '../support/visit.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

const STATIONS = ['shelf', 'parts', 'fit', 'drill', 'wiring', 'meter', 'finish', 'setup', 'plan', 'log']

describe('a telephone', () => {
  it('goes from station to station by one list, and the bench takes a reading with a thumb', async () => {
    const page = await bench.open('/b/heron/plan', { viewport: { width: 390, height: 844 } })
    await page.getByLabel('Station', { exact: true }).selectOption('setup')
    await page.waitForURL(/setup/)
    await page.getByRole('heading', { level: 1, name: 'Setup' }).waitFor()
    await page.goto(`${bench.server.address}/b/heron/bench`)
    await page.getByRole('heading', { level: 1 }).waitFor()
    expect(await sticksOut(page)).toEqual([])
    for (const b of await page.getByRole('button').all()) {
      const box = await b.boundingBox()
      if (box) expect(Math.min(box.width, box.height), (await b.textContent()) ?? '').toBeGreaterThanOrEqual(24)
    }
  })
})

describe('by keys and by ear', () => {
  it('pages are named by station and build, a change of station begins at its heading, and the list can be skipped', async () => {
    const page = await bench.open('/b/heron/fit')
    await page.getByRole('heading', { level: 1, name: 'Fit' }).waitFor()
    expect(await page.title()).toBe('Fit · Heron · Snug Bolt')
    await page.keyboard.press(']')
    await page.getByRole('heading', { level: 1, name: 'Layout & drill' }).waitFor()
    await expect.poll(() => page.title()).toBe('Layout & drill · Heron · Snug Bolt')
    await expect.poll(() => page.evaluate(() => document.activeElement?.tagName)).toBe('H1')
    await page.goto(`${bench.server.address}/b/heron/fit`)
    await page.getByRole('heading', { level: 1, name: 'Fit' }).waitFor()
    await page.keyboard.press('Tab')
    expect(await page.evaluate(() => document.activeElement?.textContent)).toBe('To the sheet')
    await page.keyboard.press('Enter')
    await expect.poll(() => page.evaluate(() => document.activeElement?.id)).toBe('sheet')
    await visit(page, '/settings')
    expect(await page.title()).toBe('Settings · Snug Bolt')
  })
  it('an address that leads nowhere says so, in a build and outside, and names the ways on', async () => {
    const page = await bench.open('/b/heron/drilling')
    await page.getByRole('heading', { name: 'There is no such page' }).waitFor()
    await page.getByText('/b/heron/drilling').waitFor()
    await page.getByLabel('Stations of this build').getByRole('link', { name: 'Layout & drill' }).click()
    await page.getByRole('heading', { level: 1, name: 'Layout & drill' }).waitFor()
    await visit(page, '/nowhere')
    await page.getByRole('heading', { name: 'There is no such page' }).waitFor()
    await page.getByRole('link', { name: 'All builds' }).click()
    await page.getByRole('heading', { name: 'Snug Bolt' }).waitFor()
    expect(page.troubles).toEqual([])
  })
  it('colours of the reader’s own leave what is current with a rim', async () => {
    const page = await bench.open('/b/heron/fit')
    await page.emulateMedia({ forcedColors: 'active' })
    await page.getByRole('heading', { level: 1, name: 'Fit' }).waitFor()
    for (const current of [page.locator('nav [aria-current="page"]'), page.locator('ol [aria-current="true"]')])
      expect(await current.first().evaluate(e => getComputedStyle(e).outlineStyle)).toBe('solid')
  })
  it('each station tells how it works, with its sources and its limits', async () => {
    const page = await bench.open('/b/heron/plan')
    for (const s of oneIn(4, STATIONS)) {
      await visit(page, `/b/heron/${s}`)
      await page.getByText('How this works', { exact: true }).click()
      await page
        .getByText(/^\[(published|common practice|from memory|our choice|minutes|usual)/)
        .first()
        .waitFor()
    }
    await visit(page, '/about')
    await page.getByText(/packages; made from what is installed/).waitFor()
    expect(await page.getByLabel('Licences of what is shipped').innerText()).toContain('MIT')
  })
})

describe('the tour', () => {
  it('is offered once, goes over the reader’s own build in its own words, and is left at any time', async () => {
    const page = await bench.open('/')
    await page.getByRole('button', { name: 'Show me round' }).click()
    const tour = page.getByRole('region', { name: 'Tour' })
    await tour.getByText('1 of 5').waitFor()
    await page.waitForURL(/\/fit/)
    // It speaks of a joint of this build.
    const said = await tour.innerText(),
      titles = await page.locator('main ol > li > button').evaluateAll(rows => rows.map(r => r.ariaLabel ?? ''))
    expect(titles.some(t => said.includes(t.replace(/^\d+, /, '').split(':')[0]!))).toBe(true)
    expect(await faults(page, 'but colours')).toEqual([])
    await tour.getByRole('button', { name: 'Next stop' }).click()
    await page.waitForURL(/\/drill/)
    await tour.getByText('2 of 5').waitFor()
    await page.keyboard.press('Escape')
    await expect.poll(() => tour.count()).toBe(0)
    await page.goto(bench.server.address)
    await page.getByRole('heading', { level: 1, name: 'Snug Bolt' }).waitFor()
    await page.waitForTimeout(400)
    expect(await page.getByRole('button', { name: 'Show me round' }).count()).toBe(0)
    expect(page.troubles).toEqual([])
  })
})

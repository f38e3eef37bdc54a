import { readFileSync, writeFileSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { BrowserContext } from 'playwright-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { LONG } from '../support/long.ts'
import { readBuildText } from '../../src/core/document/readBuild.ts'
import { copyOf, DESKTOP, openBench, saved, storedBuild, TABLET, type Bench } from '../support/browser.ts'
import { visit } from '../support/visit.ts'
import { heron, HERON_FILE } from '../support/heron.ts'

let bench: Bench
const dir = mkdtempSync(join(tmpdir(), 'snugbolt-files-'))
beforeAll(async () => {
  bench = await openBench()
})
afterEach(() => bench.clear())
afterAll(async () => {
  await bench.close()
  rmSync(dir, { recursive: true, force: true })
})

const api = async (id = 'heron') =>
  (await (await fetch(`${bench.server.address}/api/builds/${id}`)).json()) as {
    build: ReturnType<typeof heron>
    revision: number
  }

const copy = (id: string) => copyOf(bench, id)

describe('fit', () => {
  it('plans a fix by key, shows the joint as it will be, saves it, and takes it back', async () => {
    const id = await copy('fix')
    const page = await bench.open(`/b/${id}/fit`)
    await page.getByRole('heading', { name: 'Bridge pickup in its rout' }).waitFor()
    await page.keyboard.press('1')
    await page.getByText(/As it will be: 0\.[67]/).waitFor()
    await saved(page)
    expect((await api(id)).build.fixes).toEqual([{ joint: 'pickup-bridge-rout', method: 'open-rout' }])
    await page.goto(`${bench.server.address}/b/${id}/plan`)
    await page.getByRole('button', { name: /^Open the rout/ }).waitFor()
    await page.goto(`${bench.server.address}/b/${id}/fit`)
    await page.getByText(/As it will be/).waitFor()
    await page.getByRole('button', { name: 'Drop the planned fix' }).click()
    await page.keyboard.press('Control+z')
    await page.getByText(/As it will be/).waitFor()
    await page.keyboard.press('Control+Shift+z')
    await page.getByText(/As it will be/).waitFor({ state: 'detached' })
    await saved(page)
    expect((await api(id)).build.fixes).toEqual([])
  })

  it('turns a typed reading into a measurement and another verdict', async () => {
    const id = await copy('reading')
    const page = await bench.open(`/b/${id}/fit?hand=tuner-bushing`)
    const field = page.getByLabel(/^Measured bushing outside diameter/)
    await field.fill('twelve')
    await field.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'is not a length' }).waitFor()
    expect(await field.inputValue()).toBe('twelve')
    await field.fill('.343"')
    await field.press('Enter')
    await page.locator('article').getByText('measured', { exact: true }).waitFor()
    await saved(page)
    const d = (await api(id)).build.parts.find(p => p.id === 'heron-tuners')!.dims.bushingDiameter!
    expect(d.basis).toBe('measured')
    expect(d.value).toBeCloseTo(8.7122, 6)
    expect((await api(id)).build.readings).toHaveLength(heron().readings.length + 1)
  })

  it('walks the ledger by arrow keys and shows keys and search', async () => {
    const page = await bench.open('/b/heron/fit')
    const title = page.locator('#joint')
    await title.waitFor()
    const first = await title.innerText()
    await page.keyboard.press('ArrowDown')
    await expect.poll(() => title.innerText()).not.toBe(first)
    await page.keyboard.press('ArrowUp')
    await expect.poll(() => title.innerText()).toBe(first)
    await page.keyboard.press('?')
    await page.getByRole('dialog', { name: 'Keys' }).waitFor()
    await page.keyboard.press('Escape')
    await page.keyboard.press('/')
    await page.getByLabel('Search for').fill('nut slot')
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /Nut in its slot/ })
      .waitFor()
    await page.keyboard.press('Enter')
    await page.getByRole('heading', { name: 'Nut in its slot' }).waitFor()
    await page.keyboard.press(']')
    await page.waitForURL(/drill/)
  })

  it('finds the joint from its place on the map', async () => {
    const page = await bench.open('/b/heron/fit')
    await page.getByRole('button', { name: "Tuner bushings in headstock: won't go", exact: true }).click()
    await page.getByRole('heading', { name: 'Tuner bushings in headstock' }).waitFor()
  })
})

describe('the other stations', () => {
  it.runIf(LONG)('choose a part that fits from the shelf', async () => {
    const id = await copy('swap')
    const page = await bench.open(`/b/${id}/parts?hand=pickup-bridge`)
    await page.getByRole('button', { name: /Double-coil, narrow cover/ }).click()
    await saved(page)
    expect((await api(id)).build.slots['pickup-bridge']).toBe('double-narrow')
    await visit(page, `/b/${id}/fit`)
    await page.getByText(/2 won't go/).waitFor()
  })

  it('move the bridge, and every number follows', async () => {
    const id = await copy('bridge')
    const page = await bench.open(`/b/${id}/drill`)
    const field = page.getByLabel('Plate front at')
    await field.fill('6 1/4"')
    await field.press('Enter')
    await saved(page)
    expect((await api(id)).build.placements.bridge!.x.value).toBeCloseTo(158.75, 9)
    await page
      .getByRole('button', { name: /Bridge screw 1$/ })
      .first()
      .click()
    await page.getByText('194.8').first().waitFor()
  })

  it('turn a knob and redraw the curve', async () => {
    const page = await bench.open('/b/heron/wiring')
    await page.getByText('hum left').waitFor()
    const name = () => page.getByRole('img', { name: /^Response of/ }).getAttribute('aria-label')
    const before = await name()
    await page.getByLabel('Tone knob').focus()
    for (let k = 0; k < 30; k++) await page.keyboard.press('ArrowLeft')
    await page.waitForFunction(was => document.querySelector('canvas')?.getAttribute('aria-label') !== was, before)
  })

  it('name both ends of a wire', async () => {
    const page = await bench.open('/b/heron/wiring')
    await page.getByRole('button', { name: /^Wire w11,/ }).focus()
    await page.getByText('Bridge pickup, b finish → Tone, a common').waitFor()
  })

  it('judge a meter reading', async () => {
    const id = await copy('meter')
    const page = await bench.open(`/b/${id}/meter`)
    const ledger = page.getByRole('region', { name: 'Readings' })
    await page.getByLabel('It reads').fill('8.5k')
    await page.keyboard.press('Enter')
    await ledger.getByText('agrees', { exact: true }).waitFor()
    await visit(page, `/b/${id}/meter?hand=meter.switch%3Dneck`)
    await page.getByLabel('It reads').fill('OL')
    await page.keyboard.press('Enter')
    await page.getByText('OL: not as it is meant.').waitFor()
    await ledger.getByText('does not agree').waitFor()
  })

  it('refuse a coat in damp, cold air', async () => {
    const id = await copy('damp')
    const page = await bench.open(`/b/${id}/finish?view=air`)
    await page.getByLabel('Surface', { exact: true }).fill('45 F')
    await page.keyboard.press('Enter')
    await page.getByText('do not coat').waitFor()
    await page.getByLabel('Humidity').fill('120')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: '1 to 100 %' }).waitFor()
  })

  it('answer a setup reading with turns and millimetres', async () => {
    const id = await copy('setup')
    const page = await bench.open(`/b/${id}/setup?hand=action.bass`)
    await page.getByLabel('New reading').fill('2.1 mm')
    await page.keyboard.press('Enter')
    await page.getByText(/Lower the saddle 1\.00.mm: 2 turns/).waitFor()
    await page.getByLabel('Target').fill('5/64')
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await api(id)).build.setup.actionBass).toBeCloseTo(1.984375, 9)
  })

  it('take another tuning and gauge, refuse a note that is none, and mirror the map', async () => {
    const id = await copy('drop')
    const page = await bench.open(`/b/${id}/setup`)
    await page.getByLabel('Note of string 6').fill('H2')
    await page.keyboard.press('Enter')
    await page.getByText('is no note').waitFor()
    await page.getByLabel('Note of string 6').fill('d2')
    await page.keyboard.press('Enter')
    await page.getByLabel('Diameter of string 6').fill('.052"')
    await page.keyboard.press('Enter')
    await saved(page)
    const { build } = await api(id)
    expect(build.instrument.tuning[5]).toBe('D2')
    expect(build.parts.find(p => p.id === 'heron-strings')!.gauges![5]!.diameter).toBeCloseTo(1.3208, 9)
    await visit(page, `/b/${id}/log`)
    // Nothing is pinned to it yet: it is folded.
    await page.getByRole('button', { name: 'Show the map' }).click()
    const turned = () =>
      page
        .getByRole('group', { name: 'Map of the instrument' })
        .locator('g[transform]')
        .first()
        .getAttribute('transform')
    const before = await turned()
    await page.getByLabel('Played').selectOption('left')
    await expect.poll(turned).not.toBe(before)
  })

  it('show lengths in the unit that is picked', async () => {
    const id = await copy('inches')
    const page = await bench.open(`/b/${id}/log`)
    await page.getByRole('link', { name: 'Settings of the workshop' }).click()
    await page.getByText('Every build follows').waitFor()
    await page.getByLabel('Lengths in').selectOption('inch-fraction')
    await expect.poll(async () => (await storedBuild(bench, id)).preferences.length).toBe('inch-fraction')
    await visit(page, `/b/${id}/drill?hand=bridge-1`)
    await page.getByText('7 41/64').first().waitFor()
    // The workshop is everybody's here: its units go back.
    await page.goto(`${bench.server.address}/settings`)
    await page.getByText('Every build follows').waitFor()
    await page.getByLabel('Lengths in').selectOption('mm')
    await expect.poll(async () => (await storedBuild(bench, id)).preferences.length).toBe('mm')
  })
})

describe('plan and bench view', () => {
  it('tick steps with a reading, at the bench’s size', async () => {
    const id = await copy('bench')
    const page = await bench.open(`/b/${id}/plan`, { viewport: TABLET })
    await page.keyboard.press('b')
    await page.waitForURL(/bench/)
    const title = await page.getByRole('heading', { level: 1 }).innerText()
    await page.getByLabel('Measured').fill('99999 mm')
    await page.getByLabel('Measured').press('Enter')
    await page.getByRole('alert').filter({ hasText: 'is outside' }).waitFor()
    await page.getByLabel('Measured').fill('287.5 mm')
    await page.getByLabel('Measured').press('Enter')
    await page.waitForFunction(was => document.querySelector('article h1')?.textContent !== was, title)
    await expect.poll(async () => (await api(id)).build.steps.length).toBe(1)
    const { build } = await api(id)
    expect(build.readings.at(-1)!.value).toBe(287.5)
  })

  it('give the plan as a calendar and the template as a PDF', async () => {
    const page = await bench.open('/b/heron/plan')
    const href = await page.getByRole('link', { name: 'Calendar file' }).getAttribute('href')
    expect(await (await fetch(bench.server.address + href!)).text()).toContain('SUMMARY:Trial assembly')
  })
})

/** A bench that does not hear what is done at others: its line is down. */
const deaf = async (): Promise<BrowserContext> => {
  const context = await bench.browser.newContext({ viewport: DESKTOP, serviceWorkers: 'block' })
  // What pages share is asked for beside them; alone they ask for themselves, and get no answer.
  await context.addInitScript('window.SharedWorker = undefined')
  await context.route('**/api/live?**', r => r.abort())
  return context
}

describe('files and copies', () => {
  it('save a build file that comes back the same', async () => {
    const page = await bench.open('/b/heron/log')
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the build file' }).click(),
    ])
    const r = readBuildText(readFileSync(await download.path(), 'utf8'))
    expect(r.ok && r.build).toEqual(heron())
  })

  it('refuse a bad file with path and reason, and bring a good one in as a copy', async () => {
    const page = await bench.open('/')
    const bad = join(dir, 'bad.json')
    writeFileSync(bad, readFileSync(HERON_FILE, 'utf8').replace('"coats": 3', '"coats": -3'))
    await page.getByLabel('Build file').setInputFiles(bad)
    await page.getByRole('alert').filter({ hasText: 'finish.layers[1].coats' }).waitFor()
    await page.getByLabel('Build file').setInputFiles(HERON_FILE)
    await page.getByRole('button', { name: 'Bring it in as a copy' }).click()
    await page.waitForURL(/heron-2/)
  })

  it('keep both copies when two benches save', async () => {
    const id = await copy('two')
    const one = await bench.open(`/b/${id}/setup?hand=relief`),
      two = await bench.open(`/b/${id}/setup?hand=relief`, { context: await deaf() })
    for (const [page, text] of [
      [one, '0.25'],
      [two, '0.3'],
    ] as const) {
      await page.getByLabel('Target').fill(text)
      await page.keyboard.press('Enter')
      if (page === one) await saved(one)
    }
    await two.getByRole('dialog', { name: /saved from another place/ }).waitFor()
    await two.getByRole('button', { name: /Keep both/ }).click()
    await two.waitForURL(/two-2/)
    expect((await api('two')).build.setup.relief).toBe(0.25)
    expect((await api('two-2')).build.setup.relief).toBe(0.3)
  })

  it('bring together what two benches did to different things, without asking', async () => {
    const id = await copy('apart')
    const one = await bench.open(`/b/${id}/log`),
      two = await bench.open(`/b/${id}/log`, { context: await deaf() })
    for (const page of [one, two]) {
      await page.getByLabel('Write a line').fill(page === one ? 'from one' : 'from two')
      await page.getByRole('button', { name: 'Write it down' }).click()
      await saved(page)
    }
    await two.getByText('from one').first().waitFor()
    await two.getByText('Both copies brought together').first().waitFor()
    expect((await api('apart')).build.log.map(l => l.text)).toEqual(['from one', 'from two'])
  })

  it('lose nothing that was typed when the workshop is away', async () => {
    const id = await copy('away')
    const page = await bench.open(`/b/${id}/log`)
    await page.getByLabel('Write a line').waitFor()
    await page.route('**/api/builds/**', r => (r.request().method() === 'PUT' ? r.abort() : r.continue()))
    await page.getByLabel('Write a line').fill('kept here')
    await page.getByRole('button', { name: 'Write it down' }).click()
    await page.getByText(/the workshop does not answer/).waitFor()
    await page.unroute('**/api/builds/**')
    await page.reload()
    await page.getByText('kept here').first().waitFor()
    await saved(page)
    expect((await api(id)).build.log.map(l => l.text)).toEqual(['kept here'])
  })

  it('say plainly that a build is not there', async () => {
    const page = await bench.open('/b/nobody/fit')
    await page.getByRole('heading', { name: 'It did not open' }).waitFor()
  })
})

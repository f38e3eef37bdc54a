import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'playwright-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { LONG } from '../support/long.ts'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import { faults } from '../support/faults.ts'
import { copyOf, openBench, saved, storedBuild, TABLET, type Bench } from '../support/browser.ts'

let bench: Bench
const dir = mkdtempSync(join(tmpdir(), 'snugbolt-start-'))
beforeAll(async () => {
  bench = await openBench({ empty: true })
})
afterEach(() => bench.clear())
afterAll(async () => {
  await bench.close()
  rmSync(dir, { recursive: true, force: true })
})

/** Most actions from an empty workshop to the first wanted reading: a tap, a key with meaning, a field filled. */
const MOST = 12

/** A builder's hands on a page, counted. */
function hands(page: Page) {
  let count = 0
  const name = (n: string | RegExp) => ({ name: n })
  return {
    tap: async (n: string | RegExp, role: 'button' | 'link' = 'button') => {
      count++
      await page.getByRole(role, name(n)).first().click()
    },
    fill: async (label: string | RegExp, text: string) => {
      count++
      await page.getByLabel(label).first().fill(text)
    },
    key: async (k: string) => {
      count++
      await page.keyboard.press(k)
    },
    count: () => count,
  }
}

const clean = async (page: Page & { troubles: string[] }) => {
  expect(await faults(page)).toEqual([])
  expect(page.troubles).toEqual([])
}
const idOf = (page: Page) => new URL(page.url()).pathname.split('/')[2]!

describe('an empty workshop', () => {
  it('says what to do first, loads the demo workshop and removes it again, each by one button', async () => {
    const page = await bench.open('/')
    await page.getByRole('heading', { name: 'What have you got?' }).waitFor()
    await clean(page)
    await page.getByRole('button', { name: 'Look round in the demo workshop' }).click()
    await page.getByRole('link', { name: 'Kestrel' }).waitFor()
    // Every build has been reckoned through, each by a plan of its own.
    await expect.poll(() => page.getByText(/^\d+ of \d+ steps$/).count()).toBe(5)
    await clean(page)
    expect(
      ((await (await fetch(`${bench.server.address}/api/shelf/index`)).json()) as unknown[]).length,
    ).toBeGreaterThan(140)
    await page.getByRole('button', { name: 'Remove the demo workshop' }).click()
    await page.getByRole('heading', { name: 'What have you got?' }).waitFor()
    expect(await (await fetch(`${bench.server.address}/api/shelf/index`)).json()).toEqual([])
    await page.getByRole('button', { name: 'Take back' }).click()
    await page.getByRole('link', { name: 'Heron' }).waitFor()
    await page.getByRole('button', { name: 'Remove the demo workshop' }).click()
    await page.getByRole('heading', { name: 'What have you got?' }).waitFor()
  })
})

describe('ways of starting', () => {
  it('a kit: the first wanted reading in three actions, the first true finding in few more', async () => {
    const page = await bench.open('/'),
      h = hands(page)
    await h.tap(/^A kit in a box/, 'link')
    await clean(page)
    await h.tap('Start measuring')
    await page.getByText(/reading 1 of 12/).waitFor()
    await clean(page)
    const first = await page.getByRole('heading', { level: 1 }).innerText()
    await h.fill(/^Reading of/, 'twelve')
    await h.tap('Measured')
    await page.getByRole('alert').filter({ hasText: 'is not a length' }).waitFor()
    expect(await page.getByLabel(/^Reading of/).inputValue()).toBe('twelve')
    await page.getByText(/reading 1 of 12/).waitFor()
    for (let i = 0; i < 2; i++) {
      // What such parts usually measure turns out to be true.
      const usual = await page.getByRole('region', { name: 'In hand' }).locator('p .figure').first().innerText()
      await h.fill(/^Reading of/, usual.split(' ±')[0]!)
      await h.key('Enter')
      await page.getByText(/, taken/).waitFor()
      await h.tap(/^Next/)
    }
    // Numbers stay put while readings are taken, and the next one is the next in the same order.
    await page.getByText(/reading 3 of 1[2-9]/).waitFor()
    await h.tap(/^Back/)
    await page.getByText(/reading 2 of 1[2-9], taken/).waitFor()
    expect(h.count()).toBeLessThanOrEqual(MOST)
    const id = idOf(page)
    await expect.poll(async () => (await storedBuild(bench, id)).readings.length).toBe(2)
    expect(first.length).toBeGreaterThan(3)
    const states = new Set(jointsAsTheyStand(await storedBuild(bench, id)).map(j => j.state))
    expect([...states].sort()).toEqual(["can't tell", 'snug'])
  })
  it('a body and a neck with a leaflet: five strings, left hand, inches', async () => {
    const page = await bench.open('/'),
      h = hands(page)
    await h.tap(/^A body and a neck/, 'link')
    await page.getByLabel('Units').selectOption('inch-fraction')
    await h.tap(/^5$/)
    await h.tap('left hand plucks')
    await h.tap('all on a guard')
    await h.tap('one at the bridge')
    await h.fill(/shop page’s text/, 'Scale 34"\nNeck pocket: 2 1/2" x 3 5/8", depth 5/8"\nOrder 4711 of 3 boxes')
    await page.getByRole('heading', { name: /^4 dimensions understood/ }).waitFor()
    await page.getByText(/“Order 4711 of 3 boxes” names no dimension/).waitFor()
    await h.fill('Name of the build', 'Five for Ann')
    await h.tap('Start measuring')
    await page.getByText(/Five for Ann, reading 1 of/).waitFor()
    expect(h.count()).toBeLessThanOrEqual(MOST)
    const b = await storedBuild(bench, idOf(page))
    expect(b.instrument).toMatchObject({
      strings: 5,
      handedness: 'left',
      pickups: ['bridge'],
      mounting: 'on the guard',
    })
    expect(b.preferences.length).toBe('inch-fraction')
    const body = b.parts.find(p => p.id === b.slots.body)!
    expect(body.features.find(f => f.role === 'neck-pocket')!.dims.width).toMatchObject({
      value: 63.5,
      basis: 'claimed',
      with: 'leaflet',
    })
    expect(b.parts.find(p => p.id === b.slots.bridge)!.stock!.state).toBe('to buy')
    await clean(page)
  })
  it.runIf(LONG)('a donor, parts to be bought, and nothing known at all', async () => {
    const page = await bench.open('/new?have=donor')
    await page.getByRole('button', { name: 'Start measuring' }).click()
    await page.getByText(/reading 1 of/).waitFor()
    expect(((await (await fetch(`${bench.server.address}/api/shelf?kind=donor`)).json()) as unknown[]).length).toBe(
      1,
    )
    await page.goto(`${bench.server.address}/new?have=to%20buy`)
    const open = page.getByRole('button', { name: /don’t know yet/ })
    await open.nth(7).waitFor()
    for (let i = 0; i < (await open.count()); i++) await open.nth(i).click()
    await page.getByRole('button', { name: 'Start measuring' }).click()
    await page.getByText(/reading 1 of/).waitFor()
    const b = await storedBuild(bench, idOf(page))
    expect(b.instrument.unsure).toHaveLength(8)
    expect(new Set(b.parts.map(p => p.stock?.state))).toEqual(new Set(['to buy']))
  })
  it.runIf(LONG)('like another build, with nothing done yet', async () => {
    const from = await copyOf(bench, 'model', 'wren')
    const page = await bench.open('/new?have=copy')
    await page.getByRole('radio', { name: 'model' }).check()
    await page.getByRole('button', { name: 'Start measuring' }).click()
    await page.waitForURL(/measure/)
    const b = await storedBuild(bench, idOf(page)),
      model = await storedBuild(bench, from)
    expect(b.id).not.toBe(from)
    expect(b.readings).toEqual([])
    expect(b.slots).toEqual(model.slots)
    expect(b.parts.some(p => Object.values(p.dims).some(d => d.basis === 'measured'))).toBe(false)
  })
  it('a file: wrong ones are told in the builder’s words, a leaflet starts a kit', async () => {
    const page = await bench.open('/')
    const drop = async (name: string, text: string | Buffer) => {
      writeFileSync(join(dir, name), text)
      await page.getByLabel('Build file').setInputFiles(join(dir, name))
    }
    await drop('leaflet.pdf', '%PDF-1.4 ...')
    await page.getByText('leaflet.pdf is a PDF document, not a build.').waitFor()
    await drop('cut.json', '{"format":"snugbolt-build","version":4,')
    await page.getByText(/cut.json is cut off or damaged/).waitFor()
    const wren = JSON.parse(readFileSync(new URL('../../demo/wren.json', import.meta.url), 'utf8')) as {
      parts: { dims: Record<string, { value: unknown }> }[]
    }
    wren.parts[0]!.dims.thickness!.value = 'thick'
    await drop('bad.json', JSON.stringify(wren))
    await page.getByText(/In “.*”, body thickness: /).waitFor()
    await drop('emoji.json', JSON.stringify({ ...wren, name: 'half \ud83c' }))
    await page.getByText(/half a character/).waitFor()
    await drop('shop.txt', 'Scale length 628 mm, 22 frets')
    await page.getByRole('heading', { name: /^2 dimensions understood/ }).waitFor()
  })
})

describe('builds on the bench', () => {
  it.runIf(LONG)('are renamed, duplicated, noted, put away and deleted, and each is taken back', async () => {
    await copyOf(bench, 'alpha', 'wren')
    await copyOf(bench, 'beta', 'wren')
    const page = await bench.open('/')
    const menu = async (name: string, item: string) => {
      await page.getByRole('button', { name: `More for ${name}`, exact: true }).click()
      await page.getByRole('menuitem', { name: item }).click()
    }
    const back = () => page.getByRole('button', { name: 'Take back' }).click()
    const card = (name: string) => page.getByRole('link', { name, exact: true })
    await card('alpha').waitFor()
    await menu('beta', 'Rename')
    await page.getByRole('dialog').getByLabel('Name').fill('alpha')
    await page.keyboard.press('Enter')
    await card('alpha 2').waitFor()
    await page.getByText('There is a alpha already: beta is now called alpha 2.').waitFor()
    await back()
    await card('beta').waitFor()
    await menu('alpha', 'Duplicate')
    await card('alpha 2').waitFor()
    await back()
    await card('alpha 2').waitFor({ state: 'detached' })
    await menu('beta', 'Note')
    await page.getByRole('dialog').getByLabel('Note').fill('For the choir')
    await page.getByRole('button', { name: 'Keep the note' }).click()
    await page.getByText(/For the choir/).waitFor()
    await menu('beta', 'Put away')
    await card('beta').waitFor({ state: 'detached' })
    await page.getByRole('button', { name: 'Show those put away' }).click()
    await card('beta').waitFor()
    await back()
    await page.getByRole('button', { name: /put away/ }).waitFor({ state: 'detached' })
    await menu('beta', 'Delete')
    await card('beta').waitFor({ state: 'detached' })
    expect((await fetch(`${bench.server.address}/api/builds/beta`)).status).toBe(404)
    await back()
    await card('beta').waitFor()
    await page.getByRole('link', { name: 'Shelf', exact: true }).click()
    await page.getByText(/parts? on the workshop’s shelf/).waitFor()
    await clean(page)
  })
})

describe('changes that can be seen and taken back', () => {
  it('say what they did, are named on undo and redo, and survive a reload', async () => {
    const id = await copyOf(bench, 'acts')
    const page = await bench.open(`/b/${id}/fit`)
    await page.getByRole('heading', { name: 'Bridge pickup in its rout' }).waitFor()
    await page.keyboard.press('1')
    await page.getByText(/Bridge pickup in its rout: snug; 25 min more/).waitFor()
    await saved(page)
    await page.reload()
    await page.getByRole('button', { name: 'Undo: Fix chosen: open rout' }).click()
    await page.getByText(/Taken back: Fix chosen: open rout/).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).fixes).toEqual([])
    await page.reload()
    await page.getByRole('button', { name: 'Redo: Fix chosen: open rout' }).click()
    await page.getByText(/As it will be/).waitFor()
    await page.getByRole('button', { name: /1 done/ }).click()
    await page.getByRole('dialog').getByText('Fix chosen: open rout').waitFor()
    await page
      .getByRole('dialog')
      .getByText(/Bridge pickup in its rout: snug/)
      .waitFor()
    await clean(page)
  })
  it('a reading far from its claim is asked about in place, and counts', async () => {
    const id = await copyOf(bench, 'far')
    const page = await bench.open(`/b/${id}/fit?hand=heel-width-mouth`)
    const field = page.getByLabel(/^Measured heel width at the mouth/)
    await field.fill('51')
    await field.press('Enter')
    const ask = page.getByRole('alert').filter({ hasText: /51\.00.*claimed 55\.80/ })
    await ask.waitFor()
    await ask.getByRole('button', { name: 'It is right' }).click()
    await ask.waitFor({ state: 'detached' })
    await field.fill('55,7')
    await field.press('Enter')
    await page.getByText(/read before: 51\.00/).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).readings.map(r => r.value)).toEqual([51, 55.7])
  })
  it('another part is asked about when planned work would grow, and is a line in the log', async () => {
    const wide = JSON.parse(readFileSync(new URL('../../demo/heron.json', import.meta.url), 'utf8')) as {
      parts: { id: string; name: string; dims: Record<string, { value: number }> }[]
    }
    const part = structuredClone(wide.parts.find(p => p.id === 'heron-double')!)
    part.id = 'double-wide'
    part.name = 'Double-coil, cover of 78'
    part.dims.width!.value = 78
    await fetch(`${bench.server.address}/api/shelf`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ parts: [part] }),
    })
    const id = await copyOf(bench, 'swap', 'heron', b => {
      b.fixes = [{ joint: 'pickup-bridge-rout', method: 'open-rout' }]
    })
    const page = await bench.open(`/b/${id}/parts?hand=pickup-bridge`)
    const choose = () => page.getByRole('button', { name: /^Double-coil, cover of 78/ }).first()
    await page.getByText('Double-coil, cover of 78').first().waitFor()
    await choose().click()
    await page.getByRole('dialog').getByText('Planned work would grow').waitFor()
    await page.getByRole('button', { name: 'Leave the part that is there' }).click()
    expect((await storedBuild(bench, id)).slots['pickup-bridge']).toBe('heron-double')
    await choose().click()
    await page.getByRole('button', { name: 'Choose it, drop these fixes' }).click()
    await page
      .getByText(/^Bridge pickup: Double-coil, cover of 78/)
      .first()
      .waitFor()
    await saved(page)
    const b = await storedBuild(bench, id)
    expect(b.fixes).toEqual([])
    expect(b.log.at(-1)!.text).toMatch(/^Bridge pickup: Double-coil, cover of 78 instead of /)
  })
  it('another instrument: what follows is said before it is done, in each direction', async () => {
    const id = await copyOf(bench, 'other')
    const page = await bench.open(`/b/${id}/parts`, { viewport: TABLET })
    await page.getByRole('tab', { name: 'Instrument' }).click()
    await page.getByRole('button', { name: 'rocking tremolo, two posts' }).click()
    const follows = page.getByRole('region', { name: 'What follows' })
    await follows.getByText(/Slots that come: .*Bridge posts/).waitFor()
    await follows.getByText(/Assumed until you choose another: Bridge\./).waitFor()
    await clean(page)
    await follows.getByRole('button', { name: 'Change the instrument' }).click()
    await page
      .getByText(/^Instrument: bridge/)
      .first()
      .waitFor()
    await page.getByRole('button', { name: 'flat plate' }).click()
    await follows.getByText(/Slots that go: .*Bridge posts/).waitFor()
    await follows.getByRole('button', { name: 'Change the instrument' }).click()
    await page.getByRole('button', { name: 'three singles' }).click()
    await follows.getByText(/Slots that come: .*Middle pickup/).waitFor()
    await follows.getByRole('button', { name: 'Leave it' }).click()
    await saved(page)
    const b = await storedBuild(bench, id)
    expect(b.instrument.bridge).toBe('flat plate')
    expect(b.instrument.pickups).toEqual(['bridge', 'neck'])
  })
  it.runIf(LONG)('own steps are written, changed, moved and taken out', async () => {
    const id = await copyOf(bench, 'own')
    const page = await bench.open(`/b/${id}/plan?hand=trial`)
    await page.getByLabel('A step of your own after this one').fill('Stamp the number')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await page.getByRole('button', { name: /^Stamp the number/ }).click()
    const minutes = page.getByLabel('Minutes')
    await minutes.fill('5')
    await minutes.press('Enter')
    await page.getByLabel('After', { exact: true }).selectOption('assemble/tuners')
    await saved(page)
    expect((await storedBuild(bench, id)).ownSteps).toMatchObject([
      { title: 'Stamp the number', minutes: 5, after: 'assemble/tuners' },
    ])
    await page.getByRole('button', { name: 'Take it out' }).click()
    await saved(page)
    expect((await storedBuild(bench, id)).ownSteps).toEqual([])
  })
})

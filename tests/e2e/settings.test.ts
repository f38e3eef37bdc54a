import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { openBench, storedBuild, type Bench } from '../support/browser.ts'
import { faults } from '../support/faults.ts'
import { demo } from '../support/demo.ts'
import { openCopy } from '../../src/server/keep/copyFile.ts'

let bench: Bench
const dir = mkdtempSync(join(tmpdir(), 'snugbolt-settings-'))
beforeAll(async () => {
  bench = await openBench()
})
afterEach(() => bench.clear())
afterAll(async () => {
  await bench.close()
  rmSync(dir, { recursive: true, force: true })
})

describe('the workshop’s settings', () => {
  it('stand on one page that leads from the workshop, and every build follows them', async () => {
    const page = await bench.open('/')
    await page.getByRole('link', { name: 'Settings' }).click()
    await page.getByText('Every build follows').waitFor()
    expect(await faults(page)).toEqual([])
    const [zip] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Save a backup' }).click(),
    ])
    expect(zip.suggestedFilename()).toMatch(/^snugbolt-workshop-\d{4}-\d\d-\d\d\.zip$/)
    const copy = await openCopy(await zip.path(), { strict: true }),
      ids: string[] = []
    for await (const e of copy.entries()) if (e.kind === 'build') ids.push(e.row.id)
    copy.close()
    expect(ids).toEqual(expect.arrayContaining(['bittern', 'heron', 'kestrel', 'plover', 'wren']))
    // How safe it is, and that it is read through when one asks.
    await page.getByText(/The newest of 1 copy in the data folder is of/).waitFor()
    await page.getByRole('button', { name: 'Check everything now' }).click()
    await page.getByText(/All well\. Checked on .*: 1 copy, the journal, 0 photos and other files\./).waitFor()
    await page.getByText(/All copies lie on one disk/).waitFor()
    const field = page.getByLabel('Currency')
    await field.fill('shells')
    await field.press('Enter')
    await page.getByLabel('Dampest where they live').fill('140')
    await page.getByLabel('Dampest where they live').press('Enter')
    await page.getByRole('alert').filter({ hasText: 'no relative humidity' }).waitFor()
    expect(await page.getByLabel('Dampest where they live').inputValue()).toBe('140')
    await page.getByLabel('Dampest where they live').fill('78 %')
    await page.getByLabel('Dampest where they live').press('Enter')
    await page.getByLabel('Lengths in').selectOption('inch-fraction')
    for (const id of ['heron', 'kestrel', 'wren']) {
      await expect.poll(async () => (await storedBuild(bench, id)).preferences.length).toBe('inch-fraction')
      const b = await storedBuild(bench, id)
      expect(b.preferences.currency).toBe('shells')
      expect(b.climate.dampest).toBe(78)
    }
    await page.getByRole('link', { name: 'Back to the workshop' }).click()
    await page.getByRole('link', { name: 'Heron' }).first().click()
    await page
      .getByText(/25\s?[¾⅝⅜½]|24\s?[¾⅝⅜½]|in\b/)
      .first()
      .waitFor()
    expect(page.troubles).toEqual([])
  })
  it('change from within a build too, for all of them', async () => {
    const page = await bench.open('/b/heron/drill?view=bits')
    const tenths = page.getByLabel('metric by tenths')
    await tenths.check()
    await expect
      .poll(async () => (await storedBuild(bench, 'bittern')).preferences.drawer.sets)
      .toContain('metric by tenths')
    await expect
      .poll(async () => (await storedBuild(bench, 'heron')).preferences.drawer.sets)
      .toContain('metric by tenths')
    await page.goto(`${bench.server.address}/settings`)
    await page.getByText('Every build follows').waitFor()
    expect(await page.getByLabel('metric by tenths').isChecked()).toBe(true)
    expect(page.troubles).toEqual([])
  })
  it('that come with a file are offered, and the build keeps them until one chooses', async () => {
    const b = { ...demo('wren'), id: 'guest', name: 'Guest' }
    b.preferences = { ...b.preferences, currency: 'acorns' }
    b.climate = { ...b.climate, driest: 22 }
    const file = join(dir, 'guest.json')
    writeFileSync(file, JSON.stringify(b))
    const page = await bench.open('/')
    await page.locator('input[type=file]').first().setInputFiles(file)
    const offer = page.getByRole('complementary', { name: 'Settings that came with Guest' })
    await offer.getByText(/came with settings of its own: .*currency.*air/).waitFor()
    expect((await storedBuild(bench, 'guest')).preferences.currency).toBe('acorns')
    await offer.getByRole('button', { name: 'Use the workshop’s in the build' }).click()
    await expect.poll(async () => (await storedBuild(bench, 'guest')).preferences.currency).not.toBe('acorns')
    await page.getByRole('link', { name: 'Open Guest' }).click()
    await page.waitForURL(/\/b\/guest\/fit/)
    expect(page.troubles).toEqual([])
  })
})

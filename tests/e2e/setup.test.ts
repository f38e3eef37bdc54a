import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { copyOf, openBench, saved, storedBuild, type Bench } from '../support/browser.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
beforeEach(() => bench.clear())
afterAll(() => bench.close())

describe('setting up', () => {
  it('tells where it buzzes, which fret stands in the way, and takes the lowest as targets', async () => {
    const id = await copyOf(bench, 'buzzes', 'heron'),
      page = await bench.open(`/b/${id}/setup?view=buzz`)
    await page.getByRole('img', { name: /String 1 from the side, held at fret/ }).waitFor()
    await page.getByLabel(/^stands high by/).fill('0.06')
    await page.keyboard.press('Enter')
    await page.getByText(/Fret 14 is 0\.06.mm high: level it and gain \d/).waitFor()
    await page.getByLabel('Played').last().selectOption('hard')
    await page.getByRole('heading', { name: 'It buzzes' }).waitFor()
    await page.getByRole('button', { name: 'Take these as targets' }).click()
    await page.getByRole('heading', { name: 'It plays clean' }).waitFor()
    await page.getByLabel(/^stands high by/).fill('7')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').waitFor()
    await saved(page)
    const stored = await storedBuild(bench, id)
    expect(stored.readings.at(-1)).toMatchObject({ of: 'fret.14', value: 0.06 })
    expect(stored.setup.style).toBe('hard')
    expect(stored.setup.actionBass).toBeGreaterThan(1.6)
    expect(stored.setup.relief).toBeGreaterThan(0.25)
    expect(page.troubles).toEqual([])
  })

  it('floats a tremolo by quarter turns and learns from them, and moves a saddle by cents', async () => {
    const id = await copyOf(bench, 'floats', 'kestrel'),
      page = await bench.open(`/b/${id}/setup?view=tremolo`)
    const gap = page.getByLabel('Gap under the rear edge')
    await gap.fill('0.2')
    await page.keyboard.press('Enter')
    await page.getByText(/Both claw screws .* out, in quarters/).waitFor()
    await page.getByRole('button', { name: 'A quarter out, done' }).click()
    await gap.fill('0.7')
    await page.keyboard.press('Enter')
    await page.getByText(/Yours opens .* a turn, from 1 move/).waitFor()
    await page.getByRole('tab', { name: 'Intonation' }).click()
    await page.getByLabel('Cents of string 3 at fret 12').fill('+6')
    await page.keyboard.press('Enter')
    await page.getByText(/back 2\.2\d.mm/).waitFor()
    await page.getByLabel('Cents of string 4 at fret 12').fill('sharp')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: '-100 to 100' }).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).readings.slice(-4).map(r => r.of)).toEqual([
      'setup.tremolo.gap',
      'turned.claw',
      'setup.tremolo.gap',
      'cents.3.12',
    ])
    expect(page.troubles).toEqual([])
  })
})

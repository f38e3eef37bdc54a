import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { copyOf, openBench, saved, storedBuild, type Bench } from '../support/browser.ts'
import { ROOT } from '../support/server.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
beforeEach(() => bench.clear())
afterAll(() => bench.close())

describe('the finish', () => {
  it('starts from a school, says what does not go over what, and mends it at a stroke', async () => {
    const id = await copyOf(bench, 'schooled', 'heron'),
      page = await bench.open(`/b/${id}/finish?view=surface`)
    await page.getByLabel('drops on the body top').fill('6')
    await page.keyboard.press('Enter')
    await page.getByLabel('soaked in on the body top').fill('2')
    await page.keyboard.press('Enter')
    await page.getByText('2 of 6 drops soak in').waitFor()
    await page.getByText(/dye in water on the body top, which is sanded back in part: no\..*P120/).waitFor()
    await page.getByRole('button', { name: 'Sand it back' }).first().click()
    await page.getByRole('button', { name: /^Sand back to bare wood/ }).waitFor()
    await page.getByRole('tab', { name: 'Layers' }).click()
    await page.getByLabel('School', { exact: true }).selectOption('aerosol nitrocellulose')
    await page.getByRole('button', { name: 'Start over from it' }).click()
    await page.getByRole('button', { name: /^Nitrocellulose lacquer, clear, 8 coats/ }).waitFor()
    await saved(page)
    const { finish } = await storedBuild(bench, id)
    expect(finish.layers.map(l => l.coats)).toEqual([2, 3, 8])
    expect(finish.surfaces).toContainEqual(
      expect.objectContaining({ zone: 'body top', drops: 6, soaked: 2, strip: true }),
    )
    expect(page.troubles).toEqual([])
  })

  it('tells the chance to go through, and plans a way that holds', async () => {
    const id = await copyOf(bench, 'levelled', 'bittern'),
      page = await bench.open(`/b/${id}/finish?hand=finish/level`)
    const card = page.getByRole('region', { name: 'Levelling' })
    await card.getByLabel('Edges with').selectOption('hard block')
    await card.getByText(/Somewhere it goes through in/).waitFor()
    await card.getByRole('button', { name: 'Plan it' }).first().click()
    await card.getByText(/^It holds/).waitFor()
    await card.getByLabel('Of the peel').fill('300 %')
    await page.keyboard.press('Enter')
    await card.getByRole('alert').filter({ hasText: '0 to 100 %' }).waitFor()
    expect(await card.getByLabel('Of the peel').inputValue()).toBe('300 %')
    expect(page.troubles).toEqual([])
  })

  it('counts a coat from when it was put on, and learns from a panel', async () => {
    const id = await copyOf(bench, 'coated', 'kestrel'),
      page = await bench.open(`/b/${id}/finish?hand=layer/colour`)
    await page.getByRole('button', { name: 'Done now' }).click()
    await page.getByRole('button', { name: 'It is done all the same' }).click()
    await page.getByText(/^Not before .* from now/).waitFor()
    await page.getByLabel(/When coat 1 was really done/).fill('2026-11-16 10:00')
    await page.keyboard.press('Enter')
    await page.getByText(/The window closed .* days ago: scuff dull/).waitFor()
    await page.getByLabel(/When coat 1 was really done/).fill('tomorrow')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'is no date' }).waitFor()
    await page.getByLabel(/Step on the panel/).fill('-4')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: '0 to 2000 µm' }).waitFor()
    await page.getByLabel(/Step on the panel/).fill('110')
    await page.keyboard.press('Enter')
    await page.getByText('What its tin says').click()
    await page.getByLabel('recoat until').fill('1 h')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'must lie above “recoat from”, 3' }).waitFor()
    expect(await page.getByLabel('recoat until').inputValue()).toBe('1 h')
    await page.getByText(/your coats leave 1\.\d\d of what the tin says, from 1 reading/).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).readings.at(-1)).toMatchObject({ of: 'film.panel.colour.3', value: 110 })
    expect(page.troubles).toEqual([])
  })

  it('shows the burst on the real outline, and takes a colour and a ring', async () => {
    const id = await copyOf(bench, 'burst', 'plover'),
      page = await bench.open(`/b/${id}/finish?show=colour&view=colour`)
    await page.getByLabel('ring 1 reaches in').fill('50 mm')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Another ring' }).click()
    await page.getByRole('button', { name: 'Keep this to compare' }).click()
    await page.getByText('kept to compare').waitFor()
    await saved(page)
    const burst = (await storedBuild(bench, id)).finish.layers.find(l => l.id === 'burst')!
    expect(burst.rings).toHaveLength(2)
    expect(burst.rings![0]!.reach).toBe(50)
    expect(page.troubles).toEqual([])
  })

  it('reckons what to buy into the cost sheet, and puts a repair into the plan', async () => {
    const id = await copyOf(bench, 'bought', 'kestrel'),
      page = await bench.open(`/b/${id}/finish?view=buy`)
    await page
      .getByRole('row', { name: /waterborne clear/ })
      .getByText(/\d+ mL/)
      .first()
      .waitFor()
    await page.getByRole('button', { name: 'Into the cost sheet' }).click()
    await page.getByRole('tab', { name: 'Trouble' }).click()
    await page.getByLabel('What you see').selectOption('blush')
    await page.getByText(/Water from damp air/).waitFor()
    await page.getByRole('button', { name: 'Put this into the plan' }).first().click()
    await saved(page)
    const stored = await storedBuild(bench, id)
    expect(stored.costs.some(c => c.kind === 'consumable' && c.what.startsWith('plugs for'))).toBe(true)
    // What lies on the shelf is not bought.
    expect(stored.costs.some(c => c.what.startsWith('waterborne clear'))).toBe(false)
    expect(stored.ownSteps.map(s => s.title)[0]).toMatch(/^Mend white or cloudy bloom, 1 of \d: /)
    expect(stored.ownSteps.length).toBeGreaterThan(1)
    expect(page.troubles).toEqual([])
  })

  it('takes the air from a hygrometer on the line', async () => {
    const id = await copyOf(bench, 'aired', 'kestrel'),
      page = await bench.open(`/b/${id}/finish?view=air`)
    await page.getByText('Connect a hygrometer').waitFor()
    const device = spawn(
        process.execPath,
        [
          join(ROOT, 'bin/snugbolt.mjs'),
          'device',
          'hygrometer',
          '--server',
          bench.server.address,
          '--pace',
          '20',
          '--mean',
          '12',
          '--swing',
          '0',
          '--humidity',
          '80',
        ],
        { stdio: 'pipe', env: { ...process.env, SNUGBOLT_DATA: bench.data } },
      ),
      said: string[] = []
    device.stdout.on('data', (d: Buffer) => said.push(d.toString()))
    try {
      await page.getByText('Hygrometer is connected').waitFor()
      await expect.poll(() => said.join('')).toMatch(/in hand: Air at the bench/)
      device.stdin.write('\n')
      await expect
        .poll(async () => (await storedBuild(bench, id)).readings.slice(-2))
        .toMatchObject([
          { of: 'air.room', value: 12, with: 'Hygrometer' },
          { of: 'air.humidity', value: 80, with: 'Hygrometer' },
        ])
      await page.getByText('do not coat').waitFor()
      device.stdin.write('-40 C 101 %\n')
      await expect.poll(() => said.join('')).toMatch(/are no air of a workshop; accepted/)
      device.stdin.end()
    } finally {
      device.kill()
    }
    expect(page.troubles).toEqual([])
  })

  it('stands empty before there is anything to finish', async () => {
    const id = await copyOf(bench, 'bare', 'heron'),
      page = await bench.open(`/b/${id}/finish?view=layers`)
    for (const name of ['dye in water', 'hard-wax oil'])
      await page.getByRole('button', { name: `Take off: ${name}` }).click()
    await page.getByText('No layers yet. Start from a school under Layers.').waitFor()
    await page.getByRole('button', { name: 'Start from it' }).click()
    await page.getByRole('button', { name: /^Look the wood over/ }).waitFor()
    expect(page.troubles).toEqual([])
  })
})

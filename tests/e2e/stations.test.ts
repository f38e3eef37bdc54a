import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openBench, type Bench } from '../support/browser.ts'
import { faults } from '../support/faults.ts'
import { overprints } from '../support/overprints.ts'
import { unspeakable } from '../support/unspeakable.ts'
import { visit } from '../support/visit.ts'
import { LONG, oneIn } from '../support/long.ts'

const STATIONS = [
  'shelf',
  'parts',
  'fit',
  'drill',
  'wiring',
  'meter',
  'finish',
  'setup',
  'plan',
  'log',
  'bench',
  'marking',
  'testing',
]
let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

describe.concurrent('without a fault', () => {
  // Heron is looked at everywhere else.
  it.each(oneIn(4, ['plover', 'kestrel', 'wren', 'bittern']))(
    '%s shows itself at every station, in words a builder says',
    async build => {
      const page = await bench.open(`/b/${build}/shelf`)
      await page.getByRole('heading', { level: 1 }).first().waitFor()
      const wrong: Record<string, string[]> = {}
      for (const station of STATIONS) {
        await visit(page, `/b/${build}/${station}`)
        const own = [...(await overprints(page)), ...(await unspeakable(page))]
        if (own.length) wrong[station] = own
      }
      expect(wrong).toEqual({})
      expect(page.troubles).toEqual([])
      await page.context().close()
    },
  )
  it.runIf(LONG)('every view of the wiring shows itself', async () => {
    const page = await bench.open('/b/heron/wiring')
    for (const tab of ['Circuit', 'Wires', 'Ask', 'Solder order', 'Cut list', 'Leads', 'Ground']) {
      await page.getByRole('tab', { name: tab }).click()
      await page.waitForTimeout(200)
      expect({ tab, faults: await faults(page) }).toEqual({ tab, faults: [] })
    }
    expect(page.troubles).toEqual([])
    await page.context().close()
  })
})

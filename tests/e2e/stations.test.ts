import { AxeBuilder } from '@axe-core/playwright'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DESKTOP, openBench, TABLET, type Bench } from '../support/browser.ts'

const STATIONS = ['shelf', 'parts', 'fit', 'drill', 'wiring', 'meter', 'finish', 'setup', 'plan', 'log', 'bench', 'marking']
let bench: Bench
beforeAll(async () => { bench = await openBench() })
afterAll(() => bench.close())

const VIEWS = [['desktop', DESKTOP, false], ['tablet', TABLET, false], ['desktop by night', DESKTOP, true]] as const

describe.concurrent.each(VIEWS)('on a %s', (_name, viewport, dark) => {
  it.each(['', ...STATIONS])('station “%s” shows itself without a fault', async station => {
    const page = await bench.open(station ? `/b/heron/${station}` : '/', { viewport, dark })
    await page.getByRole('heading', { level: 1 }).first().waitFor()
    const { violations } = await new AxeBuilder({ page: page as never }).analyze()
    expect(violations.map(v => `${v.id}: ${v.nodes.map(n => n.target.join(' ')).slice(0, 3).join(' | ')}`)).toEqual([])
    expect(page.troubles).toEqual([])
    expect([...page.hosts]).toEqual([new URL(bench.server.address).host])
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
    expect(wide).toBeLessThanOrEqual(0)
    await page.context().close()
  })
})

const SHEETS = ['fit?view=fixes', 'fit?view=measure', 'fit?view=what-if', 'fit?view=air', 'fit?view=balance', 'fit?view=trial', 'parts?view=compare', 'parts?view=sets', 'parts?view=cost', 'parts?view=instrument', 'shelf?of=workshop', 'shelf?of=workshop&hand=donor-plank&view=donor', 'shelf?hand=heron-body&view=inspection', 'shelf?hand=heron-neck&view=listing', 'shelf?hand=heron-body&view=outline', 'shelf?hand=heron-double&view=stock', ...['centre-line', 'strings', 'tuners', 'controls', 'cut-to-pickup-neck', 'bridge-1'].map(h => `drill?hand=${h}`), ...['cutting', 'templates', 'bits', 'screws', 'neck'].map(v => `drill?view=${v}`), 'marking?hand=strings']

describe.concurrent('every view of shelf, parts, fit and drill', () => {
  it.each(SHEETS.flatMap((s, i) => [[s, i % 2 ? 'tablet' : 'desktop', i % 2 ? TABLET : DESKTOP, i % 3 === 0]] as const))('%s on a %s has no fault', async (path, _name, viewport, dark) => {
    const page = await bench.open(`/b/heron/${path}`, { viewport, dark })
    await page.getByRole('heading', { level: 1 }).first().waitFor()
    await page.waitForTimeout(400)
    const { violations } = await new AxeBuilder({ page: page as never }).analyze()
    expect(violations.map(v => `${v.id}: ${v.nodes.map(n => n.target.join(' ')).slice(0, 3).join(' | ')}`)).toEqual([])
    expect(page.troubles).toEqual([])
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
    expect(wide).toBeLessThanOrEqual(0)
    await page.context().close()
  })
})

describe.concurrent('the other builds of the workshop', () => {
  it.each(['kestrel', 'wren', 'bittern'])('%s shows itself at every station', async build => {
    const page = await bench.open(`/b/${build}/shelf`)
    for (const station of STATIONS) {
      await page.goto(`${bench.server.address}/b/${build}/${station}`)
      await page.getByRole('heading', { level: 1 }).first().waitFor()
    }
    expect(page.troubles).toEqual([])
    await page.context().close()
  })
})

describe.concurrent('every view of the wiring', () => {
  it.each(['Drawing', 'Solder order', 'Nets and ground'])('%s has no fault', async tab => {
    const page = await bench.open('/b/heron/wiring')
    await page.getByRole('tab', { name: tab }).click()
    await page.waitForTimeout(200)
    const { violations } = await new AxeBuilder({ page: page as never }).analyze()
    expect(violations.map(v => `${v.id}: ${v.nodes.map(n => n.target.join(' ')).slice(0, 3).join(' | ')}`)).toEqual([])
    expect(page.troubles).toEqual([])
    await page.context().close()
  })
})

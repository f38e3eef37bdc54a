import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { DESKTOP, openBench, TABLET, type Bench } from '../support/browser.ts'
import { faults, type Look } from '../support/faults.ts'

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

/** Goes on inside the application, as a link does: loading it anew for every look takes most of the time. */
async function visit(page: Page, path: string): Promise<void> {
  await page.evaluate(p => {
    history.pushState(null, '', p)
    dispatchEvent(new PopStateEvent('popstate', { state: null }))
  }, path)
  await page.waitForFunction(p => location.pathname + location.search === p, path)
  await page.getByRole('heading', { level: 1 }).first().waitFor()
  await still(page)
}

/** Waits until nothing on the page has changed for a while: what is loaded or computed late has come by then. */
const still = (page: Page): Promise<void> =>
  page.evaluate(
    ([quiet, most]) =>
      new Promise<void>(done => {
        const given = setTimeout(end, most)
        let timer = setTimeout(end, quiet)
        const seen = new MutationObserver(() => {
          clearTimeout(timer)
          timer = setTimeout(end, quiet)
        })
        function end() {
          clearTimeout(timer)
          clearTimeout(given)
          seen.disconnect()
          done()
        }
        seen.observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true })
      }),
    [STILL, LONGEST] as const,
  )
/** So long, ms, and no longer. */
const STILL = 150
const LONGEST = 8000

/** Looks at every path on one page and returns what is wrong where: axe's findings, errors, a page too wide. */
async function look(
  paths: readonly string[],
  viewport: typeof DESKTOP,
  dark: (i: number) => boolean,
  rules: (i: number) => Look = () => 'all',
): Promise<Record<string, string[]>> {
  const page = await bench.open('/b/heron/log', { viewport }),
    wrong: Record<string, string[]> = {}
  await page.getByRole('heading', { level: 1 }).first().waitFor()
  for (const [i, path] of paths.entries()) {
    await page.emulateMedia({ colorScheme: dark(i) ? 'dark' : 'light' })
    page.troubles.length = 0
    await visit(page, path)
    const wide = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    )
    const own = [...(await faults(page, rules(i))), ...page.troubles, ...(wide > 0 ? [`${wide} px too wide`] : [])]
    if (own.length) wrong[path] = own
  }
  expect([...page.hosts]).toEqual([new URL(bench.server.address).host])
  await page.context().close()
  return wrong
}

const LOOKED_AT = ['/', ...STATIONS.map(s => `/b/heron/${s}`)]
/** Every second station's colours are looked at by day, those of the others by night: they are made of the same few. */
const VIEWS = [
  ['desktop', DESKTOP, false, LOOKED_AT, i => (i % 2 ? 'but colours' : 'all')],
  ['tablet', TABLET, false, LOOKED_AT, () => 'sizes'],
  ['desktop by night', DESKTOP, true, LOOKED_AT.filter((_, i) => i % 2), () => 'colours'],
] as const satisfies readonly (readonly [string, typeof DESKTOP, boolean, string[], (i: number) => Look])[]
const SHEETS = [
  'fit?view=fixes',
  'fit?view=measure',
  'fit?view=what-if',
  'fit?view=air',
  'fit?view=balance',
  'fit?view=trial',
  'parts?view=compare',
  'parts?view=sets',
  'parts?view=cost',
  'parts?view=instrument',
  'shelf?of=workshop',
  'shelf?of=workshop&hand=donor-plank&view=donor',
  'shelf?hand=heron-body&view=inspection',
  'shelf?hand=heron-neck&view=listing',
  'shelf?hand=heron-body&view=outline',
  'shelf?hand=heron-double&view=stock',
  ...['centre-line', 'strings', 'tuners', 'controls', 'cut-to-pickup-neck', 'bridge-1'].map(h => `drill?hand=${h}`),
  ...['cutting', 'templates', 'bits', 'screws', 'neck'].map(v => `drill?view=${v}`),
  'marking?hand=strings',
]

describe.concurrent('without a fault', () => {
  it.each(VIEWS)('every station shows itself on a %s', async (_name, viewport, dark, paths, rules) => {
    expect(await look(paths, viewport, () => dark, rules)).toEqual({})
  })
  it.each([
    ['desktop', DESKTOP, 0],
    ['tablet', TABLET, 1],
  ] as const)('every view of shelf, parts, fit and drill shows itself on a %s', async (_name, viewport, odd) => {
    expect(
      await look(
        SHEETS.filter((_, i) => i % 2 === odd).map(s => `/b/heron/${s}`),
        viewport,
        i => i % 3 === 0,
        i => (i % 2 ? 'but colours' : 'all'),
      ),
    ).toEqual({})
  })
  it.each(['kestrel', 'wren', 'bittern'])('%s shows itself at every station', async build => {
    const page = await bench.open(`/b/${build}/shelf`)
    await page.getByRole('heading', { level: 1 }).first().waitFor()
    for (const station of STATIONS) await visit(page, `/b/${build}/${station}`)
    expect(page.troubles).toEqual([])
    await page.context().close()
  })
  it('every view of the wiring shows itself', async () => {
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

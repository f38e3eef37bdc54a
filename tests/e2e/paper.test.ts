import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openBench, type Bench } from '../support/browser.ts'
import { still } from '../support/visit.ts'
import { pdfText } from '../support/paper.ts'
import { pagesOf } from '../support/pixels.ts'
import { oneIn } from '../support/long.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

/** Every sheet that is carried to the drill, the soldering iron or the shop. */
const SHEETS: readonly (readonly [what: string, path: string, heading: string])[] = [
  ['the plan', '/b/heron/plan', 'Heron: Plan'],
  ['the hole list', '/b/heron/drill', 'Heron: Layout & drill'],
  ['the joints', '/b/kestrel/fit', 'Kestrel: Fit'],
  ['the solder order with its drawing', '/b/kestrel/wiring?view=order', 'Kestrel: Wiring'],
  ['the test sheet', '/b/wren/meter?view=sheet', 'Wren: Meter'],
  ['the finish schedule', '/b/bittern/finish', 'Bittern: Finish'],
  ['the set-up sheet', '/b/bittern/setup?view=sheet', 'Bittern: Setup'],
  ['the cost sheet', '/b/heron/parts?view=cost', 'Heron: Parts'],
  ['a part', '/b/heron/shelf?hand=heron-neck', 'Heron: Shelf'],
]
const flat = (s: string): string => s.replace(/\s+/g, '')

/** Rows of tables and of the list at the left, as the page has them: the first words of each. */
const rowsOf = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main tbody th[scope="row"], main ol > li > button > span')]
      .filter(
        e => e.closest('.no-print') === null && e.getClientRects().length > 0 && !e.closest('[aria-hidden="true"]'),
      )
      .map(e => (e.innerText ?? '').split('\n')[0]!.trim())
      .filter(t => t.length > 3),
  )

describe.each(oneIn(3, SHEETS))('on paper: %s', (_what, path, heading) => {
  it('every row is there, its heading once, nothing of the screen, black on white', async () => {
    const page = await bench.open(path)
    await page.getByRole('heading', { level: 1 }).first().waitFor()
    await expect.poll(async () => (await rowsOf(page)).length).toBeGreaterThan(2)
    await still(page)
    const rows = await rowsOf(page)
    // What is printed is light, though the room is dark.
    await page.emulateMedia({ colorScheme: 'dark', media: 'print' })
    const pdf = await page.pdf({
        format: 'A4',
        margin: { top: '12mm', bottom: '12mm', left: '12mm', right: '12mm' },
      }),
      text = pdfText(pdf),
      close = flat(text)
    for (const r of new Set(rows)) expect(close, r).toContain(flat(r).slice(0, 14))
    expect(close.split(flat(heading)).length - 1).toBe(1)
    for (const t of ['How this works', 'Nothing done yet', 'Undo']) expect(close).not.toContain(flat(t))
    const { count, page: sheet, close: end } = pagesOf(pdf, 40)
    try {
      for (let n = 1; n <= count; n++) {
        // Margins are paper: nothing runs off the sheet.
        expect(sheet(n).clearTo(10), `page ${n}`).toBe(true)
        expect(sheet(n).white, `page ${n}`).toBeGreaterThan(0.6)
      }
    } finally {
      end()
    }
    expect(page.troubles).toEqual([])
    await page.context().close()
  })
})

describe('a long list on paper', () => {
  it('goes over as many pages as it needs', async () => {
    const page = await bench.open('/b/heron/plan')
    await page.getByRole('heading', { level: 1 }).first().waitFor()
    const { count, close } = pagesOf(await page.pdf({ format: 'A4' }))
    close()
    expect(count).toBeGreaterThan(3)
  })
})

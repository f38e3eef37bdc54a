import type { Browser } from 'playwright-core'

const STATIONS = ['shelf', 'parts', 'fit', 'drill', 'wiring', 'meter', 'finish', 'setup', 'plan', 'log'] as const

interface Seen {
  /** From the address to the first words or lines, ms. */
  paint: number
  /** Largest single shift of what was there [published: Layout Instability API, W3C]. */
  shift: number
}

/** First contentful paint and largest shift of each station, opened afresh with nothing cached: the worst of some openings. */
export async function paints(browser: Browser, address: string, times = 3): Promise<Record<string, Seen>> {
  const out: Record<string, Seen> = {}
  for (const station of STATIONS) {
    const worst: Seen = { paint: 0, shift: 0 }
    for (let k = 0; k < times; k++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' }),
        page = await context.newPage()
      await page.addInitScript(`
        globalThis.shifts = []
        new PerformanceObserver(l => { for (const e of l.getEntries()) if (!e.hadRecentInput) shifts.push(e.value) })
          .observe({ type: 'layout-shift', buffered: true })`)
      await page.goto(`${address}/b/heron/${station}`)
      await page.locator('h1').first().waitFor()
      await page.waitForTimeout(1500)
      const seen = await page.evaluate(() => ({
        paint: performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? Infinity,
        shifts: (globalThis as unknown as { shifts: number[] }).shifts,
      }))
      worst.paint = Math.max(worst.paint, seen.paint)
      worst.shift = Math.max(worst.shift, ...seen.shifts)
      await context.close()
    }
    out[station] = worst
  }
  return out
}

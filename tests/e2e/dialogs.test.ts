import type { Page } from 'playwright-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { oneIn } from '../support/long.ts'
import { copyOf, openBench, TABLET, type Bench } from '../support/browser.ts'
import { visit } from '../support/visit.ts'
import { faults } from '../support/faults.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterEach(() => bench.clear())
afterAll(() => bench.close())

/** Whether a motion of this name is seen within three seconds. */
/** Which movements are seen from now until something of this class has come, and two frames more. */
const movesUntil = (page: Page, come: string): Promise<string[]> =>
  page.evaluate(
    css =>
      new Promise<string[]>(done => {
        const until = Date.now() + 60_000,
          seen = new Set<string>()
        let left = 2
        const look = () => {
          for (const a of document.getAnimations()) if (a instanceof CSSAnimation) seen.add(a.animationName)
          if (Date.now() > until || (document.querySelector(css) && !left--)) done([...seen])
          else requestAnimationFrame(look)
        }
        look()
      }),
    come,
  )

describe('sheets laid over the page', () => {
  it.each(
    oneIn(2, [
      ['?', 'Keys'],
      ['/', 'Search'],
    ] as const),
  )('key %s opens %s without a fault, and gives the focus back', async (key, name) => {
    const page = await bench.open('/b/heron/fit')
    await page.locator('#joint').waitFor()
    await page.keyboard.press(key)
    await page.getByRole('dialog', { name }).waitFor()
    expect(await faults(page)).toEqual([])
    await page.keyboard.press('Escape')
    await page.getByRole('dialog').waitFor({ state: 'detached' })
    await page.keyboard.press('ArrowDown')
    expect(page.troubles).toEqual([])
  })
  it('says so when nothing of the name is there', async () => {
    const page = await bench.open('/b/heron/fit')
    await page.locator('#joint').waitFor()
    await page.keyboard.press('/')
    await page.getByLabel('Search for').fill('zither')
    await page.getByText('Nothing of that name').waitFor()
  })
})

describe('the snug gauge', () => {
  it('tells value, doubt and state in words', async () => {
    const page = await bench.open('/b/heron/fit?hand=tuner-bushing')
    const label = await page.locator('article').getByRole('img').first().getAttribute('aria-label')
    expect(label).toBe("Tuner bushings in headstock: −0.80 mm, plus or minus 0.42; won't go")
  })
  it('moves its bolt head against the recess with the dimension', async () => {
    const page = await bench.open('/b/heron/fit?hand=nut-thickness')
    const gauge = page.locator('article').getByRole('img').first()
    /** How far the bolt head's middle lies right of the recess's, px. */
    const offset = () =>
      gauge.evaluate(svg => {
        const middle = (e: Element) => {
          const b = e.getBoundingClientRect()
          return b.x + b.width / 2
        }
        return middle([...svg.querySelectorAll('polygon')].at(-1)!) - middle(svg.querySelector('rect')!)
      })
    await gauge.waitFor()
    expect(await offset()).toBeLessThan(0)
    const field = page.getByLabel(/^Measured nut thickness/)
    await field.fill('3.0')
    await field.press('Enter')
    await expect.poll(offset).toBeGreaterThan(0)
  })
  it.each(oneIn(2, ['no-preference', 'reduce'] as const))(
    'a chosen fix takes the head to its place and a new wire is laid before one’s eyes, unless less motion is asked for: %s',
    async reducedMotion => {
      const id = await copyOf(bench, `moves-${reducedMotion}`),
        page = await bench.open(`/b/${id}/fit`),
        moving = reducedMotion === 'no-preference'
      await page.emulateMedia({ reducedMotion })
      const fix = page.getByRole('region', { name: 'Fixes' }).getByRole('button').first()
      await fix.waitFor()
      const seats = movesUntil(page, '.seats')
      await fix.click()
      expect(await seats).toEqual(moving ? ['seats'] : [])
      await visit(page, `/b/${id}/wiring`)
      const lug = (name: string) => page.getByRole('button', { name: `${name}: join to another`, exact: true })
      await lug('Jack, tip').press('Enter')
      // What was there when the drawing came was not laid now.
      expect(await page.locator('.laid').count()).toBe(0)
      const laid = movesUntil(page, '.laid')
      await lug('Jack, sleeve').press('Enter')
      expect(await laid).toEqual(moving ? ['laid'] : [])
      // In the end the wire is whole, its edge and its insulation: one dash as long as itself.
      await expect.poll(() => page.evaluate(() => document.getAnimations().length)).toBe(0)
      expect(
        await page.locator('.laid').evaluateAll(all =>
          all.map(e => {
            const s = getComputedStyle(e)
            return [e.getAttribute('pathLength'), s.strokeDasharray, s.strokeDashoffset]
          }),
        ),
      ).toEqual([
        ['1', '1px', '0px'],
        ['1', '1px', '0px'],
      ])
    },
  )
})

describe('hands on a tablet', () => {
  it('gives every button and field 40 px or more in bench view', async () => {
    const page = await bench.open('/b/heron/bench', { viewport: TABLET })
    await page.getByRole('heading', { level: 1 }).waitFor()
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('button, input, footer a, header a')]
        .map(e => ({ box: e.getBoundingClientRect(), name: e.textContent }))
        .filter(e => e.box.height > 0 && (e.box.height < 40 || e.box.width < 40))
        .map(e => e.name),
    )
    expect(small).toEqual([])
  })
  it('walks forth and back by keys and leaves by Escape', async () => {
    const page = await bench.open('/b/heron/plan')
    await page.getByRole('link', { name: 'Bench view' }).click()
    const title = page.locator('article h1')
    await title.waitFor()
    const first = await title.innerText()
    await page.keyboard.press('ArrowRight')
    await expect.poll(() => title.innerText()).not.toBe(first)
    await page.keyboard.press('ArrowLeft')
    await expect.poll(() => title.innerText()).toBe(first)
    await page.keyboard.press('b')
    await page.waitForURL(/plan/)
  })
  it('keeps everything reachable at twice the size', async () => {
    const page = await bench.open('/b/heron/fit', { viewport: { width: 640, height: 800 } })
    await page.locator('#joint').waitFor()
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0)
    await page.getByLabel('Station', { exact: true }).selectOption('log')
    await page.getByRole('button', { name: 'Save the build file' }).waitFor()
  })
})

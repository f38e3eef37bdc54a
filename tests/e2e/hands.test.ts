import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LONG, oneIn } from '../support/long.ts'
import { unspeakable } from '../support/unspeakable.ts'
import { still } from '../support/visit.ts'
import { copyOf, openBench, saved, storedBuild, TABLET, type Bench } from '../support/browser.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

const STATIONS = ['Shelf', 'Parts', 'Fit', 'Layout & drill', 'Wiring', 'Meter', 'Finish', 'Setup', 'Plan', 'Log']

/** Presses Tab until what has the focus is called so, or is of such a sort; the mouse is never used. */
async function tabTo(page: Page, name: RegExp, sort = '*'): Promise<void> {
  for (let i = 0; i < 220; i++) {
    await page.keyboard.press('Tab')
    const label = await page.evaluate(of => {
      const e = document.activeElement as HTMLElement | null
      return e?.matches(of)
        ? (e.ariaLabel ?? (e as HTMLInputElement).labels?.[0]?.textContent ?? e.textContent ?? '')
        : ''
    }, sort)
    if (label && name.test(label.trim())) return
  }
  throw new Error(`no way by Tab to ${name}`)
}

/** Presses of a key that are sent together. */
const AT_A_TIME = 12

/** Goes once round the page by Tab and tells what can be used but was not met, and what had the focus without a sign of it. */
async function round(page: Page): Promise<{ unmet: string[]; unseen: string[] }> {
  const stops = await page.evaluate(() => {
    let n = 0
    for (const e of document.querySelectorAll<HTMLElement>(
      'a[href], button, input, select, textarea, summary, [tabindex="0"]',
    )) {
      // A group that hands the focus on to the one of its own that is chosen.
      if (e.matches('[role=tablist], [role=group], [role=radiogroup]') && e.tagName === 'DIV') continue
      if (e.tabIndex < 0 || (e as HTMLButtonElement).disabled || !e.checkVisibility({ visibilityProperty: true }))
        continue
      e.dataset['stop'] = String(n++)
    }
    ;(document.activeElement as HTMLElement | null)?.blur()
    const blind: string[] = []
    // Told by the page itself as the focus moves, so that many presses can be sent at a time.
    const come = () => {
      const e = document.activeElement as HTMLElement
      delete e.dataset['stop']
      const s = getComputedStyle(e)
      if (s.outlineStyle === 'none' && s.boxShadow === 'none')
        blind.push((e.ariaLabel ?? e.textContent ?? e.tagName).slice(0, 40))
    }
    addEventListener('focusin', come)
    Object.assign(window, {
      tabbed: () => ({
        blind: [...new Set(blind)],
        unmet: [...document.querySelectorAll<HTMLElement>('[data-stop]')]
          // Of radio buttons of one name the keys meet the chosen one; arrows lead to the others.
          .filter(e => !(e instanceof HTMLInputElement && e.type === 'radio'))
          .map(e => `${e.tagName.toLowerCase()} ${(e.ariaLabel ?? e.textContent ?? '').trim().slice(0, 40)}`),
      }),
      untabbed: () => removeEventListener('focusin', come),
    })
    return n
  })
  const tabbed = () =>
    page.evaluate(() => (window as unknown as { tabbed: () => { unmet: string[]; blind: string[] } }).tabbed())
  // It may begin anywhere, some have stops of their own while they have the focus, and a drawing that comes late brings its
  // own: on until everything is met.
  for (let i = 0; i < 5 * stops + 100 && (i < stops || (await tabbed()).unmet.length); i += AT_A_TIME)
    await Promise.all(Array.from({ length: AT_A_TIME }, () => page.keyboard.press('Tab')))
  const { unmet, blind } = await tabbed()
  await page.evaluate(() => (window as unknown as { untabbed: () => void }).untabbed())
  return { unmet, unseen: blind }
}

describe('by the keys alone', () => {
  it('everything at every station is met by Tab, and is seen to have the focus', async () => {
    const page = await bench.open('/b/heron/shelf'),
      wrong: Record<string, unknown> = {}
    for (const station of LONG ? STATIONS : STATIONS.slice(0, 2)) {
      await page.getByRole('heading', { level: 1, name: station }).waitFor()
      // What is reckoned late adds its own.
      await page.waitForTimeout(900)
      await still(page)
      const r = await round(page)
      if (r.unmet.length || r.unseen.length) wrong[station] = r
      await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
      await page.keyboard.press(']')
    }
    expect(wrong).toEqual({})
    expect(page.troubles).toEqual([])
  }, 240_000)

  it('each station’s work is done', async () => {
    const id = await copyOf(bench, 'by-keys'),
      page = await bench.open(`/b/${id}/shelf`),
      build = () => storedBuild(bench, id),
      last = async () => (await build()).readings.at(-1),
      // Towards the tip of the head a place is less than nothing.
      drilled = async () => {
        const r = await last()
        return r && [Math.abs(r.value), r.with]
      },
      next = async (name: string) => {
        await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
        await page.keyboard.press(']')
        await page.getByRole('heading', { level: 1, name }).waitFor()
        // What comes late would move the focus's way on.
        await still(page)
      },
      type = async (text: string) => {
        await page.keyboard.press('ControlOrMeta+a')
        await page.keyboard.type(text)
        await page.keyboard.press('Enter')
      }
    await page.getByRole('heading', { level: 1, name: 'Shelf' }).waitFor()
    await tabTo(page, /^body thickness$/i)
    await type('39.6')
    await saved(page)
    expect((await build()).parts.find(p => p.kind === 'body')!.dims['thickness']!.value).toBe(39.6)

    await next('Parts')
    const { slots } = await build()
    await page.keyboard.press('ArrowDown')
    await page.keyboard.press('ArrowDown')
    await tabTo(page, /./, '[role=tabpanel] button[aria-pressed=false]')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await build()).slots).not.toEqual(slots)
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    await page.keyboard.press('ControlOrMeta+z')
    await expect.poll(async () => (await build()).slots).toEqual(slots)

    await next('Fit')
    const fixes = (await build()).fixes.length
    await tabTo(page, /min/, '[aria-label=Fixes] button')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await build()).fixes.length).toBe(fixes + 1)

    await next('Layout & drill')
    await page.keyboard.press('b')
    await page.waitForURL(/marking/)
    await page.getByRole('heading', { level: 1, name: 'Layout & drill' }).waitFor({ state: 'detached' })
    await page.locator('h1').first().waitFor()
    for (let i = 0; i < 60 && !(await page.getByLabel('Came out along at').count()); i++)
      await page.keyboard.press('ArrowRight')
    await tabTo(page, /^Came out along at/)
    await type('101.3')
    await expect.poll(drilled).toEqual([101.3, 'steel rule'])
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
    await page.keyboard.press('b')
    await page.getByRole('heading', { level: 1, name: 'Layout & drill' }).waitFor()

    await next('Wiring')
    const wires = (await build()).circuit.wires.length
    await tabTo(page, /^Jack, tip: join to another/)
    await page.keyboard.press('Enter')
    await tabTo(page, /^Jack, sleeve: join to another/)
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await build()).circuit.wires.length).toBe(wires + 1)

    await next('Meter')
    for (let i = 0; i < 60 && !(await page.getByLabel('It reads').count()); i++)
      await page.keyboard.press('ArrowDown')
    await tabTo(page, /^It reads/)
    await type('7.7k')
    await expect.poll(last).toMatchObject({ value: 7700, with: 'meter' })

    await next('Finish')
    await tabTo(page, /^Work$/, '[role=tab]')
    for (const name of ['Layers', 'Colour', 'Surface']) {
      await page.keyboard.press('ArrowRight')
      await expect.poll(() => page.evaluate(() => document.activeElement?.textContent)).toBe(name)
    }
    await tabTo(page, /^drops on the body top/)
    await type('6')
    await tabTo(page, /^soaked in on the body top/)
    await type('2')
    await expect
      .poll(async () => (await build()).finish.surfaces)
      .toEqual([expect.objectContaining({ zone: 'body top', drops: 6, soaked: 2 })])

    await next('Setup')
    await tabTo(page, /^New reading/)
    await type('0.3')
    await expect.poll(last).toMatchObject({ value: 0.3 })

    await next('Plan')
    const done = (await build()).steps.length
    await tabTo(page, /^Leave (it out|the rest unread)/)
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await build()).steps.length).toBe(done + 1)

    await next('Log')
    await tabTo(page, /^Write a line/)
    await page.keyboard.type('All of it by keys')
    await page.keyboard.press('Enter')
    await expect.poll(async () => (await build()).log.map(e => e.text)).toContain('All of it by keys')
    expect(page.troubles).toEqual([])
  }, 240_000)
})

describe('by touch alone', () => {
  it('every station is come to, every view opens, a row is taken, and what was done is taken back', async () => {
    const id = await copyOf(bench, 'by-touch'),
      context = await bench.browser.newContext({ viewport: TABLET, hasTouch: true, serviceWorkers: 'block' }),
      page = await bench.open(`/b/${id}/shelf`, { context })
    for (const station of oneIn(3, STATIONS)) {
      await page.getByRole('link', { name: new RegExp(`^${station}`) }).tap()
      await page.getByRole('heading', { level: 1, name: station }).waitFor()
      const rows = page.locator('main ol > li > button[aria-current]')
      if ((await rows.count()) > 1) {
        await rows.nth(1).tap()
        await expect.poll(() => rows.nth(1).getAttribute('aria-current'), { message: station }).toBe('true')
      }
      for (const tab of await page.getByRole('tab').all()) {
        await tab.tap()
        await expect.poll(() => tab.getAttribute('aria-selected')).toBe('true')
        await page.getByRole('tabpanel').first().waitFor()
      }
      // Nothing that is used by a finger is smaller than a finger finds [published: WCAG 2.2, 2.5.8].
      const small = await page.evaluate(() =>
        [
          ...document.querySelectorAll<HTMLElement>(
            'button, select, input:not([type=checkbox], [type=radio]), nav a',
          ),
        ]
          .filter(e => e.checkVisibility())
          .map(e => [e.ariaLabel ?? e.textContent ?? '', e.getBoundingClientRect()] as const)
          .filter(([, r]) => r.width > 1 && (r.width < 24 || r.height < 24))
          .map(([name]) => name.slice(0, 40)),
      )
      expect({ station, small }).toEqual({ station, small: [] })
    }
    expect(page.troubles).toEqual([])
  }, 240_000)

  it.runIf(LONG)(
    'each station’s work is done',
    async () => {
      const id = await copyOf(bench, 'by-thumb', 'heron', b => {
          b.name = 'By thumb'
        }),
        context = await bench.browser.newContext({ viewport: TABLET, hasTouch: true, serviceWorkers: 'block' }),
        page = await bench.open(`/b/${id}/shelf`, { context }),
        build = () => storedBuild(bench, id),
        last = async () => (await build()).readings.at(-1),
        // Towards the tip of the head a place is less than nothing.
        drilled = async () => {
          const r = await last()
          return r && [Math.abs(r.value), r.with]
        },
        go = async (name: string) => {
          // What was done is named on undo, in a builder’s words.
          expect(await unspeakable(page)).toEqual([])
          await page.getByRole('link', { name: new RegExp(`^${name}`) }).tap()
          await page.getByRole('heading', { level: 1, name }).waitFor()
        },
        /** A field by the finger, its value by the keys that a tablet shows for it. */
        fill = async (label: string | RegExp, text: string) => {
          await page.getByLabel(label).first().tap()
          await page.keyboard.press('ControlOrMeta+a')
          await page.keyboard.type(text)
          await page.keyboard.press('Enter')
        },
        undone = async <T>(what: () => Promise<T>, was: T) => {
          await page.getByRole('button', { name: /^Undo/ }).tap()
          await expect.poll(what).toEqual(was)
        }
      await fill('body thickness', '39.6')
      await expect
        .poll(async () => (await build()).parts.find(p => p.kind === 'body')!.dims['thickness']!.value)
        .toBe(39.6)

      await go('Parts')
      const slots = async () => (await build()).slots,
        had = await slots()
      await page.locator('main ol > li > button[aria-current]').nth(2).tap()
      await page.locator('[role=tabpanel] button[aria-pressed=false]').first().tap()
      await expect.poll(slots).not.toEqual(had)
      await undone(slots, had)

      await go('Fit')
      const fixes = async () => (await build()).fixes.length,
        before = await fixes()
      await page.getByLabel('Fixes', { exact: true }).getByRole('button', { name: /min/ }).first().tap()
      await expect.poll(fixes).toBe(before + 1)

      await go('Layout & drill')
      await page
        .getByRole('link', { name: /^Numbers to mark/ })
        .first()
        .tap()
      await page.waitForURL(/marking/)
      for (let i = 0; i < 60 && !(await page.getByLabel('Came out along at').count()); i++)
        await page.getByRole('button', { name: 'Next' }).tap()
      await fill('Came out along at', '101.3')
      await expect.poll(drilled).toEqual([101.3, 'steel rule'])
      await page.getByRole('link', { name: 'Leave bench view' }).tap()
      await page.getByRole('heading', { level: 1, name: 'Layout & drill' }).waitFor()

      await go('Wiring')
      const wires = async () => (await build()).circuit.wires.length,
        laid = await wires()
      for (const lug of ['Jack, tip', 'Jack, sleeve'])
        await page.getByRole('button', { name: `${lug}: join to another`, exact: true }).tap()
      await expect.poll(wires).toBe(laid + 1)
      await undone(wires, laid)

      await go('Meter')
      for (let i = 0; i < 20 && !(await page.getByLabel('It reads').count()); i++)
        await page.locator('main ol > li > button[aria-current]').nth(i).tap()
      await fill('It reads', '7.7k')
      await expect.poll(last).toMatchObject({ value: 7700, with: 'meter' })

      await go('Finish')
      await page.getByRole('tab', { name: 'Surface' }).tap()
      await fill('drops on the body top', '6')
      await fill('soaked in on the body top', '2')
      await expect
        .poll(async () => (await build()).finish.surfaces)
        .toEqual([expect.objectContaining({ zone: 'body top', drops: 6, soaked: 2 })])

      await go('Setup')
      await fill(/^New reading/, '0.3')
      await expect.poll(last).toMatchObject({ value: 0.3 })

      await go('Plan')
      const steps = async () => (await build()).steps.length,
        done = await steps()
      await page
        .getByRole('button', { name: /^Leave (it out|the rest unread)/ })
        .first()
        .tap()
      await expect.poll(steps).toBe(done + 1)
      await undone(steps, done)

      await go('Log')
      await page.getByRole('tab', { name: 'Story' }).tap()
      await page.getByLabel('Write a line').tap()
      await page.keyboard.type('By thumb')
      await page.getByRole('button', { name: 'Write it down' }).tap()
      await expect.poll(async () => (await build()).log.some(e => e.text === 'By thumb')).toBe(true)
      await page.getByRole('button', { name: /^Undo/ }).tap()
      await expect.poll(async () => (await build()).log.some(e => e.text === 'By thumb')).toBe(false)
      expect(page.troubles).toEqual([])
    },
    240_000,
  )
})

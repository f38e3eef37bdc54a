import type { Page } from 'playwright-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openBench, type Bench } from '../support/browser.ts'
import { faults, type Look } from '../support/faults.ts'
import { overprints } from '../support/overprints.ts'
import { sticksOut } from '../support/sticksOut.ts'
import { unspeakable } from '../support/unspeakable.ts'
import { visit } from '../support/visit.ts'
import { LONG, oneIn } from '../support/long.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

/** Pages for the bench, where a tablet lies. */
const BENCH = ['bench', 'marking', 'measure', 'testing', 'soldering'].map(s => `/b/heron/${s}`)
const PAGES = [
  ...['shelf', 'parts', 'fit', 'drill', 'wiring', 'meter', 'finish', 'setup', 'plan', 'log'].map(
    s => `/b/heron/${s}`,
  ),
  ...BENCH,
  ...['sheet', 'packing', 'quote', 'labels'].map(s => `/b/heron/${s}`),
  ...['/', '/new', '/shelf', '/settings', '/evenings', '/about'],
]
/** Views of stations beside their first. */
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
].map(s => `/b/heron/${s}`)

/** A laptop, a tablet, a page at twice the size, a telephone, a page at four times [published: WCAG 2.2, 1.4.4 and 1.4.10]. */
const WIDTHS = [1280, 834, 640, 390, 320] as const
const HEIGHTS: Readonly<Record<number, number>> = { 1280: 800, 834: 1112, 640: 800, 390: 844, 320: 640 }

async function as(page: Page, width: number): Promise<void> {
  await page.setViewportSize({ width, height: HEIGHTS[width]! })
  // What follows a size is drawn in the frame after it is told.
  await page.evaluate(
    () => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 40)))),
  )
}

/** A page of a browser whose reader has set its letters to so many px. */
async function lettered(letters: number) {
  const page = await bench.open('/about'),
    cdp = await page.context().newCDPSession(page)
  await cdp.send('Page.setFontSizes', { fontSizes: { standard: letters, fixed: letters } })
  await page.goto(`${bench.server.address}/b/heron/log`)
  return page
}

interface Sight {
  width: number
  dark?: boolean
  forced?: boolean
  look: Look
}
interface Looks {
  /** Widths at which words on words and what sticks out are looked for. */
  widths: readonly number[]
  /** Sights in which axe looks. */
  sights: readonly Sight[]
}

/** What is wrong on pages, each come to once: words in it, its geometry at some widths, what axe finds in some sights. */
async function wrongOn(paths: readonly string[], looks: (i: number) => Looks, letters = 16) {
  const page = await lettered(letters),
    wrong: Record<string, string[]> = {}
  const say = (where: string, what: string[]) => {
    if (what.length) wrong[where] = [...(wrong[where] ?? []), ...what]
  }
  await page.getByRole('heading', { level: 1 }).first().waitFor()
  for (const [i, path] of paths.entries()) {
    const { widths, sights } = looks(i)
    await as(page, widths[0] ?? sights[0]!.width)
    await visit(page, path)
    // Licences are written in their own words.
    if (path !== '/about') say(path, await unspeakable(page))
    for (const width of widths) {
      await as(page, width)
      say(`${path} at ${width}`, [...(await sticksOut(page)), ...(await overprints(page))])
    }
    for (const s of sights) {
      await page.emulateMedia({
        colorScheme: s.dark ? 'dark' : 'light',
        forcedColors: s.forced ? 'active' : 'none',
      })
      await as(page, s.width)
      say(
        `${path} at ${s.width}${s.dark ? ' by night' : ''}${s.forced ? ' in own colours' : ''}`,
        await faults(page, s.look),
      )
    }
    await page.emulateMedia({ colorScheme: 'light', forcedColors: 'none' })
  }
  expect(page.troubles).toEqual([])
  expect([...page.hosts]).toEqual([new URL(bench.server.address).host])
  await page.context().close()
  return wrong
}
const turn = (i: number, by: number): number => WIDTHS[(i + by) % WIDTHS.length]!
/** By day, by night, in the reader's own colours. */
const LIGHTS: readonly Omit<Sight, 'width'>[] = [
  { look: 'all' },
  { dark: true, look: 'all' },
  { forced: true, look: 'but colours' },
]
/** One sight for every other page in turn: five widths and three lights meet in every way within thirty pages. */
const inTurn = (i: number): Sight[] =>
  LONG
    ? WIDTHS.flatMap(width => LIGHTS.map((l): Sight => ({ width, ...l })))
    : i % 2
      ? []
      : [{ width: turn(i / 2, 0), ...LIGHTS[(i / 2) % LIGHTS.length]! }]

/** The narrowest for every other page; for those between a wider one in its turn, the tablet's at the bench. */
const ends = (i: number): readonly number[] =>
  LONG ? WIDTHS : [i % 2 ? 320 : BENCH.includes(PAGES[i]!) ? 834 : turn(i / 2, 0)]

/** With large letters: by day and by night. */
const large = (): Sight[] =>
  WIDTHS.flatMap((width): Sight[] => [
    { width, look: 'all' },
    { width, dark: true, look: 'colours' },
  ])

describe.concurrent('words lie on no others, nothing sticks out or scrolls sideways, axe finds nothing', () => {
  it('on any page, wide and narrow, by day, by night, and in the reader’s own colours', async () => {
    expect(await wrongOn(PAGES, i => ({ widths: ends(i), sights: inTurn(i) }))).toEqual({})
  }, 1_800_000)
  it.runIf(LONG)(
    'nor with letters of twice the size',
    async () => {
      expect(await wrongOn(PAGES, () => ({ widths: WIDTHS, sights: large() }), 32)).toEqual({})
    },
    1_800_000,
  )
  it('nor on the stations’ other views', async () => {
    const looks = (i: number) => ({
      widths: LONG ? WIDTHS : [turn(i, 0)],
      sights: inTurn(i),
    })
    expect(await wrongOn(oneIn(6, SHEETS), looks)).toEqual({})
  }, 1_800_000)
})

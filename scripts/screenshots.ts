import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import type { Build } from '../src/core/document/build.ts'
import { changeClient } from '../src/core/document/clientEdits.ts'
import { openChromium } from './chromium.ts'

/** Takes one picture of each main view from a running demo workshop: npm run demo, then npm run screenshots [folder]. */
const address = process.env.ADDRESS ?? 'http://127.0.0.1:4180'
const folder = process.argv[2] ?? 'docs/screenshots'
const only = process.argv[3]?.split(',')
const VIEWS: [string, string, number, number, { tab?: string; press?: string; until?: RegExp; focus?: string }?][] =
  [
    ['workshop', '/', 1280, 800],
    ['start', '/new?have=kit', 1280, 800],
    ['plan-telephone', '/b/heron/plan', 390, 844],
    ['shelf', '/b/heron/shelf?hand=heron-double', 1280, 800, { focus: 'cover across the strings' }],
    ['soldering-tablet', '/b/plover/soldering?hand=switch.common%40through%20the%20body', 834, 1112],
    ['parts', '/b/heron/parts?hand=pickup-bridge', 1280, 800],
    ['parts-sets', '/b/heron/parts?view=sets', 1280, 800, { press: 'Find the best sets', until: /no better one/ }],
    ['fit', '/b/heron/fit', 1280, 800],
    ['drill', '/b/heron/drill?hand=bridge-1', 1280, 800],
    ['sheet', '/b/bittern/sheet', 1280, 800],
    ['wiring', '/b/kestrel/wiring?hand=switch%3D2', 1280, 800, { until: /^Jack$/ }],
    ['meter', '/b/wren/meter', 1280, 800, { until: /2 taken, 1 off/ }],
    ['finish', '/b/bittern/finish?hand=finish/level', 1280, 800],
    ['finish-colour', '/b/plover/finish?show=colour&view=colour', 1280, 800],
    ['setup', '/b/bittern/setup?view=buzz', 1280, 800],
    ['plan', '/b/heron/plan', 1280, 800],
    ['log', '/b/bittern/log', 1280, 800],
    ['bench-tablet', '/b/heron/bench', 834, 1112],
    ['marking-tablet', '/b/heron/marking?hand=bridge-1', 834, 1112],
  ]
mkdirSync(folder, { recursive: true })
const browser = await openChromium()
for (const [name, path, width, height, act] of VIEWS) {
  if (only && !only.includes(name)) continue
  const page = await browser.newPage({ viewport: { width, height } })
  page.on('console', m => {
    if (m.type() === 'error') console.error(`${name}: ${m.text()}`)
  })
  page.on('pageerror', e => console.error(`${name}: ${e.message}`))
  await page.goto(address + path)
  await page.locator('h1').first().waitFor()
  // What is computed in the worker comes after the page; it says nothing of when.
  await page.waitForTimeout(2500)
  if (act?.tab) await page.getByRole('tab', { name: act.tab }).click()
  if (act?.press) await page.getByRole('button', { name: act.press }).click()
  if (act?.until) await page.getByText(act.until).filter({ visible: true }).first().waitFor()
  if (act?.focus) await page.getByLabel(act.focus, { exact: true }).focus()
  await page.waitForTimeout(600)
  await page.screenshot({ path: `${folder}/${name}.png` })
  await page.close()
}
/** What an owner and a new device see of each other, for docs/network.md; it is closed to the network afterwards. */
async function networkPictures(): Promise<void> {
  const share = async (sharing: boolean) =>
    (await (
      await fetch(`${address}/api/network`, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ sharing }),
      })
    ).json()) as { at: string[]; plain: number }
  const { at, plain } = await share(true),
    beside = join(folder, '../network')
  mkdirSync(beside, { recursive: true })
  for (const [name, path, width, height] of [
    ['devices', `${address}/devices`, 1280, 800],
    ['pair', `http://${at.find(a => /^\d/.test(a))}:${plain}/`, 834, 1112],
  ] as const) {
    const page = await browser.newPage({ viewport: { width, height } })
    await page.goto(path)
    await page
      .getByText(/eight digits/)
      .first()
      .waitFor()
    await page.waitForTimeout(800)
    await page.screenshot({ path: join(beside, `${name}.png`) })
    await page.close()
  }
  await guestPictures(beside, `http://${at.find(a => /^\d/.test(a))}:${plain}`)
  await share(false)
}
/** A quote that is shown to a guest, on a build that is for a client meanwhile. */
async function guestPictures(beside: string, shared: string): Promise<void> {
  const kestrel = `${address}/api/builds/kestrel`,
    stored = async () => (await (await fetch(kestrel)).json()) as { build: Build; revision: number },
    save = async (build: Build) =>
      fetch(kestrel, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ build, revision: (await stored()).revision }),
      }),
    { build } = await stored()
  await save(
    changeClient(
      { ...build, preferences: { ...build.preferences, rate: 40, currency: 'EUR' } },
      {
        who: 'Whoever it is for',
        condition: 'New body, bare; neck from a school’s stock',
        wanted: 'Finished, set up',
      },
    ),
  )
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${address}/b/kestrel/quote`)
  await page.getByRole('button', { name: 'Link for a guest' }).click()
  await page.getByRole('button', { name: 'Make a link' }).click()
  const link = new URL(await page.getByLabel('The link, shown only now').inputValue())
  await page.screenshot({ path: join(beside, 'guest.png') })
  const telephone = await browser.newPage({ viewport: { width: 390, height: 844 } })
  await telephone.goto(`${shared}/guest${link.hash}`)
  await telephone.getByText(/^Approve up to/).waitFor()
  await telephone.screenshot({ path: join(beside, 'quote.png'), fullPage: true })
  await page.getByRole('button', { name: /^End the link/ }).click()
  await page.waitForTimeout(500)
  await save(build)
  for (const p of [page, telephone]) await p.close()
}
if (!only || only.includes('network')) await networkPictures()
await browser.close()

import { mkdirSync } from 'node:fs'
import { chromium } from 'playwright-core'

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
    ['wiring', '/b/kestrel/wiring?hand=switch%3D2', 1280, 800],
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
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
})
for (const [name, path, width, height, act] of VIEWS) {
  if (only && !only.includes(name)) continue
  const page = await browser.newPage({ viewport: { width, height } })
  page.on('console', m => {
    if (m.type() === 'error') console.error(`${name}: ${m.text()}`)
  })
  page.on('pageerror', e => console.error(`${name}: ${e.message}`))
  await page.goto(address + path)
  await page.waitForLoadState('networkidle')
  if (act?.tab) await page.getByRole('tab', { name: act.tab }).click()
  if (act?.press) await page.getByRole('button', { name: act.press }).click()
  if (act?.until) await page.getByText(act.until).filter({ visible: true }).first().waitFor()
  if (act?.focus) await page.getByLabel(act.focus, { exact: true }).focus()
  await page.waitForTimeout(600)
  await page.screenshot({ path: `${folder}/${name}.png` })
  await page.close()
}
await browser.close()

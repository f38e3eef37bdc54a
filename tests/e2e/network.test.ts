import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser, BrowserContext, Page } from 'playwright-core'
import { afterAll, afterEach, beforeAll, describe, expect, inject, it } from 'vitest'
import { LONG, oneIn } from '../support/long.ts'
import type { Build } from '../../src/core/document/build.ts'
import { addClientLine, changeClient } from '../../src/core/document/clientEdits.ts'
import { openChromium } from '../../scripts/chromium.ts'
import { saved, SHORT_LIVED } from '../support/browser.ts'
import { png } from '../support/png.ts'
import { ROOT, startServer, type Running } from '../support/server.ts'
import { workshopFolder } from '../support/workshops.ts'

const ENV = { HOSTS: 'bench.test', SHARE_PORT: '0', SHARE_PLAIN_PORT: '0' }
const RESOLVED = '--host-resolver-rules=MAP bench.test 127.0.0.1'
const STATIONS = ['shelf', 'parts', 'fit', 'drill', 'wiring', 'meter', 'finish', 'setup', 'plan', 'log'] as const
const BENCHES = ['bench', 'marking', 'measure', 'soldering', 'testing'] as const
const TABLET = { width: 834, height: 1112 }

const homes: string[] = []
/** A home whose browser trusts an authority, or none. */
function homeThatTrusts(certificate?: string): string {
  const home = mkdtempSync(join(tmpdir(), 'snugbolt-home-')),
    db = join(home, '.pki/nssdb')
  homes.push(home)
  mkdirSync(db, { recursive: true })
  const run = (...args: string[]) => {
    const r = spawnSync('certutil', ['-d', `sql:${db}`, ...args], { encoding: 'utf8' })
    if (r.status !== 0) throw new Error(r.stderr)
  }
  run('-N', '--empty-password')
  if (certificate) run('-A', '-t', 'C,,', '-n', 'workshop', '-i', certificate)
  return home
}

let server: Running, data: string, shared: { https: number; plain: number }, browser: Browser
type Watched = Page & { troubles: string[] }
const own = async (method: string, path: string, body?: unknown): Promise<Record<string, unknown>> => {
  const res = await fetch(`${server.address}/api${path}`, {
    method,
    headers: { 'Content-Type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  return res.status === 204 ? {} : ((await res.json()) as Record<string, unknown>)
}
const opened = (role = 'bench') =>
  own('POST', '/access/pairings', { role }) as Promise<{ token: string; code: string }>
const watched = async (context: BrowserContext): Promise<Watched> => {
  const page = Object.assign(await context.newPage(), { troubles: [] as string[] })
  page.setDefaultTimeout(30_000)
  page.on('console', m => {
    if (m.type() === 'error') page.troubles.push(`${m.text()} ${m.location().url}`)
  })
  page.on('pageerror', e => page.troubles.push(e.message))
  return page
}
const plainAt = (path: string) => `http://bench.test:${shared.plain}${path}`
const secureAt = (path: string) => `https://bench.test:${shared.https}${path}`
const pairedBy = async (page: Page, code: string, name: string) => {
  await page.getByLabel('What this device is called').fill(name)
  await page.getByLabel('The eight digits').fill(code)
  await page.getByRole('button', { name: 'Pair', exact: true }).click()
  await page.getByRole('heading', { name: 'Snug Bolt' }).waitFor()
}

beforeAll(async () => {
  data = workshopFolder(inject('workshops').demo)
  server = await startServer(data, ENV, { demo: false, dist: true })
  shared = (await own('PUT', '/network', { sharing: true })) as unknown as typeof shared
  browser = await openChromium({
    args: [SHORT_LIVED, RESOLVED, '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
    home: homeThatTrusts(join(data, 'network/authority.crt')),
  })
}, 120_000)
// A device that is left open is one more to show something on.
afterEach(async () => {
  for (const c of browser.contexts()) await c.close()
})
afterAll(async () => {
  await browser.close()
  await server.kill()
  for (const folder of [data, ...homes]) rmSync(folder, { recursive: true, force: true })
})

describe('over plain HTTP, by another name', () => {
  it('a device is paired by digits, and every page works without an error', async () => {
    const page = await watched(await browser.newContext({ viewport: TABLET }))
    await page.goto(plainAt('/b/wren/fit'))
    await page.getByRole('heading', { name: 'Pair this device' }).waitFor()
    // Nothing of the workshop is there.
    expect(await page.locator('body').innerText()).not.toMatch(/Wren|Heron/)
    expect(page.troubles).toEqual([])
    await page.goto(plainAt('/'))
    await pairedBy(page, (await opened()).code, 'Bench tablet')
    expect(await page.evaluate(() => [isSecureContext, 'locks' in navigator, 'caches' in window])).toEqual([
      false,
      false,
      false,
    ])
    await page.getByText('This device starts while the workshop is away only over HTTPS.').waitFor()
    for (const name of ['Settings', 'Bring another device', 'Open to the network'])
      expect(await page.getByRole('link', { name }).count(), name).toBe(0)
    for (const station of oneIn(4, STATIONS)) {
      await page.goto(plainAt(`/b/wren/${station}`))
      await page.locator('main h1').first().waitFor()
      await saved(page)
    }
    for (const bench of oneIn(3, BENCHES)) {
      await page.goto(plainAt(`/b/kestrel/${bench}`))
      await page.getByText('This screen may go dark: a page keeps it awake only over HTTPS.').waitFor()
    }
    await page.goto(plainAt('/b/wren/setup'))
    await page.getByLabel('New reading').fill('0.31')
    await page.keyboard.press('Enter')
    await saved(page)
    await expect
      .poll(async () =>
        ((await own('GET', '/builds/wren')).build as { readings: { value: number }[] }).readings.at(-1),
      )
      .toMatchObject({ value: 0.31 })
    await page.goto(plainAt('/b/wren/setup?view=tuner'))
    await page.getByText('A browser lends its microphone only over HTTPS.').waitFor()
    expect(await page.getByRole('button', { name: 'Listen to the microphone' }).isDisabled()).toBe(true)
    await page.goto(plainAt('/settings'))
    await page.getByRole('heading', { name: 'Only the workshop’s owner does this' }).waitFor()
    await page.goto(plainAt('/trust'))
    await page.getByRole('link', { name: 'Fetch the certificate' }).waitFor()
    expect(page.troubles).toEqual([])
    await page.context().close()
  }, 180_000)
})

describe('a tablet among the shavings', () => {
  it.runIf(LONG)(
    'takes what a calliper reads into its field, and keeps a photo over plain HTTP until the workshop answers',
    async () => {
      const page = await watched(await browser.newContext({ viewport: TABLET }))
      await page.goto(plainAt('/'))
      await pairedBy(page, (await opened()).code, 'Bench tablet')
      // Another window of the same tablet has a field in hand as well: the reading is for the one that said so last.
      const beside = await watched(page.context())
      await beside.goto(plainAt('/b/heron/measure'))
      await beside.getByRole('textbox', { name: /^Reading of/ }).waitFor()
      await page.goto(plainAt('/b/heron/measure'))
      const field = page.getByRole('textbox', { name: /^Reading of/ })
      await field.waitFor()
      const calliper = spawn(
          process.execPath,
          [join(ROOT, 'bin/snugbolt.mjs'), 'device', 'calliper', '--server', server.address, '--pace', '20'],
          { stdio: 'pipe', env: { ...process.env, SNUGBOLT_DATA: tmpdir() } },
        ),
        said: string[] = []
      calliper.stdout.on('data', (d: Buffer) => said.push(d.toString()))
      try {
        await page.getByText(/wants to give readings here/).waitFor()
        await page.getByRole('button', { name: 'Let it in' }).click()
        await expect.poll(() => said.join('')).toMatch(/in hand: /)
        calliper.stdin.write('12.34 mm\n')
        await expect.poll(() => field.inputValue()).toMatch(/^12\.34/)
        expect(await beside.getByRole('textbox', { name: /^Reading of/ }).inputValue()).toBe('')
        // Where its window is closed the other one takes the field in hand again when it is looked at.
        await page.close()
        await beside.evaluate(() => window.dispatchEvent(new Event('focus')))
        await expect.poll(() => said.join('').match(/in hand: /g)?.length).toBeGreaterThan(1)
        calliper.stdin.write('23.45 mm\n')
        await expect
          .poll(() => beside.getByRole('textbox', { name: /^Reading of/ }).inputValue())
          .toMatch(/^23\.45/)
      } finally {
        calliper.kill()
      }
      await beside.goto(plainAt('/b/plover/log'))
      await saved(beside)
      const before = ((await own('GET', '/builds/plover')).build as Build).attachments?.length ?? 0
      await beside.route('**/api/**', r => r.abort())
      await beside
        .getByLabel('Photo: file or camera')
        .setInputFiles({ name: 'pocket.png', mimeType: 'image/png', buffer: png(400, 300) })
      const shown = beside.getByRole('list', { name: 'Photos' }).getByRole('img').first()
      await shown.waitFor()
      await expect.poll(() => shown.evaluate(i => (i as HTMLImageElement).naturalWidth)).toBe(400)
      await beside.unroute('**/api/**')
      await expect
        .poll(async () => ((await own('GET', '/builds/plover')).build as Build).attachments?.length ?? 0)
        .toBe(before + 1)
      const { hash, size } = ((await own('GET', '/builds/plover')).build as Build).attachments!.at(-1)!,
        bytes = Buffer.from(await (await fetch(`${server.address}/api/attachments/${hash}`)).arrayBuffer())
      expect(bytes.length).toBe(size)
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(hash)
      await page.context().close()
    },
    120_000,
  )
})

describe('over HTTPS, trusted', () => {
  it('everything that a browser keeps for such pages is there; a link pairs by itself and leaves no trace', async () => {
    const context = await browser.newContext({ viewport: TABLET, permissions: ['screen-wake-lock', 'microphone'] }),
      page = await watched(context),
      { token } = await opened()
    await page.goto(secureAt(`/pair#${token}`))
    await page.getByRole('heading', { name: 'Snug Bolt' }).waitFor()
    expect(page.url()).toBe(secureAt('/'))
    expect(page.url()).not.toContain(token)
    expect(
      await page.evaluate(async () => [
        isSecureContext,
        (await navigator.serviceWorker.ready).active !== null,
        'locks' in navigator,
      ]),
    ).toEqual([true, true, true])
    expect(await page.getByText('only over HTTPS').count()).toBe(0)
    // It may be installed as an application.
    const told = await context.newCDPSession(page)
    expect((await told.send('Page.getAppManifest')).errors).toEqual([])
    expect((await told.send('Page.getInstallabilityErrors')).installabilityErrors).toEqual([])
    await page.goto(secureAt('/b/wren/setup?view=tuner'))
    await page.getByRole('button', { name: 'Listen to the microphone' }).click()
    await page.getByRole('button', { name: 'Stop listening' }).waitFor()
    await page.goto(secureAt('/b/wren/bench'))
    await page.getByRole('button', { name: 'Next' }).waitFor()
    expect(await page.evaluate(() => navigator.wakeLock.request('screen').then(l => l.type))).toBe('screen')
    const [cookie] = await context.cookies(secureAt('/'))
    expect(cookie).toMatchObject({ name: '__Host-snugbolt', httpOnly: true, secure: true, sameSite: 'Strict' })
    expect(await page.evaluate(() => document.cookie)).toBe('')
    expect(server.output()).not.toContain(token)
    expect(page.troubles).toEqual([])
    // Installed, it starts while the workshop is away.
    await page.goto(secureAt('/b/wren/fit'))
    await saved(page)
    await context.setOffline(true)
    await page.goto(secureAt('/b/wren/fit'))
    await page.getByRole('heading', { level: 1, name: 'Fit' }).waitFor()
    await context.setOffline(false)
    expect(page.troubles.filter(t => !t.includes('ERR_INTERNET_DISCONNECTED'))).toEqual([])
    page.troubles.length = 0
    // The link was good once.
    const other = await watched(await browser.newContext())
    await other.goto(secureAt(`/pair#${token}`))
    await other.getByText(/This link is not good, was used/).waitFor()
    expect(other.url()).toBe(secureAt('/pair'))
    await other.context().close()
    // Sessions hold over a restart, on the same port.
    await server.kill('SIGKILL')
    server = await startServer(
      data,
      { ...ENV, SHARE_PORT: String(shared.https), SHARE_PLAIN_PORT: String(shared.plain) },
      { demo: false, dist: true },
    )
    await page.goto(secureAt('/b/wren/log'))
    await page.getByRole('heading', { level: 1, name: 'Log' }).waitFor()
    await saved(page)
    await context.close()
  }, 180_000)
  it('a browser that does not trust it does not open it', async () => {
    const wary = await openChromium({ args: [RESOLVED], home: homeThatTrusts() })
    try {
      const page = await wary.newPage()
      await expect(page.goto(secureAt('/'))).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/)
      // Told to ignore that, it keeps no worker: the page only seems to be trusted.
      const careless = await wary.newPage({ ignoreHTTPSErrors: true })
      await careless.goto(secureAt('/'))
      expect(
        await careless.evaluate(() =>
          navigator.serviceWorker.register('/sw.js').then(
            () => 'registered',
            () => 'refused',
          ),
        ),
      ).toBe('refused')
    } finally {
      await wary.close()
    }
  }, 60_000)
  it('a device that is sent away while it edits keeps what it had done, says so, and saves it when it is paired again', async () => {
    const context = await browser.newContext({ viewport: TABLET, serviceWorkers: 'block' }),
      page = await watched(context)
    await page.goto(secureAt(`/pair#${(await opened()).token}`))
    await page.getByRole('heading', { name: 'Snug Bolt' }).waitFor()
    await page.goto(secureAt('/b/heron/log'))
    await saved(page)
    const devices = (await own('GET', '/access/devices')) as unknown as { id: string; name: string }[]
    for (const d of devices) await own('DELETE', `/access/devices/${d.id}`)
    await page.getByLabel('Write a line').fill('Written on a device that is nobody')
    await page.keyboard.press('Enter')
    await page.getByRole('heading', { name: 'This device was sent away' }).waitFor()
    await page.getByText(/What was done here on a build and is not saved yet is kept on this device/).waitFor()
    // What it knew of the workshop is gone.
    await expect.poll(() => page.evaluate(() => caches.has('snugbolt-answers'))).toBe(false)
    await page.getByLabel('What this device is called').fill('Tablet again')
    await page.getByLabel('The eight digits').fill((await opened()).code)
    await page.getByRole('button', { name: 'Pair', exact: true }).click()
    await page.getByText('Written on a device that is nobody').first().waitFor()
    await expect
      .poll(async () => ((await own('GET', '/builds/heron')).build as { log: { text: string }[] }).log.at(-1)?.text)
      .toBe('Written on a device that is nobody')
    await context.close()
  }, 120_000)
})

describe('two devices with one build open', () => {
  it('see what is done on the other as it is done, keep what both do, and say who else is there', async () => {
    const context = await browser.newContext({ viewport: TABLET }),
      tablet = await watched(context),
      machine = await watched(await browser.newContext({ viewport: { width: 1280, height: 800 } }))
    await tablet.goto(secureAt(`/pair#${(await opened()).token}`))
    await tablet.getByRole('heading', { name: 'Snug Bolt' }).waitFor()
    await tablet.goto(secureAt('/b/plover/log'))
    await machine.goto(`${server.address}/b/plover/log`)
    for (const page of [tablet, machine]) await saved(page)
    await machine.getByText(/(Computer|Tablet): Log/).waitFor()
    await tablet.getByText('the workshop’s own machine: Log').waitFor()
    const write = async (page: Page, text: string) => {
      await page.getByLabel('Write a line').fill(text)
      await page.keyboard.press('Enter')
    }
    for (let n = 0; n < 4; n++) {
      const [from, to] = n % 2 ? [tablet, machine] : [machine, tablet],
        text = `Line ${n} of this evening`
      await write(from, text)
      await to.getByText(text).first().waitFor()
    }
    // Both at once.
    await Promise.all([write(tablet, 'From the tablet'), write(machine, 'From the machine')])
    for (const page of [tablet, machine])
      for (const text of ['From the tablet', 'From the machine']) await page.getByText(text).first().waitFor()
    // A second page of the same browser hears by the same stream.
    const beside = await watched(context)
    await beside.goto(secureAt('/b/plover/log'))
    await saved(beside)
    await write(machine, 'For all three')
    for (const page of [tablet, beside]) await page.getByText('For all three').first().waitFor()
    // One press shows it there, on the page that is left where another was closed without a word; what is read there is here.
    await beside.close()
    await machine.goto(`${server.address}/b/plover/plan`)
    // A page says again every minute where it is: whatever was missed is there by then.
    await expect
      .poll(async () => (await machine.locator('body').innerText()).split('\n'), { timeout: 75_000 })
      .toContainEqual(expect.stringMatching(/^Show it on (Computer|Tablet)$/))
    await machine.getByRole('button', { name: /^Show it on (Computer|Tablet)$/ }).click()
    await machine.getByText(/^Shown on (Computer|Tablet)\.$/).waitFor()
    await tablet.waitForURL(/\/b\/plover\/bench\?hand=/)
    await machine.getByText(/(Computer|Tablet): step \d+/).waitFor()
    // Of several devices one is chosen, one that has no build open too.
    const third = await watched(await browser.newContext({ viewport: { width: 390, height: 844 } }))
    await third.goto(secureAt('/pair'))
    await pairedBy(third, (await opened()).code, 'Telephone')
    await machine.goto(`${server.address}/b/plover/fit?view=measure`)
    await machine
      .getByRole('button', { name: /^Show .* on …$/ })
      .first()
      .waitFor()
    await machine.getByRole('button', { name: 'Show it on …' }).click()
    await machine.getByRole('menuitem', { name: 'Telephone' }).click()
    await third.waitForURL(/\/b\/plover\/measure$/)
    await machine.getByText('Telephone: reading 1').waitFor()
    await third.close()
    const before = ((await own('GET', '/builds/plover')).build as { readings: object[] }).readings.length
    await tablet.goto(secureAt('/b/plover/measure'))
    await tablet.getByRole('textbox', { name: /^Reading of/ }).fill('50')
    await tablet.getByRole('button', { name: 'Measured' }).click()
    await expect
      .poll(async () => ((await own('GET', '/builds/plover')).build as { readings: object[] }).readings.length)
      .toBeGreaterThan(before)
    await machine.goto(`${server.address}/`)
    await expect.poll(() => tablet.getByText('the workshop’s own machine: Log').count()).toBe(0)
    // Two saves that met are brought together: the second is told, and goes again.
    for (const page of [tablet, machine, beside]) expect(page.troubles.filter(t => !t.includes('409'))).toEqual([])
    await context.close()
  }, 180_000)
})

describe('a guest', () => {
  it('reads a quote by the link that the owner made, approves it, and sees nothing when the link is ended', async () => {
    const { build, revision } = (await own('GET', '/builds/kestrel')) as { build: Build; revision: number }
    await own('PUT', '/builds/kestrel', {
      revision,
      build: changeClient({ ...build, preferences: { ...build.preferences, rate: 40 } }, { who: 'Somebody' }),
    })
    const page = await watched(await browser.newContext({ viewport: { width: 1280, height: 800 } }))
    await page.goto(`${server.address}/b/kestrel/quote`)
    await page.getByRole('button', { name: 'Link for a guest' }).click()
    await page.getByRole('button', { name: 'Make a link' }).click()
    const link = new URL(await page.getByLabel('The link, shown only now').inputValue())
    expect(link.pathname).toBe('/guest')
    await page.getByText('not opened yet').waitFor()
    // The guest's telephone knows the workshop by its name, and has never been here.
    const guest = await watched(await browser.newContext({ viewport: { width: 390, height: 844 } })),
      asked: string[] = []
    guest.on('request', r => asked.push(`${r.url()} ${r.headers().referer ?? ''}`))
    await guest.goto(plainAt(`/guest${link.hash}`))
    await guest.getByRole('heading', { name: 'Kestrel' }).waitFor()
    await guest.getByText('Somebody').waitFor()
    // It asks for its page and for nothing else of the workshop; its secret stands in no address.
    expect(asked.filter(a => a.includes('/api/')).map(a => new URL(a.split(' ')[0]!).pathname)).toEqual([
      '/api/guest',
    ])
    expect(asked.slice(1).filter(a => a.includes(link.hash.slice(1)))).toEqual([])
    const approve = guest.getByRole('button', { name: /^Approve up to \d+/ })
    expect(await approve.isDisabled()).toBe(true)
    await guest.getByLabel('Your name').fill('Anna')
    // The quote changes while it is read: nothing is approved, and the new sum is shown.
    const before = await approve.innerText(),
      now = (await own('GET', '/builds/kestrel')) as { build: Build; revision: number }
    await own('PUT', '/builds/kestrel', {
      revision: now.revision,
      build: addClientLine(now.build, { kind: 'work', what: 'A new nut', price: 1000 }),
    })
    await approve.click()
    await guest.getByText('The quote has changed since it was opened.').waitFor()
    await expect.poll(() => approve.innerText()).not.toBe(before)
    expect(await guest.getByLabel('Your name').inputValue()).toBe('Anna')
    const sum = Number(/[\d.]+/.exec(await approve.innerText())![0])
    await approve.click()
    await guest.getByText(`Approved up to ${sum}`).waitFor()
    expect(await approve.count()).toBe(0)
    const { client } = ((await own('GET', '/builds/kestrel')) as { build: Build }).build
    expect(client!.approvals).toMatchObject([{ sum, note: expect.stringContaining('Anna') as string }])
    // The owner's open page has it too.
    await page.goto(`${server.address}/b/kestrel/log?view=client`)
    await page.getByText(`up to ${sum}`).waitFor()
    await page.goto(`${server.address}/b/kestrel/quote`)
    await page.getByRole('button', { name: 'Link for a guest' }).click()
    await page.getByRole('button', { name: /^End the link/ }).click()
    await expect.poll(() => page.getByRole('button', { name: /^End the link/ }).count()).toBe(0)
    expect(guest.troubles.filter(t => !t.includes('409'))).toEqual([])
    await guest.reload()
    await guest.getByRole('heading', { name: 'This link is not good' }).waitFor()
    await guest.goto(plainAt('/guest'))
    await guest.getByRole('heading', { name: 'This link is not good' }).waitFor()
    expect(page.troubles).toEqual([])
  }, 120_000)
  it.runIf(LONG)(
    'reads a sheet with its drawing and its photos',
    async () => {
      const { token } = (await own('POST', '/guest-links', { build: 'heron', of: 'sheet', days: 1 })) as {
          token: string
        },
        guest = await watched(await browser.newContext({ viewport: TABLET }))
      await guest.goto(plainAt(`/guest#${token}`))
      await guest.getByRole('heading', { name: 'Heron' }).waitFor()
      await guest.getByRole('img', { name: 'Heron, drawn to its own measures' }).waitFor()
      await guest.getByRole('img', { name: 'Circuit from the solderer’s side' }).waitFor()
      expect(guest.troubles).toEqual([])
    },
    60_000,
  )
})

describe('what is done elsewhere', () => {
  const edit = async (change: (b: Build) => Build) => {
    const { build, revision } = (await own('GET', '/builds/plover')) as { build: Build; revision: number }
    await own('PUT', '/builds/plover', { revision, build: change(build) })
  }
  it.runIf(LONG)(
    'takes nothing out of a field that somebody types in, and is there by Escape',
    async () => {
      await edit(b => changeClient(b, { who: 'First' }))
      const page = await watched(await browser.newContext({ viewport: { width: 1280, height: 800 } }))
      await page.goto(`${server.address}/b/plover/log?view=client`)
      await saved(page)
      const field = page.getByLabel('For whom')
      await field.fill('Half a na')
      const came = page.waitForResponse(r => r.url().endsWith('/api/builds/plover'))
      await edit(b => changeClient(b, { who: 'Second' }))
      await (await came).finished()
      // Two frames later it has been drawn.
      await page.evaluate(() => new Promise(drawn => requestAnimationFrame(() => requestAnimationFrame(drawn))))
      expect(await field.inputValue()).toBe('Half a na')
      await field.press('Escape')
      await expect.poll(() => field.inputValue()).toBe('Second')
      expect(page.troubles).toEqual([])
    },
    60_000,
  )
  it('is in a list of the shelf as soon as it is done', async () => {
    const page = await watched(await browser.newContext({ viewport: { width: 1280, height: 800 } }))
    await page.goto(`${server.address}/shelf`)
    await page.locator('main h1').first().waitFor()
    const part = {
      id: 'from-elsewhere',
      kind: 'strings',
      name: 'Strings from elsewhere',
      dims: {},
      traits: {},
      features: [],
    }
    const counted = (n: number) => `${n} parts on the workshop’s shelf`,
      before = ((await own('GET', '/shelf/index')) as unknown as object[]).length
    await page.getByText(counted(before)).first().waitFor()
    const put = await own('POST', '/shelf', { parts: [part] })
    expect(put.error).toBeUndefined()
    await page
      .getByText(counted(before + 1))
      .first()
      .waitFor()
    await own('DELETE', '/shelf/from-elsewhere')
    await page.getByText(counted(before)).first().waitFor()
    expect(page.troubles).toEqual([])
  }, 60_000)
  it.runIf(LONG)(
    'is heard by more windows of one browser than a host is given connections',
    async () => {
      const context = await browser.newContext({ viewport: TABLET }),
        first = await watched(context)
      await first.goto(plainAt('/'))
      await pairedBy(first, (await opened()).code, 'Many windows')
      const pages = [first, ...(await Promise.all(Array.from({ length: 7 }, () => watched(context))))]
      for (const page of pages) {
        await page.goto(plainAt('/b/plover/log'))
        await saved(page)
      }
      await edit(
        b =>
          ({ ...b, log: [...b.log, { id: 'heard', at: new Date().toISOString(), text: 'Heard by all' }] }) as Build,
      )
      for (const page of pages) await page.getByText('Heard by all').first().waitFor()
      // A browser whose pages share nothing hears as well, in the window that is looked at.
      const alone = await browser.newContext({ viewport: TABLET })
      await alone.addInitScript('window.SharedWorker = undefined')
      const single = await watched(alone)
      await single.goto(`${server.address}/b/plover/log`)
      await saved(single)
      await single.getByText('Many windows: Log').first().waitFor()
      await edit(b => ({ ...b, log: b.log.filter(l => l.id !== 'heard') }))
      await expect.poll(() => single.getByText('Heard by all').count()).toBe(0)
    },
    120_000,
  )
})

describe('the workshop’s own machine', () => {
  it('opens it to the network, shows a way in, sees the device come and sends it away', async () => {
    await own('PUT', '/network', { sharing: false })
    const page = await watched(await browser.newContext({ viewport: { width: 1280, height: 800 } }))
    await page.goto(server.address)
    await page.getByRole('link', { name: 'Bring another device' }).click()
    await page.getByRole('button', { name: /Open it to the network/ }).click()
    const digits = page.getByLabel('Eight digits')
    await expect.poll(() => digits.innerText()).toMatch(/^\d{4} \d{4}$/)
    await page.getByRole('img', { name: /bench\.test|with a link that is good once/ }).waitFor()
    shared = (await own('GET', '/network')) as unknown as typeof shared
    const tablet = await watched(await browser.newContext({ viewport: { width: 390, height: 844 } }))
    await tablet.goto(plainAt('/'))
    await pairedBy(tablet, await digits.innerText(), 'In the workshop')
    await page.getByText('“In the workshop” is paired.').waitFor()
    await page.getByRole('button', { name: 'Send In the workshop away' }).click()
    await expect.poll(() => page.getByText('In the workshop', { exact: true }).count()).toBe(0)
    await tablet.reload()
    await tablet.getByRole('heading', { name: 'Pair this device' }).waitFor()
    await page.goto(server.address)
    await page.getByRole('link', { name: 'Open to the network' }).click()
    await page.getByRole('button', { name: 'Close it to the network' }).click()
    await page.getByRole('heading', { name: 'Only this machine reaches the workshop.' }).waitFor()
    await expect(tablet.goto(plainAt('/'))).rejects.toThrow(/ERR_CONNECTION_REFUSED/)
    expect(page.troubles).toEqual([])
  }, 120_000)
})

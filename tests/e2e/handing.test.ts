import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { LONG } from '../support/long.ts'
import { copyOf, openBench, saved, storedBuild, TABLET, type Bench } from '../support/browser.ts'
import { pdfText } from '../support/paper.ts'
import { ROOT } from '../support/server.ts'

let bench: Bench
const made = mkdtempSync(join(tmpdir(), 'snugbolt-handing-')),
  started: ChildProcess[] = []
beforeAll(async () => {
  bench = await openBench()
})
beforeEach(() => bench.clear())
afterAll(async () => {
  for (const p of started) p.kill('SIGKILL')
  await bench.close()
  rmSync(made, { recursive: true, force: true })
})

/** A simulated device as it is shipped; gives what it says, and a way to press its keys. */
async function device(...args: string[]): Promise<{ type: (line: string) => void; says: () => string }> {
  const p = spawn(process.execPath, [join(ROOT, 'bin/snugbolt.mjs'), 'device', ...args], {
    env: { ...process.env, SNUGBOLT_DATA: bench.data },
  })
  started.push(p)
  let out = ''
  p.stdout.on('data', (b: Buffer) => (out += b.toString()))
  p.stderr.on('data', (b: Buffer) => (out += b.toString()))
  await expect.poll(() => out, { timeout: 60_000 }).toMatch(/Ctrl-D ends/)
  return { type: line => p.stdin.write(`${line}\n`), says: () => out }
}

describe('what goes with an instrument', () => {
  it('prints as a sheet with every part once, and opens as one file where nothing else is', async () => {
    const id = await copyOf(bench, 'gone', 'bittern', b => {
        b.log = []
      }),
      page = await bench.open(`/b/${id}/sheet`)
    await page.getByRole('heading', { level: 1, name: id }).waitFor()
    await page.getByRole('img', { name: 'Circuit from the solderer’s side' }).waitFor()
    const text = pdfText(await page.pdf({ format: 'A4' })),
      b = await storedBuild(bench, id)
    for (const part of new Set(Object.values(b.slots)))
      expect(text.replace(/\s+/g, ' '), part).toContain(
        b.parts
          .find(p => p.id === part)!
          .name.split(',')[0]!
          .slice(0, 24),
      )
    expect(text).toContain('Finish, and how it is mended')
    expect(text).not.toContain('Save as one HTML file')
    const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name: 'Save as one HTML file' }).click(),
      ]),
      file = join(made, 'sheet.html')
    await download.saveAs(file)
    const html = readFileSync(file, 'utf8')
    // Nothing in it asks for anything.
    expect(html).not.toMatch(/(src|href)="(?!data:|#)/)
    expect(html).not.toMatch(/url\((?!["']?(data:|#))/)
    const context = await bench.browser.newContext({ offline: true }),
      alone = await context.newPage(),
      asked: string[] = []
    alone.on('request', r => asked.push(r.url()))
    await alone.goto(`file://${file}`)
    await alone.getByRole('heading', { level: 1, name: id }).waitFor()
    expect(asked.filter(u => !u.startsWith('file:') && !u.startsWith('data:'))).toEqual([])
    expect(await alone.getByRole('button').count()).toBe(0)
    expect(await alone.getByRole('table', { name: 'Parts' }).getByRole('row').count()).toBeGreaterThan(10)
    // By night too it is black on white: it is a paper.
    await alone.emulateMedia({ colorScheme: 'dark' })
    expect(await alone.getByRole('heading', { level: 1 }).evaluate(h => getComputedStyle(h).color)).toBe(
      'rgb(20, 33, 27)',
    )
    // It is laid out as it was: its heading is large.
    expect(
      await alone.getByRole('heading', { level: 1 }).evaluate(h => parseFloat(getComputedStyle(h).fontSize)),
    ).toBeGreaterThan(30)
    expect(page.troubles).toEqual([])
  })
  it('is quoted, approved, worked and billed', async () => {
    const id = await copyOf(bench, 'client', 'wren', b => {
        b.preferences.rate = 40
      }),
      page = await bench.open(`/b/${id}/log?view=client`)
    await page.getByRole('button', { name: 'It is for a client' }).click()
    await page.getByLabel('For whom').fill('The choir')
    await page.getByLabel('For whom').press('Enter')
    await page.getByLabel('Condition, as both of you saw it').fill('Scratch on the back, jack loose.')
    await page.getByLabel('What is wanted').fill('Quiet, and playable.')
    await page.getByLabel('It is', { exact: true }).selectOption('sent out')
    await page.getByLabel('What is offered').fill('Frets levelled')
    for (const [label, text] of [
      [/^Price/, '80'],
      [/^Minutes it would take here/, '240'],
      [/^Days away/, '9'],
    ] as const) {
      await page.getByLabel(label).fill(text)
      await page.getByLabel(label).press('Tab')
    }
    await page.getByRole('button', { name: 'Offer it' }).click()
    // Four hours at 40 are 160 against 80.
    await page.getByRole('cell', { name: '160 here; away 9 days' }).waitFor()
    await page.getByLabel('Tax', { exact: true }).fill('150')
    await page.getByLabel('Tax', { exact: true }).press('Enter')
    await page.getByText(/is no percentage/).waitFor()
    await page.getByLabel('Tax', { exact: true }).fill('20')
    await page.getByLabel('Tax', { exact: true }).press('Enter')
    await page.getByLabel('How it was said, and for what').fill('On the telephone')
    await page.getByLabel('Approved up to; Enter keeps it').fill('50')
    await page.getByLabel('Approved up to; Enter keeps it').press('Enter')
    await page.getByText(/over what was approved: ask before going on/).waitFor()
    await saved(page)
    const { client } = await storedBuild(bench, id)
    expect(client).toMatchObject({
      who: 'The choir',
      tax: 20,
      lines: [{ kind: 'sent out', what: 'Frets levelled', price: 80, minutes: 240, days: 9 }],
      approvals: [{ sum: 50, note: 'On the telephone' }],
    })
    await page.getByRole('link', { name: 'Quote and bill to print' }).click()
    await page.getByRole('rowheader', { name: /^In all/ }).waitFor()
    const quote = pdfText(await page.pdf({ format: 'A4' }))
    expect(quote).toContain('Scratch on the back, jack loose.')
    expect(quote).toContain('Frets levelled')
    expect(quote).toContain('Tax, 20 %')
    await page.getByText('Bill', { exact: true }).first().click()
    await page.getByText(/this is .* over it/).waitFor()
    expect(page.troubles).toEqual([])
  })
  it('keeps leaflets and sounds: their size is said before they are sent, what is none is refused by name', async () => {
    const id = await copyOf(bench, 'leaflets', 'wren'),
      page = await bench.open(`/b/${id}/log`),
      field = page.getByLabel('File to keep'),
      leaflet = Buffer.from('%PDF-1.4\n% a leaflet\n'.padEnd(4200, ' '))
    await field.setInputFiles({ name: 'tool.exe', mimeType: 'application/octet-stream', buffer: leaflet })
    await page.getByRole('alert').filter({ hasText: 'tool.exe is of no kind that is kept' }).waitFor()
    await field.setInputFiles({ name: 'nothing.txt', mimeType: 'text/plain', buffer: Buffer.alloc(0) })
    await page.getByRole('alert').filter({ hasText: 'nothing.txt is empty' }).waitFor()
    await field.setInputFiles({ name: 'Tuners.pdf', mimeType: 'application/pdf', buffer: leaflet })
    await page.getByText('Tuners.pdf, 4 kB').waitFor()
    expect((await storedBuild(bench, id)).attachments ?? []).toEqual([])
    await page.getByRole('button', { name: 'Keep 4 kB' }).click()
    await expect.poll(async () => (await storedBuild(bench, id)).attachments?.length).toBe(1)
    const [kept] = (await storedBuild(bench, id)).attachments!
    expect(kept).toMatchObject({ type: 'application/pdf', name: 'Tuners.pdf', size: 4200 })
    const back = await fetch(`${bench.server.address}/api/attachments/${kept!.hash}`)
    expect(Buffer.from(await back.arrayBuffer()).equals(leaflet)).toBe(true)
    await page.getByRole('button', { name: /^photo: Tuners\.pdf/ }).click()
    await page.getByRole('link', { name: 'Tuners.pdf' }).waitFor()
    expect(page.troubles).toEqual([])
  })
  it('has a list for the parcel', async () => {
    const page = await bench.open('/b/wren/packing')
    await page.getByText('Mark the bridge’s place with tape, pad it from the top').waitFor()
    expect(pdfText(await page.pdf({ format: 'A4' }))).toContain('Before the lid is shut')
  })
})

describe('a supplier', () => {
  it('sells, takes an order, is late or not, and the plan follows', async () => {
    const shop = await device('supplier', '--port', '0', '--name', 'Harbour shop'),
      port = /at port (\d+)/.exec(shop.says())![1]!,
      id = await copyOf(bench, 'buyer', 'heron'),
      page = await bench.open(`/b/${id}/parts?hand=bridge`)
    await page.getByText('Ask a supplier').click()
    await page.getByLabel('At port').fill('80')
    await page.getByLabel('At port').press('Enter')
    await page.getByText(/is no port/).waitFor()
    await page.getByLabel('At port').fill('1025')
    await page.getByLabel('At port').press('Enter')
    await page.getByRole('button', { name: 'Ask it' }).click()
    await page.getByText(/No supplier answers at port 1025/).waitFor()
    await page.getByLabel('At port').fill(port)
    await page.getByLabel('At port').press('Enter')
    await page.getByRole('button', { name: 'Ask it' }).click()
    await page.getByText(/^Harbour shop sells \d+ parts/).waitFor()
    const offers = (await (await fetch(`${bench.server.address}/api/supplier/catalogue?port=${port}`)).json()) as {
      offers: { item: string; stock: number; days: number; part: { id: string; kind: string; name: string } }[]
    }
    const offer = offers.offers.find(o => o.part.kind === 'bridge' && o.stock > 0)!
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Harbour shop' })
      .getByRole('button', { name: offer.part.name })
      .first()
      .click()
    const go = page.getByRole('button', { name: /Choose it|all the same/ })
    if (await go.count()) await go.first().click()
    await page.getByRole('tab', { name: 'To buy' }).click()
    await page.getByRole('button', { name: 'Order it' }).first().click()
    await page.getByText(/is ordered for .* promised/).waitFor()
    await saved(page)
    const bought = async () => {
      const b = await storedBuild(bench, id)
      return b.parts.find(p => p.id === b.slots.bridge)!
    }
    expect((await bought()).stock).toMatchObject({ state: 'ordered', supplier: 'Harbour shop', item: offer.item })
    // Weeks pass there, one after another, until it is here.
    for (let n = 0; n < 8; n++) {
      for (let d = 0; d < 7; d++) shop.type('')
      await expect.poll(() => shop.says().match(/It is /g)?.length).toBe(7 * (n + 1))
      await page.getByRole('button', { name: 'Ask again' }).click()
      await expect.poll(() => page.getByRole('button', { name: 'Ask again' }).isEnabled()).toBe(true)
      if (await page.getByText(/came on/).count()) break
    }
    await saved(page)
    expect((await bought()).stock).toMatchObject({ state: 'here' })
    expect(page.troubles.filter(t => !t.includes('502'))).toEqual([])
  }, 240_000)
})

describe('readings of one place', () => {
  it.runIf(LONG)(
    'are one visit with a list at the bench: a calliper’s readings land one after another',
    async () => {
      const id = await copyOf(bench, 'visits', 'heron'),
        page = await bench.open(`/b/${id}/plan`, { viewport: TABLET })
      await page
        .getByRole('button', { name: /^Measure .*: 3 readings/ })
        .first()
        .click()
      await page.getByRole('link', { name: 'Bench view' }).click()
      // The plan shows the same list: what is typed there does not come along.
      await page.getByRole('link', { name: 'Leave bench view' }).waitFor()
      const list = page.getByRole('region', { name: 'Readings of this visit' })
      await expect.poll(() => list.getByRole('listitem').count()).toBe(3)
      const fields = list.getByPlaceholder('measured…')
      await fields.first().fill('far too long')
      await fields.first().press('Enter')
      await list.getByText(/Accepted:/).waitFor()
      const before = (await storedBuild(bench, id)).readings.length
      const calliper = await device(
        'calliper',
        '--server',
        bench.server.address,
        '--pace',
        '0',
        '--name',
        'Long jaws',
      )
      await list.getByText('Long jaws').waitFor()
      await expect.poll(() => calliper.says()).toMatch(/in hand: /)
      calliper.type('')
      await expect.poll(() => list.getByText(/^read /).count()).toBeGreaterThan(0)
      await expect.poll(async () => (await storedBuild(bench, id)).readings.length).toBe(before + 1)
      expect((await storedBuild(bench, id)).readings.at(-1)).toMatchObject({ with: 'Long jaws' })
      // What goes wrong is written down where it happened, with the way to help.
      await page.getByText('Something went wrong', { exact: true }).click()
      await page.getByLabel('What happened').fill('The jaws slipped')
      await page.getByRole('button', { name: 'Write it down' }).click()
      await page.getByText('It is in the log.').waitFor()
      await expect.poll(async () => (await storedBuild(bench, id)).log.at(-1)?.text).toMatch(/: The jaws slipped$/)
      await page.getByRole('link', { name: /What the readings settle/ }).click()
      await page.waitForURL(/fit\?view=measure/)
      expect(page.troubles).toEqual([])
    },
    120_000,
  )
})

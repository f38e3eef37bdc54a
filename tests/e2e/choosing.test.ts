import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { LONG } from '../support/long.ts'
import type { Build } from '../../src/core/document/build.ts'
import type { Part } from '../../src/core/parts/part.ts'
import { copyOf, openBench, saved, TABLET, type Bench } from '../support/browser.ts'
import { visit } from '../support/visit.ts'

let bench: Bench
const dir = mkdtempSync(join(tmpdir(), 'snugbolt-choosing-'))
const file = (name: string, text: string) => {
  const path = join(dir, name)
  writeFileSync(path, text)
  return path
}
beforeAll(async () => {
  bench = await openBench()
})
afterEach(() => bench.clear())
afterAll(async () => {
  await bench.close()
  rmSync(dir, { recursive: true, force: true })
})

const api = async <T>(path: string): Promise<T> =>
  (await (await fetch(`${bench.server.address}/api${path}`)).json()) as T
const build = async (id: string) => (await api<{ build: Build }>(`/builds/${id}`)).build
const copy = (id: string, from: 'heron' | 'kestrel' = 'heron') => copyOf(bench, id, from)

describe('the shelf', () => {
  it('puts a new part on the shelf from its kind, takes a listing over, and keeps what was typed wrong', async () => {
    const page = await bench.open('/b/heron/shelf')
    await page.getByRole('button', { name: 'New part' }).click()
    await page.getByRole('dialog').getByLabel('Kind').selectOption('neck')
    await page.getByRole('dialog').getByLabel('Name').fill('Neck from the listing')
    await page.getByRole('button', { name: 'Put it on the shelf' }).click()
    await page.getByRole('heading', { name: 'Neck from the listing' }).waitFor()
    await page.getByRole('tab', { name: 'Listing' }).click()
    await page
      .getByLabel('The listing’s text')
      .fill('Scale length: 25.5"\nFrets: 24\nNut width: 42 mm\nWidth at nut: 45 mm\nVibe: 11')
    await page.getByText('2 of', { exact: false }).first().waitFor()
    await page.getByRole('alert').filter({ hasText: 'contradicts itself' }).waitFor()
    await page.getByRole('button', { name: 'Take 2 claims over' }).click()
    await expect
      .poll(async () => (await api<Part>('/shelf/neck-from-the-listing')).dims.scaleLength!.value)
      .toBeCloseTo(647.7, 6)
    expect((await api<Part>('/shelf/neck-from-the-listing')).dims.frets).toMatchObject({
      value: 24,
      basis: 'claimed',
    })
    await page.getByRole('tab', { name: 'Dimensions' }).click()
    const field = page.getByLabel('scale length', { exact: true })
    await field.fill('nonsense')
    await field.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'is not a length' }).waitFor()
    expect(await field.inputValue()).toBe('nonsense')
    expect(page.troubles).toEqual([])
  })

  it('marks the dimension in hand on the drawing, redrawn as it is entered', async () => {
    const id = await copy('drawn'),
      page = await bench.open(`/b/${id}/shelf?hand=heron-double`)
    const field = page.getByLabel('cover across the strings', { exact: true })
    await field.focus()
    const drawing = page.getByRole('img', { name: /with the dimension in hand marked/ })
    await drawing.waitFor()
    const before = await drawing.locator('path').first().getAttribute('d')
    await field.fill('66')
    await drawing.getByText('66.00').waitFor()
    expect(await drawing.locator('path').first().getAttribute('d')).not.toBe(before)
    expect((await build(id)).parts.find(p => p.id === 'heron-double')!.dims.width!.value).toBe(70)
    await field.press('Enter')
    await saved(page)
    expect((await build(id)).parts.find(p => p.id === 'heron-double')!.dims.width!.value).toBe(66)
  })

  it.runIf(LONG)('gives a body one more rout, says what it is for, and takes it away again', async () => {
    const id = await copy('places'),
      page = await bench.open(`/b/${id}/shelf?hand=heron-body`)
    await page.getByLabel('One more').selectOption('battery-box')
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await saved(page)
    expect((await build(id)).parts.find(p => p.id === 'heron-body')!.features.at(-1)).toMatchObject({
      role: 'battery-box',
      face: 'back',
    })
    await page.getByRole('button', { name: 'Remove Battery box' }).click()
    await saved(page)
    expect(
      (await build(id)).parts.find(p => p.id === 'heron-body')!.features.some(f => f.role === 'battery-box'),
    ).toBe(false)
  })

  it('brings a table in, telling the rows it refuses', async () => {
    const page = await bench.open('/b/heron/shelf?of=workshop')
    await page.getByRole('button', { name: 'New part' }).click()
    await page
      .getByLabel('Table of parts (CSV)')
      .first()
      .setInputFiles(
        file(
          'parts.csv',
          'kind;name;price;cover across the strings (mm)\npickup;Table one;12,50;70,2\npickup;Table two;x;70',
        ),
      )
    await page.getByText('1 part understood, 1 thing refused').waitFor()
    await page.getByText('line 3, price').waitFor()
    await page.getByRole('button', { name: 'Put 1 on the shelf' }).click()
    await page.getByRole('heading', { name: 'Table one' }).waitFor()
    expect((await api<Part>('/shelf/table-one')).dims.width!.value).toBe(70.2)
  })

  it('inspects what comes in and says where the listing was wrong; one undo takes it back', async () => {
    const id = await copy('inspect'),
      page = await bench.open(`/b/${id}/shelf?hand=heron-double&view=inspection`)
    const field = page.getByLabel('Reading of cover across the strings')
    await field.fill('71.2')
    await field.press('Enter')
    await page.getByText(/claimed 70\.00.*read 71\.20.*\+1\.20/).waitFor()
    await saved(page)
    expect((await build(id)).parts.find(p => p.id === 'heron-double')!.dims.width).toMatchObject({
      value: 71.2,
      basis: 'measured',
      claimed: 70,
    })
    await page.getByRole('heading', { name: 'Double-coil, wide cover' }).click()
    await page.keyboard.press('Control+z')
    await page.getByText('0', { exact: true }).first().waitFor()
    await expect
      .poll(async () => (await build(id)).parts.find(p => p.id === 'heron-double')!.dims.width!.value)
      .toBe(70)
  })

  it.runIf(LONG)('reads an outline from a drawing, and refuses one that crosses itself', async () => {
    const id = await copy('outline'),
      page = await bench.open(`/b/${id}/shelf?hand=heron-double&view=outline`)
    const input = page.getByLabel('SVG or DXF drawing').first()
    await input.setInputFiles(
      file('bad.svg', '<svg width="40mm" viewBox="0 0 40 80"><path d="M0 0L40 80L40 0L0 80Z"/></svg>'),
    )
    await page.getByRole('alert').filter({ hasText: 'crosses itself' }).waitFor()
    await input.setInputFiles(file('entity.svg', '<!DOCTYPE svg [<!ENTITY x "y">]><svg/>'))
    await page.getByRole('alert').filter({ hasText: 'document type or entities' }).waitFor()
    await input.setInputFiles(
      file(
        'good.svg',
        '<svg width="40mm" height="70mm" viewBox="-20 -35 40 70"><rect x="-19" y="-35" width="38" height="69"/></svg>',
      ),
    )
    await page.getByRole('button', { name: 'Use this outline' }).click()
    await saved(page)
    expect((await build(id)).parts.find(p => p.id === 'heron-double')!.outline!.points.length).toBe(4)
  })

  it('traces a picture that two points make true, and refuses two equal ones', async () => {
    const id = await copy('trace'),
      page = await bench.open(`/b/${id}/shelf?hand=heron-body&view=outline`)
    const png = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    )
    const picture = join(dir, 'scan.png')
    writeFileSync(picture, png)
    await page.getByLabel('Scan or photo').first().setInputFiles(picture)
    // A picture of one pixel is drawn over the whole place: enough to click on.
    const sheet = page.getByRole('application', { name: 'Picture to trace' })
    await sheet.waitFor()
    const at = (x: number, y: number) => sheet.click({ position: { x, y }, force: true })
    await at(60, 60)
    await page.getByText('Click the second of two points').waitFor()
    await at(60, 60)
    const distance = page.getByLabel('Distance of the two points')
    await distance.fill('100')
    await distance.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'same place' }).waitFor()
    expect(page.troubles).toEqual([])
    writeFileSync(picture, 'no picture at all')
    await page.getByLabel('Scan or photo').first().setInputFiles(picture)
    await page.getByRole('alert').filter({ hasText: 'can’t be read' }).waitFor()
  })

  it('takes a donor apart into parts and keeps its places as a template', async () => {
    const page = await bench.open('/b/heron/shelf?of=workshop&hand=donor-plank&view=donor')
    await page.getByText('Places from the nut, kept as a template').waitFor()
    await page.getByRole('button', { name: 'Take it apart into parts' }).click()
    await expect.poll(async () => (await api<Part>('/shelf/donor-plank')).gave?.length ?? 0).toBeGreaterThan(5)
    expect(
      (await api<Part>('/shelf/donor-plank-body')).features.find(f => f.id === 'rout-bridge')!.dims.x!.value,
    ).toBe(134)
  })

  it('finds among many parts', async () => {
    const page = await bench.open('/b/heron/shelf?of=workshop')
    await page.getByRole('searchbox', { name: 'Find a part' }).fill('wide single soft')
    await page.getByText('Wide single-coil', { exact: false }).first().waitFor()
    await page.getByRole('searchbox', { name: 'Find a part' }).fill('zzz')
    await page.getByText('Nothing of that description.').waitFor()
  })
})

describe('choosing parts', () => {
  it('compares two, takes one, and finds the best complete sets', async () => {
    const id = await copy('sets'),
      page = await bench.open(`/b/${id}/parts?hand=pickup-bridge`)
    await page.getByLabel('Compare Double-coil, narrow cover').check()
    await page.getByLabel('Compare Double-coil, open bobbins').check()
    await page.getByRole('tab', { name: 'Compare (2)' }).click()
    await page.getByRole('button', { name: 'Take this one' }).first().click()
    await saved(page)
    expect((await build(id)).slots['pickup-bridge']).not.toBe('heron-double')
    await page.getByRole('tab', { name: 'Complete sets' }).click()
    await page.getByRole('button', { name: 'Find the best sets' }).click()
    await page.getByText(/no better one among \d+ parts/).waitFor()
    await page.getByRole('button', { name: 'Choose this set' }).click()
    await saved(page)
    expect((await build(id)).slots.tuners).toBeDefined()
    expect(page.troubles).toEqual([])
  })

  it.runIf(LONG)('searches for another kind of bridge as another instrument', async () => {
    const id = await copy('bridge'),
      page = await bench.open(`/b/${id}/parts?view=sets`)
    await page.getByRole('combobox', { name: 'Bridge' }).selectOption('rocking tremolo, six screws')
    const budget = page.getByLabel('Budget')
    await budget.fill('any')
    await budget.press('Enter')
    await page.getByRole('button', { name: 'Find the best sets' }).click()
    await page.getByText(/no better one among \d+ parts/).waitFor()
    expect((await build(id)).instrument.bridge).toBe('flat plate')
    await page.getByRole('button', { name: 'Choose this set' }).click()
    await saved(page)
    const b = await build(id)
    expect(b.instrument.bridge).toBe('rocking tremolo, six screws')
    expect(b.parts.find(p => p.id === b.slots.bridge)!.traits.sort).toBe('rocking tremolo, six screws')
  })

  it('says which wishes exclude each other', async () => {
    const page = await bench.open('/b/heron/parts?view=sets')
    const budget = page.getByLabel('Budget')
    await budget.fill('1')
    await budget.press('Enter')
    await page.getByRole('button', { name: 'Find the best sets' }).click()
    await page.getByRole('alert').filter({ hasText: 'a budget of 1' }).waitFor()
  })

  it('keeps a cost sheet, out and in', async () => {
    const id = await copy('costs'),
      page = await bench.open(`/b/${id}/parts?view=cost`)
    await page
      .getByLabel('Bring in a CSV')
      .first()
      .setInputFiles(
        file('costs.csv', 'kind,what,cost,owned\ntool,Fret file,18,no\nspoon,Soup,1,no\nfreight,Parcel,"7,5",no'),
      )
    await page.getByText('2 lines came in.').waitFor()
    await page.getByText('line 3, kind').waitFor()
    await saved(page)
    expect((await build(id)).costs.map(c => c.cost)).toContain(7.5)
    const [down] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as CSV' }).click(),
    ])
    expect(down.suggestedFilename()).toBe(`${id}-costs.csv`)
  })

  it.runIf(LONG)('follows the instrument: more strings, other slots', async () => {
    const id = await copy('strings'),
      page = await bench.open(`/b/${id}/parts?view=instrument`)
    const strings = page.getByRole('textbox', { name: 'Strings' })
    await strings.fill('7')
    await strings.press('Enter')
    await page.getByLabel('guard', { exact: true }).check()
    await page.getByRole('button', { name: 'stud bridge' }).click()
    const follows = page.getByRole('region', { name: 'What follows' })
    await follows.getByText(/Assumed until you choose another: .*Strings/).waitFor()
    await follows.getByRole('button', { name: 'Change the instrument' }).click()
    await saved(page)
    const b = await build(id)
    expect(b.instrument).toMatchObject({ strings: 7, bridge: 'stud bridge', extras: ['guard'] })
    expect(b.instrument.tuning).toHaveLength(7)
    expect(b.parts.find(p => p.id === b.slots.strings)!.gauges).toHaveLength(7)
    await page
      .getByRole('button', { name: /^Stop tail/ })
      .first()
      .waitFor()
  })
})

describe('judging the fit', () => {
  it('plans the cheapest set of fixes as a whole', async () => {
    const id = await copy('cheap', 'kestrel'),
      page = await bench.open(`/b/${id}/fit?view=fixes`)
    await page.getByRole('button', { name: /^Plan all/ }).click()
    await saved(page)
    const fixes = (await build(id)).fixes
    expect(fixes).toContainEqual({ joint: 'pickup-bridge-guard-offset', method: 'move-rout' })
    expect(fixes).toContainEqual({ joint: 'posts-bushing', method: 'wrap-bushings' })
  })

  it('shows what another part would change without touching the build, until it is told to', async () => {
    const id = await copy('whatif'),
      page = await bench.open(`/b/${id}/fit?view=what-if`)
    await page.getByLabel('Slot', { exact: true }).selectOption('pickup-bridge')
    await page
      .getByRole('list', { name: 'Other parts for this slot' })
      .getByRole('button', { name: 'Double-coil, narrow cover' })
      .click()
    await page.getByText(/joints? would change/).waitFor()
    expect((await build(id)).slots['pickup-bridge']).toBe('heron-double')
    await page.getByRole('button', { name: 'Make it so' }).click()
    await saved(page)
    expect((await build(id)).slots['pickup-bridge']).toBe('double-narrow')
  })

  it('says what nobody has read, and what is missing; a reading tells the joint', async () => {
    const id = await copyOf(bench, 'unread', 'kestrel', b => {
      delete b.parts.find(p => p.id === b.slots.tuners)!.dims.stringHole
      const neck = b.parts.find(p => p.id === b.slots.neck)!
      neck.features = neck.features.filter(f => f.role !== 'tuner-hole' || !['4', '5'].includes(f.serves ?? ''))
    })
    const page = await bench.open(`/b/${id}/fit?hand=string-in-tuners`)
    const sheet = page.getByRole('article', { name: /tuner/i })
    await sheet.getByText(/Can't tell yet: nobody has read string hole in the post\./).waitFor()
    const field = sheet.getByLabel('Measured string hole in the post')
    await field.fill('2')
    await field.press('Enter')
    await sheet.getByText(/^Snug\./).waitFor()
    await page.getByRole('button', { name: /^\d+, A hole for every tuner: missing/ }).click()
    await page.getByText('The head has 4 holes for 6 strings').waitFor()
    await visit(page, `/b/${id}/drill?hand=tuner-4`)
    await page.getByRole('heading', { name: 'Tuner 4', exact: true }).waitFor()
  })
  it('takes measure-next readings one after another, at the bench’s size', async () => {
    const id = await copy('run'),
      page = await bench.open(`/b/${id}/fit?view=measure`, { viewport: TABLET })
    await page.getByRole('link', { name: 'Take them one after another' }).click()
    await page.getByText(/reading 1 of 12/).waitFor()
    await page.goBack()
    await visit(page, `/b/${id}/bench`)
    const title = () => page.getByRole('heading', { level: 1 }).innerText()
    expect(await title()).toMatch(/^Measure/)
    // The first place that has several readings: they are a list, and each lands by itself.
    while (!/readings$/.test(await title())) await page.getByRole('button', { name: 'Next', exact: true }).click()
    const list = page.getByRole('region', { name: 'Readings of this visit' }),
      field = () => list.getByPlaceholder('measured…').first(),
      claim = async () =>
        parseFloat(
          await list
            .getByRole('listitem')
            .filter({ has: page.getByPlaceholder('measured…') })
            .locator('.figure')
            .first()
            .innerText(),
        )
    await field().fill(String(await claim()))
    await field().press('Enter')
    await list.getByText(/^read/).first().waitFor()
    await expect.poll(async () => (await build(id)).readings.length).toBe(1)
    // A reading far from its claim is asked about.
    await field().fill(String((await claim()) + 3))
    await field().press('Enter')
    await page.getByRole('alert').filter({ hasText: 'right?' }).waitFor()
    await page.getByRole('button', { name: 'It is right' }).click()
    await page.getByRole('alert').filter({ hasText: 'right?' }).waitFor({ state: 'detached' })
    await expect.poll(async () => (await build(id)).readings.length).toBe(2)
  })

  it.runIf(LONG)('asks for more room where the air gets damper', async () => {
    const id = await copy('air'),
      page = await bench.open(`/b/${id}/fit?view=air`)
    const field = page.getByLabel('Dampest where it lives')
    await field.fill('110')
    await field.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'no relative humidity' }).waitFor()
    await field.fill('85')
    await field.press('Enter')
    await saved(page)
    expect((await build(id)).climate.dampest).toBe(85)
    await visit(page, `/b/${id}/fit?hand=heel-width-mouth`)
    await page.getByText(/Over the seasons it loses up to/).waitFor()
  })

  it('holds the trial back while something will not go', async () => {
    const page = await bench.open('/b/kestrel/fit?view=trial')
    await page.getByText(/Not yet: \d joints will not go/).waitFor()
    expect(await page.getByRole('button', { name: 'Everything was fitted dry' }).isDisabled()).toBe(true)
  })
})

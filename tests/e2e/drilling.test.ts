import { readFileSync } from 'node:fs'
import { unzipSync } from 'fflate'
import type { Page } from 'playwright-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { stepText } from '../../src/core/document/stepRef.ts'
import { LONG } from '../support/long.ts'
import { copyOf, openBench, saved, storedBuild, TABLET, type Bench } from '../support/browser.ts'
import { visit } from '../support/visit.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterEach(() => bench.clear())
afterAll(() => bench.close())

const type = async (page: Page, label: string, text: string) => {
  const f = page.getByLabel(label, { exact: true })
  await f.fill(text)
  await f.press('Enter')
}
const blankHead = (b: Awaited<ReturnType<typeof storedBuild>>) => {
  const n = b.parts.find(p => p.id === b.slots.neck)!
  n.features = n.features.filter(f => f.role !== 'tuner-hole')
}

describe('layout', () => {
  it.runIf(LONG)(
    'reads the fitted neck’s edges: refuses what is none, gives drift and turn, says what to shave or to leave it',
    async () => {
      const id = await copyOf(bench, 'edges'),
        page = await bench.open(`/b/${id}/drill?hand=centre-line`)
      await type(page, 'At the pocket’s mouth, treble edge', 'wide')
      await page.getByRole('alert').filter({ hasText: 'is not a length' }).waitFor()
      expect(await page.getByLabel('At the pocket’s mouth, treble edge', { exact: true }).inputValue()).toBe('wide')
      await type(page, 'At the pocket’s mouth, treble edge', '28')
      await type(page, 'At the pocket’s mouth, bass edge', '28')
      await type(page, 'At the bridge line, treble edge', '20')
      await type(page, 'At the bridge line, bass edge', '20')
      await page.getByRole('alert').filter({ hasText: 'never meet' }).waitFor()
      await type(page, 'At the bridge line, treble edge', '36')
      await type(page, 'At the bridge line, bass edge', '31')
      await page.getByText(/^Shave .* from the treble wall at the mouth/).waitFor()
      await page.getByRole('row', { name: /Pickup rout \(neck\)/ }).waitFor()
      await type(page, 'At the bridge line, treble edge', '33.6')
      await type(page, 'At the bridge line, bass edge', '33.5')
      await page.getByText(/^Leave it/).waitFor()
      await page.keyboard.press('Control+z')
      await saved(page)
      expect(
        (await storedBuild(bench, id)).readings.some(
          r => r.of === 'layout.edge.mouth.at' && r.with === 'as proposed',
        ),
      ).toBe(true)
    },
  )

  it.runIf(LONG)(
    'tells the bridge from both lines once the edges are read, and sets it on the neck’s by one tap',
    async () => {
      const id = await copyOf(bench, 'lines'),
        page = await bench.open(`/b/${id}/drill?hand=centre-line`)
      for (const [label, value] of [
        ['At the pocket’s mouth, treble edge', '27.3'],
        ['At the pocket’s mouth, bass edge', '26.7'],
        ['At the bridge line, treble edge', '35.4'],
        ['At the bridge line, bass edge', '30.6'],
      ] as const)
        await type(page, label, value)
      await visit(page, `/b/${id}/drill?hand=bridge-line`)
      const sheet = page.getByRole('article')
      await sheet.getByText('on the body’s own line').waitFor()
      await sheet.getByText('off the neck’s line, bass side').waitFor()
      await page.getByRole('button', { name: 'Set it on the neck’s line' }).click()
      await sheet.getByText('on the neck’s line', { exact: true }).waitFor()
      await sheet.getByText('off the body’s own line, treble side').waitFor()
      await saved(page)
      expect((await storedBuild(bench, id)).placements.bridge!.y.value).toBeCloseTo(2.4, 1)
    },
  )
  it('proves the scale on two frets and takes it over', async () => {
    const id = await copyOf(bench, 'scale'),
      page = await bench.open(`/b/${id}/drill`)
    await type(page, 'Distance', '324')
    await page.getByText('The neck’s scale length is from it.').waitFor()
    // It is taken as it is read, and asked about: its claim was another.
    await page
      .getByRole('region', { name: 'Scale from the frets' })
      .getByRole('alert')
      .filter({ hasText: '648.00 mm, claimed 628.0 ±3.1 mm' })
      .waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).parts.find(p => p.id === 'heron-neck')!.dims.scaleLength).toMatchObject({
      value: 648,
      basis: 'measured',
    })
  })

  it('takes the scale at the bench, says what moves, refuses what no neck has, and asks where readings contradict', async () => {
    const id = await copyOf(bench, 'scale-bench', 'heron', b => {
        b.parts.find(p => p.id === b.slots.neck)!.dims.scaleLength = { value: 648, doubt: 25, basis: 'assumed' }
      }),
      step = encodeURIComponent(stepText({ kind: 'place', what: 'twelfth' })),
      page = await bench.open(`/b/${id}/bench?hand=${step}`, { viewport: TABLET }),
      scale = async () =>
        (await storedBuild(bench, id)).parts.find(p => p.id === 'heron-neck')!.dims.scaleLength?.value
    await type(page, 'Measured', '10')
    await page.getByRole('alert').filter({ hasText: 'is outside 150.00 mm to 600.00 mm' }).waitFor()
    // As the rule’s inches say it.
    await type(page, 'Measured', '12.36')
    await page.getByRole('alert').filter({ hasText: 'Was it 12.36 in?' }).waitFor()
    expect(await scale()).toBe(648)
    await type(page, 'Measured', '314')
    // Out of its turn: what was read is kept all the same.
    await page.getByRole('dialog').getByText('What was read is kept').waitFor()
    await page.getByRole('button', { name: 'Not yet' }).click()
    await page.getByRole('status').filter({ hasText: 'Scale length 628.0 ±0.6 mm' }).waitFor()
    await expect.poll(scale).toBe(628)
    await page.getByRole('button', { name: 'Take back' }).click()
    await expect.poll(scale).toBe(648)
    // A place that hangs on it is not struck before it is read.
    await visit(page, `/b/${id}/marking?hand=bridge-line`)
    await page.getByRole('alert').filter({ hasText: 'Do not mark yet: it may lie 25.' }).waitFor()
    await page.getByText('±25.', { exact: false }).first().waitFor()
    expect(page.troubles).toEqual([])
  })

  it('proposes tuners on a blank head, moves two of them with everything seen while typing, and undoes it', async () => {
    const id = await copyOf(bench, 'tuners', 'heron', blankHead),
      page = await bench.open(`/b/${id}/drill?hand=tuners`)
    await page.getByText(/^Proposed on this outline/).waitFor()
    const first = page.getByLabel('Tuner 2 from the nut'),
      before = await first.inputValue()
    for (const n of [2, 5]) await page.getByLabel(`Choose tuner ${n} to move`).check()
    await page.getByLabel('Further from the nut by').fill('3 mm')
    await page.getByText(/Shown as they would stand/).waitFor()
    await expect.poll(() => first.inputValue()).toBe(`${(parseFloat(before) + 3).toFixed(2)} mm`)
    expect((await storedBuild(bench, id)).placements.tuners).toBeUndefined()
    await page.getByRole('button', { name: 'Move tuners 2, 5' }).click()
    await saved(page)
    expect((await storedBuild(bench, id)).placements.tuners).toHaveLength(6)
    await page.getByText('Placed by you.').waitFor()
    await page.keyboard.press('Control+z')
    await page.getByText(/^Proposed on this outline/).waitFor()
    await page.getByLabel('On the treble side').selectOption('6')
    await page.getByText(/^Proposed on this outline/).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).placements.tunersOnTreble).toBe(6)
  })

  it('plugs a drilled head, and gives the holes back by undo', async () => {
    const id = await copyOf(bench, 'plugged'),
      page = await bench.open(`/b/${id}/drill?hand=tuners`)
    await page.getByText('Drilled already: checked as it is.').waitFor()
    await page.getByRole('button', { name: 'Plug these holes and lay out again' }).click()
    await page.getByText(/^Proposed on this outline/).waitFor()
    await page.keyboard.press('Control+z')
    await page.getByText('Drilled already: checked as it is.').waitFor()
  })

  it('shares the nut by either school and shows where strings run', async () => {
    const id = await copyOf(bench, 'schools'),
      page = await bench.open(`/b/${id}/drill?hand=strings`)
    await page.getByText(/^Every gap/).waitFor()
    await page.getByLabel('Share the nut by').selectOption('equal centres')
    await page.getByText(/thick strings stand closer/).waitFor()
    await page.getByRole('button', { name: 'Put trees on this instrument' }).click()
    await page
      .getByRole('button', { name: /String tree 1/ })
      .first()
      .waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).instrument.extras).toContain('string trees')
  })

  it('places a control with its room seen while typing, and takes a donor’s places', async () => {
    const id = await copyOf(bench, 'knobs', 'heron', b => {
      const body = b.parts.find(p => p.id === 'heron-body')!
      body.features = body.features.filter(f => f.role !== 'pot-hole')
    })
    const page = await bench.open(`/b/${id}/drill?hand=controls`)
    const field = page.getByLabel('Tone, from the pocket’s end')
    await field.fill('168')
    await page
      .getByText(/case runs .* into/)
      .first()
      .waitFor()
    await field.press('Escape')
    await field.fill('215')
    await field.press('Enter')
    await saved(page)
    expect((await storedBuild(bench, id)).placements.parts).toMatchObject([{ slot: 'pot-tone', x: { value: 215 } }])
    await page.getByRole('button', { name: /^Take its/ }).waitFor()
  })

  it('tells what another neck asks of the body', async () => {
    const page = await bench.open('/b/heron/drill?view=neck')
    await type(page, 'Its scale length', '686')
    await page
      .getByText(/^The plate would|for the bridge, towards the tail/)
      .first()
      .waitFor()
    const own = await page.getByLabel('Its scale length').inputValue()
    await page.getByLabel('One from the shelf').selectOption({ index: 1 })
    await expect.poll(() => page.getByLabel('Its scale length').inputValue()).not.toBe(own)
    await type(page, 'Frets', '99')
    await page.getByRole('alert').filter({ hasText: 'is no number of frets' }).waitFor()
  })
})

describe('cutting and drilling', () => {
  it('adds a rout, stops where it breaks through, and refuses a depth of nothing', async () => {
    const id = await copyOf(bench, 'rout'),
      page = await bench.open(`/b/${id}/drill?view=cutting`)
    await page.getByRole('button', { name: /^Rout, a hole/ }).click()
    await page.getByRole('heading', { name: 'Rout', exact: true }).waitFor()
    await type(page, 'Depth', '0')
    await page.getByRole('alert').filter({ hasText: 'outside' }).waitFor()
    expect(await page.getByLabel('Depth', { exact: true }).inputValue()).toBe('0')
    await type(page, 'Depth', '46')
    await page
      .getByText(/Breaks through into/)
      .first()
      .waitFor()
    await type(page, 'Depth', '3/4"')
    await saved(page)
    expect((await storedBuild(bench, id)).cuts[0]).toMatchObject({
      sort: 'rout',
      depth: expect.closeTo(19.05, 9) as number,
    })
    await page.getByRole('button', { name: 'Do without it' }).click()
    await saved(page)
    expect((await storedBuild(bench, id)).cuts).toEqual([])
  })

  it.runIf(LONG)('respects the drawer: a single bit, a broken one, none at all', async () => {
    const id = await copyOf(bench, 'drawer'),
      page = await bench.open(`/b/${id}/drill?view=bits`)
    await type(page, 'Add a single bit', '1.7')
    await page.getByRole('button', { name: 'Take the 1.70 mm bit out' }).waitFor()
    await page.getByRole('row', { name: /1\.70 mm Bridge screw 1 and 3 more 1\.7 mm just that/ }).waitFor()
    await page.getByRole('button', { name: '5.0 mm', exact: true }).click()
    await saved(page)
    expect((await storedBuild(bench, id)).preferences.drawer).toEqual({
      sets: ['metric by halves'],
      extra: [1.7],
      missing: [5],
    })
    await page.getByLabel('metric by halves').uncheck()
    await page.getByRole('button', { name: 'Take the 1.70 mm bit out' }).click()
    await page.getByText('The drawer is empty: no hole has a bit.').waitFor()
  })

  it('turns a hole read off its place into what it does and the way out', async () => {
    const id = await copyOf(bench, 'astray'),
      page = await bench.open(`/b/${id}/drill?hand=bridge-1`)
    await type(page, 'Measured along, from the pocket’s end', '197')
    await type(page, 'Measured off centre, treble +', '-30')
    await page.getByText(/saddles come 3\.0.mm further back/).waitFor()
    await page.getByText(/Plug and redrill: do this\./).waitFor()
    await type(page, 'Measured along, from the pocket’s end', '194.1')
    await page.getByText(/Live with it: do this\./).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).readings.filter(r => r.of.startsWith('hole.bridge-1'))).toHaveLength(3)
  })

  it('puts the bridge on the holes that the body has, prices a move, and plugs what a place does not use', async () => {
    const id = await copyOf(bench, 'drilled', 'heron', b => {
      delete b.placements.bridge
      const body = b.parts.find(p => p.id === b.slots.body)!,
        bridge = b.parts.find(p => p.id === b.slots.bridge)!
      const known = (value: number) => ({ value, doubt: 0.1, basis: 'measured' as const })
      body.features.push(
        ...bridge.features
          .filter(f => f.role === 'screw-hole')
          .map((f, i) => ({
            id: `drilled-${i + 1}`,
            role: 'screw-hole' as const,
            serves: 'bridge-screws',
            face: 'top' as const,
            dims: { x: known(150 + f.dims.x!.value), y: known(f.dims.y!.value), diameter: known(2.4) },
          })),
      )
    })
    const page = await bench.open(`/b/${id}/fit?hand=bridge-line`)
    await page.getByText('Plug 4 holes, drill again and set the bridge').waitFor()
    await visit(page, `/b/${id}/drill?hand=bridge-line`)
    await page.getByText('On the holes that the body has.').waitFor()
    expect(await page.getByText('Bridge screw 1').count()).toBe(0)
    await type(page, 'Plate front at', '157')
    await page.getByText('The body has 4 holes that this place does not use').waitFor()
    await page.getByRole('button', { name: /^P1, Plug old bridge hole 1/ }).click()
    await page.getByRole('button', { name: 'All 4 are plugged' }).click()
    await page.getByText('Bridge screw 4').first().waitFor()
    await saved(page)
    const stored = await storedBuild(bench, id)
    expect(stored.parts.find(p => p.id === stored.slots.body)!.features.filter(f => f.plugged)).toHaveLength(4)
    await page.keyboard.press('Control+z')
    await page.getByRole('button', { name: /^P1, Plug old bridge hole 1/ }).waitFor()
  })

  it('says of every number how far it may be off and what it hangs on; a reading taken there narrows it', async () => {
    const id = await copyOf(bench, 'trail'),
      page = await bench.open(`/b/${id}/drill?hand=bridge-1`)
    const trail = page.getByRole('region', { name: 'Where these numbers come from' }),
      along = trail.getByRole('row', { name: /^along the instrument/i })
    await along.waitFor()
    const doubt = async () => Number(/±([\d.]+)/.exec(await along.innerText())![1])
    const before = await doubt()
    expect(before).toBeGreaterThan(1)
    // The figure at the top carries the same doubt.
    expect(
      await page
        .getByRole('article')
        .getByText(`±${before.toFixed(1)}`)
        .first()
        .isVisible(),
    ).toBe(true)
    expect(await trail.getByRole('row', { name: /^bridge’s front edge from the pocket’s end/i }).count()).toBe(1)
    const field = trail.getByLabel('Measured plate front to foremost saddle point')
    await field.fill('12.4')
    await field.press('Enter')
    await expect.poll(doubt).toBeLessThan(before)
    await saved(page)
    // A mark of the layout has its own.
    await page.getByRole('button', { name: /Bridge line and scale/ }).click()
    await page
      .getByRole('region', { name: 'Where these numbers come from' })
      .getByRole('row', { name: /scale line, from the nut/i })
      .waitFor()
  })
  it('says what cannot be so before anything else', async () => {
    const id = await copyOf(bench, 'crossed', 'heron', b => {
      b.parts.find(p => p.id === 'heron-body')!.outline = {
        smooth: false,
        points: [
          [-80, -150],
          [300, 150],
          [300, -150],
          [-80, 150],
        ],
      }
    })
    const page = await bench.open(`/b/${id}/drill`)
    await page.getByRole('heading', { name: 'What cannot be so' }).waitFor()
    await page
      .getByText(/outline crosses itself near/)
      .first()
      .waitFor()
    expect(page.troubles).toEqual([])
  })
})

describe('templates', () => {
  it('come as one PDF with progress, as zips, one by one, and as a list of holes', async () => {
    let page = await bench.open('/b/kestrel/drill?view=templates')
    const take = async (name: string) => {
      const [d] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name, exact: true }).click(),
      ])
      return { name: d.suggestedFilename(), bytes: readFileSync(await d.path()) }
    }
    const pdf = await take('All as PDF')
    expect(pdf.name).toBe('kestrel-templates.pdf')
    expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-')
    expect(Object.keys(unzipSync((await take('All as DXF')).bytes))).toContain('kestrel-plate-guard.dxf')
    expect((await take('Kestrel: bridge as SVG')).bytes.toString()).toContain('<svg')
    expect((await take('Hole list, CSV')).bytes.toString()).toContain('tape on the bit')
    await page.getByText('Every hole is drilled').waitFor()
    expect(page.troubles).toEqual([])
    page = await bench.open('/b/heron/drill?view=templates')
    expect((await take('bridge')).name).toMatch(/^heron-practice-/)
    await page.getByText('is saved.').waitFor()
    expect(page.troubles).toEqual([])
  })

  it('take what the printed bar reads, and refuse one that was printed to fit', async () => {
    const id = await copyOf(bench, 'printer'),
      page = await bench.open(`/b/${id}/drill?view=templates`)
    await type(page, 'Bar along the paper’s short side reads', '71')
    await page.getByRole('alert').filter({ hasText: 'printed to fit the page' }).waitFor()
    await type(page, 'Bar along the paper’s short side reads', '98.5')
    await page.getByText(/Drawn \+1\.52 %/).waitFor()
    await page.getByLabel('Paper', { exact: true }).selectOption('Letter')
    await saved(page)
    expect((await storedBuild(bench, id)).preferences.print).toEqual({
      paper: 'Letter',
      short: expect.closeTo(100 / 98.5, 9) as number,
      long: 1,
    })
    await page.getByRole('button', { name: 'Back to true size' }).click()
    await page.getByText('Both are 100 mm when the printer is true.').waitFor()
  })
})

describe('at the bench (834 × 1112)', () => {
  it('one tap from the layout gives the numbers to mark, in the units chosen, large; a reading goes in there', async () => {
    const id = await copyOf(bench, 'marking', 'heron', b => {
      b.preferences.length = 'inch-fraction'
    })
    const page = await bench.open(`/b/${id}/drill?hand=bridge-1`, { viewport: TABLET })
    await page.getByRole('link', { name: 'Numbers to mark, large' }).click()
    await page.waitForURL(/marking/)
    const number = page.locator('dd', { hasText: '7 41/64' })
    await number.waitFor()
    // 56 px on such a tablet are about 10 mm: read at a metre.
    // The address changes first: until the page follows, the sheet's own figures are there.
    await expect
      .poll(() => number.evaluate(e => parseFloat(getComputedStyle(e).fontSize)))
      .toBeGreaterThanOrEqual(56)
    expect(
      await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
    ).toBeLessThanOrEqual(0)
    await type(page, 'Came out along at', '7 3/4"')
    await type(page, '… off centre, treble +', '-1 3/16"')
    await page.getByText(/off: plug and redrill/).waitFor()
    await page.getByRole('button', { name: 'Next' }).click()
    await page.getByRole('heading', { name: 'Bridge screw 2' }).waitFor()
    await page.keyboard.press('b')
    await page.waitForURL(/drill\?hand=bridge-2/)
    await page.getByRole('link', { name: 'Numbers to mark, large' }).waitFor()
    await page.keyboard.press('b')
    await page.waitForURL(/marking\?hand=bridge-2/)
  })
})

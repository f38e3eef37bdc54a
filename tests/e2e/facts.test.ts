import type { Page } from 'playwright-core'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
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

describe('what is drilled', () => {
  it('stays where it is: ticked, moved over, read back on both faces, plugged, asked for again', async () => {
    const id = await copyOf(bench, 'drilled'),
      page = await bench.open(`/b/${id}/drill?hand=bridge-1`)
    await page.getByRole('button', { name: 'All of them are drilled' }).click()
    // Nothing is proved yet: it is asked about.
    await page.getByRole('button', { name: 'It is done all the same' }).click()
    await saved(page)
    const body = (await storedBuild(bench, id)).parts.find(p => p.kind === 'body')!,
      own = body.features.filter(f => f.drilled?.step === 'drill/bridge')
    expect(own).toHaveLength(4)
    const hand = (n: number) => `/b/${id}/drill?hand=${encodeURIComponent(`there/${body.id}/${own[n]!.id}`)}`
    await visit(page, hand(0))
    await page.getByText('Just where it is wanted today.').waitFor()
    // The plate goes 4 mm back: the hole does not.
    await visit(page, `/b/${id}/drill?hand=bridge-line`)
    const front = page.getByLabel('Plate front at', { exact: true }),
      was = parseFloat(await front.inputValue())
    await type(page, 'Plate front at', String(was + 4))
    await page.getByText(/4 to plug/).waitFor()
    await visit(page, hand(0))
    await page
      .getByText(/^Lies 4\.0.mm off where it is wanted today: 4\.0.mm towards the nut/)
      .first()
      .waitFor()
    await page.getByLabel('Measured off centre, treble +', { exact: true }).fill('sideways')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'is not a length' }).waitFor()
    await type(page, 'Measured off centre, treble +', String(own[0]!.dims.y!.value + 0.6))
    await page.getByText(/read across with steel rule/).waitFor()
    await page.getByRole('button', { name: 'It is plugged' }).click()
    await page.getByText(/3 to plug/).waitFor()
    await saved(page)
    const kept = (await storedBuild(bench, id)).parts
      .find(p => p.kind === 'body')!
      .features.find(f => f.id === own[0]!.id)!
    expect(kept).toMatchObject({
      plugged: true,
      dims: { y: { basis: 'measured', value: expect.closeTo(own[0]!.dims.y!.value + 0.6, 6) } },
    })
    // What is asked for now is a step of its own; the one that is done stays done.
    await visit(page, `/b/${id}/plan`)
    await page
      .getByText(/Drill: bridge, 4 more holes/)
      .first()
      .waitFor()
    expect(page.troubles).toEqual([])
  })

  it.runIf(LONG)('tells a through hole’s lean from what was read on the other face', async () => {
    const page = await bench.open('/b/bittern/drill')
    await page.getByText('Neck screw 1, through the body').first().click()
    const far = page.getByRole('region', { name: 'Where it comes out' })
    await far.getByText(/Expected within .* by hand, .* with a guide, .* on a press/).waitFor()
    const along = far.getByLabel(/^Measured along/),
      across = far.getByLabel(/^Measured off/)
    await along.fill('-15')
    await along.press('Enter')
    await across.fill('-15')
    await across.press('Enter')
    await far.getByText(/^Leans by/).waitFor()
    expect(page.troubles).toEqual([])
  })
})

describe('the line that places are told from', () => {
  it('is chosen by one tap, and sheets and the large numbers follow', async () => {
    const id = await copyOf(bench, 'told'),
      page = await bench.open(`/b/${id}/drill?hand=centre-line`)
    for (const [label, value] of [
      ['At the pocket’s mouth, treble edge', '27.3'],
      ['At the pocket’s mouth, bass edge', '26.7'],
      ['At the bridge line, treble edge', '35.4'],
      ['At the bridge line, bass edge', '30.6'],
    ] as const)
      await type(page, label, value)
    const told = page.getByRole('region', { name: 'Places are told from' })
    expect(await told.getByRole('button', { name: 'the body’s own line' }).getAttribute('aria-pressed')).toBe(
      'true',
    )
    await page.getByText('Bridge screw 1').first().click()
    const sheet = page.getByRole('article')
    await sheet.getByText(/off the body’s own line, (bass|treble) side/).waitFor()
    await visit(page, `/b/${id}/drill?hand=centre-line`)
    await told.getByRole('button', { name: 'the neck’s line' }).click()
    await saved(page)
    await visit(page, `/b/${id}/marking?hand=bridge-1`)
    await page.getByText(/off the neck’s line, (bass|treble) side/).waitFor()
    await page.getByLabel('… off the neck’s line, treble +', { exact: true }).waitFor()
    expect((await storedBuild(bench, id)).placements.toldFrom).toBe('neck')
    expect(page.troubles).toEqual([])
  })
})

describe('places and moves that are computed', () => {
  it('offers places that fit a control which stands badly, with what is left around each', async () => {
    const id = await copyOf(bench, 'crowded', 'heron', b => {
        const body = b.parts.find(p => p.id === b.slots.body)!
        body.features = body.features.filter(f => f.role !== 'pot-hole' && f.role !== 'switch-hole')
        const cavity = body.features.find(f => f.role === 'control-cavity')!
        const at = (slot: string) => ({
          slot,
          x: { ...cavity.dims.x! },
          y: { ...cavity.dims.y! },
        })
        b.placements = { ...b.placements, parts: [at('pot-volume'), at('pot-tone')] }
      }),
      page = await bench.open(`/b/${id}/drill?hand=controls`)
    const places = page.getByRole('region', { name: 'Places that fit' })
    await places.getByRole('button', { name: 'Take it' }).first().click()
    await saved(page)
    const b = await storedBuild(bench, id),
      [one, other] = b.placements.parts!
    expect(Math.hypot(one!.x.value - other!.x.value, one!.y.value - other!.y.value)).toBeGreaterThan(20)
    expect(page.troubles).toEqual([])
  })

  it.runIf(LONG)('moves tuners by the least that gives even pitch and wood', async () => {
    const id = await copyOf(bench, 'moves', 'heron', b => {
        const n = b.parts.find(p => p.id === b.slots.neck)!
        n.features = n.features.filter(f => f.role !== 'tuner-hole')
        const sure = (value: number) => ({ value, doubt: 0.3, basis: 'assumed' as const })
        b.placements = {
          ...b.placements,
          tuners: [1, 2, 3].flatMap((k, i) => [
            { string: k, x: sure(-40 - 27 * i), y: sure(i === 1 ? 37 : 27) },
            { string: 7 - k, x: sure(-40 - 27 * i), y: sure(-27) },
          ]),
        }
      }),
      page = await bench.open(`/b/${id}/drill?hand=tuners`)
    await page
      .getByText(/The smallest moves that give even pitch and 3.mm of wood: tuner/)
      .first()
      .waitFor()
    await page.getByRole('button', { name: 'Move them by that' }).click()
    await page
      .getByText(/The smallest moves/)
      .first()
      .waitFor({ state: 'detached' })
    await page.keyboard.press('Control+z')
    await page
      .getByText(/The smallest moves/)
      .first()
      .waitFor()
    expect(page.troubles).toEqual([])
  })

  it.runIf(LONG)('keeps brad points and a step drill in the drawer', async () => {
    const id = await copyOf(bench, 'drawer'),
      page = await bench.open(`/b/${id}/drill?view=bits`)
    await type(page, 'Add a brad point, for wood', '10')
    await page.getByRole('button', { name: /Take the 10\.00.mm brad point out/ }).waitFor()
    await type(page, 'Step drill from', '200')
    await page.getByRole('alert').filter({ hasText: 'is outside' }).waitFor()
    await type(page, 'Step drill from', '4')
    await page.getByRole('group', { name: 'Step drills' }).getByRole('button', { name: 'Add it' }).click()
    await page.getByRole('button', { name: /Take the step drill/ }).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).preferences.drawer).toMatchObject({
      brad: [10],
      stepped: [{ from: 4, to: 20, by: 2 }],
    })
    expect(page.troubles).toEqual([])
  })
})

describe('a hollow kit with a neck to be glued', () => {
  it.runIf(LONG)('is clamped dry before the gate, which says what keeps it shut', async () => {
    const page = await bench.open('/b/plover/plan', { viewport: TABLET })
    await page
      .getByRole('button', { name: /^Glue the neck in/ })
      .first()
      .click()
    const gate = page.getByRole('region', { name: 'Gate' })
    await gate.getByText('No way back after this: a glued neck takes no shim and no second try.').waitFor()
    await gate.getByText(/First \d+ more steps/).waitFor()
    await page
      .getByRole('button', { name: /^Clamp the neck in dry: angle and line to the bridge/ })
      .first()
      .click()
    await page.getByText('A long straightedge on the frets shows the height at the bridge').waitFor()
    await page.getByLabel(/^Measured/).waitFor()
    await page.goto(`${bench.server.address}/b/plover/fit?hand=dry-angle`)
    await page
      .getByText(/Can.t tell yet/)
      .first()
      .waitFor()
    expect(page.troubles).toEqual([])
  })
})

describe('what is absent or does not belong together', () => {
  it('stands among the joints in words, without a gauge, and bars the trial', async () => {
    const id = await copyOf(bench, 'absent', 'heron', b => {
        const part = (slot: string) => b.parts.find(p => p.id === b.slots[slot])!
        part('pot-volume').traits = { ...part('pot-volume').traits, thread: '3/8-32', nutThread: 'M9 × 0.75' }
        part('pickup-neck').dims = {
          ...part('pickup-neck').dims,
          poles: { value: 4, doubt: 0, basis: 'measured' },
        }
        part('neck').traits = { ...part('neck').traits, rod: 'at the heel', tilt: 'asks for it' }
        part('body').traits = { ...part('body').traits, rodNotch: 'none' }
        b.circuit = { load: b.circuit.load, components: [], wires: [] }
      }),
      page = await bench.open(`/b/${id}/fit?hand=pot-volume-thread-pair`)
    const sheet = page.getByRole('article')
    await sheet
      .getByText(/3\/8-32 is 9\.5\d × 0\.79.mm, M9 × 0\.75 9 × 0\.75.mm: it does not go in at all/)
      .waitFor()
    expect(await sheet.getByRole('img', { name: /gauge|snug/i }).count()).toBe(0)
    for (const [hand, says] of [
      ['pickup-neck-pole-count', /It has 4 poles for 6 strings/],
      ['notch-there', /the body has no notch: the neck comes off for every turn/],
      ['tilt-there', /tilt screw|screw that tilts it/],
      ['wire-room', /without a circuit nobody knows which wires go where/],
    ] as const) {
      await visit(page, `/b/${id}/fit?hand=${hand}`)
      await sheet.getByText(says).first().waitFor()
    }
    await visit(page, `/b/${id}/fit?view=trial`)
    await sheet.getByRole('button', { name: 'A notch for the truss rod’s tool' }).waitFor()
    await sheet.getByRole('button', { name: /^Volume: thread and nut/ }).waitFor()
    expect(page.troubles).toEqual([])
  })
})

describe('a reading that is no part’s dimension', () => {
  it('is taken in the joint’s own sheet: a neck clamped dry', async () => {
    const id = await copyOf(bench, 'clamped', 'plover'),
      page = await bench.open(`/b/${id}/fit?hand=dry-angle`)
    const field = page.getByLabel(/^Measured straightedge over the top/)
    await field.fill('17.5')
    await field.press('Enter')
    await expect
      .poll(async () => (await storedBuild(bench, id)).readings.at(-1))
      .toMatchObject({ of: 'layout.dry', value: 17.5, with: 'straightedge and rule' })
    await page.getByRole('row', { name: /straightedge over the top.*measured/ }).waitFor()
    await visit(page, `/b/${id}/fit?hand=dry-line`)
    await page.getByRole('link', { name: 'Read both edges' }).click()
    await page
      .getByRole('heading', { name: /entre line/ })
      .first()
      .waitFor()
    expect(page.troubles).toEqual([])
  })
})

import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { copyOf, openBench, saved, storedBuild, type Bench } from '../support/browser.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
beforeEach(() => bench.clear())
afterAll(() => bench.close())

describe('setting up', () => {
  it('tells where it buzzes, which fret stands in the way, and takes the lowest as targets', async () => {
    const id = await copyOf(bench, 'buzzes', 'heron'),
      page = await bench.open(`/b/${id}/setup?view=buzz`)
    await page.getByRole('img', { name: /String 1 from the side, held at fret/ }).waitFor()
    await page.getByLabel(/^stands high by/).fill('0.06')
    await page.keyboard.press('Enter')
    await page.getByText(/Fret 14 is 0\.06.mm high: level it and gain \d/).waitFor()
    await page.getByLabel('Played').last().selectOption('hard')
    await page.getByRole('heading', { name: 'It buzzes' }).waitFor()
    await page.getByRole('button', { name: 'Take these as targets' }).click()
    await page.getByRole('heading', { name: 'It plays clean' }).waitFor()
    await page.getByLabel(/^stands high by/).fill('7')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').waitFor()
    await saved(page)
    const stored = await storedBuild(bench, id)
    expect(stored.readings.at(-1)).toMatchObject({ of: 'fret.14', value: 0.06 })
    expect(stored.setup.style).toBe('hard')
    expect(stored.setup.actionBass).toBeGreaterThan(1.6)
    expect(stored.setup.relief).toBeGreaterThan(0.25)
    expect(page.troubles).toEqual([])
  })

  it('floats a tremolo by quarter turns and learns from them, and moves a saddle by cents', async () => {
    const id = await copyOf(bench, 'floats', 'kestrel'),
      page = await bench.open(`/b/${id}/setup?view=tremolo`)
    const gap = page.getByLabel('Gap under the rear edge')
    await gap.fill('0.2')
    await page.keyboard.press('Enter')
    await page.getByText(/Both claw screws .* out, in quarters/).waitFor()
    await page.getByRole('button', { name: 'A quarter out, done' }).click()
    await gap.fill('0.7')
    await page.keyboard.press('Enter')
    await page.getByText(/Yours opens .* a turn, from 1 move/).waitFor()
    await page.getByRole('tab', { name: 'Intonation' }).click()
    await page.getByLabel('Cents of string 3 at fret 12').fill('+6')
    await page.keyboard.press('Enter')
    await page.getByText(/back 2\.2\d.mm/).waitFor()
    await page.getByLabel('Cents of string 4 at fret 12').fill('sharp')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: '-100 to 100' }).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).readings.slice(-4).map(r => r.of)).toEqual([
      'setup.tremolo.gap',
      'turned.claw',
      'setup.tremolo.gap',
      'cents.3.12',
    ])
    expect(page.troubles).toEqual([])
  })

  it('tells what another tuning does before a string is bought, and takes it', async () => {
    const id = await copyOf(bench, 'retunes', 'kestrel'),
      page = await bench.open(`/b/${id}/setup?view=strings`)
    await page.getByRole('heading', { name: 'Other strings, another tuning' }).waitFor()
    await page.getByLabel('Tuning').selectOption('a step down')
    await page.getByRole('row', { name: /^1 E4 → D4/ }).waitFor()
    const notes = page.getByLabel('Notes, thinnest first')
    await notes.fill('D4 A3 H3 C3 G2 D2')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: '“H3” is no note' }).waitFor()
    await notes.fill('D4 A3')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: '2 notes for 6 strings' }).waitFor()
    await page.getByLabel('Every string pulls').selectOption('alike')
    await page.getByLabel('Pull of each').fill('70')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Take these strings and this tuning' }).click()
    await page.getByRole('button', { name: 'These are on it' }).waitFor()
    await saved(page)
    const stored = await storedBuild(bench, id)
    expect(stored.instrument.tuning).toEqual(['D4', 'A3', 'F3', 'C3', 'G2', 'D2'])
    expect(stored.parts.find(p => p.id === stored.slots.strings)!.gauges![0]!.diameter).toBeGreaterThan(0.26)
    await page.keyboard.press('Control+z')
    await page.getByRole('row', { name: /^1 E4/ }).first().waitFor()
    expect(page.troubles).toEqual([])
  })

  it('asks for a wedge once the saddles are down, tries another, and evens the poles', async () => {
    const id = await copyOf(bench, 'turned-back', 'kestrel', b => {
        b.readings = []
        b.setup = { ...b.setup, actionAt: 'fret 12', actionBass: 1.6, actionTreble: 1.4 }
      }),
      page = await bench.open(`/b/${id}/setup?hand=action.bass`)
    await page.getByText('Read with a capo on fret 1').click()
    await page.getByLabel(/^Gap with the capo on, aim for 1\.\d/).fill('2.4')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: /^Action, treble side/ }).click()
    await page.getByLabel('New reading').fill('2.4')
    await page.keyboard.press('Enter')
    await page.getByRole('tab', { name: 'Neck' }).click()
    await page.getByLabel('Travel left under the saddles').fill('0.6')
    await page.keyboard.press('Enter')
    await page.getByText('The saddles are at their bottom before the wanted action: turn the neck back.').waitFor()
    await page.getByText('A strip, the other school:').waitFor()
    await page.getByLabel('Try a shim of').fill('0.33')
    await page.keyboard.press('Enter')
    await page.getByRole('row', { name: /^Neck turned back 0\.2\d°/ }).waitFor()
    await page.getByRole('row', { name: /^Bridge pickup: strings farther off its poles/ }).waitFor()
    await page.getByRole('tab', { name: 'Poles' }).click()
    await page.getByLabel('Gap of string 3 over the bridge pickup').fill('wide')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').waitFor()
    await page.getByLabel('Gap of string 3 over the bridge pickup').fill('2.6')
    await page.keyboard.press('Enter')
    await saved(page)
    expect((await storedBuild(bench, id)).readings.map(r => r.of)).toEqual([
      'setup.action.bass',
      'setup.action.treble',
      'setup.saddle-left',
      'setup.pole.bridge.3',
    ])
    expect(page.troubles).toEqual([])
  })

  it('reads the nut slot by slot, a stick test and two blades of a gauge', async () => {
    const id = await copyOf(bench, 'slots', 'kestrel'),
      page = await bench.open(`/b/${id}/setup?view=nut`)
    await page.getByLabel('Gap over fret 1 of string 2').fill('0.2')
    await page.keyboard.press('Enter')
    await page.getByText('a sliver under the nut, bass and treble edge').waitFor()
    await page.getByRole('img', { name: /Strip to lay on the nut/ }).waitFor()
    await page.getByRole('tab', { name: 'Tremolo' }).click()
    await page.getByLabel('String 3 after a dive').fill('+8')
    await page.keyboard.press('Enter')
    await page.getByText(/3 G3 sticks in the nut/).waitFor()
    await page.getByRole('tab', { name: 'Next', exact: true }).click()
    await page.getByLabel('Grams a metre of string 6').fill('heavy')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'no mass of a metre' }).waitFor()
    await page.getByLabel('Grams a metre of string 6').fill('6.1 g')
    await page.keyboard.press('Enter')
    await page.getByText('This blade goes, that one doesn’t').click()
    await page.getByLabel('goes', { exact: true }).fill('0.9')
    await page.keyboard.press('Enter')
    await page.getByLabel('doesn’t', { exact: true }).fill('0.8')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'the thinner one' }).waitFor()
    await page.getByLabel('doesn’t', { exact: true }).fill('1')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: /^Take 0\.95/ }).click()
    await saved(page)
    const kept = await storedBuild(bench, id),
      read = kept.readings.slice(-3)
    expect(kept.parts.find(p => p.id === kept.slots.strings)!.gauges![5]!.unitWeight).toBeCloseTo(0.0061, 9)
    expect(read).toMatchObject([
      { of: 'setup.nut.2', value: 0.2 },
      { of: 'stick.3.dive', value: 8 },
      { of: 'setup.tremolo.gap', value: 0.95 },
    ])
    expect(read[2]!.doubt).toBeCloseTo(0.05, 9)
    expect(page.troubles).toEqual([])
  })

  it('hears the stand-in, takes its octave as a reading, ranks a rattle and prints the sheet', async () => {
    const id = await copyOf(bench, 'hears', 'bittern'),
      page = await bench.open(`/b/${id}/setup?view=tuner`)
    await page.getByLabel('Stand-in, string').selectOption('5')
    await page.getByRole('radio', { name: 'touched over fret 12' }).click()
    await page.getByRole('button', { name: 'Sound the stand-in' }).click()
    await page.getByText(/^string 5 A2, 220\.\d\d Hz/).waitFor()
    await page.getByRole('radio', { name: 'held at fret 12' }).click()
    await page.getByRole('button', { name: 'Sound the stand-in' }).click()
    await page.getByText('against its own harmonic').waitFor()
    await page.getByRole('button', { name: 'Take it as string 5’s reading at fret 12' }).click()
    await page.locator('input[type=file][accept*=wav]').setInputFiles({
      name: 'no.wav',
      mimeType: 'audio/wav',
      buffer: Buffer.from('nothing'),
    })
    await page.getByRole('alert').filter({ hasText: 'no WAV file' }).waitFor()
    await page.getByRole('tab', { name: 'Intonation' }).click()
    await page.getByRole('img', { name: /^Error of string 1 at every fret/ }).waitFor()
    await page.getByRole('row', { name: /^6 E2 .* cents .* cents$/ }).waitFor()
    await page.getByRole('tab', { name: 'Next', exact: true }).click()
    await page.getByRole('button', { name: /^Relief/ }).click()
    const turns = page.getByLabel('Turns made, tighter is plus')
    await turns.fill('half')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: '“half” is no number of turns' }).waitFor()
    await turns.fill('1/8')
    await page.keyboard.press('Enter')
    await page.getByRole('tab', { name: 'Noises' }).click()
    await page.getByLabel('On string').selectOption('3')
    await page.getByText(/^Its numbers: it breaks over the nut by/).waitFor()
    await page.getByRole('tab', { name: 'Sheet', exact: true }).click()
    await page
      .getByRole('row', { name: /^Relief/ })
      .getByText('3×')
      .waitFor()
    await page.getByText(/After a season/).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).readings.slice(-2)).toMatchObject([
      { of: 'cents.5.12', with: 'tuner' },
      { of: 'turned.rod', value: 0.125 },
    ])
    expect(page.troubles).toEqual([])
  })
})

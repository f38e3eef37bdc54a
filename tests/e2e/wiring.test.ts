import { readFileSync } from 'node:fs'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { LONG } from '../support/long.ts'
import { apart } from '../support/demo.ts'
import { copyOf, openBench, saved, storedBuild, type Bench } from '../support/browser.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterEach(() => bench.clear())
afterAll(() => bench.close())

describe('a circuit', () => {
  it('is taken from those that fit, added to, and taken back', async () => {
    const id = await copyOf(bench, 'wired', 'kestrel'),
      page = await bench.open(`/b/${id}/wiring`)
    await page
      .getByRole('button', { name: /^Position 2: Bridge pickup and middle pickup in parallel; hum cancels/ })
      .click()
    await page.getByRole('heading', { name: 'Position 2' }).waitFor()
    await page.getByText('none', { exact: true }).waitFor()
    await page.getByRole('tab', { name: 'Circuit' }).click()
    await page.getByText('Wired so').waitFor()
    await page.getByRole('button', { name: 'Take it' }).click()
    await page.getByRole('button', { name: /^Position 1: Bridge pickup; .*Volume and Tone 2 work/ }).waitFor()
    const bleed = page.getByRole('button', { name: 'Add', exact: true }).first()
    await bleed.click()
    await saved(page)
    expect((await storedBuild(bench, id)).circuit.components.map(c => c.id)).toEqual(
      expect.arrayContaining(['bleed-r-pot-volume', 'bleed-c-pot-volume']),
    )
    await page.getByRole('button', { name: 'Undo' }).click()
    await page.getByRole('button', { name: 'Undo' }).click()
    await page
      .getByRole('button', { name: /^Position 1: Bridge pickup; hums as single coils do; Volume works/ })
      .waitFor()
    expect(page.troubles).toEqual([])
  })

  it.runIf(LONG)(
    'gets a wire by the keys alone; what it does is told at once, and what sets it apart from its recipe',
    async () => {
      const id = await copyOf(bench, 'wire'),
        page = await bench.open(`/b/${id}/wiring?view=wires`)
      await page.getByLabel('From', { exact: true }).focus()
      await page.keyboard.type('jack tip')
      await page.keyboard.press('Enter')
      await page.getByLabel('To', { exact: true }).fill('jack tip')
      await page.keyboard.press('Enter')
      await page.getByRole('alert').filter({ hasText: 'cannot be joined to itself' }).waitFor()
      await page.getByLabel('To', { exact: true }).fill('nothing of the kind')
      await page.getByRole('alert').filter({ hasText: 'No lug is called “nothing of the kind”' }).waitFor()
      await page.getByLabel('To', { exact: true }).fill('sleeve')
      await page.keyboard.press('Enter')
      await page.getByRole('button', { name: /^Bridge: Silent: the tip is on ground/ }).waitFor()
      await page.getByRole('tab', { name: 'Circuit' }).click()
      await page.getByText(/^Not in it: wire w\d+, Jack, tip to Jack, sleeve\.$/).waitFor()
      await page.getByRole('tab', { name: 'Wires' }).click()
      await page.getByRole('button', { name: /Jack, tip → Jack, sleeve/ }).click()
      await page.getByRole('button', { name: /^Take off wire w\d+, Jack, tip/ }).click()
      await page.getByRole('button', { name: /^Bridge: Bridge pickup; hum cancels/ }).waitFor()
      expect(page.troubles).toEqual([])
    },
  )

  it('without parts that any takes is refused in words, and the station says what to do', async () => {
    const id = await copyOf(bench, 'bare', 'plover'),
      page = await bench.open(`/b/${id}/wiring?view=wires`)
    for (let n = 0; n < 3; n++) {
      await page.getByRole('list', { name: 'Wires' }).getByRole('button').first().click()
      await page.getByRole('button', { name: /^Take off wire/ }).click()
    }
    await page.getByRole('tab', { name: 'Circuit' }).click()
    await page.getByText(/circuits that these parts do not make/).click()
    await page.getByText('wants 2 switches, this build has 1').waitFor()
    await page
      .getByText(/^Missing: /)
      .first()
      .waitFor()
    await page.getByRole('button', { name: 'Back to it' }).click()
    await page.getByText('Wired so').waitFor()
  })

  it('is turned by hand as it is mounted, and a joint that is made is kept with what it was made to', async () => {
    const id = await copyOf(bench, 'turned', 'kestrel'),
      page = await bench.open(`/b/${id}/wiring?view=order`)
    await page.getByRole('button', { name: 'Tone, in hand to be turned', exact: true }).press('Enter')
    await page.getByRole('button', { name: 'Turn it' }).click()
    await page.getByText(/turned by \d+° from lugs down\./).waitFor()
    await page.getByRole('button', { name: 'Volume, lug 1, on the controls: soldered' }).click()
    await page.getByText('soldered', { exact: true }).waitFor()
    await saved(page)
    const { circuit } = await storedBuild(bench, id)
    expect(circuit.components.find(c => c.id === 'pot-tone')!.turn! % 45).toBe(0)
    expect(circuit.joints).toEqual([
      { at: 'pot-volume.1', stage: 'on the controls', state: 'soldered', to: ['pot-volume.case'] },
    ])
    await page.getByRole('button', { name: 'Volume, lug 1, on the controls: found wrong' }).click()
    await page.getByText('found wrong', { exact: true }).waitFor()
    expect(page.troubles).toEqual([])
  })

  it('is wired on the drawing: a lug, then another, then a case', async () => {
    const id = await copyOf(bench, 'touched', 'wren'),
      page = await bench.open(`/b/${id}/wiring`)
    const lug = (name: string) => page.getByRole('button', { name: `${name}: join to another`, exact: true })
    await lug('Jack, tip').click()
    await page.getByText(/touch the lug or case that the wire goes to/).waitFor()
    await lug('Jack, tip').click()
    await page.getByText(/^Seen from behind, to scale/).waitFor()
    await lug('Jack, tip').press('Enter')
    await lug('Jack, sleeve').press('Enter')
    await page.getByRole('button', { name: /^As it is: Silent: the tip is on ground/ }).waitFor()
    await page.getByRole('button', { name: 'Undo' }).click()
    await page.getByRole('button', { name: /^As it is: Pickup; / }).waitFor()
    await lug('Tone, lug 3').press('Enter')
    await page.getByRole('button', { name: 'Volume, in hand to be turned', exact: true }).press('Enter')
    await saved(page)
    expect((await storedBuild(bench, id)).circuit.wires.at(-1)).toMatchObject({ from: 'tone.3', to: 'volume.case' })
    expect(page.troubles).toEqual([])
  })

  it.runIf(LONG)(
    'learns a pickup’s leads from the meter, question by question, and keeps them with the pickup',
    async () => {
      const id = await copyOf(bench, 'leads'),
        page = await bench.open(`/b/${id}/wiring?view=leads`)
      const shows = async (pair: string, text: string) => {
        await page.getByText(pair, { exact: true }).first().waitFor()
        const field = page.getByLabel('the meter shows')
        await field.fill(text)
        await field.press('Enter')
      }
      await page.getByLabel('Pickup', { exact: true }).selectOption({ index: 1 })
      await page.getByLabel('Leads by colour, separated by commas').fill('white, black, bare')
      await page.getByLabel('Leads by colour, separated by commas').press('Enter')
      await shows('white and black', 'nine')
      await page.getByRole('alert').filter({ hasText: 'Accepted' }).waitFor()
      await shows('white and black', '6.3k')
      await shows('white and bare', 'OL')
      await page.getByRole('button', { name: 'Down' }).click()
      await page.getByLabel('Compass: which pole looks up').selectOption('north')
      await page.getByText('Reverse wound on a reversed magnet: beside a usual one it cancels hum.').waitFor()
      await page.getByRole('button', { name: 'Keep with the pickup' }).click()
      await saved(page)
      const b = await storedBuild(bench, id),
        neck = b.parts.find(p => p.id === b.slots['pickup-neck'])!
      expect(neck.leads).toEqual(
        expect.arrayContaining([
          { lead: 'black', lug: 'start' },
          { lead: 'white', lug: 'finish' },
          { lead: 'bare', lug: 'case' },
        ]),
      )
      expect(neck.traits).toMatchObject({ winding: 'reverse', magnet: 'north' })
      expect(neck.dims.dcResistance).toMatchObject({ basis: 'measured', value: 6300 })
      expect(b.circuit.wires.find(w => w.from === 'pickup-neck.start')!.colour).toBe('black')
      expect(page.troubles).toEqual([])
    },
  )

  it('is found from the sounds that are asked for, or the switch that can is named', async () => {
    const id = await copyOf(bench, 'asked'),
      page = await bench.open(`/b/${id}/wiring?view=ask`)
    const choose = (label: string, use: string) =>
      page.getByLabel(label, { exact: true }).selectOption({ label: use })
    await page.getByRole('button', { name: 'Find the wiring' }).click()
    await page.getByRole('alert').filter({ hasText: 'Say what at least one position should do.' }).waitFor()
    await choose('Bridge pickup at Bridge', 'on')
    await choose('Bridge pickup at Both', 'first coil')
    await choose('Neck pickup at Both', 'on')
    await choose('Neck pickup at Neck', 'on')
    await page.getByRole('button', { name: 'Find the wiring' }).click()
    await page.getByText(/This switch cannot\. .*The smallest that can: three-way blade, two poles\./).waitFor()
    // With the whole pickup in the middle it is what every toggle does.
    await choose('Bridge pickup at Both', 'on')
    for (const t of ['Bridge', 'Both', 'Neck']) await page.getByLabel(`Tone acts at ${t}`).check()
    await page.getByRole('button', { name: 'Find the wiring' }).click()
    await page.getByText(/^Found: \d+ wires and leads/).waitFor()
    await page.getByRole('button', { name: 'Take it' }).click()
    await page
      .getByRole('button', { name: /^Both.*: Bridge pickup and neck pickup in parallel; .*Volume and Tone work/ })
      .first()
      .waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).circuit.recipe).toBe('asked for by sound')
    expect(page.troubles).toEqual([])
  })

  it('is heard before it is soldered, and goes out as files that others read', async () => {
    const id = await copyOf(bench, 'heard', 'kestrel'),
      page = await bench.open(`/b/${id}/wiring`)
    const kept = async (button: string) => {
      const [file] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name: button }).click(),
      ])
      return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) }
    }
    await page.getByLabel('Plucked from the bridge').fill('3 m')
    await page.keyboard.press('Enter')
    await page.getByRole('alert').filter({ hasText: 'is outside' }).waitFor()
    await page.getByLabel('Plucked from the bridge').fill('900 mm')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'As WAV file' }).click()
    await page.getByText(/^Pluck between bridge and nut/).waitFor()
    await page.getByLabel('Plucked from the bridge').fill('4 in')
    await page.keyboard.press('Enter')
    const wav = await kept('As WAV file')
    expect(wav.name).toBe('heard-switch=1.wav')
    expect(wav.bytes.toString('latin1', 0, 4)).toBe('RIFF')
    // Four seconds of sixteen bits and a heading.
    expect(wav.bytes.length).toBeGreaterThan(4 * 44100 * 2)
    await page.getByRole('tab', { name: 'Cut list' }).click()
    const csv = await kept('Cut list, CSV')
    expect(csv.bytes.toString('utf8').split('\r\n')[0]).toMatch(/^wire,from,to/)
    const json = await kept('Circuit, JSON')
    expect(JSON.parse(json.bytes.toString('utf8'))).toMatchObject({ format: 'snugbolt-circuit', from: 'heard' })
    expect((await kept('Drawing, SVG')).bytes.toString('utf8')).toContain('<svg')
    expect((await kept('Drawing at true size, PDF')).bytes.toString('latin1', 0, 5)).toBe('%PDF-')
    expect((await kept('SPICE netlist of this setting')).bytes.toString('utf8')).toContain('.ac dec')
    const choose = page.locator('input[type=file][aria-label="Bring in a circuit"]')
    await choose.setInputFiles({
      name: 'x.json',
      mimeType: 'application/json',
      buffer: Buffer.from('{"circuit":{"components":[]}}'),
    })
    await page.getByRole('alert').filter({ hasText: 'The circuit was not taken: circuit.wires' }).waitFor()
    await choose.setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: json.bytes })
    await page.getByRole('alert').waitFor({ state: 'detached' })
    expect(page.troubles).toEqual([])
  })
})

describe('soldering', () => {
  it('goes joint by joint at the bench; the plan’s step is done with its last joint', async () => {
    const id = await copyOf(bench, 'bench-joints', 'wren', b => Object.assign(b, apart(b))),
      page = await bench.open(`/b/${id}/wiring?view=order`)
    await page.getByText('0 of 12 joints are made', { exact: false }).waitFor()
    await page.getByRole('link', { name: 'One by one, at the bench' }).click()
    // The first that is open is shown, with what has to be done before it stands down.
    await page.getByRole('heading', { name: 'Lay the strings’ ground' }).waitFor()
    await page.getByRole('button', { name: 'It is laid' }).click()
    await page.getByText('1 of 12 joints made', { exact: false }).waitFor()
    const head = page.locator('header'),
      [, count] = /of (\d+),/.exec((await head.textContent())!)!
    for (let i = 3; i <= Number(count); i++) {
      await head.filter({ hasText: new RegExp(`soldering ${i} of`) }).waitFor()
      const made = page.getByRole('button', { name: 'Soldered', exact: true })
      await ((await made.count()) ? made : page.getByRole('button', { name: 'Next' })).click()
    }
    await page.getByText('12 of 12 joints made', { exact: false }).waitFor()
    await expect.poll(async () => (await storedBuild(bench, id)).circuit.joints?.length).toBe(12)
    const { steps } = await storedBuild(bench, id)
    expect(steps.map(s => s.step)).toEqual(
      expect.arrayContaining([
        'solder/bonds',
        'solder/on-the-controls',
        'solder/pickups',
        'solder/through-the-body',
      ]),
    )
    await page.keyboard.press('b')
    await page.getByText('12 of 12 joints are made', { exact: false }).waitFor()
    expect(page.troubles).toEqual([])
  })

  it.runIf(LONG)('of a body without a cover is done on a board, and pulled in', async () => {
    const page = await bench.open('/b/plover/wiring?view=order')
    await page.getByText(/No cover opens this hollow/).waitFor()
    await page.getByText(/^Pull in: Pickup switch$/).waitFor()
    const [board] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Harness board at true size, PDF' }).click(),
    ])
    expect(board.suggestedFilename()).toBe('plover-harness.pdf')
    expect(
      readFileSync((await board.path())!)
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-')
    expect(page.troubles).toEqual([])
  })
})

describe('ground', () => {
  it('is told piece by piece, laid as a chain, lined, and a long run shielded; each is taken back', async () => {
    const id = await copyOf(bench, 'ground', 'kestrel'),
      page = await bench.open(`/b/${id}/wiring?view=ground`)
    await page.getByText('Everything metal the hand can touch reaches the jack’s sleeve.').waitFor()
    await page.getByText('All ground wires meet at one place: a star.', { exact: false }).waitFor()
    await page.getByRole('button', { name: /^Lay it as a chain/ }).click()
    await page.getByText('The ground goes from one to the next: a chain.', { exact: false }).waitFor()
    await page.getByText('No ring of ground.').waitFor()
    await page.getByRole('radio', { name: 'Foil' }).click()
    await page.getByText(/rings of ground\. A ring picks hum up/).waitFor()
    await page.getByText(/Corner to corner it has to read under 1 Ω/).waitFor()
    await page.getByRole('button', { name: 'Make w11 shielded' }).click()
    await page.getByText('Better shielded; it is shielded.').waitFor()
    await saved(page)
    const { circuit } = await storedBuild(bench, id)
    expect(circuit.shield).toBe('foil')
    expect(circuit.wires.find(w => w.id === 'w11')!.braid?.to).toBeDefined()
    for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo' }).click()
    await page.getByText('All ground wires meet at one place: a star.', { exact: false }).waitFor()
    expect(page.troubles).toEqual([])
  })
})

describe('sounds beside one another', () => {
  it('holds a setting against another circuit and another part, in words and on the chart', async () => {
    const id = await copyOf(bench, 'beside', 'kestrel'),
      page = await bench.open(`/b/${id}/wiring`)
    await page.getByLabel('Hold it against').selectOption('circuit')
    await page.getByLabel('Circuit', { exact: true }).selectOption({ index: 1 })
    await page.getByText('dashed, what it is held against', { exact: false }).waitFor()
    await page.getByLabel('Hold it against').selectOption('pickup-bridge')
    const part = page.getByLabel('Part', { exact: true })
    await expect.poll(async () => (await part.locator('option').count()) > 1).toBe(true)
    await part.selectOption({ index: 1 })
    await page.getByText(/ against .*(peak|louder|quieter|difference)/).waitFor()
    await page.getByText(/3 m more of cable: lower peak by/).waitFor()
    expect(page.troubles).toEqual([])
  })

  it('keeps a value that may be one of several, says what each would do, and settles it by its marking', async () => {
    const id = await copyOf(bench, 'values', 'kestrel'),
      page = await bench.open(`/b/${id}/wiring?view=leads`)
    await page.getByLabel('Tone capacitor may also be').selectOption({ label: '47 nF' })
    await page.getByRole('heading', { name: 'Tone capacitor: one of several' }).waitFor()
    await page.getByText(/473 is 47 nF/).waitFor()
    await page.getByText('22 nF or 47 nF').waitFor()
    await saved(page)
    const cap = async () =>
      (await storedBuild(bench, id)).parts.find(p => p.kind === 'capacitor')!.dims.capacitance!
    expect((await cap()).candidates).toEqual([22e-9, 47e-9])
    const mark = page.getByLabel('Marking on tone capacitor')
    await mark.fill('47X3')
    await mark.press('Enter')
    await page.getByRole('alert').filter({ hasText: '“47X3” is no marking of a capacitor' }).waitFor()
    await mark.fill('473K')
    await mark.press('Enter')
    await page.getByRole('heading', { name: 'Tone capacitor: one of several' }).waitFor({ state: 'detached' })
    await saved(page)
    const settled = await cap()
    expect(settled.candidates).toBeUndefined()
    expect(settled.value / 47e-9).toBeCloseTo(1, 9)
    expect(settled.doubt / settled.value).toBeCloseTo(0.1, 9)
    // A part of the circuit's own, with its values.
    await page.getByLabel('One more').selectOption('stage')
    await page.getByLabel('Amplifying stage, gain').fill('3')
    await page.getByLabel('Amplifying stage, gain').press('Enter')
    await saved(page)
    expect((await storedBuild(bench, id)).circuit.components.at(-1)).toMatchObject({
      kind: 'stage',
      stage: { gain: 3 },
    })
    await page.getByRole('button', { name: 'Take Amplifying stage out' }).click()
    await saved(page)
    expect((await storedBuild(bench, id)).circuit.components.some(c => c.kind === 'stage')).toBe(false)
    expect(page.troubles).toEqual([])
  })
})

import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { copyOf, openBench, saved, storedBuild, TABLET, type Bench } from '../support/browser.ts'
import { visit } from '../support/visit.ts'
import { png } from '../support/png.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
beforeEach(() => bench.clear())
afterAll(() => bench.close())

/** The size of a JPEG, from its first frame [published: ITU-T T.81]. */
function jpegSize(b: Buffer): [number, number] {
  for (let i = 2; i < b.length;) {
    const marker = b[i + 1]!
    if (marker >= 0xc0 && marker <= 0xc2) return [b.readUInt16BE(i + 7), b.readUInt16BE(i + 5)]
    i += 2 + b.readUInt16BE(i + 2)
  }
  throw new Error('no frame')
}

describe('the plan', () => {
  it('asks about a step out of its turn, says what it costs, and does it all the same', async () => {
    const id = await copyOf(bench, 'turn', 'wren', b => {
        b.steps = []
        b.trials = []
      }),
      page = await bench.open(`/b/${id}/plan?hand=trial`)
    await page.getByRole('button', { name: /^Done/ }).click()
    const dialog = page.getByRole('dialog', { name: /^Out of its turn: Trial assembly/ })
    await dialog.getByRole('heading', { name: 'Should come first' }).waitFor()
    await dialog.getByText(/^If it has to be done over: \d+ min at the bench/).waitFor()
    await dialog.getByRole('button', { name: 'Not yet' }).click()
    expect((await storedBuild(bench, id)).steps).toEqual([])
    await page.getByRole('button', { name: /^Done/ }).click()
    await page.getByRole('button', { name: 'It is done all the same' }).click()
    await saved(page)
    expect((await storedBuild(bench, id)).steps.map(s => s.step)).toEqual(['trial'])
    expect(page.troubles).toEqual([])
  })

  it('takes a deadline, days off and busy times, and says when it may be over', async () => {
    const id = await copyOf(bench, 'dates', 'wren'),
      page = await bench.open(`/b/${id}/plan`)
    const over = page.getByRole('region', { name: 'When it will be finished' })
    await over.getByText('in eight of ten runs of the plan, between').waitFor()
    await over.getByLabel('Has to be finished by').fill('2029-01-01')
    await over.getByLabel('Has to be finished by').press('Enter')
    await over.getByText('> 99 %').waitFor()
    await page.getByText('Start day, hours at the bench and days off').click()
    await page.getByLabel('Off from').fill('2027-02-01')
    await page.getByLabel('Off from').press('Enter')
    await page.getByLabel('Off to').fill('2027-02-07')
    await page.getByLabel('Off to').press('Enter')
    await page.getByRole('button', { name: 'Days off' }).click()
    await page.getByText(/^Mon 1 Feb – Sun 7 Feb/).waitFor()
    const ics = (text: string) => ({ name: 'own.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) })
    await page.getByLabel('Busy times from a calendar file').setInputFiles(ics('no calendar'))
    await page.getByRole('alert').filter({ hasText: 'own.ics: it is no iCalendar file' }).waitFor()
    await page
      .getByLabel('Busy times from a calendar file')
      .setInputFiles(
        ics(
          'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART:20270105T180000\r\nDTEND:20270105T200000\r\nSUMMARY:Choir\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n',
        ),
      )
    await page.getByText('1 times are taken, the next Tue 5 Jan, 18:00: Choir.').waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).calendar).toMatchObject({
      deadline: '2029-01-01',
      off: [{ from: '2027-02-01', to: '2027-02-07' }],
      busy: [{ start: '2027-01-05T18:00', end: '2027-01-05T20:00', what: 'Choir' }],
    })
    expect(page.troubles).toEqual([])
  })
})

describe('at the bench and in the log', () => {
  it('a photo is scaled and kept with the step in hand; what is none is refused with a word', async () => {
    const id = await copyOf(bench, 'photo', 'wren'),
      page = await bench.open(`/b/${id}/bench`, { viewport: TABLET })
    const input = page.getByLabel('Photo of this step: file or camera'),
      alert = page.getByRole('alert')
    await input.setInputFiles({
      name: 'broken.jpg',
      mimeType: 'image/jpeg',
      buffer: Buffer.from([0xff, 0xd8, 0xff, 1]),
    })
    await alert.filter({ hasText: 'broken.jpg is no picture, or a damaged one' }).waitFor()
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic0000mif1heic')])
    await input.setInputFiles({ name: 'phone.heic', mimeType: 'image/heic', buffer: heic })
    await alert.filter({ hasText: 'phone.heic is a HEIC file' }).waitFor()
    await input.setInputFiles({ name: 'large.png', mimeType: 'image/png', buffer: png(4000, 3000) })
    await expect.poll(async () => (await storedBuild(bench, id)).attachments?.length).toBe(1)
    const [kept] = (await storedBuild(bench, id)).attachments!
    expect(kept).toMatchObject({ type: 'image/jpeg', name: 'large.png' })
    expect(kept!.step).toBeDefined()
    const bytes = Buffer.from(
      await (await fetch(`${bench.server.address}/api/attachments/${kept!.hash}`)).arrayBuffer(),
    )
    expect(jpegSize(bytes)).toEqual([2000, 1500])
    await page.getByRole('button', { name: 'Start the clock' }).click()
    await page.getByRole('button', { name: 'Pause' }).waitFor()
    await visit(page, `/b/${id}/log`)
    await page.getByLabel('Show', { exact: true }).selectOption('photo')
    await page.getByRole('list', { name: 'Photos' }).getByRole('button').click()
    await page.getByLabel('What it shows').fill('The heel')
    await page.keyboard.press('Enter')
    await page.getByRole('dialog', { name: 'The heel' }).waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).attachments![0]!.note).toBe('The heel')
    expect(page.troubles.filter(t => !t.includes('decode'))).toEqual([])
  })

  it('a line is corrected and struck out, and stays to be read', async () => {
    const id = await copyOf(bench, 'lines', 'wren', b => {
        b.log = []
      }),
      page = await bench.open(`/b/${id}/log`)
    await page.getByLabel('Write a line').fill('Glue bougt.')
    await page.keyboard.press('Enter')
    await page.getByLabel('Show', { exact: true }).selectOption('note')
    await page.getByRole('button', { name: /^note: Glue bougt/ }).click()
    await page.getByLabel('Correct it').fill('Glue bought.')
    await page.keyboard.press('Enter')
    await page.getByText('Before it was corrected: Glue bougt.').waitFor()
    await page.getByLabel('Strike it out, because').fill('twice')
    await page.getByRole('button', { name: 'Strike out' }).click()
    await page.getByText('Struck out: twice').waitFor()
    await saved(page)
    expect((await storedBuild(bench, id)).log).toMatchObject([
      { text: 'Glue bought.', was: 'Glue bougt.', struck: 'twice' },
    ])
  })
})

describe('the workshop’s evenings', () => {
  it('say which evening is for which build, what fits into a quarter of an hour, and print', async () => {
    const page = await bench.open('/evenings')
    const days = page.getByRole('region', { name: 'Day by day' })
    await days.getByText('Bittern').first().waitFor()
    await page.getByRole('row', { name: /^Plover / }).waitFor()
    await page.getByLabel('I have').selectOption('15')
    const fits = page.getByRole('region', { name: 'What fits in' }).getByRole('listitem')
    await fits.first().waitFor()
    for (const text of await fits.allTextContents())
      expect(Number(/(\d+) min$/.exec(text)![1])).toBeLessThanOrEqual(15)
    await page
      .getByRole('row', { name: /^Heron / })
      .getByRole('link')
      .click()
    await page.waitForURL(/\/b\/heron\/plan/)
    await page.getByRole('link', { name: 'Labels' }).click()
    await page.getByText('4 × Neck screws 4.2 × 45 (neck screws)').waitFor()
    await page.getByText('Volume, 2 → Jack, tip (white)').waitFor()
    expect(page.troubles).toEqual([])
  })
})

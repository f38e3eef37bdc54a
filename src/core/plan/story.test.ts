import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { attach, changeAttachment, correctLog, strikeLog, takeReading, writeLog } from '../document/edits.ts'
import { describeEdit } from '../document/describeEdit.ts'
import { readBuild } from '../document/readBuild.ts'
import { plan } from './plan.ts'
import { readIn, readingWords } from './readingWords.ts'
import { spentOf, storyOf } from './story.ts'

const at = '2026-11-30T18:00:00Z'
const story = (b: Build) => storyOf(b, plan(b))

describe('readings in words', () => {
  const b = demo('kestrel')
  it.each([
    ['setup.relief', 'Relief', 'mm'],
    ['setup.nut.bass', 'Nut, bass side', 'mm'],
    ['setup.nut.3', 'Nut, string 3', 'mm'],
    ['setup.action.treble', 'Action, treble side', 'mm'],
    ['setup.pickup.bridge.bass', 'Bridge pickup’s height, bass side', 'mm'],
    ['setup.pole.neck.2', 'Neck pickup’s pole, string 2', 'mm'],
    ['layout.dry', 'Neck clamped dry: straightedge over the top at the bridge', 'mm'],
    ['layout.frets.0-12', 'Nut to fret 12', 'mm'],
    ['layout.edge.mouth.bass', 'Neck’s bass edge at the mouth', 'mm'],
    ['cents.2.12', 'String 2 held at fret 12', 'cents'],
    ['cents.2.0', 'String 2 open', 'cents'],
    ['turned.claw', 'Claw’s screws turned', 'turns'],
    ['stick.3.dive', 'String 3 after a dive', 'cents'],
    ['fret.14', 'Fret 14 over those beside it', 'mm'],
    ['strokes.P1200', 'Strokes of P1200', 'strokes'],
    ['air.humidity', 'Humidity', '%'],
    ['air.room', 'Air in the room', '°C'],
    ['film.panel.clear.2', /^Film: test panel, 2 coats of /, 'µm'],
    ['film.weight.clear.1', /^Film: out of the can, 1 coat of /, 'g'],
    ['probe.volume.2/jack.tip@', /./, 'Ω'],
  ] as const)('%s', (of, words, unit) => {
    const said = readingWords(b, of)
    if (typeof words === 'string') expect(said).toBe(words)
    else expect(said).toMatch(words)
    if (!of.startsWith('probe')) expect(readIn(b, of)).toBe(unit)
    // Undo calls it the same.
    const read = takeReading(b, { of, value: 1, doubt: 0.1, at })
    expect(describeEdit(b, read)!.title).toBe(`Reading: ${said}`)
  })
  it('name a part’s dimension with its own unit', () => {
    const neck = b.slots.neck!,
      pickup = b.slots['pickup-bridge']!
    expect(readingWords(b, `part/${neck}/dims.heelWidth`)).toMatch(/heel width/i)
    expect(readIn(b, `part/${neck}/dims.heelWidth`)).toBe('mm')
    expect(readIn(b, `part/${neck}/dims.mass`)).toBe('g')
    expect(readIn(b, `part/${pickup}/dims.dcResistance`)).toBe('Ω')
    expect(readingWords(b, 'part/gone/dims.x')).toBe('Something of a part that is gone')
  })
  it('never show a name of the document’s own, in any demo build', () => {
    for (const id of ['heron', 'kestrel', 'wren', 'bittern', 'plover'] as const)
      for (const e of story(demo(id)))
        expect(inWords(e.text), `${id}: ${e.id}`).not.toMatch(
          /\b(setup|layout|film|cents|dims|part)[./]|[a-z]+-[a-z]+-[a-z]+\b(?= |$)\/|undefined/,
        )
  })
})

describe('the story', () => {
  it('is what was read, done, written and photographed, newest first, each with its station', () => {
    let b = demo('heron')
    b = takeReading(b, { of: 'setup.relief', value: 0.2, doubt: 0.03, at, with: 'feeler gauge' })
    b = writeLog(b, 'Pocket cleaned.', '2026-11-30T19:00:00Z', 3)
    b = { ...b, steps: [{ step: 'drill/neck', state: 'done', at: '2026-11-30T20:00:00Z', minutes: 41 }] }
    b = attach(b, {
      hash: 'a'.repeat(64),
      type: 'image/jpeg',
      size: 9,
      name: 'x.jpg',
      at: '2026-11-30T21:00:00Z',
      step: 'drill/neck',
    })
    const [photo, done, note, read] = story(b)
    expect(photo).toMatchObject({ kind: 'photo', place: 'drill', text: done!.text })
    expect(done).toMatchObject({ kind: 'done', place: 'drill', minutes: 41 })
    expect(inWords(done!.text)).toMatch(/^Drill: neck screws/)
    expect(note).toMatchObject({ kind: 'note', text: 'Pocket cleaned.', cost: 3 })
    expect(read).toMatchObject({ kind: 'read', place: 'setup', value: { of: 0.2, in: 'mm', with: 'feeler gauge' } })
    expect(readBuild(b).ok).toBe(true)
    expect(spentOf(b, plan(b))).toMatchObject({ timed: 1, hoursDone: 41 / 60 })
  })
  it('keeps what a line said before, strikes out with a reason, and counts a struck cost no more', () => {
    const first = writeLog(demo('heron'), 'Glue bought.', at, 12),
      id = first.log[0]!.id,
      twice = correctLog(correctLog(first, id, 'Wood glue bought.'), id, 'Hide glue bought.')
    expect(story(twice).find(e => e.id === id)).toMatchObject({ text: 'Hide glue bought.', was: 'Glue bought.' })
    expect(correctLog(first, id, 'Glue bought.').log[0]!.was).toBeUndefined()
    const struck = strikeLog(twice, id, 'for another build'),
      paid = (b: Build) => spentOf(b, plan(b)).paid
    expect(story(struck).find(e => e.id === id)!.struck).toBe('for another build')
    expect(paid(first) - paid(struck)).toBe(12)
    expect(strikeLog(struck, id, undefined)).toEqual(twice)
    expect(readBuild(struck).ok).toBe(true)
  })
  it('has photos with words of their own, and lets one go', () => {
    const b = attach(demo('heron'), {
        hash: 'b'.repeat(64),
        type: 'image/png',
        size: 9,
        name: 'n.png',
        at,
        part: 'heron-neck',
      }),
      [a] = b.attachments!
    expect(story(b).find(e => e.id === a!.id)).toMatchObject({ text: 'n.png', part: 'heron-neck', place: 'log' })
    const named = changeAttachment(b, a!.id, { note: 'Crack at the heel' })
    expect(story(named).find(e => e.id === a!.id)!.text).toBe('Crack at the heel')
    expect(changeAttachment(named, a!.id, undefined).attachments).toEqual([])
    expect(readBuild({ ...b, attachments: [{ ...a!, hash: 'short' }] }).ok).toBe(false)
    expect(readBuild({ ...b, attachments: [{ ...a!, type: 'image/heic' as never }] }).ok).toBe(false)
  })
})

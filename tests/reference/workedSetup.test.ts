import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { takeReading } from '../../src/core/document/edits.ts'
import { neckLine, turnNeck } from '../../src/core/layout/centreLine.ts'
import { meanActionAtTwelve } from '../../src/core/layout/saddleHeight.ts'
import { fretReading } from '../../src/core/layout/scale.ts'
import { fedBy } from '../../src/core/document/feeds.ts'
import { setupWork, type Adjustment } from '../../src/core/setup/setupWork.ts'
import { plainBuild } from '../support/plainBuild.ts'

/** Setting up, the neck's line and the finish of an instrument of round numbers, worked by hand. */
const AT = '2026-11-25T10:00:00Z'
const read = (b: Build, of: string, value: number, doubt = 0.03, at = AT): Build =>
  takeReading(b, { of, value, doubt, at, with: 'feeler gauge' })

describe('an adjustment that was read', () => {
  const after = (id: string, value: number): Adjustment =>
    setupWork(read(plainBuild(), `setup.${id}`, value)).adjustments.find(a => a.id === id)!

  it.each([
    // Wanted 0.2 ± 0.05; a quarter turn beyond 0.12, an eighth within; 0.4 mm a turn [from memory].
    ['relief', 0.4, 'adjust', -0.25, 0.1],
    ['relief', 0.27, 'adjust', -0.125, 0.05],
    ['relief', 0.1, 'adjust', 0.125, 0.05],
    ['relief', 0, 'adjust', 0.25, 0.1],
    ['relief', 0.25, 'on target', undefined, undefined],
    ['relief', 0.15, 'on target', undefined, undefined],
  ] as const)('%s at %f mm: %s', (id, value, state, turns, mm) => {
    const a = after(id, value)
    expect(a.state).toBe(state)
    expect(a.off).toBeCloseTo(value - 0.2, 9)
    expect(a.turns).toBe(turns)
    if (mm === undefined) expect(a.mm).toBeUndefined()
    else expect(a.mm).toBeCloseTo(mm, 9)
    if (turns !== undefined) expect(inWords(a.move)).toContain(turns < 0 ? 'Tighten' : 'Loosen')
  })

  // A gap over fret 1 follows the nut by the open length behind it: fret 1 lies 2^(−1/12) of the string before the saddle.
  const SHARE = 2 ** (-1 / 12)
  it.each([
    ['nut.bass', 0.6, 0.46],
    ['nut.treble', 0.5, 0.41],
  ] as const)('%s at %f mm is filed by what it is over, at the nut', (id, value, target) => {
    const a = after(id, value)
    expect(a.mm).toBeCloseTo(-(value - target) / SHARE, 9)
    expect(inWords(a.move)).toMatch(/^File the slot 0\.\d\d mm deeper/)
  })
  it('a slot that is too deep is filled, not filed', () => {
    const a = after('nut.treble', 0.3)
    expect(a.mm).toBeCloseTo((0.41 - 0.3) / SHARE, 9)
    expect(inWords(a.move)).toMatch(/too deep/)
    expect(after('nut.treble', 0.41 + 0.039).state).toBe('on target')
    expect(after('nut.treble', 0.41 + 0.041).state).toBe('adjust')
  })

  it.each([
    // At fret 12 the string is halfway: twice as much at the saddle; an M3 screw climbs half a millimetre a turn.
    ['action.bass', 2.1, -1, -2, /^Lower the saddle 1\.00 mm: 2 turns/],
    ['action.treble', 1, 0.8, 1.6, /^Raise the saddle 0\.80 mm: 1 5\/8 turns/],
  ] as const)('%s at %f mm', (id, value, mm, turns, says) => {
    const a = after(id, value)
    expect(a.mm).toBeCloseTo(mm, 9)
    expect(a.turns).toBeCloseTo(turns, 9)
    expect(inWords(a.move)).toMatch(says)
  })
  it('the action at the last fret counts by what is left of the string there', () => {
    const b = read(
      { ...plainBuild(), setup: { ...plainBuild().setup, actionAt: 'last fret' } },
      'setup.action.bass',
      2,
    )
    const a = setupWork(b).adjustments.find(x => x.id === 'action.bass')!
    // Fret 22 lies 1 − 2^(−22/12) of the scale from the nut.
    expect(a.mm).toBeCloseTo(-0.4 / (1 - 2 ** (-22 / 12)), 9)
  })
  it('has to be read again when something before it was read later', () => {
    let b = read(plainBuild(), 'setup.action.bass', 1.6, 0.03, '2026-11-25T10:00:00Z')
    expect(setupWork(b).adjustments.find(a => a.id === 'action.bass')!.state).toBe('on target')
    b = read(b, 'setup.relief', 0.2, 0.03, '2026-11-25T11:00:00Z')
    const [relief, nut] = setupWork(b).adjustments
    expect(relief!.state).toBe('on target')
    expect(nut!.state).toBe('not read')
    expect(setupWork(b).adjustments.find(a => a.id === 'action.bass')!.state).toBe('read again')
    expect(setupWork(b).next).toBe('nut.bass')
  })
})

describe('the action at fret 12', () => {
  it('is the mean of both sides, brought there from the last fret along the string', () => {
    expect(meanActionAtTwelve(plainBuild(), 648, 22)).toBeCloseTo((1.6 + 1.4) / 2, 9)
    // From the nut’s height at 0 to 1.5 at fret 22: half the scale is 1/2 ÷ (1 − 2^(−22/12)) of the way.
    const nut = (0.46 + 0.41) / 2,
      t = 0.5 / (1 - 2 ** (-22 / 12))
    const last = { setup: { ...plainBuild().setup, actionAt: 'last fret' as const } }
    expect(meanActionAtTwelve(last, 648, 22)).toBeCloseTo(nut + (1.5 - nut) * t, 6)
  })
})

describe('the scale from two frets', () => {
  it.each([
    [0, 12, 0.5],
    [12, 24, 0.25],
    [0, 24, 0.75],
  ])('frets %i to %i are %f of it [published: 12-tone equal temperament]', (low, high, share) => {
    const told = fedBy(plainBuild(), { of: fretReading(low, high), value: 648 * share, doubt: share })!
    expect(told.value).toBeCloseTo(648, 6)
    expect(told.doubt).toBeCloseTo(1, 9)
  })
})

describe('the line of the fitted neck', () => {
  const edges = (bridgeTreble: number, bridgeBass: number) =>
    (
      [
        ['mouth.at', -70],
        ['mouth.treble', 27.4],
        ['mouth.bass', 27],
        ['bridge.at', 170],
        ['bridge.treble', bridgeTreble],
        ['bridge.bass', bridgeBass],
      ] as const
    ).reduce((b, [of, v]) => read(b, `layout.edge.${of}`, v, 0.25), plainBuild())
  const line = neckLine(edges(28.4, 27.2))!
  it('lies half the edges’ difference off, and turns by its change over the way between', () => {
    // (27.4 − 27.0) ÷ 2 = 0.2 at −70, (28.4 − 27.2) ÷ 2 = 0.6 at 170.
    expect(line.drift.value).toBeCloseTo(0.6, 9)
    expect(line.slope).toBeCloseTo(0.4 / 240, 9)
    expect(line.origin).toBeCloseTo(0.2 + (70 * 0.4) / 240, 9)
    expect(line.angleDeg.value).toBeCloseTo((Math.atan(0.4 / 240) * 180) / Math.PI, 6)
    // Two edges of ± 0.25, halved.
    expect(line.driftDoubt).toBeCloseTo(Math.hypot(0.125, 0.125), 9)
    expect(line.withinDoubt).toBe(false)
  })
  it('is brought back by shaving half the turn at each end of the pocket, and the rest along one wall', () => {
    const { shave } = turnNeck(edges(28.4, 27.2), line)
    const half = ((0.4 / 240) * 76) / 2,
      middle = line.origin - 38 * line.slope
    expect(shave).toEqual([
      { where: 'mouth', side: 'treble', by: expect.closeTo(half, 9) },
      { where: 'end', side: 'bass', by: expect.closeTo(half, 9) },
      { where: 'along', side: 'bass', by: expect.closeTo(middle, 9) },
    ])
  })
  it('is left alone within what the readings leave open', () => {
    const b = edges(27.5, 27.2),
      near = neckLine(b)!
    expect(near.drift.value).toBeCloseTo(0.15, 9)
    expect(turnNeck(b, near).shave.filter(s => s.where !== 'along')).toEqual([])
  })
})

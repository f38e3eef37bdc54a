import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Hole } from '../../src/core/drill/hole.ts'
import { offBy, offPlace, type OffPlace } from '../../src/core/drill/holeReading.ts'
import { layOut, type Layout } from '../../src/core/layout/layOut.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * Holes that lie off their place, worked by hand: a hole of 2.5 in a plate's corner gives a tenth of play, one in a neck a
 * quarter, a passing hole half of what it is wider than its screw [common practice].
 */
const build = plainBuild({
    front: 165,
    parts: {
      tuners: { dims: { postDiameter: 6, bodyWidth: 15 } },
      bridge: { features: [typicalFeature('screw-hole', 'corner', { x: 3, y: 30, diameter: 4 })] },
    },
  }),
  laid = layOut(build)!
const HOLE = {
  id: 'one',
  group: 'bridge',
  purpose: 'screw pilot',
  face: 'body edge',
  at: [700, 0],
  along: 230,
  across: 0,
  bits: [{ mm: 2.5 }],
  wanted: 2.6,
  when: 'before finish',
} as unknown as Hole
const off = (h: Partial<Hole>, dx: number, dy: number, doubt = 0.05, l: Layout = laid): OffPlace =>
  offBy({ ...HOLE, ...h }, build, l, dx, dy, doubt)
const best = (o: OffPlace) => o.ways.filter(w => w.best).map(w => w.way)
const says = (o: OffPlace, way: string) => o.ways.find(w => w.way === way)?.says

describe('what to do with a hole that is off', () => {
  it('is told by its distance', () =>
    expect(off({}, 0.3, -0.4)).toMatchObject({ along: 0.3, across: -0.4, off: 0.5, doubt: 0.05 }))
  it.each([
    ['pocket end', -1, 'nut'],
    ['pocket end', 1, 'tail'],
    ['heel end', -1, 'nut'],
    // On the head the nut lies behind a hole, and the tip before it.
    ['nut', -1, 'tip'],
    ['nut', 1, 'nut'],
  ] as const)('told from the %s and off by %f lies towards the %s', (from, by, towards) =>
    expect(off({ from }, by, 0).towards).toBe(towards),
  )
  it.each<[string, Partial<Hole>, number, boolean]>([
    ['a pilot', {}, 0.09, true],
    ['a pilot', {}, 0.11, false],
    ['a pilot in the neck', { group: 'neck' }, 0.24, true],
    ['a pilot in the neck', { group: 'neck' }, 0.26, false],
    // 4.5 round a screw of 3.5: a half on either side.
    [
      'a passing hole',
      { purpose: 'passing hole', bits: [{ mm: 4.5 }] as Hole['bits'], screw: { diameter: 3.5 } as Hole['screw'] },
      0.49,
      true,
    ],
    [
      'a passing hole',
      { purpose: 'passing hole', bits: [{ mm: 4.5 }] as Hole['bits'], screw: { diameter: 3.5 } as Hole['screw'] },
      0.51,
      false,
    ],
    // Without a bit in the drawer what is wanted: 4.1, three tenths.
    [
      'a passing hole without a bit',
      { purpose: 'passing hole', bits: [], wanted: 4.1, screw: { diameter: 3.5 } as Hole['screw'] },
      0.29,
      true,
    ],
    [
      'a passing hole without a bit',
      { purpose: 'passing hole', bits: [], wanted: 4.1, screw: { diameter: 3.5 } as Hole['screw'] },
      0.31,
      false,
    ],
    // Under a plate's hole of 4 with a screw of 3: a half.
    [
      'under a plate',
      { under: { slot: 'bridge', feature: 'corner' }, screw: { diameter: 3 } as Hole['screw'] },
      0.49,
      true,
    ],
    [
      'under a plate',
      { under: { slot: 'bridge', feature: 'corner' }, screw: { diameter: 3 } as Hole['screw'] },
      0.51,
      false,
    ],
    // A screw that is thicker than the plate's hole has no play: the usual tenth.
    [
      'under a narrow plate',
      { under: { slot: 'bridge', feature: 'corner' }, screw: { diameter: 5 } as Hole['screw'] },
      0.11,
      false,
    ],
    [
      'under a plate that is gone',
      { under: { slot: 'bridge', feature: 'gone' }, screw: { diameter: 3 } as Hole['screw'] },
      0.11,
      false,
    ],
  ])('%s %# lives with %f: %s', (_name, h, dx, lives) => {
    expect(best(off(h, dx, 0)).includes('live with it')).toBe(lives)
    expect(best(off(h, 0, -dx)).includes('live with it')).toBe(lives)
  })
  it('says how far beyond its play it is, or that the readings leave it open', () => {
    expect(inWords(says(off({}, 0.09, 0), 'live with it'))).toBe('0.1 mm is within the 0.10 mm of play.')
    expect(inWords(says(off({ group: 'neck' }, 1, 0), 'live with it'))).toBe(
      'It is 0.8 mm more than its play: it shows or binds.',
    )
    const open = off({}, 0.3, 0, 0.3)
    expect(inWords(says(open, 'live with it'))).toContain('no more than the readings leave open')
    expect(best(open)).toEqual(['live with it'])
    expect(open.effects).toEqual([])
  })
  it('is hidden under a ferrule whose rim reaches over it', () => {
    // A ferrule of 8 over a bit of 3: two and a half of rim.
    const h = {
      purpose: 'string',
      bits: [{ mm: 3 }] as Hole['bits'],
      counterbore: { diameter: 8, depth: 9, face: 'body back' },
    } as Partial<Hole>
    expect(best(off(h, 2.5, 0))).toEqual(['hide under the ferrule'])
    expect(inWords(says(off(h, 2.5, 0), 'hide under the ferrule'))).toContain('reaches 2.5 mm past the hole')
    expect(best(off(h, 2.6, 0))).toEqual(['plug and redrill'])
    expect(inWords(says(off(h, 2.6, 0), 'hide under the ferrule'))).toContain(
      'reaches 2.5 mm, the hole is 2.6 mm off: it would show',
    )
    expect(says(off({}, 2, 0), 'hide under the ferrule')).toBeUndefined()
    expect(best(off(h, 0.05, 0))).toEqual(['live with it'])
  })
  it.each<[Hole['purpose'], boolean]>([
    ['passing hole', true],
    ['control', true],
    ['string', true],
    ['bushing', false],
    ['wire', false],
  ])('a %s is opened up to a millimetre: %s', (purpose, opens) => {
    const h = { purpose, bits: [{ mm: 6 }] as Hole['bits'] }
    expect(best(off(h, 1, 0))).toEqual([opens ? 'open the hole' : 'plug and redrill'])
    expect(best(off(h, 1.05, 0))).toEqual(['plug and redrill'])
    expect(inWords(says(off(h, 1, 0), 'open the hole'))).toBe(
      'Open it to 8.0 mm, or file it oval by 1.0 mm towards its place; a washer covers it.',
    )
  })
  it.each<Hole['purpose']>(['screw pilot', 'pressed bushing'])('a %s is never opened', purpose =>
    expect(off({ purpose }, 0.5, 0).ways.map(w => w.way)).toEqual(['live with it', 'plug and redrill']),
  )
  it('is plugged two wider than the bit, or past its own shift', () => {
    // 2.5 + 2 = 4.5; 2.5 + 2 · 1.6 = 5.7.
    expect(inWords(says(off({}, 0.7, 0), 'plug and redrill'))).toMatch(/with the grain, [45] mm across/)
    expect(inWords(says(off({}, 1.6, 0), 'plug and redrill'))).toContain(', 6 mm across')
    expect(inWords(says(off({}, 1, 0), 'plug and redrill'))).toContain('drill again, before finish.')
    expect(inWords(says(off({ when: 'after finish' }, 1, 0), 'plug and redrill'))).toMatch(/drill again\.$/)
  })
})

describe('what a hole that is off does', () => {
  const line = (ahead: number): Layout => ({
    ...laid,
    line: { ...laid.line, ahead: { ...laid.line.ahead, value: ahead }, low: 0, high: 14 },
  })
  it.each([
    [2, 'further back: 3.0 mm of travel left to the nearer end', 2],
    [-7, 'forward: 2.0 mm of travel left to the nearer end', 7],
    [6, 'further back: outside their travel by 1.0 mm', 6],
    [-10, 'forward: outside their travel by 1.0 mm', 10],
    [5, 'further back: 0.0 mm of travel left to the nearer end', 5],
    [-9, 'forward: 0.0 mm of travel left to the nearer end', 9],
  ])('a bridge’s by %f takes its saddles along', (dx, tells, by) =>
    expect(inWords(off({ face: 'body top' }, dx, 0, 0.01, line(5)).effects)).toEqual([
      `If the bridge follows, its saddles come ${by.toFixed(1)} mm ${tells}.`,
    ]),
  )
  it('nothing is said of what nobody sees, or of a hole that moves nothing', () => {
    expect(off({ face: 'body top' }, 0.04, 0, 0.01).effects).toEqual([])
    expect(off({ face: 'body top' }, 0, 0.04, 0.01).effects).toEqual([])
    expect(off({ face: 'body top' }, 0.06, 0, 0.01).effects).toHaveLength(1)
    expect(off({}, 2, 2).effects).toEqual([])
    expect(off({ group: 'controls', face: 'body top' }, 2, 2).effects).toEqual([])
  })
  it('a bridge’s across takes the strings along, less the nearer they are to the nut', () => {
    // 22 frets at 648: 466.16, 0.7194 of the scale; 0.8 gives 0.58 there.
    const [edge, over] = off({ face: 'body top' }, 0, 0.8).effects
    // 28 less 17.875 + 8.125 · 466.16 / 649.6 less half of 0.25 less 0.58 is 3.6; on the other side 28 − 23.58 − 0.5 + 0.58.
    expect(inWords(edge)).toBe(
      'If the bridge follows, the strings move 0.6 mm at the last fret: 3.6 mm to the edge on the treble side, 4.5 mm on the bass side.',
    )
    // The rout lies 570 from the nut: 0.8 · 570 / 648.
    expect(inWords(over)).toBe('Over the bridge pickup they run 0.7 mm further to the treble side.')
    expect(inWords(off({ face: 'body top' }, 0, -0.8).effects[1])).toContain('0.7 mm further to the bass side')
    expect(inWords(off({ face: 'body top' }, 0, -0.8).effects[0])).toContain(
      '4.7 mm to the edge on the treble side, 3.3 mm',
    )
  })
  it('a string’s own moves that string', () => {
    const h = { group: 'strings', string: 3 } as const
    expect(inWords(off(h, 0.5, 0.6).effects)).toEqual([
      'String 3 leaves its saddle 0.6 mm to the treble side and 0.5 mm further back.',
    ])
    expect(inWords(off(h, -0.5, -0.6).effects)).toEqual([
      'String 3 leaves its saddle 0.6 mm to the bass side and 0.5 mm nearer.',
    ])
    expect(inWords(off(h, 0.04, 0.6).effects)).toEqual(['String 3 leaves its saddle 0.6 mm to the treble side.'])
  })
  it('a neck’s pulls the heel', () =>
    expect(inWords(off({ group: 'neck' }, 0.6, 0.8).effects[0])).toContain('pulls the heel 1.0 mm aside'))
  it('a tuner’s turns its string at the nut, and comes nearer to the next', () => {
    const strings = laid.strings.map((s, i) => ({
        ...s,
        nut: [0, i === 0 ? 18 : s.nut[1]] as const,
        tuner: i === 0 ? ([-100, 10] as const) : s.tuner,
      })),
      spot = (string: number, x: number, y: number) => ({ ...laid.tuners.spots[0]!, string, at: [x, y] as const }),
      l = {
        ...laid,
        strings,
        tuners: { ...laid.tuners, spots: [spot(1, -100, 10), spot(2, -125, 12), spot(3, -180, 12)] },
      } as Layout
    const h = { group: 'tuners', purpose: 'bushing', string: 1 } as const,
      o = off(h, -2, 1, 0.05, l)
    // The string runs from 18 to the post's near side at 10 − 3: 11 on 100; then 10 on 102.
    const turn = (rise: number, run: number) => ((Math.atan(rise / run) * 180) / Math.PI).toFixed(1)
    expect(inWords(o.effects)).toEqual([
      `String 1 turns ${turn(10, 102)}° at the nut instead of ${turn(11, 100)}°.`,
      // From −102 | 11 to −125 | 12, less a body of 15.
      `${(Math.hypot(23, 1) - 15).toFixed(1)} mm between its body and the next.`,
    ])
    const below = {
      ...l,
      strings: strings.map((s, i) => (i === 0 ? { ...s, nut: [0, -18], tuner: [-100, -10] } : s)),
    } as unknown as Layout
    expect(inWords(off(h, 0, 1, 0.05, below).effects[0])).toBe(
      `String 1 turns ${turn(12, 100)}° at the nut instead of ${turn(11, 100)}°.`,
    )
    const alone = { ...l, tuners: { ...l.tuners, spots: [spot(1, -100, 10)] } } as Layout
    expect(off(h, -2, 1, 0.05, alone).effects).toHaveLength(1)
    expect(off({ ...h, purpose: 'screw pilot' }, -2, 1, 0.05, l).effects).toEqual([])
  })
})

describe('a hole that was read', () => {
  const reading = (axis: string, value: number, doubt: number) => ({
    id: `r-${axis}`,
    of: `hole.one.${axis}`,
    value,
    doubt,
    unit: 'mm' as const,
    at: '2026-11-24T10:00:00.000Z',
  })
  it('is off by what was read, once both of its numbers are', () => {
    const b = { ...build, readings: [reading('along', 231, 0.3), reading('across', -0.5, 0.4)] } as typeof build
    expect(offPlace(HOLE, b, laid)).toMatchObject({
      along: 1,
      across: -0.5,
      doubt: expect.closeTo(0.5, 9),
      off: expect.closeTo(Math.hypot(1, 0.5), 9),
    })
    expect(offPlace(HOLE, { ...b, readings: b.readings.slice(0, 1) }, laid)).toBeUndefined()
    expect(offPlace(HOLE, { ...b, readings: b.readings.slice(1) }, laid)).toBeUndefined()
  })
})

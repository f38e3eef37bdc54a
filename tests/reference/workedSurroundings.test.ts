import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { bitsIn } from '../../src/core/drill/bits.ts'
import type { Hole, HoleRequest } from '../../src/core/drill/hole.ts'
import { holesMet } from '../../src/core/drill/holeList.ts'
import type { Hollow } from '../../src/core/drill/hollows.ts'
import type { Point } from '../../src/core/geometry/outline.ts'
import { layOut } from '../../src/core/layout/layOut.ts'
import type { Wood } from '../../src/core/parts/woods.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * Holes met with what is around them, worked by hand: a body of 400 × 300 × 45, a head of 190 × 92, a guard of 200 × 80,
 * a heel of 56. Wood of 3 is left under a blind hole, 4 beside it in a body, 3 in a heel, 2 in a head and beside a rod, 1.5
 * between two [common practice and from memory: handbook section 5]. A twist bit’s 118° point stands half its width over
 * the tangent of 59°.
 */
const rectangle = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
]
const build = plainBuild({ parts: { neck: { dims: { heelLength: 76, heelWidth: 56, heelWidthEnd: 56 } } } }),
  l = {
    ...layOut(build)!,
    nutToHeelEnd: 470,
    body: rectangle(0, -150, 400, 150),
    head: rectangle(-190, -46, 0, 46),
    guard: rectangle(100, -40, 300, 40),
  }
const WOOD: Wood = {
  name: 'plain wood',
  specificGravity: 0.5,
  sideHardness: 3000,
  leadShare: 0.9,
  openPored: false,
  colour: '#c0a080',
  changeTangential: 0.0025,
  changeRadial: 0.0014,
} as Wood
const POINT = 0.5 / Math.tan((59 / 180) * Math.PI)
const drawer = (...extra: number[]) => bitsIn({ sets: [], extra, missing: [] })
const HALVES = bitsIn({ sets: ['metric by halves'], extra: [], missing: [] })

type Over = Partial<Omit<HoleRequest, 'diameter' | 'screw'>> & { diameter?: number; screw?: HoleRequest['screw'] }
const SCREW = { diameter: 3.5, length: 25 }
/** A pilot of 3.5 × 25 with a bite of 20 in the middle of the body, and what is said of it otherwise. */
const pilot = (o: Over = {}): HoleRequest =>
  ({
    id: 'one',
    group: 'bridge',
    label: 'Bridge screw',
    purpose: 'screw pilot',
    at: [200, 0],
    from: 'pocket end',
    along: 100,
    face: 'body top',
    wood: WOOD,
    stock: 45,
    screw: SCREW,
    bite: 20,
    why: 'Because.',
    ...o,
  }) as HoleRequest
const plain = (diameter: number, depth: number, o: Over = {}): HoleRequest =>
  pilot({
    purpose: 'pressed bushing',
    rule: 'nearest',
    screw: undefined,
    bite: undefined,
    diameter,
    depth,
    ...o,
  } as Over)
const met = (requests: HoleRequest[], hollows: Hollow[] = [], bits = HALVES): Hole[] =>
  holesMet({ build, l, requests, hollows, bits })
const one = (r: HoleRequest, hollows: Hollow[] = [], bits = HALVES): Hole => met([r], hollows, bits)[0]!
const near = (p: readonly number[]) => p.map(x => expect.closeTo(x, 9))
const prism = (polygon: Point[], z0: number, z1: number, o: Partial<Hollow> = {}): Hollow => ({
  id: 'rout',
  piece: 'body',
  label: 'rout',
  shape: { prism: { polygon, z0, z1 } },
  ...o,
})

describe('a pilot for a screw of 3.5 × 25', () => {
  const h = one(pilot())
  it('is drilled for nine tenths of its root, which is 81 % of it', () => {
    expect(h.wanted).toBeCloseTo(3.5 * 0.81 * 0.9, 12)
    expect(h.bits.map(b => b.mm)).toEqual([2.5])
    expect(h.bitOff).toBeCloseTo(2.5 - 2.5515, 12)
    expect(h.bitDoes).toBeUndefined()
  })
  it('is a millimetre deeper than it bites, to the tip', () => {
    expect(h.depth).toBe(21)
    expect(h.stopMark).toBe(21)
    expect(h.leftUnder).toBeCloseTo(24, 12)
    expect(h.bore).toEqual({ from: [200, 0, 0], to: [200, 0, -21], radius: 1.25 })
    expect(h.angleDeg).toBe(90)
  })
  it('holds 108.25 G² D L [published: Wood Handbook]', () => {
    expect(h.screw).toMatchObject({ diameter: 3.5, length: 25, number: 6, bite: 20 })
    expect(h.screw!.withdrawalN).toBeCloseTo(108.25 * 0.25 * 3.5 * 20, 6)
  })
  it('has 148.75 of wood to the edge, and nothing to say', () => {
    expect(h.leftBeside).toEqual({ by: expect.closeTo(148.75, 9), what: 'body’s edge' })
    expect(h.warnings).toEqual([])
    expect(inWords(h.why)).toBe('Because.')
    expect(h.wander).toBeUndefined()
  })
  it('of no bite holds nothing, and says so', () => {
    const none = one(pilot({ bite: -1 }))
    expect(none.depth).toBe(0)
    expect(none.screw!.withdrawalN).toBe(0)
    expect(inWords(none.warnings)).toContain('Only 0.0 mm deep: a longer screw, or it holds nothing.')
    expect(inWords(one(pilot({ bite: 0.9 })).warnings)).toContain(
      'Only 1.9 mm deep: a longer screw, or it holds nothing.',
    )
    expect(one(pilot({ bite: 1.1 })).warnings).toEqual([])
    expect(one(pilot({ bite: -5 })).depth).toBe(0)
  })
  it.each([
    // Under 1.6 of pilot, or a screw up to 2.5 in wood of 0.55 and more: by hand.
    [2.1, 0.5, true],
    [2.3, 0.5, false],
    [2.5, 0.55, true],
    [2.6, 0.55, false],
    [2.5, 0.54, false],
  ])('of a screw of %f in wood of %f: by hand %s', (diameter, specificGravity, hand) => {
    const why = one(pilot({ screw: { diameter, length: 12 }, wood: { ...WOOD, specificGravity } })).why
    expect(inWords(why).includes('pin vice')).toBe(hand)
    if (hand) expect(inWords(why)).toContain(specificGravity >= 0.55 ? 'cracks hard wood' : 'cracks what it holds')
  })
  it('of another hole nothing is turned by hand', () => expect(inWords(one(plain(1.5, 5)).why)).toBe('Because.'))
})

describe('a blind hole that is no pilot', () => {
  it('is deeper at its point, and its tape stands there', () => {
    const h = one(plain(11, 20))
    expect(h.depth).toBe(20)
    expect(h.bore.to[2]).toBeCloseTo(-(20 + 11 * POINT), 9)
    expect(h.stopMark).toBeCloseTo(Math.round((20 + 11 * POINT) * 10) / 10, 9)
    expect(h.leftUnder).toBeCloseTo(45 - 20 - 11 * POINT, 9)
    expect(h.screw).toBeUndefined()
  })
  it('without a bit is as wide as is wanted, and says what to buy', () => {
    const h = one(plain(11, 20), [], [])
    expect(h.bore.radius).toBeCloseTo(5.5, 12)
    expect(h.bits).toEqual([])
    expect(h.bitOff).toBe(0)
    expect(inWords(h.warnings)).toEqual(['The drawer is empty: 11.00 mm is wanted.'])
  })
})

describe('where a hole runs', () => {
  const ends = (o: Over) => {
    const { bore } = one(pilot(o))
    return [bore.from, bore.to]
  }
  it.each([
    ['body top', {}, [200, 0, 0], [200, 0, -21]],
    ['body top', { mouthZ: -18 }, [200, 0, -18], [200, 0, -39]],
    ['guard', { stock: 2.5 }, [200, 0, 0], [200, 0, -21]],
    ['cavity wall', { mouthZ: -10 }, [200, 0, -10], [200, 0, -31]],
    ['body back', {}, [200, 0, -45], [200, 0, -24]],
    ['headstock face', { at: [-60, 10], stock: 15 }, [-60, 10, 0], [-60, 10, -21]],
    ['headstock back', { at: [-60, 10], stock: 15 }, [-60, 10, -15], [-60, 10, 6]],
    ['heel', { at: [430, 10], stock: 25 }, [430, 10, -25], [430, 10, -4]],
    // Into an edge: square to it, at half the thickness.
    ['body edge', { at: [0, 50] }, [0, 50, -22.5], [21, 50, -22.5]],
    ['body edge', { at: [400, 50] }, [400, 50, -22.5], [379, 50, -22.5]],
    ['body edge', { at: [200, 150] }, [200, 150, -22.5], [200, 129, -22.5]],
    ['body edge', { at: [200, -150] }, [200, -150, -22.5], [200, -129, -22.5]],
  ] as const)('from the %s %j', (face, o, from, to) =>
    expect(ends({ face, ...o } as Over)).toEqual([near(from), near(to)]),
  )
  it('through: by the whole stock', () => {
    expect(one(pilot({ through: true })).bore.to).toEqual(near([200, 0, -45]))
    expect(one(pilot({ through: true })).depth).toBe('through')
    expect(one(pilot({ through: true })).leftUnder).toBeUndefined()
    expect(one(pilot({ through: true })).stopMark).toBeUndefined()
  })
  it('slanting: from its mouth to where it is to come out, at the angle of the two', () => {
    // 30 along and 40 across are 50; 50 down on it is 45°, 20 down 21.8°.
    const to45 = one(pilot({ to: [230, 40, -50], mouthZ: 0, through: true }))
    expect(to45.bore).toMatchObject({ from: [200, 0, 0], to: [230, 40, -50] })
    expect(to45.angleDeg).toBe(45)
    expect(one(pilot({ to: [230, 40, -20], through: true })).angleDeg).toBe(22)
    expect(one(pilot({ to: [230, 40, -26], mouthZ: -6, through: true })).bore.from).toEqual([200, 0, -6])
    expect(one(pilot({ to: [230, 40, -26], mouthZ: -6, through: true })).angleDeg).toBe(22)
  })
  it('and wanders on its way: 1, 0.3 and 0.1 on 45, a step of two punches and two half ways from both faces', () => {
    const h = one(pilot({ through: true }))
    expect(h.wander!.byHand).toBeCloseTo(1, 9)
    expect(h.wander!.withGuide).toBeCloseTo(0.3, 9)
    expect(h.wander!.onPress).toBeCloseTo(0.1, 9)
    expect(h.wander!.bothFaces).toBeCloseTo(Math.hypot(0.3, 0.3, 0.15, 0.15), 9)
    const far = (o: Over) => one(pilot({ through: true, ...o })).wander!.far
    expect(far({})).toContain('splinters')
    expect(far({ face: 'body back' })).toContain('under the heel')
    expect(far({ into: ['rout'] })).toContain('inside')
    expect(far({ into: [] })).toContain('splinters')
    expect(far({ bothFaces: true })).toContain('ferrules')
    expect(far({ bothFaces: true, face: 'body back' })).toBe('both faces are seen')
  })
})

describe('a bit that is not quite the wanted one', () => {
  const says = (r: HoleRequest, ...mm: number[]) =>
    inWords(one(r, [], drawer(...mm)).bitDoes)?.replaceAll('\u202f', ' ')
  // 2.5515 is wanted.
  it.each([
    [2.69, undefined],
    [2.75, 'Nearest bit is 0.20 mm over: the thread bites 79 % of what is meant.'],
    [3.49, 'Nearest bit is 0.94 mm over: the thread bites 1 % of what is meant.'],
    [3.54, 'Nearest bit is 0.99 mm over: the thread bites 0 % of what is meant.'],
    [3.6, 'The drawer holds no bit near 2.55 mm: the nearest, 3.6 mm, is 1.05 mm over. Borrow one.'],
    [2.26, undefined],
    [2.2, 'Nearest bit is 0.35 mm under: the screw turns hard, wax it, and turn back every half turn.'],
    [1.5, 'The drawer holds no bit near 2.55 mm: the nearest, 1.5 mm, is 1.05 mm under. Borrow one.'],
  ])('of a pilot: %f', (mm, text) => expect(says(pilot(), mm)).toBe(text))
  it.each([
    [11.05, undefined],
    [
      11.07,
      'Nearest bit is 0.07 mm over: the bushing sits loose; wrap it with veneer, or take the next smaller bit and ream.',
    ],
    [10.95, undefined],
    [10.93, 'Nearest bit is 0.07 mm under: ream to size, never pound it in.'],
    // A quarter of it is 2.75.
    [
      13.7,
      'Nearest bit is 2.70 mm over: the bushing sits loose; wrap it with veneer, or take the next smaller bit and ream.',
    ],
    [13.8, 'The drawer holds no bit near 11.00 mm: the nearest, 13.8 mm, is 2.80 mm over. Borrow one.'],
  ])('of a pressed bushing of 11: %f', (mm, text) => expect(says(plain(11, 20), mm)).toBe(text))
  it.each(['bushing', 'control', 'passing hole'] as const)('of a %s', purpose => {
    const r = plain(8, 20, { purpose, rule: 'never smaller' })
    expect(says(r, 7.95)).toBeUndefined()
    expect(says(r, 7.93)).toBe('Nearest bit is 0.07 mm under: it does not pass; ream or file the rest.')
    expect(says(r, 8.49)).toBeUndefined()
    expect(says(r, 8.51)).toBe('Nearest bit is 0.51 mm over: it has play; a washer on both sides.')
  })
  it('of any other', () => {
    const r = plain(6, 20, { purpose: 'wire' })
    expect(says(r, 5.81)).toBeUndefined()
    expect(says(r, 5.79)).toBe('Nearest bit is 0.21 mm under.')
    expect(says(r, 6.9)).toBeUndefined()
  })
})

describe('wood beside a hole', () => {
  const told = (r: HoleRequest, hollows: Hollow[] = []) => {
    const h = one(r, hollows)
    return { by: h.leftBeside && +h.leftBeside.by.toFixed(6), what: h.leftBeside?.what, warnings: h.warnings }
  }
  // A pilot’s bit of 2.5: 1.25 to each side.
  it.each([
    ['body top', [400 - 1.25 - 4.1, 0], 4.1, 'body’s edge', []],
    ['body top', [400 - 1.25 - 3.9, 0], 3.9, 'body’s edge', ['Only 3.9 mm of wood to the body’s edge.']],
    ['body top', [200, 150 - 1.25 - 3.9], 3.9, 'body’s edge', ['Only 3.9 mm of wood to the body’s edge.']],
    ['body top', [399, 0], -0.25, 'body’s edge', ['Breaks out through the body’s edge.']],
    ['headstock face', [-100, 46 - 1.25 - 2.1], 2.1, 'headstock’s edge', []],
    [
      'headstock face',
      [-100, 46 - 1.25 - 1.9],
      1.9,
      'headstock’s edge',
      ['Only 1.9 mm of wood to the headstock’s edge.'],
    ],
    ['heel', [440, 28 - 1.25 - 3.1], 3.1, 'heel’s side', []],
    ['heel', [440, 28 - 1.25 - 2.9], 2.9, 'heel’s side', ['Only 2.9 mm of wood to the heel’s side.']],
    ['heel', [470 - 1.25 - 2.9, 0], 2.9, 'heel’s side', ['Only 2.9 mm of wood to the heel’s side.']],
  ] as const)('in the %s at %j', (face, at, by, what, warnings) =>
    expect(inWords(told(pilot({ face, at: at as unknown as Point, stock: 45 })))).toEqual({
      by: expect.closeTo(by, 4),
      what,
      warnings: [...warnings],
    }),
  )
  it('the heel goes on for 20 towards the nut, where its sides begin to curve', () =>
    expect(told(pilot({ face: 'heel', at: [470 - 76 - 20 + 1.25 + 2.9, 0] })).by).toBeCloseTo(2.9, 4))
  it('is none outside its piece', () => {
    expect(inWords(told(pilot({ at: [410, 0] })).warnings)).toEqual(['Lies outside the body.'])
    expect(inWords(told(pilot({ face: 'headstock face', at: [-60, 50] })).warnings)).toEqual([
      'Lies outside the headstock.',
    ])
    expect(inWords(told(pilot({ face: 'heel', at: [440, 40] })).warnings)).toEqual(['Lies outside the heel.'])
    expect(told(pilot({ at: [410, 0] })).what).toBe('body’s edge')
  })
  it('of a guard is three at its edge', () => {
    const guard = (y: number) =>
      told(pilot({ face: 'guard', purpose: 'passing hole', at: [200, y], stock: 2.5, through: true }))
    expect(guard(40 - 1.25 - 3.1)).toEqual({ by: 3.1, what: 'guard’s edge', warnings: [] })
    expect(inWords(guard(40 - 1.25 - 2.9).warnings)).toEqual(['Only 2.9 mm to the guard’s edge.'])
    expect(guard(39.5).warnings).toEqual(['Lies outside the guard.'])
  })
  it.each([
    [25.35, []],
    [25.15, ['Only 3.9 mm of wood to the rout.']],
    [21, ['Breaks into the rout.']],
  ])('of a rout 20 to the side of the line: at %f', (y, warnings) => {
    const t = told(pilot({ at: [200, y] }), [prism(rectangle(150, -20, 250, 20), -30, 0)])
    expect(t.by).toBeCloseTo(y - 20 - 1.25, 4)
    expect(t.what).toBe('rout')
    expect(inWords(t.warnings)).toEqual(warnings)
  })
  it('of a rout in another piece, or that it is meant to run into, is not asked', () => {
    const rout = (o: Partial<Hollow>) => prism(rectangle(150, -20, 250, 20), -30, 0, o)
    expect(told(pilot({ at: [200, 21] }), [rout({ piece: 'heel' })]).what).toBe('body’s edge')
    expect(told(pilot({ at: [200, 21], into: ['rout'] }), [rout({})]).what).toBe('body’s edge')
    expect(told(pilot({ at: [200, 21], into: ['other'] }), [rout({})]).what).toBe('rout')
  })
  it.each([
    ['rod', 2.1, []],
    ['rod', 1.9, ['Only 1.9 mm of wood to the truss rod.']],
    ['rod-mouth', 2.1, []],
    ['rod-mouth', 1.9, ['Only 1.9 mm of wood to the truss rod.']],
    ['other', 2.1, ['Only 2.1 mm of wood to the truss rod.']],
  ])('beside the %s: %f', (id, by, warnings) => {
    const rod = prism(rectangle(0, -3, 470, 3), -11, 0, { id, piece: 'heel', label: 'truss rod' })
    expect(inWords(told(pilot({ face: 'heel', at: [440, 3 + 1.25 + by], stock: 25 }), [rod]).warnings)).toEqual(
      warnings,
    )
  })
  it('of a bored hollow goes from surface to surface', () => {
    const bore: Hollow = {
      id: 'channel',
      piece: 'body',
      label: 'wire channel',
      shape: { bore: { from: [100, 30, -15], to: [300, 30, -15], radius: 3 } },
    }
    // Axes pass each other by 8: 8 − 1.25 − 3.
    expect(inWords(told(pilot({ at: [200, 22] }), [bore]))).toEqual({
      by: 3.75,
      what: 'wire channel',
      warnings: ['Only 3.8 mm of wood to the wire channel.'],
    })
  })
  it.each([
    [4.1, []],
    [3.9, ['Only 1.4 mm of wood to the hole of tuner 2.']],
    [2.4, ['Meets the hole of tuner 2.']],
  ])('between two holes %f apart', (apart, warnings) => {
    const [a, b] = met([pilot(), pilot({ id: 'two', label: 'Tuner 2', at: [200, apart] })])
    expect(inWords(a!.warnings)).toEqual(warnings)
    expect(a!.leftBeside!.by).toBeCloseTo(apart - 2.5, 6)
    expect(inWords(b!.warnings)).toEqual(warnings.map(w => w.replace('tuner 2', 'bridge screw')))
  })
  it('between two that are meant to meet, or in two pieces, is not asked', () => {
    const two = (o: Over) => met([pilot(), pilot({ id: 'two', at: [200, 2], ...o })])[0]!.warnings
    expect(two({ into: ['one'] })).toEqual([])
    expect(two({ face: 'guard' })).toEqual([])
    expect(met([pilot({ into: ['two'] }), pilot({ id: 'two', at: [200, 2] })])[1]!.warnings).toEqual([])
  })
  it('counts from a counterbore’s wall, at its own face', () => {
    const bored = (face: 'body top' | 'body back') =>
      pilot({ through: true, counterbore: { diameter: 12, depth: 8, face } })
    // A rout at the top, 30 deep: the counterbore of 6 to each side lies 6.5 − 6 from it at the top, at the back 15 under it.
    const rout = [prism(rectangle(206.5, -20, 250, 20), -30, 0)]
    expect(inWords(told(bored('body top'), rout))).toMatchObject({
      by: 0.5,
      warnings: ['Only 0.5 mm of wood to the rout.'],
    })
    expect(told(bored('body back'), rout)).toMatchObject({ by: 5.25, warnings: [] })
    // And of the other one’s: 16 apart, 6 and 1.25 to each side.
    const [a] = met([pilot(), { ...bored('body top'), id: 'two', at: [208, 0] } as HoleRequest])
    expect(a!.leftBeside!.by).toBeCloseTo(8 - 6 - 1.25, 6)
    const [deep] = met([pilot(), { ...bored('body back'), id: 'two', at: [208, 0] } as HoleRequest])
    // At the back the pilot does not come down to it: 21 against 37.
    expect(deep!.leftBeside!.by).toBeCloseTo(8 - 2.5, 6)
  })
})

describe('wood under a blind hole', () => {
  const over = (o: Over, z0: number, z1: number, polygon = rectangle(150, -20, 250, 20)) =>
    one(pilot(o), [prism(polygon, z0, z1, { label: 'control cavity' })])
  it.each([
    // The tip lies at −21.
    [-24.1, 3.1, []],
    [-23.9, 2.9, ['Only 2.9 mm left over the control cavity: shorter screw, or stop at 20.9 mm.']],
    [-20, -1, ['Breaks into the control cavity by 1.0 mm: shorter screw, or stop at 17.0 mm.']],
    [-1, -20, ['Breaks into the control cavity by 20.0 mm: shorter screw, or stop at 0.0 mm.']],
  ])('over a cavity whose roof is at %f', (z1, left, warnings) => {
    const h = over({}, -45, z1)
    expect(h.leftUnder).toBeCloseTo(left, 9)
    expect(inWords(h.warnings)).toEqual(warnings)
  })
  it.each([
    // From the back the tip lies at −24.
    [-20.9, 3.1, []],
    [-21.1, 2.9, ['Only 2.9 mm left over the control cavity: shorter screw, or stop at 20.9 mm.']],
    [-25, -1, ['Breaks into the control cavity by 1.0 mm: shorter screw, or stop at 17.0 mm.']],
  ])('from the back, under a rout whose floor is at %f', (z0, left, warnings) => {
    const h = over({ face: 'body back' }, z0, 0)
    expect(h.leftUnder).toBeCloseTo(left, 9)
    expect(inWords(h.warnings)).toEqual(warnings)
  })
  it('counts while the hollow lies under the hole’s width', () => {
    // Its near side 1 beyond the axis: under a hole of 1.25; at 1.5 it is not.
    expect(over({}, -45, -23, rectangle(201, -20, 250, 20)).leftUnder).toBeCloseTo(2, 9)
    const past = over({}, -45, -23, rectangle(201.5, -20, 250, 20))
    expect(past.leftUnder).toBeCloseTo(24, 9)
    expect(past.leftBeside!.what).toBe('control cavity')
  })
  it('a hollow that begins above the mouth is beside it, not under it', () => {
    const h = one(pilot({ mouthZ: -10 }), [prism(rectangle(150, -20, 250, 20), -45, -10, { label: 'cavity' })])
    expect(h.leftUnder).toBeCloseTo(24, 9)
    expect(h.warnings).toEqual(['Breaks into the cavity.'])
  })
  it.each([
    [24.1, 3.1, []],
    [23.9, 2.9, ['Only 2.9 mm left under it: shorter screw, or stop at 20.9 mm.']],
    [20, -1, ['Comes through the far face by 1.0 mm: shorter screw, or stop at 17.0 mm.']],
    [2, -19, ['Comes through the far face by 19.0 mm: shorter screw, or stop at 0.0 mm.']],
  ])('to the far face of stock of %f', (stock, left, warnings) => {
    const h = one(pilot({ stock }))
    expect(h.leftUnder).toBeCloseTo(left, 9)
    expect(inWords(h.warnings)).toEqual(warnings)
  })
  it('the nearer of two is told, the far face once', () => {
    const h = one(pilot({ stock: 22 }), [prism(rectangle(150, -20, 250, 20), -45, -21.5, { label: 'cavity' })])
    expect(h.leftUnder).toBeCloseTo(0.5, 9)
    expect(inWords(h.warnings)).toEqual(['Only 0.5 mm left over the cavity: shorter screw, or stop at 18.5 mm.'])
    const other = one(pilot({ stock: 22 }), [prism(rectangle(150, -20, 250, 20), -45, -24.5, { label: 'cavity' })])
    expect(other.leftUnder).toBeCloseTo(1, 9)
    expect(inWords(other.warnings)).toEqual(['Only 1.0 mm left under it: shorter screw, or stop at 19.0 mm.'])
  })
})

describe('a hole that runs into an edge or a wall', () => {
  const edge = (o: Over) => one(pilot({ face: 'body edge', at: [0, 0], ...o }))
  it('has the faces above and below it, from the middle', () => {
    const h = edge({})
    // 22.5 less half a bit; its own edge is not asked where it goes in: from 8 on, 8 − 1.25 there.
    expect(h.warnings).toEqual([])
    expect(h.leftBeside!.by).toBeCloseTo(8 - 1.25, 4)
    expect(h.leftBeside!.what).toBe('body’s edge')
    expect(h.leftUnder).toBeUndefined()
    expect(h.angleDeg).toBe(90)
  })
  it('of a short one asks from six tenths of its way on', () =>
    expect(edge({ bite: 9 }).leftBeside!.by).toBeCloseTo(6 - 1.25, 4))
  it('that runs along another edge has less', () => {
    expect(edge({ at: [0, 150 - 1.25 - 4.1] }).warnings).toEqual([])
    expect(inWords(edge({ at: [0, 150 - 1.25 - 3.1] }).warnings)).toEqual([
      'Only 3.1 mm of wood to the body’s edge.',
    ])
  })
  it.each([
    // From a wall at a depth: faces at 0 and −45.
    [-5.35, []],
    [-5.15, ['Only 3.9 mm of wood to the body’s faces.']],
    [-1, ['Breaks out through a face of the body.']],
    [-39.65, []],
    [-39.85, ['Only 3.9 mm of wood to the body’s faces.']],
  ])('through a wall at a height of %f', (z, warnings) => {
    const h = one(pilot({ face: 'cavity wall', to: [230, 0, z], mouthZ: z }))
    expect(inWords(h.warnings)).toEqual(warnings)
    expect(h.leftUnder).toBeUndefined()
  })
  it.each([
    // For wires three millimetres do, at both ends of its way.
    [-6.1, -20, []],
    [-5.9, -20, ['Only 2.9 mm of wood to the body’s faces.']],
    [-20, -5.9, ['Only 2.9 mm of wood to the body’s faces.']],
    [-20, -39.1, ['Only 2.9 mm of wood to the body’s faces.']],
    [-20, -38.9, []],
  ])('for a wire of 6 from %f to %f', (from, to, warnings) => {
    const r = plain(6, 40, { purpose: 'wire', face: 'cavity wall', mouthZ: from, to: [260, 0, to] })
    expect(inWords(one(r).warnings)).toEqual(warnings)
  })
  it('a wire that goes in from the top is asked at its far end alone', () => {
    const r = (to: number) => plain(6, 40, { purpose: 'wire', face: 'body top', to: [260, 0, to] })
    expect(one(r(-38.9)).warnings).toEqual([])
    expect(inWords(one(r(-39.1)).warnings)).toEqual(['Only 2.9 mm of wood to the body’s faces.'])
  })
})

describe('one hole that is asked for', () => {
  it('is met with all the others, and not rounded to what a stop is set to', () => {
    const requests = [pilot({ bite: 20.04 }), pilot({ id: 'two', label: 'Tuner 2', at: [200, 3] })]
    const got = holesMet({ build, l, requests, hollows: [], bits: HALVES }, 'one')
    expect(got).toHaveLength(1)
    expect(got[0]!.depth).toBeCloseTo(21.04, 9)
    expect(inWords(got[0]!.warnings)).toEqual(['Only 0.5 mm of wood to the hole of tuner 2.'])
    expect(met(requests)[0]!.depth).toBe(21)
  })
})

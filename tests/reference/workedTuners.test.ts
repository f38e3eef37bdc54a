import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { layOut } from '../../src/core/layout/layOut.ts'
import { checkTuners, placeTuners, tunerScrewAt } from '../../src/core/layout/tuners.ts'
import type { TunerSpot } from '../../src/core/layout/tunerRow.ts'
import type { Point } from '../../src/core/geometry/outline.ts'
import { plainBuild, sure } from '../support/plainBuild.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'

/**
 * Tuners on a rectangular head, 190 long and 46 to each side, worked by hand: bodies of 15 × 24 of which 38 hundredths
 * lie inwards of the post, buttons of 18 × 14 that begin 17 outside it, posts of 6.2, bushings of 10.
 */
const HEAD: Point[] = [
  [-190, -46],
  [0, -46],
  [0, 46],
  [-190, 46],
]
const SLOTS = [17.5, 10.5, 3.5, -3.5, -10.5, -17.5]
const b = plainBuild({
  parts: {
    tuners: {
      dims: {
        count: 6,
        bodyWidth: 15,
        bodyLength: 24,
        buttonReach: 17,
        buttonLength: 14,
        buttonWidth: 18,
        postDiameter: 6.2,
        bushingDiameter: 10,
      },
    },
  },
})
const check = (spots: TunerSpot[], build = b) => checkTuners(build, { from: 'placed', spots }, HEAD, SLOTS)
const row = (x0: number, pitch: number, y: number, strings: readonly number[], side: 1 | -1): TunerSpot[] =>
  strings.map((string, i) => ({ string, at: [x0 - pitch * i, y], side }))
const BOTH = [...row(-40, 30, 33, [1, 2, 3], 1), ...row(-40, 30, -33, [6, 5, 4], -1)]
const extent = (points: readonly Point[], axis: 0 | 1) => [
  Math.min(...points.map(p => p[axis])),
  Math.max(...points.map(p => p[axis])),
]

describe('a tuner on the head', () => {
  const t = check(BOTH),
    first = t.spots.find(s => s.string === 1)!,
    sixth = t.spots.find(s => s.string === 6)!
  it('has its body about the post, as wide as it is, further out than in', () => {
    expect(extent(first.body, 0)).toEqual([expect.closeTo(-40 - 7.5, 9), expect.closeTo(-40 + 7.5, 9)])
    expect(extent(first.body, 1)).toEqual([expect.closeTo(33 - 24 * 0.38, 9), expect.closeTo(33 + 24 * 0.62, 9)])
    expect(extent(sixth.body, 1)).toEqual([expect.closeTo(-33 - 24 * 0.62, 9), expect.closeTo(-33 + 24 * 0.38, 9)])
  })
  it('has its button outside the edge', () => {
    expect(extent(first.button, 0)).toEqual([expect.closeTo(-40 - 9, 9), expect.closeTo(-40 + 9, 9)])
    expect(extent(first.button, 1)).toEqual([expect.closeTo(33 + 17, 9), expect.closeTo(33 + 31, 9)])
    expect(extent(sixth.button, 1)).toEqual([expect.closeTo(-33 - 31, 9), expect.closeTo(-33 - 17, 9)])
  })
  it('has its screw beside the post along the row, towards the nut', () => {
    expect(tunerScrewAt(HEAD, BOTH[0]!, 11)).toEqual([expect.closeTo(-29, 9), expect.closeTo(33, 9)])
    expect(tunerScrewAt(HEAD, BOTH[3]!, 11)).toEqual([expect.closeTo(-29, 9), expect.closeTo(-33, 9)])
  })
  it('stands in a row of even pitch, with what its bodies leave', () => {
    for (const r of t.rows) {
      expect(r.pitches).toEqual([30, 30])
      expect(r.room).toBeCloseTo(60 - 30, 9)
    }
    // 13 of wood to the edge and 12 between buttons: only the turns at the nut are told.
    expect(t.findings.filter(f => !inWords(f).includes('turns'))).toEqual([])
  })
})

describe('what is found of tuners', () => {
  const told = (spots: TunerSpot[], word: RegExp) => check(spots).findings.filter(f => word.test(inWords(f)))
  const moved = (string: number, to: Point) => BOTH.map(s => (s.string === string ? { ...s, at: to } : s))
  it.each([
    [46 - 3 - 5 - 0.1, 0],
    [46 - 3 - 5 + 0.1, 1],
  ])('wood beside the hole under 3 mm: a post %f off the middle', (y, n) =>
    expect(told(moved(1, [-40, y]), /^Tuner 1: .* of wood from hole to edge/)).toHaveLength(n),
  )
  it('a post outside the head', () =>
    expect(told(moved(1, [-40, 50]), /^Tuner 1 stands outside the head/)).toHaveLength(1))
  it.each([
    [15.2, 0],
    [14.9, 1],
  ])('bodies of 15 at a pitch of %f', (pitch, n) =>
    expect(
      told(
        [...row(-40, pitch, 33, [1, 2], 1)],
        /bodies of tuners 1 and 2 run|between the bodies of tuners 1 and 2/,
      ),
    ).toHaveLength(n),
  )
  it.each([
    [20.1, 0],
    [19.9, 1],
    [17.9, 1],
  ])('buttons of 18 want two millimetres between them: a pitch of %f', (pitch, n) => {
    const found = told([...row(-40, pitch, 33, [1, 2], 1)], /buttons of tuners 1 and 2/)
    expect(found).toHaveLength(n)
    if (n) {
      const gap = pitch - 18
      expect(inWords(found[0])).toContain(gap < 0 ? `${(-gap).toFixed(1)} mm into` : `${gap.toFixed(2)} mm between`)
    }
  })
  it.each([
    [46 - 15.9, 0],
    [46 - 16.1, 1],
    [46 - 18, 1],
  ])('a button that has to clear the edge by a millimetre: a post %f off the middle', (y, n) =>
    expect(told(moved(2, [-70, y]), /Tuner 2 stands .* inside the edge|button of tuner 2 clears/)).toHaveLength(n),
  )
  it('a string that turns more than 12° in its slot, to the side of its post that faces the middle', () => {
    const turn = (x: number, y: number, slot: number) => (Math.atan2(y - 6.2 / 2 - slot, x) * 180) / Math.PI
    // 33 less half a post, from slots at 17.5, 10.5 and 3.5, on 40, 70 and 100.
    const turns = [turn(40, 33, 17.5), turn(70, 33, 10.5), turn(100, 33, 3.5)]
    turns.forEach((deg, i) => {
      const said = told(BOTH, new RegExp(`^String ${i + 1} turns`))
      expect(deg).toBeGreaterThan(12)
      expect(inWords(said[0])).toContain(`${deg.toFixed(0)}°`)
    })
    // Nearer to the middle none does.
    const near = [...row(-60, 40, 26, [1, 2, 3], 1), ...row(-60, 40, -26, [6, 5, 4], -1)]
    expect(Math.max(turn(60, 26, 17.5), turn(100, 26, 10.5), turn(140, 26, 3.5))).toBeLessThan(12)
    expect(told(near, /sideways/)).toEqual([])
  })
  it('fewer tuners than strings', () =>
    expect(told(BOTH.slice(0, 4), /^4 of 6 tuners find a place/)).toHaveLength(1))
  it('a row whose room is less than the doubt of its bodies', () => {
    const doubtful = plainBuild({ parts: { tuners: { dims: { count: 6, bodyWidth: 15 } } } })
    doubtful.parts.find(p => p.id === doubtful.slots.tuners)!.dims.bodyWidth = {
      value: 15,
      doubt: 0.4,
      basis: 'claimed',
    }
    const near = check(row(-40, 15.3, 33, [1, 2, 3], 1), doubtful)
    // Two pitches of 15.3 and two bodies: 0.6 to spare, two doubts of 0.4 and the ends’.
    expect(near.rows[0]!.room).toBeCloseTo(0.6, 9)
    expect(near.rows[0]!.roomDoubt).toBeGreaterThan(0.8)
    expect(near.findings.some(f => inWords(f).startsWith('The treble row has 0.6 mm to spare'))).toBe(true)
  })
})

describe('tuners on this head as it is drilled', () => {
  it('are proposed in two rows of three, five tuners as three and two', () => {
    for (const [strings, rows] of [
      [6, [3, 3]],
      [5, [3, 2]],
      [7, [4, 3]],
      [4, [2, 2]],
    ] as const) {
      const own = plainBuild({ strings }),
        l = layOut(own)!
      const t = checkTuners(
        own,
        l.tuners,
        l.head,
        l.strings.map(s => s.nut[1]),
      )
      expect(
        t.rows.map(r => r.spots.length),
        `${strings} strings`,
      ).toEqual([...rows])
      expect(t.findings.filter(f => inWords(f).includes('find a place'))).toEqual([])
    }
  })
})

describe('a tuner at a slanting edge', () => {
  // The treble edge rises from (0, 30) to (−100, 105): three along in four, four across in five, its normal (0.6, 0.8).
  const slant: Point[] = [
      [0, -30],
      [0, 30],
      [-100, 105],
      [-100, -30],
    ],
    up = 4 / 5,
    over = 3 / 5
  const at = (into: number, along: number): Point => [-along * up - into * over, 30 + along * over - into * up]
  const seen = (spot: TunerSpot) => checkTuners(b, { from: 'placed', spots: [spot] }, slant, SLOTS).spots[0]!
  it('turns with the edge: its button looks square out of it, its screw stands along it', () => {
    const spot: TunerSpot = { string: 1, at: at(12, 60), side: 1 },
      t = seen(spot)
    expect(t.toEdge).toBeCloseTo(12, 6)
    expect(t.edge).toBeCloseTo(7, 6)
    const place = (out: number, row: number): Point => [
      spot.at[0] + over * out + up * row,
      spot.at[1] + up * out - over * row,
    ]
    const near = (p: Point) => [expect.closeTo(p[0], 6), expect.closeTo(p[1], 6)]
    expect(t.body).toEqual(
      [place(-24 * 0.38, -7.5), place(24 * 0.62, -7.5), place(24 * 0.62, 7.5), place(-24 * 0.38, 7.5)].map(near),
    )
    expect(t.button).toEqual([place(17, -9), place(31, -9), place(31, 9), place(17, 9)].map(near))
    // Towards the nut: the way back along the edge.
    expect(tunerScrewAt(slant, spot, 10)).toEqual(near(place(0, 10)))
  })
  it('looks straight across where it stands on the edge, or the nearest edge lies behind it', () => {
    const straight = (p: Point, side: 1 | -1) => {
      const t = checkTuners(b, { from: 'placed', spots: [{ string: 1, at: p, side }] }, slant, SLOTS).spots[0]!
      const mid = [0, 1].map(k => t.button.reduce((s, q) => s + q[k as 0 | 1], 0) / 4)
      return [mid[0]! - p[0], mid[1]! - p[1]].map(x => Math.round(x * 1e6) / 1e6)
    }
    expect(straight(at(0.4, 60), 1)).toEqual([0, 24])
    expect(straight(at(0.6, 60), 1)).toEqual([14.4, 19.2])
    // The bass edge, 10 below, is nearer than the treble one: a treble button does not look there.
    expect(straight([-60, -20], 1)).toEqual([0, 24])
    expect(straight([-60, -20], -1)).toEqual([0, -24])
    // The tip, 5 away, lies straight along the row.
    expect(straight([-95, 0], 1)).toEqual([0, 24])
  })
  it('without an outline all look straight across', () => {
    const t = checkTuners(b, { from: 'placed', spots: BOTH }, [], SLOTS)
    expect(extent(t.spots[0]!.button, 1)).toEqual([33 + 17, 33 + 31])
    expect(extent(t.spots[3]!.button, 1)).toEqual([-33 - 31, -33 - 17])
    expect(extent(t.spots[0]!.body, 0)).toEqual([-47.5, -32.5])
    expect(t.spots.map(s => s.toEdge)).toEqual(Array.from({ length: 6 }, () => Infinity))
    expect(t.findings.filter(f => !inWords(f).includes('sideways'))).toEqual([])
    expect(tunerScrewAt([], BOTH[0]!, 11)).toEqual([-29, 33])
  })
  it('an edge that leans by less than about a third of a right way is looked through', () => {
    // Edges that lean so much that square out of them is mostly along: 0.35 of the way across is the bound [from memory].
    const lean = (dx: number, dy: number): number => {
      const head: Point[] = [
        [-200, -60],
        [0, -60],
        [0, 40],
        [-dx, 40 + dy],
        [-200, 40 + dy],
      ]
      const run = Math.hypot(dx, dy),
        n: Point = [dy / run, dx / run],
        on: Point = [-dx / 2, 40 + dy / 2],
        p: Point = [on[0] - n[0] * 6, on[1] - n[1] * 6]
      const t = checkTuners(b, { from: 'placed', spots: [{ string: 1, at: p, side: 1 }] }, head, SLOTS).spots[0]!
      return Math.max(...t.button.map(q => q[1])) - p[1]
    }
    // Across 0.4 of the way: looked at; 0.3: not, the button stands straight, 31 out.
    expect(lean(40, 91.65)).toBeCloseTo(31 * 0.4 + 9 * Math.sqrt(1 - 0.16), 1)
    expect(lean(30, 95.39)).toBeCloseTo(31, 6)
  })
})

describe('what is found of tuners, to the letter', () => {
  const found = (spots: TunerSpot[], build = b) => check(spots, build).findings
  it('of a row that crowds, all of it and nothing else', () => {
    // Bodies of 15 at 14.5: half a millimetre into each other; buttons of 18: three and a half.
    expect(inWords(found(row(-90, 14.5, 20, [1, 2], 1)))).toEqual([
      'The bodies of tuners 1 and 2 run 0.5 mm into each other.',
      'The buttons of tuners 1 and 2 run 3.5 mm into each other.',
      'Tuner 1 stands 26.0 mm inside the edge: its button, 17.0 mm from the post, turns against the wood.',
      'Tuner 2 stands 26.0 mm inside the edge: its button, 17.0 mm from the post, turns against the wood.',
      expect.stringMatching(/^String 2 (passes|runs)/),
      expect.stringMatching(/^The treble row has −0\.5 mm to spare/),
      '2 of 6 tuners find a place on this outline.',
    ])
  })
  it.each([
    [15.05, 'Only 0.05 mm between the bodies of tuners 1 and 2.'],
    [14.9, 'The bodies of tuners 1 and 2 run 0.1 mm into each other.'],
  ])('bodies at %f', (pitch, text) => expect(inWords(found(row(-90, pitch, 33, [1, 2], 1)))).toContain(text))
  it.each([
    [46 - 16.5, 'The button of tuner 1 clears the head’s edge by only 0.5 mm.'],
    [46 - 17, 'Tuner 1 stands 17.0 mm inside the edge: its button, 17.0 mm from the post, turns against the wood.'],
    [46 - 16.9, 'The button of tuner 1 clears the head’s edge by only 0.1 mm.'],
  ])('a button from a post %f off the middle', (y, text) =>
    expect(inWords(found([{ string: 1, at: [-90, y], side: 1 }]))).toContain(text),
  )
  it.each([
    [2.9, 'Tuner 1: 2.9 mm of wood from hole to edge, 3 mm wanted.'],
    [-2, 'Tuner 1: −2.0 mm of wood from hole to edge, 3 mm wanted.'],
    [-4.9, 'Tuner 1: −4.9 mm of wood from hole to edge, 3 mm wanted.'],
    [-5.1, 'Tuner 1 stands outside the head.'],
  ])('wood of %f beside the hole of 10', (left, text) =>
    expect(inWords(found([{ string: 1, at: [-90, 46 - 5 - left], side: 1 }]))).toContain(text),
  )
  it.each([
    [4, 'String 2 passes the post of tuner 1 by 0.9 mm.'],
    [3.1, 'String 2 runs against the post of tuner 1.'],
    [2, 'String 2 runs against the post of tuner 1.'],
  ])('a string that runs %f beside a post’s middle', (by, text) => {
    // Straight out from its slot at 10.5, its post’s inner side on that line.
    const spots: TunerSpot[] = [
      { string: 1, at: [-60, 10.5 + by], side: 1 },
      { string: 2, at: [-100, 10.5 + 3.1], side: 1 },
    ]
    expect(inWords(found(spots))).toContain(text)
  })
  it('nothing of a string that clears a post by a millimetre and more', () => {
    const spots: TunerSpot[] = [
      { string: 1, at: [-60, 10.5 + 4.2], side: 1 },
      { string: 2, at: [-100, 10.5 + 3.1], side: 1 },
    ]
    expect(found(spots).filter(f => /passes|runs against/.test(inWords(f)))).toEqual([])
  })
  it.each([
    [11.9, 0],
    [12.1, 1],
  ])('a turn of %f° at the nut', (turn, n) => {
    const y = 17.5 + 3.1 + 90 * Math.tan((turn / 180) * Math.PI),
      low = y - 2 * (y - 17.5 - 3.1)
    expect(found([{ string: 1, at: [-90, y], side: 1 }]).filter(f => inWords(f).includes('sideways'))).toHaveLength(
      n,
    )
    // The same to the other side.
    expect(
      found([{ string: 1, at: [-90, low], side: 1 }]).filter(f => inWords(f).includes('sideways')),
    ).toHaveLength(n)
  })
  it.each([
    [[30, 30.4], 0],
    [[30, 30.6], 1],
  ])('pitches of %j: even or to be moved', (pitches, n) => {
    const spots = [0, pitches[0]!, pitches[0]! + pitches[1]!].map((x, i): TunerSpot => ({
      string: i + 1,
      at: [-40 - x, 33],
      side: 1,
    }))
    const t = check(spots)
    expect(t.rows[0]!.evenness).toBeCloseTo(pitches[1]! - pitches[0]!, 9)
    expect(t.findings.filter(f => inWords(f).startsWith('The smallest moves'))).toHaveLength(n)
    if (n)
      // Nearest even row: the middle one by a third of the unevenness, the ends by a sixth; by hand.
      expect(inWords(t.findings)).toContain(
        'The smallest moves that give even pitch and 3 mm of wood: tuner 1 by 0.1 mm, tuner 2 by 0.2 mm, tuner 3 by 0.1 mm.',
      )
    expect(t.moves.map(m => m.by)).toEqual(n ? [0.1, 0.2, 0.1].map(x => expect.closeTo(x, 6)) : [])
  })
  it('of a single tuner no pitch, and no row that could be short', () => {
    const t = check([{ string: 1, at: [-90, 33], side: 1 }])
    expect(t.rows).toEqual([
      { side: 1, spots: [1], pitches: [], evenness: 0, room: 0, roomDoubt: expect.any(Number) as number },
    ])
    expect(t.findings.some(f => inWords(f).includes('to spare'))).toBe(false)
    expect(t.spots[0]!.pitch).toBeUndefined()
  })
  it('the pitch of each to the next outwards, whichever way they are told', () => {
    const t = check([...row(-40, 30, 33, [1, 2, 3], 1)].reverse())
    expect(t.spots.map(s => [s.string, s.pitch])).toEqual([
      [3, undefined],
      [2, 30],
      [1, 30],
    ])
    expect(t.rows[0]!.spots).toEqual([1, 2, 3])
  })
  it('nothing that would need an outline where there is none, save what is wanting', () =>
    expect(
      checkTuners(b, { from: 'placed', spots: BOTH.slice(0, 3) }, [], SLOTS).findings.filter(
        f => !inWords(f).includes('sideways'),
      ),
    ).toEqual([]))
})

describe('tuners of a head that is drilled in part', () => {
  const hole = (serves: string, x: number, y: number, doubt = 0.1) => ({
    ...typicalFeature('tuner-hole', `t-${serves}`, { x, y, diameter: 10 }, { serves, through: true }),
    dims: Object.fromEntries(
      Object.entries({ x, y, diameter: 10 }).map(([k, value]) => [k, { value, doubt, basis: 'measured' as const }]),
    ),
  })
  const spots = (
    holes: ReturnType<typeof hole>[],
    { strings = 6, placed = [] as { string: number; x: number; y: number }[], head = HEAD } = {},
  ) => {
    const own = plainBuild({ strings, parts: { neck: { features: holes } } }),
      build = {
        ...own,
        placements: {
          ...own.placements,
          ...(placed.length ? { tuners: placed.map(p => ({ string: p.string, x: sure(p.x), y: sure(p.y) })) } : {}),
        },
      }
    const neck = build.parts.find(p => p.id === build.slots.neck)!
    return placeTuners(
      build,
      neck,
      head,
      Array.from({ length: strings }, (_, i) => 17.5 - (35 * i) / (strings - 1)),
    )
  }
  const places = (t: ReturnType<typeof spots>) =>
    t.spots.map(s => [s.string, ...s.at.map(x => +x.toFixed(6)), s.side])

  it('go on along their row by its own pitch and slope, the other row mirrored', () => {
    // Strings 1 and 2 lie 30 apart and 2 further out; the third goes on so. The bass row is their mirror image.
    const t = spots([hole('1', -40, 30), hole('2', -70, 32)])
    expect(t.from).toBe('drilled')
    expect(places(t)).toEqual([
      [1, -40, 30, 1],
      [2, -70, 32, 1],
      [3, -100, 34, 1],
      [4, -100, -34, -1],
      [5, -70, -32, -1],
      [6, -40, -30, -1],
    ])
    expect(t.spots.map(s => s.drilled ?? false)).toEqual([true, true, false, false, false, false])
  })
  it('go through the one that is missing between two', () =>
    expect(places(spots([hole('1', -40, 30), hole('3', -96, 34), hole('6', -44, -31)]))).toEqual([
      [1, -40, 30, 1],
      [2, -68, 32, 1],
      [3, -96, 34, 1],
      // The mirrored row is shifted onto the one hole that its side has: by 4 along and 1 across.
      [4, -100, -35, -1],
      [5, -72, -33, -1],
      [6, -44, -31, -1],
    ]))
  it('by least squares where three are drilled unevenly', () => {
    // Places 0, 1, 2 at −40, −70, −103 and 30, 33, 33: slopes −31.5 and 1.5 about −71 and 32.
    const t = spots([hole('1', -40, 30), hole('2', -70, 33), hole('3', -103, 33)], { strings: 8 })
    expect(places(t).find(p => p[0] === 4)).toEqual([4, -71 - 31.5 * 2, 32 + 1.5 * 2, 1])
    expect(places(t).find(p => p[0] === 8)).toEqual([8, -71 + 31.5, -32 + 1.5, -1])
  })
  it('take the builder’s own place first, and stay away where no row has two', () => {
    expect(
      places(spots([hole('1', -40, 30), hole('2', -70, 32)], { placed: [{ string: 3, x: -99, y: 35 }] }))[2],
    ).toEqual([3, -99, 35, 1])
    expect(places(spots([hole('1', -40, 30)]))).toEqual([[1, -40, 30, 1]])
    // A hole that serves no string of this instrument is none.
    expect(places(spots([hole('1', -40, 30), hole('7', -70, 32), hole('0', -70, 32)]))).toEqual([[1, -40, 30, 1]])
  })
  it('look to the nearer edge, whichever side of the middle they stand on', () => {
    // A head all of whose wood lies to the treble side of the line: the first edge is the bass one.
    const slantHead: Point[] = [
      [-190, 5],
      [0, 5],
      [0, 75],
      [-190, 75],
    ]
    const t = spots([hole('1', -40, 60), hole('2', -70, 60), hole('6', -40, 20), hole('5', -70, 20)], {
      head: slantHead,
    })
    expect(places(t).map(p => [p[0], p[3]])).toEqual([
      [1, 1],
      [2, 1],
      [3, 1],
      [4, -1],
      [5, -1],
      [6, -1],
    ])
    // Without an outline the side of the middle says it; on the edge itself, too.
    expect(places(spots([hole('1', -40, 30), hole('6', -40, -30)], { head: [] })).map(p => [p[0], p[3]])).toEqual([
      [1, 1],
      [6, -1],
    ])
    expect(places(spots([hole('1', -40, 46), hole('6', -40, -46)])).map(p => [p[0], p[3]])).toEqual([
      [1, 1],
      [6, -1],
    ])
    expect(places(spots([hole('1', -40, 0.2), hole('6', -40, -0.2)], { head: [] })).map(p => p[3])).toEqual([1, -1])
  })
  it('stand where the builder put them on a blank head; what he did not say is proposed, what has no room stands all the same', () => {
    const t = spots([], { placed: [{ string: 2, x: -77, y: 31 }] })
    expect(t.from).toBe('placed')
    expect(t.spots).toHaveLength(6)
    expect(places(t)[1]).toEqual([2, -77, 31, 1])
    expect(t.spots.map(s => s.string)).toEqual([1, 2, 3, 4, 5, 6])
    const none = spots([], {
      head: [],
      placed: [
        { string: 5, x: -70, y: -0.2 },
        { string: 2, x: -70, y: 0 },
      ],
    })
    expect(places(none)).toEqual([
      [2, -70, 0, 1],
      [5, -70, -0.2, -1],
    ])
  })
  it('the length of a row is doubted by its two end holes and by all its bodies', () => {
    const own = plainBuild({
      parts: { neck: { features: [hole('1', -40, 33, 0.3), hole('2', -70, 33, 5), hole('3', -100, 33, 0.4)] } },
    })
    own.parts.find(p => p.id === own.slots.tuners)!.dims.bodyWidth = { value: 15, doubt: 0.6, basis: 'claimed' }
    const t = check(row(-40, 30, 33, [1, 2, 3], 1), own)
    expect(t.rows[0]!.roomDoubt).toBeCloseTo(Math.hypot(0.3, 0.4, 1.2), 9)
    expect(t.rows[0]!.room).toBeCloseTo(30, 9)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Point } from '../../src/core/geometry/outline.ts'
import { fanAngle, passes, proposeTuners, sizeOfTuner, type TunerSpot } from '../../src/core/layout/tunerRow.ts'
import { anyIn } from '../support/any.ts'

/**
 * The search for places on a blank head against a second one, written for heads whose edges are straight: there a row is
 * a line, so that every pitch and start can be put down at once. Weights and sizes stand here again [from memory], so
 * that none of them is moved unseen.
 */
const WEIGHTS = { far: 0.8, cramped: 0.15, blocked: 200, easyFan: 5, fingers: 7 },
  BETWEEN_BUTTONS = 3,
  BETWEEN_BODIES = 0.6,
  FIRST = 24,
  WIDEST = 45

const SIZE = {
  bushing: 10,
  bodyWidth: 15,
  bodyLength: 24,
  buttonReach: 17,
  buttonLength: 14,
  buttonWidth: 18,
  post: 6.2,
}
type Size = typeof SIZE

const slotsOf = (n: number, over: number) =>
  Array.from({ length: n }, (_, i) => (n > 1 ? over / 2 - (over * i) / (n - 1) : 0))
const deg = (rad: number) => (rad / Math.PI) * 180

/** Turn at the nut of a string that leaves its post on the side of the middle. */
const turnOf = (x: number, y: number, side: number, slot: number, post: number) =>
  deg(Math.atan((y - (side * post) / 2 - slot) / Math.max(-x, 1)))

/** What is between a string and a post, by the area of the triangle they make and by its ends. */
function between(post: Point, from: Point, to: Point): number {
  const len = Math.hypot(to[0] - from[0], to[1] - from[1]),
    area = Math.abs((to[0] - from[0]) * (from[1] - post[1]) - (from[0] - post[0]) * (to[1] - from[1])),
    along = ((post[0] - from[0]) * (to[0] - from[0]) + (post[1] - from[1]) * (to[1] - from[1])) / len
  if (along < 0) return Math.hypot(post[0] - from[0], post[1] - from[1])
  if (along > len) return Math.hypot(post[0] - to[0], post[1] - to[1])
  return area / len
}

interface Try {
  cost: number
  spots: { string: number; x: number; y: number; side: 1 | -1 }[]
}

/** Cost of a set of places. */
function costOf(spots: Try['spots'], slots: readonly number[], size: Size, pitch: number): number {
  const turns = spots.map(s => Math.abs(turnOf(s.x, s.y, s.side, slots[s.string - 1]!, size.post)))
  const over = turns.map(t => (t > WEIGHTS.easyFan ? (t - WEIGHTS.easyFan) ** 2 : 0))
  const wanted = size.buttonWidth + WEIGHTS.fingers
  let blocked = 0
  for (const s of spots) {
    const gaps = spots
      .filter(o => o.string !== s.string && o.x > s.x - size.post)
      .map(
        o => between([o.x, o.y], [0, slots[s.string - 1]!], [s.x, s.y - (s.side * size.post) / 2]) - size.post / 2,
      )
    const least = Math.min(Infinity, ...gaps)
    if (least < 1) blocked += (1 - least) ** 2
  }
  return (
    over.reduce((a, b) => a + b) / over.length +
    WEIGHTS.far * -Math.min(...spots.map(s => s.x)) +
    (pitch < wanted ? WEIGHTS.cramped * (wanted - pitch) ** 2 : 0) +
    WEIGHTS.blocked * blocked
  )
}

/** Every pitch and start on a rectangular head, from its end `long` away, `half` to each side. */
function tries(long: number, half: number, slots: readonly number[], treble: number, size: Size): Try[] {
  const inwards = Math.max(size.buttonReach - 4, size.bushing / 2 + 3.5),
    first = Math.max(FIRST, inwards),
    // Half a millimetre from place to place along the edge.
    rail = Math.floor((long - inwards - first) / 0.5 - 0.5) * 0.5
  const rows = [
    { side: 1 as const, strings: slots.map((_, i) => i + 1).filter(n => n <= treble) },
    {
      side: -1 as const,
      strings: slots
        .map((_, i) => i + 1)
        .filter(n => n > treble)
        .reverse(),
    },
  ].filter(r => r.strings.length)
  const most = Math.max(...rows.map(r => r.strings.length)),
    bodies = size.bodyWidth + BETWEEN_BODIES,
    buttons = Math.max(bodies, size.buttonWidth + BETWEEN_BUTTONS),
    fills = most > 1 ? Math.min(WIDEST, rail / (most - 1)) : buttons,
    least = fills >= buttons ? buttons : Math.max(bodies, fills),
    widest = Math.max(fills, least)
  const out: Try[] = []
  for (let p = 0; p <= 15; p++)
    for (let a = 0; a <= 10; a++) {
      const pitch = least + ((widest - least) * p) / 15
      const spots = rows.flatMap(r => {
        const room = Math.max(0, rail - pitch * (r.strings.length - 1))
        return r.strings.flatMap((string, i) => {
          const s = (room * a) / 10 + i * pitch
          return s > rail + 1e-6 ? [] : [{ string, x: -first - s, y: r.side * (half - inwards), side: r.side }]
        })
      })
      if (spots.length) out.push({ cost: costOf(spots, slots, size, pitch), spots })
    }
  return out
}

const rectangle = (long: number, half: number): Point[] => [
  [-long, -half],
  [0, -half],
  [0, half],
  [-long, half],
]

describe('places proposed on a rectangular head', () => {
  it('are those that cost least of every pitch and start', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        anyIn(0.3, 1),
        fc.integer({ min: 70, max: 300 }),
        fc.integer({ min: 22, max: 60 }),
        fc.integer({ min: 26, max: 60 }),
        fc.record({
          bodyWidth: fc.integer({ min: 11, max: 19 }),
          buttonWidth: fc.integer({ min: 11, max: 22 }),
          buttonReach: fc.integer({ min: 8, max: 20 }),
          bushing: fc.integer({ min: 6, max: 11 }),
          post: fc.integer({ min: 5, max: 8 }),
        }),
        (strings, share, long, half, over, of) => {
          const size = { ...SIZE, ...of },
            slots = slotsOf(strings, over),
            treble = Math.round(strings * share),
            head = rectangle(long, half),
            given = proposeTuners(head, slots, treble, size),
            all = tries(long, half, slots, treble, size)
          if (!given.length) return
          const least = all.reduce((a, b) => (b.cost < a.cost ? b : a))
          // The same, or one that costs the same: a thousandth for the grid of the polygons.
          const own = given.map(s => ({ string: s.string, x: s.at[0], y: s.at[1], side: s.side })),
            same = all.filter(
              t =>
                t.spots.length === own.length &&
                t.cost < least.cost + 0.05 &&
                t.spots.every(s => {
                  const o = own.find(x => x.string === s.string)
                  return o?.side === s.side && Math.hypot(o.x - s.x, o.y - s.y) < 0.01
                }),
            )
          expect(same.length, JSON.stringify({ own, least: least.spots })).toBeGreaterThan(0)
          expect(given.map(s => s.string)).toEqual(given.map(s => s.string).sort((a, b) => a - b))
        },
      ),
      { numRuns: 150 },
    ))
  it('are one on each side for two strings, both on the head [worked by hand]', () => {
    const own = proposeTuners(rectangle(120, 40), slotsOf(2, 20), 1, SIZE)
    expect(own.map(s => s.side)).toEqual(expect.arrayContaining([1, -1]))
    // One in a row has no neighbour: it stands where its string runs straightest, on its own side of the middle.
    expect(own).toHaveLength(2)
    expect(own[0]!.at[1] * own[1]!.at[1]).toBeLessThan(0)
  })
  it('are none where the head has no room for one row or has no outline', () => {
    expect(proposeTuners([], slotsOf(6, 35), 3, SIZE)).toEqual([])
    expect(proposeTuners(rectangle(60, 12), slotsOf(6, 35), 3, SIZE)).toEqual([])
    expect(proposeTuners(rectangle(30, 40), slotsOf(6, 35), 3, SIZE)).toEqual([])
  })
  it('are told anew for another head of the same tuners', () => {
    const a = proposeTuners(rectangle(190, 46), slotsOf(6, 35), 3, SIZE),
      b = proposeTuners(rectangle(190, 40), slotsOf(6, 35), 3, SIZE)
    expect(a.map(s => Math.abs(s.at[1]))).toEqual(Array.from({ length: 6 }, () => expect.closeTo(33, 2)))
    expect(b.map(s => Math.abs(s.at[1]))).toEqual(Array.from({ length: 6 }, () => expect.closeTo(27, 2)))
    // What is given is the asker’s own.
    a[0]!.at = [0, 0]
    expect(proposeTuners(rectangle(190, 46), slotsOf(6, 35), 3, SIZE)[0]!.at[1]).toBeCloseTo(33, 2)
  })
})

describe('places proposed on a head that narrows or widens', () => {
  it.each([
    [46, 30],
    [36, 52],
    [30, 62],
  ])('lie on the line that runs along the edge, at even pitch: from %i to %i', (near, far) => {
    const long = 200,
      head: Point[] = [
        [-long, -far],
        [0, -near],
        [0, near],
        [-long, far],
      ],
      spots = proposeTuners(head, slotsOf(6, 35), 3, SIZE)
    expect(spots).toHaveLength(6)
    const edge = 13,
      run = Math.hypot(long, far - near)
    for (const s of spots) {
      // Distance to the edge’s line, by the area of the triangle with its ends.
      const d = (long * (near - Math.abs(s.at[1])) + -s.at[0] * (far - near)) / run
      expect(d).toBeCloseTo(edge, 2)
      expect(s.at[0]).toBeLessThanOrEqual(-FIRST + 1e-6)
    }
    for (const side of [1, -1]) {
      const row = spots.filter(s => s.side === side).sort((a, b) => b.at[0] - a.at[0]),
        pitches = row.slice(1).map((s, i) => Math.hypot(s.at[0] - row[i]!.at[0], s.at[1] - row[i]!.at[1]))
      expect(pitches[1]).toBeCloseTo(pitches[0]!, 3)
      expect(pitches[0]).toBeGreaterThan(21 - 1e-6)
      expect(pitches[0]).toBeLessThan(45 + 1e-6)
    }
  })
  it('stop where the edge turns round a tip', () => {
    // Straight for 100, then in steeply to a point at 150.
    const head: Point[] = [
        [0, -40],
        [-100, -40],
        [-150, 0],
        [-100, 40],
        [0, 40],
      ],
      spots = proposeTuners(head, slotsOf(6, 35), 3, SIZE)
    // Slope 0.8 there, over the three quarters that still count as the edge: its mitre lies 13 × tan(half the turn) in.
    const turn = Math.atan2(40, 50),
      corner = -100 + 13 * Math.tan(turn / 2)
    expect(Math.min(...spots.map(s => s.at[0]))).toBeGreaterThan(corner - 0.6)
    for (const s of spots) expect(Math.abs(s.at[1])).toBeCloseTo(27, 1)
    // A gentler slope is an edge like another.
    const soft: Point[] = [
        [0, -40],
        [-60, -40],
        [-200, 0],
        [-60, 40],
        [0, 40],
      ],
      row = proposeTuners(soft, slotsOf(8, 35), 4, SIZE)
    expect(row).toHaveLength(8)
    expect(Math.min(...row.map(s => Math.abs(s.at[1])))).toBeLessThan(26)
  })
})

describe('a string on its way to its post', () => {
  const at = (string: number, x: number, y: number, side: 1 | -1): TunerSpot => ({ string, at: [x, y], side })
  it('turns by the angle from its slot to the post’s inner side', () => {
    expect(fanAngle(at(1, -100, 23, 1), 10, 6)).toBeCloseTo(deg(Math.atan(10 / 100)), 9)
    expect(fanAngle(at(6, -100, -23, -1), -10, 6)).toBeCloseTo(-deg(Math.atan(10 / 100)), 9)
    expect(fanAngle(at(1, -50, 3, 1), 20, 6)).toBeCloseTo(-deg(Math.atan(20 / 50)), 9)
    // Above the nut there is no way to speak of.
    expect(fanAngle(at(1, 5, 3, 1), -1, 6)).toBeCloseTo(45, 9)
  })
  it('passes the posts before it, surface to surface, and tells the nearest', () => {
    // String 2 runs along y = 10 to a post at 100 whose inner side lies there; string 1’s post at 60 stands at 18.
    const spots = [at(1, -60, 18, 1), at(2, -100, 13, 1), at(3, -80, 2, 1)],
      got = passes(spots, [18 - 3, 10, 2 - 3], 6)
    expect(got[1]).toEqual({ string: 2, by: expect.closeTo(8 - 3, 9), of: 1 })
    // String 1 passes none: the others stand further out.
    expect(got[0]).toEqual({ string: 1, by: Infinity, of: 0 })
    // String 3, straight at −1, passes the post at 60 in 19.
    expect(got[2]).toEqual({ string: 3, by: expect.closeTo(19 - 3, 9), of: 1 })
  })
  it('passes a post beside its own, too, as far as that reaches back', () => {
    const spots = (x: number) => [at(1, -60, 10, 1), at(2, x, -10, -1)]
    // The string ends at (−60, 7); the other post stands 17 across and is looked at while it is within 6 behind.
    expect(passes(spots(-65.9), [7, -7], 6)[0]!.by).toBeCloseTo(Math.hypot(5.9, 17) - 3, 9)
    expect(passes(spots(-66.1), [7, -7], 6)[0]!.by).toBe(Infinity)
  })
  it('on a slanting way passes by the square distance', () => {
    // From (0, 0) to (−80, 60) is 100 long; a post at (−40, 0) lies 40 × 0.6 from it.
    const got = passes([at(1, -80, 63, 1), at(2, -40, 0, 1)], [0, 0], 6)
    expect(got[0]!.by).toBeCloseTo(24 - 3, 9)
  })
})

describe('sizes of tuners that do not say them [from memory]', () => {
  it('are the usual ones, each by itself', () => {
    expect(sizeOfTuner(undefined)).toEqual(SIZE)
    expect(
      sizeOfTuner({
        bushingDiameter: { value: 8 },
        bodyWidth: { value: 13 },
        bodyLength: { value: 20 },
        buttonReach: { value: 15 },
        buttonLength: { value: 12 },
        buttonWidth: { value: 16 },
        postDiameter: { value: 6 },
      }),
    ).toEqual({
      bushing: 8,
      bodyWidth: 13,
      bodyLength: 20,
      buttonReach: 15,
      buttonLength: 12,
      buttonWidth: 16,
      post: 6,
    })
  })
})

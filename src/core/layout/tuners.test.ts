import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HEAD, plainBuild, sure, type Plain } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { edgeDistance } from '../geometry/outline.ts'
import { typicalFeature } from '../parts/typicalPart.ts'
import { layOut } from './layOut.ts'
import { fanAngle, rowsOf } from './tunerRow.ts'
import { checkTuners, onTreble } from './tuners.ts'

const check = (b: Build) => {
  const l = layOut(b)!
  return {
    l,
    c: checkTuners(
      b,
      l.tuners,
      l.head,
      l.strings.map(s => s.nut[1]),
    ),
  }
}
const blank = (p: Plain = {}, treble?: number): Build => {
  const b = plainBuild(p)
  return treble === undefined ? b : { ...b, placements: { ...b.placements, tunersOnTreble: treble } }
}

describe('rows of tuners', () => {
  it('take the thin strings on the treble side, each row’s outermost string nearest to the nut', () => {
    expect(rowsOf(6, 3)).toEqual([
      { side: 1, strings: [1, 2, 3] },
      { side: -1, strings: [6, 5, 4] },
    ])
    expect(rowsOf(6, 0)).toEqual([{ side: -1, strings: [6, 5, 4, 3, 2, 1] }])
    expect(rowsOf(4, 4)).toEqual([{ side: 1, strings: [1, 2, 3, 4] }])
  })
})

describe('tuners proposed on a blank head', () => {
  it('stand one to a string, at even pitch, inside the wood, on their side', () => {
    const { l, c } = check(blank())
    expect(c.from).toBe('proposed')
    expect(c.spots.map(s => s.string)).toEqual([1, 2, 3, 4, 5, 6])
    expect(c.rows.map(r => r.evenness)).toEqual([expect.closeTo(0, 1), expect.closeTo(0, 1)])
    for (const s of c.spots) {
      expect(edgeDistance(l.head, s.at)).toBeGreaterThan(5)
      expect(Math.sign(s.at[1])).toBe(s.side)
      expect(s.at[0]).toBeLessThan(-20)
      expect(s.at[0]).toBeGreaterThan(HEAD.x0)
    }
    expect(c.findings).toEqual([])
  })
  it.each([
    [4, 4],
    [4, 0],
    [6, 6],
    [6, 0],
    [7, 4],
    [8, 4],
    [12, 6],
    [5, 3],
  ])('find room for %i strings with %i on the treble side', (strings, treble) => {
    const long = 60 + 34 * Math.max(treble, strings - treble)
    const b = blank(
        {
          strings,
          nut: 42 + 3 * Math.max(0, strings - 6),
          parts: {
            neck: {
              outline: {
                smooth: false,
                points: [
                  [-long, -46],
                  [0, -46],
                  [0, 46],
                  [-long, 46],
                ],
              },
            },
          },
        },
        treble,
      ),
      { c } = check(b)
    expect(onTreble(b)).toBe(treble)
    expect(c.spots).toHaveLength(strings)
    expect(c.spots.filter(s => s.side === 1)).toHaveLength(treble)
    // No bodies, buttons or edges in each other's way, whatever the count.
    expect(c.findings.filter(f => /bodies|buttons|wood from hole|outside/.test(inWords(f)))).toEqual([])
  })
  it('never leave the wood, whatever the head', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 12 }),
        fc.integer({ min: 90, max: 360 }),
        fc.integer({ min: 26, max: 70 }),
        fc.integer({ min: 22, max: 70 }),
        fc.integer({ min: 0, max: 12 }),
        (strings, long, near, far, treble) => {
          const b = blank(
              {
                strings,
                parts: {
                  neck: {
                    outline: {
                      smooth: true,
                      points: [
                        [0, near],
                        [0, -near],
                        [-long / 2, -far],
                        [-long, -far * 0.7],
                        [-long, far * 0.7],
                        [-long / 2, far],
                      ],
                    },
                  },
                },
              },
              Math.min(treble, strings),
            ),
            { l, c } = check(b)
          // A head too small for the row says so; places outside it are never proposed.
          return (
            l.tuners.spots.every(s => edgeDistance(l.head, s.at) > 0) &&
            (c.spots.length === strings || c.findings.some(f => inWords(f).includes('find a place')))
          )
        },
      ),
      { numRuns: 60 },
    ))
  it('find nothing on a head without an outline, and say so on one too small', () => {
    const tiny = check(
      blank({
        parts: {
          neck: {
            outline: {
              smooth: false,
              points: [
                [-20, -20],
                [0, -20],
                [0, 20],
                [-20, 20],
              ],
            },
          },
        },
      }),
    )
    expect(tiny.c.findings).toContain('0 of 6 tuners find a place on this outline.')
  })
})

const drilled = (places: [number, number][]): Build =>
  plainBuild({
    strings: places.length,
    parts: {
      neck: {
        features: places.map(([x, y], i) =>
          typicalFeature(
            'tuner-hole',
            `t-${i + 1}`,
            { x, y, diameter: 10 },
            { serves: String(i + 1), through: true },
          ),
        ),
      },
    },
  })

describe('a drilled head is checked', () => {
  it('for pitch, edge and bodies [worked by hand]', () => {
    const { c } = check(
      drilled([
        [-40, 30],
        [-76, 30],
        [-114, 30],
      ]),
    )
    expect(c.from).toBe('drilled')
    expect(c.rows[0]!.pitches).toEqual([36, 38])
    expect(c.rows[0]!.evenness).toBeCloseTo(2, 12)
    // Head's edge at 46: 16 from the post, 11 from the hole.
    expect(c.spots[0]!.edge).toBeCloseTo(11, 9)
    // 36 + 38 of pitch less two bodies of 15.
    expect(c.rows[0]!.room).toBeCloseTo(74 - 30, 9)
  })
  it('adds the doubts along the row: the set’s body width counts once for every body', () => {
    const b = drilled([
        [-40, 30],
        [-76, 30],
        [-112, 30],
      ]),
      set = b.parts.find(p => p.kind === 'tuners')!
    set.dims.bodyWidth = { value: 15, doubt: 0.5, basis: 'claimed' }
    for (const f of b.parts.find(p => p.kind === 'neck')!.features) f.dims.x!.doubt = 0.2
    expect(check(b).c.rows[0]!.roomDoubt).toBeCloseTo(Math.hypot(0.2, 0.2, 1), 9)
  })
  it('says when bodies meet, a post stands at the edge, or a string runs into another post', () => {
    expect(
      check(
        drilled([
          [-40, 30],
          [-52, 30],
        ]),
      ).c.findings.some(f => inWords(f).includes('bodies of tuners 1 and 2')),
    ).toBe(true)
    expect(
      check(
        drilled([
          [-40, 40],
          [-80, 40],
        ]),
      ).c.findings.some(f => /Tuner 1: .*wood from hole to edge/.test(inWords(f))),
    ).toBe(true)
    expect(
      inWords(
        check(
          drilled([
            [-40, 60],
            [-80, 30],
          ]),
        ).c.findings,
      ),
    ).toContain('Tuner 1 stands outside the head.')
    expect(
      check(
        drilled([
          [-120, 30],
          [-60, 24],
        ]),
      ).c.findings.some(f => inWords(f).startsWith('String 1')),
    ).toBe(true)
  })
})

describe('tuners moved by hand', () => {
  it('keep the others where they were proposed, and show unevenness', () => {
    const b = blank(),
      before = check(b).c.spots,
      third = before.find(s => s.string === 2)!
    const { c } = check({
      ...b,
      placements: { tuners: [{ string: 2, x: sure(third.at[0] - 3), y: sure(third.at[1]) }] },
    })
    expect(c.from).toBe('placed')
    expect(c.spots.find(s => s.string === 2)!.at[0]).toBeCloseTo(third.at[0] - 3, 9)
    expect(c.spots.find(s => s.string === 5)!.at).toEqual(before.find(s => s.string === 5)!.at)
    expect(c.rows[0]!.evenness).toBeGreaterThan(5)
  })
  it('turn the string by the angle of its own triangle [worked by hand]', () =>
    expect(fanAngle({ string: 1, at: [-100, 30], side: 1 }, 17, 6)).toBeCloseTo(
      (Math.atan2(30 - 3 - 17, 100) * 180) / Math.PI,
      9,
    ))
})

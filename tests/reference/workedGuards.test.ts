import { normalBelow } from '../../src/core/chance/normal.ts'
import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import { judge, withoutGuessing } from '../../src/core/fit/verdict.ts'
import type { Feature } from '../../src/core/parts/part.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { fromSource, linear } from '../../src/core/units/quantity.ts'
import { changesOf, fixOf, jointIn, wholeRead } from '../support/joints.ts'
import { plainBuild, sure, type Plain } from '../support/plainBuild.ts'

/** Guards over bodies and controls through tops, all read, worked by hand on an instrument of round numbers. */
const mm = (value: number) => ({ value, doubt: 0.02, basis: 'measured' as const })
const near = (x: number) => expect.closeTo(x, 6)
const has = (b: Build, id: string) => jointsAsTheyStand(b).some(j => j.id === id)
const box = (x0: number, x1: number, half: number) => ({
  smooth: false,
  doubt: 0,
  points: [
    [x0, -half],
    [x1, -half],
    [x1, half],
    [x0, half],
  ] as [number, number][],
})

describe('a guard', () => {
  interface Over {
    cut?: Record<string, number>
    guard?: Record<string, number>
    at?: readonly [number, number]
    heel?: number
    features?: Feature[]
    plain?: Plain
    traits?: Record<string, string>
  }
  const guarded = (o: Over = {}) => {
    const b = plainBuild({
      front: 166,
      ...o.plain,
      instrument: { mounting: 'on the guard', extras: ['guard'], ...o.plain?.instrument },
      parts: {
        body: {
          features: [
            typicalFeature('neck-pocket', 'pocket', { length: 76, width: 56, widthEnd: 56, depth: 16 }),
            typicalFeature(
              'pickup-rout',
              'rout-bridge',
              { x: 100, y: 0, length: 44, width: 90, corner: 4, depth: 20 },
              { serves: 'pickup-bridge' },
            ),
            typicalFeature(
              'pickup-rout',
              'rout-neck',
              { x: 20, y: 0, length: 44, width: 90, corner: 4, depth: 20 },
              { serves: 'pickup-neck' },
            ),
          ],
        },
        neck: { dims: { heelWidth: o.heel ?? 55.6 } },
        'pickup-bridge': { dims: { length: 18, width: 70, corner: 9 } },
        'pickup-neck': { dims: { length: 18, width: 70, corner: 9 } },
        guard: {
          dims: { thickness: 2.4, notchWidth: 56.6, bridgeEdge: 165, ...o.guard },
          outline: box(-20, 160, 120),
          traits: o.traits ?? {},
          features: [
            typicalFeature(
              'cut-out',
              'cut',
              { x: 100, y: 0, length: 18.6, width: 70.6, corner: 9.3, ...o.cut },
              { serves: 'pickup-bridge', through: true },
            ),
            ...(o.features ?? []),
          ],
        },
        ...o.plain?.parts,
      },
    })
    const [x, y] = o.at ?? [0, 0]
    b.placements.guard = { x: sure(x), y: sure(y) }
    return wholeRead(b)
  }
  it('leaves its pickup three tenths on each side, or is filed to that where it touches', () => {
    expect(jointIn(guarded(), 'pickup-bridge-cut-out').clearance.value).toBeCloseTo(0.3, 6)
    expect(jointIn(guarded(), 'pickup-bridge-cut-out').fixes).toEqual([])
    const tight = jointIn(guarded({ cut: { length: 18.1, corner: 9.05 } }), 'pickup-bridge-cut-out')
    expect(tight.clearance.value).toBeCloseTo(0.05, 6)
    expect(inWords(fixOf(tight, 'file-cut-out')!.title)).toBe('File the cut-out by 0.25 mm where it touches')
    expect(changesOf(tight, 'file-cut-out')['cut.length']).toBeCloseTo(18.6, 6)
    expect(fixOf(tight, 'file-cut-out')!.changes[0]!.doubt).toBeGreaterThan(0)
    expect(has(guarded({ plain: { instrument: { mounting: 'in the body' } } }), 'pickup-bridge-cut-out')).toBe(
      false,
    )
  })
  it('lies over its rout by what the centres differ, half a millimetre is not seen', () => {
    expect(jointIn(guarded(), 'pickup-bridge-guard-offset').clearance.value).toBeCloseTo(0.5, 6)
    // 0.6 along and 0.8 across is one.
    const j = jointIn(guarded({ at: [-0.6, 0.8] }), 'pickup-bridge-guard-offset')
    expect(j.clearance.value).toBeCloseTo(-0.5, 6)
    expect(inWords(jointIn(guarded({ at: [-2.4, 3.2] }), 'pickup-bridge-guard-offset').finding)).toContain(
      '2.4 mm nearer to the neck and 3.2 mm to the treble side',
    )
    expect(changesOf(j, 'shift-guard')).toEqual({ 'guard.x': near(0), 'guard.y': near(0) })
    expect(inWords(fixOf(j, 'shift-guard')!.title)).toBe('Set the guard 1.0 mm over')
    expect(inWords(fixOf(j, 'shift-guard')!.note)).toContain('Leaves 0.0 mm at the worst')
    expect(changesOf(j, 'move-rout')).toEqual({ 'rout-bridge.x': near(99.4), 'rout-bridge.y': near(0.8) })
    expect(inWords(fixOf(j, 'move-rout')!.title)).toContain('1.0 mm over')
    expect(inWords(fixOf(j, 'move-rout')!.note)).toContain('20 mm deep')
    const back = jointIn(guarded({ cut: { x: 104, y: -0.04 } }), 'pickup-bridge-guard-offset')
    expect(inWords(back.finding)).toContain('4.0 mm nearer to the bridge:')
  })
  it('is set over between two cut-outs where that serves both, and not where it does not', () => {
    const two = (neckX: number) =>
      jointIn(
        guarded({
          cut: { x: 101 },
          features: [
            typicalFeature(
              'cut-out',
              'cut-neck',
              { x: neckX, y: 0, length: 18.6, width: 70.6, corner: 9.3 },
              { serves: 'pickup-neck', through: true },
            ),
          ],
          plain: { instrument: { pickups: ['bridge', 'neck'] } },
        }),
        'pickup-bridge-guard-offset',
      )
    // Off by 1 and 0.2: set back by 0.6 both are 0.4 off.
    const j = two(20.2)
    expect(changesOf(j, 'shift-guard')).toEqual({ 'guard.x': near(-0.6), 'guard.y': near(0) })
    expect(inWords(fixOf(j, 'shift-guard')!.note)).toContain('Leaves 0.4 mm')
    // Off by 1 and −0.2: 0.6 would be left, which is seen.
    expect(fixOf(two(19.8), 'shift-guard')).toBeUndefined()
    expect(fixOf(two(19.8), 'move-rout')).toBeDefined()
  })
  it('stands off the neck by half of what its notch is wider, less where it is put', () => {
    const gap = (o: Over) => jointIn(guarded(o), 'guard-neck').clearance.value
    expect(gap({})).toBeCloseTo(0.5, 6)
    expect(gap({ at: [0, 0.2] })).toBeCloseTo(0.3, 6)
    expect(gap({ at: [0, -0.2] })).toBeCloseTo(0.3, 6)
    expect(gap({ at: [-0.3, 0] })).toBeCloseTo(0.2, 6)
    expect(gap({ at: [0.3, 0] })).toBeCloseTo(0.5, 6)
    const j = jointIn(guarded({ heel: 56.6 }), 'guard-neck')
    expect(j.clearance.value).toBeCloseTo(0, 6)
    expect(changesOf(j, 'file-notch')).toEqual({ notchWidth: near(56.6 + 2 * 0.4) })
    expect(inWords(fixOf(j, 'file-notch')!.title)).toBe('File 0.40 mm off each side of the guard’s notch')
    expect(j.at).toEqual([470, 28])
    expect(jointIn(guarded({ heel: 54 }), 'guard-neck').fixes).toEqual([])
  })
  it('ends before the bridge, or is filed to four tenths from it', () => {
    // The plate’s front at 166, the guard’s edge at 165.
    const gap = (o: Over) => jointIn(guarded(o), 'guard-bridge').clearance.value
    expect(gap({})).toBeCloseTo(1, 6)
    expect(gap({ at: [0.4, 0] })).toBeCloseTo(0.6, 6)
    const j = jointIn(guarded({ guard: { bridgeEdge: 166.3 } }), 'guard-bridge')
    expect(changesOf(j, 'file-edge')).toEqual({ bridgeEdge: near(165.6) })
    expect(inWords(fixOf(j, 'file-edge')!.title)).toBe('File 0.70 mm off the guard’s edge at the bridge')
    expect(j.at).toEqual([near(636), 0])
  })
  it('lies inside the body by its nearest edge', () => {
    // 120 of 160 across; −20 of −80 at the neck’s end: 40.
    expect(jointIn(guarded(), 'guard-edge').clearance.value).toBeCloseTo(40, 6)
    expect(jointIn(guarded({ at: [0, 5] }), 'guard-edge').clearance.value).toBeCloseTo(35, 6)
  })
  it('that says it has no edge at neck or bridge has no joint there', () => {
    const none = guarded({ traits: { notch: 'none', bridgeSide: 'none' } })
    for (const p of none.parts) if (p.kind === 'guard') p.dims = { thickness: mm(2.4) }
    expect(has(none, 'guard-neck')).toBe(false)
    expect(has(none, 'guard-bridge')).toBe(false)
  })
})

describe('a control through a top', () => {
  const CAVITY = { x: 200, y: 90, length: 120, width: 60, corner: 0, depth: 37, topThickness: 6 }
  interface Pot {
    pot?: Record<string, number>
    hole?: Record<string, number>
    cavity?: Record<string, number>
    thickness?: number
  }
  const potted = ({ pot = {}, hole = {}, cavity = {}, thickness = 45 }: Pot = {}) =>
    wholeRead(
      plainBuild({
        front: 166,
        parts: {
          'pot-volume': {
            dims: { threadDiameter: 9.5, threadLength: 11, hardware: 2.7, caseDepth: 14, caseWidth: 24, ...pot },
          },
          body: {
            dims: { thickness },
            features: [
              typicalFeature('neck-pocket', 'pocket', { length: 76, width: 56, widthEnd: 56, depth: 16 }),
              typicalFeature('control-cavity', 'cavity', { ...CAVITY, ...cavity }, { face: 'back' }),
              typicalFeature(
                'pot-hole',
                'hole',
                { x: 180, y: 90, diameter: 9.8, ...hole },
                { serves: 'pot-volume', through: true },
              ),
            ],
          },
        },
      }),
    )
  const gap = (id: string, p: Pot = {}) => jointIn(potted(p), `pot-volume-${id}`).clearance.value
  it('has what its thread leaves over top, washer and nut', () => {
    expect(gap('thread')).toBeCloseTo(11 - 6 - 2.7, 6)
    // A top that was thinned about its hole is told there.
    expect(gap('thread', { hole: { topThickness: 4 } })).toBeCloseTo(11 - 4 - 2.7, 6)
    expect(jointIn(potted(), 'pot-volume-thread').at).toEqual([650, 90])
  })
  it('too short gets the top thinned to half a millimetre more, with a word where little is left', () => {
    const j = jointIn(potted({ pot: { threadLength: 9 } }), 'pot-volume-thread')
    // 0.3 of 1 wanted: 1.2 off, 4.8 left; a recess 4 wider than the case.
    expect(changesOf(j, 'recess')).toEqual({ 'hole.topThickness': near(4.8) })
    expect(inWords(fixOf(j, 'recess')!.title)).toBe('Thin the top from inside by 1.2 mm around the hole')
    expect(inWords(fixOf(j, 'recess')!.note)).toBe('A 28 mm wide recess; leaves 4.8 mm of top.')
    expect(fixOf(j, 'recess')!.risk).toBe('some')
    const thin = (threadLength: number) =>
      fixOf(jointIn(potted({ pot: { threadLength } }), 'pot-volume-thread'), 'recess')!.risk
    // 3 left is enough, less is not: 6 − 3 = 3 off at −1.5.
    expect(thin(7.21)).toBe('some')
    expect(thin(7.19)).toBe('high')
  })
  it('too long is run up on a second nut to the middle of its band', () => {
    const j = jointIn(potted({ pot: { threadLength: 14 } }), 'pot-volume-thread')
    // 5.3 against 2.5.
    expect(changesOf(j, 'nut-below')).toEqual({ hardware: near(2.7 + 2.8) })
    expect(inWords(fixOf(j, 'nut-below')!.title)).toContain('2.8 mm up the thread')
  })
  const film = 0.3 - gap('hole')
  it('stands in a hole that is wider by three tenths, less its film on both sides', () => {
    expect(film).toBeGreaterThanOrEqual(-1e-9)
    expect(film).toBeLessThan(0.1)
    const tight = jointIn(potted({ hole: { diameter: 9.4 } }), 'pot-volume-hole')
    expect(changesOf(tight, 'ream-hole')).toEqual({ 'hole.diameter': near(9.8 + film) })
    expect(fixOf(tight, 'sleeve-hole')).toBeUndefined()
    const wide = jointIn(potted({ hole: { diameter: 11 } }), 'pot-volume-hole')
    expect(changesOf(wide, 'sleeve-hole')).toEqual({ 'hole.diameter': near(9.8 + film) })
    expect(jointIn(potted(), 'pot-volume-hole').fixes).toEqual([])
  })
  it('loses the film on both its sides where it is not masked: three hundredths each', () => {
    const bare = (p: Pot) => {
      const b = potted(p)
      b.finish.masked = []
      return jointIn(b, 'pot-volume-hole')
    }
    expect(bare({}).clearance.value).toBeCloseTo(0.3 - 0.06, 6)
    expect(changesOf(bare({ hole: { diameter: 9.4 } }), 'ream-hole')).toEqual({ 'hole.diameter': near(9.86) })
  })
  it('has its case under the cover; the cavity is deepened while three are left over it', () => {
    expect(gap('case')).toBeCloseTo(37 - 14, 6)
    const j = jointIn(potted({ pot: { caseDepth: 36 } }), 'pot-volume-case')
    // 1 of 2 wanted, and three tenths: 1.3.
    expect(changesOf(j, 'deepen-cavity')).toEqual({ 'cavity.depth': near(38.3), 'cavity.topThickness': near(4.7) })
    expect(inWords(fixOf(j, 'deepen-cavity')!.title)).toBe('Rout the cavity 1.3 mm deeper')
    expect(inWords(fixOf(j, 'deepen-cavity')!.note)).toContain('Leaves 4.7 mm of wood')
    const left = (top: number) =>
      jointIn(potted({ pot: { caseDepth: 36 }, cavity: { topThickness: top } }), 'pot-volume-case').fixes.length
    expect([left(4.31), left(4.29)]).toEqual([1, 0])
    expect(jointIn(potted(), 'pot-volume-case').fixes).toEqual([])
  })
  it('without a thread has no hole to pass', () => {
    const b = potted()
    const copy = structuredClone(b)
    delete copy.parts.find(p => p.kind === 'pot')!.dims.threadDiameter
    expect(has(copy, 'pot-volume-thread')).toBe(false)
  })
})

describe('a pickup with an outline of its own', () => {
  it('is met with the cut-out as it is drawn', () => {
    const b = plainBuild({
      front: 166,
      instrument: { mounting: 'on the guard', extras: ['guard'] },
      parts: {
        'pickup-bridge': { dims: { length: 18, width: 70 }, outline: box(-9, 9, 35) },
        guard: {
          features: [
            typicalFeature(
              'cut-out',
              'cut',
              { x: 100, y: 0, length: 18.6, width: 71, corner: 0 },
              { serves: 'pickup-bridge', through: true },
            ),
          ],
        },
      },
    })
    expect(jointIn(wholeRead(b), 'pickup-bridge-cut-out').clearance.value).toBeCloseTo(0.3, 3)
  })
})

describe('a verdict that hangs on what is assumed', () => {
  // Half-widths of 0.3 and 0.4 are half a millimetre together: 0.36 and 0.64 of its square.
  const verdict = (assumed: number, claimed: number) => {
    const q = linear([
      [1, fromSource({ id: 'a', label: 'a', value: -4, doubt: assumed, basis: 'assumed' })],
      [1, fromSource({ id: 'b', label: 'b', value: 0, doubt: claimed, basis: 'claimed' })],
    ])
    return withoutGuessing(judge(q, { low: 0, never: -1 }), q).state
  }
  it('is none from half of its squared doubt on', () => {
    expect(verdict(0.4, 0.3)).toBe("can't tell")
    expect(verdict(0.3, 0.4)).toBe("won't go")
    expect(verdict(0.3, 0.3)).toBe("can't tell")
    expect(verdict(0.3, 0.31)).toBe("won't go")
  })
})

describe('the share of a normal curve', () => {
  it.each([
    // [published: any table of the standard normal distribution, ten places]
    [0, 0.5],
    [0.25, 0.5987063257],
    [0.5, 0.6914624613],
    [1, 0.8413447461],
    [1.5, 0.9331927987],
    [2, 0.9772498681],
    [3, 0.998650102],
    [4, 0.9999683288],
  ])(
    'below %f is %f, to the two ten-millionths of its formula [published: Abramowitz and Stegun, 7.1.26]',
    (z, share) => {
      expect(Math.abs(normalBelow(z) - share)).toBeLessThan(2e-7)
      expect(Math.abs(normalBelow(-z) - (1 - share))).toBeLessThan(2e-7)
    },
  )
})

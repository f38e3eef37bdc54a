import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import type { Joint } from '../../src/core/fit/joint.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { asRead, changesOf, fixOf, jointIn } from '../support/joints.ts'
import { plainBuild, sure } from '../support/plainBuild.ts'

/**
 * A pickup of 38 × 84 with corners of 4 in a rout of 40 × 90 at 100 | 0 from the pocket, worked by hand: a body of 45, a
 * cavity of 100 × 60 at 200 | 90, strings within 42 at the nut and 52 at the bridge.
 */
const mm = (value: number) => ({ value, doubt: 0.05, basis: 'measured' as const })
const PICKUP = { length: 38, width: 84, corner: 4, depthBelowTop: 17, poleSpread: 50 }
const build = (dims: Record<string, number> = {}, change: (b: Build) => void = () => undefined): Build => {
  const b = plainBuild({ front: 165, parts: { 'pickup-bridge': { dims: { ...PICKUP, ...dims } } } })
  change(b)
  return asRead(b)
}
/** By the last word: one opening is in hand at a time. */
const changes = (j: Joint, method: string) =>
  Object.fromEntries(Object.entries(changesOf(j, method)).map(([k, v]) => [k.split('.').at(-1)!, v]))
const rout = (b: Build) => b.parts.find(p => p.kind === 'body')!.features.find(f => f.role === 'pickup-rout')!
/** What the film takes of a side. */
const film = (b: Build) => {
  const j = jointIn(b, 'pickup-bridge-rout')
  return 1 - j.clearance.value
}

describe('a pickup in its rout', () => {
  it('has half of what the rout is longer, less the film on its wall', () => {
    const thin = film(build())
    expect(thin).toBeGreaterThan(0)
    expect(thin).toBeLessThan(0.1)
    // Across there is more room: the nearer one counts.
    expect(jointIn(build({ length: 39 }), 'pickup-bridge-rout').clearance.value).toBeCloseTo(0.5 - thin, 6)
    expect(jointIn(build({ length: 30, width: 89 }), 'pickup-bridge-rout').clearance.value).toBeCloseTo(
      0.5 - thin,
      6,
    )
  })
  it('that is too long is given seven tenths and the film all round', () => {
    const b = build({ length: 40.6 }),
      j = jointIn(b, 'pickup-bridge-rout'),
      room = 0.7 + film(build())
    expect(changes(j, 'open-rout')).toEqual({
      length: expect.closeTo(40.6 + 2 * room, 6),
      width: 90,
      corner: 4,
    })
    expect(inWords(fixOf(j, 'open-rout')!.title)).toBe(
      `Open the rout along the strings by up to ${(room + 0.3).toFixed(1)} mm`,
    )
    // A strip of half the growth on both ends, 90 wide, rounded at its corners; 20 deep.
    const note = fixOf(j, 'open-rout')!.note!
    expect(inWords(note)).toMatch(/^To 42\.1 × 90\.0 mm, corners 4\.0 mm: (1[67]\d|18\d) mm² of wood, 20 mm deep\./)
    expect(fixOf(j, 'open-rout')!.changes[0]!.doubt).toBe(0.2)
  })
  it('too wide is opened across, at its corners where those are too round', () => {
    const wide = jointIn(build({ width: 90.4 }), 'pickup-bridge-rout')
    expect(inWords(fixOf(wide, 'open-rout')!.title)).toMatch(/^Open the rout across the strings/)
    const sharp = jointIn(
      build({ length: 39.4, width: 89.4, corner: 1 }, b => (rout(b).dims.corner = mm(6))),
      'pickup-bridge-rout',
    )
    expect(inWords(fixOf(sharp, 'open-rout')!.title)).toMatch(/^Open the rout at the corners/)
    expect(changes(sharp, 'open-rout')['corner']).toBeCloseTo(1 + 0.7 + film(build()), 6)
  })
  it('that fits is let alone', () => expect(jointIn(build(), 'pickup-bridge-rout').fixes).toEqual([]))

  const beside = (x: number, more: Partial<Parameters<typeof typicalFeature>[2]> = {}) =>
    fixOf(
      jointIn(
        build({ length: 41 }, b => {
          const body = b.parts.find(p => p.kind === 'body')!
          body.features = body.features.filter(f => f.role !== 'control-cavity')
          body.features.push(
            typicalFeature('control-cavity', 'next', {
              x,
              y: 0,
              length: 40,
              width: 60,
              corner: 4,
              depth: 30,
              ...more,
            }),
          )
        }),
        'pickup-bridge-rout',
      ),
      'open-rout',
    )!
  it.each([
    // Opened by 0.5 and 0.7 and the film: of 10 between the two 9 are left, of 4 under 3, of 1 nothing.
    [100 + 20 + 10 + 20, ' Leaves 9 mm of wall to the control cavity.', false],
    [100 + 20 + 4 + 20, ' Leaves 3 mm of wall to the control cavity. That wall will not stand.', true],
    [100 + 20 + 1 + 20, ' It breaks into the control cavity.', true],
    // One that it runs into as it is tells nothing of the wood that is left: the pocket, 80 off, does.
    [100 + 20 - 5 + 20, ' Leaves 79 mm of wall to the neck pocket.', false],
  ])('beside a cavity at %f: %s', (x, says, thin) => {
    const f = beside(x)
    expect(inWords(f.note)).toContain(says)
    expect(f.risk === 'high').toBe(thin)
  })
  it('is deepened to a millimetre and a half under its lowest setting', () => {
    const j = jointIn(build({ depthBelowTop: 19.5 }), 'pickup-bridge-depth')
    expect(j.clearance.value).toBeCloseTo(0.5, 9)
    expect(changes(j, 'deepen-rout')).toEqual({ depth: expect.closeTo(21, 9) })
    expect(inWords(fixOf(j, 'deepen-rout')!.title)).toBe('Deepen the rout by 1.0 mm')
    expect(inWords(fixOf(j, 'deepen-rout')!.note)).toBe('Leaves 24 mm of floor.')
  })
})

describe('strings over poles', () => {
  // The outer string stands 3 from the board’s edge at the nut and at 26 over the saddle, whose place is 649.6.
  const over = (at: number) => {
    const nut = 21 - 3 - 0.125,
      t = at / 649.6
    return nut + (26 - nut) * t
  }
  it('lie inside by half the spread less the string’s place', () => {
    const j = jointIn(build(), 'pickup-bridge-poles')
    expect(j.clearance.value).toBeCloseTo(25 - over(570), 2)
    expect(jointIn(build({ poleSpread: 52.4 }), 'pickup-bridge-poles').clearance.value).toBeCloseTo(
      26.2 - over(570),
      2,
    )
  })
  it('the worse side counts of a rout that lies off the line', () => {
    const off = (y: number, poleSpread: number) =>
      jointIn(
        build({ poleSpread }, b => (rout(b).dims.y = mm(y))),
        'pickup-bridge-poles',
      ).clearance.value
    // Inside by 1 and more: further inside on one side. Outside: further outside.
    expect(off(1.5, 54)).toBeCloseTo(27 - over(570) + 1.5, 2)
    expect(off(-1.5, 54)).toBeCloseTo(27 - over(570) + 1.5, 2)
    expect(off(1.5, 46)).toBeCloseTo(23 - over(570) - 1.5, 2)
  })
})

describe('a pickup that hangs on a guard', () => {
  const guarded = (
    x: number,
    y = 0,
    cut: Record<string, number> = {},
    pickup: Record<string, number> = {},
  ): Build =>
    asRead(
      plainBuild({
        front: 165,
        instrument: { mounting: 'on the guard' },
        parts: {
          'pickup-bridge': { dims: { ...PICKUP, ...pickup } },
          guard: {
            dims: { thickness: 2.4 },
            features: [
              typicalFeature(
                'cut-out',
                'cut',
                { x, y, length: 38.6, width: 84.6, corner: 4.3, ...cut },
                { serves: 'pickup-bridge', through: true },
              ),
            ],
          },
        },
      }),
    )
  it('has its room in the cut-out, and in the rout by how far that lies under it', () => {
    expect(jointIn(guarded(100), 'pickup-bridge-cut-out').clearance.value).toBeCloseTo(0.3, 6)
    const thin = 1 - jointIn(guarded(100), 'pickup-bridge-rout').clearance.value
    expect(jointIn(guarded(100.4), 'pickup-bridge-rout').clearance.value).toBeCloseTo(1 - 0.4 - thin, 6)
    // Half a millimetre under a guard is not seen.
    expect(jointIn(guarded(100.4), 'pickup-bridge-guard-offset').clearance.value).toBeCloseTo(0.5 - 0.4, 6)
    expect(jointIn(guarded(103, 4), 'pickup-bridge-guard-offset').clearance.value).toBeCloseTo(0.5 - 5, 6)
  })
  it('a tight cut-out is filed, in plastic', () => {
    const j = jointIn(guarded(100, 0, { length: 37.8 }), 'pickup-bridge-cut-out')
    expect(j.clearance.value).toBeCloseTo(-0.1, 6)
    const to = changes(j, 'file-cut-out')['length']!
    expect((to - 38) / 2).toBeGreaterThan(0.1)
    expect((to - 38) / 2).toBeLessThan(0.5)
    expect(inWords(fixOf(j, 'file-cut-out')!.title)).toBe(
      `File the cut-out by ${((to - 38) / 2 + 0.1).toFixed(2)} mm where it touches`,
    )
  })
  it('one that lies beside its rout is brought over it by the guard, or the rout under it', () => {
    const b = guarded(103, 4)
    b.placements.guard = { x: sure(0), y: sure(0) }
    const j = jointIn(b, 'pickup-bridge-guard-offset')
    // A single opening comes to lie just over its rout.
    expect(inWords(fixOf(j, 'shift-guard')!.title)).toBe('Set the guard 5.0 mm over')
    expect(changes(j, 'shift-guard')).toEqual({ x: expect.closeTo(-3, 6), y: expect.closeTo(-4, 6) })
    expect(changes(j, 'move-rout')).toEqual({ x: expect.closeTo(103, 6), y: expect.closeTo(4, 6) })
    expect(inWords(fixOf(j, 'move-rout')!.title)).toBe('Rout the pickup’s place 5.0 mm over, to under the cut-out')
    expect(inWords(fixOf(j, 'move-rout')!.note)).toMatch(
      /mm² of wood, 20 mm deep\. The guard covers the old edge\.$/,
    )
  })
  it('its own place counts: a guard set over by hand brings its openings along', () => {
    const b = guarded(100)
    b.placements.guard = { x: sure(2), y: sure(0) }
    expect(jointIn(b, 'pickup-bridge-guard-offset').clearance.value).toBeCloseTo(0.5 - 2, 6)
  })
})

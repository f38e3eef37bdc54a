import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainBuild, SLAB } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { setDimension, takeFed, takeReading } from '../document/edits.ts'
import { fedBy, fedSpan, tellingOf } from '../document/feeds.ts'
import { partIn } from '../document/references.ts'
import { isFar } from '../shelf/farReading.ts'
import { conversion } from './conversion.ts'
import { fretPosition } from '../parts/frets.ts'
import { impossible } from './impossible.ts'
import { layOut } from './layOut.ts'
import { shareBetween } from '../parts/frets.ts'
import { fretReading, readScale } from './scale.ts'

describe('the scale length from two frets', () => {
  const AT = '2026-11-24T10:00:00Z'
  type Known = 'assumed' | 'claimed' | 'measured'
  const known = (value: number, doubt: number, basis: Known): Build => {
    const b = plainBuild()
    return setDimension(b, `${b.slots['neck']}/dims.scaleLength`, { value, doubt, basis })
  }
  const read = (b: Build, value: number, [low, high] = [0, 12], doubt = 0.3) =>
    takeReading(b, { of: fretReading(low!, high!), value, doubt, at: AT, with: 'steel rule' })
  const scale = (b: Build) => partIn(b, 'neck')!.dims.scaleLength!
  it('is twice nut to fret 12, with twice its doubt, and moves the bridge by as much', () => {
    const b = known(648, 25, 'assumed'),
      after = read(b, 314)
    expect(scale(after)).toMatchObject({ value: 628, doubt: 0.6, basis: 'measured', with: 'steel rule', on: AT })
    expect(layOut(after)!.bridge.front - layOut(b)!.bridge.front).toBeCloseTo(-20, 9)
    expect(readScale(after)).toMatchObject({ state: 'taken', low: 0, high: 12 })
  })
  it('takes the place of what is assumed, however far off that was', () =>
    expect(scale(read(known(648, 5, 'assumed'), 314))).toMatchObject({ value: 628, basis: 'measured' }))
  it('takes a claim’s place, which stays beside it', () => {
    const after = read(known(648, 0.5, 'claimed'), 314)
    expect(scale(after)).toMatchObject({ value: 628, basis: 'measured', claimed: 648, claimedDoubt: 0.5 })
    expect(isFar(scale(after))).toBe(true)
  })
  it('of frets that are close leaves alone what is known better, and says whether it agrees', () => {
    // From fret 12 to 13 lies 0.0281 of the scale: 0.3 in doubt are 10.7.
    const of = (value: number) => read(known(648, 0.5, 'claimed'), value, [12, 13])
    expect(scale(of(18.1))).toMatchObject({ value: 648, basis: 'claimed' })
    expect(readScale(of(18.1))!.state).toBe('agrees')
    const far = readScale(of(17))!
    expect(far.state).toBe('contradicts')
    expect(far.fed.value).toBeCloseTo(605.8, 1)
    expect(inWords(far.says)).toContain('the neck is down as 648.0 mm')
  })
  it('asks where it contradicts what was measured, and changes nothing by itself', () => {
    const after = read(known(648, 0.6, 'measured'), 314)
    expect(scale(after).value).toBe(648)
    const r = readScale(after)!
    expect(r.state).toBe('contradicts')
    expect(inWords(r.says)).toBe(
      'The frets make it 628.0 mm, the neck is down as 648.0 mm. As it is down, the bridge would lie 20.0 mm further back than it must. Read it again; if it stays, take this one.',
    )
    expect(inWords(readScale(read(known(628, 0.6, 'measured'), 324))!.says)).toContain('20.0 mm nearer to the neck')
    expect(scale(takeFed(after, r.fed, r.reading))).toMatchObject({ value: 628, basis: 'measured' })
  })
  it('is the newest of readings that agree, the surer one’s of two pairs, and asked of one pair read as two lengths', () => {
    const once = read(known(648, 25, 'assumed'), 324)
    expect(scale(read(once, 324.2)).value).toBeCloseTo(648.4, 9)
    expect(scale(read(once, 314)).value).toBe(648)
    expect(readScale(read(once, 314))!.state).toBe('contradicts')
    // Frets 0 to 24 are three quarters of it: 0.4 in doubt instead of 0.6.
    const finer = read(read(known(648, 25, 'assumed'), 324), 486.1, [0, 24])
    expect(scale(finer).value).toBeCloseTo(648.13, 2)
    expect(scale(read(finer, 324)).value).toBeCloseTo(648.13, 2)
  })
  it('bears out what is known as well, and what nobody read is not said to agree', () => {
    const b = known(648, 0.1, 'measured')
    expect(readScale(read(b, 324.1))).toMatchObject({ state: 'agrees' })
    expect(scale(read(b, 324.1)).value).toBe(648)
    // A document of before: read, and never taken.
    const old = { ...known(648, 25, 'assumed'), readings: read(b, 314).readings }
    expect(readScale(old)).toMatchObject({ state: 'new' })
    expect(inWords(readScale(old)!.says)).toBe('Nobody had read the scale: 648.0 mm was assumed.')
  })
  it('is read from nut to fret 12, or to the last fret of a short neck', () => {
    const b = plainBuild(),
      ref = `${b.slots['neck']}/dims.scaleLength`
    expect(tellingOf(b, ref)).toEqual({ kind: 'frets', low: 0, high: 12 })
    const short = setDimension(b, `${b.slots['neck']}/dims.frets`, { value: 9, doubt: 0, basis: 'measured' })
    expect(tellingOf(short, ref)).toEqual({ kind: 'frets', low: 0, high: 9 })
    expect(tellingOf(b, `${b.slots['neck']}/dims.frets`)).toBeUndefined()
    const bare = setDimension(b, `${b.slots['neck']}/dims.frets`, { value: 0, doubt: 0, basis: 'measured' })
    expect(tellingOf(bare, ref)).toBeUndefined()
  })
  it('is held to scales that there are: 10 mm to fret 12 is none', () => {
    const span = fedSpan(known(648, 25, 'assumed'), { kind: 'frets', low: 0, high: 12 })!
    expect(span).toEqual({ min: 150, max: 600 })
    expect(fedSpan(plainBuild(), { kind: 'dry' })).toBeUndefined()
  })
  it('is in more doubt the closer the frets', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 13, max: 24 }), (low, high) => {
        const b = known(648, 25, 'assumed'),
          doubt = (a: number, z: number) => fedBy(b, { of: fretReading(a, z), value: 100, doubt: 0.3 })!.doubt
        expect(doubt(low, high)).toBeGreaterThan(doubt(0, 24) - 1e-12)
        expect(shareBetween(low, high)).toBeGreaterThan(0)
      }),
    ))
  it('is nothing without a reading, without a neck, and of a pair in the wrong order', () => {
    expect(readScale(plainBuild())).toBeUndefined()
    expect(
      fedBy({ ...plainBuild(), slots: {} }, { of: fretReading(0, 12), value: 324, doubt: 0.3 }),
    ).toBeUndefined()
    expect(fedBy(plainBuild(), { of: fretReading(12, 12), value: 324, doubt: 0.3 })).toBeUndefined()
  })
})

describe('another neck on the body', () => {
  const body = () => plainBuild({ scale: 648, heelEnd: 470, front: 165, frontToSaddle: 8 })
  it('moves the bridge with scale and heel [worked by hand]', () => {
    const b = body(),
      ideal = conversion(b, { scaleLength: 648, nutToHeelEnd: 470, frets: 22 })!
    // A baritone 38 mm longer whose heel ends 20 mm further: the scale line goes 18 mm towards the tail.
    const c = conversion(b, { scaleLength: 686, nutToHeelEnd: 490, frets: 24 })!
    expect(c.front - ideal.front).toBeCloseTo(18, 9)
    expect(c.scaleLine).toBeCloseTo(196, 9)
    // Plate 42 long from there to the tail at 320.
    expect(c.behind).toBeCloseTo(SLAB.x1 - (c.front + 42), 9)
    // Mouth of the 76 mm pocket at 414 from the nut.
    expect(fretPosition(686, c.fretAtBody)).toBeLessThanOrEqual(414)
    expect(fretPosition(686, c.fretAtBody + 1)).toBeGreaterThan(414)
  })
  it('says when the plate hangs over the tail, covers a rout, or the pocket is longer than the neck', () => {
    expect(
      conversion(body(), { scaleLength: 864, nutToHeelEnd: 470, frets: 20 })!.findings.some(f =>
        inWords(f).includes('too long for the body'),
      ),
    ).toBe(true)
    expect(
      conversion(body(), { scaleLength: 590, nutToHeelEnd: 470, frets: 20 })!.findings.some(f =>
        inWords(f).includes('pickup rout'),
      ),
    ).toBe(true)
    expect(conversion(body(), { scaleLength: 200, nutToHeelEnd: 60, frets: 12 })!.findings).toContain(
      'The pocket is longer than this neck.',
    )
  })
})

describe('what cannot be so', () => {
  const told = (b: ReturnType<typeof plainBuild>) => impossible(b, layOut(b)!)
  const bodyOf = (b: ReturnType<typeof plainBuild>) => b.parts.find(p => p.kind === 'body')!
  it('is nothing on a sound instrument', () => expect(told(plainBuild())).toEqual([]))
  it('is an outline that crosses itself or encloses nothing', () => {
    const b = plainBuild()
    bodyOf(b).outline = {
      smooth: false,
      points: [
        [-80, -150],
        [300, 150],
        [300, -150],
        [-80, 150],
      ],
    }
    expect(inWords(told(b)[0])).toMatch(/body’s outline crosses itself near 110 mm along and 0 mm across/)
    b.parts.find(p => p.kind === 'neck')!.outline = {
      smooth: false,
      points: [
        [0, 1],
        [-100, 0],
        [0, -1],
      ],
    }
    expect(told(structuredClone(b)).some(t => inWords(t).includes('head’s outline encloses next to nothing'))).toBe(
      true,
    )
  })
  it('is a rout outside the body, without depth or deeper than it', () => {
    const when = (y: number, depth: number) => {
      const b = plainBuild(),
        rout = bodyOf(b).features.find(f => f.id === 'rout-bridge')!
      rout.dims.y!.value = y
      rout.dims.depth!.value = depth
      return told(b)
    }
    expect(when(250, 18).some(t => inWords(t).startsWith('Pickup rout (bridge) lies outside the body'))).toBe(true)
    expect(inWords(when(0, 0))).toEqual(['Pickup rout (bridge) has no depth: measure it from the top.'])
    expect(inWords(when(0, 50)[0])).toContain('50.0 mm deep in a body 45.0 mm thick')
  })
})

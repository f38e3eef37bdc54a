import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainBuild, SLAB } from '../../../tests/support/plainBuild.ts'
import { takeReading } from '../document/edits.ts'
import { fromSource } from '../units/quantity.ts'
import { conversion } from './conversion.ts'
import { fretPosition } from './frets.ts'
import { impossible } from './impossible.ts'
import { layOut } from './layOut.ts'
import { checkScale, fretReading, readScale, shareBetween } from './scale.ts'

const read = (value: number, doubt = 0.3) => fromSource({ id: 'd', label: '', value, doubt, basis: 'measured' })

describe('the scale length from two frets', () => {
  it('is twice nut to fret 12, with twice its doubt', () => {
    const c = checkScale(plainBuild({ scale: 648 }), read(324.1), 0, 12)!
    expect(c.scale.value).toBeCloseTo(648.2, 9)
    expect(c.doubt).toBeCloseTo(0.6, 9)
    expect(c.agrees).toBe(true)
  })
  it('says when the neck is down as another', () => {
    const c = checkScale(plainBuild({ scale: 648 }), read(314), 0, 12)!
    expect(c.agrees).toBe(false)
    expect(inWords(c.says)).toContain('The frets make it 628.0 mm')
    expect(c.off).toBeCloseTo(-20, 9)
  })
  it('is in more doubt the closer the frets', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 11 }),
        fc.integer({ min: 13, max: 24 }),
        (low, high) =>
          checkScale(plainBuild(), read(100), low, high)!.doubt >
            checkScale(plainBuild(), read(100), 0, 24)!.doubt - 1e-12 && shareBetween(low, high) > 0,
      ),
    ))
  it('is taken from the newest reading; a pair in the wrong order is refused', () => {
    const b = takeReading(plainBuild({ scale: 648 }), {
      of: fretReading(0, 12),
      value: 324,
      doubt: 0.3,
      at: '2026-11-24T10:00:00Z',
    })
    expect(readScale(b)!.scale.value).toBeCloseTo(648, 9)
    expect(readScale(plainBuild())).toBeUndefined()
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

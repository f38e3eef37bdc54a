import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import { takeReading } from '../document/edits.ts'
import type { Build } from '../document/build.ts'
import { fromSource } from '../units/quantity.ts'
import { centreLine, edgeReading, offAt, readCentreLine, turnNeck, type CentreLine } from './centreLine.ts'
import { bridgeOffset } from './bridgeLine.ts'
import { bodyPlace, layOut } from './layOut.ts'
import { besideNeckLine } from './offNeckLine.ts'
import { anyIn } from '../../../tests/support/any.ts'

const q = (value: number, doubt = 0.3) =>
  fromSource({ id: `r${value}-${doubt}`, label: '', value, doubt, basis: 'measured' })
const at = (x: number, treble: number, bass: number, doubt = 0.3) => ({
  x: { ...q(x, 0), terms: new Map() },
  treble: fromSource({ id: `t${x}`, label: '', value: treble, doubt, basis: 'measured' }),
  bass: fromSource({ id: `b${x}`, label: '', value: bass, doubt, basis: 'measured' }),
})
const good = (c: ReturnType<typeof centreLine>): CentreLine => {
  if ('problem' in c) throw new Error(inWords(c.problem))
  return c
}

/** A build with both edges read; the numbers are those of the rule. */
function read(b: Build, mouth: [number, number, number], bridge: [number, number, number]): Build {
  let out = b
  for (const [s, [x, treble, bass]] of [
    ['mouth', mouth],
    ['bridge', bridge],
  ] as const)
    for (const [what, value] of [
      ['at', x],
      ['treble', treble],
      ['bass', bass],
    ] as const)
      out = takeReading(out, {
        of: edgeReading(s, what),
        value,
        doubt: 0.3,
        at: '2026-11-24T10:00:00Z',
        with: 'rule',
      })
  return out
}

describe('the centre line of a fitted neck', () => {
  it('lies midway between both edges’ lines; the angle is the drift over the way [worked by hand]', () => {
    const c = good(centreLine(at(-70, 27, 28), at(180, 35, 31)))
    // Centres (27 − 28)/2 = −0.5 and (35 − 31)/2 = 2; 2.5 mm over 250 mm is 0.01, 0.5729°.
    expect(c.at.mouth.value).toBeCloseTo(-0.5, 12)
    expect(c.drift.value).toBeCloseTo(2, 12)
    expect(c.angleDeg.value).toBeCloseTo((0.01 * 180) / Math.PI, 12)
    // Half of two rules of 0.3: 0.3/√2; the angle has both stations' doubt over the way.
    expect(c.driftDoubt).toBeCloseTo(0.3 / Math.SQRT2, 12)
    expect(c.angleDoubt).toBeCloseTo((0.3 / 250) * (180 / Math.PI), 12)
    expect(offAt(c, 0)).toBeCloseTo(-0.5 + 0.7, 12)
    expect(c.withinDoubt).toBe(false)
  })
  it('says leave it when nothing is larger than its doubt', () => {
    const c = good(centreLine(at(-70, 27.5, 27.6), at(180, 33.1, 33)))
    expect(c.withinDoubt).toBe(true)
    const t = turnNeck(plainBuild(), c)
    expect(t.shave).toEqual([])
    expect(inWords(t.says)).toMatch(/^Leave it/)
  })
  it('refuses edges that cross, narrow or were read at one place', () => {
    expect(inWords(centreLine(at(-70, 27, -30), at(180, 33, 33)))).toMatchObject({
      problem: expect.stringContaining('cross') as string,
    })
    expect(inWords(centreLine(at(-70, 30, 30), at(180, 27, 27)))).toMatchObject({
      problem: expect.stringContaining('never meet') as string,
    })
    expect(inWords(centreLine(at(-70, 27, 27), at(-60, 28, 28)))).toMatchObject({
      problem: expect.stringContaining('apart') as string,
    })
  })
  it('turns back by shaving opposite corners: cutting what is said brings the bridge end to the centre', () =>
    fc.assert(
      fc.property(anyIn(-4, 4), anyIn(-1.5, 1.5), (drift, mouth) => {
        const c = good(centreLine(at(-76, 28 + mouth, 28 - mouth, 0.02), at(180, 33 + drift, 33 - drift, 0.02))),
          t = turnNeck(plainBuild(), c)
        // The pocket is 76 long: what goes at the mouth lets the neck come to that side there, at its end to the other.
        const sign = (s: string) => (s === 'treble' ? 1 : -1),
          moved = (where: string) =>
            t.shave
              .filter(s => s.where === where || s.where === 'along')
              .reduce((m, s) => m + sign(s.side) * s.by, 0)
        const mouthAfter = offAt(c, -76) + moved('mouth'),
          endAfter = offAt(c, 0) + moved('end')
        const bridgeAfter = endAfter + ((endAfter - mouthAfter) / 76) * 180
        return c.withinDoubt || Math.abs(bridgeAfter) <= 0.25 || inWords(t.says).includes('read again')
      }),
    ))
  it('is read from the build, and everything on the body is told against it', () => {
    const b = read(plainBuild({ front: 165 }), [-76, 27, 27], [180, 35.56, 30.44]),
      c = readCentreLine(b)
    if (!c || 'problem' in c) throw new Error('no line')
    // 2.56 mm at 180 over 256 mm of way: 0.01 a millimetre, nothing at the mouth.
    expect(c.slope).toBeCloseTo(0.01, 9)
    const l = layOut(b)!,
      beside = besideNeckLine(b, l)
    expect(beside.find(x => x.id === 'rout-bridge')!.off).toBeCloseTo(-(0.76 + 1), 9)
    expect(bridgeOffset(b).value).toBeCloseTo(-2.56, 9)
    // The rout's own numbers come back when its place is told on the body.
    const rout = l.features.find(f => f.id === 'rout-bridge')!
    expect(bodyPlace(b, l, rout.centre)).toEqual({ x: expect.closeTo(100, 9), y: expect.closeTo(0, 9) })
  })
  it('is unknown until both stations are read', () => expect(readCentreLine(plainBuild())).toBeUndefined())
})

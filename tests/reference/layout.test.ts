import { describe, expect, it } from 'vitest'
import { layOut, halfBoardAt, stringAt } from '../../src/core/layout/layOut.ts'
import { saddleRoom } from '../../src/core/layout/saddleRoom.ts'
import { stringReport } from '../../src/core/layout/stringReport.ts'
import { templateDrawings } from '../../src/core/fit/templateDrawings.ts'
import { plainBuild, type Plain } from '../support/plainBuild.ts'

/** Frets by the old rule: each stands 1/17.817154 of what is left of the string from the last [published: 1 − 2^(−1/12) is 1/17.817154]. */
function byDivisor(scale: number, fret: number): number {
  let x = 0
  for (let n = 0; n < fret; n++) x += (scale - x) / 17.817153745
  return x
}

const lay = (p: Plain) => {
  const b = plainBuild(p),
    l = layOut(b)!
  return { b, l, r: stringReport(b, l) }
}

// Every number below is worked by hand from the sizes in its case.
describe('layouts worked by hand', () => {
  it('four strings on 864 mm: nut 40, margins 3, gauges 1.1 1.5 2.0 2.6', () => {
    const sizes: Plain = {
      strings: 4,
      scale: 864,
      heelEnd: 620,
      frets: 20,
      nut: 40,
      lastFret: 62,
      diameters: [1.1, 1.5, 2, 2.6],
      margin: 3,
    }
    const { b, l } = lay(sizes)
    // Outer centres 20 − 3 − 0.55 = 16.45 and −(20 − 3 − 1.3) = −15.7; equal centres: 32.15 / 3 = 10.7167 apart.
    expect(l.strings.map(s => s.nut[1])).toEqual([16.45, 5.7333, -4.9833, -15.7].map(y => expect.closeTo(y, 3)))
    // Equal gaps: 40 − 6 − 7.2 = 26.8 of air, 8.9333 each.
    const even = structuredClone(b)
    even.setup.spacing = 'equal gaps'
    expect(layOut(even)!.strings.map(s => s.nut[1])).toEqual(
      [16.45, 6.2167, -4.4667, -15.7].map(y => expect.closeTo(y, 3)),
    )
    // The scale line lies 864 − 620 = 244 mm from the pocket; fret 12 at 432.
    expect(l.scaleLength - l.nutToHeelEnd).toBeCloseTo(244, 9)
    for (const n of [1, 5, 12, 20]) expect(l.frets[n - 1]).toBeCloseTo(byDivisor(864, n), 5)
  })
  it('six strings on 648 mm: saddles, travel and margins at the last fret', () => {
    const { l, r } = lay({
      scale: 648,
      heelEnd: 470,
      front: 165,
      frontToSaddle: 8,
      travel: 14,
      nut: 42,
      lastFret: 56,
      spread: 52,
      diameters: [0.25, 0.33, 0.43, 0.66, 0.91, 1.17],
      margin: 3,
    })
    const [first] = saddleRoom(l)
    // Foremost saddle 470 + 165 + 8 = 643; compensation 0.6 + 4 · 0.25 = 1.6: saddle at 649.6, 6.6 mm behind foremost, 7.4 before rearmost.
    expect(first).toMatchObject({
      fromNut: expect.closeTo(649.6, 9) as number,
      fromPocket: expect.closeTo(179.6, 9) as number,
      ahead: expect.closeTo(6.6, 9) as number,
      behind: expect.closeTo(7.4, 9) as number,
    })
    // String 1 runs from 21 − 3 − 0.125 = 17.875 to 26: at fret 22 (648 · 0.719384 = 466.161) it lies at 17.875 + 8.125 · 466.161/649.6 = 23.7056.
    expect(stringAt(l.strings[0]!, l.lastFret)).toBeCloseTo(23.7056, 3)
    expect(halfBoardAt(l, l.lastFret)).toBeCloseTo(28, 9)
    expect(r.margins.lastTreble).toBeCloseTo(28 - 23.7056 - 0.125, 3)
    expect(l.lastFret).toBeCloseTo(byDivisor(648, 22), 5)
  })
  it('seven strings on 686 mm, left: the same numbers, drawn the other way up', () => {
    const sizes: Plain = {
      strings: 7,
      scale: 686,
      heelEnd: 500,
      nut: 48,
      lastFret: 62,
      spread: 60,
      diameters: [0.25, 0.33, 0.43, 0.66, 0.91, 1.17, 1.6],
      margin: 3,
    }
    const right = lay(sizes),
      left = lay({ ...sizes, left: true })
    // Centres from 24 − 3 − 0.125 = 20.875 to −(24 − 3 − 0.8) = −20.2: 41.075 / 6 = 6.8458 apart.
    expect(left.l.strings.map(s => s.nut[1])).toEqual(
      [20.875, 14.0292, 7.1833, 0.3375, -6.5083, -13.3542, -20.2].map(y => expect.closeTo(y, 3)),
    )
    expect(left.l.strings).toEqual(right.l.strings)
    // Saddles 60 / 6 = 10 mm apart.
    expect(left.l.strings.map(s => s.saddle[1])).toEqual(
      [30, 20, 10, 0, -10, -20, -30].map(y => expect.closeTo(y, 9)),
    )
    const up = (b: typeof left.b) => {
      const m = templateDrawings(b, 'all')!
        .find(d => d.id === 'body-top')!
        .marks.find(q => q.kind === 'hole' && q.label === '')
      return m?.kind === 'hole' ? m.at[1] : NaN
    }
    // The volume's hole lies 90 mm to the treble side: up on paper for the right hand, down for the left.
    expect(up(right.b)).toBeCloseTo(90, 9)
    expect(up(left.b)).toBeCloseTo(-90, 9)
  })
  it('twelve strings in six courses on 648 mm: nut 48, all gauges 1, 2 mm inside a course', () => {
    const { l, r } = lay({
      strings: 12,
      perCourse: 2,
      scale: 648,
      nut: 48,
      spread: 55,
      diameters: Array.from({ length: 12 }, () => 1),
      margin: 3,
    })
    // First centre 24 − 3 − 0.5 = 20.5, last −20.5; course middles 19.5 … −19.5: 39 / 5 = 7.8 apart.
    expect(l.strings.map(s => s.nut[1])).toEqual(
      [20.5, 18.5, 12.7, 10.7, 4.9, 2.9, -2.9, -4.9, -10.7, -12.7, -18.5, -20.5].map(y => expect.closeTo(y, 9)),
    )
    // At the bridge 2.4 mm inside a course: from 27.5 and 25.1 down, (55 − 2.4) / 5 = 10.52 apart.
    expect(l.strings.slice(0, 4).map(s => s.saddle[1])).toEqual(
      [27.5, 25.1, 16.98, 14.58].map(y => expect.closeTo(y, 9)),
    )
    expect(l.pickups[0]!.poles).toHaveLength(6)
    expect(r.rows[0]!.gapAtNut).toBeCloseTo(1, 9)
  })
  it('four strings on 584 mm: the bridge proposed where every saddle has its travel', () => {
    const { l } = lay({
      strings: 4,
      scale: 584,
      heelEnd: 400,
      frets: 19,
      nut: 32,
      lastFret: 42,
      diameters: [0.25, 0.35, 0.6, 0.8],
      frontToSaddle: 8,
      travel: 16,
    })
    // Compensations 1.6 and 2.0 plain, 0.6 + 4 · 0.6 = 3.0 and, wound with a core of 0.4 · 0.8 = 0.32, 1.2 + 6 · 0.32 = 3.12.
    const room = saddleRoom(l)
    expect(room.map(x => x.compensation)).toEqual([1.6, 2, 3, 3.12].map(c => expect.closeTo(c, 9)))
    // Least room ahead and least behind are alike: (16 − (3.12 − 1.6)) / 2 = 7.24 mm.
    expect(Math.min(...room.map(x => x.ahead))).toBeCloseTo(7.24, 9)
    expect(Math.min(...room.map(x => x.behind))).toBeCloseTo(7.24, 9)
    expect(l.lastFret).toBeCloseTo(byDivisor(584, 19), 5)
  })
  it('break angles over nut and saddle from their right triangles', () => {
    const { r } = lay({
      scale: 648,
      parts: {
        tuners: { dims: { postHeight: 9 } },
        neck: {
          dims: { fretHeight: 1, headDrop: 11 },
          features: [
            {
              id: 't',
              role: 'tuner-hole',
              serves: '1',
              face: 'top',
              through: true,
              dims: {
                x: { value: -60, doubt: 0, basis: 'measured' },
                y: { value: 17.875, doubt: 0, basis: 'measured' },
                diameter: { value: 10, doubt: 0, basis: 'measured' },
              },
            },
          ],
        },
      },
    })
    // Nut seat 1 + (0.46 + 0.41)/2 = 1.435; post hole −11 + 9 = −2, two windings of 0.25 below: −2.5. 3.935 over 60 mm: 3.752°.
    expect(r.rows[0]!.breakAtNut).toBeCloseTo((Math.atan2(3.935, 60) * 180) / Math.PI, 6)
  })
})

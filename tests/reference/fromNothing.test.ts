import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { drillWork } from '../../src/core/fit/drillWork.ts'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import { markList } from '../../src/core/drill/markList.ts'
import { halfBoardAt, layOut } from '../../src/core/layout/layOut.ts'
import { saddleRoom } from '../../src/core/layout/saddleRoom.ts'
import { stringReport } from '../../src/core/layout/stringReport.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { setupWork } from '../../src/core/setup/setupWork.ts'
import { plainBuild, sure } from '../support/plainBuild.ts'

/** Instruments made from nothing, five numbers of each worked out by hand. */
const joint = (b: Build, id: string) => jointsAsTheyStand(b).find(j => j.id === id)!
const marks = (b: Build, id: string) =>
  markList(drillWork(b)!, b)
    .find(m => m.id === id)!
    .numbers.map(n => n.mm ?? n.text)

describe('five strings on 864 mm', () => {
  const D = [1.14, 1.65, 2.16, 2.67, 3.3],
    b = plainBuild({
      strings: 5,
      scale: 864,
      heelEnd: 640,
      frets: 21,
      nut: 45,
      lastFret: 66,
      margin: 3.5,
      spread: 72,
      travel: 22,
      frontToSaddle: 10,
      diameters: D,
      instrument: { tuning: ['G2', 'D2', 'A1', 'E1', 'B0'] },
    }),
    l = layOut(b)!
  it('has fret 12 at half of it, and its last at 864 × (1 − 2^(−21/12)) = 607.12', () => {
    expect(l.frets[11]).toBeCloseTo(432, 9)
    expect(l.lastFret).toBeCloseTo(607.13, 2)
  })
  it('shares 45 mm of nut by equal centres: outer ones 18.43 and −17.35, 8.945 apart', () => {
    // 22.5 − 3.5 − 0.57 and −(22.5 − 3.5 − 1.65).
    expect(l.strings[0]!.nut[1]).toBeCloseTo(18.43, 6)
    expect(l.strings[4]!.nut[1]).toBeCloseTo(-17.35, 6)
    expect(l.strings[1]!.nut[1]).toBeCloseTo(18.43 - (18.43 + 17.35) / 4, 6)
  })
  it('starts 5.21 mm longer under its thickest string: 1.2 + 6 × 0.669, its core 0.48 + 0.09 × 2.1', () =>
    expect(l.strings[4]!.compensation).toBeCloseTo(5.214, 6))
  it('has its plate’s front 210.06 mm from the pocket’s end', () => {
    // Thinnest plain: 0.6 + 4 × 1.14 = 5.16; strings from the fourth on are wound. Between 1 − shortest and 22 − longest − 1 the middle.
    const c = D.map((d, i) => (i < 3 ? 0.6 + 4 * d : 1.2 + 6 * (0.48 + 0.09 * (d - 1.2)))),
      low = 1 - Math.min(...c),
      high = 22 - Math.max(...c) - 1,
      ahead = Math.max((low + high) / 2, Math.min(1, high))
    expect(l.bridge.front - l.nutToHeelEnd).toBeCloseTo(864 - ahead - 640 - 10, 6)
    expect(marks(b, 'bridge-line')[0]).toBeCloseTo(864 - ahead - 650, 6)
  })
  it('leaves the outer strings so much board at the last fret', () => {
    const at = (i: number, saddle: number) =>
      l.strings[i]!.nut[1] + ((saddle - l.strings[i]!.nut[1]) * 607.13) / l.strings[i]!.saddle[0]
    expect(stringReport(b, l).margins.lastTreble).toBeCloseTo(33 - at(0, 36) - 0.57, 2)
    expect(stringReport(b, l).margins.lastBass).toBeCloseTo(33 + at(4, -36) - 1.65, 2)
  })
})

describe('seven strings left-handed on 686 mm', () => {
  const D = [0.254, 0.33, 0.432, 0.66, 0.914, 1.168, 1.575],
    b = plainBuild({
      strings: 7,
      left: true,
      scale: 686,
      heelEnd: 500,
      frets: 24,
      nut: 48,
      lastFret: 63,
      spread: 62,
      diameters: D,
      front: 172,
      parts: {
        bridge: {
          features: [-31, 31].map((y, i) =>
            typicalFeature('screw-hole', `s${i}`, { x: 30, y, diameter: 3.4 }, { through: true }),
          ),
        },
      },
    }),
    l = layOut(b)!
  it('quarters its strings at fret 24', () => expect(l.lastFret).toBeCloseTo(686 * 0.75, 9))
  it('has saddles 10.333 apart', () =>
    expect(l.strings[0]!.saddle[1] - l.strings[1]!.saddle[1]).toBeCloseTo(62 / 6, 9))
  it('has a bridge screw 210 mm from the pocket’s end: 172 + 8 + 30, 31 mm to the treble side', () => {
    const h = drillWork(b)!.holes.filter(x => x.screws === 'bridge-screws')
    expect(h.map(x => [x.along, x.across])).toEqual([
      [expect.closeTo(210, 6), -31],
      [expect.closeTo(210, 6), 31],
    ])
    // Left-handed the hand that marks it turns round; the side keeps its name.
    const item = markList(drillWork(b)!, b).find(m => m.id === h[1]!.id)!
    expect(item.numbers[1]).toMatchObject({ mm: 31, label: 'off the centre line, treble side' })
  })
  it('leaves its saddles so much ahead and behind: they begin at 680', () => {
    // Foremost saddle 500 + 172 + 8; string 1 wants 686 + 0.6 + 4 × 0.254.
    const [first] = saddleRoom(l)
    expect(first!.ahead).toBeCloseTo(686 + 0.6 + 1.016 - 680, 6)
    expect(first!.behind).toBeCloseTo(680 + 14 - (686 + 1.616), 6)
  })
  it('spans 48 mm of board at the nut and 55.5 at half its way to the last fret', () =>
    expect(2 * halfBoardAt(l, l.lastFret / 2)).toBeCloseTo(55.5, 9))
})

describe('a baritone of 762 mm on a body that is drilled for four strings', () => {
  // Four holes 19 mm apart, 231 mm behind the pocket's end: an 864 mm bridge's. The new bridge has five, 10.5 apart.
  const four = [28.5, 9.5, -9.5, -28.5],
    five = [21, 10.5, 0, -10.5, -21]
  const make = (placed?: number): Build => {
    const b = plainBuild({
      scale: 762,
      heelEnd: 560,
      frets: 22,
      diameters: [0.33, 0.43, 0.66, 0.91, 1.17, 1.57],
      ...(placed === undefined ? {} : { front: placed }),
      parts: {
        bridge: {
          features: five.map((y, i) =>
            typicalFeature('screw-hole', `s${i}`, { x: 27, y, diameter: 3.4 }, { through: true }),
          ),
        },
      },
    })
    return {
      ...b,
      parts: b.parts.map(p =>
        p.kind === 'body'
          ? {
              ...p,
              features: [
                ...p.features,
                ...four.map((y, i) =>
                  typicalFeature('screw-hole', `old-${i}`, { x: 231, y, diameter: 3 }, { serves: 'bridge-screws' }),
                ),
              ],
            }
          : p.kind === 'bridge'
            ? {
                ...p,
                features: p.features.map(f => ({
                  ...f,
                  dims: { ...f.dims, x: sure(f.dims.x!.value), y: sure(f.dims.y!.value) },
                })),
              }
            : p,
      ),
    }
  }
  const at = make(190)
  it('finds fret 12 at 381: twice that is its scale', () => expect(layOut(at)!.frets[11]).toBeCloseTo(381, 9))
  it('placed where its scale wants it, uses none of the old holes: four to plug, five to drill', () => {
    const w = drillWork(at)!
    expect(w.plugs.map(p => [p.along, p.across])).toEqual(four.map(y => [231, y]))
    expect(w.holes.filter(h => h.screws === 'bridge-screws').map(h => [h.along, h.across])).toEqual(
      five.map(y => [expect.closeTo(190 + 8 + 27, 6), y]),
    )
  })
  it('has its nearest new hole 6.18 mm from an old one: 6 along, 1.5 across or a little less', () => {
    // 231 − 225 = 6 along; 10.5 − 9.5 = 1 across: √37.
    const plugs = drillWork(at)!.plugs
    expect(Math.min(...plugs.map(p => p.nearest!))).toBeCloseTo(Math.sqrt(37), 6)
  })
  it('never says that nothing is drilled yet while the bridge is not placed', () => {
    const l = layOut(make())!,
      line = joint(make(), 'bridge-line')
    // 10.5 and −10.5 lie a millimetre off 9.5 and −9.5 each: two of five meet at the old place.
    expect(l.line.from).toBe('drilled')
    expect(l.bridge.foremost - l.nutToHeelEnd).toBeCloseTo(231 - 27, 6)
    // Saddles 1.0 to 2 mm: 762 − 560 − 204 = −2 ahead, outside what its strings need.
    expect(line.state).not.toBe('snug')
  })
  it('pulls string 1 with the wire’s own weight: μ(2Lf)²', () => {
    // Plain steel 0.33 mm, 7850 kg/m³, E4 329.63 Hz on 0.762 m.
    const mu = 7850 * Math.PI * (0.33e-3 / 2) ** 2
    expect(setupWork(at).strings[0]!.newtons).toBeCloseTo(mu * (2 * 0.762 * 329.63) ** 2, 1)
  })
})

describe('twelve strings in six courses', () => {
  const D = [0.25, 0.25, 0.35, 0.35, 0.22, 0.5, 0.3, 0.65, 0.4, 0.85, 0.55, 1.1],
    b = plainBuild({ strings: 12, perCourse: 2, scale: 648, nut: 47, lastFret: 60, spread: 54, diameters: D }),
    l = layOut(b)!
  const y = (i: number) => l.strings[i]!.nut[1]
  it('lies in pairs 2 mm apart at the nut and 2.4 at the bridge [from memory]', () => {
    for (let i = 0; i < 12; i += 2) {
      expect(y(i) - y(i + 1)).toBeCloseTo(2, 9)
      expect(l.strings[i]!.saddle[1] - l.strings[i + 1]!.saddle[1]).toBeCloseTo(2.4, 9)
    }
  })
  it('has its outer strings 3 mm inside: 23.5 − 3 − 0.125 and −(23.5 − 3 − 0.55)', () => {
    expect(y(0)).toBeCloseTo(20.375, 9)
    expect(y(11)).toBeCloseTo(-19.95, 9)
  })
  it('shares the middles of its courses evenly: 7.665 apart', () => {
    // From 20.375 − 1 to −19.95 + 1 in five steps.
    const middles = Array.from({ length: 6 }, (_, c) => (y(2 * c) + y(2 * c + 1)) / 2)
    middles.slice(1).forEach((m, c) => expect(middles[c]! - m).toBeCloseTo((19.375 + 18.95) / 5, 9))
  })
  it('spans 54 mm at its saddles from first to last', () =>
    expect(l.strings[0]!.saddle[1] - l.strings[11]!.saddle[1]).toBeCloseTo(54, 9))
  it('wants six tuners in each row, and no two at one place', () => {
    expect(l.tuners.spots.filter(s => s.side > 0)).toHaveLength(6)
    expect(new Set(l.tuners.spots.map(s => s.at.map(v => v.toFixed(2)).join())).size).toBe(l.tuners.spots.length)
  })
})

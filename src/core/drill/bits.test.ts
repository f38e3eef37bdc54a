import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build, Drawer } from '../document/build.ts'
import { typicalFeature } from '../parts/typicalPart.ts'
import { bitSeries, bitsFor, bitsIn, chooseBit, SETS } from './bits.ts'
import { holesOf } from '../../../tests/support/holesOf.ts'
import { meetingStep, PUNCH, wander } from './wander.ts'

const with2 = (extra: number[], change: (b: Build) => void = () => undefined, sets: Drawer['sets'] = []): Build => {
  const b = plainBuild({
    front: 165,
    parts: {
      bridge: { features: [typicalFeature('screw-hole', 's', { x: 27, y: 0, diameter: 3.4 }, { through: true })] },
      'bridge-screws': { dims: { diameter: 3, length: 25, count: 4 } },
      tuners: { dims: { bushingDiameter: 10 } },
    },
  })
  b.preferences.drawer = { sets, extra, missing: [] }
  change(b)
  return b
}
const says = (b: Build, id: string) => holesOf(b).find(h => h.id === id)!.bitDoes

describe('what a bit that is not quite the wanted one does', () => {
  // A 3 mm screw in red alder: 3 · 0.81 · 0.9 = 2.187 mm.
  it('of a pilot: thread lost, or a screw that turns hard', () => {
    expect(says(with2([2.2]), 'bridge-1')).toBeUndefined()
    expect(inWords(says(with2([2.5]), 'bridge-1'))).toBe(
      'Nearest bit is 0.31 mm over: the thread bites 62 % of what is meant.',
    )
    expect(inWords(says(with2([1.7]), 'bridge-1'))).toMatch(/0\.49 mm under: the screw turns hard/)
    expect(inWords(says(with2([6]), 'bridge-1'))).toMatch(/The drawer holds no bit near 2\.19 mm.*Borrow one/)
  })
  // A threaded bushing of 10 mm gets 0.3 mm of room.
  it('of a bushing: it does not pass, or has play', () => {
    const threaded = (b: Build) => {
      b.parts.find(p => p.kind === 'tuners')!.traits.bushing = 'threaded'
    }
    expect(inWords(says(with2([10], threaded), 'tuner-1'))).toMatch(/0\.30 mm under: it does not pass/)
    expect(inWords(says(with2([11], threaded), 'tuner-1'))).toMatch(/0\.70 mm over: it has play/)
    expect(says(with2([10.3], threaded), 'tuner-1')).toBeUndefined()
  })
  it('of a pressed one: loose, or to be reamed', () => {
    const pressed = (b: Build) => {
      b.parts.find(p => p.kind === 'tuners')!.traits.bushing = 'pressed'
    }
    // Pressed bushings sit in 0.07 less than their own 10 mm.
    expect(holesOf(with2([9.9], pressed)).find(h => h.id === 'tuner-1')!.wanted).toBeCloseTo(9.93, 9)
    const posts = (bit: number) => {
      const b = plainBuild({
        front: 165,
        instrument: { bridge: 'stud bridge' },
        parts: {
          bridge: { dims: { postSpacing: 74, postBehindFront: 4 } },
          posts: { dims: { bushingDiameter: 11, bushingLength: 18 } },
        },
      })
      b.preferences.drawer = { sets: [], extra: [bit], missing: [] }
      return says(b, 'posts-treble')
    }
    expect(posts(10.9)).toBeUndefined()
    expect(inWords(posts(11))).toMatch(/0\.10 mm over: the bushing sits loose/)
    expect(inWords(posts(10.5))).toMatch(/0\.40 mm under: ream to size, never pound/)
  })
  it('is chosen by which side does harm', () => {
    const bits = bitsIn({ sets: [], extra: [2, 2.5, 3], missing: [] })
    expect(chooseBit(2.4, bits, 'never larger')!.mm).toBe(2.5)
    expect(chooseBit(2.39, bits, 'never larger')!.mm).toBe(2)
    expect(chooseBit(2.61, bits, 'never smaller')!.mm).toBe(3)
    expect(chooseBit(2.3, bits, 'nearest')!.mm).toBe(2.5)
    expect(chooseBit(9, bits, 'never smaller')!.mm).toBe(3)
  })
})

describe('through holes [from memory: 1, 0.3 and 0.1 mm on 45 mm]', () => {
  it('wander with their way, and meet inside by two punches and two half ways', () => {
    expect(wander(45, 'by hand')).toBeCloseTo(1, 12)
    expect(wander(30, 'with a guide')).toBeCloseTo(0.2, 12)
    expect(meetingStep(45, 'on a press')).toBeCloseTo(Math.hypot(PUNCH, PUNCH, 0.05, 0.05), 12)
  })
})

describe('brad points and step drills', () => {
  const bits = bitsIn({
    sets: ['metric by halves'],
    extra: [],
    missing: [],
    brad: [8, 10],
    stepped: [{ from: 4, to: 12, by: 2 }],
  })
  const for_ = (stock: number, through: boolean, inWood: boolean, wanted: number) =>
    bitsFor(bits, { stock, through, inWood, wanted })
  it('bring a hole to its size where they may', () => {
    // In wood the brad point goes last, and is led by plain bits.
    const wood = for_(20, false, true, 8)
    expect(chooseBit(8, wood, 'nearest')).toMatchObject({ mm: 8, sort: 'brad point' })
    expect(bitSeries(chooseBit(8, wood, 'nearest')!, wood).map(b => [b.mm, b.sort])).toEqual([
      [2.5, undefined],
      [4.5, undefined],
      [8, 'brad point'],
    ])
    // Through a guard of 2.3 mm the step drill goes from its lead to size by itself.
    const guard = for_(2.3, true, false, 8)
    expect(bitSeries(chooseBit(8, guard, 'nearest')!, guard).map(b => [b.mm, b.sort])).toEqual([
      [2.5, undefined],
      [8, 'step'],
    ])
    // It reaches through 6 mm and no more; blind holes are none of its business; small holes want no brad point.
    expect(for_(7, true, true, 8).some(b => b.sort === 'step')).toBe(false)
    expect(for_(2, false, true, 8).some(b => b.sort === 'step')).toBe(false)
    expect(for_(20, true, true, 3).some(b => b.sort === 'brad point')).toBe(false)
    // A plain bit that is nearer is taken.
    expect(chooseBit(8.5, wood, 'nearest')).toMatchObject({ mm: 8.5 })
    expect(chooseBit(8.5, wood, 'nearest')!.sort).toBeUndefined()
  })
  it('hold the sizes that were entered: 4, 6, 8, 10 and 12 of a step drill by twos', () => {
    expect(bits.filter(b => b.sort === 'step').map(b => b.mm)).toEqual([4, 6, 8, 10, 12])
    expect(bits.filter(b => b.sort === 'brad point').map(b => b.mm)).toEqual([8, 10])
  })
})

describe('sets of bits as they are sold [common practice]', () => {
  it('by halves to 13, by tenths to 10, by 64ths from a sixteenth to a half', () => {
    const of = (set: keyof typeof SETS) => SETS[set].map(b => b.mm)
    expect([of('metric by halves').length, of('metric by halves')[0], of('metric by halves').at(-1)]).toEqual([
      25, 1, 13,
    ])
    expect([of('metric by tenths').length, of('metric by tenths')[0], of('metric by tenths').at(-1)]).toEqual([
      91, 1, 10,
    ])
    const inch = of('fractional by 64ths')
    expect(inch).toHaveLength(29)
    expect(inch[0]).toBeCloseTo(25.4 / 16, 9)
    expect(inch.at(-1)).toBeCloseTo(12.7, 9)
    expect(inch[1]! - inch[0]!).toBeCloseTo(25.4 / 64, 9)
  })
})

describe('a drawer', () => {
  const drawer = (extra: number[], o: Partial<Drawer> = {}) => bitsIn({ sets: [], extra, missing: [], ...o })
  const names = (extra: number[], o: Partial<Drawer> = {}) =>
    drawer(extra, o).map(b => b.name.replace('\u202f', ' '))
  it('is in order, and keeps one of two that are the same within a hundredth', () => {
    expect(drawer([7, 2, 5]).map(b => b.mm)).toEqual([2, 5, 7])
    expect(drawer([5, 5.01]).map(b => b.mm)).toEqual([5])
    expect(drawer([5, 5.02]).map(b => b.mm)).toEqual([5, 5.02])
    expect(drawer([6, 4], { brad: [5], stepped: [{ from: 3, to: 7, by: 4 }] }).map(b => b.mm)).toEqual([
      3, 4, 5, 6, 7,
    ])
  })
  it('writes as many places as a size has', () => {
    expect(names([2.5, 2.55, 3])).toEqual(['2.5 mm', '2.55 mm', '3.0 mm'])
    expect(names([2.51])).toEqual(['2.51 mm'])
  })
  it('lacks what was taken out, and that alone', () => {
    const left = drawer([], { sets: ['metric by tenths'], missing: [5.005] }).map(b => b.mm)
    expect(left).toHaveLength(90)
    expect(left).not.toContain(5)
    // What is entered by itself is there, whatever is missing of a set.
    expect(drawer([5], { sets: ['metric by tenths'], missing: [5] })).toHaveLength(91)
  })
  it('holds a step drill’s steps to its end, not past it', () => {
    const steps = (from: number, to: number, by: number) =>
      drawer([], { stepped: [{ from, to, by }] }).map(b => b.mm)
    expect(steps(4, 12, 2)).toEqual([4, 6, 8, 10, 12])
    // From 4 by 3 the step after 10 is 13.
    expect(steps(4, 12, 3)).toEqual([4, 7, 10])
    expect(steps(4, 13.005, 3)).toEqual([4, 7, 10, 13])
  })
  it('lends a step drill to stock of up to 6, a brad point to wood from 4 on [from memory]', () => {
    const bits = drawer([5], { brad: [6], stepped: [{ from: 8, to: 8, by: 1 }] })
    const sorts = (stock: number, through: boolean, inWood: boolean, wanted: number) =>
      bitsFor(bits, { stock, through, inWood, wanted }).map(b => b.sort ?? 'twist')
    expect(sorts(6, true, true, 4)).toEqual(['twist', 'brad point', 'step'])
    expect(sorts(6.2, true, true, 4)).toEqual(['twist', 'brad point'])
    expect(sorts(6, false, true, 3.9)).toEqual(['twist'])
    expect(sorts(6, true, false, 8)).toEqual(['twist', 'step'])
  })
  it('gives of two that are as near the one that is made for it', () => {
    const bits = drawer([5], { brad: [5] })
    expect(chooseBit(5, bits, 'nearest')!.sort).toBe('brad point')
    expect(chooseBit(5, [...bits].reverse(), 'nearest')!.sort).toBe('brad point')
    // Two plain ones on both sides of it: the first, smaller one.
    expect(chooseBit(5, drawer([4.5, 5.5]), 'nearest')!.mm).toBe(4.5)
    // A tenth on the wrong side still counts as there.
    expect(chooseBit(5, drawer([4, 5.09]), 'never larger')!.mm).toBe(5.09)
    expect(chooseBit(5, drawer([4, 5.11]), 'never larger')!.mm).toBe(4)
    expect(chooseBit(5, drawer([4.91, 6]), 'never smaller')!.mm).toBe(4.91)
    expect(chooseBit(5, drawer([4.89, 6]), 'never smaller')!.mm).toBe(6)
  })
  it('goes up to a size in one bit to 3.5, two to 6.5, three beyond [common practice]', () => {
    const bits = drawer([], { sets: ['metric by tenths'] }),
      series = (mm: number) => bitSeries({ mm, name: '' }, bits).map(b => b.mm)
    expect(series(3.5)).toEqual([3.5])
    expect(series(3.6)).toEqual([2.5, 3.6])
    expect(series(6.5)).toEqual([2.5, 6.5])
    expect(series(6.6)).toEqual([2.5, 4, 6.6])
    expect(series(10)).toEqual([2.5, 6, 10])
    // A lead that is hardly smaller is none.
    expect(bitSeries({ mm: 3.6, name: '' }, drawer([3.31])).map(b => b.mm)).toEqual([3.6])
    expect(bitSeries({ mm: 3.6, name: '' }, drawer([3.29])).map(b => b.mm)).toEqual([3.29, 3.6])
    // The same lead twice goes in once.
    expect(bitSeries({ mm: 7, name: '' }, drawer([2.5])).map(b => b.mm)).toEqual([2.5, 7])
  })
})

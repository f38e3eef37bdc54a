import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build, Drawer } from '../build/build.ts'
import { typicalFeature } from '../parts/typicalPart.ts'
import { bitSeries, bitsFor, bitsIn, chooseBit } from './bits.ts'
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
    expect(says(with2([2.5]), 'bridge-1')).toBe(
      'Nearest bit is 0.31 mm over: the thread bites 62 % of what is meant.',
    )
    expect(says(with2([1.7]), 'bridge-1')).toMatch(/0\.49 mm under: the screw turns hard/)
    expect(says(with2([6]), 'bridge-1')).toMatch(/The drawer holds no bit near 2\.19 mm.*Borrow one/)
  })
  // A threaded bushing of 10 mm gets 0.3 mm of room.
  it('of a bushing: it does not pass, or has play', () => {
    const threaded = (b: Build) => {
      b.parts.find(p => p.kind === 'tuners')!.traits.bushing = 'threaded'
    }
    expect(says(with2([10], threaded), 'tuner-1')).toMatch(/0\.30 mm under: it does not pass/)
    expect(says(with2([11], threaded), 'tuner-1')).toMatch(/0\.70 mm over: it has play/)
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
    expect(posts(11)).toMatch(/0\.10 mm over: the bushing sits loose/)
    expect(posts(10.5)).toMatch(/0\.40 mm under: ream to size, never pound/)
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

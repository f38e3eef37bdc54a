import { randomOf } from '../chance/random.ts'
import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { readingOf } from '../document/quantityAt.ts'
import { DEVICE_SORTS } from './deviceSorts.ts'
import { calliperDisplays, scaleDisplays, standInSize } from './standInSize.ts'

const b = plainBuild(),
  neck = b.slots.neck!,
  width = readingOf(`${neck}/dims.heelWidth`)
const as = (basis: 'claimed' | 'measured', doubt: number, name = b.id): Build => ({
  ...b,
  id: name,
  parts: b.parts.map(p =>
    p.id === neck ? { ...p, dims: { ...p.dims, heelWidth: { value: 56, doubt, basis } } } : p,
  ),
})

describe('a part that stands in for the real one', () => {
  it('has one size, within what is said of it, and another in another build', () => {
    const is = (x: Build) => standInSize(x, width)!.value
    expect(is(as('claimed', 0.5))).toBe(is(as('claimed', 0.5)))
    expect(Math.abs(is(as('claimed', 0.5)) - 56)).toBeLessThanOrEqual(0.4)
    const many = Array.from({ length: 40 }, (_, i) => is(as('claimed', 0.5, `b-${i}`)))
    expect(new Set(many).size).toBeGreaterThan(30)
    expect(Math.max(...many) - Math.min(...many)).toBeGreaterThan(0.4)
    expect(standInSize(as('claimed', 0.5), width)!.quantity).toBe('length')
  })
  it('is as it was read once it was read', () => {
    expect(standInSize(as('measured', 0.05), width)!.value).toBe(56)
  })
  it('is nothing at a reading of no dimension', () => {
    expect(standInSize(b, 'setup.relief')).toBeUndefined()
    expect(standInSize(b, readingOf('nothing/dims.length'))).toBeUndefined()
  })
})

describe('displays', () => {
  const last = (texts: string[], sort: 'calliper' | 'scale') => {
    const read = texts.map(t => DEVICE_SORTS[sort].parse(t))
    expect(read.every(r => r.ok)).toBe(true)
    const end = read.at(-1)!
    return end.ok ? end.value : NaN
  }
  it('of a calliper come down to the size in hundredths, and can all be read', () => {
    for (let seed = 1; seed < 50; seed++)
      expect(Math.abs(last(calliperDisplays(57.93, randomOf(seed)), 'calliper') - 57.93)).toBeLessThanOrEqual(0.025)
  })
  it('of a scale end on whole grams', () => {
    for (let seed = 1; seed < 50; seed++) {
      const g = last(scaleDisplays(1912.4, randomOf(seed)), 'scale')
      expect(Number.isInteger(g)).toBe(true)
      expect(Math.abs(g - 1912.4)).toBeLessThanOrEqual(1.5)
    }
  })
})

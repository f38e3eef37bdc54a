import { expect, it } from 'vitest'
import { PART_KINDS } from '../parts/partKinds.ts'
import { asRead } from '../document/dimensionReading.ts'

const { frets, heelWidth } = PART_KINDS.neck.dims,
  { mass } = PART_KINDS.body.dims,
  { dcResistance } = PART_KINDS.pickup.dims

it('knows how sure a reading is by what is read, from memory: calliper ± 0.05 mm, meter and scale ± 1 %, a count is a count', () => {
  expect(asRead(heelWidth, 56)).toEqual({ doubt: 0.05, with: 'calliper' })
  expect(asRead(undefined, 56).with).toBe('calliper')
  expect(asRead(frets, 22)).toEqual({ doubt: 0, with: 'eye' })
  expect(asRead(dcResistance, 8200)).toEqual({ doubt: 82, with: 'meter' })
  expect(asRead(mass, -0)).toEqual({ doubt: 0, with: 'scale' })
})

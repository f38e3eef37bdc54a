import { describe, expect, it } from 'vitest'
import { typicalFeature, typicalPart } from '../parts/typicalPart.ts'
import { doubtOf } from '../units/quantity.ts'
import { placeAt, placeOr, sizeAt, sizeOr } from './assumed.ts'

describe('a value that nobody gave', () => {
  const tuners = typicalPart('tuners', 'set'),
    measured = {
      ...tuners,
      dims: { ...tuners.dims, postHeight: { value: 8.2, doubt: 0.05, basis: 'measured' as const } },
    }
  it('is the part’s own where it has one', () => {
    const q = sizeOr(measured, 'tuners', 'postHeight')
    expect(q.value).toBe(8.2)
    expect(doubtOf(q)).toBe(0.05)
    expect([...q.terms.keys()]).toEqual(['set/dims.postHeight'])
    expect(sizeAt(measured, 'tuners', 'postHeight')).toBe(8.2)
  })
  it('is else what such parts usually measure, as an assumption with their spread', () => {
    const { postHeight: gone, ...dims } = measured.dims
    void gone
    for (const part of [{ ...measured, dims }, undefined]) {
      const q = sizeOr(part, 'tuners', 'postHeight'),
        [term] = [...q.terms.values()]
      // 9 ± 2 mm [from memory: parts/kinds].
      expect(q.value).toBe(9)
      expect(doubtOf(q)).toBe(2)
      expect(term!.source.basis).toBe('assumed')
      expect(sizeAt(part, 'tuners', 'postHeight')).toBe(9)
    }
    // A part that lacks it has it under its own name, so that a reading can take its place.
    expect([...sizeOr({ ...measured, dims }, 'tuners', 'postHeight').terms.keys()]).toEqual(['set/dims.postHeight'])
    expect([...sizeOr(undefined, 'tuners', 'postHeight').terms.keys()]).toEqual(['usual/tuners.postHeight'])
  })
  it('of a hole or rout is found in the same manner', () => {
    const body = typicalPart('body', 'slab'),
      pocket = typicalFeature('neck-pocket', 'pocket', { length: 70 })
    expect(placeAt(body, pocket, 'neck-pocket', 'length')).toBe(70)
    expect(placeAt(body, undefined, 'neck-pocket', 'length')).toBe(76)
    const jack = typicalFeature('jack-hole', 'jack', {})
    expect(jack.dims.depth).toBeUndefined()
    expect(placeAt(body, jack, 'jack-hole', 'depth')).toBe(25)
    expect([...placeOr(body, jack, 'jack-hole', 'depth').terms.keys()]).toEqual(['slab/features.jack.depth'])
    expect(doubtOf(placeOr(body, jack, 'jack-hole', 'depth'))).toBe(3)
  })
})

import { describe, expect, it } from 'vitest'
import type { Part } from '../parts/part.ts'
import { typicalPart } from '../parts/typicalPart.ts'
import { together } from './together.ts'

const nut = typicalPart('nut', 'bone', 'Bone nut'),
  jack = typicalPart('jack', 'jack', 'Open jack'),
  known = new Map([
    ['bone', nut],
    ['jack', jack],
  ])
const sized = (p: Part, key: string, value: number): Part => ({
  ...p,
  dims: { ...p.dims, [key]: { value, doubt: 0.05, basis: 'measured' } },
})
const [first, second] = Object.keys(nut.dims) as [string, string]

describe('parts that two pages wrote', () => {
  it('are brought together where each changed something else', () => {
    const { parts, word } = together([sized(nut, first, 41)], [{ part: sized(nut, second, 9) }], known)
    expect(parts[0]!.dims[first]!.value).toBe(41)
    expect(parts[0]!.dims[second]!.value).toBe(9)
    expect(word).toBeUndefined()
  })
  it('stand as entered here where both changed the same, and that is said by name', () => {
    const { parts, word } = together([sized(nut, first, 41)], [{ part: sized(nut, first, 43) }], known)
    expect(parts[0]!.dims[first]!.value).toBe(41)
    expect(word).toBe('Somebody changed the same of Bone nut at the same time: what was entered here stands.')
  })
  it('are left alone where nobody else wrote them, or nothing is known of where they began', () => {
    const mine = [sized(nut, first, 41), { ...jack, name: 'Long jack' }]
    expect(together(mine, [], known)).toEqual({ parts: mine, word: undefined })
    expect(together(mine, [{ part: { ...nut, name: 'Other' } }], new Map()).parts).toEqual(mine)
    // One of several: the others go as they are.
    const both = together(mine, [{ part: { ...jack, note: 'from the drawer' } }], known)
    expect(both.parts).toEqual([mine[0], { ...jack, name: 'Long jack', note: 'from the drawer' }])
  })
})

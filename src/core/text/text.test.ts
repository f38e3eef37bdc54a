import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cutText, mended, tellApart, unreadable, unreadableTexts } from './text.ts'

describe('text that is kept', () => {
  it('is never cut inside a character', () => {
    expect(cutText('ab🎸cd', 3)).toBe('ab')
    expect(cutText('ab🎸cd', 4)).toBe('ab🎸')
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.nat(12), (s, n) => {
        const t = cutText(s, n)
        return t.length <= n && unreadable(t) === undefined
      }),
    )
  })
  it('is mended where it was cut before', () => {
    expect(unreadable('half \ud83c')).toMatch(/half a character/)
    expect(mended('half \ud83c!\0')).toBe('half \ufffd!')
    expect(unreadable('whole 🎸')).toBeUndefined()
  })
  it('is found wherever it lies in a document', () =>
    expect(unreadableTexts({ a: [{ name: 'x\ud83c' }], b: 'y' }).map(p => p.path)).toEqual(['a[0].name']))
})

describe('names', () => {
  it('that are taken are told apart', () => {
    expect(tellApart('Heron', ['Wren'])).toBe('Heron')
    expect(tellApart('Heron', ['heron', 'Heron 2'])).toBe('Heron 3')
    expect(tellApart('Heron 2', ['Heron', 'Heron 2'])).toBe('Heron 3')
  })
})

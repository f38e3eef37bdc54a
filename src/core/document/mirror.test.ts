import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { bassAtRight, isLeftHanded, yDown, yUp } from './mirror.ts'

const hand = (handedness: 'left' | 'right') => ({ instrument: { handedness } })

describe('the hand that an instrument is for', () => {
  it('turns a drawing over: from behind, where y runs up, for the other hand', () => {
    // Seen from the front with the head at the left, a right-handed instrument’s treble side lies above.
    expect(yDown(hand('right'))).toBe(-1)
    expect(yDown(hand('left'))).toBe(1)
    for (const h of [hand('right'), hand('left')]) {
      expect(yDown(h, 'behind')).toBe(-yDown(h))
      expect(yUp(h)).toBe(-yDown(h))
      expect(yUp(h, 'behind')).toBe(yDown(h))
    }
    expect([bassAtRight(hand('right')), bassAtRight(hand('left'))]).toEqual([false, true])
    expect(isLeftHanded(hand('left'))).toBe(true)
  })
  it('is asked nowhere else: what is mirrored is mirrored in one way', () => {
    const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
      f => /\.tsx?$/.test(f) && !/\.test\.tsx?$/.test(f) && !f.endsWith(join('document', 'mirror.ts')),
    )
    expect(files.length).toBeGreaterThan(500)
    expect(files.filter(f => /handedness\)?\s*[!=]==\s*['"]/.test(readFileSync(join('src', f), 'utf8')))).toEqual(
      [],
    )
  })
})

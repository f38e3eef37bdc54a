import { describe, expect, it } from 'vitest'
import { inWords } from '../../../tests/support/inWords.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { setDimension, takeReading } from '../document/edits.ts'
import { fit } from '../fit/applyFixes.ts'
import { drillWork } from '../fit/drillWork.ts'
import { fretReading } from '../layout/scale.ts'
import { effectsLine, effectsOf, placesOf, type Standing } from './effects.ts'
import { plan } from './plan.ts'

const NOW = { at: '2026-11-25T10:00:00Z', zone: 'Europe/London' }
const standing = (build: Build): Standing => {
  const work = drillWork(build)!
  return {
    build,
    fit: fit(build),
    plan: plan(build, NOW),
    holes: work.holes.length,
    places: placesOf(work),
  }
}
const effect = (before: Build, after: Build) => effectsOf(standing(before), standing(after))
const line = (before: Build, after: Build): string => inWords(effectsLine(effect(before, after), 'crowns', d => d))

describe('what a reading did', () => {
  const open = () => {
    const b = plainBuild()
    return setDimension(b, `${b.slots['neck']}/dims.scaleLength`, { value: 648, doubt: 25, basis: 'assumed' })
  }
  it('tells how far the bridge goes when two frets tell the scale', () => {
    const b = open(),
      after = takeReading(b, { of: fretReading(0, 12), value: 314, doubt: 0.3, at: NOW.at, with: 'steel rule' })
    // Twice 314 is 628: 20 nearer to the nut, and the bridge’s own holes with it.
    expect(effect(b, after).moves.bridge).toBeCloseTo(20, 6)
    expect(effect(b, after).moves.most).toBeCloseTo(20, 6)
    expect(line(b, after)).toContain('scale length 628.0 ±0.6 mm')
    expect(line(b, after)).toContain('the bridge goes 20.0 mm')
  })
  it('says nothing where nothing moves', () => {
    const b = open()
    expect(effect(b, { ...b, note: 'dry' }).moves).toEqual({ bridge: 0, holes: 0, most: 0 })
    expect(line(b, { ...b, note: 'dry' })).toBe('')
  })
  it('names one or two joints with their verdict, and counts more', () => {
    const b = open(),
      e = effect(b, b),
      judged = (n: number) =>
        inWords(
          effectsLine(
            {
              ...e,
              better: n,
              judged: Array.from({ length: n }, (_, i) => ({ title: `Joint ${i + 1}`, state: 'snug' as const })),
            },
            'crowns',
            d => d,
          ),
        )
    expect(judged(1)).toBe('Joint 1: snug')
    expect(judged(2)).toBe('Joint 1: snug; Joint 2: snug')
    expect(judged(3)).toBe('3 joints better')
  })
})

describe('the scale on a neck without frets', () => {
  const ids = (frets: number) => {
    const b = plainBuild(),
      own = setDimension(b, `${b.slots['neck']}/dims.frets`, { value: frets, doubt: 0, basis: 'measured' })
    return plan(own, NOW).steps.map(s => s.id)
  }
  it('is not proved on any, and its bridge is placed all the same', () => {
    expect(ids(22)).toContain('place/twelfth')
    expect(ids(0)).not.toContain('place/twelfth')
    expect(ids(0)).toContain('place/punch')
  })
})
